//! Starting and stopping the server.

use crate::daily::{self, Daily, Known};
use crate::error::ApiError;
use crate::guard::{self, Allowed};
use crate::keeper::{self, Keeper};
use crate::token::{self, Token};
use crate::works::Works;
use crate::{api, assets, demo, listen};
use axum::Router;
use axum::routing::get;
use helvek_store::{Store, StoreError};
use std::net::SocketAddr;
use std::path::PathBuf;
use std::sync::Arc;
use std::time::Duration;
use tokio::net::TcpListener;
use tokio::sync::watch;
use tower_http::catch_panic::CatchPanicLayer;
use tower_http::compression::CompressionLayer;
use tower_http::trace::{DefaultMakeSpan, DefaultOnResponse, TraceLayer};
use tracing::Level;

/// The longest that the end waits for the last answers, and for the file.
const LAST: Duration = Duration::from_secs(1);

/// The address to listen at, and the files to keep.
#[derive(Debug, Clone)]
pub struct Options {
    /// The SQLite file.
    pub data: PathBuf,
    /// The address.
    pub listen: SocketAddr,
    /// True when to put the examples into an empty store.
    pub demo: bool,
    /// True when other machines may reach it.
    pub network: bool,
    /// The token asked of whoever comes; made where other machines may come and none is given.
    pub token: Option<String>,
    /// Names by which it is called besides its address.
    pub hosts: Vec<String>,
    /// The folder of the daily backups.
    pub daily: Option<Daily>,
}

impl Options {
    /// The token to be asked for, when the server may be reached as it was told to be.
    fn door(&self) -> Result<Option<String>, ServeError> {
        if !self.listen.ip().is_loopback() && !self.network {
            return Err(ServeError::Network { address: self.listen });
        }
        match &self.token {
            Some(token)
                if token.chars().count() < token::SHORTEST
                    || !token.chars().all(|c| c.is_ascii_alphanumeric() || "-_.".contains(c)) =>
            {
                Err(ServeError::Token)
            }
            Some(token) => Ok(Some(token.clone())),
            None if self.network => {
                token::made().map(Some).map_err(|error| ServeError::Random(error.to_string()))
            }
            None => Ok(None),
        }
    }
}

/// The reason for which the server could not run.
#[derive(Debug, thiserror::Error)]
pub enum ServeError {
    /// The file of sheets.
    #[error("{file}: {error}. {}", error.cure())]
    Store {
        /// The file.
        file: String,
        /// The cause.
        error: StoreError,
    },
    /// The address.
    #[error(
        "cannot listen on {address}: {error}. Another Helvek may be running there; choose another with --listen."
    )]
    Listen {
        /// The address.
        address: SocketAddr,
        /// The cause.
        error: std::io::Error,
    },
    /// An address that other machines can reach, without being told that they may.
    #[error(
        "{address} can be reached from other machines. Say so with --network: a token is then asked for, and made when none is given with \
         --token. Or listen on 127.0.0.1."
    )]
    Network {
        /// The address.
        address: SocketAddr,
    },
    /// A token that could be guessed, or not be part of an address.
    #[error(
        "the token is too short, or holds other signs than letters, digits, \"-\", \"_\" and \".\". Give at least {} of them, or none: one is made then.",
        token::SHORTEST
    )]
    Token,
    /// No token could be made.
    #[error("no token could be made: {0}. Give one with --token.")]
    Random(String),
    /// The connection to the outside.
    #[error("the server stopped: {0}")]
    Serve(#[from] std::io::Error),
}

/// Serves until Ctrl-C or SIGTERM, then finishes the requests in flight and closes the store; a second signal ends it at once.
///
/// # Errors
/// [`ServeError`] when the store cannot be opened or the address is taken, or may not be listened on.
pub async fn run(options: Options) -> Result<(), ServeError> {
    let asked = options.door()?;
    let in_store = |error| ServeError::Store { file: options.data.display().to_string(), error };
    let store = Store::open(&options.data).await.map_err(in_store)?;
    if options.demo {
        demo::fill(&store).await.map_err(in_store)?;
    }
    let (end, ending) = watch::channel(false);
    let shared = api::Shared {
        store: store.clone(),
        program: crate::card::program().into(),
        keeper: Keeper::default(),
        works: Works::default(),
        ending,
        token: asked.as_deref().map(Token::of).unwrap_or_default(),
        examples: Arc::default(),
        backups: Known::default(),
        carrying: api::Carrying::default(),
    };
    let listener = TcpListener::bind(options.listen)
        .await
        .map_err(|error| ServeError::Listen { address: options.listen, error })?;
    let address = listener.local_addr()?;
    let mut signals = Signals::new()?;
    // On standard output, alone: whoever started the server reads the address here.
    println!("Helvek is at http://{address}");
    if let Some(token) = &asked {
        println!("Its token is {token}: open http://{address}/?token={token} once in each browser.");
    }
    if options.network {
        tracing::warn!(
            "other machines can reach this server, over a line that everybody on the way can read; see docs/running.md"
        );
    }
    tracing::info!(%address, data = %options.data.display(), "serving");
    let keeping =
        tokio::spawn(shared.keeper.clone().run(store.clone(), shared.works.clone(), shared.program.clone()));
    if let Some(daily) = options.daily {
        tokio::spawn(daily::run(daily, store.clone(), options.data.clone(), shared.backups.clone()));
    }
    let works = shared.works.clone();
    let stopping = async {
        signals.next().await;
        tracing::info!("stopping: requests in flight are finished; a second signal ends it at once");
        tokio::spawn(async move {
            signals.next().await;
            std::process::exit(1);
        });
        // Nobody is left to receive it where no line is open.
        let _ = end.send(true);
    };
    listen::serve(listener, router(shared, Allowed::at(address, &options.hosts)), stopping).await;
    keeping.abort();
    // What was saved last is answered by the engine that it was drawn with; whoever waits for the end does not wait long.
    if let Ok(Err(error)) = tokio::time::timeout(LAST, keeper::answer(&store, &works)).await {
        tracing::error!(%error, "the last answers could not be kept");
    }
    if tokio::time::timeout(LAST, store.close()).await.is_err() {
        tracing::warn!("the file was still being read when it was closed");
    }
    tracing::info!("stopped");
    Ok(())
}

/// Everything that is served.
fn router(shared: api::Shared, allowed: Allowed) -> Router {
    let token = shared.token.clone();
    Router::new()
        .nest("/api", api::router(shared))
        // The front end only: on a loopback, squeezing answers would take longer than sending them.
        .fallback_service(
            get(assets::serve).fallback(async || ApiError::Method).layer(CompressionLayer::new().gzip(true)),
        )
        .layer(CatchPanicLayer::custom(crate::error::panicked))
        .layer(axum::middleware::from_fn_with_state(token, token::check))
        .layer(axum::middleware::from_fn_with_state(allowed, guard::check))
        .layer(axum::middleware::map_response(guard::headers))
        .layer(
            TraceLayer::new_for_http()
                .make_span_with(DefaultMakeSpan::new().level(Level::INFO))
                .on_response(DefaultOnResponse::new().level(Level::DEBUG)),
        )
}

/// Ctrl-C and SIGTERM, from the moment this is made.
struct Signals {
    #[cfg(unix)]
    both: [tokio::signal::unix::Signal; 2],
}

impl Signals {
    #[cfg(unix)]
    fn new() -> std::io::Result<Self> {
        use tokio::signal::unix::{SignalKind, signal};
        Ok(Self { both: [signal(SignalKind::interrupt())?, signal(SignalKind::terminate())?] })
    }

    #[cfg(not(unix))]
    fn new() -> std::io::Result<Self> {
        Ok(Self {})
    }

    #[cfg(unix)]
    async fn next(&mut self) {
        let [interrupt, terminate] = &mut self.both;
        tokio::select! {
            _ = interrupt.recv() => {}
            _ = terminate.recv() => {}
        }
    }

    #[cfg(not(unix))]
    async fn next(&mut self) {
        // Without a handler the process would be ended by the signal itself: as good.
        let _ = tokio::signal::ctrl_c().await;
    }
}
