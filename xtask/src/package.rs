//! Helvek as one file to be carried to the machine that is to run it.

use crate::run::{self, Outcome, Step, root};
use std::fs;

/// What goes in beside the binary, and under which name.
const BESIDE: [(&str, &str); 3] = [
    ("docs/helvek.service", "helvek.service"),
    ("docs/running.md", "running.md"),
    ("web/dist/licences.json", "licences.json"),
];

/// Builds the binary for release and packs it.
pub fn make() -> Outcome {
    Step::cargo(&["build", "--release", "--locked", "--package", "helvek"]).run()?;
    let name =
        format!("helvek-{}-{}-{}", env!("CARGO_PKG_VERSION"), std::env::consts::ARCH, std::env::consts::OS);
    let packages = root().join("target/package");
    let folder = packages.join(&name);
    fs::create_dir_all(&folder).map_err(failed("target/package"))?;
    fs::copy(run::released("helvek"), folder.join("helvek")).map_err(failed("the binary"))?;
    for (file, called) in BESIDE {
        fs::copy(root().join(file), folder.join(called)).map_err(failed(file))?;
    }
    let packed = packages.join(format!("{name}.tar.gz")).display().to_string();
    Step::new(
        "tar",
        &["--create", "--gzip", "--file", &packed, "--directory", &packages.display().to_string(), &name],
    )
    .run()?;
    println!("{packed}");
    Ok(())
}

fn failed(what: &str) -> impl FnOnce(std::io::Error) -> String {
    move |error| format!("{what}: {error}")
}
