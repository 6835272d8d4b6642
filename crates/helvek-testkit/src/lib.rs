//! helvek-testkit
