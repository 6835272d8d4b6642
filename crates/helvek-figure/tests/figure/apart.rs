//! The structure taken apart: what one piece exerts on another is drawn on both, the other way.

use helvek_core::id::{Id, Kind, together};
use helvek_core::sheet::{self, Syntax};
use helvek_core::{model, solution};
use helvek_figure::{Mark, Nature, Piece, free_bodies, pieces, scene};
use std::collections::HashMap;

fn taken_apart(name: &str, together: &[&[&str]]) -> Vec<Piece> {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    let built = model::build(&sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml));
    let solved = solution::solve(built.model);
    let drawn = scene(&solved);
    let together: Vec<Vec<Id>> =
        together.iter().map(|group| group.iter().map(|id| id.parse().unwrap()).collect()).collect();
    pieces(&solved, &drawn, &together)
}

fn ids(pieces: &[Piece]) -> Vec<&str> {
    pieces.iter().map(|piece| piece.id.as_str()).collect()
}

/// One side of an unknown: which way, where, and whether it is turned.
type Side = (Option<[f64; 2]>, [f64; 2], bool);

/// The unknowns drawn on a piece.
fn unknowns(piece: &Piece) -> Vec<Id> {
    let name = |mark: &Mark| match mark {
        Mark::Exerted { column, .. } => Some(column.clone()),
        Mark::Reaction { id, .. } => Some(id.clone()),
        _ => None,
    };
    piece.marks.iter().filter_map(name).collect()
}

#[test]
fn every_unknown_between_two_pieces_is_drawn_on_both_the_opposite_way() {
    let mut pairs = 0;
    for name in [
        "tub-hoist",
        "vent-linkage",
        "lopping-shears",
        "walnut-cracker",
        "barrow-brake",
        "sieve-rocker",
        "seed-press",
        "path-lantern",
        "seed-beam",
        "wheel-pump",
        "cider-press",
        "sieve-drum",
        "awning-arch",
    ] {
        let mut drawn: HashMap<Id, Vec<Side>> = HashMap::new();
        for mark in taken_apart(name, &[]).iter().flat_map(|piece| &piece.marks) {
            if let Mark::Exerted { column, toward, at, turned, .. } = mark {
                drawn.entry(column.clone()).or_default().push((*toward, *at, *turned));
            }
        }
        for (column, both) in drawn.iter().filter(|(column, _)| column.kind == Kind::Joint) {
            let [(a, p, turned), (b, q, too)] = both[..] else { panic!("{name}: {column} {both:?}") };
            assert_eq!((p, turned), (q, too), "{name}: {column}");
            if let (Some(a), Some(b)) = (a, b) {
                assert!((a[0] + b[0]).abs() < 1e-12 && (a[1] + b[1]).abs() < 1e-12, "{name}: {column}");
            }
            pairs += 1;
        }
    }
    assert!(pairs >= 20, "{pairs}");
}

#[test]
fn a_two_force_body_stands_by_itself_along_the_line_of_its_pins() {
    let all = taken_apart("vent-linkage", &[]);
    assert_eq!(ids(&all), ["body:lever", "body:vent", "body:link"]);
    let link = &all[2];
    assert_eq!(link.nature, Nature::TwoForce);
    assert_eq!(link.lines.len(), 1);
    // It pulls outwards at both of its ends, and what it pulls is pulled towards it.
    let on = |piece: &Piece| {
        let way = |mark: &Mark| match mark {
            Mark::Exerted { column, toward: Some(way), .. } if *column == "body:link" => Some(*way),
            _ => None,
        };
        piece.marks.iter().filter_map(way).collect::<Vec<_>>()
    };
    let (ends, vent) = (on(link), on(&all[1]));
    assert_eq!(ends.len(), 2);
    assert!((ends[0][0] + ends[1][0]).abs() < 1e-12);
    assert!(
        ends.iter().any(|end| (end[0] + vent[0][0]).abs() < 1e-12 && (end[1] + vent[0][1]).abs() < 1e-12)
    );
    assert_eq!(all[0].nature, Nature::ThreeForce);
}

#[test]
fn what_is_freed_together_keeps_what_is_between_inside() {
    let whole = taken_apart("tub-hoist", &[&["body:mast", "body:jib"]]);
    assert_eq!(ids(&whole), ["body:mast+body:jib+bar:D-C"]);
    assert_eq!(whole[0].nature, Nature::Group);
    assert_eq!(unknowns(&whole[0]), ["reaction:A_x", "reaction:A_y", "reaction:M_A"]);
    assert!(whole[0].marks.iter().any(|mark| matches!(mark, Mark::Bar { .. })));
    let apart = taken_apart("tub-hoist", &[]);
    assert_eq!(ids(&apart), ["body:mast", "body:jib", "bar:D-C"]);
    assert_eq!(unknowns(&apart[1]), ["joint:B#B_x", "joint:B#B_y", "bar:D-C"]);
}

#[test]
fn ropes_pull_at_the_rim_and_at_what_hangs_on_them() {
    let all = taken_apart("orangery-hoist", &[]);
    let of = |id: &str| all.iter().find(|piece| piece.id == id).unwrap();
    let tensions = |id: &str| unknowns(of(id)).iter().filter(|u| **u == "rope:hoist").count();
    // In at one side of the wheel and out at the other; once at the cleat, once on the tub.
    assert_eq!((tensions("body:jib"), tensions("body:mast"), tensions("end:hoist#1")), (2, 1, 1));
    assert!(of("body:jib").marks.iter().any(|mark| matches!(mark, Mark::Wheel { .. })));
    let tub = of("end:hoist#1").marks.iter().find_map(|mark| match mark {
        Mark::Force { text, toward, .. } => Some((text.clone(), *toward)),
        _ => None,
    });
    assert_eq!(tub, Some(("150 kg".to_owned(), [0.0, -1.0])));
}

#[test]
fn steps_that_free_several_pieces_bring_their_group_along() {
    let path = format!("{}/../../examples/tub-hoist.toml", env!("CARGO_MANIFEST_DIR"));
    let built = model::build(&sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml));
    let solved = solution::solve(built.model);
    let free = free_bodies(&solved, &scene(&solved));
    let groups: Vec<_> =
        free.iter().map(|f| (together(&f.pieces), f.group.as_ref().map(|g| g.name.clone()))).collect();
    assert_eq!(groups[0], ("body:mast+body:jib+bar:D-C".to_owned(), Some("the whole".to_owned())));
    assert_eq!(groups[1], ("body:jib".to_owned(), None));
    // A single body and a plain truss are not taken apart.
    assert!(taken_apart("potting-bench", &[]).is_empty());
    assert!(taken_apart("bell-bracket", &[]).is_empty());
}

#[test]
fn what_is_wrong_with_bodies_and_ropes_is_said_where_they_are() {
    let sheet = |more: &str| {
        format!(
            "format = \"helvek-sheet/1\"\n{more}\n[points]\nA = [0, 0]\nB = [0, 4]\nC = [2, 4]\nQ = [2.05, 4]\n[bodies]\nl = {{ runs = [[\"A\", \
             \"B\"]] }}\nc = {{ runs = [[\"B\", \"C\"]] }}\n[pulleys]\nw = {{ at = \"C\", radius = 0.2, on = \"c\" }}\n"
        )
    };
    let said = |text: &str| {
        let document = sheet::read(text, Syntax::Toml);
        let built = model::build(&document);
        let written = serde_json::to_value(&document.sheet).unwrap();
        let mut drawn = helvek_figure::outline(&built.model);
        helvek_figure::mark_unclear(&mut drawn, &written, &built.model, &built.problems);
        drawn
            .marks
            .into_iter()
            .filter_map(|mark| match mark {
                Mark::Unclear { path, at, .. } => Some((path, at)),
                _ => None,
            })
            .collect::<Vec<_>>()
    };
    // Two bodies meet without a joint: said at the far point of the one.
    assert_eq!(said(&sheet("")), [("bodies.c".to_owned(), Some([2.0, 4.0]))]);
    // A rope that begins inside a wheel has no tangent.
    let joint = "joints = [{ at = \"B\", kind = \"pin\", of = [\"l\", \"c\"] }]\n";
    let rope = "ropes = { r = { path = [{ at = \"Q\" }, { over = \"w\", turn = \"cw\" }, { mass = 5 }] } }";
    assert_eq!(said(&sheet(&format!("{joint}{rope}"))), [("ropes.r.path[0]".to_owned(), Some([2.05, 4.0]))]);
}
