//! The token that other machines have to show: in the address that is opened first, in a cookie from then on, or as a bearer of programs.

use crate::error::ApiError;
use axum::extract::{Request, State};
use axum::http::header::{self, HeaderMap, HeaderValue};
use axum::middleware::Next;
use axum::response::{IntoResponse, Redirect, Response};
use sha2::{Digest, Sha256};
use std::fmt::Write;
use std::sync::Arc;

/// The least that a token of one's own must have: nobody guesses sixteen characters.
pub(crate) const SHORTEST: usize = 16;

/// The token; none where everybody who reaches the server may use it.
#[derive(Debug, Clone, Default)]
pub(crate) struct Token(Option<Arc<str>>);

/// Its name in the browser.
const COOKIE: &str = "helvek";

impl Token {
    /// Asks for this one. Only its fingerprint is kept: comparing fingerprints tells nothing of the token, however long it takes.
    pub(crate) fn of(text: &str) -> Self {
        Self(Some(fingerprint(text).into()))
    }

    fn fits(&self, text: &str) -> bool {
        self.0.as_deref().is_none_or(|wanted| fingerprint(text) == wanted)
    }

    fn shown(&self, headers: &HeaderMap) -> bool {
        let Some(wanted) = self.0.as_deref() else { return true };
        let text = |name| headers.get_all(name).iter().filter_map(|value: &HeaderValue| value.to_str().ok());
        let cookies = text(header::COOKIE).flat_map(|line| line.split(';'));
        let mut cookies = cookies.filter_map(|pair| pair.trim().strip_prefix(COOKIE)?.strip_prefix('='));
        cookies.any(|value| value == wanted)
            || text(header::AUTHORIZATION)
                .filter_map(|value| value.strip_prefix("Bearer "))
                .any(|token| self.fits(token.trim()))
    }

    /// The line that has the browser show it from now on; nothing when it is the wrong one.
    pub(crate) fn cookie(&self, text: &str) -> Option<String> {
        let value = self.0.as_deref().filter(|_| self.fits(text))?;
        Some(format!("{COOKIE}={value}; Path=/; HttpOnly; SameSite=Lax; Max-Age=31536000"))
    }
}

/// A new one: 128 bits that nobody can guess.
pub(crate) fn made() -> Result<String, getrandom::Error> {
    let mut bytes = [0; 16];
    getrandom::fill(&mut bytes)?;
    Ok(hex(&bytes))
}

fn fingerprint(text: &str) -> String {
    hex(&Sha256::digest(text))
}

fn hex(bytes: &[u8]) -> String {
    bytes.iter().fold(String::new(), |mut hex, byte| {
        // Writing to a text does not fail.
        let _ = write!(hex, "{byte:02x}");
        hex
    })
}

/// Lets a request pass that shows the token, or asks only for the pages: there is nothing in them that is not in every Helvek.
pub(crate) async fn check(State(token): State<Token>, request: Request, next: Next) -> Response {
    let path = request.uri().path();
    if !path.starts_with("/api/") {
        let given = request
            .uri()
            .query()
            .and_then(|query| query.split('&').find_map(|pair| pair.strip_prefix("token=")));
        return match given.and_then(|given| token.cookie(given)) {
            // So that the token does not stay in the address.
            Some(cookie) => ([(header::SET_COOKIE, cookie)], Redirect::to(path)).into_response(),
            None => next.run(request).await,
        };
    }
    if matches!(path, "/api/health" | "/api/enter") || token.shown(request.headers()) {
        return next.run(request).await;
    }
    ApiError::Token.into_response()
}
