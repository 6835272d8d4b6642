//! The cards of the shelf: a cache, keyed by what the sheet is and by the engine that made the answers.

use crate::{SheetRow, Store, StoreError};
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
    /// [`StoreError`].
    pub async fn card(&self, hash: &str, engine: &str) -> Result<Option<String>, StoreError> {
        let row = sqlx::query("SELECT card FROM cards WHERE hash = ? AND engine = ?")
            .bind(hash)
            .bind(engine)
            .fetch_optional(&self.readers)
            .await?;
        Ok(row.map(|row| row.try_get("card")).transpose()?)
    }

    /// Sheets with the cards of those that this engine has made one for.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn with_cards(
        &self,
        sheets: Vec<(SheetRow, Option<String>)>,
        engine: &str,
    ) -> Result<Vec<(SheetRow, Option<String>)>, StoreError> {
        let mut found = Vec::with_capacity(sheets.len());
        for (row, body) in sheets {
            let card = match body {
                Some(body) => self.card(&hash(&body), engine).await?,
                None => None,
            };
            found.push((row, card));
        }
        Ok(found)
    }

    /// The card of a sheet that another engine made: the last one.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn former_card(&self, hash: &str, engine: &str) -> Result<Option<String>, StoreError> {
        let row =
            sqlx::query("SELECT card FROM cards WHERE hash = ? AND engine <> ? ORDER BY rowid DESC LIMIT 1")
                .bind(hash)
                .bind(engine)
                .fetch_optional(&self.readers)
                .await?;
        Ok(row.map(|row| row.try_get("card")).transpose()?)
    }

    /// Keeps cards, by the hashes of their sheets.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn keep_cards(&self, engine: &str, cards: &[(String, String)]) -> Result<(), StoreError> {
        self.write(async |connection| {
            for (hash, card) in cards {
                sqlx::query("INSERT OR REPLACE INTO cards (hash, engine, card) VALUES (?, ?, ?)")
                    .bind(hash)
                    .bind(engine)
                    .bind(card)
                    .execute(&mut *connection)
                    .await?;
            }
            Ok(())
        })
        .await
    }

    /// Forgets the cards of other engines.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn drop_cards_but(&self, engine: &str) -> Result<(), StoreError> {
        self.write(async |connection| {
            sqlx::query("DELETE FROM cards WHERE engine <> ?").bind(engine).execute(connection).await?;
            Ok(())
        })
        .await
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
