//! Helvek as a library for its binary and its tests: the command line, the server, and the description of its interface.

mod api;
mod assets;
mod card;
mod changes;
pub mod cli;
mod daily;
mod demo;
mod error;
mod error_code;
mod guard;
mod incoming;
mod keeper;
mod listen;
pub mod openapi;
mod safekeeping;
pub mod server;
mod solve;
mod terminal;
mod token;
mod works;

/// The version and the commit that it was built from.
pub(crate) const VERSION: &str = concat!(env!("CARGO_PKG_VERSION"), " (", env!("HELVEK_COMMIT"), ")");
