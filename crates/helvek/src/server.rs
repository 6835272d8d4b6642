//! Starting and stopping the server.

use crate::keeper::{self, Keeper};
use crate::{api, assets, demo, guard};
use axum::Router;
use axum::http::StatusCode;
use axum::routing::get;
use helvek_store::{Store, StoreError};
use std::net::SocketAddr;
use std::path::PathBuf;
use std::sync::Arc;
use std::time::Duration;
use tokio::net::TcpListener;
use tower_http::catch_panic::CatchPanicLayer;
use tower_http::compression::CompressionLayer;
use tower_http::timeout::TimeoutLayer;
use tower_http::trace::{DefaultMakeSpan, DefaultOnResponse, TraceLayer};
use tracing::Level;

/// The longest a request may take.
const TIME_LIMIT: Duration = Duration::from_secs(10);

/// The longest that the end waits for the last answers.
const LAST: Duration = Duration::from_secs(2);

/// Where to listen and what to keep.
#[derive(Debug, Clone)]
pub struct Options {
    /// The SQLite file.
    pub data: PathBuf,
    /// The address.
    pub listen: SocketAddr,
    /// Whether to put the examples into an empty store.
    pub demo: bool,
}

/// Why the server could not run.
#[derive(Debug, thiserror::Error)]
pub enum ServeError {
    /// The file of sheets.
    #[error("{file}: {error}")]
    Store {
        /// Which file.
        file: String,
        /// What happened.
        error: StoreError,
    },
    /// The address.
    #[error(
        "cannot listen on {address}: {error}. Another Helvek may be running there; choose another with --listen."
    )]
    Listen {
        /// Which address.
        address: SocketAddr,
        /// What happened.
        error: std::io::Error,
    },
    /// The connection to the outside.
    #[error("the server stopped: {0}")]
    Serve(#[from] std::io::Error),
}

/// Serves until Ctrl-C or SIGTERM, then finishes the requests in flight and closes the store.
///
/// # Errors
/// [`ServeError`] when the store cannot be opened or the address is taken.
pub async fn run(options: Options) -> Result<(), ServeError> {
    let in_store = |error| ServeError::Store { file: options.data.display().to_string(), error };
    let store = Store::open(&options.data).await.map_err(in_store)?;
    if options.demo {
        demo::fill(&store).await.map_err(in_store)?;
    }
    let keeper = Keeper::default();
    let program: Arc<str> = api::cards::program().into();
    let shared = api::Shared::new(store.clone(), program.clone(), keeper.clone());
    let listener = TcpListener::bind(options.listen)
        .await
        .map_err(|error| ServeError::Listen { address: options.listen, error })?;
    let address = listener.local_addr()?;
    // On standard output, alone: whoever started the server reads the address here.
    println!("Helvek is at http://{address}");
    tracing::info!(%address, data = %options.data.display(), "serving");
    let keeping = tokio::spawn(keeper.run(store.clone(), program));
    axum::serve(listener, router(shared, address)).with_graceful_shutdown(stop()).await?;
    keeping.abort();
    // What was saved last is answered by the engine that it was drawn with; whoever waits for the end does not wait long.
    if let Ok(Err(error)) = tokio::time::timeout(LAST, keeper::answer(&store)).await {
        tracing::error!(%error, "the last answers could not be kept");
    }
    store.close().await;
    tracing::info!("stopped");
    Ok(())
}

/// Everything that is served at `address`.
fn router(shared: api::Shared, address: SocketAddr) -> Router {
    Router::new()
        .nest("/api", api::router(shared))
        // The front end only: on a loopback, squeezing answers would take longer than sending them.
        .fallback_service(get(assets::serve).layer(CompressionLayer::new().gzip(true)))
        .layer(CatchPanicLayer::custom(api::panicked))
        .layer(TimeoutLayer::with_status_code(StatusCode::SERVICE_UNAVAILABLE, TIME_LIMIT))
        .layer(axum::middleware::from_fn_with_state(guard::Allowed::at(address), guard::check))
        .layer(axum::middleware::map_response(guard::headers))
        .layer(
            TraceLayer::new_for_http()
                .make_span_with(DefaultMakeSpan::new().level(Level::INFO))
                .on_response(DefaultOnResponse::new().level(Level::DEBUG)),
        )
}

async fn stop() {
    let interrupt = async {
        // Without a handler the process would be ended by the signal itself: as good.
        let _ = tokio::signal::ctrl_c().await;
    };
    #[cfg(unix)]
    let terminate = async {
        match tokio::signal::unix::signal(tokio::signal::unix::SignalKind::terminate()) {
            Ok(mut signal) => drop(signal.recv().await),
            Err(_) => std::future::pending().await,
        }
    };
    #[cfg(not(unix))]
    let terminate = std::future::pending::<()>();
    tokio::select! {
        () = interrupt => {}
        () = terminate => {}
    }
    tracing::info!("stopping: requests in flight are finished");
}
