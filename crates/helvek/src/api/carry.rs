//! Sheets out as files, and back in.

use super::json::{At, Body};
use super::told::told;
use super::{ApiError, Shared};
use crate::incoming::{self, Came, MOST, NotTaken};
use axum::body::Body as Raw;
use axum::extract::{Query, Request, State};
use axum::http::header::{self, HeaderValue};
use axum::response::{IntoResponse, Response};
use futures_util::StreamExt;
use helvek_core::sheet::{self, Syntax};
use helvek_store::Look;
use helvek_store::archive::{Choice, pack};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use std::collections::VecDeque;
use std::io::{BufWriter, Seek, Write};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;
use tempfile::NamedTempFile;
use tokio::runtime::Handle;
use tokio::sync::Semaphore;
use tower::ServiceExt;
use tower_http::services::ServeFile;

/// The longest the next part of a file may take to arrive.
const ARRIVES: Duration = Duration::from_secs(15);

/// Archives that wait to be fetched; those made last stay.
const WAITING: usize = 4;

/// The files on their way out and in. Cloning shares it.
#[derive(Debug, Clone)]
pub(crate) struct Carrying {
    /// One archive is made or taken in at a time.
    one: Arc<Semaphore>,
    made: Arc<Mutex<VecDeque<Made>>>,
}

#[derive(Debug)]
struct Made {
    /// The name that only who had it made knows.
    name: String,
    /// The name under which it is saved.
    called: String,
    file: NamedTempFile,
}

impl Default for Carrying {
    fn default() -> Self {
        Self { one: Arc::new(Semaphore::new(1)), made: Arc::default() }
    }
}

/// The format in which a sheet is written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "lowercase")]
enum Written {
    /// For people.
    Toml,
    /// For programs.
    Json,
}

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
pub(super) struct Way {
    #[serde(rename = "as")]
    written: Written,
}

/// A sheet as a file.
pub(super) async fn file(
    State(shared): State<Shared>,
    At(id): At<String>,
    way: Result<Query<Way>, axum::extract::rejection::QueryRejection>,
) -> Result<Response, ApiError> {
    let Query(Way { written }) = way?;
    let whole = shared.store.get(&id).await?.ok_or(ApiError::NoSheet)?;
    let (syntax, kind, ending) = match written {
        Written::Toml => (Syntax::Toml, "application/toml", "toml"),
        Written::Json => (Syntax::Json, "application/json", "json"),
    };
    let text = sheet::rewritten(&whole.body, Syntax::Json, syntax).map_err(|_| ApiError::NoObject)?;
    let named = called(&format!("{}.{ending}", plain(&whole.row.title)));
    Ok(([(header::CONTENT_TYPE, HeaderValue::from_static(kind)), (header::CONTENT_DISPOSITION, named)], text)
        .into_response())
}

/// A title as the name of a file.
fn plain(title: &str) -> String {
    let words: String = title.chars().map(|c| if c.is_alphanumeric() { c } else { ' ' }).collect();
    let name: String = words.split_whitespace().collect::<Vec<_>>().join("-").chars().take(80).collect();
    if name.is_empty() { "sheet".into() } else { name }
}

/// Tells the browser how to call a file: in letters of any script, and for those that cannot read them in plain ones.
fn called(name: &str) -> HeaderValue {
    let ascii: String = name.chars().map(|c| if c.is_ascii() { c } else { '_' }).collect();
    let mut encoded = String::new();
    for byte in name.bytes() {
        if byte.is_ascii_alphanumeric() || b"-._".contains(&byte) {
            encoded.push(byte.into());
        } else {
            encoded += &format!("%{byte:02X}");
        }
    }
    let line = format!("attachment; filename=\"{ascii}\"; filename*=UTF-8''{encoded}");
    HeaderValue::from_str(&line).unwrap_or_else(|_| HeaderValue::from_static("attachment"))
}

/// The sheets that go into an archive: these, or all on the shelf that are found.
#[derive(Debug, Default, Deserialize, JsonSchema)]
#[serde(default, deny_unknown_fields)]
pub(crate) struct ArchiveOf {
    /// The ids of some; all that are found when it is null.
    pub(crate) sheets: Option<Vec<String>>,
    /// Part of a title or of a tag.
    pub(crate) search: String,
    /// With this tag.
    pub(crate) tag: Option<String>,
    /// Only sheets that answer otherwise since an upgrade.
    pub(crate) differing: bool,
}

/// An archive that can be fetched.
#[derive(Debug, Serialize, JsonSchema)]
pub(crate) struct ArchiveMade {
    /// The address, for a while.
    pub(crate) address: String,
    /// The name of the file.
    pub(crate) file: String,
    /// Sheets in it.
    pub(crate) sheets: usize,
    /// Revisions of all of them.
    pub(crate) revisions: usize,
    /// Its size in bytes.
    pub(crate) bytes: u64,
}

pub(super) async fn archive(
    State(shared): State<Shared>,
    Body(of): Body<ArchiveOf>,
) -> Result<Response, ApiError> {
    let ArchiveOf { sheets, search, tag, differing } = of;
    let found = Choice::Found(Look { search, tag, differing, ..Look::default() });
    let choice = sheets.map_or(found, Choice::These);
    let turn = turn(&shared.carrying).await?;
    let stamp = shared.store.stamp().await?;
    let name = crate::token::made().map_err(|_| ApiError::Fault)?;
    let handle = Handle::current();
    Ok(told(move |tell| {
        let _turn = turn;
        let mut file = NamedTempFile::new().map_err(NotTaken::from)?;
        let mut writer = BufWriter::new(file.as_file_mut());
        let packed =
            handle.block_on(pack(&shared.store, &choice, &mut writer, tell)).map_err(NotTaken::from)?;
        writer.flush().map_err(NotTaken::from)?;
        drop(writer);
        let bytes = file.as_file().metadata().map_err(NotTaken::from)?.len();
        let called = format!("helvek-{stamp}.zip");
        let made = ArchiveMade {
            address: format!("/api/archive/{name}"),
            file: called.clone(),
            sheets: packed.sheets,
            revisions: packed.revisions,
            bytes,
        };
        let mut waiting = shared.carrying.made.lock().unwrap_or_else(PoisonError::into_inner);
        waiting.push_back(Made { name, called, file });
        while waiting.len() > WAITING {
            waiting.pop_front();
        }
        Ok(made)
    })
    .await)
}

async fn turn(carrying: &Carrying) -> Result<tokio::sync::OwnedSemaphorePermit, ApiError> {
    // Nobody closes it.
    Arc::clone(&carrying.one).acquire_owned().await.map_err(|_| ApiError::Fault)
}

/// Hands out an archive that was made.
pub(super) async fn fetch(
    State(shared): State<Shared>,
    At(name): At<String>,
    request: Request,
) -> Result<Response, ApiError> {
    let found = {
        let made = shared.carrying.made.lock().unwrap_or_else(PoisonError::into_inner);
        made.iter()
            .find(|made| made.name == name)
            .map(|made| (made.file.path().to_owned(), made.called.clone()))
    };
    let (path, name) = found.ok_or(ApiError::NoArchive)?;
    // Opened before it is answered: it is read to its end even if it is taken away meanwhile.
    let service = ServeFile::new_with_mime(path, &mime_guess::mime::APPLICATION_OCTET_STREAM);
    let mut response = match service.oneshot(request).await {
        Ok(response) => response.map(Raw::new),
        Err(never) => match never {},
    };
    response.headers_mut().insert(header::CONTENT_DISPOSITION, called(&name));
    response.headers_mut().insert(header::CONTENT_TYPE, HeaderValue::from_static("application/zip"));
    Ok(response)
}

/// Takes in a file that somebody brings.
pub(super) async fn import(State(shared): State<Shared>, request: Request) -> Result<Response, ApiError> {
    let file = arrived(request.into_body()).await?;
    let turn = turn(&shared.carrying).await?;
    let handle = Handle::current();
    Ok(told(move |tell| {
        let _turn = turn;
        let came: Came = handle.block_on(incoming::take(&shared.store, file, tell))?;
        shared.keeper.wake();
        Ok(came)
    })
    .await)
}

/// A file that comes in, on the disk: it may be larger than the memory.
async fn arrived(body: Raw) -> Result<std::fs::File, ApiError> {
    let mut file = tempfile::tempfile().map_err(NotTaken::from)?;
    let mut parts = body.into_data_stream();
    let mut size = 0;
    loop {
        let next = tokio::time::timeout(ARRIVES, parts.next()).await.map_err(|_| ApiError::Slow)?;
        let Some(part) = next else { break };
        let part = part.map_err(|_| ApiError::Slow)?;
        size += part.len() as u64;
        if size > MOST {
            return Err(ApiError::LargeFile);
        }
        // A part is a few thousand bytes, and goes to the system's own memory first.
        file.write_all(&part).map_err(NotTaken::from)?;
    }
    file.rewind().map_err(NotTaken::from)?;
    Ok(file)
}
