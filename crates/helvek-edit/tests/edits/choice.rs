//! Equations of one's own choice: whatever any of them gives must be what the whole structure is solved to.

use helvek_answers as answers;
use helvek_edit::edit::{Edit, apply};
use helvek_sheet::id::Kind;
use helvek_sheet::sheet::{self, Document, Pick, PickedEquation, PickedSum, Sheet, Syntax};
use helvek_statics::equilibrium::PartId;
use helvek_statics::model;
use helvek_statics::solution::{self, Solved};

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
    // The first three steps find the reactions of the whole, the fourth B_y.
    assert_eq!((names(&[jib], 3), names(&[jib], 4)), ("B_x B_y D-C".into(), "B_x D-C".into()));
    // Moments about B at once give the strut: 4·2 + 0.5·2·1 = −S·sin 45°·2.
    let about_b = |choice: &&helvek_statics::choice::ChosenEquation| {
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

fn edited(sheet: &Sheet, json: &str) -> Result<Sheet, String> {
    let edit: Edit = serde_json::from_str(json).unwrap();
    apply(&Document::from(sheet.clone()), &edit).map_err(|p| format!("{} {}", p[0].message, p[0].cure))
}

fn sheet_of(name: &str) -> Sheet {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml).sheet
}

fn again(sheet: &Sheet) -> Solved {
    let built = model::build(&Document::from(sheet.clone()));
    assert_eq!(built.problems, []);
    solution::solve(built.model)
}

/// Whatever helps on any free body, at any stage, can be written next: the steps before it stay, the answers too.
#[test]
fn an_equation_of_ones_own_is_written_next_and_what_was_done_stays() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut names: Vec<_> = std::fs::read_dir(folder).unwrap().map(|entry| entry.unwrap().path()).collect();
    names.sort();
    let mut written = 0;
    for path in names {
        let sheet = sheet_of(path.file_stem().unwrap().to_str().unwrap());
        let solved = again(&sheet);
        let parts: Vec<PartId> = solved.equilibrium.part_ids().collect();
        let mut bodies: Vec<Vec<PartId>> = parts.iter().take(4).map(|p| vec![*p]).collect();
        bodies.extend(parts.windows(2).take(2).map(<[PartId]>::to_vec));
        for after in [0, 2].into_iter().filter(|after| *after <= solved.working.steps.len()) {
            for body in &bodies {
                for choice in solved.choices(body, after) {
                    let ([only], Some(value)) = (&choice.open[..], choice.gives) else { continue };
                    let free = body.iter().map(|part| solved.part_id(*part)).collect();
                    let sum = solved.summed(&choice.line.equation).unwrap();
                    let edit = Edit::Equation { picked: PickedEquation { free, sum }, after };
                    let sheet = apply(&Document::from(sheet.clone()), &edit).unwrap();
                    let now = again(&sheet);
                    let said = format!("{}, after {after}: {edit:?}", path.display());
                    // Steps of one equation that a sheet can name stay as they are.
                    let exact = solved.working.steps.iter().take(after).all(|step| {
                        step.lines.len() == 1 && solved.summed(&step.lines[0].equation).is_some()
                    });
                    if exact {
                        assert_eq!(now.working.steps[..after], solved.working.steps[..after], "{said}");
                        let step = &now.working.steps[after];
                        assert_eq!(step.lines[0].free_body.parts, *body, "{said}");
                        assert_eq!(
                            now.summed(&step.lines[0].equation),
                            solved.summed(&choice.line.equation),
                            "{said}"
                        );
                        let (id, found) = step.results().next().unwrap();
                        assert_eq!(id, *only, "{said}");
                        assert!((found - value).abs() <= 1e-9 * value.abs().max(1.0), "{said}");
                    }
                    assert!(answers::answers(&now).checks.iter().all(|check| check.ok), "{said}");
                    assert_eq!(
                        answers::answers(&now).reactions.len(),
                        answers::answers(&solved).reactions.len()
                    );
                    assert_eq!(now.working.unreached, solved.working.unreached, "{said}");
                    written += 1;
                }
            }
        }
    }
    assert!(written > 100, "{written}");
}

#[test]
fn an_equation_that_gives_nothing_is_refused_with_its_unknowns() {
    let hoist = sheet_of("tub-hoist");
    let refused = |json| edited(&hoist, json).unwrap_err();
    let all = refused(r#"{"edit":"equation","picked":{"free":["body:jib"],"along":"x"},"after":0}"#);
    assert!(all.contains("2 unknowns, B_x, D-C"), "{all}");
    let none = refused(r#"{"edit":"equation","picked":{"free":["body:nobody"],"along":"x"},"after":0}"#);
    assert!(none.contains("no such equation"), "{none}");
}

#[test]
fn what_was_chosen_by_names_follows_them_and_is_forgotten_with_them() {
    let hoist = sheet_of("tub-hoist");
    let mut sheet =
        edited(&hoist, r#"{"edit":"equation","picked":{"free":["body:jib"],"about":"B"},"after":0}"#)
            .unwrap();
    sheet.conventions.apart.moved.insert("body:jib+body:mast".into(), [0.5, -0.25]);
    sheet.conventions.apart.together = vec![vec![Kind::Body.id("jib"), Kind::Body.id("mast")]];
    // Read back from JSON as it was.
    let text = serde_json::to_string(&sheet).unwrap();
    assert_eq!(sheet::read(&text, Syntax::Json).sheet, sheet);

    let renamed = edited(&sheet, r#"{"edit":"body","name":"jib","rename":"boom"}"#).unwrap();
    let renamed = edited(&renamed, r#"{"edit":"point","name":"B","rename":"Q"}"#).unwrap();
    let picked = PickedEquation { free: vec![Kind::Body.id("boom")], sum: PickedSum::About("Q".into()) };
    assert_eq!(renamed.conventions.order, [Pick::Equation(picked)]);
    assert_eq!(renamed.conventions.apart.moved["body:boom+body:mast"], [0.5, -0.25]);
    assert_eq!(
        renamed.conventions.apart.together,
        [["boom", "mast"].map(|body| Kind::Body.id(body)).to_vec()]
    );
    let feet = edited(&renamed, r#"{"edit":"units","length":"mm","force":"N"}"#).unwrap();
    assert_eq!(feet.conventions.apart.moved["body:boom+body:mast"], [500.0, -250.0]);

    let gone = edited(&renamed, r#"{"edit":"remove","ids":["body:boom"]}"#).unwrap();
    assert!(gone.conventions.order.is_empty(), "{:?}", gone.conventions);
    assert_eq!(gone.conventions.apart, sheet::Apart::default());
}

#[test]
fn a_chosen_equation_is_told_what_is_wrong_with_it() {
    let text =
        std::fs::read_to_string(format!("{}/../../examples/tub-hoist.toml", env!("CARGO_MANIFEST_DIR")))
            .unwrap();
    let with = |line: &str| {
        let (before, after) = text.split_once("[conventions]\n").unwrap_or((&text, ""));
        let text = format!("{before}\n[conventions]\n{line}\n{after}");
        let built = model::build(&sheet::read(&text, Syntax::Toml));
        built
            .problems
            .iter()
            .map(|p| format!("{}: {} {}", p.path, p.message, p.cure))
            .collect::<Vec<_>>()
            .join("; ")
    };
    let said = with(r#"order = [{ free = ["body:jig"], about = "B" }]"#);
    assert!(said.contains("conventions.order[0].free: There is no part \"body:jig\""), "{said}");
    let said = with(r#"order = [{ free = ["body:jib"], about = "B", along = "x" }]"#);
    assert!(said.contains("either moments about a point or forces along an axis"), "{said}");
    let said = with(r#"order = [{ free = ["body:jib"], along = "z" }]"#);
    assert!(said.contains("along: There are no forces along z in the plane."), "{said}");
    let said = with(r#"apart = { moved = { "body:jib" = [1] } }"#);
    assert!(said.contains("A piece is moved by two distances. Write [x, y]."), "{said}");
    assert_eq!(
        with(r#"apart = { moved = { "body:gone" = [1, 2] }, together = [["body:jib", "body:mast"]] }"#),
        ""
    );
}
