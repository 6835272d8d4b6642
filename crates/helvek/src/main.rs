//! The Helvek binary: solves sheets from the command line and serves the workbench.

fn main() -> std::process::ExitCode {
    helvek::cli::run()
}
