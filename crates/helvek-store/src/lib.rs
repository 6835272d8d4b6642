//! Sheets kept in one SQLite file: a mutable draft with a version, immutable revisions, what they answered, and a cache of what the shelf shows. The
//! store does not look inside a sheet: it keeps a text and its title.

mod answers;
pub mod archive;
mod backup;
mod cards;
mod error;
mod migrations;
mod opening;
mod revisions;
mod sheets;
mod shelf;

pub use answers::{Older, Unanswered};
pub use backup::{Contents, back_up, look_into, restore};
pub use cards::hash;
pub use error::StoreError;
pub use revisions::{RevisionReason, RevisionRow};
pub use sheets::{Saved, SheetRow, StoredSheet};
pub use shelf::{Found, Look, Order};

use sqlx::{Connection, SqliteConnection, SqlitePool};

/// An open store. Cloning shares the connections.
#[derive(Debug, Clone)]
pub struct Store {
    /// Connections that cannot write.
    readers: SqlitePool,
    /// The one connection that writes: whoever wants to write waits for it here, and not in SQLite.
    writer: SqlitePool,
}

impl Store {
    /// Does a change, and answers only when the disk has it. Every write goes through here: what a statement returns before its commit is not
    /// kept yet, and on a full disk never will be.
    pub(crate) async fn change<T, E: From<sqlx::Error>>(
        &self,
        change: impl AsyncFnOnce(&mut SqliteConnection) -> Result<T, E>,
    ) -> Result<T, E> {
        let mut connection = self.writer.acquire().await?;
        let done = async {
            let mut transaction = connection.begin_with("BEGIN IMMEDIATE").await?;
            let done = change(&mut transaction).await?;
            transaction.commit().await?;
            Ok(done)
        };
        let done = done.await;
        if done.is_err() {
            // A commit that failed leaves nobody knows what behind; the next write has a connection of its own. This one is lost either way.
            let _ = connection.close().await;
        }
        done
    }

    /// A change in which only the store itself can fail.
    pub(crate) async fn write<T>(
        &self,
        change: impl AsyncFnOnce(&mut SqliteConnection) -> Result<T, sqlx::Error>,
    ) -> Result<T, StoreError> {
        Ok(self.change(change).await?)
    }

    /// Writes everything out and closes the file.
    pub async fn close(&self) {
        self.readers.close().await;
        self.writer.close().await;
    }
}
