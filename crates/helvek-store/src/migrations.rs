//! The steps by which a store came to its present form, embedded. Written out instead of by SQLx's macro, which would build SQLite twice.

use sqlx::SqlSafeStr;
use sqlx::migrate::{Migration, MigrationType, Migrator};
use std::borrow::Cow;

/// Version, what it does, the SQL. Never change one that has landed: stores out there have run it.
const ALL: &[(i64, &str, &str)] = &[
    (1, "sheets", include_str!("../migrations/0001_sheets.sql")),
    (2, "shelf", include_str!("../migrations/0002_shelf.sql")),
    (3, "answers", include_str!("../migrations/0003_answers.sql")),
];

pub(crate) fn all() -> Migrator {
    let migrations = ALL.iter().map(|(version, what, sql)| {
        Migration::new(*version, Cow::Borrowed(what), MigrationType::Simple, sql.into_sql_str(), false)
    });
    Migrator { migrations: Cow::Owned(migrations.collect()), ..Migrator::DEFAULT }
}
