//! The order of the work as someone chooses it: joints picked next, sections drawn.

use helvek_answers as answers;
use helvek_edit::edit::{Edit, apply};
use helvek_sheet::id::Kind;
use helvek_sheet::sheet::{Document, FORMAT, Pick, Sheet};
use helvek_statics::equilibrium::{PartId, PartOf};
use helvek_statics::model;
use helvek_statics::next;
use helvek_statics::solution::{Solved, solve};
use helvek_statics::working::Turn;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn edit(sheet: &Sheet, edit: Edit) -> Result<Sheet, String> {
    apply(&Document::from(sheet.clone()), &edit).map_err(|problems| {
        problems.iter().map(|p| format!("{}: {} {}", p.path, p.message, p.cure)).collect()
    })
}

fn draw(edits: &[&str]) -> Sheet {
    let empty = Sheet { format: FORMAT.into(), ..Sheet::default() };
    edits.iter().fold(empty, |sheet, json| edit(&sheet, serde_json::from_str(json).unwrap()).unwrap())
}

fn solved(sheet: &Sheet) -> Solved {
    let built = model::build(&Document::from(sheet.clone()));
    assert_eq!(built.problems, []);
    solve(built.model)
}

/// Bottom A B C D E at 0, 2, 4, 6, 8, top F to J above them, 2 high; diagonals fall towards the middle.
fn bridge() -> Sheet {
    draw(&[
        r#"{"edit":"truss","span":"8","rise":"2"}"#,
        r#"{"edit":"force","size":"6","place":"C"}"#,
        r#"{"edit":"force","size":"4","place":"G","direction":"right"}"#,
    ])
}

fn pick(sheet: &Sheet, at: &str, after: usize) -> Result<Sheet, String> {
    edit(sheet, Edit::Pick { at: at.into(), after })
}

fn section(sheet: &Sheet, bars: &str) -> Result<Sheet, String> {
    edit(sheet, Edit::Section { bars: bars.into(), after: None })
}

fn joint_of(solved: &Solved, ready: &next::Ready) -> String {
    match solved.equilibrium.parts[ready.joint.index()].of {
        PartOf::Pin(pin) => solved.model.point_name(solved.model.pins[pin.index()].at).to_owned(),
        _ => unreachable!(),
    }
}

#[test]
fn a_joint_with_three_unknowns_is_refused_with_its_reason() {
    let refused = pick(&bridge(), "G", 0).unwrap_err();
    assert!(refused.contains("Joint G cannot be next: 4 unknowns, F-G, G-H, B-G, G-C"), "{refused}");
    let refused = pick(&bridge(), "C", 0).unwrap_err();
    assert!(refused.contains("5 unknowns"), "{refused}");
    // At F only F-A and F-G and the diagonal F-B; J the same. At no joint but the unloaded ones is there a start, so reactions come first.
    let refused = pick(&bridge(), "K", 0).unwrap_err();
    assert!(refused.contains("K is not a joint"), "{refused}");
}

#[test]
fn what_is_picked_is_worked_next_and_what_was_done_stays() {
    let mut sheet = bridge();
    sheet.conventions.reactions = Some(helvek_sheet::sheet::Reactions::Always);
    let plain = solved(&sheet);
    // Once the whole has given the reactions, from the right: E.
    let named = |s: &Solved| -> Vec<(String, usize)> {
        s.working
            .turns()
            .into_iter()
            .map(|t| (s.free_body_name(&helvek_statics::plan::FreeBody { parts: t.parts }), t.last + 1))
            .collect()
    };
    let turns = named(&plain);
    let whole = turns.iter().rposition(|(name, _)| name == "the whole").unwrap();
    let first = pick(&sheet, "E", turns[whole].1).unwrap();
    assert_eq!(first.conventions.order.len(), whole + 2);
    assert_eq!(first.conventions.order[whole..], [Pick::One("whole".into()), Pick::One("E".into())]);
    let now = solved(&first);
    assert_eq!(named(&now)[..=whole], turns[..=whole]);
    assert_eq!(named(&now)[whole + 1].0, "joint E");
    assert!(answers::answers(&now).checks.iter().all(|c| c.ok));
    for (name, bar) in answers::answers(&plain).bars {
        let other = answers::answers(&now).bars[&name].force.unwrap();
        assert!((bar.force.unwrap() - other).abs() < 1e-9, "{name}");
    }
    let back = edit(&first, Edit::Unpick).unwrap();
    assert_eq!(back, sheet);
}

#[test]
fn two_unknowns_in_one_line_are_told_from_two_that_are_not() {
    // A chain of bars hung in line: between B and the ends two unknowns in one line, both unknown.
    let sheet = draw(&[
        r#"{"edit":"bars","through":"0;0 2;0 4;0 2;3 0;0, B D"}"#,
        r#"{"edit":"support","kind":"pin","place":"A"}"#,
        r#"{"edit":"support","kind":"roller","place":"C"}"#,
        r#"{"edit":"force","size":"6","place":"D","direction":"right"}"#,
    ]);
    // B: A-B and B-C in line, B-D across: it yields B-D at once.
    let now = solved(&sheet);
    let start = now.readiness().into_iter().find(|r| joint_of(&now, r) == "B" && r.after == 0).unwrap();
    assert!(now.readiness_words(&start).contains("can be next for B-D"), "{}", now.readiness_words(&start));
    assert!(pick(&sheet, "B", 0).is_ok());
    // Once B-D is known, the two that are left are in one line.
    let picked = pick(&sheet, "B", 0).unwrap();
    let refused = pick(&picked, "B", 1).unwrap_err();
    assert!(refused.contains("A-B, B-C are in one line"), "{refused}");
}

#[test]
fn a_section_is_worked_as_one_free_body_with_one_unknown_each() {
    let sheet = section(&bridge(), "B-C G-C G-H").unwrap();
    let now = solved(&sheet);
    let by_section: Vec<String> = now
        .working
        .steps
        .iter()
        .filter(|step| step.lines[0].free_body.parts.len() > 1)
        .filter(|step| step.lines[0].free_body.parts.len() < now.equilibrium.parts.len())
        .flat_map(|step| step.unknowns.iter().map(|id| now.unknown_name(*id)))
        .collect();
    assert_eq!(by_section.len(), 3, "{by_section:?}");
    // Left of the cut: A carries 6/2 − 4·2/8 = 2 up and 4 to the left. Moments about G: −2·2 − 4·2 + N_BC·2 = 0.
    let bars = answers::answers(&now).bars;
    assert!((bars["B-C"].force.unwrap() - 6.0).abs() < 1e-9, "{bars:?}");
    // The diagonal takes what is left across: 2 − N·(1/√2) = 0.
    assert!((bars["G-C"].force.unwrap() - 2.0 * 2f64.sqrt()).abs() < 1e-9);
}

#[test]
fn a_cut_that_does_not_part_or_cuts_too_much_is_refused() {
    let refused = section(&bridge(), "B-C G-C").unwrap_err();
    assert!(refused.contains("does not part the structure"), "{refused}");
    let refused = section(&bridge(), "B-C G-X").unwrap_err();
    assert!(refused.starts_with("bars: There is no bar \"G-X\""), "{refused}");
    // Round joint G: four unknowns, not all but one through a point.
    let refused = section(&bridge(), "F-G G-H B-G G-C").unwrap_err();
    assert!(refused.contains("give none of"), "{refused}");
}

#[test]
fn what_was_chosen_is_forgotten_with_what_it_named() {
    let sheet = section(&bridge(), "B-C G-C G-H").unwrap();
    let renamed =
        edit(&sheet, serde_json::from_str(r#"{"edit":"point","name":"G","rename":"Q"}"#).unwrap()).unwrap();
    assert_eq!(renamed.conventions.order, [Pick::Section(["B-C", "Q-C", "Q-H"].map(String::from).to_vec())]);
    let gone = edit(&renamed, Edit::Remove { ids: vec![Kind::Bar.id("Q-H")] }).unwrap();
    assert_eq!(gone.conventions.order, []);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 4, rng_seed: RngSeed::Fixed(5), ..ProptestConfig::default() })]

    /// Whoever always picks a joint that is said to be ready comes through, to the same forces; and one that is said not to be is refused.
    #[test]
    fn ready_joints_lead_through(choices in proptest::collection::vec(0usize..50, 12), outline in 0usize..3) {
        let outline = ["level", "peak", "lean-to"][outline];
        let mut sheet = draw(&[
            &format!(r#"{{"edit":"truss","span":"8","rise":"2.5","outline":"{outline}"}}"#),
            r#"{"edit":"force","size":"5","place":"C","direction":"260"}"#,
        ]);
        let plain = answers::answers(&solved(&sheet)).bars;
        let mut after = 0;
        for choice in choices {
            let now = solved(&sheet);
            let mut at: indexmap::IndexMap<String, next::Ready> = indexmap::IndexMap::new();
            for ready in now.readiness().into_iter().filter(|r| r.after <= after) {
                at.insert(joint_of(&now, &ready), ready);
            }
            let (ready, not): (Vec<_>, Vec<_>) = at.iter().partition(|(_, r)| r.yields.can());
            if let Some((name, _)) = not.first() {
                prop_assert!(pick(&sheet, name, after).is_err());
            }
            let Some((name, _)) = ready.get(choice % ready.len().max(1)) else { break };
            sheet = pick(&sheet, name, after).unwrap();
            let worked = solved(&sheet);
            let turns = worked.working.turns();
            // What is seen at sight may stand together with what was seen just before.
            let alone = |parts: &[PartId]| parts.len() == 1 && worked.part(parts[0]) == format!("joint {name}");
            let of = |t: &&Turn| worked.working.steps[t.first].lines.iter().any(|line| alone(&line.free_body.parts));
            let turn = turns.iter().filter(|t| t.last + 1 >= after).find(of);
            prop_assert!(turn.is_some(), "{name} after {after}");
            after = turn.map_or(after, |t| t.last + 1);
        }
        let now = answers::answers(&solved(&sheet));
        prop_assert!(now.checks.iter().all(|c| c.ok));
        for (name, bar) in plain {
            prop_assert!((bar.force.unwrap() - now.bars[&name].force.unwrap()).abs() < 1e-9);
        }
    }
}
