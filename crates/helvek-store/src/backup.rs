//! Copies of a whole store: made while it is in use, verified by opening them, and brought back.

use crate::StoreError;
use crate::opening::{self, MISSING_FORM};
use sqlx::sqlite::SqliteConnectOptions;
use sqlx::{Connection, SqliteConnection};
use std::ffi::OsString;
use std::path::{Path, PathBuf};

/// The contents of a file of sheets, as far as it was looked into.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Contents {
    /// Sheets, those in the trash too.
    pub sheets: i64,
    /// Revisions of all of them.
    pub revisions: i64,
    /// Its size on the disk.
    pub bytes: u64,
}

/// Copies a store into a new file, consistently, whoever reads or writes it meanwhile, and verifies the copy. What cannot be verified is not left
/// behind.
///
/// # Errors
/// [`StoreError`]: there is no such store, the new file is there already or cannot be written, the store is damaged.
pub async fn back_up(data: &Path, to: &Path) -> Result<Contents, StoreError> {
    if !data.is_file() {
        return Err(StoreError::Missing(data.to_owned()));
    }
    if to.exists() {
        return Err(StoreError::Exists(to.to_owned()));
    }
    let part = beside(to, "part");
    let done = async {
        let options = SqliteConnectOptions::new().filename(data).busy_timeout(opening::BUSY);
        let mut connection = SqliteConnection::connect_with(&options).await?;
        opening::known(opening::form(&mut connection).await?)?;
        opening::copy(&mut connection, &part).await?;
        connection.close().await?;
        let contents = look_into(&part).await?;
        rename(&part, to)?;
        Ok(contents)
    };
    let done = done.await;
    if done.is_err() {
        // It may not even be there.
        let _ = std::fs::remove_file(&part);
    }
    done
}

/// Verifies a file of sheets without changing it: its pages, and that its form is one that this program knows.
///
/// # Errors
/// [`StoreError`]: not a file of sheets, damaged, or newer than this program.
pub async fn look_into(file: &Path) -> Result<Contents, StoreError> {
    if !file.is_file() {
        return Err(StoreError::Missing(file.to_owned()));
    }
    // Nobody else writes it, and nothing is made beside it.
    let options = SqliteConnectOptions::new().filename(file).read_only(true).immutable(true);
    let mut connection = SqliteConnection::connect_with(&options).await?;
    let form = opening::form(&mut connection).await?;
    if form == MISSING_FORM {
        return Err(StoreError::Foreign(": it is empty"));
    }
    opening::known(form)?;
    let check: String = sqlx::query_scalar("PRAGMA integrity_check(1)").fetch_one(&mut connection).await?;
    if check != "ok" {
        return Err(StoreError::Damaged(check));
    }
    let sheets = sqlx::query_scalar("SELECT COUNT(*) FROM sheets").fetch_one(&mut connection).await?;
    // There were none in the first form.
    let revisions = match form {
        1 => 0,
        _ => sqlx::query_scalar("SELECT COUNT(*) FROM revisions").fetch_one(&mut connection).await?,
    };
    connection.close().await?;
    let bytes = std::fs::metadata(file).map_or(0, |file| file.len());
    Ok(Contents { sheets, revisions, bytes })
}

/// Puts a verified copy in the place of a store that nobody has open. What was there is kept beside it, under the name that is returned.
///
/// # Errors
/// [`StoreError`]: of the copy as [`look_into`]; the store is in use ([`StoreError::Busy`]), or cannot be written.
pub async fn restore(from: &Path, data: &Path) -> Result<(Contents, Option<PathBuf>), StoreError> {
    let contents = look_into(from).await?;
    let part = beside(data, "part");
    // A copy that was broken off earlier is of no use.
    let _ = std::fs::remove_file(&part);
    opening::new_file(&part)?;
    std::fs::copy(from, &part)?;
    // It is on the disk before anything is put aside for it.
    std::fs::File::open(&part)?.sync_all()?;
    let there = data.exists();
    if there {
        close_for_good(data).await?;
    }
    let aside = opening::free_name(data, "before-restore");
    // What is left of a log belongs to the old file, and would be taken for one of the new.
    for end in ["", "-wal", "-shm"] {
        let (old, new) = (with_end(data, end), with_end(&aside, end));
        if old.exists() {
            rename(&old, &new)?;
        }
    }
    rename(&part, data)?;
    Ok((contents, there.then_some(aside)))
}

/// Writes everything that stands beside a store into it, and makes sure that nobody else has it open.
async fn close_for_good(data: &Path) -> Result<(), StoreError> {
    let options =
        SqliteConnectOptions::new().filename(data).busy_timeout(std::time::Duration::from_millis(200));
    let mut connection = match SqliteConnection::connect_with(&options).await {
        Ok(connection) => connection,
        Err(error) => match error.into() {
            // What is damaged, or is no store, is put aside as it is.
            StoreError::Damaged(_) | StoreError::Foreign(_) => return Ok(()),
            other => return Err(other),
        },
    };
    // Only who is alone with a file can leave the log beside it.
    let left: Result<String, _> =
        sqlx::query_scalar("PRAGMA journal_mode = DELETE").fetch_one(&mut connection).await;
    match left.map_err(StoreError::from) {
        Ok(_) | Err(StoreError::Damaged(_) | StoreError::Foreign(_)) => {}
        Err(other) => return Err(other),
    }
    connection.close().await?;
    Ok(())
}

/// A name in the same folder, so that putting it in its place is one step.
fn beside(file: &Path, what: &str) -> PathBuf {
    let mut name = OsString::from(".");
    name.push(file.file_name().unwrap_or_default());
    name.push(".");
    name.push(what);
    file.with_file_name(name)
}

fn with_end(file: &Path, end: &str) -> PathBuf {
    let mut name = file.as_os_str().to_owned();
    name.push(end);
    name.into()
}

fn rename(from: &Path, to: &Path) -> Result<(), StoreError> {
    Ok(std::fs::rename(from, to)?)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{RevisionReason, Store};

    async fn titles(file: &Path) -> Vec<String> {
        let store = Store::open(file).await.unwrap();
        let look = crate::Look { order: crate::Order::Title, limit: 999, ..crate::Look::default() };
        let titles = store.look(&look).await.unwrap().sheets.into_iter().map(|(row, _)| row.title).collect();
        store.close().await;
        titles
    }

    #[tokio::test]
    async fn a_backup_made_while_writing_has_all_that_was_kept_before_and_comes_back() {
        let folder = tempfile::tempdir().unwrap();
        let (data, copy) = (folder.path().join("sheets.sqlite"), folder.path().join("copy.sqlite"));
        let store = Store::open(&data).await.unwrap();
        for i in 0..20 {
            let id = store.create(&format!("Before {i:02}"), "{}", 1).await.unwrap();
            store.cut(&id, RevisionReason::Named, Some("first")).await.unwrap();
        }
        let writing = tokio::spawn({
            let store = store.clone();
            async move {
                for i in 0..200 {
                    store.create(&format!("While {i:03}"), "{}", 1).await.unwrap();
                }
            }
        });
        let contents = back_up(&data, &copy).await.unwrap();
        writing.await.unwrap();
        assert!(contents.sheets >= 20 && contents.revisions == 20, "{contents:?}");
        assert!(matches!(back_up(&data, &copy).await, Err(StoreError::Exists(_))));
        // A file that is in use is not replaced under the feet of whoever has it.
        assert!(matches!(restore(&copy, &data).await, Err(StoreError::Busy)));
        assert_eq!(titles(&data).await.len(), 220);
        store.close().await;
        let (found, aside) = restore(&copy, &data).await.unwrap();
        assert_eq!(found, contents);
        let restored = titles(&data).await;
        assert_eq!(restored.len() as i64, contents.sheets);
        assert_eq!(restored[..20], (0..20).map(|i| format!("Before {i:02}")).collect::<Vec<_>>());
        assert_eq!(titles(&aside.unwrap()).await.len(), 220);
        // Onto an empty machine.
        let elsewhere = folder.path().join("elsewhere.sqlite");
        assert_eq!(restore(&copy, &elsewhere).await.unwrap(), (contents, None));
        assert_eq!(titles(&elsewhere).await, restored);
    }

    #[tokio::test]
    async fn what_is_no_backup_is_refused_and_changes_nothing() {
        let folder = tempfile::tempdir().unwrap();
        let at = |name: &str| folder.path().join(name);
        let store = Store::open(&at("sheets.sqlite")).await.unwrap();
        store.create("Bench", &"x".repeat(50_000), 1).await.unwrap();
        store.close().await;
        back_up(&at("sheets.sqlite"), &at("whole.sqlite")).await.unwrap();
        let whole = std::fs::read(at("whole.sqlite")).unwrap();
        std::fs::write(at("cut.sqlite"), &whole[..whole.len() / 2]).unwrap();
        let mut torn = whole.clone();
        let middle = torn.len() / 2;
        torn[middle..middle + 9000].fill(0);
        std::fs::write(at("torn.sqlite"), torn).unwrap();
        std::fs::write(at("letter.txt"), "Dear gardener, ".repeat(300)).unwrap();
        std::fs::write(at("nothing.sqlite"), "").unwrap();
        for name in ["cut.sqlite", "torn.sqlite", "letter.txt", "nothing.sqlite", "not there"] {
            let refused = restore(&at(name), &at("sheets.sqlite")).await.unwrap_err();
            let expected = match name {
                "cut.sqlite" | "torn.sqlite" => matches!(refused, StoreError::Damaged(_)),
                "not there" => matches!(refused, StoreError::Missing(_)),
                _ => matches!(refused, StoreError::Foreign(_)),
            };
            assert!(expected, "{name}: {refused:?}");
            assert_eq!(titles(&at("sheets.sqlite")).await, ["Bench"]);
        }
        assert!(matches!(back_up(&at("not there"), &at("x.sqlite")).await, Err(StoreError::Missing(_))));
    }
}
