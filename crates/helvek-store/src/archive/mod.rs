//! Sheets as one zip file that can be carried elsewhere: the texts as files of their own, and beside each a record with its tags, dates, answers and
//! revisions. Form `helvek-archive/1`, described in docs/format.md.

mod pack;
mod unpack;

#[cfg(test)]
mod tests;

pub use pack::{Choice, Packed, pack};
pub use unpack::{Archive, Taken};

use crate::StoreError;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;

/// The form that is written, and the only one that is read.
const FORMAT: &str = "helvek-archive/1";
/// The file in which an archive says that it is one.
const MANIFEST: &str = "helvek-archive.json";
/// The longest text of a sheet in an archive: that of any sheet.
const LONGEST: u64 = 8 * 1024 * 1024;
/// The longest record: the answers of a sheet and of all its revisions stand in it.
const RECORD: u64 = 64 * 1024 * 1024;

/// The manifest of an archive.
#[derive(Debug, Serialize, Deserialize)]
struct Manifest {
    format: String,
    #[serde(default)]
    made: String,
    #[serde(default)]
    sheets: usize,
}

/// A sheet of an archive, all but its text.
#[derive(Debug, Serialize, Deserialize)]
struct Record {
    /// The file with its text.
    text: String,
    id: String,
    title: String,
    version: i64,
    created: String,
    changed: String,
    tags: Vec<String>,
    engine: i64,
    answers: Option<Box<RawValue>>,
    compared: i64,
    differs: Option<Box<RawValue>>,
    revisions: Vec<RevisionRecord>,
}

/// A revision of it, all but its text.
#[derive(Debug, Serialize, Deserialize)]
struct RevisionRecord {
    /// The file with its text.
    text: String,
    number: i64,
    title: String,
    why: String,
    name: Option<String>,
    cut: String,
    engine: i64,
    answers: Option<Box<RawValue>>,
}

/// The progress of an archive, in sheets.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
pub struct Progress {
    /// The stage: `packing`, `checking` or `keeping`.
    pub stage: &'static str,
    /// The number of sheets done.
    pub done: usize,
    /// The number of all sheets.
    pub total: usize,
}

/// Hears how far it has come, and says whether it is still wanted.
pub type Tell<'a> = &'a mut (dyn FnMut(Progress) -> bool + Send);

/// The reason for which an archive was not made, or not taken in. Nothing was changed.
#[derive(Debug, thiserror::Error)]
pub enum ArchiveError {
    /// A zip file of something else, or no zip file.
    #[error("this is not an archive of Helvek's sheets: {0}")]
    Foreign(&'static str),
    /// Not whole, or not as it was made.
    #[error("the archive is damaged or not whole: {0}")]
    Damaged(String),
    /// Made by a later version.
    #[error("the archive is of the form {0:?}; this Helvek reads {FORMAT:?}")]
    Newer(String),
    /// Made to do harm.
    #[error("the archive is refused: {0}")]
    Hostile(String),
    /// Nobody waits for it any more.
    #[error("it was given up")]
    GivenUp,
    /// There is no sheet to put into it.
    #[error("there is no such sheet")]
    Nothing,
    /// The store, or the disk.
    #[error(transparent)]
    Store(#[from] StoreError),
}

impl ArchiveError {
    /// The cure.
    pub fn cure(&self) -> &'static str {
        match self {
            Self::Foreign(_) => "Take a sheet (.toml, .json) or an archive that Helvek has made (.zip).",
            Self::Damaged(_) => "Get it anew from where it came; nothing was taken in.",
            Self::Newer(_) => "Open it with the Helvek that made it, or a newer one; nothing was taken in.",
            Self::Hostile(_) => "Take archives that Helvek has made; nothing was taken in.",
            Self::GivenUp => "Begin again.",
            Self::Nothing => "Look whether it is on the shelf.",
            Self::Store(error) => error.cure(),
        }
    }
}

impl From<sqlx::Error> for ArchiveError {
    fn from(error: sqlx::Error) -> Self {
        Self::Store(error.into())
    }
}

impl From<std::io::Error> for ArchiveError {
    fn from(error: std::io::Error) -> Self {
        Self::Store(error.into())
    }
}
