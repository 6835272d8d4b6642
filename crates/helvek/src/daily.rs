//! A backup every day while the server runs, each verified, of which the last few are kept.

use crate::safekeeping::listed;
use helvek_store::{Store, StoreError, back_up};
use schemars::JsonSchema;
use serde::Serialize;
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, SystemTime};

/// The age of the last one at which the next is due.
const DAY: Duration = Duration::from_secs(24 * 60 * 60);
/// The time between two looks whether one is due, and after which one that failed is tried again.
const LOOK: Duration = Duration::from_secs(10 * 60);

/// The folder of the backups, and how many stay.
#[derive(Debug, Clone)]
pub struct Daily {
    /// The folder; it must be there.
    pub folder: PathBuf,
    /// At least 1.
    pub keep: usize,
}

/// The state of the backups.
#[derive(Debug, Clone, Default, Serialize, JsonSchema)]
pub(crate) struct Backups {
    /// The folder they go to; null where none are made.
    folder: Option<String>,
    /// The last one.
    last: Option<LastBackup>,
    /// The reason for which the one that was due could not be made.
    failed: Option<FailedBackup>,
}

/// A backup that is there.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub(crate) struct LastBackup {
    /// Its name.
    file: String,
    /// The moment it was made, in milliseconds since 1970 UTC.
    at: u64,
    /// Its contents in words; null for one that an earlier run has made.
    holds: Option<String>,
}

/// A backup that could not be made.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub(crate) struct FailedBackup {
    /// The reason.
    message: String,
    /// The cure.
    cure: String,
}

/// The state of the backups, known to all. Cloning shares it.
#[derive(Debug, Clone, Default)]
pub(crate) struct Known(Arc<Mutex<Backups>>);

impl Known {
    pub(crate) fn now(&self) -> Backups {
        self.0.lock().unwrap_or_else(PoisonError::into_inner).clone()
    }

    fn note(&self, change: impl FnOnce(&mut Backups)) {
        change(&mut self.0.lock().unwrap_or_else(PoisonError::into_inner));
    }
}

/// Makes a backup whenever one is due, for ever.
pub(crate) async fn run(daily: Daily, store: Store, data: PathBuf, known: Known) {
    let last = made(&daily.folder).pop().map(|(file, at)| LastBackup { file, at: millis(at), holds: None });
    known.note(|backups| {
        backups.folder = Some(daily.folder.display().to_string());
        backups.last = last;
    });
    loop {
        if due(&daily.folder) {
            match make(&daily, &store, &data).await {
                Ok(last) => {
                    tracing::info!(file = last.file, "backed up");
                    known.note(|backups| (backups.last, backups.failed) = (Some(last), None));
                }
                Err(error) => {
                    tracing::error!(%error, "no backup could be made");
                    let failed = FailedBackup { message: error.to_string(), cure: error.cure().into() };
                    known.note(|backups| backups.failed = Some(failed));
                }
            }
        }
        tokio::time::sleep(LOOK).await;
    }
}

/// One more, and no more than are kept.
async fn make(daily: &Daily, store: &Store, data: &Path) -> Result<LastBackup, StoreError> {
    let file = format!("{BEGINS}{}{ENDS}", store.stamp().await?);
    let contents = back_up(data, &daily.folder.join(&file)).await?;
    let all = made(&daily.folder);
    for (old, _) in all.iter().take(all.len().saturating_sub(daily.keep.max(1))) {
        if let Err(error) = std::fs::remove_file(daily.folder.join(old)) {
            tracing::warn!(old, %error, "an old backup could not be removed");
        }
    }
    Ok(LastBackup { file, at: millis(SystemTime::now()), holds: Some(listed(&contents)) })
}

const BEGINS: &str = "helvek-";
const ENDS: &str = ".sqlite";

/// The backups in a folder, the oldest first: by their names, which are moments. Nothing else in it is touched.
fn made(folder: &Path) -> Vec<(String, SystemTime)> {
    let entries = std::fs::read_dir(folder).into_iter().flatten().flatten();
    let mut all: Vec<_> = entries
        .filter_map(|entry| {
            let name = entry.file_name().into_string().ok()?;
            let stamp = name.strip_prefix(BEGINS)?.strip_suffix(ENDS)?;
            let ours = stamp.len() == STAMP.len()
                && stamp
                    .bytes()
                    .zip(STAMP.bytes())
                    .all(|(c, like)| if like == b'0' { c.is_ascii_digit() } else { c == like });
            ours.then(|| {
                (name, entry.metadata().and_then(|m| m.modified()).unwrap_or(SystemTime::UNIX_EPOCH))
            })
        })
        .collect();
    all.sort();
    all
}

/// The form of the moment in a name.
const STAMP: &str = "0000-00-00T000000Z";

fn due(folder: &Path) -> bool {
    made(folder).last().is_none_or(|(_, at)| at.elapsed().is_ok_and(|age| age >= DAY))
}

fn millis(at: SystemTime) -> u64 {
    at.duration_since(SystemTime::UNIX_EPOCH)
        .map_or(0, |since| u64::try_from(since.as_millis()).unwrap_or(u64::MAX))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn only_the_last_few_backups_stay_and_nothing_else_goes() {
        let folder = tempfile::tempdir().unwrap();
        let at = |name: &str| folder.path().join(name);
        for name in [
            "helvek-2026-01-01T000000Z.sqlite",
            "helvek-2026-01-02T000000Z.sqlite",
            "helvek-mine.sqlite",
            "letter.txt",
        ] {
            std::fs::write(at(name), "x").unwrap();
        }
        let data = at("sheets.db");
        let store = Store::open(&data).await.unwrap();
        store.create("Bench", "{}", 1).await.unwrap();
        assert!(!due(folder.path()), "files written just now are of today");
        let daily = Daily { folder: folder.path().into(), keep: 2 };
        let last = make(&daily, &store, &data).await.unwrap();
        assert!(last.holds.unwrap().starts_with("1 sheet with 0 revisions"));
        let names: Vec<_> = made(folder.path()).into_iter().map(|(name, _)| name).collect();
        assert_eq!(names, ["helvek-2026-01-02T000000Z.sqlite", &last.file]);
        assert!(at("helvek-mine.sqlite").exists() && at("letter.txt").exists());
        let old = SystemTime::now() - DAY;
        let file = std::fs::File::open(at(&last.file)).unwrap();
        file.set_modified(old).unwrap();
        assert!(due(folder.path()));
    }

    #[tokio::test]
    async fn what_fails_is_told_with_its_cure() {
        let folder = tempfile::tempdir().unwrap();
        let data = folder.path().join("sheets.db");
        let store = Store::open(&data).await.unwrap();
        let daily = Daily { folder: folder.path().join("gone"), keep: 2 };
        let error = make(&daily, &store, &data).await.unwrap_err();
        assert!(!error.cure().is_empty() && !error.to_string().is_empty());
        let known = Known::default();
        let running = tokio::spawn(run(daily, store, data, known.clone()));
        while known.now().failed.is_none() {
            tokio::time::sleep(Duration::from_millis(5)).await;
        }
        assert!(known.now().folder.unwrap().ends_with("gone") && known.now().last.is_none());
        running.abort();
    }
}
