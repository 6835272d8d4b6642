//! Sheets out as files and archives, and back in, over HTTP and from the command line.

use crate::{Api, BINARY, Reply, beam};
use helvek_store::archive::{Choice, pack};
use helvek_store::{Look, Store};
use serde_json::{Value, json};
use std::path::Path;
use std::process::{Command, Output};
use std::time::{Duration, Instant};

/// The bytes of an answer, and its head.
async fn fetch(host: &str, first: &str, body: &[u8]) -> (String, Vec<u8>) {
    use tokio::io::{AsyncReadExt, AsyncWriteExt};
    let mut stream = tokio::net::TcpStream::connect(host).await.unwrap();
    let head = format!(
        "{first} HTTP/1.1\r\nHost: {host}\r\nConnection: close\r\nContent-Length: {}\r\n\r\n",
        body.len()
    );
    stream.write_all(head.as_bytes()).await.unwrap();
    let _ = stream.write_all(body).await;
    let mut bytes = Vec::new();
    let _ = stream.read_to_end(&mut bytes).await;
    let end = bytes.windows(4).position(|four| four == b"\r\n\r\n").unwrap();
    (String::from_utf8_lossy(&bytes[..end]).into_owned(), bytes[end + 4..].to_vec())
}

impl Api {
    async fn bring(&self, bytes: &[u8]) -> Reply {
        self.raw("POST /api/import", &format!("Host: {}\r\n", self.host()), bytes).await
    }

    async fn archive(&self, of: Value) -> Vec<u8> {
        let made = self.call("POST /api/archive", &of).await;
        assert_eq!(made.status, 200, "{}", made.body);
        let made = made.json();
        let (head, bytes) =
            fetch(&self.host(), &format!("GET {}", made["address"].as_str().unwrap()), &[]).await;
        let named = format!("filename=\"{}\"", made["file"].as_str().unwrap());
        assert!(head.contains("application/zip") && head.contains(&named), "{head}");
        assert_eq!(bytes.len() as u64, made["bytes"].as_u64().unwrap());
        bytes
    }
}

#[tokio::test]
async fn a_sheet_goes_out_as_toml_and_as_json_and_comes_back_the_same() {
    let api = Api::start(false).await;
    let mut sheet = beam();
    sheet["title"] = "Plank “Süd” /1".into();
    // Half-finished: a load without a place goes out and comes back like everything else.
    sheet["loads"].as_array_mut().unwrap().push(json!({ "kind": "force", "size": "3 kN" }));
    let id = api.call("POST /api/sheets", &json!({ "sheet": sheet })).await.json()["id"].clone();
    let id = id.as_str().unwrap();
    for (way, begins) in [("toml", "format = \"helvek-sheet/1\"\n"), ("json", "{\n  \"format\"")] {
        let (head, text) = fetch(&api.host(), &format!("GET /api/sheets/{id}/file?as={way}"), &[]).await;
        assert!(text.starts_with(begins.as_bytes()), "{}", String::from_utf8_lossy(&text));
        assert!(head.contains(&format!("filename*=UTF-8''Plank-S%C3%BCd-1.{way}")), "{head}");
        let came = api.bring(&text).await;
        let came = (came.status, came.json());
        assert_eq!((came.0, &came.1["added"]), (200, &json!(1)), "{}", came.1);
        let new = came.1["sheets"][0]["id"].as_str().unwrap();
        assert_ne!(new, id);
        assert_eq!(api.call(&format!("GET /api/sheets/{new}"), &Value::Null).await.json()["sheet"], sheet);
    }
    let wrong = api.call(&format!("GET /api/sheets/{id}/file?as=pdf"), &Value::Null).await;
    assert_eq!((wrong.status, wrong.json()["code"].clone()), (400, json!("query")));
    assert_eq!(api.call("GET /api/sheets/nobody/file?as=toml", &Value::Null).await.status, 404);
}

#[tokio::test]
async fn the_shelf_goes_out_and_comes_in_elsewhere_without_loss_and_twice_is_once() {
    let (here, there) = (Api::start(true).await, Api::start(false).await);
    let listed = async |api: &Api| {
        let mut shelf = api.call("GET /api/sheets?limit=200&sort=title", &Value::Null).await.json();
        for sheet in shelf["sheets"].as_array_mut().unwrap() {
            // Made where it is looked at.
            sheet["card"] = Value::Null;
        }
        shelf["sheets"].clone()
    };
    let first = listed(&here).await[0]["id"].as_str().unwrap().to_owned();
    let tagged = json!({ "tags": ["=wood", "north"] });
    assert_eq!(here.call(&format!("PUT /api/sheets/{first}/tags"), &tagged).await.status, 204);
    let named = json!({ "why": "named", "name": "as built" });
    assert_eq!(here.call(&format!("POST /api/sheets/{first}/revisions"), &named).await.status, 204);
    let bytes = here.archive(json!({})).await;
    let came = there.bring(&bytes).await.json();
    let count = listed(&here).await.as_array().unwrap().len();
    assert_eq!((came["added"].as_u64().unwrap() as usize, &came["revisions"]), (count, &json!(1)));
    assert_eq!(came["sheets"].as_array().unwrap().len(), 20, "the first are named");
    assert_eq!(listed(&there).await, listed(&here).await);
    let revisions = format!("GET /api/sheets/{first}/revisions");
    assert_eq!(
        there.call(&revisions, &Value::Null).await.json(),
        here.call(&revisions, &Value::Null).await.json()
    );
    let again = there.bring(&bytes).await.json();
    assert_eq!((&again["added"], again["there"].as_u64().unwrap() as usize), (&json!(0), count));
    // A choice: one by its id, one by a tag; nothing is an answer too.
    for of in [json!({ "sheets": [first] }), json!({ "tag": "=wood" })] {
        let other = Api::start(false).await;
        assert_eq!(other.bring(&here.archive(of).await).await.json()["sheets"][0]["id"], json!(first));
    }
    let none = here.call("POST /api/archive", &json!({ "search": "no such sheet" })).await;
    assert_eq!((none.status, none.json()["code"].clone()), (404, json!("no-sheet")));
    assert_eq!(here.call("GET /api/archive/guessed", &Value::Null).await.status, 404);
}

#[tokio::test]
async fn what_an_older_engine_answered_elsewhere_is_compared_here() {
    let api = Api::start(false).await;
    let older = Store::open(&api.folder.path().join("older.sqlite")).await.unwrap();
    older.create("Plank", &beam().to_string(), 1).await.unwrap();
    for text in older.unanswered(1, 9).await.unwrap() {
        let said = r#"[{"of":"verdict","label":"verdict","says":"unstable","about":"verdict"}]"#;
        older.keep_answers(&[(text, said.into())]).await.unwrap();
    }
    let mut archive = std::io::Cursor::new(Vec::new());
    pack(&older, &Choice::Found(Look::default()), &mut archive, &mut |_| true).await.unwrap();
    assert_eq!(api.bring(&archive.into_inner()).await.json()["added"], 1);
    let begun = Instant::now();
    loop {
        let differing = api.call("GET /api/sheets?differing=true", &Value::Null).await.json();
        if differing["total"] == 1 {
            assert_eq!(differing["sheets"][0]["engine"], 1);
            break;
        }
        assert!(begun.elapsed() < Duration::from_secs(20), "{differing}");
        tokio::time::sleep(Duration::from_millis(20)).await;
    }
}

#[tokio::test]
async fn what_is_no_sheet_is_refused_with_its_reason_and_changes_nothing() {
    let api = Api::start(false).await;
    for (bytes, status, code) in [
        (b"".to_vec(), 422, "foreign"),
        (b"Dear gardener, the hoist".to_vec(), 422, "text"),
        (b"{\"name\":\"package\"}".to_vec(), 422, "foreign"),
        (b"format = \"helvek-sheet/9\"".to_vec(), 422, "newer"),
        (vec![0x89, b'P', b'N', b'G', 0, 0xff], 422, "foreign"),
        (b"PK\x03\x04 and no more".to_vec(), 422, "damaged"),
        (vec![b' '; 9 << 20], 413, "too-large"),
    ] {
        let refused = api.bring(&bytes).await;
        assert_eq!((refused.status, refused.json()["code"].clone()), (status, json!(code)));
        assert!(!refused.json()["cure"].as_str().unwrap().is_empty());
    }
    assert_eq!(api.call("GET /api/sheets", &Value::Null).await.json()["total"], 0);
}

fn helvek(data: &Path, arguments: &[&str]) -> Output {
    Command::new(BINARY).args(arguments).arg("--data").arg(data).output().unwrap()
}

fn said(output: &Output) -> String {
    format!("{}{}", String::from_utf8_lossy(&output.stdout), String::from_utf8_lossy(&output.stderr))
}

#[tokio::test]
async fn from_the_command_line_while_it_serves() {
    let api = Api::start(true).await;
    let data = api.folder.path().join("sheets.sqlite");
    let at = |name: &str| api.folder.path().join(name).display().to_string();
    let whole = helvek(&data, &["export", &at("all.zip")]);
    assert!(whole.status.success() && said(&whole).contains("sheets with"), "{}", said(&whole));
    let title = api.call("GET /api/sheets?limit=1", &Value::Null).await.json()["sheets"][0]["title"].clone();
    let one = helvek(&data, &["export", &at("one.toml"), "--search", title.as_str().unwrap()]);
    assert!(one.status.success(), "{}", said(&one));
    std::fs::write(at("letter.txt"), "Dear gardener").unwrap();
    // Onto an empty machine: what is no sheet is named, what is one comes in all the same.
    let new = api.folder.path().join("new.sqlite");
    let came = helvek(&new, &["import", &at("all.zip"), &at("letter.txt"), &at("one.toml")]);
    assert!(!came.status.success());
    let lines = said(&came);
    for part in
        ["all.zip: ", "sheets came in", "letter.txt: line 1", "one.toml: 1 sheet came in.", "1 file refused"]
    {
        assert!(lines.contains(part), "{part}: {lines}");
    }
    // Into the file that is being served: the page has it at once.
    let before = api.call("GET /api/sheets", &Value::Null).await.json()["total"].as_u64().unwrap();
    assert!(helvek(&data, &["import", &at("one.toml")]).status.success());
    assert_eq!(api.call("GET /api/sheets", &Value::Null).await.json()["total"], before + 1);
    for (arguments, says) in [
        (vec!["export", "all.zip"], "already"),
        (vec!["export", "letters.zip", "--search", "no such sheet"], "nothing of that kind"),
        (vec!["export", "two.json"], "sheets are found"),
        (vec!["export", "all.tar"], "should end in .zip"),
    ] {
        let named = at(arguments[1]);
        let mut arguments = arguments.clone();
        arguments[1] = &named;
        let refused = helvek(&data, &arguments);
        assert!(!refused.status.success() && said(&refused).contains(says), "{says}: {}", said(&refused));
    }
    assert!(!Path::new(&at("two.json")).exists() && !Path::new(&at("letters.zip")).exists());
    let nowhere = helvek(&api.folder.path().join("nowhere.sqlite"), &["export", &at("x.zip")]);
    assert!(said(&nowhere).contains("there is no file"), "{}", said(&nowhere));
    assert!(!api.folder.path().join("nowhere.sqlite").exists());
}
