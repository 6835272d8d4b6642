//! Work without end, clients that are gone or say nothing, and other machines.

use crate::{Api, BINARY, beam, call, host, request};
use helvek_testkit::Server;
use serde_json::{Value, json};
use std::time::{Duration, Instant};
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;
use tokio::process::Command;
use tokio_tungstenite::tungstenite::Message;

/// A truss of so many panels: much to do, without anything being wrong with it.
fn truss(panels: usize) -> Value {
    let mut points = serde_json::Map::new();
    let mut bars = Vec::new();
    for i in 0..=panels {
        points.insert(format!("A{i}"), json!([2 * i, 0]));
        points.insert(format!("B{i}"), json!([2 * i, 2]));
        bars.push(json!([format!("A{i}"), format!("B{i}")]));
        if i < panels {
            let next = i + 1;
            bars.push(json!([format!("A{i}"), format!("A{next}")]));
            bars.push(json!([format!("B{i}"), format!("B{next}")]));
            bars.push(json!([format!("A{i}"), format!("B{next}")]));
        }
    }
    let loads: Vec<_> = (1..panels)
        .map(|i| json!({ "kind": "force", "at": format!("B{i}"), "size": 1, "direction": "down" }))
        .collect();
    json!({
        "format": "helvek-sheet/1", "title": format!("Truss of {panels}"), "points": points, "bars": bars, "loads": loads,
        "supports": [{ "at": "A0", "kind": "pin" }, { "at": format!("A{panels}"), "kind": "roller" }],
    })
}

/// A beam on so many contacts that only push: which of them carry is found out by a programme for each.
fn contacts(count: usize) -> Value {
    let name = |i: usize| format!("P{i}");
    let points: serde_json::Map<_, _> = (0..count).map(|i| (name(i), json!([i, 0]))).collect();
    let names: Vec<_> = (0..count).map(name).collect();
    let supports: Vec<_> =
        names.iter().map(|at| json!({ "at": at, "kind": "roller", "one_way": true })).collect();
    let loads: Vec<_> = (0..count)
        .map(|i| json!({ "kind": "force", "at": name(i), "size": 1 + i % 7, "direction": if i % 3 == 0 { "up" } else { "down" } }))
        .collect();
    json!({
        "format": "helvek-sheet/1", "title": "Contacts", "points": points, "bodies": { "beam": { "runs": [names] } },
        "supports": supports, "loads": loads,
    })
}

#[tokio::test]
async fn what_is_too_much_work_is_refused_by_name_and_leaves_the_shelf_alone() {
    let api = Api::start(false).await;
    let much = contacts(220);
    // Not solved, and said so; drawn all the same, and it can be changed.
    let units = json!({ "edit": "units", "length": "mm", "force": "N" });
    for question in [
        json!({ "seq": 1, "sheet": much }),
        json!({ "seq": 2, "sheet": much, "edit": units, "view": { "at": "inside" } }),
    ] {
        let reply = api.call("POST /api/solve", &question).await;
        let drawn = reply.json();
        assert_eq!((reply.status, &drawn["unsolved"]["code"]), (200, &json!("too-much")), "{}", reply.body);
        assert_eq!((&drawn["solution"], &drawn["seq"]), (&Value::Null, &question["seq"]));
        let marks = drawn["scene"]["marks"].as_array().unwrap();
        assert_eq!(marks.iter().filter(|mark| mark["kind"] == "support").count(), 220);
        assert_eq!(drawn["edited"]["units"]["force"], question["edit"]["force"]);
    }
    // It is kept all the same, the shelf comes at once, and its card says how it is.
    let made = api.call("POST /api/sheets", &json!({ "sheet": much })).await;
    assert_eq!(made.status, 201);
    api.call("POST /api/sheets", &json!({ "sheet": beam() })).await;
    let begun = Instant::now();
    let shelf = api.call("GET /api/sheets", &Value::Null).await.json();
    assert!(begun.elapsed() < Duration::from_millis(1500), "{:?}", begun.elapsed());
    assert_eq!((&shelf["total"], &shelf["sheets"][1]["card"]), (&json!(2), &Value::Null));
    let id = made.json()["id"].as_str().unwrap().to_owned();
    let card = api.call(&format!("GET /api/sheets/{id}/card"), &Value::Null).await;
    assert_eq!((card.status, &card.json()["too_large"]), (200, &json!(true)));
    assert!(!card.json()["scene"]["marks"].as_array().unwrap().is_empty(), "its drawing");
    // Also after a restart, where it is known.
    let api = api.again(async |_| {}).await;
    let shelf = api.call("GET /api/sheets", &Value::Null).await.json();
    assert_eq!(shelf["sheets"][1]["card"]["too_large"], json!(true));
}

#[tokio::test]
async fn a_newer_question_on_a_line_ends_the_older_one() {
    let api = Api::start(false).await;
    let (mut line, _) =
        tokio_tungstenite::connect_async(format!("ws://{}/api/live", api.host())).await.unwrap();
    let ask = |seq: u64, sheet: Value| {
        Message::text(json!({ "seq": seq, "sheet": sheet, "view": { "at": "idealise" } }).to_string())
    };
    use futures_util::{SinkExt, StreamExt};
    line.send(ask(1, truss(900))).await.unwrap();
    let begun = Instant::now();
    line.send(ask(2, beam())).await.unwrap();
    let mut said = async || {
        let message = line.next().await.unwrap().unwrap();
        serde_json::from_str::<Value>(message.to_text().unwrap()).unwrap()
    };
    let older = said().await;
    assert_eq!((&older["code"], &older["seq"]), (&json!("superseded"), &json!(1)));
    assert_eq!(said().await["seq"], 2);
    assert!(begun.elapsed() < Duration::from_secs(2), "{:?}", begun.elapsed());
    // What is no question is answered, and the line goes on.
    line.send(Message::binary(vec![1, 2, 3])).await.unwrap();
    line.send(ask(3, beam())).await.unwrap();
    let mut said = async || {
        let message = line.next().await.unwrap().unwrap();
        serde_json::from_str::<Value>(message.to_text().unwrap()).unwrap()
    };
    assert_eq!(said().await["code"], "body");
    assert_eq!(said().await["seq"], 3);
}

#[tokio::test]
async fn small_sheets_are_answered_at_once_while_large_ones_wait_and_nobody_waits_for_a_client_that_is_gone()
{
    let api = Api::start(false).await;
    let at = api.host();
    let large = json!({ "seq": 1, "sheet": truss(900) }).to_string();
    let typed = format!("Host: {at}\r\nContent-Type: application/json\r\n");
    // Sixteen large ones: what they ask is begun, and then they are gone.
    let mut gone = Vec::new();
    for _ in 0..16 {
        let mut stream = TcpStream::connect(&at).await.unwrap();
        let head = format!("POST /api/solve HTTP/1.1\r\n{typed}Content-Length: {}\r\n\r\n", large.len());
        stream.write_all(head.as_bytes()).await.unwrap();
        stream.write_all(large.as_bytes()).await.unwrap();
        gone.push(stream);
    }
    let mut times = Vec::new();
    for seq in 0..40 {
        let begun = Instant::now();
        let reply = api.call("POST /api/solve", &json!({ "seq": seq, "sheet": beam() })).await;
        assert_eq!(reply.status, 200);
        times.push(begun.elapsed());
    }
    times.sort();
    // 50 ms in release on an idle machine; the tests run unoptimised and side by side.
    assert!(times[36] < Duration::from_millis(1000), "{times:?}");
    drop(gone);
    // Sixteen of them one after the other would take far longer.
    let begun = Instant::now();
    let reply = call(&at, "POST /api/solve", &json!({ "seq": 1, "sheet": truss(60) })).await.unwrap();
    assert_eq!(reply.status, 200);
    assert!(begun.elapsed() < Duration::from_secs(8), "{:?}", begun.elapsed());
}

#[tokio::test]
async fn the_end_comes_soon_whatever_is_open() {
    let api = Api::start(false).await;
    let at = api.host();
    let (line, _) = tokio_tungstenite::connect_async(format!("ws://{at}/api/live")).await.unwrap();
    let mut half = TcpStream::connect(&at).await.unwrap();
    half.write_all(b"GET /api/sheets HTTP/1.1\r\nHo").await.unwrap();
    let solving = tokio::spawn({
        let at = at.clone();
        async move { call(&at, "POST /api/solve", &json!({ "seq": 1, "sheet": truss(1500) })).await }
    });
    tokio::time::sleep(Duration::from_millis(300)).await;
    let begun = Instant::now();
    assert!(api.server.stop().await);
    assert!(begun.elapsed() < Duration::from_secs(5), "{:?}", begun.elapsed());
    drop((line, half));
    solving.abort();
}

#[tokio::test]
async fn half_a_head_and_half_a_body_are_not_waited_for() {
    let api = Api::start(false).await;
    let mut half = TcpStream::connect(api.host()).await.unwrap();
    half.write_all(b"GET /api/sheets HTTP/1.1\r\nHo").await.unwrap();
    let body = format!(
        "POST /api/sheets HTTP/1.1\r\nHost: {}\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{{",
        api.host()
    );
    let mut slow = TcpStream::connect(api.host()).await.unwrap();
    slow.write_all(body.as_bytes()).await.unwrap();
    let mut said = String::new();
    let closed = tokio::time::timeout(Duration::from_secs(30), half.read_to_string(&mut said)).await;
    assert!(closed.is_ok(), "still open");
    let mut told = vec![0; 2000];
    let length = tokio::time::timeout(Duration::from_secs(30), slow.read(&mut told)).await.unwrap().unwrap();
    let told = String::from_utf8_lossy(&told[..length]).into_owned();
    assert!(told.starts_with("HTTP/1.1 408") && told.contains("\"code\":\"slow\""), "{told}");
}

#[tokio::test]
async fn every_failure_is_an_error_body() {
    let api = Api::start(false).await;
    let host = format!("Host: {}\r\n", api.host());
    let long = format!("GET /api/sheets?search={}", "x".repeat(60_000));
    for (first, headers, status, code) in [
        ("PATCH /api/sheets", host.clone(), 405, "method"),
        ("POST /", host.clone(), 405, "method"),
        ("GET /api/live", host.clone(), 400, "line"),
        ("GET /api/sheets/x/revisions/first", host.clone(), 400, "path"),
        ("GET /assets/none.js", host.clone(), 404, "no-route"),
        (long.as_str(), host.clone(), 400, "query"),
        // A picture on a page of another site.
        ("GET /api/examples", format!("{host}Sec-Fetch-Site: cross-site\r\n"), 403, "origin"),
    ] {
        let reply = api.raw(first, &headers, b"").await;
        assert_eq!(reply.status, status, "{}: {}", &first[..first.len().min(60)], reply.body);
        let told = reply.json();
        assert_eq!(told["code"], code);
        assert!(!told["message"].as_str().unwrap().is_empty() && !told["cure"].as_str().unwrap().is_empty());
    }
    for sheet in [json!(5), json!([1]), json!("x"), Value::Null] {
        let reply = api.call("POST /api/sheets", &json!({ "sheet": sheet })).await;
        assert_eq!((reply.status, &reply.json()["code"]), (422, &json!("body")), "{sheet}");
    }
}

#[tokio::test]
async fn other_machines_need_to_be_let_in_and_the_token() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("sheets.sqlite");
    let launch = async |more: &[&str]| {
        let mut command = Command::new(BINARY);
        command.args(["serve", "--data"]).arg(&data).args(more);
        Server::launch(command).await
    };
    let refused = launch(&["--listen", "0.0.0.0:0"]).await.unwrap_err();
    assert!(
        refused.contains("can be reached from other machines") && refused.contains("--network"),
        "{refused}"
    );
    let refused = launch(&["--listen", "0.0.0.0:0", "--network", "--token", "rose"]).await.unwrap_err();
    assert!(refused.contains("too short"), "{refused}");

    let token = "a-token-for-the-garden";
    let given = ["--listen", "0.0.0.0:0", "--network", "--token", token, "--host", "garden.example"];
    let server = launch(&given).await.unwrap();
    let port = host(&server).rsplit(':').next().unwrap().to_owned();
    let at = format!("127.0.0.1:{port}");
    let ask = async |first: &str, headers: &str| request(&at, first, headers, b"").await.unwrap();
    let shut = ask("GET /api/sheets", &format!("Host: {at}\r\n")).await;
    assert_eq!((shut.status, &shut.json()["code"]), (401, &json!("token")));
    assert_eq!(
        ask("GET /api/sheets", &format!("Host: {at}\r\nAuthorization: Bearer wrong\r\n")).await.status,
        401
    );
    assert_eq!(
        ask("GET /api/sheets", &format!("Host: {at}\r\nAuthorization: Bearer {token}\r\n")).await.status,
        200
    );
    // By a name that it was told, and by no other.
    let bearer = format!("Authorization: Bearer {token}\r\n");
    assert_eq!(ask("GET /api/sheets", &format!("Host: garden.example\r\n{bearer}")).await.status, 200);
    let proxied = format!("Host: garden.example\r\nOrigin: https://garden.example\r\n{bearer}");
    assert_eq!(ask("GET /api/sheets", &proxied).await.status, 200);
    assert_eq!(ask("GET /api/sheets", &format!("Host: weeds.example:{port}\r\n{bearer}")).await.status, 421);
    // The address that was printed opens the door for this browser, and does not keep the token.
    let opened = ask(&format!("GET /?token={token}"), &format!("Host: {at}\r\n")).await;
    assert_eq!(opened.status, 303);
    assert!(opened.head.contains("location: /\r\n") && opened.head.contains("httponly"), "{}", opened.head);
    let cookie = opened.head.split("set-cookie: ").nth(1).unwrap().split(';').next().unwrap().to_owned();
    assert!(!cookie.contains(token));
    assert_eq!(
        ask("GET /api/sheets", &format!("Host: {at}\r\nCookie: other=1; {cookie}\r\n")).await.status,
        200
    );
    // By hand.
    let entered = call(&at, "POST /api/enter", &json!({ "token": "something-else-entirely" })).await.unwrap();
    assert_eq!(entered.status, 401);
    let entered = call(&at, "POST /api/enter", &json!({ "token": token })).await.unwrap();
    assert!(entered.status == 204 && entered.head.contains(&cookie), "{}", entered.head);
    assert!(server.stop().await);
    // One is made where none is given.
    let server = launch(&["--listen", "0.0.0.0:0", "--network"]).await.unwrap();
    assert!(server.said().await.contains("Its token is "));
}
