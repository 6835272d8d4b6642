//! Keeping, listing and removing sheets.

use crate::{Store, StoreError};
use sqlx::Row;

/// A sheet in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SheetRow {
    /// Its id.
    pub id: String,
    /// Its title.
    pub title: String,
    /// How often it was saved.
    pub version: i64,
    /// When it was last saved, UTC, ISO 8601.
    pub changed: String,
}

/// A sheet with its text.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredSheet {
    /// What the list shows.
    pub row: SheetRow,
    /// The sheet as it was saved.
    pub body: String,
}

/// What became of a save.
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

fn row(row: &sqlx::sqlite::SqliteRow) -> Result<SheetRow, sqlx::Error> {
    Ok(SheetRow {
        id: row.try_get("id")?,
        title: row.try_get("title")?,
        version: row.try_get("version")?,
        changed: row.try_get("changed")?,
    })
}

impl Store {
    /// All sheets, the last saved first.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn list(&self) -> Result<Vec<SheetRow>, StoreError> {
        let rows = sqlx::query("SELECT id, title, version, changed FROM sheets ORDER BY changed DESC, id")
            .fetch_all(&self.pool)
            .await?;
        Ok(rows.iter().map(row).collect::<Result<_, _>>()?)
    }

    /// Keeps a new sheet and returns its id: 16 random hexadecimal digits.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn create(&self, title: &str, body: &str) -> Result<String, StoreError> {
        let made = sqlx::query(
            "INSERT INTO sheets (id, title, body) VALUES (lower(hex(randomblob(8))), ?, ?) RETURNING id",
        )
        .bind(title)
        .bind(body)
        .fetch_one(&self.pool)
        .await?;
        Ok(made.try_get("id")?)
    }

    /// The sheet with its text, if it is there.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn get(&self, id: &str) -> Result<Option<StoredSheet>, StoreError> {
        let found = sqlx::query("SELECT id, title, version, changed, body FROM sheets WHERE id = ?")
            .bind(id)
            .fetch_optional(&self.pool)
            .await?;
        Ok(match found {
            Some(found) => Some(StoredSheet { row: row(&found)?, body: found.try_get("body")? }),
            None => None,
        })
    }

    /// Replaces a sheet, if it is still at the version the change was made from. Compared and swapped in one statement.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn save(
        &self,
        id: &str,
        from_version: i64,
        title: &str,
        body: &str,
    ) -> Result<Saved, StoreError> {
        let saved = sqlx::query(
            "UPDATE sheets SET title = ?, body = ?, version = version + 1, changed = strftime('%Y-%m-%dT%H:%M:%fZ', 'now') \
             WHERE id = ? AND version = ? RETURNING version",
        )
        .bind(title)
        .bind(body)
        .bind(id)
        .bind(from_version)
        .fetch_optional(&self.pool)
        .await?;
        if let Some(saved) = saved {
            return Ok(Saved::Version(saved.try_get("version")?));
        }
        Ok(match self.get(id).await? {
            Some(sheet) => Saved::Conflict { current: sheet.row.version },
            None => Saved::Missing,
        })
    }

    /// Removes a sheet. `false` when there was none.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn remove(&self, id: &str) -> Result<bool, StoreError> {
        let removed = sqlx::query("DELETE FROM sheets WHERE id = ?").bind(id).execute(&self.pool).await?;
        Ok(removed.rows_affected() > 0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn a_sheet_is_there_after_the_store_was_closed() {
        let folder = tempfile::tempdir().unwrap();
        let file = folder.path().join("sheets.sqlite");
        let store = Store::open(&file).await.unwrap();
        let id = store.create("Bench", "{\"a\":1}").await.unwrap();
        assert_eq!(store.save(&id, 1, "Bench top", "{\"a\":2}").await.unwrap(), Saved::Version(2));
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
        let id = store.create("Bench", "first").await.unwrap();
        assert_eq!(store.save(&id, 1, "Bench", "mine").await.unwrap(), Saved::Version(2));
        assert_eq!(store.save(&id, 1, "Bench", "yours").await.unwrap(), Saved::Conflict { current: 2 });
        assert_eq!(store.get(&id).await.unwrap().unwrap().body, "mine");
        assert_eq!(store.save("nobody", 1, "", "").await.unwrap(), Saved::Missing);
        assert!(store.remove(&id).await.unwrap());
        assert!(!store.remove(&id).await.unwrap());
        assert!(store.list().await.unwrap().is_empty());
    }

    #[tokio::test]
    async fn the_last_saved_sheet_is_listed_first() {
        let store = Store::in_memory().await.unwrap();
        let first = store.create("Bench", "").await.unwrap();
        tokio::time::sleep(std::time::Duration::from_millis(5)).await;
        let second = store.create("Ramp", "").await.unwrap();
        tokio::time::sleep(std::time::Duration::from_millis(5)).await;
        store.save(&first, 1, "Bench", "x").await.unwrap();
        let order: Vec<_> = store.list().await.unwrap().into_iter().map(|row| row.id).collect();
        assert_eq!(order, [first, second]);
    }
}
