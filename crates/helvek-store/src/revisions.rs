//! Revisions: what a sheet was, cut when it had been left alone for a while, on leaving, on naming and before restoring. Never changed.

use crate::{Store, StoreError};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sqlx::{Row, SqliteConnection};

/// The reason for which a revision was cut.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum RevisionReason {
    /// The sheet was changed after a pause.
    Idle,
    /// It was left.
    Left,
    /// It was given a name.
    Named,
    /// An older one was about to be restored.
    Restored,
    /// A newer engine answers.
    Upgraded,
}

impl RevisionReason {
    /// Each with its word in the store.
    const WORDS: [(Self, &str); 5] = [
        (Self::Idle, "idle"),
        (Self::Left, "left"),
        (Self::Named, "named"),
        (Self::Restored, "restored"),
        (Self::Upgraded, "upgraded"),
    ];

    fn word(self) -> &'static str {
        Self::WORDS.into_iter().find(|(reason, _)| *reason == self).map_or("idle", |(_, word)| word)
    }

    /// By its word; one that is not known is the one that says least.
    pub(crate) fn of(word: &str) -> Self {
        Self::WORDS.into_iter().find(|(_, known)| *known == word).map_or(Self::Idle, |(reason, _)| reason)
    }
}

/// A revision in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct RevisionRow {
    /// From 1.
    pub number: i64,
    /// The title it had.
    pub title: String,
    /// The reason for which it was cut.
    pub why: RevisionReason,
    /// The name it was given.
    pub name: Option<String>,
    /// The moment it was cut, UTC, ISO 8601.
    pub cut: String,
    /// The engine that answered it.
    pub engine: i64,
}

/// Cuts a revision of what the sheet is now, unless the last one says the same, by the same engine, and no name is given. `false` when there is no such sheet.
pub(crate) async fn cut(
    connection: &mut SqliteConnection,
    id: &str,
    why: RevisionReason,
    name: Option<&str>,
) -> Result<bool, sqlx::Error> {
    let there = sqlx::query("SELECT 1 FROM sheets WHERE id = ? AND trashed IS NULL")
        .bind(id)
        .fetch_optional(&mut *connection)
        .await?;
    if there.is_none() {
        return Ok(false);
    }
    sqlx::query(
        "INSERT INTO revisions (sheet, number, title, body, why, name, engine, answers) \
         SELECT s.id, COALESCE((SELECT MAX(number) FROM revisions WHERE sheet = s.id), 0) + 1, s.title, s.body, ?2, ?3, s.engine, s.answers \
         FROM sheets s WHERE s.id = ?1 AND (?3 IS NOT NULL OR NOT EXISTS \
         (SELECT 1 FROM revisions r WHERE r.sheet = s.id AND r.body = s.body AND r.engine = s.engine \
         AND r.number = (SELECT MAX(number) FROM revisions WHERE sheet = s.id)))",
    )
    .bind(id)
    .bind(why.word())
    .bind(name)
    .execute(&mut *connection)
    .await?;
    Ok(true)
}

impl Store {
    /// Cuts a revision of what the sheet is now. The same twice is cut once, unless it is given a name. `false` when there is no such sheet.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn cut(&self, id: &str, why: RevisionReason, name: Option<&str>) -> Result<bool, StoreError> {
        self.write(async |connection| cut(connection, id, why, name).await).await
    }

    /// The revisions of a sheet, the newest first.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn revisions(&self, id: &str) -> Result<Vec<RevisionRow>, StoreError> {
        let rows = sqlx::query(
            "SELECT number, title, why, name, cut, engine FROM revisions WHERE sheet = ? ORDER BY number DESC",
        )
        .bind(id)
        .fetch_all(&self.readers)
        .await?;
        let revision = |row: &sqlx::sqlite::SqliteRow| {
            Ok(RevisionRow {
                number: row.try_get("number")?,
                title: row.try_get("title")?,
                why: RevisionReason::of(row.try_get("why")?),
                name: row.try_get("name")?,
                cut: row.try_get("cut")?,
                engine: row.try_get("engine")?,
            })
        };
        Ok(rows.iter().map(revision).collect::<Result<_, sqlx::Error>>()?)
    }

    /// The text of a revision.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn revision(&self, id: &str, number: i64) -> Result<Option<String>, StoreError> {
        let row = sqlx::query("SELECT body FROM revisions WHERE sheet = ? AND number = ?")
            .bind(id)
            .bind(number)
            .fetch_optional(&self.readers)
            .await?;
        Ok(row.map(|row| row.try_get("body")).transpose()?)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn the_same_is_cut_once_and_a_name_always() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "one", 1).await.unwrap();
        assert!(store.cut(&id, RevisionReason::Left, None).await.unwrap());
        assert!(store.cut(&id, RevisionReason::Left, None).await.unwrap());
        store.save(&id, 1, "Bench", "two", 1).await.unwrap();
        store.cut(&id, RevisionReason::Left, None).await.unwrap();
        store.cut(&id, RevisionReason::Named, Some("as built")).await.unwrap();
        let list = store.revisions(&id).await.unwrap();
        let said: Vec<_> = list.iter().map(|r| (r.number, r.why, r.name.as_deref())).collect();
        assert_eq!(
            said,
            [
                (3, RevisionReason::Named, Some("as built")),
                (2, RevisionReason::Left, None),
                (1, RevisionReason::Left, None)
            ]
        );
        assert_eq!(store.revision(&id, 1).await.unwrap().as_deref(), Some("one"));
        assert!(!store.cut("nobody", RevisionReason::Left, None).await.unwrap());
    }

    #[tokio::test]
    async fn a_change_after_a_pause_keeps_what_was_there_before_the_pause() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "one", 1).await.unwrap();
        store.save(&id, 1, "Bench", "two", 1).await.unwrap();
        assert_eq!(store.revisions(&id).await.unwrap(), []);
        sqlx::query("UPDATE sheets SET changed = '2020-01-01T00:00:00.000Z'")
            .execute(&store.writer)
            .await
            .unwrap();
        store.save(&id, 2, "Bench", "three", 1).await.unwrap();
        let list = store.revisions(&id).await.unwrap();
        assert_eq!((list.len(), list[0].why), (1, RevisionReason::Idle));
        assert_eq!(store.revision(&id, 1).await.unwrap().as_deref(), Some("two"));
    }

    #[tokio::test]
    async fn a_revision_is_never_changed() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "one", 1).await.unwrap();
        store.cut(&id, RevisionReason::Left, None).await.unwrap();
        let tampered = sqlx::query("UPDATE revisions SET body = 'x'").execute(&store.writer).await;
        assert!(tampered.unwrap_err().to_string().contains("never changed"));
    }
}
