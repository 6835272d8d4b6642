//! Helvek as a library for its binary and its tests: the command line, the server, and the description of its interface.

mod api;
mod assets;
mod changes;
pub mod cli;
mod demo;
mod guard;
mod keeper;
pub mod openapi;
pub mod server;
mod solve;
