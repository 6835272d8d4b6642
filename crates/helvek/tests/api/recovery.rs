//! The server is killed at any moment, without a word: nothing that was acknowledged is lost, and nothing is torn.

use crate::{BINARY, call, host};
use helvek_testkit::Server;
use serde_json::{Value, json};
use std::path::Path;
use std::time::Duration;

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
    let start = async || Server::start(Path::new(BINARY), &data, false).await;
    let server = start().await;
    let made = call(&host(&server), "POST /api/sheets", &json!({ "sheet": sheet(1) })).await.unwrap().json();
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
            let Ok(kept) = serde_json::from_str::<Value>(&kept.body) else { break };
            acknowledged = kept["version"].as_i64().unwrap();
            length += 1;
        }
        killer.await.unwrap();
        let again = start().await;
        let found = call(&host(&again), &format!("GET {path}"), &Value::Null).await.unwrap().json();
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
