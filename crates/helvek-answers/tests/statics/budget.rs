//! Work that can be given up: it always costs the same, is given up at the same place, and leaves nothing behind.

use helvek_answers as answers;
use helvek_checks::Checks;
use helvek_numbers::budget::{self, GivenUp, Stop};
use helvek_sheet::sheet;
use helvek_statics::model;
use helvek_statics::solution;
use helvek_statics::solution::Solved;
use std::time::{Duration, Instant};

fn solved(text: &str) -> Solved {
    let built = model::build(&sheet::read(text, sheet::Syntax::guess(text)));
    assert_eq!(built.problems, []);
    solution::solve(built.model)
}

/// Everything that is asked of a solution.
fn everything(text: &str) -> helvek_answers::Answers {
    let solved = solved(text);
    Checks(&solved).with_trains();
    answers::answers(&solved)
}

fn example(name: &str) -> String {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    std::fs::read_to_string(folder.join(name).with_extension("toml")).unwrap()
}

/// A truss of so many panels: bars, loads and unknowns grow with it.
fn truss(panels: usize) -> String {
    let mut text = String::from("format = \"helvek-sheet/1\"\nbars = [\n");
    for i in 0..panels {
        let next = i + 1;
        text += &format!(
            "[\"A{i}\", \"A{next}\"], [\"B{i}\", \"B{next}\"], [\"A{i}\", \"B{i}\"], [\"A{i}\", \"B{next}\"],\n"
        );
    }
    text += &format!("[\"A{panels}\", \"B{panels}\"]]\nsupports = [{{ at = \"A0\", kind = \"pin\" }}, ");
    text += &format!("{{ at = \"A{panels}\", kind = \"roller\" }}]\nloads = [\n");
    for i in 1..panels {
        text +=
            &format!("{{ kind = \"force\", at = \"B{i}\", size = {}, direction = \"down\" }},\n", 1 + i % 3);
    }
    text += "]\n[points]\n";
    for i in 0..=panels {
        text += &format!("A{i} = [{}, 0]\nB{i} = [{}, 2]\n", 2 * i, 2 * i);
    }
    text
}

#[test]
fn the_same_sheet_always_costs_the_same_and_comes_out_the_same_after_being_given_up_anywhere() {
    // A boom whose sections are meshed for torsion (found once, and then known), contacts that let go, combinations and trains.
    for name in ["lantern-boom", "lean-to-glass", "bell-bracket"] {
        let text = example(name);
        let (answers, cost) = budget::cost(|| everything(&text));
        let (again, known) = budget::cost(|| everything(&text));
        assert_eq!((&answers, cost), (&again, known), "{name}");
        assert!(cost > 500, "{name} costs {cost}");
        let stop = Stop::default();
        for share in [0, 1, 3, 7, 20, 50, 90, 99] {
            let units = cost * share / 100;
            assert_eq!(
                budget::within(units, &stop, || everything(&text)),
                Err(GivenUp::Spent),
                "{name} {share} %"
            );
        }
        assert_eq!(budget::within(cost - 1, &stop, || everything(&text)), Err(GivenUp::Spent));
        assert_eq!(budget::within(cost, &stop, || everything(&text)), Ok(answers));
    }
}

#[test]
fn what_costs_more_takes_more_units() {
    let cost = |panels| budget::cost(|| solved(&truss(panels))).1;
    let (small, large) = (cost(20), cost(200));
    assert!(large > 5 * small, "{small} and {large}");
}

#[test]
fn work_on_a_large_sheet_stops_soon_after_it_is_told_to() {
    let text = truss(1500);
    for after in [5, 60, 250, 700] {
        let stop = Stop::default();
        let telling = stop.clone();
        let told = std::thread::spawn(move || {
            std::thread::sleep(Duration::from_millis(after));
            telling.now();
            Instant::now()
        });
        let done = budget::within(budget::ENDLESS, &stop, || everything(&text));
        let ended = Instant::now();
        assert_eq!(done.err(), Some(GivenUp::Told), "it took less than {after} ms");
        let late = ended.saturating_duration_since(told.join().unwrap());
        assert!(late < Duration::from_millis(1500), "told after {after} ms, it went on for {late:?}");
    }
}
