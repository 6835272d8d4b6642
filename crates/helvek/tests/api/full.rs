//! A disk without room: what is answered as kept is kept, and what is not kept is told with its cause.

use crate::{BINARY, beam, call, host};
use helvek_testkit::Server;
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::path::Path;
use tokio::process::Command;

/// The largest file that the server may write, in blocks of the shell. It stands for a full disk: the write fails in the same call.
const BLOCKS: u32 = 600;

async fn confined(data: &Path) -> Server {
    let mut command = Command::new("sh");
    let script =
        format!("trap '' XFSZ; ulimit -f {BLOCKS}; exec \"$0\" serve --listen 127.0.0.1:0 --data \"$1\"");
    command.args(["-c", &script, BINARY]).arg(data);
    Server::launch(command).await.unwrap()
}

fn titled(title: &str) -> Value {
    let mut sheet = beam();
    sheet["title"] = json!(title);
    // Some of it cannot be understood: it is kept all the same, and takes room.
    sheet["notes"] = json!("x".repeat(4000));
    sheet
}

/// What was answered as kept of one sheet.
#[derive(Default)]
struct Acknowledged {
    version: i64,
    title: String,
    tags: Vec<String>,
    revisions: usize,
    trashed: bool,
}

#[tokio::test]
async fn on_a_full_disk_nothing_is_answered_as_kept_that_is_not() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("sheets.sqlite");
    let server = confined(&data).await;
    let at = host(&server);
    let mut kept: BTreeMap<String, Acknowledged> = BTreeMap::new();
    let mut refused = BTreeMap::new();
    let mut refuse = |what: &'static str, reply: crate::Reply| {
        assert!(reply.status >= 500, "{what}: {} {}", reply.status, reply.body);
        *refused.entry(what).or_insert(0) += 1;
        let told = reply.json();
        assert!(told["code"] == "disk" || told["code"] == "full", "{told}");
        assert!(told["message"].as_str().unwrap().contains("not kept"), "{told}");
    };
    // Until each kind of write was refused several times.
    for round in 0..80 {
        let title = format!("Plank {round}");
        let made = call(&at, "POST /api/sheets", &json!({ "sheet": titled(&title) })).await.unwrap();
        if made.status == 201 {
            let id = made.json()["id"].as_str().unwrap().to_owned();
            kept.insert(id, Acknowledged { version: 1, title, ..Acknowledged::default() });
        } else {
            refuse("create", made);
        }
        let ids: Vec<String> = kept.keys().cloned().collect();
        let id = &ids[round % ids.len()];
        if kept[id].trashed {
            continue;
        }
        let path = format!("/api/sheets/{id}");
        let copied = call(&at, &format!("POST {path}/copy"), &Value::Null).await.unwrap();
        let was = kept.get_mut(id).unwrap();
        let mut copy = None;
        if copied.status == 201 {
            let title = format!("{} (copy)", was.title);
            let tags = was.tags.clone();
            copy = Some((
                copied.json()["id"].as_str().unwrap().to_owned(),
                Acknowledged { version: 1, title, tags, ..Acknowledged::default() },
            ));
        } else {
            refuse("copy", copied);
        }
        let title = format!("Saved {round}");
        let save = json!({ "version": was.version, "sheet": titled(&title) });
        let saved = call(&at, &format!("PUT {path}"), &save).await.unwrap();
        if saved.status == 200 {
            was.version += 1;
            was.title = title;
        } else {
            refuse("save", saved);
        }
        let tags = vec![format!("t{round}")];
        let tagged = call(&at, &format!("PUT {path}/tags"), &json!({ "tags": tags })).await.unwrap();
        if tagged.status == 204 {
            was.tags = tags;
        } else {
            refuse("tag", tagged);
        }
        let cut = json!({ "why": "named", "name": "kept" });
        let cut = call(&at, &format!("POST {path}/revisions"), &cut).await.unwrap();
        if cut.status == 204 {
            was.revisions += 1;
        } else {
            refuse("cut", cut);
        }
        if round % 5 == 0 {
            let removed = call(&at, &format!("DELETE {path}"), &Value::Null).await.unwrap();
            if removed.status == 204 {
                was.trashed = true;
            } else {
                refuse("remove", removed);
            }
        }
        kept.extend(copy);
    }
    assert_eq!(
        refused.keys().copied().collect::<Vec<_>>(),
        ["copy", "create", "cut", "remove", "save", "tag"]
    );
    assert!(refused.values().all(|times| *times >= 3), "{refused:?}");
    let log = server.log();
    assert!(log.contains("the store failed"), "{log}");
    server.kill().await;

    let server = Server::start(Path::new(BINARY), &data, false).await;
    let at = host(&server);
    for (id, was) in &kept {
        if was.trashed {
            call(&at, &format!("POST /api/sheets/{id}/restore"), &Value::Null).await.unwrap();
        }
        let there = call(&at, &format!("GET /api/sheets/{id}"), &Value::Null).await.unwrap();
        assert_eq!(there.status, 200, "{id} ({}) was answered as kept", was.title);
        let there = there.json();
        assert_eq!((&there["version"], &there["sheet"]["title"]), (&json!(was.version), &json!(was.title)));
        let revisions =
            call(&at, &format!("GET /api/sheets/{id}/revisions"), &Value::Null).await.unwrap().json();
        assert!(revisions.as_array().unwrap().len() >= was.revisions);
    }
    let mut tags = BTreeMap::new();
    for offset in (0..kept.len()).step_by(200) {
        let shelf = call(&at, &format!("GET /api/sheets?limit=200&offset={offset}"), &Value::Null)
            .await
            .unwrap()
            .json();
        for sheet in shelf["sheets"].as_array().unwrap() {
            tags.insert(sheet["id"].as_str().unwrap().to_owned(), sheet["tags"].clone());
        }
    }
    for (id, was) in &kept {
        assert_eq!(tags[id], json!(was.tags), "{id}");
    }
}
