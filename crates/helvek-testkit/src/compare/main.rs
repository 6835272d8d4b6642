//! The comparison of two builds of Helvek over the same sheets: the examples, generated ones, and those that random edits lead to. Run by
//! `cargo xtask compare`, before and after a change that is to change no answer.

mod differ;
mod edits;
mod views;

use differ::Differences;
use helvek_random::assembly::Dice;
use helvek_testkit::{Server, http::Connection, sheets};
use serde_json::{Value, json};
use std::path::Path;
use std::process::ExitCode;

const USE: &str = "helvek-compare OLD NEW [SHEETS] [SEED]";
/// The number of sheets that are generated, and of others from which edits go on, unless one is given.
const SHEETS: usize = 2000;
/// The most edits that follow one another.
const EDITS: usize = 10;

/// Two builds, asked the same.
struct Pair {
    old: (Server, Connection),
    new: (Server, Connection),
}

impl Pair {
    async fn start(old: &Path, new: &Path, folder: &Path) -> Self {
        let server = async |binary: &Path, name: &str| {
            let server = Server::start(binary, &folder.join(name), false).await;
            let connection = Connection::open(&server.address).await;
            (server, connection)
        };
        Self { old: server(old, "old.sqlite").await, new: server(new, "new.sqlite").await }
    }

    /// The replies of both to a question.
    async fn ask(&mut self, question: &Value) -> [Value; 2] {
        self.ask_each([question, question]).await
    }

    /// The reply of each to its own question.
    async fn ask_each(&mut self, [first, second]: [&Value; 2]) -> [Value; 2] {
        let (old, new) = (&mut self.old.1, &mut self.new.1);
        tokio::join!(old.post("/api/solve", first), new.post("/api/solve", second));
        [old.last(), new.last()]
    }
}

#[tokio::main]
async fn main() -> ExitCode {
    let words: Vec<String> = std::env::args().skip(1).collect();
    let number = |at: usize, usual: u64| words.get(at).map_or(Ok(usual), |word| word.parse::<u64>());
    let (Some(old), Some(new)) = (words.first(), words.get(1)) else {
        eprintln!("{USE}");
        return ExitCode::from(2);
    };
    let (Ok(count), Ok(seed)) = (number(2, SHEETS as u64), number(3, 1)) else {
        eprintln!("{USE}");
        return ExitCode::from(2);
    };
    let (old, new) = (Path::new(old), Path::new(new));
    let folder = tempfile::tempdir().expect("a folder");
    let mut pair = Pair::start(old, new, folder.path()).await;
    let mut found = Differences::default();
    let examples = sheets::examples();
    for (path, _) in &examples {
        printed(old, new, path, &mut found).await;
    }
    let generated = sheets::generated(count as usize, seed);
    let mut replies = 0;
    let all: Vec<(String, Value)> =
        examples.iter().map(|(path, sheet)| (sheets::name(path), sheet.clone())).chain(generated).collect();
    for (name, sheet) in &all {
        replies += looked_at(&mut pair, name, sheet, &mut found).await;
    }
    println!("{} sheets, {replies} replies: {} differ", all.len(), found.count());
    let before = found.count();
    let mut done = 0;
    for i in 0..count {
        let (name, sheet) = &all[i as usize % all.len()];
        let dice = Dice(seed ^ i.wrapping_mul(0x9E37_79B9_7F4A_7C15));
        done += edited(&mut pair, &format!("{name}, edits {i}"), sheet, dice, &mut found).await;
    }
    println!("{count} sequences, {done} edits taken: {} differ", found.count() - before);
    found.print();
    for (server, _) in [pair.old, pair.new] {
        server.stop().await;
    }
    if found.count() > 0 { ExitCode::FAILURE } else { ExitCode::SUCCESS }
}

/// The output of the command line for a file, in every format.
async fn printed(old: &Path, new: &Path, file: &Path, found: &mut Differences) {
    for format in ["text", "json", "latex"] {
        let print = async |binary: &Path| {
            let made = tokio::process::Command::new(binary)
                .arg("solve")
                .arg(file)
                .args(["--format", format])
                .output()
                .await
                .expect("it runs");
            String::from_utf8_lossy(&made.stdout).into_owned()
        };
        let [first, second] = [print(old).await, print(new).await];
        let value = |text: String| match serde_json::from_str(&text) {
            Ok(answers) if format == "json" => answers,
            _ => json!(text.lines().collect::<Vec<_>>()),
        };
        let name = format!("{} as {format}", sheets::name(file));
        found.compare(&name, &Value::Null, &value(first), &value(second));
    }
}

/// Everything that can be seen of a sheet; how many replies that is.
async fn looked_at(pair: &mut Pair, name: &str, sheet: &Value, found: &mut Differences) -> usize {
    let plain = json!({ "seq": 1, "sheet": sheet });
    let [old, new] = pair.ask(&plain).await;
    found.compare(name, sheet, &old, &new);
    let views = views::of(sheet, &old);
    for (what, question) in &views {
        let [old, new] = pair.ask(question).await;
        found.compare(&format!("{name}, {what}"), sheet, &old, &new);
    }
    1 + views.len()
}

/// Edits one after the other, each on the sheet that its own build has made; how many were taken.
async fn edited(
    pair: &mut Pair,
    name: &str,
    sheet: &Value,
    mut dice: Dice,
    found: &mut Differences,
) -> usize {
    let mut sheets = [sheet.clone(), sheet.clone()];
    let mut taken = 0;
    let [mut reply, _] =
        pair.ask(&json!({ "seq": 1, "sheet": sheet, "view": { "at": "free", "apart": true } })).await;
    for _ in 0..1 + dice.below(EDITS) {
        let edit = edits::random(&mut dice, &sheets[0], &reply);
        let questions = sheets
            .each_ref()
            .map(|sheet| json!({ "seq": 1, "sheet": sheet, "edit": edit, "view": { "at": "check", "apart": true } }));
        let [old, new] = pair.ask_each([&questions[0], &questions[1]]).await;
        found.compare(&format!("{name}: {edit}"), &sheets[0], &old, &new);
        if old["edited"].is_null() || new["edited"].is_null() {
            continue;
        }
        taken += 1;
        sheets = [old["edited"].clone(), new["edited"].clone()];
        reply = old;
    }
    taken
}
