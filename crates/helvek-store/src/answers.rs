//! The answers of sheets when they were saved, by which engine, and where a newer engine says otherwise. The store does not look into
//! answers.

use crate::revisions::{RevisionReason, cut};
use crate::{Store, StoreError};
use sqlx::Row;

/// A text whose answers are not kept yet.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Unanswered {
    /// A sheet as it is now.
    Draft {
        /// Its id.
        id: String,
        /// The version that this is.
        version: i64,
        /// Its text.
        body: String,
    },
    /// A revision of one.
    Revision {
        /// The sheet's id.
        id: String,
        /// Its number.
        number: i64,
        /// Its text.
        body: String,
    },
}

/// A sheet that was last saved under an older engine.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Older {
    /// Its id.
    pub id: String,
    /// The version that this is.
    pub version: i64,
    /// The engine it was saved under.
    pub engine: i64,
    /// Its text.
    pub body: String,
    /// Its answers then, when they are known.
    pub answers: Option<String>,
    /// The differences from the answers of the present engine.
    pub differs: Option<String>,
}

impl Store {
    /// Texts saved under this engine whose answers are not kept yet, at most `limit`.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn unanswered(&self, engine: i64, limit: i64) -> Result<Vec<Unanswered>, StoreError> {
        let rows = sqlx::query(
            "SELECT id, version, NULL AS number, body FROM sheets WHERE answers IS NULL AND engine = ?1 \
             UNION ALL SELECT sheet, 0, number, body FROM revisions WHERE answers IS NULL AND engine = ?1 LIMIT ?2",
        )
        .bind(engine)
        .bind(limit)
        .fetch_all(&self.readers)
        .await?;
        let text = |row: &sqlx::sqlite::SqliteRow| {
            let (id, body) = (row.try_get("id")?, row.try_get("body")?);
            Ok(match row.try_get("number")? {
                Some(number) => Unanswered::Revision { id, number, body },
                None => Unanswered::Draft { id, version: row.try_get("version")?, body },
            })
        };
        Ok(rows.iter().map(text).collect::<Result<_, sqlx::Error>>()?)
    }

    /// Keeps what texts answer, of each if it still is that text.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn keep_answers(&self, answers: &[(Unanswered, String)]) -> Result<(), StoreError> {
        self.write(async |connection| {
            for (of, answers) in answers {
                let (query, id, which) = match of {
                    Unanswered::Draft { id, version, .. } => (
                        "UPDATE sheets SET answers = ? WHERE id = ? AND version = ? AND answers IS NULL",
                        id,
                        version,
                    ),
                    Unanswered::Revision { id, number, .. } => (
                        "UPDATE revisions SET answers = ? WHERE sheet = ? AND number = ? AND answers IS NULL",
                        id,
                        number,
                    ),
                };
                sqlx::query(query).bind(answers).bind(id).bind(which).execute(&mut *connection).await?;
            }
            Ok(())
        })
        .await
    }

    /// Sheets saved under an older engine that were not compared with this one yet, at most `limit`.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn uncompared(&self, engine: i64, limit: i64) -> Result<Vec<Older>, StoreError> {
        let rows = sqlx::query(
            "SELECT id, version, engine, body, answers, differs FROM sheets \
             WHERE engine < ?1 AND compared < ?1 ORDER BY changed DESC LIMIT ?2",
        )
        .bind(engine)
        .bind(limit)
        .fetch_all(&self.readers)
        .await?;
        Ok(rows.iter().map(older).collect::<Result<_, sqlx::Error>>()?)
    }

    /// A sheet on the shelf with what it answered when it was saved.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn answered(&self, id: &str) -> Result<Option<Older>, StoreError> {
        let row = sqlx::query(
            "SELECT id, version, engine, body, answers, differs FROM sheets WHERE id = ? AND trashed IS NULL",
        )
        .bind(id)
        .fetch_optional(&self.readers)
        .await?;
        Ok(row.as_ref().map(older).transpose()?)
    }

    /// The answers of a revision; `None` when there is no such revision, or its answers were never kept.
    ///
    /// # Errors
    ///
    /// [`StoreError`].
    pub async fn revision_answers(&self, id: &str, number: i64) -> Result<Option<String>, StoreError> {
        let row = sqlx::query("SELECT answers FROM revisions WHERE sheet = ? AND number = ?")
            .bind(id)
            .bind(number)
            .fetch_optional(&self.readers)
            .await?;
        Ok(row.map(|row| row.try_get("answers")).transpose()?.flatten())
    }

    /// Notes what an older sheet answered (when that was found out only now) and where this engine says otherwise.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn compared(&self, sheet: &Older, engine: i64) -> Result<(), StoreError> {
        self.write(async |connection| {
            sqlx::query(
                "UPDATE sheets SET answers = ?, differs = ?, compared = ? WHERE id = ? AND version = ? AND engine = ?",
            )
            .bind(&sheet.answers)
            .bind(&sheet.differs)
            .bind(engine)
            .bind(&sheet.id)
            .bind(sheet.version)
            .bind(sheet.engine)
            .execute(connection)
            .await?;
            Ok(())
        })
        .await
    }

    /// Takes the answers of this engine for those of the sheet from now on; what it answered stays in a revision. `false` when there is no such sheet.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn accept(&self, id: &str, engine: i64) -> Result<bool, StoreError> {
        self.write(async |connection| {
            let there = cut(connection, id, RevisionReason::Upgraded, None).await?;
            sqlx::query(
                "UPDATE sheets SET engine = ?1, compared = ?1, answers = NULL, differs = NULL WHERE id = ?2 AND engine < ?1",
            )
            .bind(engine)
            .bind(id)
            .execute(connection)
            .await?;
            Ok(there)
        })
        .await
    }
}

fn older(row: &sqlx::sqlite::SqliteRow) -> Result<Older, sqlx::Error> {
    Ok(Older {
        id: row.try_get("id")?,
        version: row.try_get("version")?,
        engine: row.try_get("engine")?,
        body: row.try_get("body")?,
        answers: row.try_get("answers")?,
        differs: row.try_get("differs")?,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{Look, Saved};

    #[tokio::test]
    async fn what_is_saved_is_answered_once_under_its_engine() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "one", 2).await.unwrap();
        store.cut(&id, RevisionReason::Named, Some("as drawn")).await.unwrap();
        assert_eq!(store.unanswered(3, 9).await.unwrap(), []);
        let open = store.unanswered(2, 9).await.unwrap();
        let [draft, revision] = &open[..] else { panic!("{open:?}") };
        let keep = async |of: &Unanswered, answers: &str| {
            store.keep_answers(&[(of.clone(), answers.into())]).await.unwrap();
        };
        keep(revision, "[1]").await;
        assert_eq!(store.revision_answers(&id, 1).await.unwrap().as_deref(), Some("[1]"));
        // Saved on meanwhile: these are the answers of another text.
        assert_eq!(store.save(&id, 1, "Bench", "two", 2).await.unwrap(), Saved::Version(2));
        keep(draft, "[1]").await;
        assert_eq!(store.answered(&id).await.unwrap().unwrap().answers, None);
        // What is kept of a revision is not written over.
        keep(revision, "[2]").await;
        assert_eq!(store.revision_answers(&id, 1).await.unwrap().as_deref(), Some("[1]"));
    }

    #[tokio::test]
    async fn after_an_upgrade_what_differs_is_on_the_shelf_until_it_is_accepted() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "one", 1).await.unwrap();
        let open = store.unanswered(1, 9).await.unwrap().remove(0);
        store.keep_answers(&[(open, "[\"5\"]".into())]).await.unwrap();
        assert_eq!(store.uncompared(1, 9).await.unwrap(), []);
        let mut old = store.uncompared(2, 9).await.unwrap().remove(0);
        assert_eq!((old.engine, old.answers.as_deref()), (1, Some("[\"5\"]")));
        old.differs = Some("[\"5 now 6\"]".into());
        store.compared(&old, 2).await.unwrap();
        assert_eq!(store.uncompared(2, 9).await.unwrap(), []);
        let differing = Look { differing: true, limit: 9, ..Look::default() };
        let found = store.look(&differing).await.unwrap();
        assert_eq!((found.total, found.sheets[0].0.differs, found.sheets[0].0.engine), (1, true, 1));
        assert!(store.accept(&id, 2).await.unwrap());
        assert_eq!(store.look(&differing).await.unwrap().total, 0);
        let kept = store.revisions(&id).await.unwrap().remove(0);
        assert_eq!((kept.why, kept.engine), (RevisionReason::Upgraded, 1));
        assert_eq!(store.revision_answers(&id, 1).await.unwrap().as_deref(), Some("[\"5\"]"));
        assert!(!store.accept("nobody", 2).await.unwrap());
    }

    #[tokio::test]
    async fn a_change_under_a_newer_engine_keeps_what_the_older_one_answered() {
        let store = Store::in_memory().await.unwrap();
        let id = store.create("Bench", "one", 1).await.unwrap();
        let open = store.unanswered(1, 9).await.unwrap().remove(0);
        store.keep_answers(&[(open, "[\"5\"]".into())]).await.unwrap();
        store.save(&id, 1, "Bench", "two", 2).await.unwrap();
        let kept = store.revisions(&id).await.unwrap().remove(0);
        assert_eq!((kept.why, kept.engine), (RevisionReason::Upgraded, 1));
        let now = store.answered(&id).await.unwrap().unwrap();
        assert_eq!((now.engine, now.answers), (2, None));
    }
}
