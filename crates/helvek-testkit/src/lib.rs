//! Drives the real interface: the built binary on a free port, and headless Chromium through ChromeDriver.
//!
//! Nothing here sleeps for luck: the pages carry `data-settled`, and every wait is for that or for something to be there.

mod browser;
pub mod http;
mod server;
pub mod sheets;

pub use browser::{Browser, Theme};
pub use server::Server;

/// The advice when the browser is missing.
pub const MISSING_BROWSER: &str = "Chromium or ChromeDriver is missing. Install both: apt-get install -y --no-install-recommends chromium chromium-driver";

/// The keys of a truss of six joints and nine bars, held and loaded: bar by bar, as one types who does not look up.
pub const NINE_BARS: &[&str] = &[
    "j0;0 4;0⏎",
    "j4;0 8;0⏎",
    "j0;0 2;3⏎",
    "jD 4;0⏎",
    "jB 6;3⏎",
    "jE C⏎",
    "jD E⏎",
    "jD 4;6⏎",
    "jF E⏎",
    "pA⏎",
    "rC⏎",
    "f5@F⏎",
    "f3@E⇥right⏎",
];

/// A program that was built into the same folder as this one, wherever Cargo was told to put it.
///
/// # Panics
/// When this program does not know where it is.
pub fn beside(name: &str) -> std::path::PathBuf {
    std::env::current_exe().expect("a program knows where it is").with_file_name(name)
}
