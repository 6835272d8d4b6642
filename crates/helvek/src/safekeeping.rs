//! `helvek backup` and `helvek restore`: a whole file of sheets out, verified, and back in.

use helvek_store::{Contents, StoreError, back_up, restore};
use std::path::Path;
use std::process::ExitCode;

/// Copies the sheets into a new file, while they are in use or not.
pub(crate) fn backup(data: &Path, to: &Path) -> ExitCode {
    told(back_up(data, to)).map_or(ExitCode::FAILURE, |contents| {
        println!("{} are kept in {} and verified.", listed(&contents), to.display());
        ExitCode::SUCCESS
    })
}

/// Puts a copy in the place of the sheets, which are put aside.
pub(crate) fn bring_back(from: &Path, data: &Path) -> ExitCode {
    told(restore(from, data)).map_or(ExitCode::FAILURE, |(contents, aside)| {
        println!("{} are back in {}.", listed(&contents), data.display());
        if let Some(aside) = aside {
            println!("What was there before is in {}.", aside.display());
        }
        ExitCode::SUCCESS
    })
}

/// `54 sheets with 120 revisions (1.2 MB)`
pub(crate) fn listed(contents: &Contents) -> String {
    let counted = |n: i64, what: &str| format!("{n} {what}{}", if n == 1 { "" } else { "s" });
    let Contents { sheets, revisions, bytes } = contents;
    let size = match bytes {
        ..1_000_000 => format!("{} kB", bytes.div_ceil(1000)),
        _ => format!("{:.1} MB", *bytes as f64 / 1e6),
    };
    format!("{} with {} ({size})", counted(*sheets, "sheet"), counted(*revisions, "revision"))
}

/// Does it, or says why not and what to do.
fn told<T>(what: impl Future<Output = Result<T, StoreError>>) -> Option<T> {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build();
    let done = match runtime {
        Ok(runtime) => runtime.block_on(what).map_err(|error| format!("{error}. {}", error.cure())),
        Err(error) => Err(format!("the runtime cannot start: {error}")),
    };
    done.inspect_err(|why| eprintln!("helvek: {why}")).ok()
}
