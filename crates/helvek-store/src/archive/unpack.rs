//! Sheets out of an archive: looked through whole before anything is changed, then kept in one step.

use super::{
    ArchiveError, FORMAT, LONGEST, MANIFEST, Manifest, Progress, RECORD, Record, RevisionRecord, Tell,
};
use crate::{Store, cards};
use serde::de::DeserializeOwned;
use serde_json::value::RawValue;
use sqlx::{Row, SqliteConnection};
use std::collections::HashSet;
use std::io::{Read, Seek};
use zip::ZipArchive;
use zip::result::ZipError;

/// The most times its own size an archive may unpack to. Texts of sheets come to about a tenth; deflate can reach a thousandth.
const EXPANDS: u128 = 200;
/// The size to which any archive may unpack.
const SMALL: u128 = 64 * 1024 * 1024;
/// The most files: what the names of more alone would cost.
const FILES: usize = 2_000_000;

/// The outcome for the sheets of an archive.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Taken {
    /// Those that are here now and were not before, with their titles, in the order of the archive.
    pub added: Vec<(String, String)>,
    /// The number of them that stand beside another state of the same sheet.
    pub beside: usize,
    /// The number that were here already, the same.
    pub there: usize,
    /// Revisions that came with them.
    pub revisions: usize,
}

/// An archive that was opened.
pub struct Archive<R> {
    zip: ZipArchive<R>,
    /// The files of the records, in order.
    records: Vec<String>,
}

fn damaged(what: impl std::fmt::Display) -> ArchiveError {
    ArchiveError::Damaged(what.to_string())
}

/// A failure within a zip file, of which one knows the part.
fn within(name: &str, error: ZipError) -> ArchiveError {
    match error {
        ZipError::Io(error) => damaged(format!("{name:?}: {error}")),
        ZipError::FileNotFound => damaged(format!("{name:?} is missing")),
        other => damaged(format!("{name:?}: {other}")),
    }
}

impl<R: Read + Seek> Archive<R> {
    /// Opens an archive, as far as it says what it is and what is in it.
    ///
    /// # Errors
    /// [`ArchiveError`]: no archive of sheets, not whole, of a newer form, or hostile.
    pub fn open(mut file: R) -> Result<Self, ArchiveError> {
        let bytes = file.seek(std::io::SeekFrom::End(0))?;
        let mut magic = [0; 4];
        file.rewind()?;
        let begins = file.read_exact(&mut magic).is_ok() && magic == *b"PK\x03\x04";
        let zip = match ZipArchive::new(file) {
            Ok(zip) => zip,
            Err(_) if !begins => return Err(ArchiveError::Foreign("it is no zip file")),
            Err(ZipError::Io(error)) => return Err(damaged(error)),
            Err(error) => return Err(damaged(error)),
        };
        let mut archive = Self { zip, records: Vec::new() };
        archive.harmless(bytes)?;
        if archive.zip.index_for_name(MANIFEST).is_none() {
            return Err(ArchiveError::Foreign("it is a zip file of something else"));
        }
        let manifest: Manifest = archive.json(MANIFEST, RECORD)?;
        if manifest.format != FORMAT {
            let ours = manifest.format.starts_with("helvek-archive/");
            let other = ArchiveError::Foreign("its form has another name");
            return Err(if ours { ArchiveError::Newer(manifest.format) } else { other });
        }
        if archive.records.len() != manifest.sheets {
            return Err(damaged(format!(
                "it should have {} sheets and has {}",
                manifest.sheets,
                archive.records.len()
            )));
        }
        Ok(archive)
    }

    /// The number of sheets in it.
    pub fn sheets(&self) -> usize {
        self.records.len()
    }

    /// Looks at what is declared, before anything is unpacked. Nothing is ever written under a name of the archive; one that leads out of it is a sign.
    fn harmless(&mut self, bytes: u64) -> Result<(), ArchiveError> {
        let hostile = |what: String| Err(ArchiveError::Hostile(what));
        if self.zip.len() > FILES {
            return hostile(format!("it holds more than {FILES} files"));
        }
        let mut size = 0_u128;
        let mut names = HashSet::with_capacity(self.zip.len());
        for index in 0..self.zip.len() {
            let entry = self.zip.by_index_data(index).map_err(|error| within("its list", error))?;
            let name = entry.name().map_err(|error| within("its list", error))?.into_owned();
            let leads_out = name.starts_with('/')
                || name.contains(['\\', ':'])
                || name.split('/').any(|part| part == "..");
            if leads_out || entry.is_symlink() {
                return hostile(format!("{name:?} leads out of it"));
            }
            let most = if name.starts_with("records/") || name == MANIFEST { RECORD } else { LONGEST };
            if entry.size() > most {
                return hostile(format!("{name:?} is larger than {} MB", most / (1024 * 1024)));
            }
            size += u128::from(entry.size());
            if name.starts_with("records/") && name.ends_with(".json") {
                self.records.push(name.clone());
            }
            if !names.insert(name.clone()) {
                return hostile(format!("it holds {name:?} twice"));
            }
        }
        // Overlapping parts, and more than that file can honestly hold.
        if size > SMALL && size > u128::from(bytes) * EXPANDS {
            return hostile(format!("it unpacks to {} MB", size / (1024 * 1024)));
        }
        if self.zip.has_duplicate_names() {
            return hostile("it holds a file twice".into());
        }
        self.records.sort_unstable();
        Ok(())
    }

    fn json<T: DeserializeOwned>(&mut self, name: &str, most: u64) -> Result<T, ArchiveError> {
        let text = self.text(name, most)?;
        serde_json::from_str(&text).map_err(|error| damaged(format!("{name:?}: {error}")))
    }

    fn text(&mut self, name: &str, most: u64) -> Result<String, ArchiveError> {
        let entry = self.zip.by_name(name).map_err(|error| within(name, error))?;
        // No more is read than was declared, and looked at, when it was opened.
        let size = entry.size().min(most);
        let mut text = String::new();
        let read = entry.take(size + 1).read_to_string(&mut text);
        if read.map_err(|error| within(name, error.into()))? as u64 != size {
            return Err(ArchiveError::Hostile(format!("{name:?} is not as long as it says")));
        }
        Ok(text)
    }

    /// A sheet's text: an object in JSON.
    fn sheet(&mut self, name: &str) -> Result<String, ArchiveError> {
        let text = self.text(name, LONGEST)?;
        let whole = serde_json::from_str::<&RawValue>(&text).is_ok_and(|value| value.get().starts_with('{'));
        if whole { Ok(text) } else { Err(damaged(format!("{name:?} is no sheet"))) }
    }

    /// Reads everything once.
    fn check(&mut self, tell: Tell<'_>) -> Result<(), ArchiveError> {
        let mut ids = HashSet::new();
        for (i, name) in self.records.clone().iter().enumerate() {
            if !tell(Progress { stage: "checking", done: i, total: self.records.len() }) {
                return Err(ArchiveError::GivenUp);
            }
            let record: Record = self.json(name, RECORD)?;
            let wrong = |what: &str| Err(damaged(format!("{name:?}: {what}")));
            let id = &record.id;
            if id.len() != 16 || !id.bytes().all(|c| c.is_ascii_digit() || (b'a'..=b'f').contains(&c)) {
                return wrong("the id is not of 16 hexadecimal digits");
            }
            if !ids.insert(id.clone()) {
                return wrong("its id stands in another record too");
            }
            if record.version < 1 || record.engine < 1 || record.compared < 1 {
                return wrong("a version or an engine is less than 1");
            }
            let mut last = 0;
            for RevisionRecord { number, engine, .. } in &record.revisions {
                if *number <= last || *engine < 1 {
                    return wrong("its revisions are not in order");
                }
                last = *number;
            }
            self.sheet(&record.text)?;
            for revision in &record.revisions {
                self.sheet(&revision.text)?;
            }
        }
        Ok(())
    }
}

impl Store {
    /// Takes in the sheets of an archive, with their tags, dates, revisions and answers: all of them or none. A sheet that is here already, the same, stays
    /// as it is (out of the trash it comes back); where another state of it is here, the one of the archive is kept beside that. The same archive again
    /// changes nothing. Blocks where it unpacks.
    ///
    /// # Errors
    /// [`ArchiveError`]; nothing was changed.
    pub async fn take_in<R: Read + Seek>(
        &self,
        archive: &mut Archive<R>,
        tell: Tell<'_>,
    ) -> Result<Taken, ArchiveError> {
        archive.check(tell)?;
        let total = archive.sheets();
        let mut taken = Taken::default();
        self.change(async |connection| {
            for (i, name) in archive.records.clone().iter().enumerate() {
                if !tell(Progress { stage: "keeping", done: i, total }) {
                    return Err(ArchiveError::GivenUp);
                }
                keep(connection, archive, name, &mut taken).await?;
            }
            Ok(())
        })
        .await?;
        Ok(taken)
    }
}

/// The state of a sheet here: not there, the same, or another.
enum Here {
    No,
    Same,
    Another,
}

async fn here(
    connection: &mut SqliteConnection,
    id: &str,
    (record, tags, text): (&Record, &str, &str),
) -> Result<Here, sqlx::Error> {
    let found = sqlx::query(
        "SELECT body, tags, (SELECT COUNT(*) FROM revisions WHERE sheet = id) AS revisions FROM sheets WHERE id = ?",
    )
    .bind(id)
    .fetch_optional(connection)
    .await?;
    let Some(found) = found else { return Ok(Here::No) };
    let same = found.try_get::<&str, _>("body")? == text
        && found.try_get::<&str, _>("tags")? == tags
        && found.try_get::<i64, _>("revisions")? == record.revisions.len() as i64;
    Ok(if same { Here::Same } else { Here::Another })
}

/// Keeps one sheet of an archive that was looked through.
async fn keep<R: Read + Seek>(
    connection: &mut SqliteConnection,
    archive: &mut Archive<R>,
    name: &str,
    taken: &mut Taken,
) -> Result<(), ArchiveError> {
    let record: Record = archive.json(name, RECORD)?;
    let text = archive.sheet(&record.text)?;
    // A list of texts can always be written as JSON.
    let tags = serde_json::to_string(&record.tags).unwrap_or_else(|_| "[]".into());
    let what = (&record, tags.as_str(), text.as_str());
    let mut id = record.id.clone();
    let mut is = here(connection, &id, what).await?;
    if matches!(is, Here::Another) {
        // Made of what it is, so that the same archive finds it again.
        let made = cards::hash(&format!("{id}\n{tags}\n{}\n{text}", record.revisions.len()));
        id = made.chars().take(16).collect();
        is = here(connection, &id, what).await?;
        if matches!(is, Here::Another) {
            id = sqlx::query_scalar("SELECT lower(hex(randomblob(8)))").fetch_one(&mut *connection).await?;
            is = Here::No;
        }
    }
    if matches!(is, Here::Same) {
        let back = sqlx::query("UPDATE sheets SET trashed = NULL WHERE id = ? AND trashed IS NOT NULL")
            .bind(&id)
            .execute(connection)
            .await?;
        match back.rows_affected() {
            0 => taken.there += 1,
            _ => taken.added.push((id, record.title)),
        }
        return Ok(());
    }
    sqlx::query(
        "INSERT INTO sheets (id, title, body, version, created, changed, tags, engine, answers, compared, differs) VALUES (?1, ?2, ?3, ?4, \
         COALESCE(strftime('%Y-%m-%dT%H:%M:%fZ', ?5), strftime('%Y-%m-%dT%H:%M:%fZ', 'now')), \
         COALESCE(strftime('%Y-%m-%dT%H:%M:%fZ', ?6), strftime('%Y-%m-%dT%H:%M:%fZ', 'now')), ?7, ?8, ?9, ?10, ?11)",
    )
    .bind(&id)
    .bind(&record.title)
    .bind(&text)
    .bind(record.version)
    .bind(&record.created)
    .bind(&record.changed)
    .bind(&tags)
    .bind(record.engine)
    .bind(record.answers.as_deref().map(RawValue::get))
    .bind(record.compared)
    .bind(record.differs.as_deref().map(RawValue::get))
    .execute(&mut *connection)
    .await?;
    for revision in &record.revisions {
        let text = archive.sheet(&revision.text)?;
        sqlx::query(
            "INSERT INTO revisions (sheet, number, title, body, why, name, cut, engine, answers) VALUES (?1, ?2, ?3, ?4, ?5, ?6, \
             COALESCE(strftime('%Y-%m-%dT%H:%M:%fZ', ?7), strftime('%Y-%m-%dT%H:%M:%fZ', 'now')), ?8, ?9)",
        )
        .bind(&id)
        .bind(revision.number)
        .bind(&revision.title)
        .bind(text)
        .bind(&revision.why)
        .bind(&revision.name)
        .bind(&revision.cut)
        .bind(revision.engine)
        .bind(revision.answers.as_deref().map(RawValue::get))
        .execute(&mut *connection)
        .await?;
    }
    taken.revisions += record.revisions.len();
    taken.beside += usize::from(id != record.id);
    taken.added.push((id, record.title));
    Ok(())
}
