//! Files that cannot be opened: the start is refused with the cause and the cure, and the file stays as it is.

use crate::BINARY;
use helvek_testkit::Server;
use sqlx::sqlite::{SqliteConnectOptions, SqliteConnection};
use sqlx::{AssertSqlSafe, Connection, Executor};
use std::os::unix::fs::PermissionsExt;
use std::path::Path;
use tokio::process::Command;

fn serve(binary: &Path, data: &Path) -> Command {
    let mut command = Command::new(binary);
    command.args(["serve", "--listen", "127.0.0.1:0", "--data"]).arg(data);
    command
}

/// The words printed instead of starting.
async fn refusal(data: &Path) -> String {
    match Server::launch(serve(Path::new(BINARY), data)).await {
        Err(said) => said,
        Ok(server) => panic!("it serves {} at {}", data.display(), server.address),
    }
}

/// A file of sheets, closed.
async fn sheets(file: &Path) {
    assert!(Server::start(Path::new(BINARY), file, false).await.stop().await);
}

async fn sqlite(file: &Path, sql: &str) -> SqliteConnection {
    let options = SqliteConnectOptions::new().filename(file).create_if_missing(true);
    let mut connection = SqliteConnection::connect_with(&options).await.unwrap();
    connection.execute(AssertSqlSafe(sql.to_owned())).await.unwrap();
    connection
}

#[tokio::test]
async fn a_file_that_is_none_of_ours_is_refused_with_the_reason_and_left_alone() {
    let folder = tempfile::tempdir().unwrap();
    let at = |name: &str| folder.path().join(name);
    std::fs::write(at("letter.txt"), "Dear gardener, the greenhouse door sticks again. ".repeat(200))
        .unwrap();
    sqlite(&at("seeds.db"), "CREATE TABLE seeds (name TEXT)").await.close().await.unwrap();
    sheets(&at("newer.sqlite")).await;
    sqlite(
        &at("newer.sqlite"),
        "INSERT INTO _sqlx_migrations (version, description, success, checksum, execution_time) VALUES (99, 'later', TRUE, x'00', 0)",
    )
    .await
    .close()
    .await
    .unwrap();
    sheets(&at("torn.sqlite")).await;
    let mut torn = std::fs::read(at("torn.sqlite")).unwrap();
    torn[100..4096].fill(0x5a);
    std::fs::write(at("torn.sqlite"), torn).unwrap();
    for (name, cause, cure) in [
        ("letter.txt", "not a file of Helvek's sheets: it is no database", "left as it is"),
        ("seeds.db", "another program's database", "left as it is"),
        ("newer.sqlite", "a newer Helvek has written this file", "copy that it made"),
        ("torn.sqlite", "the file is damaged", "helvek restore"),
        ("no/such/folder.sqlite", "there is no folder", "--data"),
        (".", "this is a folder", "--data"),
    ] {
        let before = std::fs::read(at(name)).ok();
        let said = refusal(&at(name)).await;
        assert!(said.contains(cause) && said.contains(cure) && said.contains(name), "{name}: {said}");
        assert!(!said.contains("(code: "), "{name} is told in the words of SQLite: {said}");
        assert!(std::fs::read(at(name)).ok() == before, "{name} was changed");
    }
}

#[tokio::test]
async fn a_file_that_another_program_holds_is_named_as_held() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("held.sqlite");
    sheets(&file).await;
    let hold = "PRAGMA locking_mode = EXCLUSIVE; BEGIN EXCLUSIVE; UPDATE sheets SET title = 'x'; COMMIT";
    let holder = sqlite(&file, hold).await;
    let said = refusal(&file).await;
    assert!(said.contains("another program holds the file"), "{said}");
    holder.close().await.unwrap();
    sheets(&file).await;
}

#[tokio::test]
async fn a_file_that_may_not_be_written_is_named_as_read_only() {
    let folder = tempfile::tempdir().unwrap();
    std::fs::set_permissions(folder.path(), PermissionsExt::from_mode(0o755)).unwrap();
    let file = folder.path().join("shut.sqlite");
    sheets(&file).await;
    std::fs::set_permissions(&file, PermissionsExt::from_mode(0o444)).unwrap();
    // Nothing is read-only for an administrator: the program runs as nobody then, from where nobody can read it.
    let me = Command::new("id").arg("-u").output().await.unwrap();
    let command = if me.stdout.trim_ascii() == b"0" {
        let binary = folder.path().join("helvek");
        std::fs::copy(BINARY, &binary).unwrap();
        let mut command = Command::new("setpriv");
        command.args(["--reuid=65534", "--regid=65534", "--clear-groups"]).arg(&binary);
        command.args(["serve", "--listen", "127.0.0.1:0", "--data"]).arg(&file);
        command
    } else {
        std::fs::set_permissions(folder.path(), PermissionsExt::from_mode(0o555)).unwrap();
        serve(Path::new(BINARY), &file)
    };
    let said = Server::launch(command).await.unwrap_err();
    assert!(said.contains("read-only") && said.contains("writable for whoever runs Helvek"), "{said}");
    // For the folder to be removed.
    std::fs::set_permissions(folder.path(), PermissionsExt::from_mode(0o755)).unwrap();
}

#[tokio::test]
async fn a_new_file_is_readable_by_its_owner_only() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("new.sqlite");
    let server = Server::start(Path::new(BINARY), &file, false).await;
    for name in ["new.sqlite", "new.sqlite-wal", "new.sqlite-shm"] {
        let mode = std::fs::metadata(folder.path().join(name)).unwrap().permissions().mode();
        assert_eq!(mode & 0o777, 0o600, "{name}");
    }
    assert!(server.stop().await);
}
