//! Taking connections: only so many, none that says nothing, and none that holds up the end.

use axum::Router;
use hyper_util::rt::{TokioExecutor, TokioIo, TokioTimer};
use hyper_util::server::conn::auto;
use hyper_util::server::graceful::GracefulShutdown;
use hyper_util::service::TowerToHyperService;
use std::pin::pin;
use std::sync::Arc;
use std::time::Duration;
use tokio::io::AsyncWriteExt;
use tokio::net::{TcpListener, TcpStream};
use tokio::sync::Semaphore;

/// Connections at a time; a browser holds six, and one for each bench.
const CONNECTIONS: usize = 256;
/// The longest a connection may take for the head of a request, or say nothing between two.
const SILENCE: Duration = Duration::from_secs(15);
/// The longest that the end waits for requests in flight.
const GRACE: Duration = Duration::from_secs(2);

/// Serves until `stop`, then finishes what is in flight, for a short while.
pub(crate) async fn serve(listener: TcpListener, router: Router, stop: impl Future<Output = ()>) {
    let mut http = auto::Builder::new(TokioExecutor::new()).http1_only();
    http.http1().timer(TokioTimer::new()).header_read_timeout(SILENCE);
    let watched = GracefulShutdown::new();
    let room = Arc::new(Semaphore::new(CONNECTIONS));
    let mut stop = pin!(stop);
    loop {
        let accepted = tokio::select! {
            accepted = listener.accept() => accepted,
            () = &mut stop => break,
        };
        let stream = match accepted {
            Ok((stream, _)) => stream,
            Err(error) => {
                // Of that connection only, or of too many open files: others can be taken later.
                tracing::warn!(%error, "a connection could not be taken");
                tokio::time::sleep(Duration::from_millis(50)).await;
                continue;
            }
        };
        // Answers are small and wanted at once.
        let _ = stream.set_nodelay(true);
        let Ok(place) = room.clone().try_acquire_owned() else {
            tracing::warn!("more than {CONNECTIONS} connections: one was turned away");
            tokio::spawn(turn_away(stream));
            continue;
        };
        let service = TowerToHyperService::new(router.clone());
        let connection = http.serve_connection_with_upgrades(TokioIo::new(stream), service).into_owned();
        let connection = watched.watch(connection);
        tokio::spawn(async move {
            // A client that breaks off is no fault of ours.
            if let Err(error) = connection.await {
                tracing::debug!(%error, "a connection ended");
            }
            drop(place);
        });
    }
    drop(listener);
    if tokio::time::timeout(GRACE, watched.shutdown()).await.is_err() {
        tracing::warn!("connections that did not end were cut");
    }
}

async fn turn_away(mut stream: TcpStream) {
    let body = r#"{"code":"busy","message":"The server has too many connections.","cure":"Close some pages of Helvek, then try again."}"#;
    let head = "HTTP/1.1 503 Service Unavailable\r\ncontent-type: application/json\r\nconnection: close\r\n";
    let _ = stream.write_all(format!("{head}content-length: {}\r\n\r\n{body}", body.len()).as_bytes()).await;
}
