//! What the shelf shows of a sheet: a cache, keyed by what the sheet is and by the engine that made the answers.

use crate::{Store, StoreError};
use sha2::{Digest, Sha256};
use sqlx::Row;

/// The key of a sheet's text.
pub fn hash(body: &str) -> String {
    Sha256::digest(body).iter().map(|byte| format!("{byte:02x}")).collect()
}

impl Store {
    /// The card of a sheet, if this engine made one before.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn card(&self, hash: &str, engine: &str) -> Result<Option<String>, StoreError> {
        let row = sqlx::query("SELECT card FROM cards WHERE hash = ? AND engine = ?")
            .bind(hash)
            .bind(engine)
            .fetch_optional(&self.pool)
            .await?;
        Ok(row.map(|row| row.try_get("card")).transpose()?)
    }

    /// The card of a sheet that another engine made: the last one.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn former_card(&self, hash: &str, engine: &str) -> Result<Option<String>, StoreError> {
        let row =
            sqlx::query("SELECT card FROM cards WHERE hash = ? AND engine <> ? ORDER BY rowid DESC LIMIT 1")
                .bind(hash)
                .bind(engine)
                .fetch_optional(&self.pool)
                .await?;
        Ok(row.map(|row| row.try_get("card")).transpose()?)
    }

    /// Keeps cards, by the hashes of their sheets.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn keep_cards(&self, engine: &str, cards: &[(String, String)]) -> Result<(), StoreError> {
        let mut transaction = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        for (hash, card) in cards {
            sqlx::query("INSERT OR REPLACE INTO cards (hash, engine, card) VALUES (?, ?, ?)")
                .bind(hash)
                .bind(engine)
                .bind(card)
                .execute(&mut *transaction)
                .await?;
        }
        transaction.commit().await?;
        Ok(())
    }

    /// Forgets the cards of other engines.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn drop_cards_but(&self, engine: &str) -> Result<(), StoreError> {
        sqlx::query("DELETE FROM cards WHERE engine <> ?").bind(engine).execute(&self.pool).await?;
        Ok(())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn a_card_belongs_to_one_text_and_one_engine() {
        let store = Store::in_memory().await.unwrap();
        let key = hash("{}");
        assert_eq!(key.len(), 64);
        assert_ne!(key, hash("{ }"));
        store.keep_cards("one", &[(key.clone(), "card".into())]).await.unwrap();
        assert_eq!(store.card(&key, "one").await.unwrap().as_deref(), Some("card"));
        assert_eq!(store.card(&key, "two").await.unwrap(), None);
        store.keep_cards("two", &[(key.clone(), "another".into())]).await.unwrap();
        assert_eq!(store.former_card(&key, "three").await.unwrap().as_deref(), Some("another"));
        assert_eq!(store.former_card(&key, "two").await.unwrap().as_deref(), Some("card"));
        store.drop_cards_but("two").await.unwrap();
        assert_eq!(store.card(&key, "one").await.unwrap(), None);
    }
}
