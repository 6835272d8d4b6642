//! The interface over HTTP, spoken plainly over a socket to the real binary.

mod carry;
mod opening;
mod recovery;
mod upgrade;
mod work;
mod writes;

use helvek_testkit::Server;
use serde_json::{Value, json};
use std::path::Path;
use tempfile::TempDir;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;

struct Api {
    server: Server,
    folder: TempDir,
}

struct Reply {
    status: u16,
    head: String,
    body: String,
}

impl Reply {
    fn json(&self) -> Value {
        serde_json::from_str(&self.body).unwrap_or_else(|error| panic!("{error}: {}", self.body))
    }
}

const BINARY: &str = env!("CARGO_BIN_EXE_helvek");

impl Api {
    async fn start(demo: bool) -> Self {
        let folder = tempfile::tempdir().unwrap();
        let server = Server::start(Path::new(BINARY), &folder.path().join("sheets.sqlite"), demo).await;
        Self { server, folder }
    }

    /// Stops it in peace and starts it again with the same file, after something was done to that.
    async fn again(self, between: impl AsyncFnOnce(&Path)) -> Self {
        let Self { server, folder } = self;
        assert!(server.stop().await);
        let data = folder.path().join("sheets.sqlite");
        between(&data).await;
        Self { server: Server::start(Path::new(BINARY), &data, false).await, folder }
    }

    fn host(&self) -> String {
        host(&self.server)
    }

    /// One request with exactly these header lines.
    async fn raw(&self, first: &str, headers: &str, body: &[u8]) -> Reply {
        request(&self.host(), first, headers, body).await.expect("it answers")
    }

    async fn call(&self, first: &str, body: &Value) -> Reply {
        call(&self.host(), first, body).await.expect("it answers")
    }
}

fn host(server: &Server) -> String {
    server.address.trim_start_matches("http://").to_owned()
}

/// One request with exactly these header lines; `None` when the server went away in the middle of it.
async fn request(host: &str, first: &str, headers: &str, body: &[u8]) -> Option<Reply> {
    let mut stream = TcpStream::connect(host).await.ok()?;
    let head =
        format!("{first} HTTP/1.1\r\nConnection: close\r\nContent-Length: {}\r\n{headers}\r\n", body.len());
    stream.write_all(head.as_bytes()).await.ok()?;
    // A server that refuses a body may close before it has taken all of it.
    let _ = stream.write_all(body).await;
    let mut bytes = Vec::new();
    let _ = stream.read_to_end(&mut bytes).await;
    let text = String::from_utf8_lossy(&bytes).into_owned();
    let (head, body) = text.split_once("\r\n\r\n")?;
    let status = head.split(' ').nth(1)?.parse().ok()?;
    let body = if head.contains("transfer-encoding: chunked") { unchunked(body) } else { body.to_owned() };
    Some(Reply { status, head: head.to_lowercase(), body })
}

/// One request of JSON.
async fn call(host: &str, first: &str, body: &Value) -> Option<Reply> {
    let headers = format!("Host: {host}\r\nContent-Type: application/json\r\n");
    let bytes = if body.is_null() { Vec::new() } else { body.to_string().into_bytes() };
    request(host, first, &headers, &bytes).await
}

fn unchunked(body: &str) -> String {
    body.split("\r\n").skip(1).step_by(2).collect()
}

fn beam() -> Value {
    json!({
        "format": "helvek-sheet/1",
        "title": "A plank",
        "points": { "A": [0, 0], "B": [3, 0] },
        "bodies": { "plank": { "runs": [["A", "B"]] } },
        "supports": [{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }],
        "loads": [{ "kind": "force", "at": "B", "size": 2, "direction": "down" }],
    })
}

#[tokio::test]
async fn what_stands_in_a_tag_is_told_of_a_sheet_that_is_not_kept() {
    let api = Api::start(false).await;
    let ask = async |of: Value| api.call("POST /api/tag", &json!({ "sheet": beam(), "of": of })).await;
    let load = ask(json!({ "mark": { "id": "load:F1" } })).await.json();
    assert_eq!((&load["tool"], &load["target"]), (&json!("force"), &json!({ "name": "F1" })));
    assert!(load["before"]["size"].is_string() && load["before"]["place"].is_string(), "{load}");
    // Typed again it is the same load.
    let place = load["before"]["place"].as_str().unwrap();
    let edit = json!({ "edit": "force", "name": "F1", "place": place });
    let solved =
        api.call("POST /api/solve", &json!({ "seq": 1, "sheet": beam(), "edit": edit })).await.json();
    let (edited, sent) = (&solved["edited"]["loads"][0], &beam()["loads"][0]);
    assert_eq!((&edited["at"], edited["size"].as_f64()), (&sent["at"], sent["size"].as_f64()), "{solved}");
    let none = ask(json!({ "mark": { "id": "load:F9" } })).await;
    assert_eq!((none.status, none.json()), (200, Value::Null));
    for wrong in [json!({ "mark": { "id": "anvil:F1" } }), json!({ "anvil": {} }), json!("load:F1")] {
        let refused = ask(wrong.clone()).await;
        assert_eq!((refused.status, &refused.json()["code"]), (422, &json!("body")), "{wrong}");
    }
}

/// The steps of a working.
fn steps(reply: &Value) -> Vec<&Value> {
    let chapters = reply["solution"]["page"]["chapters"].as_array().unwrap();
    chapters.iter().filter(|chapter| chapter["part"]["step"].is_u64()).collect()
}

#[tokio::test]
async fn a_live_solve_answers_with_scene_page_and_answers() {
    let api = Api::start(false).await;
    let reply = api.call("POST /api/solve", &json!({ "seq": 7, "sheet": beam() })).await;
    let live = reply.json();
    assert_eq!((reply.status, &live["seq"]), (200, &json!(7)));
    assert_eq!(live["solution"]["answers"]["status"], "determinate");
    assert_eq!(steps(&live).len(), 3);
    assert!(live["scene"]["marks"].as_array().unwrap().iter().any(|m| m["id"] == "load:F1"));

    let edit = json!({ "edit": "force", "size": "4 kN", "place": "1" });
    let edited =
        api.call("POST /api/solve", &json!({ "seq": 8, "sheet": beam(), "edit": edit })).await.json();
    assert_eq!(edited["edited"]["loads"].as_array().unwrap().len(), 2);
    let refused = json!({ "edit": "force", "size": "4 kg" });
    let refused =
        api.call("POST /api/solve", &json!({ "seq": 9, "sheet": beam(), "edit": refused })).await.json();
    assert_eq!(refused["refused"][0]["path"], "size");
    assert_eq!(refused["edited"], Value::Null);
}

async fn look(api: &Api, sheet: &Value, view: Value) -> Value {
    let reply = api.call("POST /api/solve", &json!({ "seq": 1, "sheet": sheet, "view": view })).await;
    assert_eq!(reply.status, 200, "{}", reply.body);
    reply.json()
}

#[tokio::test]
async fn only_what_is_looked_at_is_in_a_reply() {
    let api = Api::start(false).await;
    let mut sheet = beam();
    sheet["loads"] = json!([
        { "kind": "force", "at": "B", "size": 6, "direction": "down", "case": "snow" },
        { "kind": "couple", "on": "plank", "at": "B", "size": 2, "case": "wind" },
    ]);
    sheet["combinations"] = json!([
        { "name": "envelope", "factors": { "snow": 2 } },
        { "name": "K2", "factors": { "wind": 1 } },
    ]);
    // What a page has beside the verdict, by what is looked at.
    let filled = async |view: Value| {
        let reply = look(&api, &sheet, view.clone()).await;
        assert_eq!(reply["view"]["at"], view["at"]);
        let page = reply["solution"]["page"].clone();
        let lists = ["next", "table", "inside", "ranges", "trains"];
        let there = |key: &&str| page[*key].as_array().is_some_and(|list| !list.is_empty());
        let worked = !page["headlines"]["work"].is_null();
        assert_eq!([!page["closes"].is_null(), !steps(&reply).is_empty()], [worked; 2]);
        (lists.into_iter().filter(there).collect::<Vec<_>>(), worked, reply)
    };
    for at in ["idealise", "free", "work", "check", "table"] {
        let (there, worked, reply) = filled(json!({ "at": at })).await;
        assert_eq!((there, worked), (vec![], true), "{at}");
        assert_eq!((&reply["solution"]["answers"], &reply["scene"]["inside"]), (&Value::Null, &Value::Null));
    }
    for at in ["stiff", "size"] {
        let (there, worked, _) = filled(json!({ "at": at })).await;
        assert_eq!((there, worked), (vec![], false), "{at}");
    }
    let (there, worked, drawn) = filled(json!({ "at": "inside" })).await;
    assert_eq!((there, worked), (vec!["inside"], false));
    // A combination that is called as all of them together are: told apart by what is asked.
    let named = json!({ "at": "inside", "loads": { "of": "combination", "name": "envelope" } });
    let (there, _, one) = filled(named).await;
    assert_eq!(there, ["inside"]);
    assert_ne!(one["scene"]["inside"], drawn["scene"]["inside"]);
    let (there, _, all) = filled(json!({ "at": "inside", "loads": { "of": "envelope" } })).await;
    assert_eq!(there, ["ranges"]);
    assert_ne!(all["scene"]["inside"], one["scene"]["inside"]);
    // Who asks for nothing is a program, and has everything.
    let everything = api.call("POST /api/solve", &json!({ "seq": 1, "sheet": sheet })).await.json();
    assert_eq!(everything["view"], json!({ "at": "everything" }));
    let solution = &everything["solution"];
    assert_eq!(solution["answers"]["combinations"].as_array().unwrap().len(), 2);
    assert_eq!(
        (&solution["page"]["ranges"], steps(&everything)),
        (&all["solution"]["page"]["ranges"], steps(&look(&api, &sheet, json!({ "at": "work" })).await))
    );
    // A view of another time is refused by name.
    let old = json!({ "seq": 1, "sheet": sheet, "view": { "at": "elsewhere" } });
    let refused = api.call("POST /api/solve", &old).await;
    assert!((400..500).contains(&refused.status) && refused.body.contains("elsewhere"), "{}", refused.body);
}

#[tokio::test]
async fn a_cut_carries_the_loads_that_are_looked_at() {
    let api = Api::start(false).await;
    let mut sheet = beam();
    sheet["points"] = json!({ "A": [0, 0], "B": [4, 0], "C": [1, 0] });
    sheet["bodies"] = json!({ "plank": { "runs": [["A", "C", "B"]] } });
    sheet["supports"] = json!([{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }]);
    sheet["loads"] = json!([
        { "kind": "force", "at": "C", "size": 8, "direction": "down", "case": "snow" },
        { "kind": "distributed", "from": "A", "to": "B", "start": 3, "direction": "down", "case": "wind" },
    ]);
    sheet["combinations"] = json!([{ "name": "K1", "factors": { "snow": 1.5, "wind": -1 } }]);
    let cut = async |loads: Value| {
        let view = json!({ "at": "inside", "loads": loads, "cut": { "place": "2" } });
        let solution = look(&api, &sheet, view).await["solution"].take();
        solution["cut"]["values"]
            .as_array()
            .map(|values| values.iter().map(|v| v.to_string()).collect::<String>())
    };
    // In the middle of 4 m: of 8 at 1 m the right half carries 8/4·2 = 4, of 3 per length 3·16/8 = 6.
    let drawn = cut(json!({ "of": "drawn" })).await.unwrap();
    assert!(drawn.contains("10.0 kN"), "{drawn}");
    // 1.5 · 4 − 6 = 0; V = −1.5·2 + 0.
    let combined = cut(json!({ "of": "combination", "name": "K1" })).await.unwrap();
    assert!(combined.contains("3.00 kN") && !combined.contains("10.0"), "{combined}");
    assert_eq!(cut(json!({ "of": "envelope" })).await, None);
    // A roller that only pushes lets go under it: 1.5 · 8/4 − 6 = −3 at B. Drawn, it holds.
    let mut lifts = sheet.clone();
    lifts["supports"][1]["one_way"] = json!(true);
    for (loads, holds) in
        [(json!({ "of": "drawn" }), true), (json!({ "of": "combination", "name": "K1" }), false)]
    {
        let view = json!({ "at": "inside", "loads": loads, "cut": { "place": "2" } });
        assert_eq!(look(&api, &lifts, view).await["solution"]["cut"].is_object(), holds, "{loads}");
    }
}

#[tokio::test]
async fn what_governs_is_ranked_only_where_it_is_read_and_headlined_everywhere() {
    let api = Api::start(false).await;
    let mut sheet = beam();
    sheet["bodies"]["plank"]["section"] = json!("p");
    sheet["sections"] = json!({ "p": { "shape": "box", "width": 60, "height": 100, "wall": 4 } });
    sheet["loads"] = json!([{ "kind": "couple", "on": "plank", "at": "B", "size": 2 }]);
    sheet["limits"] = json!([{ "stress": "80 MPa" }]);
    sheet["pins"] = json!([{ "at": "A", "plates": [{ "of": "ground", "thickness": 5 }, { "of": "plank", "thickness": 9 }] }]);
    let plain = look(&api, &sheet, json!({ "at": "idealise" })).await;
    let page = &plain["solution"]["page"];
    assert!(page["headlines"]["size"].as_str().unwrap().starts_with("governs: plank"), "{page}");
    assert_eq!(page["judgement"], Value::Null);
    assert_eq!(plain["scene"]["pins"], Value::Null);
    let sized = look(&api, &sheet, json!({ "at": "size" })).await;
    let told = &sized["solution"]["page"]["judgement"];
    // 2e6·50/I, I = (60·100³ − 52·92³)/12: 61.5 MPa.
    assert_eq!(told["lines"][0]["demand"], "61.5 MPa", "{told}");
    assert_eq!(told["lines"][0]["stated"], json!({ "sort": "stress", "of": "plank" }));
    assert!(
        told["sections"][0]["values"]
            .as_array()
            .unwrap()
            .iter()
            .any(|v| v.as_str().unwrap().starts_with("J "))
    );
    assert_eq!(sized["scene"]["pins"][0]["plates"].as_array().unwrap().len(), 2);
    assert!(told["unchecked"].to_string().contains("the pin has no material"), "{told}");
}

#[tokio::test]
async fn a_half_typed_sheet_is_drawn_as_far_as_it_is_understood() {
    let api = Api::start(false).await;
    let mut sheet = beam();
    sheet["loads"][0]["size"] = json!("2 k");
    let live = api.call("POST /api/solve", &json!({ "seq": 1, "sheet": sheet })).await.json();
    assert_eq!(live["problems"][0]["path"], "loads[0].size");
    assert_eq!(live["solution"], Value::Null);
    let marks = live["scene"]["marks"].as_array().unwrap();
    assert!(marks.iter().any(|m| m["id"] == "support:B"));
    assert!(
        marks.iter().all(|m| m["kind"] != "reaction" || m["text"].is_null()),
        "no number of half a sheet is shown"
    );
}

#[tokio::test]
async fn sheets_are_kept_listed_changed_and_removed_and_survive_a_restart() {
    let Api { server, folder } = Api::start(true).await;
    let api = Api { server, folder };
    let shelf = api.call("GET /api/sheets", &Value::Null).await.json()["sheets"].clone();
    let examples = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let examples = std::fs::read_dir(examples).unwrap().count();
    assert_eq!(shelf.as_array().unwrap().len(), examples, "{shelf}");

    let kept = api.call("POST /api/sheets", &json!({ "sheet": beam() })).await;
    assert_eq!(kept.status, 201);
    let id = kept.json()["id"].as_str().unwrap().to_owned();
    let mut changed = beam();
    changed["title"] = json!("A longer plank");
    let save = json!({ "version": 1, "sheet": changed });
    assert_eq!(api.call(&format!("PUT /api/sheets/{id}"), &save).await.json()["version"], 2);
    let second = api.call(&format!("PUT /api/sheets/{id}"), &save).await;
    assert_eq!((second.status, &second.json()["current"]), (409, &json!(2)));

    let Api { server, folder } = api;
    assert!(server.stop().await, "a graceful end");
    let server = Server::start(Path::new(BINARY), &folder.path().join("sheets.sqlite"), true).await;
    let api = Api { server, folder };
    let found = api.call(&format!("GET /api/sheets/{id}"), &Value::Null).await.json();
    assert_eq!((&found["sheet"], &found["version"]), (&changed, &json!(2)));
    assert_eq!(
        api.call("GET /api/sheets", &Value::Null).await.json()["sheets"][0]["title"],
        "A longer plank"
    );
    assert_eq!(api.call(&format!("DELETE /api/sheets/{id}"), &Value::Null).await.status, 204);
    assert_eq!(api.call(&format!("GET /api/sheets/{id}"), &Value::Null).await.status, 404);
}

#[tokio::test]
async fn requests_that_make_no_sense_are_refused_with_a_cause_and_never_a_500() {
    let api = Api::start(false).await;
    let host = format!("Host: {}\r\n", api.host());
    let typed = format!("{host}Content-Type: application/json\r\n");
    let good = json!({ "seq": 1, "sheet": beam() }).to_string();
    let truncated = &good.as_bytes()[..good.len() / 2];
    let huge = vec![b' '; 50 * 1024 * 1024];
    for (first, headers, body, status, code) in [
        ("POST /api/solve", &typed, truncated, 400, "body"),
        ("POST /api/solve", &typed, &b"{\"seq\": -1, \"sheet\": {}}"[..], 422, "body"),
        ("POST /api/solve", &typed, &b"[]"[..], 422, "body"),
        ("POST /api/solve", &host, good.as_bytes(), 415, "body"),
        ("POST /api/solve", &typed, &huge[..], 413, "too-large"),
        ("GET /api/nothing", &host, b"", 404, "no-route"),
        ("GET /api/sheets/none", &host, b"", 404, "no-sheet"),
        ("DELETE /api/sheets/none", &host, b"", 404, "no-sheet"),
        ("POST /api/sheets/none/copy", &host, b"", 404, "no-sheet"),
        ("DELETE /api/trash/none", &host, b"", 404, "no-sheet"),
        ("GET /api/sheets/none/revisions/1", &host, b"", 404, "no-sheet"),
        ("GET /api/sheets?sort=sideways", &host, b"", 400, "query"),
    ] {
        let reply = api.raw(first, headers, body).await;
        assert_eq!(reply.status, status, "{first}: {}", reply.body);
        let error = reply.json();
        assert_eq!(error["code"], code, "{first}");
        assert!(
            !error["message"].as_str().unwrap().is_empty() && !error["cure"].as_str().unwrap().is_empty()
        );
    }
    for sheet in [json!(5), json!([]), json!({}), json!({ "format": 3, "points": 7, "loads": {} })] {
        let reply = api.call("POST /api/solve", &json!({ "seq": 1, "sheet": sheet })).await;
        assert_eq!(reply.status, 200);
        assert!(!reply.json()["problems"].as_array().unwrap().is_empty());
    }
}

#[tokio::test]
async fn other_sites_cannot_reach_it_through_the_browser() {
    let api = Api::start(false).await;
    let port = api.host().rsplit(':').next().unwrap().to_owned();
    let good = format!("Host: localhost:{port}\r\nOrigin: http://127.0.0.1:{port}\r\n");
    assert_eq!(api.raw("GET /api/sheets", &good, b"").await.status, 200);
    for (headers, status) in [
        ("Host: evil.example\r\n".to_owned(), 421),
        (format!("Host: evil.example:{port}\r\n"), 421),
        (format!("Host: 127.0.0.1:{port}\r\nOrigin: http://evil.example\r\n"), 403),
        (format!("Host: 127.0.0.1:{port}\r\nOrigin: https://127.0.0.1:{port}\r\n"), 403),
        (format!("Host: 127.0.0.1:{port}\r\nOrigin: null\r\n"), 403),
    ] {
        let reply = api.raw("GET /api/sheets", &headers, b"").await;
        assert_eq!(reply.status, status, "{headers}");
    }
    let page = api.raw("GET /", &good, b"").await;
    assert_eq!(page.status, 200);
    for header in
        ["content-security-policy: default-src 'none'; script-src 'self'", "x-content-type-options: nosniff"]
    {
        assert!(page.head.contains(header), "{}", page.head);
    }
    assert!(!page.head.contains("unsafe"));
}

#[tokio::test]
async fn the_shelf_shows_what_each_sheet_comes_to() {
    let api = Api::start(true).await;
    let none = &Value::Null;
    let look = async |query: &str| api.call(&format!("GET /api/sheets?{query}"), none).await.json();
    let found = look("search=potting%20bench&limit=5").await;
    assert_eq!(found["total"], 1);
    // The list comes at once; the card is made when it is asked for, and stands in the list from then on.
    assert_eq!(found["sheets"][0]["card"], Value::Null);
    let id = found["sheets"][0]["id"].as_str().unwrap();
    let card = api.call(&format!("GET /api/sheets/{id}/card"), none).await;
    assert_eq!(card.status, 200);
    let found = look("search=potting%20bench&limit=5").await;
    let bench = &found["sheets"][0];
    assert_eq!(bench["card"], card.json());
    assert_eq!((&bench["card"]["verdict"], &bench["card"]["problems"]), (&json!("determinate"), &json!(0)));
    assert_eq!(bench["card"]["asked"][0]["parts"][1]["says"], "0.930 kN ↑");
    let kinds: Vec<_> =
        bench["card"]["scene"]["marks"].as_array().unwrap().iter().map(|m| &m["kind"]).collect();
    assert!(kinds.contains(&&json!("body")) && !kinds.contains(&&json!("dimension")), "{kinds:?}");

    let id = bench["id"].as_str().unwrap();
    let tags = json!({ "tags": [" north bed ", "wood", "wood", ""] });
    assert_eq!(api.call(&format!("PUT /api/sheets/{id}/tags"), &tags).await.status, 204);
    let copy = api.call(&format!("POST /api/sheets/{id}/copy"), none).await;
    assert_eq!(copy.status, 201);
    let tagged = look("tag=wood&sort=title").await;
    assert_eq!(tagged["sheets"][1]["title"], "Potting bench (copy)");
    assert_eq!(tagged["tags"], json!([{ "tag": "north bed", "count": 2 }, { "tag": "wood", "count": 2 }]));

    // Into the trash, out of it, and away for good.
    assert_eq!(api.call(&format!("DELETE /api/sheets/{id}"), none).await.status, 204);
    assert_eq!(look("trash=true").await["sheets"][0]["id"], json!(id));
    assert_eq!(api.call(&format!("POST /api/sheets/{id}/restore"), none).await.status, 204);
    assert_eq!(api.call(&format!("DELETE /api/trash/{id}"), none).await.status, 404);
    api.call(&format!("DELETE /api/sheets/{id}"), none).await;
    assert_eq!(api.call("DELETE /api/trash", none).await.status, 204);
    assert_eq!(look("trash=true").await["total"], 0);

    let examples = api.call("GET /api/examples", none).await.json();
    assert!(
        examples
            .as_array()
            .unwrap()
            .iter()
            .all(|e| e["card"]["problems"] == 0 && e["sheet"]["bodies"] != json!(null))
    );
}

#[tokio::test]
async fn what_a_sheet_was_can_be_read_again() {
    let api = Api::start(false).await;
    let none = &Value::Null;
    let kept = api.call("POST /api/sheets", &json!({ "sheet": beam() })).await.json();
    let path = format!("/api/sheets/{}", kept["id"].as_str().unwrap());
    let named = json!({ "why": "named", "name": "as found" });
    assert_eq!(api.call(&format!("POST {path}/revisions"), &named).await.status, 204);
    let mut longer = beam();
    longer["points"]["B"] = json!([5, 0]);
    api.call(&format!("PUT {path}"), &json!({ "version": 1, "sheet": longer })).await;
    assert_eq!(api.call(&format!("POST {path}/revisions"), &json!({ "why": "left" })).await.status, 204);
    let list = api.call(&format!("GET {path}/revisions"), none).await.json();
    assert_eq!((&list[0]["why"], &list[1]["name"]), (&json!("left"), &json!("as found")));
    let first = api.call(&format!("GET {path}/revisions/1"), none).await.json();
    assert_eq!(first["points"]["B"], json!([3, 0]));
}

#[tokio::test]
async fn what_is_not_understood_stays_on_the_drawing_with_its_problem() {
    let api = Api::start(false).await;
    let mut torn = beam();
    torn["loads"][0]["size"] = json!("2,5");
    torn["loads"][0]["name"] = json!("tub");
    let reply = api.call("POST /api/solve", &json!({ "seq": 1, "sheet": torn })).await.json();
    let marks = reply["scene"]["marks"].as_array().unwrap();
    let unclear: Vec<_> = marks.iter().filter(|m| m["kind"] == "unclear").collect();
    assert_eq!(unclear.len(), 1);
    assert_eq!((&unclear[0]["text"], &unclear[0]["at"]), (&json!("tub: 2,5"), &json!([3.0, 0.0])));
    assert!(unclear[0]["cure"].as_str().unwrap().contains("2.5"));
}

#[tokio::test]
async fn every_path_takes_the_methods_that_are_described() {
    let api = Api::start(false).await;
    let document = helvek::openapi::document();
    for (path, described) in document["paths"].as_object().unwrap() {
        let address = path.replace("{id}", "none").replace("{number}", "1").replace("{name}", "none");
        for method in ["get", "post", "put", "delete", "patch"] {
            let reply = api.call(&format!("{} {address}", method.to_uppercase()), &Value::Null).await;
            let taken = reply.status != 405;
            assert_eq!(taken, described.get(method).is_some(), "{method} {path}: {}", reply.status);
        }
    }
}
