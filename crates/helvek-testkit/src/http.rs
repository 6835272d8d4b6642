//! HTTP over one connection that is kept: what is measured and compared is the server, not a client library.

use serde_json::Value;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;

/// A connection that is kept open.
pub struct Connection {
    stream: TcpStream,
    host: String,
    buffer: Vec<u8>,
}

impl Connection {
    /// To `http://127.0.0.1:PORT`.
    ///
    /// # Panics
    /// When nobody is there; so do the others.
    pub async fn open(address: &str) -> Self {
        let host = address.trim_start_matches("http://").to_owned();
        let stream = TcpStream::connect(&host).await.expect("a connection");
        stream.set_nodelay(true).expect("no delay");
        Self { stream, host, buffer: Vec::with_capacity(64 * 1024) }
    }

    /// Fetches a path; the length of what came.
    ///
    /// # Panics
    /// When the server hangs up, or refuses.
    pub async fn get(&mut self, path: &str) -> usize {
        let head = format!("GET {path} HTTP/1.1\r\nHost: {}\r\n\r\n", self.host);
        self.exchange(head.as_bytes()).await
    }

    /// Posts JSON to a path; the length of what came.
    ///
    /// # Panics
    /// As [`Connection::get`].
    pub async fn post(&mut self, path: &str, body: &Value) -> usize {
        let request = self.request(path, body);
        self.exchange(&request).await
    }

    /// A request as it goes over the wire.
    pub fn request(&self, path: &str, body: &Value) -> Vec<u8> {
        let body = body.to_string();
        let head = format!(
            "POST {path} HTTP/1.1\r\nHost: {}\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n",
            self.host,
            body.len()
        );
        [head.as_bytes(), body.as_bytes()].concat()
    }

    /// True when there was an answer at all, whatever it said.
    pub async fn tried(&mut self, request: &[u8]) -> bool {
        let mut bytes = [0; 64 * 1024];
        if self.stream.write_all(request).await.is_err() {
            return false;
        }
        self.buffer.clear();
        loop {
            let head = self.buffer.windows(4).position(|four| four == b"\r\n\r\n");
            if let Some(end) = head {
                let text = String::from_utf8_lossy(&self.buffer[..end]).to_ascii_lowercase();
                let length =
                    text.lines().find_map(|line| line.strip_prefix("content-length: ")?.trim().parse().ok());
                if length.is_some_and(|length: usize| self.buffer.len() >= end + 4 + length) {
                    return true;
                }
            }
            match self.stream.read(&mut bytes).await {
                Ok(0) | Err(_) => return false,
                Ok(read) => self.buffer.extend_from_slice(&bytes[..read]),
            }
        }
    }

    /// Sends a request and reads its answer. Returns the length of its body.
    pub async fn exchange(&mut self, request: &[u8]) -> usize {
        self.stream.write_all(request).await.expect("sent");
        self.buffer.clear();
        loop {
            if let Some(length) = self.complete() {
                return length;
            }
            let read = self.stream.read_buf(&mut self.buffer).await.expect("an answer");
            assert!(read > 0, "the server hung up");
        }
    }

    /// The last line of what was answered last: of an answer in lines what came of it.
    pub fn last(&self) -> Value {
        let text = String::from_utf8_lossy(&self.buffer);
        let json = text.lines().rev().find(|line| line.starts_with('{')).expect("an answer");
        let line: Value = serde_json::from_str(json).expect("JSON");
        line.get("done").cloned().unwrap_or(line)
    }

    /// The body of what was answered last, as it came.
    pub fn body(&self) -> &[u8] {
        let end = self.buffer.windows(4).position(|four| four == b"\r\n\r\n").expect("a head");
        &self.buffer[end + 4..]
    }

    /// A file, as it is sent to be taken in.
    pub async fn bring(&mut self, bytes: &[u8]) -> usize {
        let head = format!(
            "POST /api/import HTTP/1.1\r\nHost: {}\r\nContent-Length: {}\r\n\r\n",
            self.host,
            bytes.len()
        );
        self.exchange(&[head.as_bytes(), bytes].concat()).await
    }

    /// The length of the body, once all of it is here.
    fn complete(&self) -> Option<usize> {
        let end = self.buffer.windows(4).position(|four| four == b"\r\n\r\n")?;
        let head = std::str::from_utf8(&self.buffer[..end]).expect("a head").to_ascii_lowercase();
        assert!(head.starts_with("http/1.1 2"), "{head}");
        if head.contains("transfer-encoding: chunked") {
            return self.buffer.ends_with(b"\r\n0\r\n\r\n").then_some(self.buffer.len() - end - 4);
        }
        let length = head.lines().find_map(|line| line.strip_prefix("content-length: ")).expect("a length");
        let length = length.trim().parse().expect("a number");
        (self.buffer.len() >= end + 4 + length).then_some(length)
    }
}
