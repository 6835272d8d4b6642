//! Every kind of write, and a ledger of what was answered as kept: on a full disk, by a server that is killed, with two servers on one file.

use crate::{BINARY, Reply, beam, call, host, request};
use helvek_testkit::Server;
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::path::Path;
use std::time::Duration;
use tokio::process::Command;

/// The kinds of write, by the names that the ledger uses.
const KINDS: [&str; 9] =
    ["copy", "create", "cut", "import", "remove", "remove for good", "restore", "save", "tag"];

/// The saves of one sheet that were answered as kept.
#[derive(Default, Clone)]
struct Acknowledged {
    version: i64,
    title: String,
    /// Of a copy: the title of what it was copied from; the server numbers them.
    copied: bool,
    tags: Vec<String>,
    revisions: usize,
    trashed: bool,
}

/// The saves that were answered as kept, and their number.
#[derive(Default)]
struct Ledger {
    name: String,
    kept: BTreeMap<String, Acknowledged>,
    /// Leaves what is in the trash there until something is refused.
    spares: bool,
    turned: bool,
    /// Sheets removed for good.
    gone: Vec<String>,
    acknowledged: BTreeMap<&'static str, usize>,
    refused: BTreeMap<&'static str, Vec<Value>>,
}

fn titled(title: &str) -> Value {
    let mut sheet = beam();
    sheet["title"] = json!(title);
    // Some of it cannot be understood: it is kept all the same, and takes room.
    sheet["notes"] = json!("x".repeat(4000));
    sheet
}

impl Ledger {
    fn of(name: &str) -> Self {
        Self { name: name.into(), ..Self::default() }
    }

    /// One or the other, in turn.
    fn turn(&mut self) -> bool {
        self.turned = !self.turned;
        self.turned
    }

    fn count(&self) -> usize {
        self.acknowledged.values().sum()
    }

    /// The answer, when it says that it was done. `None`: nobody knows, since the server went away.
    fn note(&mut self, kind: &'static str, reply: Option<Reply>) -> Option<Option<Value>> {
        let reply = reply?;
        if reply.status < 300 {
            *self.acknowledged.entry(kind).or_insert(0) += 1;
            return Some(Some(if reply.body.is_empty() { Value::Null } else { reply.json() }));
        }
        assert!(reply.status >= 500, "{kind}: {} {}", reply.status, reply.body);
        self.refused.entry(kind).or_default().push(reply.json());
        Some(None)
    }

    /// Each kind of write once, as far as there is something to do it to. `None` when the server went away in the middle: what it was asked last
    /// may be done or not, and that sheet is not in the ledger any more.
    async fn round(&mut self, at: &str, round: usize) -> Option<()> {
        let title = format!("{} {round}", self.name);
        let made = call(at, "POST /api/sheets", &json!({ "sheet": titled(&title) })).await;
        if let Some(made) = self.note("create", made)? {
            let id = made["id"].as_str().unwrap().to_owned();
            self.kept.insert(id, Acknowledged { version: 1, title, ..Acknowledged::default() });
        }
        let title = format!("{} brought {round}", self.name);
        let text = titled(&title).to_string();
        let brought = request(at, "POST /api/import", &format!("Host: {at}\r\n"), text.as_bytes()).await;
        if let Some(came) = self.note("import", brought)? {
            let id = came["sheets"][0]["id"].as_str().unwrap().to_owned();
            self.kept.insert(id, Acknowledged { version: 1, title, ..Acknowledged::default() });
        }
        let ids: Vec<String> = self.kept.keys().cloned().collect();
        let id = ids.get(round.checked_rem(ids.len()).unwrap_or(0))?.clone();
        let mut was = self.kept.remove(&id)?;
        let path = format!("/api/sheets/{id}");
        if was.trashed {
            if self.spares && self.refused.is_empty() {
                // There for later.
            } else if self.turn() {
                let restored = call(at, &format!("POST {path}/restore"), &Value::Null).await;
                was.trashed = self.note("restore", restored)?.is_none();
            } else {
                let removed = call(at, &format!("DELETE /api/trash/{id}"), &Value::Null).await;
                if self.note("remove for good", removed)?.is_some() {
                    self.gone.push(id);
                    return Some(());
                }
            }
            self.kept.insert(id, was);
            return Some(());
        }
        let copied = call(at, &format!("POST {path}/copy"), &Value::Null).await;
        if let Some(copy) = self.note("copy", copied)? {
            let of = Acknowledged {
                version: 1,
                title: was.title.clone(),
                copied: true,
                tags: was.tags.clone(),
                ..Acknowledged::default()
            };
            self.kept.insert(copy["id"].as_str().unwrap().to_owned(), of);
        }
        let title = format!("{} saved {round}", self.name);
        let save = json!({ "version": was.version, "sheet": titled(&title) });
        let saved = call(at, &format!("PUT {path}"), &save).await;
        if self.note("save", saved)?.is_some() {
            was.version += 1;
            (was.title, was.copied) = (title, false);
        }
        let tags = vec![format!("t{round}")];
        let tagged = call(at, &format!("PUT {path}/tags"), &json!({ "tags": tags })).await;
        if self.note("tag", tagged)?.is_some() {
            was.tags = tags;
        }
        let cut = json!({ "why": "named", "name": "kept" });
        let cut = call(at, &format!("POST {path}/revisions"), &cut).await;
        was.revisions += usize::from(self.note("cut", cut)?.is_some());
        if round.is_multiple_of(3) {
            let removed = call(at, &format!("DELETE {path}"), &Value::Null).await;
            was.trashed = self.note("remove", removed)?.is_some();
        }
        self.kept.insert(id, was);
        Some(())
    }

    /// Fails where something that was answered as kept is not there as it was answered.
    async fn check(&self, at: &str) {
        let mut found = BTreeMap::new();
        for trash in [false, true] {
            let mut offset = 0;
            loop {
                let query = format!("GET /api/sheets?limit=200&offset={offset}&trash={trash}");
                let shelf = call(at, &query, &Value::Null).await.unwrap().json();
                let sheets = shelf["sheets"].as_array().unwrap();
                for sheet in sheets {
                    found.insert(sheet["id"].as_str().unwrap().to_owned(), (sheet.clone(), trash));
                }
                offset += sheets.len();
                if sheets.is_empty() {
                    break;
                }
            }
        }
        for (id, was) in &self.kept {
            let (there, trash) =
                found.get(id).unwrap_or_else(|| panic!("{id} ({}) was answered as kept", was.title));
            assert_eq!(
                (&there["version"], &there["tags"], *trash),
                (&json!(was.version), &json!(was.tags), was.trashed),
                "{id}"
            );
            let title = there["title"].as_str().unwrap();
            let base = was.title.split(" (copy").next().unwrap();
            let numbered = title.strip_prefix(base).is_some_and(|rest| rest.starts_with(" (copy"));
            assert!(if was.copied { numbered } else { title == was.title }, "{id}: {title}, {}", was.title);
            let revisions = call(at, &format!("GET /api/sheets/{id}/revisions"), &Value::Null).await;
            assert!(revisions.unwrap().json().as_array().unwrap().len() >= was.revisions, "{id}");
        }
        for id in &self.gone {
            assert!(!found.contains_key(id), "{id} was answered as removed for good");
        }
    }
}

/// The largest file that the server may write, in blocks of the shell. It stands for a full disk: the write fails in the same call.
const BLOCKS: u32 = 3000;

async fn confined(data: &Path) -> Server {
    let mut command = Command::new("sh");
    let script =
        format!("trap '' XFSZ; ulimit -f {BLOCKS}; exec \"$0\" serve --listen 127.0.0.1:0 --data \"$1\"");
    command.args(["-c", &script, BINARY]).arg(data);
    Server::launch(command).await.unwrap()
}

#[tokio::test]
async fn on_a_full_disk_nothing_is_answered_as_kept_that_is_not() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("sheets.sqlite");
    let server = confined(&data).await;
    let at = host(&server);
    let mut ledger = Ledger { spares: true, ..Ledger::of("Plank") };
    // Until each kind of write was refused several times.
    let enough = |ledger: &Ledger| {
        KINDS.iter().all(|kind| ledger.refused.get(kind).is_some_and(|refused| refused.len() >= 3))
    };
    for round in 0..600 {
        ledger.round(&at, round).await.unwrap();
        if enough(&ledger) {
            break;
        }
    }
    assert!(enough(&ledger), "{:?}", ledger.refused.keys());
    for told in ledger.refused.values().flatten() {
        assert!(told["code"] == "disk" || told["code"] == "full", "{told}");
        assert!(told["message"].as_str().unwrap().contains("Nothing was changed"), "{told}");
        assert!(!told["cure"].as_str().unwrap().is_empty(), "{told}");
    }
    assert!(server.log().contains("the store failed"), "{}", server.log());
    server.kill().await;
    let server = Server::start(Path::new(BINARY), &data, false).await;
    ledger.check(&host(&server)).await;
}

#[tokio::test]
async fn a_killed_server_has_kept_every_kind_of_write_that_it_answered() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("sheets.sqlite");
    let mut ledger = Ledger::of("Plank");
    let mut round = 0;
    for kill in 0..7_u64 {
        let server = Server::start(Path::new(BINARY), &data, false).await;
        let at = host(&server);
        ledger.check(&at).await;
        let killer = tokio::spawn(async move {
            tokio::time::sleep(Duration::from_millis(150 + 97 * kill)).await;
            server.kill().await;
        });
        while ledger.round(&at, round).await.is_some() {
            round += 1;
        }
        killer.await.unwrap();
    }
    let server = Server::start(Path::new(BINARY), &data, false).await;
    ledger.check(&host(&server)).await;
    assert!(ledger.count() > 200, "hardly anything was written between the kills: {}", ledger.count());
    assert_eq!(ledger.refused.len(), 0, "{:?}", ledger.refused);
}

#[tokio::test]
async fn two_servers_on_one_file_lose_nothing_of_each_other() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("sheets.sqlite");
    let servers = [
        Server::start(Path::new(BINARY), &data, false).await,
        Server::start(Path::new(BINARY), &data, false).await,
    ];
    let writing: Vec<_> = servers
        .iter()
        .zip(["East", "West"])
        .map(|(server, name)| {
            let (at, mut ledger) = (host(server), Ledger::of(name));
            tokio::spawn(async move {
                let mut round = 0;
                while ledger.count() < 500 {
                    ledger.round(&at, round).await.unwrap();
                    round += 1;
                }
                ledger
            })
        })
        .collect();
    for ledger in writing {
        let ledger = ledger.await.unwrap();
        assert_eq!(ledger.refused.len(), 0, "{:?}", ledger.refused);
        assert_eq!(ledger.acknowledged.keys().copied().collect::<Vec<_>>(), KINDS);
        for server in &servers {
            ledger.check(&host(server)).await;
        }
    }
    for server in servers {
        assert!(server.stop().await);
    }
}
