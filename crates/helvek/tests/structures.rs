//! Structures over HTTP and on the command line: verdicts as answers, not as failures; wrong files with every problem and nothing on stdout.

use std::io::Write;
use std::process::{Command, Output, Stdio};

fn solve(text: &str, format: &str) -> Output {
    let mut child = Command::new(env!("CARGO_BIN_EXE_helvek"))
        .args(["solve", "-", "--format", format])
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    child.stdin.take().unwrap().write_all(text.as_bytes()).unwrap();
    child.wait_with_output().unwrap()
}

fn json(output: &Output) -> serde_json::Value {
    serde_json::from_slice(&output.stdout).unwrap_or_else(|e| panic!("{e}: {output:?}"))
}

/// A square of bars on two pins, pushed at the top; what is added braces it or not.
fn square(added: &str) -> String {
    format!(
        r#"format = "helvek-sheet/1"
        bars = [["A", "B"], ["B", "C"], ["C", "D"], {added}]
        supports = [{{ at = "A", kind = "pin" }}, {{ at = "D", kind = "pin" }}]
        loads = [{{ kind = "force", at = "B", size = 3, direction = "right" }}]
        [points]
        A = [0, 0]
        B = [0, 1]
        C = [1, 1]
        D = [1, 0]"#
    )
}

#[test]
fn the_exit_status_is_the_verdict() {
    for (added, status, code) in [
        ("", "unstable", 1),
        (r#"["A", "C"]"#, "determinate", 0),
        (r#"["A", "C"], ["B", "D"]"#, "indeterminate", 3),
        (r#"{ ends = ["A", "C"], kind = "cable" }, { ends = ["B", "D"], kind = "cable" }"#, "determinate", 0),
        (r#"{ ends = ["B", "D"], kind = "cable" }"#, "unstable", 1),
        (r#"{ ends = ["B", "D"], kind = "strut" }"#, "determinate", 0),
    ] {
        let output = solve(&square(added), "json");
        assert_eq!(output.status.code(), Some(code), "{added}: {output:?}");
        assert_eq!(json(&output)["status"], status, "{added}");
        assert!(output.stderr.is_empty(), "{added}");
    }
}

#[test]
fn what_is_asked_decides_whether_a_redundant_model_is_answered() {
    let both = r#"["A", "C"], ["B", "D"]"#;
    // The four reactions and the crossing bars share one unknown too many, and so does every bar of the square.
    let open =
        solve(&square(both).replacen("bars", "find = [{ what = \"bar\", bar = \"A-C\" }]\nbars", 1), "json");
    assert_eq!(open.status.code(), Some(3));
    assert_eq!(json(&open)["bars"]["A-C"]["determined"], false);
    // A further bar that only hangs on it is fixed.
    let hung = square(&format!("{both}, {{ ends = [\"C\", \"E\"], name = \"hanger\" }}, [\"D\", \"E\"]"))
        .replacen("bars", "find = [{ what = \"bar\", bar = \"hanger\" }]\nbars", 1)
        .replace("[points]", "[points]\n        E = [2, 0]");
    let answered = solve(&hung, "json");
    assert_eq!(answered.status.code(), Some(0), "{answered:?}");
    assert_eq!(json(&answered)["bars"]["hanger"]["sense"], "zero");
}

#[test]
fn an_unstable_model_shows_its_motion_and_cures_in_every_format() {
    let text = String::from_utf8(solve(&square(""), "text").stdout).unwrap();
    assert!(text.contains("Unstable.") && text.contains("To stabilise it: "), "{text}");
    let markdown = String::from_utf8(solve(&square(""), "markdown").stdout).unwrap();
    assert!(markdown.contains("**Unstable.**") && markdown.contains("- **To stabilise it:** "), "{markdown}");
    let answers = json(&solve(&square(""), "json"));
    let bodies = answers["free_motion"]["bodies"].as_array().unwrap();
    // The top sways to the right, where it is pushed.
    for joint in ["joint B", "joint C"] {
        let moves = bodies.iter().find(|b| b["body"] == joint).unwrap();
        assert!(moves["translation"][0].as_f64().unwrap() > 0.0, "{moves}");
        assert!(moves["translation"][1].as_f64().unwrap().abs() < 1e-9, "{moves}");
    }
}

#[test]
fn a_wrong_file_names_everything_and_prints_nothing() {
    let wrong = square(r#"["A", "Q"], ["A", "A"], { ends = ["B", "D"], kind = "rod" }"#)
        .replace("\"roller\"", "\"rolller\"")
        .replace("size = 3", "size = \"3 kg\"");
    let output = solve(&wrong, "json");
    assert_eq!(output.status.code(), Some(2));
    assert!(output.stdout.is_empty());
    let said = String::from_utf8(output.stderr).unwrap();
    for part in
        ["bars[3]", "no point \"Q\"", "bars[4]", "zero length", "bars[5].kind", "loads[0].size", "a mass"]
    {
        assert!(said.contains(part), "{part} in {said}");
    }
    assert!(said.contains("4 problems"), "{said}");
}

#[test]
fn a_mechanism_of_a_hundred_joints_is_judged_and_not_feared() {
    // A strip of squares without diagonals: one way to sway for each, and long lists cut short.
    let mut text = String::from("format = \"helvek-sheet/1\"\nbars = [\n");
    for i in 0..50 {
        text.push_str(&format!("[\"L{i}\", \"U{i}\"],"));
        if i > 0 {
            let j = i - 1;
            text.push_str(&format!("[\"L{j}\", \"L{i}\"], [\"U{j}\", \"U{i}\"],\n"));
        }
    }
    text.push_str("]\nsupports = [{ at = \"L0\", kind = \"pin\" }, { at = \"L49\", kind = \"roller\" }]\n");
    text.push_str("loads = [{ kind = \"force\", at = \"U25\", size = 1, direction = \"down\" }]\n[points]\n");
    for i in 0..50 {
        text.push_str(&format!("L{i} = [{i}, 0]\nU{i} = [{i}, 1]\n"));
    }
    let output = solve(&text, "json");
    assert_eq!(output.status.code(), Some(1), "{output:?}");
    let answers = json(&output);
    // 200 equations; 148 bars and 3 reactions, none of them redundant.
    assert_eq!((answers["degree"].as_u64(), answers["mobility"].as_u64()), (Some(0), Some(49)));
    let text = String::from_utf8(solve(&text, "text").stdout).unwrap();
    assert!(text.lines().all(|line| line.chars().count() < 400), "{text}");
}

/// A cantilever with a section of that name, which the sheet does not have.
const ON_A_TABLE: &str = r#"format = "helvek-sheet/1"
supports = [{ at = "A", kind = "fixed" }]
loads = [{ kind = "force", at = "B", size = 3, direction = "down" }]
points = { A = [0, 0], B = [2, 0] }
bodies = { arm = { runs = [["A", "B"]], section = "plank", material = "larch" } }
"#;

#[test]
fn tables_of_ones_own_are_read_beside_the_sheet() {
    let folder = tempfile::tempdir().unwrap();
    let write = |name: &str, text: &str| {
        let path = folder.path().join(name);
        std::fs::write(&path, text).unwrap();
        path.display().to_string()
    };
    let sheet = write("arm.toml", ON_A_TABLE);
    let sections = write("sections.csv", "name,shape,width,height\nplank,rectangle,60,100\n");
    let materials = write("materials.csv", "name;yield\nlarch;90\n");
    let run = |arguments: &[&str]| {
        Command::new(env!("CARGO_BIN_EXE_helvek")).arg("solve").args(arguments).output().unwrap()
    };
    // 6 kN·m over 60·100²/6 mm³: 60 MPa of 90.
    let output = run(&[&sheet, "--table", &sections, "--table", &materials, "--format", "json"]);
    assert_eq!(output.status.code(), Some(0), "{output:?}");
    let check = &json(&output)["judgement"]["checks"][0];
    assert_eq!((&check["of"], &check["by"]), (&"arm".into(), &"stress".into()));
    assert!((check["demand"].as_f64().unwrap() - 60.0).abs() < 1e-9, "{check}");
    assert!((check["factor"].as_f64().unwrap() - 1.5).abs() < 1e-9, "{check}");
    // Without them the names are unknown; a table that is none is told by its file.
    let without = run(&[&sheet]);
    assert_eq!(without.status.code(), Some(2));
    assert!(
        String::from_utf8_lossy(&without.stderr).contains("There is no section \"plank\""),
        "{without:?}"
    );
    let wrong = write("wrong.csv", "name,shape,width\nplank,rectangle,60\n");
    let output = run(&[&sheet, "--table", &wrong]);
    let said = String::from_utf8_lossy(&output.stderr).into_owned();
    assert_eq!(output.status.code(), Some(2));
    assert!(
        said.contains("wrong.csv") && said.contains("Line 2, plank") && said.contains("height"),
        "{said}"
    );
    assert_eq!(run(&[&sheet, "--table", "nowhere.csv"]).status.code(), Some(2));
}
