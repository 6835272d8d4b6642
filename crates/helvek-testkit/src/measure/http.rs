//! HTTP over one connection that is kept: what is measured is the server, not a client library.

use serde_json::Value;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;

/// A connection that is kept open.
pub(crate) struct Connection {
    stream: TcpStream,
    host: String,
    buffer: Vec<u8>,
}

impl Connection {
    pub(crate) async fn open(address: &str) -> Self {
        let host = address.trim_start_matches("http://").to_owned();
        let stream = TcpStream::connect(&host).await.expect("a connection");
        stream.set_nodelay(true).expect("no delay");
        Self { stream, host, buffer: Vec::with_capacity(64 * 1024) }
    }

    pub(crate) async fn get(&mut self, path: &str) -> usize {
        let head = format!("GET {path} HTTP/1.1\r\nHost: {}\r\n\r\n", self.host);
        self.exchange(head.as_bytes()).await
    }

    pub(crate) async fn post(&mut self, path: &str, body: &Value) -> usize {
        let request = self.request(path, body);
        self.exchange(&request).await
    }

    /// A request as it goes over the wire.
    pub(crate) fn request(&self, path: &str, body: &Value) -> Vec<u8> {
        let body = body.to_string();
        let head = format!(
            "POST {path} HTTP/1.1\r\nHost: {}\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n",
            self.host,
            body.len()
        );
        [head.as_bytes(), body.as_bytes()].concat()
    }

    /// Sends a request and reads its answer. Returns the length of its body.
    pub(crate) async fn exchange(&mut self, request: &[u8]) -> usize {
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

    /// The length of the body, once all of it is here.
    fn complete(&self) -> Option<usize> {
        let end = self.buffer.windows(4).position(|four| four == b"\r\n\r\n")?;
        let head = std::str::from_utf8(&self.buffer[..end]).expect("a head").to_ascii_lowercase();
        assert!(head.starts_with("http/1.1 2"), "{head}");
        let length = head.lines().find_map(|line| line.strip_prefix("content-length: ")).expect("a length");
        let length = length.trim().parse().expect("a number");
        (self.buffer.len() >= end + 4 + length).then_some(length)
    }
}
