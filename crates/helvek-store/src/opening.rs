//! Opening a file of sheets: made when missing, refused with the reason when it is not one, brought to the present form after a copy was made.

use crate::{Store, StoreError, migrations};
use sqlx::migrate::Migrator;
use sqlx::sqlite::{SqliteConnectOptions, SqliteJournalMode, SqlitePoolOptions, SqliteSynchronous};
use sqlx::{Connection, SqliteConnection, SqlitePool};
use std::io::ErrorKind;
use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};

/// The longest a write waits for another program.
pub(crate) const BUSY: Duration = Duration::from_secs(5);
/// The time one of them waits for the other.
const MOMENT: Duration = Duration::from_millis(50);
/// The number of times two programs that open a new file together get in each other's way at most.
const TOGETHER: u32 = 8;

impl Store {
    /// Opens the file, creating it when it is missing (readable by its owner only), and brings it to the present form; before an older form is
    /// changed a copy is made beside it.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be opened or is not one of Helvek's sheets; nothing is changed then.
    pub async fn open(file: &Path) -> Result<Self, StoreError> {
        create_when_missing(file)?;
        // Two that make a new file together get in each other's way for moments in which SQLite does not wait by itself.
        let begun = Instant::now();
        loop {
            match Self::opened(file).await {
                Err(StoreError::Busy) if begun.elapsed() < BUSY => tokio::time::sleep(MOMENT).await,
                done => return done,
            }
        }
    }

    async fn opened(file: &Path) -> Result<Self, StoreError> {
        let options = SqliteConnectOptions::new().filename(file).busy_timeout(BUSY);
        // Looked at first, before anything is changed in it, its kind of log included.
        let mut looking = SqliteConnection::connect_with(&options).await?;
        known(form(&mut looking).await?)?;
        looking.close().await?;
        let options = options
            // A saved change must survive a crash of the machine, not only of the program.
            .journal_mode(SqliteJournalMode::Wal)
            .synchronous(SqliteSynchronous::Full);
        let writer = SqlitePoolOptions::new()
            .max_connections(1)
            .acquire_timeout(2 * BUSY)
            .connect_with(options.clone())
            .await?;
        bring_up_to_date(&writer, file).await?;
        let readers = SqlitePoolOptions::new()
            .max_connections(4)
            .connect_with(options.pragma("query_only", "ON"))
            .await?;
        Ok(Self { readers, writer })
    }

    /// A store that lives and dies with the process, for tests.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite itself fails.
    pub async fn in_memory() -> Result<Self, StoreError> {
        // Every connection to ":memory:" is a database of its own: there must be exactly one, kept for ever.
        let one = SqlitePoolOptions::new().max_connections(1).idle_timeout(None).max_lifetime(None);
        let pool = one.connect_with(SqliteConnectOptions::new().filename(":memory:")).await?;
        migrations::all().run(&pool).await?;
        Ok(Self { readers: pool.clone(), writer: pool })
    }
}

/// SQLite would make it readable by everyone, and says of every trouble only that it cannot open the file. Nothing that is there is opened here:
/// closing it again would undo the locks that SQLite holds on it.
fn create_when_missing(file: &Path) -> Result<(), StoreError> {
    match std::fs::metadata(file) {
        Ok(there) if there.is_dir() => return Err(StoreError::Folder),
        Ok(_) => return Ok(()),
        Err(error) if error.kind() == ErrorKind::NotFound => {}
        Err(error) => return Err(error.into()),
    }
    let folder = file.parent().filter(|folder| !folder.as_os_str().is_empty());
    if let Some(folder) = folder
        && !folder.is_dir()
    {
        return Err(StoreError::NoFolder(folder.to_owned()));
    }
    Ok(new_file(file)?)
}

/// Makes an empty file that only its owner may read; one that is there already stays.
pub(crate) fn new_file(file: &Path) -> std::io::Result<()> {
    let mut options = std::fs::OpenOptions::new();
    options.write(true).create_new(true);
    #[cfg(unix)]
    std::os::unix::fs::OpenOptionsExt::mode(&mut options, 0o600);
    match options.open(file) {
        Err(error) if error.kind() != ErrorKind::AlreadyExists => Err(error),
        _ => Ok(()),
    }
}

async fn bring_up_to_date(writer: &SqlitePool, file: &Path) -> Result<(), StoreError> {
    let mut connection = writer.acquire().await?;
    let form = form(&mut connection).await?;
    if known(form)? {
        copy(&mut connection, &free_name(file, &format!("form{form}"))).await?;
    }
    drop(connection);
    migrate(&migrations::all(), writer).await
}

/// The form of a file that holds nothing yet.
pub(crate) const MISSING_FORM: i64 = 0;

/// True when a form that this program knows is an older one.
pub(crate) fn known(form: i64) -> Result<bool, StoreError> {
    let latest = migrations::all().iter().map(|migration| migration.version).max().unwrap_or(MISSING_FORM);
    if form > latest {
        return Err(StoreError::Newer { theirs: form, ours: latest });
    }
    Ok(form < latest && form != MISSING_FORM)
}

/// The number of the form that the file has.
pub(crate) async fn form(connection: &mut SqliteConnection) -> Result<i64, StoreError> {
    // At one moment: another program may be making it.
    let mut connection = connection.begin().await?;
    let names = "SELECT name FROM sqlite_schema WHERE type = 'table'";
    let tables: Vec<String> = sqlx::query_scalar(names).fetch_all(&mut *connection).await?;
    if tables.is_empty() {
        return Ok(MISSING_FORM);
    }
    let has = |name: &str| tables.iter().any(|table| table == name);
    if !has("_sqlx_migrations") {
        return Err(StoreError::Foreign(": it is another program's database"));
    }
    let form = "SELECT COALESCE(MAX(version), 0) FROM _sqlx_migrations";
    let form = sqlx::query_scalar(form).fetch_one(&mut *connection).await?;
    // Whoever makes a new file makes that table first.
    if form != MISSING_FORM && !has("sheets") {
        return Err(StoreError::Foreign(": it is another program's database"));
    }
    Ok(form)
}

/// A name beside a file that nothing has yet: of `helvek.sqlite` and `form3` it is `helvek.form3.sqlite`, then `helvek.form3-2.sqlite`.
pub(crate) fn free_name(file: &Path, what: &str) -> PathBuf {
    let stem = file.file_stem().unwrap_or_default().to_string_lossy();
    let extension = file.extension().map(|e| format!(".{}", e.to_string_lossy())).unwrap_or_default();
    let name = |n: u32| match n {
        1 => file.with_file_name(format!("{stem}.{what}{extension}")),
        n => file.with_file_name(format!("{stem}.{what}-{n}{extension}")),
    };
    (1..).map(name).find(|name| !name.exists()).unwrap_or_else(|| name(1))
}

/// Writes all that is committed into a new file, which only its owner may read; readers and writers go on meanwhile. A copy that cannot be made
/// leaves nothing behind.
pub(crate) async fn copy(connection: &mut SqliteConnection, to: &Path) -> Result<(), StoreError> {
    new_file(to)?;
    let done = sqlx::query("VACUUM INTO ?").bind(to.to_string_lossy().into_owned()).execute(connection).await;
    if done.is_err() {
        // What is left of it is no copy; that it cannot be removed either changes nothing.
        let _ = std::fs::remove_file(to);
    }
    done?;
    Ok(())
}

/// Two programs that open a new file at the same moment both make its tables: the one that comes second looks again.
async fn migrate(all: &Migrator, writer: &SqlitePool) -> Result<(), StoreError> {
    let mut tries = 0;
    loop {
        tries += 1;
        match all.run(writer).await {
            Ok(()) => return Ok(()),
            Err(_) if tries < TOGETHER => tokio::time::sleep(MOMENT).await,
            Err(error) => return Err(error.into()),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::borrow::Cow;

    /// A file in the second of the forms there were, with one sheet.
    async fn of_form_two(file: &Path) {
        let pool =
            SqlitePool::connect_with(SqliteConnectOptions::new().filename(file).create_if_missing(true))
                .await
                .unwrap();
        let first = migrations::all().iter().filter(|migration| migration.version <= 2).cloned().collect();
        Migrator { migrations: Cow::Owned(first), ..Migrator::DEFAULT }.run(&pool).await.unwrap();
        sqlx::query("INSERT INTO sheets (id, title, body) VALUES ('a', 'Bench', '{}')")
            .execute(&pool)
            .await
            .unwrap();
        pool.close().await;
    }

    #[tokio::test]
    async fn before_the_form_is_changed_a_copy_is_made_that_nobody_else_can_read() {
        let folder = tempfile::tempdir().unwrap();
        let file = folder.path().join("sheets.sqlite");
        of_form_two(&file).await;
        // One from an earlier try is not written over.
        std::fs::write(folder.path().join("sheets.form2.sqlite"), "earlier").unwrap();
        let store = Store::open(&file).await.unwrap();
        assert_eq!(store.get("a").await.unwrap().unwrap().row.title, "Bench");
        store.close().await;
        assert_eq!(std::fs::read(folder.path().join("sheets.form2.sqlite")).unwrap(), b"earlier");
        let copy = folder.path().join("sheets.form2-2.sqlite");
        #[cfg(unix)]
        assert_eq!(
            std::os::unix::fs::PermissionsExt::mode(&std::fs::metadata(&copy).unwrap().permissions()) & 0o77,
            0
        );
        let pool = SqlitePool::connect_with(SqliteConnectOptions::new().filename(&copy)).await.unwrap();
        assert_eq!(form(&mut pool.acquire().await.unwrap()).await.unwrap(), 2);
        let titles: Vec<String> =
            sqlx::query_scalar("SELECT title FROM sheets").fetch_all(&pool).await.unwrap();
        assert_eq!(titles, ["Bench"]);
        // The file is of the present form now: another start makes no copy.
        Store::open(&file).await.unwrap().close().await;
        assert!(!folder.path().join("sheets.form2-3.sqlite").exists());
    }

    #[tokio::test]
    async fn programs_that_open_a_new_file_together_all_get_it() {
        let folder = tempfile::tempdir().unwrap();
        let file = folder.path().join("sheets.sqlite");
        let open = || {
            let file = file.clone();
            tokio::spawn(async move { Store::open(&file).await })
        };
        let all = [open(), open(), open(), open()];
        let mut ids = Vec::new();
        for store in all {
            ids.push(store.await.unwrap().unwrap().create("Bench", "{}", 1).await.unwrap());
        }
        let store = Store::open(&file).await.unwrap();
        for id in ids {
            assert!(store.get(&id).await.unwrap().is_some());
        }
    }

    #[tokio::test]
    async fn nothing_is_written_but_through_the_one_way() {
        let folder = tempfile::tempdir().unwrap();
        let store = Store::open(&folder.path().join("sheets.sqlite")).await.unwrap();
        let error = sqlx::query("DELETE FROM sheets").execute(&store.readers).await.unwrap_err();
        assert!(matches!(error.into(), StoreError::ReadOnly));
    }

    #[tokio::test]
    async fn a_file_without_room_refuses_by_name_and_keeps_what_it_had() {
        let folder = tempfile::tempdir().unwrap();
        let file = folder.path().join("sheets.sqlite");
        let store = Store::open(&file).await.unwrap();
        let id = store.create("Bench", "{}", 1).await.unwrap();
        let pages: i64 = sqlx::query_scalar("PRAGMA page_count").fetch_one(&store.writer).await.unwrap();
        let limit = format!("PRAGMA max_page_count = {}", pages + 1);
        // A write that failed leaves its connection behind, and the limit is one of the connection.
        let full = async || {
            sqlx::query(sqlx::AssertSqlSafe(limit.clone())).execute(&store.writer).await.unwrap();
        };
        let large = "x".repeat(100_000);
        full().await;
        assert!(matches!(store.create("Large", &large, 1).await, Err(StoreError::Full)));
        full().await;
        assert!(matches!(store.save(&id, 1, "Large", &large, 1).await, Err(StoreError::Full)));
        full().await;
        assert!(matches!(store.copy(&id, |_, _| large.clone()).await, Err(StoreError::Full)));
        store.close().await;
        let again = Store::open(&file).await.unwrap();
        assert_eq!(again.get(&id).await.unwrap().unwrap().body, "{}");
        assert_eq!(again.look(&crate::Look { limit: 9, ..crate::Look::default() }).await.unwrap().total, 1);
    }
}
