//! Circles between modules: of a folder's modules none may use another that uses it, by whatever way round.

use std::collections::{BTreeMap, BTreeSet};
use std::path::Path;

/// A file by the path of its module, with its text.
type File = (Vec<String>, String);

/// Looks through the sources of a crate.
///
/// # Errors
/// Every circle, as a way round it.
pub(crate) fn none_in(source: &Path) -> Result<(), String> {
    let mut files = Vec::new();
    read(source, &mut Vec::new(), &mut files).map_err(|error| format!("{}: {error}", source.display()))?;
    let found = circles(&files);
    if found.is_empty() {
        Ok(())
    } else {
        Err(format!("modules use each other in circles:\n{}", found.join("\n")))
    }
}

fn read(folder: &Path, path: &mut Vec<String>, files: &mut Vec<File>) -> std::io::Result<()> {
    for entry in std::fs::read_dir(folder)? {
        let entry = entry?.path();
        let name = entry.file_stem().and_then(|name| name.to_str()).unwrap_or_default().to_owned();
        if entry.is_dir() {
            path.push(name);
            read(&entry, path, files)?;
            path.pop();
        } else if entry.extension().is_some_and(|of| of == "rs") && name != "tests" {
            let own = (name != "mod" && name != "lib").then_some(name);
            let module = path.iter().cloned().chain(own).collect();
            files.push((module, std::fs::read_to_string(&entry)?));
        }
    }
    Ok(())
}

/// One way round each circle, by the folder it is in.
fn circles(files: &[File]) -> Vec<String> {
    let modules: BTreeSet<&[String]> =
        files.iter().flat_map(|(path, _)| (1..=path.len()).map(|k| &path[..k])).collect();
    // Per folder: which of its modules use which.
    let mut uses: BTreeMap<&[String], BTreeMap<&str, BTreeSet<&str>>> = BTreeMap::new();
    for (path, text) in files {
        for target in targets(path, text) {
            let same = path.iter().zip(&target).take_while(|(a, b)| a == b).count();
            // What a module has in its own file belongs to all below it.
            let (Some(from), Some(known)) =
                (path.get(same), target.get(..=same).and_then(|t| modules.get(t)))
            else {
                continue;
            };
            let of = uses.entry(&path[..same]).or_default();
            of.entry(from).or_default().insert(known[same].as_str());
        }
    }
    let mut found = Vec::new();
    for (folder, uses) in uses {
        let mut told: BTreeSet<&str> = BTreeSet::new();
        for module in uses.keys() {
            if told.contains(module) {
                continue;
            }
            if let Some(round) = way_round(&uses, module) {
                told.extend(&round);
                found.push(format!("  {}: {}", folder.join("::"), round.join(" → ")));
            }
        }
    }
    found
}

/// The shortest way from a module back to itself.
fn way_round<'a>(uses: &BTreeMap<&'a str, BTreeSet<&'a str>>, from: &'a str) -> Option<Vec<&'a str>> {
    let mut ways = vec![vec![from]];
    let mut seen = BTreeSet::new();
    while !ways.is_empty() {
        let mut longer = Vec::new();
        for way in ways {
            for next in uses.get(way[way.len() - 1]).into_iter().flatten() {
                let further = [&way[..], &[*next]].concat();
                if *next == from {
                    return Some(further);
                }
                if seen.insert(*next) {
                    longer.push(further);
                }
            }
        }
        ways = longer;
    }
    None
}

/// The paths that a file names from the root of the crate, tests and comments left out.
fn targets(own: &[String], text: &str) -> Vec<Vec<String>> {
    let text = text.split("#[cfg(test)]").next().unwrap_or_default();
    let code: String =
        text.lines().map(|line| line.split("//").next().unwrap_or_default()).collect::<Vec<_>>().join("\n");
    let mut all = Vec::new();
    let mut rest = code.as_str();
    while let Some(at) = ["crate::", "super::"].iter().filter_map(|word| rest.find(word)).min() {
        let begins =
            rest[..at].chars().next_back().is_none_or(|c| !(c.is_alphanumeric() || c == '_' || c == ':'));
        let (mut base, mut after) = (own.to_vec(), &rest[at..]);
        if let Some(behind) = after.strip_prefix("crate::") {
            (base, after) = (Vec::new(), behind);
        } else {
            while let Some(behind) = after.strip_prefix("super::") {
                base.pop();
                after = behind;
            }
        }
        if begins {
            branches(&base, after, &mut all);
        }
        rest = after;
    }
    all
}

/// The paths behind a prefix: one, or those in braces.
fn branches(base: &[String], text: &str, all: &mut Vec<Vec<String>>) {
    if let Some(inner) = text.strip_prefix('{') {
        let (mut depth, mut start) = (0, 0);
        for (at, c) in inner.char_indices() {
            match c {
                '{' => depth += 1,
                '}' if depth == 0 => return branches(base, inner[start..at].trim_start(), all),
                '}' => depth -= 1,
                ',' if depth == 0 => {
                    branches(base, inner[start..at].trim_start(), all);
                    start = at + 1;
                }
                _ => {}
            }
        }
        return;
    }
    let end = text.find(|c: char| !(c.is_alphanumeric() || c == '_')).unwrap_or(text.len());
    if end == 0 {
        return;
    }
    let path = [base, &[text[..end].to_owned()]].concat();
    match text[end..].strip_prefix("::") {
        Some(further) => branches(&path, further, all),
        None => all.push(path),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn found(files: &[(&str, &str)]) -> Vec<String> {
        let path = |text: &str| text.split('/').filter(|part| !part.is_empty()).map(str::to_owned).collect();
        circles(&files.iter().map(|(module, text)| (path(module), (*text).to_owned())).collect::<Vec<_>>())
    }

    #[test]
    fn circles_are_found_at_every_level_and_told_as_a_way_round() {
        let files = [
            ("", "mod a; mod b; mod c;"),
            ("a", "use crate::b::{x::Deep, Thing};"),
            ("b", "mod x; mod y; mod z;"),
            ("b/x", "use super::y::go;\nfn f() { crate::c::g(); }"),
            ("b/y", "use super::{Thing, z::{self, h}};"),
            ("b/z", "use super::super::b::x;"),
            ("c", "use crate::a;"),
        ];
        assert_eq!(found(&files), ["  : a → b → c → a", "  b: x → y → z → x"]);
    }

    #[test]
    fn tests_comments_and_what_a_folder_holds_itself_are_no_uses() {
        let files = [
            (
                "a",
                "// crate::b is spoken of\nuse crate::c::One; // crate::b\n#[cfg(test)]\nmod tests { use crate::b; }",
            ),
            ("b", "use crate::a; use other_crate::b::c;"),
            ("c", "mod d;"),
            ("c/d", "use super::One;"),
        ];
        assert_eq!(found(&files), Vec::<String>::new());
    }
}
