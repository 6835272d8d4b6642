//! The errors of the store: each cause in plain words, with what to do.

use std::io::ErrorKind;
use std::path::PathBuf;

/// A failure of the store. What it was asked to keep is not kept.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// No room on the disk.
    #[error("the disk is full")]
    Full,
    /// The file, or its folder, does not let itself be written.
    #[error("the file, or the folder it is in, is read-only")]
    ReadOnly,
    /// Someone else holds the file and does not let go.
    #[error("another program holds the file")]
    Busy,
    /// The file is damaged.
    #[error("the file is damaged: {0}")]
    Damaged(String),
    /// The disk refuses to read or write.
    #[error("the disk cannot be read or written: {0}")]
    Disk(String),
    /// There is no folder for the file.
    #[error("there is no folder {}", .0.display())]
    NoFolder(PathBuf),
    /// The name is that of a folder.
    #[error("this is a folder, not a file")]
    Folder,
    /// Nobody lets the program at the file.
    #[error("the file may not be opened: {0}")]
    Denied(String),
    /// There is no such file.
    #[error("there is no file {}", .0.display())]
    Missing(PathBuf),
    /// A file that would be written over.
    #[error("there is a file {} already", .0.display())]
    Exists(PathBuf),
    /// Another program's database, or no database at all.
    #[error("this is not a file of Helvek's sheets{0}")]
    Foreign(&'static str),
    /// A later version of Helvek has changed the form of the file.
    #[error("a newer Helvek has written this file (its form is number {theirs}, this program knows {ours})")]
    Newer {
        /// The form of the file.
        theirs: i64,
        /// The latest form that this program knows.
        ours: i64,
    },
    /// Something else that SQLite says.
    #[error("the store failed: {0}")]
    Database(sqlx::Error),
}

impl StoreError {
    /// The cure.
    pub fn cure(&self) -> &'static str {
        match self {
            Self::Full => "Make room on the disk.",
            Self::ReadOnly => "Make the file and its folder writable for whoever runs Helvek.",
            Self::Busy => "End the other program, or wait until it is done.",
            Self::Damaged(_) => "Put the file aside and bring back a backup with helvek restore.",
            Self::Disk(_) => "Look after the disk, and at limits on the size of files.",
            Self::NoFolder(_) => "Make the folder, or name another file with --data.",
            Self::Folder => "Name a file in it with --data.",
            Self::Denied(_) => "Give whoever runs Helvek the right to it, or name another file with --data.",
            Self::Missing(_) => "Check the name.",
            Self::Exists(_) => "Name another one: nothing is written over.",
            Self::Foreign(_) => "Name another file; this one was left as it is.",
            Self::Newer { .. } => {
                "Use the newer Helvek, or the copy that it made before it changed the file; nothing was changed now."
            }
            Self::Database(_) => "Try again; if it stays, look at the server's log.",
        }
    }
}

/// The codes of SQLite that have a cause of their own: <https://sqlite.org/rescode.html>.
impl From<sqlx::Error> for StoreError {
    fn from(error: sqlx::Error) -> Self {
        let database = match &error {
            sqlx::Error::PoolTimedOut => return Self::Busy,
            sqlx::Error::Database(database) => database,
            _ => return Self::Database(error),
        };
        // The primary code stands in the lowest byte of the extended one.
        let code = database.code().and_then(|code| code.parse::<u32>().ok()).map(|code| code & 0xff);
        match code {
            Some(5 | 6) => Self::Busy,
            Some(8) => Self::ReadOnly,
            Some(10) => Self::Disk(database.message().into()),
            Some(11) => Self::Damaged(database.message().into()),
            Some(13) => Self::Full,
            Some(14 | 23) => Self::Denied(database.message().into()),
            Some(26) => Self::Foreign(": it is no database"),
            _ => Self::Database(error),
        }
    }
}

impl From<std::io::Error> for StoreError {
    fn from(error: std::io::Error) -> Self {
        match error.kind() {
            ErrorKind::ReadOnlyFilesystem => Self::ReadOnly,
            ErrorKind::StorageFull | ErrorKind::QuotaExceeded => Self::Full,
            ErrorKind::PermissionDenied => Self::Denied(error.to_string()),
            _ => Self::Disk(error.to_string()),
        }
    }
}

impl From<sqlx::migrate::MigrateError> for StoreError {
    fn from(error: sqlx::migrate::MigrateError) -> Self {
        use sqlx::migrate::MigrateError;
        match error {
            MigrateError::Execute(error) | MigrateError::ExecuteMigration(error, _) => error.into(),
            MigrateError::VersionMismatch(_) => Self::Foreign(": its form has another history"),
            other => Self::Database(sqlx::Error::Migrate(Box::new(other))),
        }
    }
}
