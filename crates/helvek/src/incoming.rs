//! A file that somebody brings, a sheet or an archive of many, taken in whole or refused with the reason.

use crate::error_code::ErrorCode;
use helvek_core::ENGINE;
use helvek_core::problem::{Problem, ProblemKind};
use helvek_core::sheet::{self, FORMAT, MAX_TEXT, Syntax};
use helvek_store::archive::{Archive, ArchiveError, Taken, Tell};
use helvek_store::{Store, StoreError};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use std::fs::File;
use std::io::{BufReader, Read, Seek};

/// The largest file that is taken.
pub(crate) const MOST: u64 = 2 * 1024 * 1024 * 1024;

/// The most sheets that are named.
const NAMED: usize = 20;

/// The sheets a file has brought.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct Came {
    /// The first of the sheets that were not here before.
    sheets: Vec<CameSheet>,
    /// The number of of them.
    added: usize,
    /// The number of them that stand beside another state of the same sheet.
    beside: usize,
    /// The number that were here already, the same; they stayed as they were.
    there: usize,
    /// Revisions that came with them.
    revisions: usize,
}

/// A sheet that came in.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct CameSheet {
    /// Its id here.
    id: String,
    /// Its title.
    title: String,
}

impl From<Taken> for Came {
    fn from(Taken { added, beside, there, revisions }: Taken) -> Self {
        let count = added.len();
        let sheets = added.into_iter().take(NAMED).map(|(id, title)| CameSheet { id, title }).collect();
        Self { sheets, added: count, beside, there, revisions }
    }
}

impl std::fmt::Display for Came {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        let counted = |n: usize, what: &str| format!("{n} {what}{}", if n == 1 { "" } else { "s" });
        match self.added {
            0 => write!(f, "nothing new came in")?,
            n => write!(f, "{} came in", counted(n, "sheet"))?,
        }
        if self.revisions > 0 {
            write!(f, ", with {}", counted(self.revisions, "revision"))?;
        }
        if self.beside > 0 {
            write!(f, "; {} beside another state of the same sheet", self.beside)?;
        }
        if self.there > 0 {
            write!(f, "; {} already here, the same", self.there)?;
        }
        write!(f, ".")
    }
}

/// The reason for which a file was not taken in. Nothing was changed.
#[derive(Debug, thiserror::Error)]
pub(crate) enum NotTaken {
    /// As an archive.
    #[error(transparent)]
    Archive(#[from] ArchiveError),
    /// It is too large for a text.
    #[error("the file is larger than {} MB", MAX_TEXT / (1024 * 1024))]
    Large,
    /// Not text that can be read.
    #[error("the file is neither text in UTF-8 nor an archive")]
    Binary,
    /// A text, but no sheet.
    #[error("{}", .0.position.map_or_else(|| .0.message.clone(), |at| format!("line {}, column {}: {}", at.line, at.column, .0.message)))]
    Text(Box<Problem>),
    /// A sheet of a later version.
    #[error("the sheet is of the format {0:?}; this Helvek reads {FORMAT:?}")]
    Newer(String),
    /// Text of something else.
    #[error("the file does not say that it is a sheet")]
    Foreign,
}

impl NotTaken {
    /// A fixed word, for programs.
    pub(crate) fn code(&self) -> ErrorCode {
        match self {
            Self::Archive(error) => ErrorCode::of_archive(error),
            Self::Large => ErrorCode::TooLarge,
            Self::Binary | Self::Foreign => ErrorCode::Foreign,
            Self::Text(_) => ErrorCode::Text,
            Self::Newer(_) => ErrorCode::Newer,
        }
    }

    /// The cure.
    pub(crate) fn cure(&self) -> &str {
        match self {
            Self::Archive(error) => error.cure(),
            Self::Large | Self::Binary => {
                "Take a sheet (.toml, .json) or an archive that Helvek has made (.zip)."
            }
            Self::Text(problem) => &problem.cure,
            Self::Newer(_) => "Open it with the Helvek that made it, or a newer one.",
            Self::Foreign => {
                "A sheet begins with format = \"helvek-sheet/1\", in JSON with {\"format\": \"helvek-sheet/1\"."
            }
        }
    }
}

impl From<StoreError> for NotTaken {
    fn from(error: StoreError) -> Self {
        Self::Archive(error.into())
    }
}

impl From<std::io::Error> for NotTaken {
    fn from(error: std::io::Error) -> Self {
        Self::Archive(error.into())
    }
}

/// Takes in what the file holds. Blocks where it reads.
pub(crate) async fn take(store: &Store, mut file: File, tell: Tell<'_>) -> Result<Came, NotTaken> {
    let mut magic = [0; 2];
    let archive = file.read_exact(&mut magic).is_ok() && magic == *b"PK";
    file.rewind()?;
    if archive {
        let mut archive = Archive::open(BufReader::new(file))?;
        return Ok(store.take_in(&mut archive, tell).await?.into());
    }
    let mut bytes = Vec::new();
    if file.take(MAX_TEXT as u64 + 1).read_to_end(&mut bytes)? > MAX_TEXT {
        return Err(NotTaken::Large);
    }
    let (title, text) = sheet_of(bytes)?;
    let id = store.create(&title, &text, ENGINE.into()).await?;
    Ok(Taken { added: vec![(id, title)], ..Taken::default() }.into())
}

/// Title and text, in JSON, of a sheet in either syntax; it may have any other problem than that it cannot be read.
fn sheet_of(bytes: Vec<u8>) -> Result<(String, String), NotTaken> {
    let text = String::from_utf8(bytes).map_err(|_| NotTaken::Binary)?;
    if text.contains('\0') {
        return Err(NotTaken::Binary);
    }
    let whole = text.strip_prefix('\u{feff}').unwrap_or(&text).trim();
    if whole.starts_with('{') && serde_json::from_str::<&RawValue>(whole).is_ok() {
        // As it was written, to the last digit.
        return headed(whole.into());
    }
    let json = sheet::rewritten(&text, Syntax::guess(&text), Syntax::Json).map_err(|problems| {
        let nothing = || Problem::new(ProblemKind::Syntax, "", "The file is empty.", "Take another one.");
        NotTaken::Text(Box::new(problems.into_iter().next().unwrap_or_else(nothing)))
    })?;
    headed(json)
}

/// An object in JSON that says that it is a sheet, with its title.
fn headed(json: String) -> Result<(String, String), NotTaken> {
    #[derive(Deserialize)]
    struct Head {
        format: Option<serde_json::Value>,
    }
    let head: Head = serde_json::from_str(&json).map_err(|_| NotTaken::Foreign)?;
    match head.format.as_ref().and_then(|format| format.as_str()) {
        Some(FORMAT) => Ok((title(&json), json)),
        Some(other) if other.starts_with("helvek-sheet/") => Err(NotTaken::Newer(other.into())),
        _ => Err(NotTaken::Foreign),
    }
}

/// The title the shelf shows: that of the sheet, also of one with problems. Only the title is read, however large the sheet is.
pub(crate) fn title(text: &str) -> String {
    #[derive(Deserialize)]
    struct Titled {
        title: Option<Box<RawValue>>,
    }
    let titled = serde_json::from_str::<Titled>(text).ok();
    let title: Option<String> = titled.and_then(|titled| serde_json::from_str(titled.title?.get()).ok());
    title.filter(|title| !title.trim().is_empty()).unwrap_or_else(|| "Untitled".into())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_sheet_is_told_from_what_is_none() {
        let of = |text: &str| sheet_of(text.as_bytes().to_vec());
        let toml = "\u{feff}format = \"helvek-sheet/1\"\ntitle = \"Plank\"\n[points]\nA = [0, 1]\n";
        let (title, text) = of(toml).unwrap();
        assert_eq!(title, "Plank");
        assert_eq!(
            serde_json::from_str::<serde_json::Value>(&text).unwrap(),
            serde_json::json!({ "format": "helvek-sheet/1", "title": "Plank", "points": { "A": [0, 1] } })
        );
        assert_eq!(
            of(&format!("\u{feff} {text}")).unwrap().1,
            text.trim(),
            "JSON with a mark at its beginning"
        );
        let exact = "{\"format\": \"helvek-sheet/1\", \"x\": [1.10, 1e999, 12345678901234567890]}";
        assert_eq!(of(exact).unwrap().1, exact);
        // Whatever else is wrong in it is shown on the bench.
        assert!(of("format = \"helvek-sheet/1\"\nloads = [{ kind = \"gust\" }]").is_ok());
        for (text, code, says) in [
            ("format = \"helvek-sheet/2\"", ErrorCode::Newer, "helvek-sheet/2"),
            ("title = \"A letter\"", ErrorCode::Foreign, "does not say"),
            ("{\"name\": \"package\"}", ErrorCode::Foreign, "does not say"),
            ("", ErrorCode::Foreign, "does not say"),
            ("Dear gardener,\nthe hoist", ErrorCode::Text, "line 1"),
            ("{\"format\": \"helvek-sheet/1\",\n \"points\": [}", ErrorCode::Text, "line 2"),
            ("<svg xmlns=\"x\"></svg>", ErrorCode::Text, "line 1"),
        ] {
            let refused = of(text).expect_err(text);
            assert_eq!(refused.code(), code, "{text}: {refused}");
            assert!(refused.to_string().contains(says) && !refused.cure().is_empty(), "{text}: {refused}");
        }
        assert_eq!(sheet_of(vec![0xff, 0xfe, b'f', 0]).unwrap_err().code(), ErrorCode::Foreign);
        assert_eq!(sheet_of(b"a\0b".to_vec()).unwrap_err().code(), ErrorCode::Foreign);
    }
}
