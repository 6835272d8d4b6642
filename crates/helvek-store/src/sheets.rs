//! Keeping, listing and removing sheets.

use crate::revisions::{RevisionReason, cut};
use crate::{Store, StoreError};
use sqlx::{QueryBuilder, Row, Sqlite};

/// A sheet in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SheetRow {
    /// Its id.
    pub id: String,
    /// Its title.
    pub title: String,
    /// The number of times it was saved.
    pub version: i64,
    /// The moment it was last saved, UTC, ISO 8601.
    pub changed: String,
    /// Its tags.
    pub tags: Vec<String>,
    /// The engine it was last saved under.
    pub engine: i64,
    /// True when the present engine gives other answers.
    pub differs: bool,
}

/// A sheet with its text.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredSheet {
    /// Its row in the list.
    pub row: SheetRow,
    /// The sheet as it was saved.
    pub body: String,
}

/// The outcome of a save.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Saved {
    /// Kept, as this version.
    Version(i64),
    /// Somebody else saved first; nothing was overwritten.
    Conflict {
        /// The version that is there now.
        current: i64,
    },
    /// There is no such sheet.
    Missing,
}

/// The time a sheet is left alone before a change of it keeps what was there as a revision.
const IDLE: &str = "-2 minutes";

/// The columns of a [`SheetRow`].
pub(crate) const COLUMNS: &str = "id, title, version, changed, tags, engine, differs IS NOT NULL AS differs";

pub(crate) fn row(row: &sqlx::sqlite::SqliteRow) -> Result<SheetRow, sqlx::Error> {
    Ok(SheetRow {
        id: row.try_get("id")?,
        title: row.try_get("title")?,
        version: row.try_get("version")?,
        changed: row.try_get("changed")?,
        tags: serde_json::from_str(row.try_get("tags")?).unwrap_or_default(),
        engine: row.try_get("engine")?,
        differs: row.try_get("differs")?,
    })
}

impl Store {
    /// True when nothing was ever kept, not even in the trash.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn is_empty(&self) -> Result<bool, StoreError> {
        let any = sqlx::query("SELECT 1 FROM sheets LIMIT 1").fetch_optional(&self.readers).await?;
        Ok(any.is_none())
    }

    /// The moment, UTC, as it can stand in the name of a file: `2026-11-30T044355Z`.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn stamp(&self) -> Result<String, StoreError> {
        Ok(sqlx::query_scalar("SELECT strftime('%Y-%m-%dT%H%M%SZ', 'now')").fetch_one(&self.readers).await?)
    }

    /// Keeps a new sheet, answered by this engine, and returns its id: 16 random hexadecimal digits.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn create(&self, title: &str, body: &str, engine: i64) -> Result<String, StoreError> {
        self.write(async |connection| {
            sqlx::query_scalar(
                "INSERT INTO sheets (id, title, body, engine, compared) \
                 VALUES (lower(hex(randomblob(8))), ?1, ?2, ?3, ?3) RETURNING id",
            )
            .bind(title)
            .bind(body)
            .bind(engine)
            .fetch_one(connection)
            .await
        })
        .await
    }

    /// The sheet with its text, if it is there and not in the trash.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn get(&self, id: &str) -> Result<Option<StoredSheet>, StoreError> {
        self.fetch(id, " AND trashed IS NULL").await
    }

    /// The same, wherever it is.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn find(&self, id: &str) -> Result<Option<StoredSheet>, StoreError> {
        self.fetch(id, "").await
    }

    async fn fetch(&self, id: &str, where_it_is: &str) -> Result<Option<StoredSheet>, StoreError> {
        let mut query =
            QueryBuilder::<Sqlite>::new(format!("SELECT {COLUMNS}, body FROM sheets WHERE id = "));
        query.push_bind(id).push(where_it_is);
        let found = query.build().fetch_optional(&self.readers).await?;
        Ok(match found {
            Some(found) => Some(StoredSheet { row: row(&found)?, body: found.try_get("body")? }),
            None => None,
        })
    }

    /// Replaces a sheet, if it is still at the version the change was made from; this engine answers it. What was there before a pause, and what an older
    /// engine answered, is kept as a revision.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn save(
        &self,
        id: &str,
        from_version: i64,
        title: &str,
        body: &str,
        engine: i64,
    ) -> Result<Saved, StoreError> {
        self.write(async |connection| {
            let worth: Option<String> = sqlx::query_scalar(
                "SELECT CASE WHEN engine < ?4 THEN 'upgraded' ELSE 'idle' END FROM sheets \
                 WHERE id = ?1 AND version = ?2 AND trashed IS NULL \
                 AND (engine < ?4 OR changed < strftime('%Y-%m-%dT%H:%M:%fZ', 'now', ?3))",
            )
            .bind(id)
            .bind(from_version)
            .bind(IDLE)
            .bind(engine)
            .fetch_optional(&mut *connection)
            .await?;
            if let Some(why) = worth {
                cut(connection, id, RevisionReason::of(&why), None).await?;
            }
            let saved = sqlx::query_scalar(
                "UPDATE sheets SET title = ?1, body = ?2, version = version + 1, changed = strftime('%Y-%m-%dT%H:%M:%fZ', 'now'), \
                 engine = ?5, compared = ?5, answers = NULL, differs = NULL \
                 WHERE id = ?3 AND version = ?4 AND trashed IS NULL RETURNING version",
            )
            .bind(title)
            .bind(body)
            .bind(id)
            .bind(from_version)
            .bind(engine)
            .fetch_optional(&mut *connection)
            .await?;
            if let Some(version) = saved {
                return Ok(Saved::Version(version));
            }
            let current = sqlx::query_scalar("SELECT version FROM sheets WHERE id = ? AND trashed IS NULL")
                .bind(id)
                .fetch_optional(connection)
                .await?;
            Ok(current.map_or(Saved::Missing, |current| Saved::Conflict { current }))
        })
        .await
    }

    /// Keeps a copy of a sheet, tags and what it answered included, under a title that no other sheet has: `Bench (copy)`, `Bench (copy 2)`. `entitled`
    /// writes a title into a text. `None` when there is no such sheet.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn copy(
        &self,
        id: &str,
        entitled: impl Fn(&str, &str) -> String,
    ) -> Result<Option<String>, StoreError> {
        self.write(async |connection| {
            let found = sqlx::query("SELECT title, body FROM sheets WHERE id = ? AND trashed IS NULL")
                .bind(id)
                .fetch_optional(&mut *connection)
                .await?;
            let Some(found) = found else { return Ok(None) };
            let old: String = found.try_get("title")?;
            let mut titles = copies(&old);
            let title = loop {
                let title = titles.next().unwrap_or_else(|| old.clone());
                let taken: bool = sqlx::query_scalar("SELECT EXISTS (SELECT 1 FROM sheets WHERE title = ?)")
                    .bind(&title)
                    .fetch_one(&mut *connection)
                    .await?;
                if !taken {
                    break title;
                }
            };
            let body = entitled(found.try_get("body")?, &title);
            sqlx::query_scalar(
                "INSERT INTO sheets (id, title, body, tags, engine, answers, compared, differs) \
                 SELECT lower(hex(randomblob(8))), ?, ?, tags, engine, answers, compared, differs FROM sheets \
                 WHERE id = ? AND trashed IS NULL RETURNING id",
            )
            .bind(title)
            .bind(body)
            .bind(id)
            .fetch_optional(connection)
            .await
        })
        .await
    }
}

/// The names of copies of a sheet, one after the other: `Bench (copy)`, `Bench (copy 2)`, also those of `Bench (copy)`.
fn copies(title: &str) -> impl Iterator<Item = String> {
    let numbered = title.strip_suffix(')').and_then(|rest| rest.rsplit_once(" (copy"));
    let is_number =
        |text: &str| text.is_empty() || text.strip_prefix(' ').is_some_and(|n| n.parse::<u32>().is_ok());
    let base = numbered.filter(|(_, number)| is_number(number)).map_or(title, |(base, _)| base).to_owned();
    let first = std::iter::once(format!("{base} (copy)"));
    first.chain((2..u32::MAX).map(move |n| format!("{base} (copy {n})")))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn copies_of_copies_are_numbered_on() {
        let two = |title: &str| copies(title).take(2).collect::<Vec<_>>();
        assert_eq!(two("Bench"), ["Bench (copy)", "Bench (copy 2)"]);
        assert_eq!(two("Bench (copy)"), ["Bench (copy)", "Bench (copy 2)"]);
        assert_eq!(two("Bench (copy 7)"), ["Bench (copy)", "Bench (copy 2)"]);
        assert_eq!(two("Bench (copy of it)"), ["Bench (copy of it) (copy)", "Bench (copy of it) (copy 2)"]);
    }

    #[tokio::test]
    async fn a_sheet_is_there_after_the_store_was_closed() {
        let folder = tempfile::tempdir().unwrap();
        let file = folder.path().join("sheets.sqlite");
        let store = Store::open(&file).await.unwrap();
        let id = store.create("Bench", "{\"a\":1}", 1).await.unwrap();
        assert_eq!(store.save(&id, 1, "Bench top", "{\"a\":2}", 1).await.unwrap(), Saved::Version(2));
        store.close().await;
        let again = Store::open(&file).await.unwrap().get(&id).await.unwrap().unwrap();
        assert_eq!(
            (again.row.title.as_str(), again.body.as_str(), again.row.version),
            ("Bench top", "{\"a\":2}", 2)
        );
    }

    #[tokio::test]
    async fn the_second_of_two_writers_is_told_and_overwrites_nothing() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "first", 1).await.unwrap();
        assert_eq!(store.save(&id, 1, "Bench", "mine", 1).await.unwrap(), Saved::Version(2));
        assert_eq!(store.save(&id, 1, "Bench", "yours", 1).await.unwrap(), Saved::Conflict { current: 2 });
        assert_eq!(store.get(&id).await.unwrap().unwrap().body, "mine");
        assert_eq!(store.save("nobody", 1, "", "", 1).await.unwrap(), Saved::Missing);
    }

    #[tokio::test]
    async fn the_last_saved_sheet_is_listed_first_and_a_copy_brings_its_tags() {
        let store = Store::in_memory().await.unwrap();
        assert!(store.is_empty().await.unwrap());
        let first = store.create("Bench", "", 1).await.unwrap();
        store.tag(&first, &["wood".into()]).await.unwrap();
        tokio::time::sleep(std::time::Duration::from_millis(5)).await;
        let entitled = |_: &str, title: &str| title.to_owned();
        let second = store.copy(&first, entitled).await.unwrap().unwrap();
        tokio::time::sleep(std::time::Duration::from_millis(5)).await;
        store.save(&first, 1, "Bench", "x", 1).await.unwrap();
        let found = store.look(&crate::Look { limit: 5, ..crate::Look::default() }).await.unwrap();
        let order: Vec<_> = found.sheets.iter().map(|(row, _)| row.id.as_str()).collect();
        assert_eq!(order, [first.as_str(), second.as_str()]);
        assert_eq!(found.sheets[1].0.tags, ["wood"]);
        assert_eq!(store.copy("nobody", entitled).await.unwrap(), None);
        // No two of one name, also of copies at the same moment.
        let (third, fourth) = tokio::join!(store.copy(&first, entitled), store.copy(&second, entitled));
        let mut titles = Vec::new();
        for id in [second, third.unwrap().unwrap(), fourth.unwrap().unwrap()] {
            let whole = store.get(&id).await.unwrap().unwrap();
            assert_eq!(whole.body, whole.row.title);
            titles.push(whole.row.title);
        }
        titles.sort_unstable();
        assert_eq!(titles, ["Bench (copy 2)", "Bench (copy 3)", "Bench (copy)"]);
    }
}
