//! The server is killed at any moment, without a word: nothing that was acknowledged is lost, and nothing is torn.

use helvek_testkit::Server;
use serde_json::{Value, json};
use std::path::Path;
use std::time::Duration;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;

/// One request; `None` when the server went away in the middle of it.
async fn call(host: &str, first: &str, body: &Value) -> Option<Value> {
    let body = body.to_string();
    let mut stream = TcpStream::connect(host).await.ok()?;
    let head = format!(
        "{first} HTTP/1.1\r\nHost: {host}\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n{body}",
        body.len()
    );
    stream.write_all(head.as_bytes()).await.ok()?;
    let mut bytes = Vec::new();
    stream.read_to_end(&mut bytes).await.ok()?;
    let text = String::from_utf8(bytes).ok()?;
    let (head, body) = text.split_once("\r\n\r\n")?;
    head.starts_with("HTTP/1.1 2").then(|| serde_json::from_str(body).ok())?
}

fn sheet(length: u32) -> Value {
    json!({
        "format": "helvek-sheet/1",
        "title": format!("Plank {length}"),
        "points": { "A": [0, 0], "B": [length, 0] },
        "bodies": { "plank": { "runs": [["A", "B"]] } },
    })
}

#[tokio::test]
async fn a_killed_server_loses_no_acknowledged_change() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("sheets.sqlite");
    let start = async || Server::start(Path::new(env!("CARGO_BIN_EXE_helvek")), &data, false).await;
    let server = start().await;
    let host = |server: &Server| server.address.trim_start_matches("http://").to_owned();
    let made = call(&host(&server), "POST /api/sheets", &json!({ "sheet": sheet(1) })).await.unwrap();
    let path = format!("/api/sheets/{}", made["id"].as_str().unwrap());
    let mut server = Some(server);
    let (mut acknowledged, mut length) = (1, 1);
    for round in 0..12u64 {
        let running = server.take().unwrap();
        let host_now = host(&running);
        // Killed at a moment that is another one in each round.
        let killer = tokio::spawn(async move {
            tokio::time::sleep(Duration::from_millis(7 + 11 * round)).await;
            running.kill().await;
        });
        loop {
            let save = json!({ "version": acknowledged, "sheet": sheet(length + 1) });
            let Some(kept) = call(&host_now, &format!("PUT {path}"), &save).await else { break };
            acknowledged = kept["version"].as_i64().unwrap();
            length += 1;
        }
        killer.await.unwrap();
        let again = start().await;
        let found = call(&host(&again), &format!("GET {path}"), &Value::Null).await.unwrap();
        let version = found["version"].as_i64().unwrap();
        // What was on its way when the server died may be there or not; what was acknowledged must be, whole.
        assert!(version == acknowledged || version == acknowledged + 1, "{version} after {acknowledged}");
        length += u32::try_from(version - acknowledged).unwrap();
        acknowledged = version;
        assert_eq!(found["sheet"], sheet(length));
        server = Some(again);
    }
    assert!(acknowledged > 12, "hardly anything was saved between the kills: {acknowledged}");
    assert!(server.unwrap().stop().await);
}
