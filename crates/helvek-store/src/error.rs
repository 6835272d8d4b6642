//! What can go wrong with the store.

/// A failure of the store.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// SQLite could not do it.
    #[error("the store failed: {0}")]
    Database(#[from] sqlx::Error),
    /// The file is not a store this version can bring up to date.
    #[error("the store cannot be brought up to date: {0}")]
    Migration(#[from] sqlx::migrate::MigrateError),
}
