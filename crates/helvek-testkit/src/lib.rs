//! Drives the real interface: the built binary on a free port, and headless Chromium through ChromeDriver.
//!
//! Nothing here sleeps for luck: the pages carry `data-settled`, and every wait is for that or for something to be there.

mod browser;
mod server;

pub use browser::{Browser, Theme};
pub use server::Server;

/// What to run when the browser is missing.
pub const MISSING_BROWSER: &str = "Chromium or ChromeDriver is missing. Install both: apt-get install -y --no-install-recommends chromium chromium-driver";

/// A program that was built into the same folder as this one, wherever Cargo was told to put it.
///
/// # Panics
/// When this program does not know where it is.
pub fn beside(name: &str) -> std::path::PathBuf {
    std::env::current_exe().expect("a program knows where it is").with_file_name(name)
}
