//! Measures the release build from outside and prints what it finds. Run by `cargo xtask measure`.

mod load;
mod machine;
mod page;
mod replies;
mod report;
mod space;
mod truss;
mod typing;

use helvek_testkit::{Server, http};
use report::Report;
use serde_json::{Value, json};
use std::path::Path;
use std::time::{Duration, Instant};

#[tokio::main]
async fn main() {
    let binary = helvek_testkit::beside("helvek");
    let mut report = Report::default();
    // `load`, `shelf`, `page`, `truss`, `machine`, `space`, `typing`, `replies`: only that part.
    let part = std::env::args().nth(1);
    if part.is_some() {
        match part.as_deref() {
            Some("replies") => {
                return replies::measure(&replies::programs(std::env::args().skip(2).collect())).await;
            }
            Some("machine") => machine::measure(&binary, &mut report).await,
            Some("load") => load::measure(&binary, &mut report).await,
            Some("shelf") => shelf(&binary, &mut report).await,
            Some("page") => page::measure(&binary, &mut report).await,
            Some("typing") => typing::measure(&binary, &mut report).await,
            Some("space") => space::measure(&binary, &mut report).await,
            _ => truss::measure(&binary, &mut report).await,
        }
        report.print();
        return;
    }
    start(&binary, &mut report).await;
    load::measure(&binary, &mut report).await;
    shelf(&binary, &mut report).await;
    page::measure(&binary, &mut report).await;
    truss::measure(&binary, &mut report).await;
    machine::measure(&binary, &mut report).await;
    space::measure(&binary, &mut report).await;
    typing::measure(&binary, &mut report).await;
    report.print();
}

/// A beam of 6 m on a pin and a roller with two forces and a distributed load.
fn beam(size: f64) -> Value {
    json!({
        "format": "helvek-sheet/1",
        "title": "Measured beam",
        "points": { "A": [0, 0], "C": [2, 0], "D": [4.5, 0], "B": [6, 0] },
        "bodies": { "beam": { "runs": [["A", "C", "D", "B"]] } },
        "supports": [{ "at": "A", "kind": "pin" }, { "at": "B", "kind": "roller" }],
        "loads": [
            { "kind": "force", "at": "C", "size": size, "direction": "down" },
            { "kind": "force", "at": "D", "size": 5, "direction": 250 },
            { "kind": "distributed", "from": "A", "to": "B", "start": 2, "direction": "down" },
        ],
    })
}

/// From the start of the process to its first answer, and what it holds when it is left alone.
async fn start(binary: &Path, report: &mut Report) {
    let mut times = Vec::new();
    let mut memory = 0.0;
    for _ in 0..9 {
        let folder = tempfile::tempdir().expect("a folder");
        let begin = Instant::now();
        let server = Server::start(binary, &folder.path().join("s.sqlite"), true).await;
        let mut connection = http::Connection::open(&server.address).await;
        connection.post("/api/solve", &json!({ "seq": 1, "sheet": beam(10.0) })).await;
        times.push(begin.elapsed());
        tokio::time::sleep(Duration::from_millis(200)).await;
        memory = resident(&server).unwrap_or(f64::NAN);
        server.stop().await;
    }
    report.under("server start to first answer, median of 9", report::median(&mut times), 300.0, "ms");
    report.under("memory when idle, demo loaded", memory, 60.0, "MB");
}

/// Megabytes resident, as Linux counts them.
fn resident(server: &Server) -> Option<f64> {
    let status = std::fs::read_to_string(format!("/proc/{}/status", server.id()?)).ok()?;
    let line = status.lines().find(|line| line.starts_with("VmRSS:"))?;
    Some(line.split_whitespace().nth(1)?.parse::<f64>().ok()? / 1024.0)
}

/// A beam on so many pads that only push: more work than is done at once.
pub(crate) fn pads(count: usize) -> Value {
    let name = |i: usize| format!("P{i}");
    let points: serde_json::Map<_, _> = (0..count).map(|i| (name(i), json!([i, 0]))).collect();
    let names: Vec<_> = (0..count).map(name).collect();
    let supports: Vec<_> =
        names.iter().map(|at| json!({ "at": at, "kind": "surface", "normal": "up" })).collect();
    let load = |(i, at): (usize, &String)| {
        let direction = if i % 3 == 0 { "up" } else { "down" };
        json!({ "kind": "force", "at": at, "size": 1 + i % 7, "direction": direction })
    };
    let loads: Vec<_> = names.iter().enumerate().map(load).collect();
    json!({
        "format": "helvek-sheet/1", "title": "Sill on pads", "points": points, "supports": supports, "loads": loads,
        "bodies": { "sill": { "runs": [names] } },
    })
}

/// Five thousand sheets, the last of them more work than is done at once: the first part for the first time and again, a search, and all of them out and
/// into another file.
async fn shelf(binary: &Path, report: &mut Report) {
    const SHEETS: u32 = 5000;
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::start(binary, &folder.path().join("s.sqlite"), false).await;
    let mut connection = http::Connection::open(&server.address).await;
    for i in 0..SHEETS {
        let mut sheet = beam(f64::from(i) / 10.0);
        sheet["title"] = json!(format!("Plank {i}"));
        connection.post("/api/sheets", &json!({ "sheet": sheet })).await;
    }
    connection.post("/api/sheets", &json!({ "sheet": pads(220) })).await;
    let mut timed = async |path: &str| {
        let begin = Instant::now();
        connection.get(path).await;
        begin.elapsed().as_secs_f64() * 1000.0
    };
    let first = timed("/api/sheets?limit=60").await;
    report.under("5,000 sheets, one of them too much to be solved: first part", first, 200.0, "ms");
    let mut again = Vec::new();
    let mut found = Vec::new();
    for i in 0..21 {
        again.push(timed("/api/sheets?limit=60").await);
        found.push(timed(&format!("/api/sheets?limit=60&search=plank%20{}", 40 + i)).await);
    }
    report.tell("5,000 sheets: first part again, median of 21", report::middle(&mut again), "ms");
    report.tell("5,000 sheets: a search, median of 21", report::middle(&mut found), "ms");
    let begin = Instant::now();
    connection.post("/api/archive", &json!({})).await;
    let address = connection.last()["address"].as_str().expect("an address").to_owned();
    connection.get(&address).await;
    let out = begin.elapsed().as_secs_f64();
    report.under("5,000 sheets: out as an archive", out, 30.0, "s");
    let archive = connection.body().to_owned();
    let other = Server::start(binary, &folder.path().join("other.sqlite"), false).await;
    let mut there = http::Connection::open(&other.address).await;
    let begin = Instant::now();
    there.bring(&archive).await;
    report.under("5,000 sheets: in from an archive", begin.elapsed().as_secs_f64(), 30.0, "s");
    assert_eq!(there.last()["added"], SHEETS + 1);
    other.stop().await;
    server.stop().await;
}
