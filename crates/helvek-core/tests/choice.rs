//! Equations of one's own choice: whatever any of them gives must be what the whole structure is solved to.

use helvek_core::equilibrium::PartId;
use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution::{self, Solved};

fn example(name: &str) -> Solved {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    solved(&std::fs::read_to_string(path).unwrap())
}

fn solved(text: &str) -> Solved {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert_eq!(built.problems, []);
    solution::solve(built.model)
}

fn part(solved: &Solved, id: &str) -> PartId {
    solved.equilibrium.part_ids().find(|part| solved.part_id(*part) == id).unwrap()
}

#[test]
fn every_equation_of_every_free_body_agrees_with_the_global_solution() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut given = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let solved = solved(&std::fs::read_to_string(entry.unwrap().path()).unwrap());
        let parts: Vec<PartId> = solved.equilibrium.part_ids().collect();
        let mut bodies: Vec<Vec<PartId>> = parts.iter().map(|p| vec![*p]).collect();
        bodies.extend(parts.windows(2).map(<[PartId]>::to_vec));
        bodies.push(parts);
        let scale = solved.global.iter().flatten().fold(1.0f64, |most, v| most.max(v.abs()));
        for after in [0, 1, solved.working.steps.len()] {
            for body in &bodies {
                for choice in solved.choices(body, after) {
                    if let ([only], Some(value)) = (&choice.open[..], choice.gives) {
                        let global = solved.global[only.index()].unwrap();
                        assert!(
                            (value - global).abs() <= 1e-9 * scale,
                            "{}: {value}, {global}",
                            solved.model.title
                        );
                        given += 1;
                    }
                    // Where nothing is open, it closes.
                    if choice.open.is_empty() {
                        let rest: f64 = choice.line.terms.iter().map(|t| t.value).sum();
                        let size: f64 = choice.line.terms.iter().map(|t| t.value.abs()).sum();
                        assert!(rest.abs() <= 1e-9 * size.max(scale), "{}: {rest}", solved.model.title);
                    }
                }
            }
        }
    }
    assert!(given > 200, "{given}");
}

#[test]
fn what_is_open_on_a_free_body_is_what_crosses_its_edge() {
    let hoist = example("tub-hoist");
    let (mast, jib) = (part(&hoist, "body:mast"), part(&hoist, "body:jib"));
    let names = |parts: &[PartId], after| {
        hoist.open_on(parts, after).iter().map(|id| hoist.unknown_name(*id)).collect::<Vec<_>>().join(" ")
    };
    assert_eq!(names(&[jib], 0), "B_x B_y D-C");
    assert_eq!(names(&[mast], 0), "A_x A_y M_A B_x B_y D-C");
    // The pin and the strut are inside.
    assert_eq!(names(&[mast, jib], 0), "A_x A_y M_A");
    // The first step finds B_y.
    assert_eq!(names(&[jib], 1), "B_x D-C");
    // Moments about B at once give the strut: 4·2 + 0.5·2·1 = −S·sin 45°·2.
    let about_b = |choice: &&helvek_core::choice::Choice| {
        hoist.equation_name(&choice.line.equation) == "moments about B"
    };
    let all = hoist.choices(&[jib], 0);
    let choice = all.iter().find(about_b).unwrap();
    assert!((choice.gives.unwrap() + 9000.0 / 2.0_f64.sqrt()).abs() < 1e-9 * 9000.0);
}

#[test]
fn a_rope_that_runs_from_a_body_to_itself_is_inside_it() {
    let hoist = example("orangery-hoist");
    let all: Vec<PartId> = hoist.equilibrium.part_ids().collect();
    let names: Vec<_> = hoist.open_on(&all, 0).iter().map(|id| hoist.unknown_name(*id)).collect();
    assert_eq!(names, ["foot_x", "foot_y", "M_foot"]);
    // On the mast alone the rope pulls at the cleat.
    let mast = hoist.open_on(&[part(&hoist, "body:mast")], 0);
    assert!(mast.iter().any(|id| hoist.unknown_name(*id) == "T_hoist"));
}
