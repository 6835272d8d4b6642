//! Many people drawing at once: small live solves at a steady rate, and as many as will go.

use crate::report::Report;
use crate::{beam, report};
use helvek_testkit::Server;
use helvek_testkit::http::Connection;
use serde_json::{Value, json};
use std::path::Path;
use std::time::{Duration, Instant};
use tokio::io::AsyncWriteExt;

/// Connections, and how long each measurement takes.
const CONNECTIONS: u32 = 32;
const SECONDS: f64 = 6.0;
/// Solves a second that are asked for.
const RATE: f64 = 2000.0;
/// And beside large ones.
const LIGHT: f64 = 200.0;

pub(crate) async fn measure(binary: &Path, report: &mut Report) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    // Warm: the first answers also pay for pages of the program that were never read before.
    run(&server.address, None, 1.0).await;
    let (all, _) = run(&server.address, None, SECONDS).await;
    report.tell("small live solves a second, as many as will go", all, "/s");
    let (done, mut times) = run(&server.address, Some(RATE), SECONDS).await;
    report.over("small live solves a second at a steady rate", done, RATE * 0.99, "/s");
    report.under(
        "  of these the slowest hundredth take at least",
        report::percentile(&mut times, 0.99),
        50.0,
        "ms",
    );
    beside_heavy(server, report).await;
}

/// Small solves while sixteen large ones wait or run, and how long the end takes in the middle of that.
async fn beside_heavy(server: Server, report: &mut Report) {
    let heavy: Vec<_> = (0..16)
        .map(|i| {
            let address = server.address.clone();
            tokio::spawn(async move {
                let mut connection = Connection::open(&address).await;
                for n in 0u32.. {
                    // The server goes away in the middle of it.
                    let sheet = truss(200 + 16 * (n % 8) + i);
                    let request = connection.request("/api/solve", &json!({ "seq": n, "sheet": sheet }));
                    if !connection.tried(&request).await {
                        break;
                    }
                }
            })
        })
        .collect();
    tokio::time::sleep(Duration::from_secs(1)).await;
    let (_, mut times) = run(&server.address, Some(LIGHT), SECONDS).await;
    let slowest = report::percentile(&mut times, 0.99);
    report.under(
        "small live solves beside sixteen large ones: the slowest hundredth at least",
        slowest,
        50.0,
        "ms",
    );
    let mut half =
        tokio::net::TcpStream::connect(server.address.trim_start_matches("http://")).await.expect("open");
    half.write_all(b"GET /api/health HT").await.expect("sent");
    let begin = Instant::now();
    assert!(server.stop().await, "it did not end well");
    report.under(
        "the end with large ones running and half a request",
        begin.elapsed().as_secs_f64(),
        5.0,
        "s",
    );
    for heavy in heavy {
        heavy.await.expect("it saw the end");
    }
}

/// A truss of so many panels: work of about a second, without anything being wrong with it.
fn truss(panels: u32) -> Value {
    let mut points = serde_json::Map::new();
    let mut bars = Vec::new();
    for i in 0..=panels {
        points.insert(format!("A{i}"), json!([2 * i, 0]));
        points.insert(format!("B{i}"), json!([2 * i, 2]));
        bars.push(json!([format!("A{i}"), format!("B{i}")]));
        if i < panels {
            for (from, to) in [("A", "A"), ("B", "B"), ("A", "B")] {
                bars.push(json!([format!("{from}{i}"), format!("{to}{}", i + 1)]));
            }
        }
    }
    json!({
        "format": "helvek-sheet/1", "title": "Measured truss", "points": points, "bars": bars,
        "loads": [{ "kind": "force", "at": format!("B{}", panels / 3), "size": 5, "direction": "down" }],
        "supports": [{ "at": "A0", "kind": "pin" }, { "at": format!("A{panels}"), "kind": "roller" }],
    })
}

/// Solves for some seconds, at a rate or as fast as they are answered. Returns how many a second, and how long each took: at a rate, from
/// the moment it was due.
async fn run(address: &str, rate: Option<f64>, seconds: f64) -> (f64, Vec<f64>) {
    let begin = Instant::now();
    let tasks: Vec<_> = (0..CONNECTIONS)
        .map(|i| {
            let address = address.to_owned();
            tokio::spawn(async move {
                let mut connection = Connection::open(&address).await;
                let mut times = Vec::new();
                for n in 0u32.. {
                    // Another size each time: nothing can be answered from memory.
                    let sheet = beam(1.0 + f64::from(n * CONNECTIONS + i) / 1000.0);
                    let request = connection.request("/api/solve", &json!({ "seq": n, "sheet": sheet }));
                    let due = rate.map(|rate| f64::from(n * CONNECTIONS + i) / rate);
                    if due.unwrap_or(begin.elapsed().as_secs_f64()) > seconds {
                        break;
                    }
                    let due = due.map(|due| begin + Duration::from_secs_f64(due));
                    if let Some(due) = due {
                        tokio::time::sleep_until(due.into()).await;
                    }
                    let sent = due.unwrap_or_else(Instant::now);
                    connection.exchange(&request).await;
                    times.push(sent.elapsed().as_secs_f64() * 1000.0);
                }
                times
            })
        })
        .collect();
    let mut times = Vec::new();
    for task in tasks {
        times.extend(task.await.expect("a client"));
    }
    let rate = times.len() as f64 / begin.elapsed().as_secs_f64();
    (rate, times)
}
