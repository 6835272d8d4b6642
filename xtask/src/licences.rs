//! The licences of everything that is built in, crates, scripts, styles and fonts, beside the front end, which shows them.

use crate::run::{Outcome, root};
use serde_json::{Value, json};
use std::collections::{BTreeMap, HashMap, HashSet};
use std::fs;
use std::path::Path;
use std::process::Command;

/// What the bundler writes about the scripts and fonts that went in.
const BUNDLED: &str = "web/dist/.vite";
/// Styles that went in by way of the compiler of styles.
const STYLES: [&str; 2] = ["tailwindcss", "daisyui"];
const WRITTEN: &str = "web/dist/licences.json";

/// One package: its name, version, licence, and the texts that come with it.
struct Package {
    name: String,
    version: String,
    licence: String,
    texts: Vec<String>,
}

/// Writes the list. The front end must have been built.
pub fn write() -> Outcome {
    let mut packages = crates()?;
    packages.extend(scripts()?);
    packages.push(Package {
        name: "SQLite".into(),
        version: "as of libsqlite3-sys".into(),
        licence: "public domain".into(),
        texts: Vec::new(),
    });
    packages.sort_by_key(|package| (package.name.to_lowercase(), package.version.clone()));
    let mut texts: Vec<String> = Vec::new();
    let mut places: HashMap<String, usize> = HashMap::new();
    let mut told = Vec::new();
    for Package { name, version, licence, texts: own } in packages {
        let mut places_of = Vec::new();
        for text in own {
            let place = *places.entry(text.clone()).or_insert_with(|| {
                texts.push(text);
                texts.len() - 1
            });
            places_of.push(place);
        }
        told.push(json!({ "name": name, "version": version, "licence": licence, "texts": places_of }));
    }
    let text = json!({ "packages": told, "texts": texts }).to_string();
    fs::write(root().join(WRITTEN), text).map_err(|error| format!("{WRITTEN}: {error}"))?;
    // It is not for the browser.
    fs::remove_dir_all(root().join(BUNDLED)).map_err(|error| format!("{BUNDLED}: {error}"))
}

/// What is said under a key; empty where nothing is.
fn said(of: &Value, key: &str) -> String {
    of[key].as_str().unwrap_or_default().to_owned()
}

fn read(file: &Path) -> Result<Value, String> {
    let failed = |why: &dyn std::fmt::Display| format!("{}: {why}", file.display());
    let text = fs::read_to_string(file).map_err(|error| failed(&error))?;
    serde_json::from_str(&text).map_err(|error| failed(&error))
}

/// The texts of licences in the folder of a package.
fn texts(folder: &Path) -> Vec<String> {
    let names = ["license", "licence", "copying", "notice", "unlicense", "copyright"];
    let entries = fs::read_dir(folder).into_iter().flatten().flatten();
    let mut files: Vec<_> = entries
        .map(|entry| entry.path())
        .filter(|path| {
            let name = path.file_name().map(|name| name.to_string_lossy().to_lowercase()).unwrap_or_default();
            path.is_file() && names.iter().any(|begins| name.starts_with(begins))
        })
        .collect();
    files.sort();
    files.iter().filter_map(|file| Some(fs::read_to_string(file).ok()?.trim().to_owned())).collect()
}

fn scripts() -> Result<Vec<Package>, String> {
    let bundled = read(&root().join(BUNDLED).join("licences.json"))?;
    let mut packages: Vec<Package> = bundled
        .as_array()
        .into_iter()
        .flatten()
        .map(|one| Package {
            name: said(one, "name"),
            version: said(one, "version"),
            licence: said(one, "identifier"),
            texts: vec![said(one, "text")],
        })
        .collect();
    for style in STYLES {
        let folder = root().join("web/node_modules").join(style);
        let package = read(&folder.join("package.json"))?;
        packages.push(Package {
            name: style.into(),
            version: said(&package, "version"),
            licence: said(&package, "license"),
            texts: texts(&folder),
        });
    }
    Ok(packages)
}

/// The crates that are linked into the binary on this platform.
fn crates() -> Result<Vec<Package>, String> {
    let cargo = std::env::var("CARGO").unwrap_or_else(|_| "cargo".into());
    let rustc = output(Command::new("rustc").arg("-vV"))?;
    let host = rustc.lines().find_map(|line| line.strip_prefix("host: ")).unwrap_or_default();
    let told = output(Command::new(cargo).current_dir(root()).args([
        "metadata",
        "--format-version",
        "1",
        "--locked",
        "--filter-platform",
        host,
    ]))?;
    let told: Value = serde_json::from_str(&told).map_err(|error| format!("cargo metadata: {error}"))?;
    let list = |of: &Value| of.as_array().cloned().unwrap_or_default();
    let packages: BTreeMap<String, Value> =
        list(&told["packages"]).into_iter().map(|one| (said(&one, "id"), one)).collect();
    let nodes: HashMap<String, Vec<Value>> =
        list(&told["resolve"]["nodes"]).iter().map(|node| (said(node, "id"), list(&node["deps"]))).collect();
    let ours: HashSet<String> =
        list(&told["workspace_members"]).iter().filter_map(|id| id.as_str().map(str::to_owned)).collect();
    let mut left: Vec<String> = packages
        .iter()
        .filter(|(id, one)| ours.contains(*id) && one["name"] == "helvek")
        .map(|(id, _)| id.clone())
        .collect();
    let mut linked = HashSet::new();
    while let Some(id) = left.pop() {
        if linked.insert(id.clone()) {
            let deps = nodes.get(&id).into_iter().flatten();
            // A kind is named for what only builds or tests.
            let used = deps.filter(|dep| list(&dep["dep_kinds"]).iter().any(|kind| kind["kind"].is_null()));
            left.extend(used.map(|dep| said(dep, "pkg")));
        }
    }
    let package = |one: &Value| {
        let folder = said(one, "manifest_path");
        Package {
            name: said(one, "name"),
            version: said(one, "version"),
            licence: said(one, "license"),
            texts: Path::new(&folder).parent().map(texts).unwrap_or_default(),
        }
    };
    Ok(linked
        .iter()
        .filter(|id| !ours.contains(*id))
        .filter_map(|id| packages.get(id))
        .map(package)
        .collect())
}

fn output(command: &mut Command) -> Result<String, String> {
    let shown = format!("{command:?}");
    match command.output() {
        Ok(output) if output.status.success() => Ok(String::from_utf8_lossy(&output.stdout).into_owned()),
        Ok(output) => Err(format!("{shown}: {}", String::from_utf8_lossy(&output.stderr))),
        Err(error) => Err(format!("{shown}: {error}")),
    }
}
