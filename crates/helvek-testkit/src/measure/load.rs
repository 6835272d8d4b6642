//! Many people drawing at once: small live solves at a steady rate, and as many as will go.

use crate::http::Connection;
use crate::report::Report;
use crate::{beam, report};
use helvek_testkit::Server;
use serde_json::json;
use std::path::Path;
use std::time::{Duration, Instant};

/// Connections, and how long each measurement takes.
const CONNECTIONS: u32 = 32;
const SECONDS: f64 = 6.0;
/// Solves a second that are asked for.
const RATE: f64 = 2000.0;

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
    server.stop().await;
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
