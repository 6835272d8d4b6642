//! Tells the binary which commit it was built from.

use std::process::Command;

fn main() {
    println!("cargo:rerun-if-env-changed=HELVEK_COMMIT");
    // Whoever builds without the history says it.
    let commit = std::env::var("HELVEK_COMMIT").ok().or_else(|| git(&["rev-parse", "--short=10", "HEAD"]));
    if let Some(folder) = git(&["rev-parse", "--absolute-git-dir"]) {
        // The branch moves without HEAD being changed: this file is written with every commit.
        println!("cargo:rerun-if-changed={folder}/logs/HEAD");
        println!("cargo:rerun-if-changed={folder}/HEAD");
    }
    println!("cargo:rustc-env=HELVEK_COMMIT={}", commit.unwrap_or_else(|| "an unknown commit".into()));
}

fn git(arguments: &[&str]) -> Option<String> {
    let said = Command::new("git").args(arguments).output().ok().filter(|said| said.status.success())?;
    Some(String::from_utf8(said.stdout).ok()?.trim().to_owned())
}
