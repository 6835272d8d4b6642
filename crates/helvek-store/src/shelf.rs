//! The shelf: looking through many sheets, tags, and the trash.

use crate::sheets::{COLUMNS, row};
use crate::{SheetRow, Store, StoreError};
use sqlx::{QueryBuilder, Row, Sqlite};

/// The longest text that is read for a list.
const READ: usize = 512 * 1024;

/// A search of the shelf.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Look {
    /// Part of a title or of a tag.
    pub search: String,
    /// With this tag.
    pub tag: Option<String>,
    /// Only what answers differently under the present engine.
    pub differing: bool,
    /// In which order.
    pub order: Order,
    /// In the trash instead of on the shelf.
    pub trash: bool,
    /// The number to pass over.
    pub offset: i64,
    /// The most to list.
    pub limit: i64,
}

/// The order of a list.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Order {
    /// The last changed first.
    #[default]
    Changed,
    /// By title.
    Title,
    /// The first made last.
    Created,
}

/// The rows that were found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Found {
    /// The number of all that were found.
    pub total: i64,
    /// Those of them that were wanted, with their text; without it those larger than a shelf has to read through.
    pub sheets: Vec<(SheetRow, Option<String>)>,
}

/// Text for LIKE, in which nothing has a special meaning.
fn part(text: &str) -> String {
    let mut pattern = String::from("%");
    for c in text.trim().chars() {
        if "%_\\".contains(c) {
            pattern.push('\\');
        }
        pattern.push(c);
    }
    pattern.push('%');
    pattern
}

pub(crate) fn wanted(query: &mut QueryBuilder<Sqlite>, look: &Look) {
    query.push(if look.trash { " WHERE trashed IS NOT NULL" } else { " WHERE trashed IS NULL" });
    if !look.search.trim().is_empty() {
        let pattern = part(&look.search);
        query.push(" AND (title LIKE ").push_bind(pattern.clone()).push(" ESCAPE '\\' OR tags LIKE ");
        query.push_bind(pattern).push(" ESCAPE '\\')");
    }
    if look.differing {
        query.push(" AND differs IS NOT NULL");
    }
    if let Some(tag) = &look.tag {
        query.push(" AND EXISTS (SELECT 1 FROM json_each(tags) WHERE value = ").push_bind(tag).push(")");
    }
}

impl Store {
    /// Looks through the shelf, or through the trash.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn look(&self, look: &Look) -> Result<Found, StoreError> {
        let mut count = QueryBuilder::new("SELECT COUNT(*) AS total FROM sheets");
        wanted(&mut count, look);
        let total = count.build().fetch_one(&self.readers).await?.try_get("total")?;
        let mut query = QueryBuilder::new(format!(
            "SELECT {COLUMNS}, CASE WHEN length(body) <= {READ} THEN body END AS body FROM sheets"
        ));
        wanted(&mut query, look);
        query.push(match look.order {
            Order::Changed => " ORDER BY changed DESC, id",
            Order::Title => " ORDER BY title COLLATE NOCASE, id",
            Order::Created => " ORDER BY created DESC, id",
        });
        query.push(" LIMIT ").push_bind(look.limit).push(" OFFSET ").push_bind(look.offset);
        let rows = query.build().fetch_all(&self.readers).await?;
        let sheets = rows
            .iter()
            .map(|found| Ok((row(found)?, found.try_get("body")?)))
            .collect::<Result<_, sqlx::Error>>()?;
        Ok(Found { total, sheets })
    }

    /// Every tag on the shelf with how many sheets carry it, the most used first.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn tags(&self) -> Result<Vec<(String, i64)>, StoreError> {
        let rows = sqlx::query(
            "SELECT value AS tag, COUNT(*) AS count FROM sheets, json_each(sheets.tags) WHERE trashed IS NULL \
             GROUP BY value ORDER BY count DESC, value",
        )
        .fetch_all(&self.readers)
        .await?;
        Ok(rows
            .iter()
            .map(|row| Ok((row.try_get("tag")?, row.try_get("count")?)))
            .collect::<Result<_, sqlx::Error>>()?)
    }

    /// Gives a sheet these tags and no others. `false` when it is not there.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn tag(&self, id: &str, tags: &[String]) -> Result<bool, StoreError> {
        // A list of texts can always be written as JSON.
        let tags = serde_json::to_string(tags).unwrap_or_else(|_| "[]".into());
        self.write(async |connection| {
            let done = sqlx::query("UPDATE sheets SET tags = ? WHERE id = ?")
                .bind(tags)
                .bind(id)
                .execute(connection)
                .await?;
            Ok(done.rows_affected() > 0)
        })
        .await
    }

    /// Puts a sheet into the trash, or takes it out again. `false` when it is not there.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn trash(&self, id: &str, into: bool) -> Result<bool, StoreError> {
        self.write(async |connection| {
            let done = sqlx::query(
                "UPDATE sheets SET trashed = CASE WHEN ? THEN strftime('%Y-%m-%dT%H:%M:%fZ', 'now') END WHERE id = ?",
            )
            .bind(into)
            .bind(id)
            .execute(connection)
            .await?;
            Ok(done.rows_affected() > 0)
        })
        .await
    }

    /// Removes a sheet of the trash for good. `false` when it is not there.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn remove_for_good(&self, id: &str) -> Result<bool, StoreError> {
        self.write(async |connection| {
            let gone = sqlx::query("DELETE FROM sheets WHERE trashed IS NOT NULL AND id = ?");
            Ok(gone.bind(id).execute(connection).await?.rows_affected() > 0)
        })
        .await
    }

    /// Removes for good what is found in the trash, however many. Returns how many went.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn empty_trash(&self, look: &Look) -> Result<u64, StoreError> {
        let look = Look { trash: true, ..look.clone() };
        self.write(async |connection| {
            let mut query = QueryBuilder::new("DELETE FROM sheets");
            wanted(&mut query, &look);
            Ok(query.build().execute(connection).await?.rows_affected())
        })
        .await
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    async fn filled() -> (Store, Vec<String>) {
        let store = Store::in_memory().await.unwrap();
        let mut ids = Vec::new();
        for title in ["Tub hoist", "potting bench", "100 % shade"] {
            ids.push(store.create(title, "{}", 1).await.unwrap());
        }
        (store, ids)
    }

    async fn titles(store: &Store, look: Look) -> Vec<String> {
        let look = Look { limit: 10, ..look };
        store.look(&look).await.unwrap().sheets.into_iter().map(|(row, _)| row.title).collect()
    }

    #[tokio::test]
    async fn sheets_are_found_by_part_of_a_title_or_a_tag_and_sorted() {
        let (store, ids) = filled().await;
        store.tag(&ids[1], &["wood".into(), "north bed".into()]).await.unwrap();
        let search = |text: &str| Look { search: text.into(), ..Look::default() };
        assert_eq!(titles(&store, search("BENCH")).await, ["potting bench"]);
        assert_eq!(titles(&store, search("north")).await, ["potting bench"]);
        // A per cent sign is a per cent sign.
        assert_eq!(titles(&store, search("%")).await, ["100 % shade"]);
        assert_eq!(titles(&store, search("_")).await, [""; 0]);
        let tagged = Look { tag: Some("wood".into()), ..Look::default() };
        assert_eq!(titles(&store, tagged).await, ["potting bench"]);
        let by_title = Look { order: Order::Title, ..Look::default() };
        assert_eq!(titles(&store, by_title).await, ["100 % shade", "potting bench", "Tub hoist"]);
        assert_eq!(store.tags().await.unwrap(), [("north bed".to_owned(), 1), ("wood".to_owned(), 1)]);
        let one = store.look(&Look { limit: 1, offset: 1, ..Look::default() }).await.unwrap();
        assert_eq!((one.total, one.sheets.len()), (3, 1));
    }

    #[tokio::test]
    async fn what_is_in_the_trash_comes_back_until_it_is_emptied() {
        let (store, ids) = filled().await;
        assert!(store.trash(&ids[0], true).await.unwrap());
        assert_eq!(titles(&store, Look::default()).await.len(), 2);
        assert_eq!(titles(&store, Look { trash: true, ..Look::default() }).await, ["Tub hoist"]);
        // Nobody writes to what is in the trash.
        assert_eq!(store.save(&ids[0], 1, "x", "{}", 1).await.unwrap(), crate::Saved::Missing);
        assert!(store.trash(&ids[0], false).await.unwrap());
        assert_eq!(titles(&store, Look::default()).await.len(), 3);
        // What is on the shelf is not removed for good.
        assert!(!store.remove_for_good(&ids[0]).await.unwrap());
        store.trash(&ids[0], true).await.unwrap();
        store.trash(&ids[1], true).await.unwrap();
        // Only what is looked for goes.
        let searched = |search: &str| Look { search: search.into(), ..Look::default() };
        assert_eq!(store.empty_trash(&searched("no such sheet")).await.unwrap(), 0);
        assert_eq!(store.empty_trash(&Look::default()).await.unwrap(), 2);
        assert!(!store.trash(&ids[0], false).await.unwrap());
    }
}
