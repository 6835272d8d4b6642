//! The causes of failed requests, as words for programs.

use helvek_store::StoreError;
use helvek_store::archive::ArchiveError;
use schemars::JsonSchema;
use serde::Serialize;

/// The cause of a failed request, for programs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub(crate) enum ErrorCode {
    /// Meant for another server.
    Host,
    /// From a page of another site.
    Origin,
    /// No such address.
    NoRoute,
    /// No such sheet, or none in what came in.
    NoSheet,
    /// No such archive.
    NoArchive,
    /// More than is taken.
    TooLarge,
    /// Another writer was faster.
    Conflict,
    /// Not what belongs in a request.
    Body,
    /// Not what belongs behind the question mark.
    Query,
    /// Not what belongs in an address.
    Path,
    /// It did not arrive in time.
    Slow,
    /// An address asked in a way that it does not know.
    Method,
    /// A line that cannot be opened.
    Line,
    /// The token is missing, or another one.
    Token,
    /// Others are first.
    Busy,
    /// It took too long.
    TooLong,
    /// It costs more than one question may.
    TooMuch,
    /// A newer question on the same line.
    Superseded,
    /// A fault of ours.
    Fault,
    /// A file that is no sheet and no archive of ours.
    Foreign,
    /// A sheet that cannot be read.
    Text,
    /// Made by a newer Helvek.
    Newer,
    /// An archive that would do harm.
    Hostile,
    /// An archive that was left.
    GivenUp,
    /// A file or a store that is not whole.
    Damaged,
    /// No room on the disk.
    Full,
    /// A store that cannot be written.
    ReadOnly,
    /// The disk failed.
    Disk,
    /// The store failed otherwise.
    Store,
}

impl ErrorCode {
    /// Of what the store could not do.
    pub(crate) fn of_store(error: &StoreError) -> Self {
        match error {
            StoreError::Full => Self::Full,
            StoreError::ReadOnly | StoreError::Denied(_) => Self::ReadOnly,
            StoreError::Busy => Self::Busy,
            StoreError::Damaged(_) => Self::Damaged,
            StoreError::Disk(_) => Self::Disk,
            StoreError::NoFolder(_)
            | StoreError::Folder
            | StoreError::Missing(_)
            | StoreError::Exists(_)
            | StoreError::Foreign(_)
            | StoreError::Newer { .. }
            | StoreError::Database(_) => Self::Store,
        }
    }

    /// Of an archive that cannot be taken in, or not be made.
    pub(crate) fn of_archive(error: &ArchiveError) -> Self {
        match error {
            ArchiveError::Foreign(_) => Self::Foreign,
            ArchiveError::Damaged(_) => Self::Damaged,
            ArchiveError::Newer(_) => Self::Newer,
            ArchiveError::Hostile(_) => Self::Hostile,
            ArchiveError::GivenUp => Self::GivenUp,
            ArchiveError::Nothing => Self::NoSheet,
            ArchiveError::Store(error) => Self::of_store(error),
        }
    }
}
