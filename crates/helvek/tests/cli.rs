//! The command line: what is printed where, and the exit statuses.

use std::io::Write;
use std::path::PathBuf;
use std::process::{Command, Output, Stdio};

fn helvek(arguments: &[&str], input: &[u8]) -> Output {
    let mut child = Command::new(env!("CARGO_BIN_EXE_helvek"))
        .args(arguments)
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    // A command that refuses its input early closes the pipe: that is its right.
    let _ = child.stdin.take().unwrap().write_all(input);
    child.wait_with_output().unwrap()
}

fn text(bytes: &[u8]) -> String {
    String::from_utf8(bytes.to_vec()).unwrap()
}

fn example(name: &str) -> String {
    PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../../examples").join(name).display().to_string()
}

fn sheet(supports: &str, load: &str) -> String {
    format!(
        "format = \"helvek-sheet/1\"\nsupports = [{supports}]\nloads = [{load}]\n[points]\nA = [0, 0]\nB = [3, 0]\n[bodies]\nbeam = {{ runs = [[\"A\", \"B\"]] }}\n"
    )
}

#[test]
fn every_example_is_solved_and_closes() {
    let folder = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut count = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path().display().to_string();
        let output = helvek(&["solve", &path], b"");
        let printed = text(&output.stdout);
        assert_eq!(output.status.code(), Some(0), "{path}: {}", text(&output.stderr));
        assert!(
            printed.contains("Checked: relative residual") && printed.contains("qualified engineer"),
            "{printed}"
        );
        assert!(!printed.contains("DOES NOT CLOSE"), "{printed}");
        count += 1;
    }
    assert!(count >= 3);
}

#[test]
fn the_working_of_the_bench_reads_as_on_paper() {
    let output = helvek(&["solve", &example("potting-bench.toml")], b"");
    let printed = text(&output.stdout);
    for line in [
        "1. Moments about A · bench",
        "A_x and A_y pass through A: C_y is the only unknown.",
        "↺ ΣM_A = 0:  − F_crate·x_AB − q_compost·AD·a_compost + C_y·x_AC = 0\n",
        "                − 0.6 (0.5) − 0.5 (2.4) (1.2) + C_y (2) = 0 kN·m\n",
        "C_y = 0.870 kN   (↑, as assumed)",
        "A_x = 0 kN\n",
        "reaction at A on bench: A_x 0, A_y 0.930 kN ↑",
    ] {
        assert!(printed.contains(line), "{line}\nis not in\n{printed}");
    }
    let markdown =
        text(&helvek(&["solve", &example("potting-bench.toml"), "--format", "markdown"], b"").stdout);
    assert!(
        markdown.contains("# Potting bench") && markdown.contains("$C_{y} = 0.870\\;\\mathrm{kN}$"),
        "{markdown}"
    );
}

#[test]
fn a_turned_arrow_is_used_with_its_magnitude_from_the_next_step_on() {
    let printed = text(&helvek(&["solve", &example("lily-ramp.toml")], b"").stdout);
    assert!(
        printed.contains(
            "quay_x = −159 lb   (acts ←, opposite to the assumed sense; shown reversed from here on)"
        ),
        "{printed}"
    );
    let check = printed.split("Checks").nth(1).unwrap();
    assert!(check.contains("+ 159.33 (") && !check.contains("−159"), "{check}");
}

#[test]
fn exit_statuses_tell_the_verdict() {
    let force = "{ kind = \"force\", at = \"B\", size = 1, direction = 300 }";
    for (supports, status, code) in [
        ("{ at = \"A\", kind = \"fixed\" }", "determinate", 0),
        ("{ at = \"A\", kind = \"pin\" }, { at = \"B\", kind = \"pin\" }", "indeterminate", 3),
        ("{ at = \"A\", kind = \"roller\" }, { at = \"B\", kind = \"roller\" }", "unstable", 1),
    ] {
        let output = helvek(&["solve", "-", "--format", "json"], sheet(supports, force).as_bytes());
        assert_eq!(output.status.code(), Some(code), "{supports}");
        let answers: serde_json::Value = serde_json::from_slice(&output.stdout).unwrap();
        assert_eq!(answers["status"], status);
        assert_eq!(answers["format"], "helvek-answers/1");
        assert!(output.stderr.is_empty(), "{}", text(&output.stderr));
    }
    let down = "{ kind = \"force\", at = \"B\", size = 1, direction = \"down\" }";
    let rollers = "{ at = \"A\", kind = \"roller\" }, { at = \"B\", kind = \"roller\" }";
    let output = helvek(&["solve", "-"], sheet(rollers, down).as_bytes());
    assert_eq!(output.status.code(), Some(0));
    assert!(
        text(&output.stdout)
            .contains("Balanced under these loads only. It is free to move: beam slides to the right.")
    );
}

#[test]
fn wrong_files_print_every_problem_on_stderr_and_nothing_on_stdout() {
    let wrong = sheet(
        "{ at = \"A\", kind = \"pn\" }",
        "{ kind = \"force\", at = \"B\", size = \"3 kg\", direction = \"down\" }",
    );
    for (input, words) in [
        (wrong.as_bytes(), &["-:2:32: supports[0].kind", "3 kg", "2 problems"][..]),
        (&b"\xff\xfe"[..], &["not UTF-8"][..]),
        (&b"format = "[..], &["TOML cannot be read"][..]),
        (&vec![b' '; 50 * 1024 * 1024][..], &["larger than 8 MB"][..]),
    ] {
        let output = helvek(&["solve", "-"], input);
        let said = text(&output.stderr);
        assert_eq!(output.status.code(), Some(2), "{said}");
        assert!(output.stdout.is_empty());
        assert!(words.iter().all(|w| said.contains(w)), "{said}");
    }
    let missing = helvek(&["solve", "no/such/file.toml"], b"");
    assert_eq!(missing.status.code(), Some(2));
    assert!(text(&missing.stderr).contains("cannot be read"));
}

#[test]
fn what_is_quoted_from_a_file_does_not_steer_the_terminal() {
    let title = "title = \"red \\u001b[31m\\u202e\"\n";
    let load = "{ kind = \"force\", at = \"B\", size = 2, direction = \"down\" }";
    let held = "{ at = \"A\", kind = \"pin\" }, { at = \"B\", kind = \"roller\" }";
    for (input, format) in [
        (sheet(held, load), "text"),
        (sheet(held, load), "markdown"),
        (sheet(held, "{ kind = \"\\u001b[2J\" }"), "text"),
    ] {
        let output = helvek(&["solve", "-", "--format", format], format!("{title}{input}").as_bytes());
        let said = text(&output.stdout) + &text(&output.stderr);
        assert!(said.contains("\\u{1b}"), "{said}");
        assert!(!said.contains(|c: char| (c.is_control() && c != '\n') || c == '\u{202e}'), "{said:?}");
    }
}

#[test]
fn a_mark_before_the_text_is_passed_over_and_a_number_nobody_reads_is_said_shortly() {
    let held = "{ at = \"A\", kind = \"pin\" }, { at = \"B\", kind = \"roller\" }";
    let marked = format!(
        "\u{feff}{}",
        sheet(held, "{ kind = \"force\", at = \"B\", size = 2, direction = \"down\" }")
    );
    assert_eq!(helvek(&["solve", "-"], marked.as_bytes()).status.code(), Some(0));
    let json = "\u{feff}{\"format\": \"helvek-sheet/1\", \"points\": {\"A\": [0, 0], \"B\": [1, 0]}, \"bars\": [[\"A\", \"B\"]]}";
    let output = helvek(&["solve", "-", "--format", "json"], json.as_bytes());
    assert_ne!(output.status.code(), Some(2), "{}", text(&output.stderr));
    let huge = sheet(held, "{ kind = \"force\", at = \"B\", size = 1e308, direction = \"down\" }");
    let said = text(&helvek(&["solve", "-"], huge.as_bytes()).stderr);
    assert!(said.contains("1·10³⁰⁸ is too large to be computed with"), "{said}");
}

#[test]
fn what_slides_is_no_equilibrium() {
    let sheet = |friction: f64| {
        format!(
            "format = \"helvek-sheet/1\"\nsupports = [{{ name = \"foot\", at = \"A\", kind = \"rough\", normal = \"up\", friction = {friction} }}, {{ at = \"B\", kind = \"surface\", normal = \"right\" }}]\n\
             loads = [{{ kind = \"force\", at = \"M\", size = 0.8, direction = \"down\" }}]\npoints = {{ A = [2.4, 0], M = [1.2, 2], B = [0, 4] }}\n\
             bodies = {{ ladder = {{ runs = [[\"A\", \"M\", \"B\"]] }} }}\n"
        )
    };
    let slides = helvek(&["solve", "-"], sheet(0.2).as_bytes());
    let printed = text(&slides.stdout);
    assert_eq!(slides.status.code(), Some(1), "{printed}");
    assert!(
        printed.contains("Slides. It is not in equilibrium as it stands: at foot friction of 0.240 kN / 0.800 kN = 0.300 is required and 0.2 is available, 0.667 of it."),
        "{printed}"
    );
    assert_eq!(helvek(&["solve", "-"], sheet(0.3).as_bytes()).status.code(), Some(0));
}
