//! The built front end, embedded.

use crate::error::ApiError;
use axum::http::{StatusCode, Uri, header};
use axum::response::{Html, IntoResponse, Response};
use rust_embed::RustEmbed;

/// `allow_missing`: a fresh clone must compile and lint before the front end is built.
#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Dist;

const NOT_BUILT: &str = "<!doctype html><title>Helvek</title><p>The front end is not built into this binary. \
Run <code>cargo xtask demo</code>, which builds it and starts Helvek.";

/// A file of the front end, or its page for every other path: the front end reads the path itself.
pub(crate) async fn serve(uri: Uri) -> Response {
    let path = uri.path().trim_start_matches('/');
    if let Some(file) = Dist::get(path).filter(|_| !path.is_empty()) {
        let kind = mime_guess::from_path(path).first_or_octet_stream();
        // Built files carry a hash of their content in their names.
        let cache =
            if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
        return ([(header::CONTENT_TYPE, kind.as_ref()), (header::CACHE_CONTROL, cache)], file.data)
            .into_response();
    }
    if path.contains('.') || path.starts_with("api/") {
        return ApiError::NoRoute.into_response();
    }
    match Dist::get("index.html") {
        Some(page) => (
            [(header::CONTENT_TYPE, "text/html; charset=utf-8"), (header::CACHE_CONTROL, "no-cache")],
            page.data,
        )
            .into_response(),
        None => (StatusCode::SERVICE_UNAVAILABLE, Html(NOT_BUILT)).into_response(),
    }
}
