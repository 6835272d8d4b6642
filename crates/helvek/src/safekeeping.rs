//! The commands that keep sheets safe: `helvek backup` and `helvek restore` for a whole file of them, `helvek export` and `helvek import`
//! for what is carried to others.

use crate::incoming::{self, NotTaken};
use crate::terminal::complain;
use helvek_core::sheet::{Syntax, rewritten};
use helvek_store::archive::{ArchiveError, Choice, Progress, pack};
use helvek_store::{Contents, Look, Store, StoreError, back_up, restore};
use std::io::{BufWriter, IsTerminal, Write};
use std::path::{Path, PathBuf};
use std::process::ExitCode;

/// Copies the sheets into a new file, while they are in use or not.
pub(crate) fn backup(data: &Path, to: &Path) -> ExitCode {
    told(in_words(back_up(data, to))).map_or(ExitCode::FAILURE, |contents| {
        println!("{} are kept in {} and verified.", listed(&contents), to.display());
        ExitCode::SUCCESS
    })
}

/// Puts a copy in the place of the sheets, which are put aside.
pub(crate) fn bring_back(from: &Path, data: &Path) -> ExitCode {
    told(in_words(restore(from, data))).map_or(ExitCode::FAILURE, |(contents, aside)| {
        println!("{} are back in {}.", listed(&contents), data.display());
        if let Some(aside) = aside {
            println!("What was there before is in {}.", aside.display());
        }
        ExitCode::SUCCESS
    })
}

/// `54 sheets with 120 revisions (1.2 MB)`
pub(crate) fn listed(contents: &Contents) -> String {
    let count = |n: i64, what: &str| counted(usize::try_from(n).unwrap_or(0), what);
    let Contents { sheets, revisions, bytes } = contents;
    let size = match bytes {
        ..1_000_000 => format!("{} kB", bytes.div_ceil(1000)),
        _ => format!("{:.1} MB", *bytes as f64 / 1e6),
    };
    format!("{} with {} ({size})", count(*sheets, "sheet"), count(*revisions, "revision"))
}

/// Sheets into a file for others: into an archive, or one of them into a file of its own, as the ending says.
pub(crate) fn export(data: &Path, to: &Path, look: Look) -> ExitCode {
    let done = told(async {
        if to.exists() {
            return Err(said(&StoreError::Exists(to.to_owned())));
        }
        let store = opened(data).await?;
        match to.extension().and_then(|ending| ending.to_str()) {
            Some("zip") => archive(&store, to, look).await,
            Some("toml") => alone(&store, to, look, Syntax::Toml).await,
            Some("json") => alone(&store, to, look, Syntax::Json).await,
            _ => Err(format!(
                "{} should end in .zip for an archive of sheets, in .toml or .json for one sheet.",
                to.display()
            )),
        }
    });
    done.map_or(ExitCode::FAILURE, |what| {
        println!("{what} in {}.", to.display());
        ExitCode::SUCCESS
    })
}

async fn archive(store: &Store, to: &Path, look: Look) -> Result<String, String> {
    let packed = beside_then(to, async |file| {
        let mut writer = BufWriter::new(file);
        let packed = pack(store, &Choice::Found(look), &mut writer, &mut shown).await?;
        writer.flush()?;
        Ok(packed)
    });
    let packed = packed.await.map_err(|error| match error {
        ArchiveError::Nothing => "nothing of that kind is on the shelf; nothing was written.".into(),
        error => format!("{error}. {}", error.cure()),
    })?;
    Ok(format!("{} with {} are", counted(packed.sheets, "sheet"), counted(packed.revisions, "revision")))
}

/// The one sheet that is found, written in a syntax.
async fn alone(store: &Store, to: &Path, look: Look, syntax: Syntax) -> Result<String, String> {
    let found = store.look(&Look { limit: 2, ..look }).await.map_err(|error| said(&error))?;
    let [(row, _)] = found.sheets.as_slice() else {
        return Err(format!(
            "{} are found, and one goes into such a file. Name it with --search, or write an archive (.zip).",
            counted(usize::try_from(found.total).unwrap_or(0), "sheet")
        ));
    };
    let whole = store.get(&row.id).await.map_err(|error| said(&error))?;
    let body = whole.map(|whole| whole.body).unwrap_or_default();
    let text = rewritten(&body, Syntax::Json, syntax).map_err(|problems| {
        problems.first().map(|p| format!("{} {}", p.message, p.cure)).unwrap_or_default()
    })?;
    let written = beside_then(to, async |file| Ok(file.write_all(text.as_bytes())?));
    written.await.map_err(|error: ArchiveError| format!("{error}. {}", error.cure()))?;
    Ok(format!("{:?} is", row.title))
}

/// Writes a file under its name only when it is whole.
async fn beside_then<T>(
    to: &Path,
    write: impl AsyncFnOnce(&mut std::fs::File) -> Result<T, ArchiveError>,
) -> Result<T, ArchiveError> {
    let folder = to.parent().filter(|folder| !folder.as_os_str().is_empty()).unwrap_or(Path::new("."));
    let mut part = tempfile::NamedTempFile::new_in(folder)?;
    let done = write(part.as_file_mut()).await?;
    part.as_file().sync_all()?;
    part.persist_noclobber(to).map_err(|error| error.error)?;
    Ok(done)
}

/// Sheets and archives that others have sent, each taken in whole or refused.
pub(crate) fn import(data: &Path, files: &[PathBuf]) -> ExitCode {
    let done = told(async {
        let store = Store::open(data).await.map_err(|error| said(&error))?;
        let mut refused = 0;
        for path in files {
            let came = match std::fs::File::open(path) {
                Ok(file) => incoming::take(&store, file, &mut shown).await,
                Err(error) => Err(NotTaken::from(error)),
            };
            match came {
                Ok(came) => println!("{}: {came}", path.display()),
                Err(error) => {
                    refused += 1;
                    complain(&format!("{}: {error}. {}", path.display(), error.cure()));
                }
            }
        }
        store.close().await;
        if refused == 0 { Ok(()) } else { Err(format!("{} refused.", counted(refused, "file"))) }
    });
    done.map_or(ExitCode::FAILURE, |()| ExitCode::SUCCESS)
}

/// The sheets of a file that is there.
async fn opened(data: &Path) -> Result<Store, String> {
    if !data.is_file() {
        return Err(said(&StoreError::Missing(data.to_owned())));
    }
    Store::open(data).await.map_err(|error| said(&error))
}

/// Shows a person how far it has come.
fn shown(Progress { stage, done, total }: Progress) -> bool {
    let mut to = std::io::stderr();
    if to.is_terminal() && done % 50 == 0 {
        // What cannot be shown is not needed.
        let _ = write!(to, "\r{stage} {done} of {total} …\u{1b}[K\r");
    }
    true
}

fn counted(n: usize, what: &str) -> String {
    format!("{n} {what}{}", if n == 1 { "" } else { "s" })
}

fn said(error: &StoreError) -> String {
    format!("{error}. {}", error.cure())
}

async fn in_words<T>(what: impl Future<Output = Result<T, StoreError>>) -> Result<T, String> {
    what.await.map_err(|error| said(&error))
}

/// Does it, or says why not and what to do.
fn told<T>(what: impl Future<Output = Result<T, String>>) -> Option<T> {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build();
    let done = match runtime {
        Ok(runtime) => runtime.block_on(what),
        Err(error) => Err(format!("the runtime cannot start: {error}")),
    };
    done.inspect_err(|why| complain(&format!("helvek: {why}"))).ok()
}
