//! The Helvek binary: solves sheets from the command line and serves the workbench.

/// A reply is thousands of small texts and lists: a quarter of its time went by in the system's allocator.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() -> std::process::ExitCode {
    helvek::cli::run()
}
