//! The binary under test, serving on a free loopback port.

use std::path::Path;
use std::process::Stdio;
use tokio::io::{AsyncBufReadExt, BufReader};
use tokio::process::{Child, Command};

/// A running Helvek. Killed when dropped.
#[derive(Debug)]
pub struct Server {
    child: Child,
    /// `http://127.0.0.1:PORT`
    pub address: String,
}

impl Server {
    /// Starts `helvek demo` or `helvek serve` with the sheets of `data`, and waits until it prints its address.
    ///
    /// # Panics
    /// When it does not start.
    pub async fn start(binary: &Path, data: &Path, demo: bool) -> Self {
        Self::start_at("127.0.0.1:0", binary, data, demo).await
    }

    /// As [`Server::start`], at a given address: where another one stood before.
    ///
    /// # Panics
    /// When it does not start.
    pub async fn start_at(address: &str, binary: &Path, data: &Path, demo: bool) -> Self {
        let mut child = Command::new(binary)
            .arg(if demo { "demo" } else { "serve" })
            .args(["--listen", address, "--data"])
            .arg(data)
            .stdout(Stdio::piped())
            .kill_on_drop(true)
            .spawn()
            .unwrap_or_else(|error| panic!("{}: {error}", binary.display()));
        let stdout = child.stdout.take().expect("piped");
        let line = BufReader::new(stdout).lines().next_line().await.expect("readable").unwrap_or_default();
        let address =
            line.strip_prefix("Helvek is at ").unwrap_or_else(|| panic!("it printed {line:?}")).to_owned();
        Self { child, address }
    }

    /// Its process, for looking at from outside.
    pub fn id(&self) -> Option<u32> {
        self.child.id()
    }

    /// Kills it at once, without letting it finish anything.
    ///
    /// # Panics
    /// When it cannot be killed.
    pub async fn kill(mut self) {
        self.child.kill().await.expect("killed");
    }

    /// Asks it to stop, as Ctrl-C does, and waits until it has. Returns whether it ended well.
    ///
    /// # Panics
    /// When it cannot be asked.
    pub async fn stop(mut self) -> bool {
        let id = self.child.id().expect("still running").to_string();
        let asked = Command::new("kill").args(["-TERM", &id]).status().await.expect("kill runs");
        assert!(asked.success());
        self.child.wait().await.is_ok_and(|status| status.success())
    }
}
