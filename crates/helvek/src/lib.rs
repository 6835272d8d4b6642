//! Helvek as a library for its binary and its tests: the command line, the server, and the description of its interface.

mod api;
mod assets;
mod changes;
pub mod cli;
mod daily;
mod demo;
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
