//! Who may talk to the server, and what every answer carries.
//!
//! A page of another site, open in the same browser, can send requests to a loopback address, also under a name of its own that it lets
//! point there. Both are told apart by `Host` and `Origin`.

use crate::api::ApiError;
use axum::extract::{Request, State};
use axum::http::HeaderMap;
use axum::http::header::{self, HeaderName, HeaderValue};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use std::net::SocketAddr;
use std::sync::Arc;

/// The names under which this server may be called.
#[derive(Debug, Clone)]
pub(crate) struct Allowed(Arc<[String]>);

impl Allowed {
    pub(crate) fn at(address: SocketAddr) -> Self {
        let port = address.port();
        Self(Arc::new([
            address.to_string(),
            format!("127.0.0.1:{port}"),
            format!("[::1]:{port}"),
            format!("localhost:{port}"),
        ]))
    }

    fn host(&self, host: &str) -> bool {
        self.0.iter().any(|allowed| allowed.eq_ignore_ascii_case(host))
    }

    fn origin(&self, origin: &str) -> bool {
        origin.strip_prefix("http://").is_some_and(|host| self.host(host))
    }
}

/// Lets a request pass when it was meant for this server and comes from its own pages (or from no page at all).
pub(crate) async fn check(State(allowed): State<Allowed>, request: Request, next: Next) -> Response {
    match refused(&allowed, request.headers()) {
        Some(error) => error.into_response(),
        None => next.run(request).await,
    }
}

fn refused(allowed: &Allowed, headers: &HeaderMap) -> Option<ApiError> {
    let text = |name: HeaderName| headers.get(name).map(|v| v.to_str().unwrap_or(""));
    if !text(header::HOST).is_some_and(|host| allowed.host(host)) {
        return Some(ApiError::Host);
    }
    text(header::ORIGIN).is_some_and(|origin| !allowed.origin(origin)).then_some(ApiError::Origin)
}

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
