//! Sheets kept in one SQLite file: a mutable draft with a version, immutable revisions, what they answered, and a cache of what the shelf shows. The
//! store does not look inside a sheet: it keeps a text and its title.

mod answers;
mod cards;
mod error;
mod migrations;
mod revisions;
mod sheets;
mod shelf;

pub use answers::{Older, Unanswered};
pub use cards::hash;
pub use error::StoreError;
pub use revisions::RevisionRow;
pub use sheets::{Saved, SheetRow, StoredSheet};
pub use shelf::{Found, Look, Order};

use sqlx::sqlite::{SqliteConnectOptions, SqliteJournalMode, SqlitePoolOptions, SqliteSynchronous};
use std::path::Path;
use std::time::Duration;

/// An open store. Cloning shares the connections.
#[derive(Debug, Clone)]
pub struct Store {
    pool: sqlx::SqlitePool,
}

impl Store {
    /// Opens the file, creating it when it is missing, and brings it to the present form.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be opened or is not a Helvek store.
    pub async fn open(file: &Path) -> Result<Self, StoreError> {
        let options = SqliteConnectOptions::new()
            .filename(file)
            .create_if_missing(true)
            // A saved change must survive a crash of the machine, not only of the program.
            .journal_mode(SqliteJournalMode::Wal)
            .synchronous(SqliteSynchronous::Full)
            .busy_timeout(Duration::from_secs(5));
        Self::connect(SqlitePoolOptions::new().max_connections(4), options).await
    }

    /// A store that lives and dies with the process, for tests.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite itself fails.
    pub async fn in_memory() -> Result<Self, StoreError> {
        // Every connection to ":memory:" is a database of its own: there must be exactly one, kept for ever.
        let one = SqlitePoolOptions::new().max_connections(1).idle_timeout(None).max_lifetime(None);
        Self::connect(one, SqliteConnectOptions::new().filename(":memory:")).await
    }

    async fn connect(pool: SqlitePoolOptions, options: SqliteConnectOptions) -> Result<Self, StoreError> {
        let pool = pool.connect_with(options).await?;
        migrations::all().run(&pool).await?;
        Ok(Self { pool })
    }

    /// Writes everything out and closes the file.
    pub async fn close(&self) {
        self.pool.close().await;
    }
}
