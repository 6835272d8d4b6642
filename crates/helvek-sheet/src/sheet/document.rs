//! A sheet read from text, with the place of everything in it.

use super::Sheet;
use super::decode::{self, Rows};
use super::fields::Reader;
use super::tree::{self, Node, Value};
use crate::problem::{Position, Problem, ProblemKind, Problems};
use helvek_numbers::budget::spend;
use std::collections::HashMap;
use std::sync::OnceLock;

/// The longest text that is read: far above any sheet drawn by a person, far below what would exhaust a server.
pub const MAX_TEXT: usize = 8 * 1024 * 1024;

/// The two ways a sheet is written.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Syntax {
    /// For people.
    Toml,
    /// For programs.
    Json,
}

impl Syntax {
    /// JSON when the first visible character opens an object, else TOML.
    pub fn guess(text: &str) -> Self {
        if unmarked(text).trim_start().starts_with('{') { Self::Json } else { Self::Toml }
    }
}

/// A sheet as far as it could be read, and what stood in the way.
#[derive(Debug, Clone, PartialEq)]
pub struct Document {
    /// The sheet as far as it was understood. Things with a problem in them are left out.
    pub sheet: Sheet,
    /// The problems of its form, in the order of the text.
    pub problems: Vec<Problem>,
    /// The same as it was found.
    pub found: Problems,
    rows: Rows,
    places: Places,
}

/// The places of everything in the text: found when there is a problem to be placed.
#[derive(Debug, Clone, Default)]
struct Places {
    /// The text, and what was read of it, where that knows its places; nothing of a sheet that was made.
    source: Option<(String, Option<Node>)>,
    found: OnceLock<HashMap<String, Position>>,
}

impl PartialEq for Places {
    fn eq(&self, other: &Self) -> bool {
        self.source == other.source
    }
}

impl Places {
    fn of(&self, path: &str) -> Option<Position> {
        let find = || {
            let Some((text, root)) = &self.source else { return HashMap::new() };
            let mut offsets = HashMap::new();
            let again = || tree::from_json(text, &mut Problems::default());
            if let Some(root) = root.clone().or_else(again) {
                collect(&root, String::new(), &mut offsets);
            }
            Lines::new(text).positions(text, offsets)
        };
        self.found.get_or_init(find).get(path).copied()
    }
}

impl Document {
    /// The path of a support in the text, whose row may differ from its index when others could not be read.
    pub fn support_path(&self, index: usize) -> String {
        format!("supports[{}]", self.rows.supports[index])
    }

    /// As [`Document::support_path`], for a load.
    pub fn load_path(&self, index: usize) -> String {
        format!("loads[{}]", self.rows.loads[index])
    }

    /// As [`Document::support_path`], for a bar.
    pub fn bar_path(&self, index: usize) -> String {
        format!("bars[{}]", self.rows.bars[index])
    }

    /// As [`Document::support_path`], for a joint.
    pub fn joint_path(&self, index: usize) -> String {
        format!("joints[{}]", self.rows.joints[index])
    }

    /// As [`Document::support_path`], for a thing asked.
    pub fn find_path(&self, index: usize) -> String {
        format!("find[{}]", self.rows.find[index])
    }

    /// Gives each problem the position of its path, or of the nearest thing around it that has one.
    pub fn locate(&self, problems: &mut [Problem]) {
        for problem in problems.iter_mut().filter(|p| p.position.is_none()) {
            let mut path = problem.path.as_str();
            problem.position = loop {
                if let Some(position) = self.places.of(path) {
                    break Some(position);
                }
                match path.rfind(['.', '[']) {
                    Some(end) => path = &path[..end],
                    None => break None,
                }
            };
        }
    }
}

impl From<Sheet> for Document {
    /// A sheet that was made, not read: without a text, without problems of form.
    fn from(sheet: Sheet) -> Self {
        Self {
            rows: Rows {
                bars: (0..sheet.bars.len()).collect(),
                joints: (0..sheet.joints.len()).collect(),
                supports: (0..sheet.supports.len()).collect(),
                loads: (0..sheet.loads.len()).collect(),
                find: (0..sheet.find.len()).collect(),
            },
            places: Places::default(),
            problems: Vec::new(),
            found: Problems::default(),
            sheet,
        }
    }
}

/// Without the mark that some programs put before a text in UTF-8.
pub(super) fn unmarked(text: &str) -> &str {
    text.strip_prefix('\u{feff}').unwrap_or(text)
}

/// Reads a sheet. Never stops at the first problem; what is wrong is left out of the sheet and named in the problems.
pub fn read(text: &str, syntax: Syntax) -> Document {
    let text = unmarked(text);
    let mut reader = Reader::default();
    if text.len() > MAX_TEXT {
        let megabytes = text.len() / (1024 * 1024);
        let message =
            format!("The sheet is {megabytes} MB long; at most {} MB are read.", MAX_TEXT / (1024 * 1024));
        reader.problems.push(Problem::new(
            ProblemKind::Syntax,
            "",
            message,
            "Check that this file is a sheet.",
        ));
        return document(decode::Decoded::default(), reader, Places::default());
    }
    spend(text.len() / 40);
    let quick = match syntax {
        Syntax::Toml => None,
        Syntax::Json => tree::quickly(text),
    };
    let placed = quick.is_none();
    let root = quick.or_else(|| match syntax {
        Syntax::Toml => Some(tree::from_toml(text, &mut reader.problems)),
        Syntax::Json => tree::from_json(text, &mut reader.problems),
    });
    let mut decoded = decode::Decoded::default();
    if let Some(root) = &root {
        // A text that is not even TOML would only add noise about what is missing in it.
        let broken = !reader.problems.named().is_empty();
        decoded = decode::sheet(&mut reader, root);
        if broken {
            reader.problems.retain(|p| p.kind == ProblemKind::Syntax || !p.message.contains(" needs "));
        }
    }
    let source = root.map(|root| (text.to_owned(), placed.then_some(root)));
    document(decoded, reader, Places { source, ..Places::default() })
}

fn document(decoded: decode::Decoded, reader: Reader, places: Places) -> Document {
    let mut found = reader.problems;
    let (sheet, rows) = (decoded.sheet, decoded.rows);
    let mut document = Document { sheet, problems: Vec::new(), found: Problems::default(), rows, places };
    document.locate(found.named_mut());
    document.problems = found.told();
    document.found = found;
    document
}

/// Path to byte offset, for every value.
fn collect(node: &Node, path: String, into: &mut HashMap<String, usize>) {
    match &node.value {
        Value::Table(entries) => {
            for (key, inner) in entries {
                let path = if path.is_empty() { key.clone() } else { format!("{path}.{key}") };
                collect(inner, path, into);
            }
        }
        Value::List(items) => {
            for (i, inner) in items.iter().enumerate() {
                collect(inner, format!("{path}[{i}]"), into);
            }
        }
        _ => {}
    }
    into.insert(path, node.span.start);
}

/// The beginnings of lines, so that ten thousand positions do not each count from the start of the text.
struct Lines(Vec<usize>);

impl Lines {
    fn new(text: &str) -> Self {
        Self(std::iter::once(0).chain(text.match_indices('\n').map(|(i, _)| i + 1)).collect())
    }

    /// In the order of the text, so that each only counts from the one before it, however long a line is.
    fn positions(&self, text: &str, of: HashMap<String, usize>) -> HashMap<String, Position> {
        let mut of: Vec<(String, usize)> = of.into_iter().collect();
        of.sort_unstable_by_key(|(_, offset)| *offset);
        let mut last = (0, 0, 1);
        let place = |(path, offset): (String, usize)| {
            let offset = (0..=offset.min(text.len())).rev().find(|i| text.is_char_boundary(*i)).unwrap_or(0);
            let line = self.0.partition_point(|&start| start <= offset).max(1);
            let (at, column) = if last.0 == line { (last.1, last.2) } else { (self.0[line - 1], 1) };
            let column = column + text[at..offset].chars().count();
            last = (line, offset, column);
            let count = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
            (path, Position { line: count(line), column: count(column) })
        };
        of.into_iter().map(place).collect()
    }
}
