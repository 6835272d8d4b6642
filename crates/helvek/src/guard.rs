//! The guard at the door: who may talk to the server, and the headers of every answer.
//!
//! A page of another site, open in the same browser, can send requests to a loopback address, also under a name of its own that it lets
//! point there. Both are told apart by `Host` and `Origin`.

use crate::error::ApiError;
use axum::extract::{Request, State};
use axum::http::HeaderMap;
use axum::http::header::{self, HeaderName, HeaderValue};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use std::net::{IpAddr, SocketAddr};
use std::sync::Arc;

/// The names under which this server may be called.
#[derive(Debug, Clone)]
pub(crate) struct Allowed {
    address: SocketAddr,
    /// Names that it was told, with any port: those of a proxy, or of this machine.
    told: Arc<[String]>,
}

impl Allowed {
    pub(crate) fn at(address: SocketAddr, told: &[String]) -> Self {
        Self { address, told: told.into() }
    }

    fn told(&self, host: &str) -> bool {
        let name = host.rsplit_once(':').map_or(host, |(name, port)| {
            if port.bytes().all(|digit| digit.is_ascii_digit()) { name } else { host }
        });
        self.told.iter().any(|told| told.eq_ignore_ascii_case(name))
    }

    /// Its own address, or an address of this machine where it listens on all of them. A name would not do: whoever owns it can let it point here.
    fn own(&self, host: &str) -> bool {
        let Some((name, port)) = host.rsplit_once(':') else { return false };
        if port.parse() != Ok(self.address.port()) {
            return false;
        }
        let ip = name.trim_start_matches('[').trim_end_matches(']').parse::<IpAddr>();
        name.eq_ignore_ascii_case("localhost")
            || ip.is_ok_and(|ip| {
                ip == self.address.ip() || ip.is_loopback() || self.address.ip().is_unspecified()
            })
    }

    fn host(&self, host: &str) -> bool {
        self.own(host) || self.told(host)
    }

    fn origin(&self, origin: &str) -> bool {
        match origin.split_once("://") {
            Some(("http", host)) => self.host(host),
            // Only a proxy speaks TLS.
            Some(("https", host)) => self.told(host),
            _ => false,
        }
    }
}

/// Lets a request pass when it was meant for this server and comes from its own pages (or from no page at all).
pub(crate) async fn check(State(allowed): State<Allowed>, request: Request, next: Next) -> Response {
    match refused(&allowed, request.uri().path(), request.headers()) {
        Some(error) => error.into_response(),
        None => next.run(request).await,
    }
}

fn refused(allowed: &Allowed, path: &str, headers: &HeaderMap) -> Option<ApiError> {
    let text = |name: HeaderName| headers.get(name).map(|v| v.to_str().unwrap_or(""));
    if !text(header::HOST).is_some_and(|host| allowed.host(host)) {
        return Some(ApiError::Host);
    }
    let foreign = text(header::ORIGIN).is_some_and(|origin| !allowed.origin(origin))
        // A picture or a frame of another site sends no origin, but the browser says where it comes from.
        || path.starts_with("/api/") && text(SITE).is_some_and(|site| site != "same-origin" && site != "none");
    foreign.then_some(ApiError::Origin)
}

const SITE: HeaderName = HeaderName::from_static("sec-fetch-site");

/// Everything the front end needs comes from this server; nothing else is allowed to run, style, frame or be fetched.
const POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data:; \
connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

pub(crate) async fn headers(mut response: Response) -> Response {
    let headers = response.headers_mut();
    for (name, value) in [
        (header::CONTENT_SECURITY_POLICY, POLICY),
        (header::X_CONTENT_TYPE_OPTIONS, "nosniff"),
        (header::REFERRER_POLICY, "no-referrer"),
        (HeaderName::from_static("cross-origin-resource-policy"), "same-origin"),
        (HeaderName::from_static("cross-origin-opener-policy"), "same-origin"),
    ] {
        headers.insert(name, HeaderValue::from_static(value));
    }
    if !headers.contains_key(header::CACHE_CONTROL) {
        headers.insert(header::CACHE_CONTROL, HeaderValue::from_static("no-store"));
    }
    response
}
