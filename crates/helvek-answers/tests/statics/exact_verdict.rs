//! The verdict against elimination in integers: rank by fractions has no tolerance to argue about. Sheets on a small grid, so that parallel,
//! concurrent and doubled constraints come by themselves.

use helvek_random::assembly::Dice;
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use helvek_statics::verdict::Status;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::fmt::Write;

type Row = Vec<i128>;

/// Rank by elimination without fractions (Bareiss): every entry stays a minor of the matrix, and so an integer.
fn rank(mut a: Vec<Row>) -> usize {
    let columns = a.first().map_or(0, Vec::len);
    let (mut rank, mut last) = (0, 1i128);
    for j in 0..columns {
        let Some(pivot) = (rank..a.len()).find(|i| a[*i][j] != 0) else { continue };
        a.swap(rank, pivot);
        let above = a[rank].clone();
        for row in a.iter_mut().skip(rank + 1) {
            let head = row[j];
            for (x, up) in row.iter_mut().zip(&above) {
                *x = (*x * above[j] - head * up) / last;
            }
        }
        last = above[j];
        rank += 1;
    }
    rank
}

struct Grid {
    text: String,
    /// One row per unknown, one entry per equation.
    unknowns: Vec<Row>,
    loads: Row,
    names: Vec<String>,
}

/// One to three bodies of three grid points each, and a handful of constraints thrown at them.
fn grid(seed: u64) -> Grid {
    const DIRECTIONS: [(i128, i128); 6] = [(1, 0), (0, 1), (1, 1), (-1, 1), (2, 1), (0, 1)];
    let mut dice = Dice(seed);
    let bodies = 1 + dice.below(3);
    let rows = 3 * bodies;
    let mut points: Vec<(i128, i128)> = Vec::new();
    for _ in 0..bodies {
        let own = points.len();
        while points.len() < own + 3 {
            let at = (dice.below(4) as i128, dice.below(4) as i128);
            // A run must not double back: the third point is off the line of the first two.
            let fits = match points[own..] {
                [a, b] => (b.0 - a.0) * (at.1 - a.1) != (b.1 - a.1) * (at.0 - a.0),
                [a] => a != at,
                _ => true,
            };
            if fits {
                points.push(at);
            }
        }
    }
    let wrench = |row: &mut Row, body: usize, at: (i128, i128), f: (i128, i128), sign: i128| {
        row[3 * body] += sign * f.0;
        row[3 * body + 1] += sign * f.1;
        row[3 * body + 2] += sign * (at.0 * f.1 - at.1 * f.0);
    };
    let (mut unknowns, mut names) = (Vec::new(), Vec::new());
    let (mut supports, mut bars) = (String::new(), String::new());
    let mut barred = Vec::new();
    for i in 0..(1 + dice.below(3 * bodies + 1)) {
        let point = dice.below(points.len());
        let (body, at) = (point / 3, points[point]);
        match dice.below(4) {
            0 => {
                writeln!(supports, "{{ name = \"s{i}\", at = \"P{point}\", kind = \"pin\" }},").unwrap();
                for (f, letter) in [((1, 0), "x"), ((0, 1), "y")] {
                    let mut row = vec![0; rows];
                    wrench(&mut row, body, at, f, 1);
                    unknowns.push(row);
                    names.push(format!("s{i}_{letter}"));
                }
            }
            1 => {
                let other = dice.below(points.len());
                let to = points[other];
                let pair = (point.min(other), point.max(other));
                if other / 3 == body || to == at || barred.contains(&pair) {
                    continue;
                }
                barred.push(pair);
                writeln!(bars, "{{ name = \"bar{i}\", ends = [\"P{point}\", \"P{other}\"] }},").unwrap();
                let mut row = vec![0; rows];
                let along = (to.0 - at.0, to.1 - at.1);
                wrench(&mut row, body, at, along, 1);
                wrench(&mut row, other / 3, to, along, -1);
                unknowns.push(row);
                names.push(format!("bar{i}"));
            }
            _ => {
                let f = DIRECTIONS[dice.below(DIRECTIONS.len())];
                writeln!(
                    supports,
                    "{{ name = \"s{i}\", at = \"P{point}\", kind = \"roller\", normal = [{}, {}] }},",
                    f.0, f.1
                )
                .unwrap();
                let mut row = vec![0; rows];
                wrench(&mut row, body, at, f, 1);
                unknowns.push(row);
                names.push(format!("s{i}"));
            }
        }
    }
    let (mut loads, mut forces) = (vec![0; rows], String::new());
    for (point, at) in points.iter().enumerate() {
        let f = match dice.below(4) {
            0 => (0, -2),
            1 => (1, 0),
            2 => (3, -1),
            _ => continue,
        };
        writeln!(forces, "{{ kind = \"force\", at = \"P{point}\", components = [{}, {}] }},", f.0, f.1)
            .unwrap();
        wrench(&mut loads, point / 3, *at, f, 1);
    }
    let mut text = format!(
        "format = \"helvek-sheet/1\"\nsupports = [\n{supports}]\nbars = [\n{bars}]\nloads = [\n{forces}]\n[points]\n"
    );
    for (i, (x, y)) in points.iter().enumerate() {
        writeln!(text, "P{i} = [{x}, {y}]").unwrap();
    }
    text.push_str("[bodies]\n");
    for body in 0..bodies {
        let [a, b, c] = [0, 1, 2].map(|k| 3 * body + k);
        writeln!(text, "b{body} = {{ runs = [[\"P{a}\", \"P{b}\", \"P{c}\"]] }}").unwrap();
    }
    Grid { text, unknowns, loads, names }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn rank_decides_as_it_does_in_integers(seed in any::<u64>()) {
        let grid = grid(seed);
        let built = model::build(&sheet::read(&grid.text, Syntax::Toml));
        prop_assert!(built.problems.is_empty(), "{}\n{:#?}", grid.text, built.problems);
        let solved = solution::solve(built.model);
        let rows = grid.loads.len();
        let r = rank(grid.unknowns.clone());
        let (degree, mobility) = (grid.unknowns.len() - r, rows - r);
        let mut with_loads = grid.unknowns.clone();
        with_loads.push(grid.loads.clone());
        let holds = rank(with_loads) == r;
        let expected = match (holds, degree, mobility) {
            (false, ..) => Status::Unstable,
            (true, 1.., _) => Status::Indeterminate,
            (true, 0, 1..) => Status::Balanced,
            (true, 0, 0) => Status::Determinate,
        };
        let verdict = &solved.verdict;
        prop_assert_eq!((verdict.status, verdict.degree, verdict.mobility), (expected, degree, mobility), "{}", grid.text);
        // An unknown is unique exactly when the rank falls without it.
        for (j, name) in grid.names.iter().enumerate() {
            let without: Vec<_> =
                grid.unknowns.iter().enumerate().filter(|(i, _)| *i != j).map(|(_, u)| u.clone()).collect();
            let unique = rank(without) == r - 1;
            let index = solved.full.columns.iter().position(|c| {
                let owner = solved.model.owner_name(c.of);
                c.symbol.to_string() == *name || owner == *name
            }).unwrap();
            prop_assert_eq!(verdict.determined[index], unique, "{} in {}", name, grid.text);
        }
        // What would hold it does, and adds nothing redundant.
        for cure in solved.cures() {
            let after = helvek_statics::verdict::judge(&helvek_statics::equilibrium::Equilibrium::of(
                &helvek_statics::verdict::applied(&solved.model, cure),
            ));
            prop_assert!(after.equilibrium && after.mobility == 0 && after.degree == degree, "{:?} in {}", cure, grid.text);
        }
        // Loads do work on the motion that is shown exactly when there is no equilibrium.
        if let Some(motion) = &verdict.motion {
            let work: f64 = solved.full.actions.iter().map(|a| {
                let moves = &motion.parts[a.act.on.index()];
                a.act.wrench.force.dot(moves.displacement(a.act.wrench.about)) + a.act.wrench.moment.dot(moves.rotation)
            }).sum();
            prop_assert!((work > 1e-6) != holds, "work {} in {}", work, grid.text);
        }
    }
}

#[test]
fn elimination_in_integers_knows_its_ranks() {
    assert_eq!(rank(vec![vec![1, 2, 3], vec![2, 4, 6], vec![0, 1, 1]]), 2);
    assert_eq!(rank(vec![vec![0, 2], vec![3, 0]]), 2);
    assert_eq!(rank(vec![vec![0, 0]]), 0);
}
