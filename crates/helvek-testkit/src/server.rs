//! The binary under test, serving on a free loopback port.

use std::path::Path;
use std::process::Stdio;
use std::sync::{Arc, Mutex};
use tokio::io::{AsyncBufReadExt, BufReader, Lines};
use tokio::process::{Child, ChildStdout, Command};

/// A running Helvek. Killed when dropped.
#[derive(Debug)]
pub struct Server {
    child: Child,
    /// `http://127.0.0.1:PORT`
    pub address: String,
    log: Arc<Mutex<String>>,
    stdout: Lines<BufReader<ChildStdout>>,
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
        let mut command = Command::new(binary);
        command.arg(if demo { "demo" } else { "serve" }).args(["--listen", address, "--data"]).arg(data);
        Self::launch(command).await.unwrap_or_else(|said| panic!("{}: {said}", binary.display()))
    }

    /// Starts it with a command of one's own, and waits until it prints its address.
    ///
    /// # Errors
    /// Its output when it did not start.
    pub async fn launch(mut command: Command) -> Result<Self, String> {
        let mut child = command
            .stdout(Stdio::piped())
            .stderr(Stdio::piped())
            .kill_on_drop(true)
            .spawn()
            .map_err(|error| error.to_string())?;
        let mut errors = BufReader::new(child.stderr.take().expect("piped")).lines();
        let log = Arc::new(Mutex::new(String::new()));
        let written = log.clone();
        let logging = tokio::spawn(async move {
            while let Ok(Some(line)) = errors.next_line().await {
                eprintln!("{line}");
                let mut log = written.lock().expect("whole");
                log.push_str(&line);
                log.push('\n');
            }
        });
        let mut stdout = BufReader::new(child.stdout.take().expect("piped")).lines();
        let line = stdout.next_line().await.expect("readable").unwrap_or_default();
        match line.strip_prefix("Helvek is at ") {
            Some(address) => Ok(Self { child, address: address.to_owned(), log, stdout }),
            None => {
                // It has ended, and with it what it writes.
                let _ = logging.await;
                let log = log.lock().expect("whole").clone();
                Err(line + &log)
            }
        }
    }

    /// The log until now.
    ///
    /// # Panics
    ///
    /// When whoever wrote the log has panicked.
    pub fn log(&self) -> String {
        self.log.lock().expect("whole").clone()
    }

    /// The next line that it prints.
    ///
    /// # Panics
    /// When it prints none.
    pub async fn said(mut self) -> String {
        self.stdout.next_line().await.expect("readable").expect("another line")
    }

    /// Its process, for looking at from outside.
    pub fn id(&self) -> Option<u32> {
        self.child.id()
    }

    /// Lets it hang, neither answering nor refusing, until it is resumed.
    ///
    /// # Panics
    /// When it cannot be signalled.
    pub async fn pause(&self) {
        self.signal("-STOP").await;
    }

    /// Lets it go on where it hung.
    ///
    /// # Panics
    /// When it cannot be signalled.
    pub async fn resume(&self) {
        self.signal("-CONT").await;
    }

    async fn signal(&self, signal: &str) {
        let id = self.child.id().expect("still running").to_string();
        let sent = Command::new("kill").args([signal, &id]).status().await.expect("kill runs");
        assert!(sent.success());
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
        self.signal("-TERM").await;
        self.child.wait().await.is_ok_and(|status| status.success())
    }
}
