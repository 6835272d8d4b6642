//! Helvek as a library for its binary and its tests: the command line, the server, and the description of its interface.

mod api;
mod assets;
pub mod cli;
mod demo;
mod guard;
pub mod openapi;
pub mod server;
mod solve;
