//! Sheets into an archive.

use super::{ArchiveError, FORMAT, MANIFEST, Manifest, Progress, Record, RevisionRecord, Tell};
use crate::shelf::wanted;
use crate::{Look, Store};
use serde::Serialize;
use serde_json::value::RawValue;
use sqlx::{QueryBuilder, Row, SqliteConnection};
use std::io::{Seek, Write};
use zip::write::SimpleFileOptions;
use zip::{CompressionMethod, ZipWriter};

/// The sheets to pack.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Choice {
    /// All that is found, however many; nothing is passed over.
    Found(Look),
    /// These, where they are on the shelf.
    These(Vec<String>),
}

/// The sheets that were packed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Packed {
    /// Sheets.
    pub sheets: usize,
    /// Revisions of all of them.
    pub revisions: usize,
}

/// Writes an archive of sheets as they are at one moment, whoever goes on drawing meanwhile. Blocks where it compresses.
///
/// # Errors
/// [`ArchiveError`]: none of the sheets is there, the store cannot be read, the archive cannot be written, nobody waits for it any more.
pub async fn pack(
    store: &Store,
    choice: &Choice,
    into: impl Write + Seek,
    tell: Tell<'_>,
) -> Result<Packed, ArchiveError> {
    let mut moment = store.readers.begin().await?;
    let ids = chosen(&mut moment, choice).await?;
    if ids.is_empty() {
        return Err(ArchiveError::Nothing);
    }
    let made =
        sqlx::query_scalar("SELECT strftime('%Y-%m-%dT%H:%M:%SZ', 'now')").fetch_one(&mut *moment).await?;
    let mut writer = Writer(ZipWriter::new(into));
    writer.json(MANIFEST, &Manifest { format: FORMAT.into(), made, sheets: ids.len() })?;
    let mut packed = Packed { sheets: ids.len(), revisions: 0 };
    for (i, id) in ids.iter().enumerate() {
        if !tell(Progress { stage: "packing", done: i, total: ids.len() }) {
            return Err(ArchiveError::GivenUp);
        }
        packed.revisions += one(&mut moment, id, i + 1, &mut writer).await?;
    }
    writer.0.finish().map_err(std::io::Error::from)?.flush()?;
    Ok(packed)
}

async fn chosen(connection: &mut SqliteConnection, choice: &Choice) -> Result<Vec<String>, sqlx::Error> {
    let mut query = QueryBuilder::new("SELECT id FROM sheets");
    match choice {
        Choice::Found(look) => wanted(&mut query, look),
        Choice::These(ids) => {
            // A list of texts can always be written as JSON.
            let ids = serde_json::to_string(ids).unwrap_or_default();
            query
                .push(" WHERE trashed IS NULL AND id IN (SELECT value FROM json_each(")
                .push_bind(ids)
                .push("))");
        }
    }
    query.push(" ORDER BY changed DESC, id");
    query.build_query_scalar().fetch_all(connection).await
}

/// Writes one sheet, and tells how many revisions it has.
async fn one(
    connection: &mut SqliteConnection,
    id: &str,
    number: usize,
    writer: &mut Writer<impl Write + Seek>,
) -> Result<usize, ArchiveError> {
    let row = sqlx::query(
        "SELECT title, body, version, created, changed, tags, engine, answers, compared, differs FROM sheets WHERE id = ?",
    )
    .bind(id)
    .fetch_one(&mut *connection)
    .await?;
    let title: String = row.try_get("title")?;
    let text = format!("sheets/{number:04} {}.json", named(&title));
    writer.text(&text, row.try_get("body")?)?;
    let rows = sqlx::query(
        "SELECT number, title, why, name, cut, engine, answers FROM revisions WHERE sheet = ? ORDER BY number",
    )
    .bind(id)
    .fetch_all(&mut *connection)
    .await?;
    let mut revisions = Vec::with_capacity(rows.len());
    for row in rows {
        let revision = RevisionRecord {
            text: format!("revisions/{number:04}/{}.json", row.try_get::<i64, _>("number")?),
            number: row.try_get("number")?,
            title: row.try_get("title")?,
            why: row.try_get("why")?,
            name: row.try_get("name")?,
            cut: row.try_get("cut")?,
            engine: row.try_get("engine")?,
            answers: known(row.try_get("answers")?),
        };
        let body: String = sqlx::query_scalar("SELECT body FROM revisions WHERE sheet = ? AND number = ?")
            .bind(id)
            .bind(revision.number)
            .fetch_one(&mut *connection)
            .await?;
        writer.text(&revision.text, &body)?;
        revisions.push(revision);
    }
    let count = revisions.len();
    let record = Record {
        text,
        id: id.into(),
        title,
        version: row.try_get("version")?,
        created: row.try_get("created")?,
        changed: row.try_get("changed")?,
        tags: serde_json::from_str(row.try_get("tags")?).unwrap_or_default(),
        engine: row.try_get("engine")?,
        answers: known(row.try_get("answers")?),
        compared: row.try_get("compared")?,
        differs: known(row.try_get("differs")?),
        revisions,
    };
    writer.json(&format!("records/{number:04}.json"), &record)?;
    Ok(count)
}

/// Text that was kept as JSON; none where it is no JSON.
fn known(text: Option<String>) -> Option<Box<RawValue>> {
    RawValue::from_string(text?).ok()
}

/// A title as it can be part of the name of a file anywhere.
fn named(title: &str) -> String {
    let plain: String =
        title.chars().map(|c| if c.is_alphanumeric() || c == '-' { c } else { ' ' }).collect();
    let words: String = plain.split_whitespace().collect::<Vec<_>>().join(" ").chars().take(60).collect();
    if words.is_empty() { "Untitled".into() } else { words.trim_end().into() }
}

struct Writer<W: Write + Seek>(ZipWriter<W>);

impl<W: Write + Seek> Writer<W> {
    fn text(&mut self, name: &str, text: &str) -> Result<(), ArchiveError> {
        let options = SimpleFileOptions::default()
            .compression_method(CompressionMethod::Deflated)
            .compression_level(Some(4));
        self.0.start_file(name, options).map_err(std::io::Error::from)?;
        Ok(self.0.write_all(text.as_bytes())?)
    }

    fn json(&mut self, name: &str, value: &impl Serialize) -> Result<(), ArchiveError> {
        let text = serde_json::to_string_pretty(value).map_err(std::io::Error::from)?;
        self.text(name, &text)
    }
}
