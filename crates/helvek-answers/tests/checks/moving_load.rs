//! Trains of forces: closed forms derived in the comments, and random trains against the structure solved anew with its forces put in place.

use crate::common;
use crate::common::solved;
use helvek_answers::Publisher;
use helvek_checks::Checks;
use helvek_checks::moving_load::{Extreme, Facing, Line, MovingLoadRefusal, Nudge, Passage, Stand};
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::equilibrium::ColumnId;
use helvek_statics::internal_forces::{Inner, Side};
use helvek_statics::model::{self, CutAt};
use helvek_statics::solution::{self, Solved, Statics};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

fn close(found: f64, wanted: f64) {
    assert!((found - wanted).abs() <= 1e-9 * wanted.abs().max(1.0), "{found} is not {wanted}");
}

/// A beam of 10 from a pin at A to a roller at B.
fn simple(axles: &str, more: &str) -> Solved {
    solved(&format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
moving = [{{ from = "A", to = "B", axles = [{axles}]{more} }}]
points = {{ A = [0, 0], B = [10, 0] }}
bodies = {{ beam = {{ runs = [["A", "B"]] }} }}"#
    ))
}

fn column(solved: &Statics, symbol: &str) -> ColumnId {
    solved.full.column_ids().find(|id| solved.full.column(*id).symbol.to_string() == symbol).unwrap()
}

fn most(passage: &Passage<'_>, symbol: &str) -> [Extreme; 2] {
    let id = column(passage.solved, symbol);
    passage.most(&passage.line(id).unwrap(), passage.solved.full_values()[id.index()].unwrap())
}

/// In the sheet's kN and m: where, how much, and the leading force's place.
fn peak(passage: &Passage<'_>, inner: Inner, greatest: bool) -> (f64, f64, f64) {
    let all = passage.sweep();
    let (station, value, stand) = all[0].most(passage, inner)[usize::from(greatest)];
    (station, value / 1000.0, stand.map_or(f64::NAN, |stand| stand.lead(passage.train)))
}

#[test]
fn one_force_over_a_simple_beam() {
    // A_y = 1 − x/10; M under the force x(10 − x)/10·P is largest at 5: 12·10/4 = 30; V = 12 at A.
    let solved = simple("{ size = 12 }", "");
    let passage = &Checks(&solved).passages()[0];
    let line = passage.line(column(&solved, "A_y")).unwrap();
    close(line.at(0.0, Nudge::On, 1e-9), 1.0);
    close(line.at(2.5, Nudge::Back, 1e-9), 0.75);
    close(line.at(10.0, Nudge::Back, 1e-9), 0.0);
    let [least, greatest] = most(passage, "A_y");
    close(greatest.value, 12_000.0);
    close(greatest.stand.unwrap().place, 0.0);
    assert_eq!((least.value, least.stand), (0.0, None), "away it does nothing");
    let (station, value, lead) = peak(passage, Inner::M, true);
    close(station, 5.0);
    close(value, 30.0);
    close(lead, 5.0);
    close(peak(passage, Inner::V, true).1, 12.0);
    close(peak(passage, Inner::V, false).1, -12.0);
    assert_eq!(peak(passage, Inner::M, false).1, 0.0);
    // At 4: η_M rises to 4·6/10 = 2.4, η_V falls to −0.4 and steps to +0.6.
    let section = CutAt {
        body: solved.model.body_ids().next().unwrap(),
        stretch: solved.model.trains[0].ends,
        station: 4.0,
        side: Side::Before,
    };
    let [_, v, m] = passage.section(&section).unwrap();
    close(m.at(4.0, Nudge::On, 1e-9), 2.4);
    close(v.at(4.0, Nudge::Back, 1e-9), -0.4);
    close(v.at(4.0, Nudge::On, 1e-9), 0.6);
    close(passage.most(&v, 0.0)[1].value, 7200.0);
}

#[test]
fn two_forces_are_worst_when_the_middle_halves_their_resultant_and_the_larger() {
    // 20 and 10, 3 apart: their resultant 30 is 1 from the 20. With the 20 half of that beside the middle, M = 30/10·(5 − 0.5)² = 60.75 under it.
    // The other force is then on the beam: it leads at 4.5 + 3, or it follows at 5.5 − 3 when the train is turned round.
    let solved = simple("{ size = 20 }, { size = 10, gap = 3 }", "");
    let passage = &Checks(&solved).passages()[0];
    let (station, value, lead) = peak(passage, Inner::M, true);
    close(value, 60.75);
    close(station, lead);
    assert!((station - 4.5).abs() < 1e-9 || (station - 5.5).abs() < 1e-9, "{station}");
    // The heavier over A, the other 3 further: 20 + 10·0.7. It must lead back to do so.
    let greatest = most(passage, "A_y")[1];
    close(greatest.value, 27_000.0);
    assert_eq!(greatest.stand.unwrap().facing, Facing::Back);
    // Forward only, the heavier leads away from A: it is over A with the other off the beam, 20, or the other is over A: 10 + 20·0.7 = 24.
    let forward = simple("{ size = 20 }, { size = 10, gap = 3 }", r#", heads = "forward""#);
    close(most(&Checks(&forward).passages()[0], "A_y")[1].value, 24_000.0);
}

#[test]
fn an_overhang_lifts_the_far_support() {
    // A at 0, B at 6, overhang to C at 8: A_y = 1 − x/6, −1/3 at C. 9 at C: −3. With 4 per metre down on A–B as drawn, A carries 12 of it.
    let solved = solved(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
loads = [{ kind = "distributed", from = "A", to = "B", start = 4, direction = "down" }]
moving = [{ name = "barrow", from = "A", to = "C", axles = [{ size = 9 }] }]
points = { A = [0, 0], B = [6, 0], C = [8, 0] }
bodies = { beam = { runs = [["A", "B", "C"]] } }"#,
    );
    let passage = &Checks(&solved).passages()[0];
    let [least, greatest] = most(passage, "A_y");
    close(least.value, 9000.0);
    close(least.by_train, -3000.0);
    close(greatest.value, 21_000.0);
    // M at B is −2·9 with the force at the tip, nowhere lower; at the tip of the overhang nothing.
    let (station, value, _) = peak(passage, Inner::M, false);
    close(station, 6.0);
    close(value, -18.0);
    // At mid-span 4·36/8 + 9·6/4 = 31.5; elsewhere x(6 − x)(2 + 9/6) is less.
    let (station, value, _) = peak(passage, Inner::M, true);
    close(station, 3.0);
    close(value, 31.5);
}

#[test]
fn over_a_hinge_the_line_bends_and_the_joint_steps() {
    // A wall at A, a hinge at H 4 from it, a roller at B 3 further. M_A per unit: −x up to H, then −4(7 − x)/3.
    let text = r#"supports = [{ at = "A", kind = "fixed" }, { at = "B", kind = "roller" }]
joints = [{ at = "H", kind = "pin", of = ["first", "second"] }]
moving = [{ from = "A", to = "B", axles = [{ size = 5 }, { size = 5, gap = 1 }] }]
points = { A = [0, 0], H = [4, 0], B = [7, 0] }
bodies = { first = { runs = [["A", "H"]] }, second = { runs = [["B", "H"]] } }"#;
    let solved = solved(text);
    let passage = &Checks(&solved).passages()[0];
    let line = passage.line(column(&solved, "M_A")).unwrap();
    close(line.at(2.0, Nudge::On, 1e-9), 2.0);
    close(line.at(4.0, Nudge::On, 1e-9), 4.0);
    close(line.at(5.5, Nudge::On, 1e-9), 2.0);
    // The one over H, the other 1 towards A: 5·(4 + 3) = 35 or 1 beyond: 5·(4 + 8/3) = 33.3.
    close(most(passage, "M_A")[1].value, 35_000.0);
    // The pin carries nothing of what stands on the first beam.
    let pin = passage.line(column(&solved, "H_y")).unwrap();
    close(pin.at(4.0, Nudge::Back, 1e-9), 0.0);
    close(pin.at(4.0, Nudge::On, 1e-9).abs(), 1.0);
    // The second is read from B: V and M at 1 from H are those of a simple beam of 3.
    let second = solved.model.body_ids().nth(1).unwrap();
    let [h, b] =
        ["H", "B"].map(|n| solved.model.point_ids().find(|p| solved.model.point_name(*p) == n).unwrap());
    let section = CutAt { body: second, stretch: [b, h], station: 2.0, side: Side::Before };
    let [_, v, m] = passage.section(&section).unwrap();
    close(m.at(5.0, Nudge::On, 1e-9).abs(), 2.0 / 3.0);
    close((v.at(5.0, Nudge::On, 1e-9) - v.at(5.0, Nudge::Back, 1e-9)).abs(), 1.0);
}

#[test]
fn where_effects_do_not_add_up_it_is_refused() {
    let pushing = solved(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "surface" }]
moving = [{ from = "A", to = "C", axles = [{ size = 9 }] }]
points = { A = [0, 0], B = [6, 0], C = [8, 0] }
bodies = { beam = { runs = [["A", "B", "C"]] } }"#,
    );
    assert!(
        matches!(Checks(&pushing).passages()[0].result, Err(MovingLoadRefusal::OneWay(ref list)) if list.len() == 1)
    );
    assert!(Checks(&pushing).passages()[0].sweep().is_empty());
    // A beam on two rollers is balanced under nothing, but not under a sloping force.
    let rolling = solved(
        r#"supports = [{ at = "A", kind = "roller" }, { at = "B", kind = "roller" }]
moving = [{ from = "A", to = "B", direction = [1, -1], axles = [{ size = 9 }] }]
points = { A = [0, 0], B = [6, 0] }
bodies = { beam = { runs = [["A", "B"]] } }"#,
    );
    assert!(matches!(Checks(&rolling).passages()[0].result, Err(MovingLoadRefusal::Moves(_))));
}

/// A frame with a path of two bodies: a deck A–H–C held by a column, and a second deck from the hinge, read against the path; loads as drawn and a sloping train.
struct Case {
    /// Of H, the column's place, and B.
    x: [f64; 3],
    axles: Vec<(f64, f64)>,
    push: [f64; 2],
    load: f64,
}

impl Case {
    /// The sheet; with the forces of a stand in place of the train when there is one.
    fn text(&self, stand: Option<(&[f64], f64)>) -> String {
        let [h, c, b] = self.x;
        let (mut points, mut loads) = (String::new(), String::new());
        let (mut first, mut second) = (
            vec![(0.0, "A".to_owned()), (c, "C".to_owned()), (h, "H".to_owned())],
            vec![(h, "H".to_owned()), (b, "B".to_owned())],
        );
        if let Some((places, nudge)) = stand {
            for (i, ((size, _), place)) in self.axles.iter().zip(places).enumerate() {
                let x = place + nudge;
                if x < 0.0 || x > b {
                    continue;
                }
                let name = format!("P{i}");
                let (on, run) = if x < h { ("deck", &mut first) } else { ("lid", &mut second) };
                points += &format!(", {name} = [{x:?}, 3]");
                loads += &format!(
                    r#", {{ kind = "force", at = "{name}", on = "{on}", size = {size:?}, direction = [{:?}, {:?}] }}"#,
                    self.push[0], self.push[1]
                );
                run.push((x, name));
            }
        }
        for run in [&mut first, &mut second] {
            run.sort_by(|a, b| a.0.total_cmp(&b.0));
        }
        let names = |run: &[(f64, String)]| run.iter().map(|(_, n)| format!("{n:?}")).collect::<Vec<_>>();
        let mut back = names(&second);
        back.reverse();
        let axles: Vec<_> = self
            .axles
            .iter()
            .enumerate()
            .map(|(i, (size, gap))| {
                if i == 0 {
                    format!("{{ size = {size:?} }}")
                } else {
                    format!("{{ size = {size:?}, gap = {gap:?} }}")
                }
            })
            .collect();
        format!(
            r#"supports = [{{ at = "F", kind = "fixed" }}, {{ at = "B", kind = "roller" }}]
joints = [{{ at = "H", kind = "pin", of = ["deck", "lid"] }}]
loads = [{{ kind = "force", at = "C", on = "deck", size = {load:?}, direction = "down" }}{loads}]
moving = [{{ from = "A", to = "B", direction = [{px:?}, {py:?}], axles = [{axles}] }}]
points = {{ A = [0, 3], C = [{c:?}, 3], F = [{c:?}, 0], H = [{h:?}, 3], B = [{b:?}, 3]{points} }}
bodies = {{ deck = {{ runs = [[{first}], ["C", "F"]] }}, lid = {{ runs = [[{second}]] }} }}"#,
            load = self.load,
            px = self.push[0],
            py = self.push[1],
            axles = axles.join(", "),
            first = names(&first).join(", "),
            second = back.join(", "),
        )
    }
}

/// N, V and M at a station of the stretch in a row of what is inside.
fn at(solved: &Solved, row: usize, station: f64, side: Side) -> [f64; 3] {
    let diagram = solved.inside()[row].diagram.as_ref().unwrap();
    Inner::ALL.map(|inner| diagram.at(inner, station, side))
}

fn bound(parts: &[helvek_checks::moving_load::SweptPart], station: f64) -> f64 {
    let part = parts.iter().find(|p| station <= p.end).unwrap_or(&parts[parts.len() - 1]);
    part.poly.at(station - part.start)
}

/// A little along the path, far below every distance of the example.
const LITTLE: f64 = 1e-7;

fn nudge(stand: &Stand) -> f64 {
    if stand.nudge == Nudge::On { LITTLE } else { -LITTLE }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, rng_seed: RngSeed::Fixed(19), ..ProptestConfig::default() })]

    #[test]
    fn no_stand_is_worse_and_the_worst_is_reached(
        h in 4.0..9.0f64, c in 0.5..3.5f64, span in 2.0..6.0f64, load in 0.0..8.0f64,
        axles in prop::collection::vec((1.0..9.0f64, 0.3..3.0f64), 1..5), slope in -0.5..0.5f64,
        tries in prop::collection::vec((-2.0..17.0f64, any::<bool>(), 0.05..0.95f64), 12),
    ) {
        let case = Case { x: [h, c, h + span], axles, push: [slope, -1.0], load };
        let solved = solved(&case.text(None));
        let passage = &Checks(&solved).passages()[0];
        let swept = passage.sweep();
        prop_assert_eq!(swept.len(), 3);
        let scale: f64 = 1000.0 * (load + case.axles.iter().map(|a| a.0).sum::<f64>());
        let slack = 1e-5 * scale * 20.0;
        // Any stand: nothing beyond the bounds, and the influence lines add up to what the structure says.
        for (lead, back, share) in tries {
            let facing = if back { Facing::Back } else { Facing::On };
            let stand = Stand { facing, axle: 0, place: lead, nudge: Nudge::On };
            let places = stand.places(passage.train);
            let there = common::solved(&case.text(Some((&places, 0.0))));
            for (row, swept) in swept.iter().enumerate() {
                let length = there.inside()[row].diagram.as_ref().unwrap().length();
                let station = share * length;
                let found = at(&there, row, station, Side::Before);
                let section = CutAt { body: swept.body, stretch: swept.ends, station, side: Side::Before };
                let lines = passage.section(&section).unwrap();
                let drawn = at(&solved, row, station, Side::Before);
                for inner in Inner::ALL {
                    let i = inner as usize;
                    let sum = |line: &Line| -> f64 {
                        passage.train.axles.iter().zip(&places).map(|(a, x)| a.size * line.at(*x, Nudge::On, 1e-9)).sum()
                    };
                    let total = drawn[i] + sum(&lines[i]);
                    prop_assert!((total - found[i]).abs() <= slack, "{:?} {} {}", inner, total, found[i]);
                    let [low, high] = [0, 1].map(|b| bound(&swept.bounds[i][b], station));
                    prop_assert!(found[i] >= low - slack && found[i] <= high + slack, "{:?} {} {} {}", inner, low, found[i], high);
                    // What a line says is worst is what the envelope says there.
                    let [least, greatest] = passage.most(&lines[i], drawn[i]);
                    prop_assert!((least.value - low).abs() <= slack && (greatest.value - high).abs() <= slack,
                        "{inner:?} at {station}: {low} {} {high} {}", least.value, greatest.value);
                }
            }
            for id in solved.full.column_ids() {
                let of = solved.full.column(id).symbol.to_string();
                let value = |solved: &Solved| solved.full_values()[column(solved, &of).index()].unwrap();
                let found = value(&there);
                let [least, greatest] = passage.most(&passage.line(id).unwrap(), value(&solved));
                prop_assert!(found >= least.value - slack && found <= greatest.value + slack, "{of}: {} {found} {}", least.value, greatest.value);
                // Both are reached where they are said to be.
                for most in [least, greatest] {
                    let Some(stand) = most.stand else { continue };
                    let there = common::solved(&case.text(Some((&stand.places(passage.train), nudge(&stand)))));
                    prop_assert!((value(&there) - most.value).abs() <= slack, "{of}: {} is not {}", value(&there), most.value);
                }
            }
        }
        // The largest of all are reached.
        for (row, swept) in swept.iter().enumerate() {
            for inner in Inner::ALL {
                for (station, value, stand) in swept.most(passage, inner) {
                    let Some(stand) = stand else { continue };
                    let there = common::solved(&case.text(Some((&stand.places(passage.train), nudge(&stand)))));
                    let length = there.inside()[row].diagram.as_ref().unwrap().length();
                    let near = [station - 2.0 * LITTLE, station, station + 2.0 * LITTLE];
                    let reached = near.iter().filter(|s| **s >= 0.0 && **s <= length).any(|s| {
                        [Side::Before, Side::After].iter().any(|side| (at(&there, row, *s, *side)[inner as usize] - value).abs() <= slack)
                    });
                    prop_assert!(reached, "{inner:?} {value} at {station}");
                }
            }
        }
    }
}

/// Where a path cannot be followed, it is said where and what would help.
#[test]
fn a_path_without_a_member_or_with_two_is_refused() {
    let problems = |moving: &str| {
        let text = format!(
            r#"supports = [{{ at = "A", kind = "fixed" }}, {{ at = "A", kind = "fixed", on = "twin" }}]
{moving}
points = {{ A = [0, 0], B = [4, 0], C = [6, 0], D = [5, 0], E = [3, 2] }}
bodies = {{ beam = {{ runs = [["A", "B"]] }}, twin = {{ runs = [["A", "B"]] }}, far = {{ runs = [["D", "C"]] }} }}"#
        );
        common::problems(&common::toml(&text), helvek_sheet::sheet::Syntax::Toml)
    };
    let said = |moving: &str, path: &str, words: &[&str]| {
        let all = problems(moving);
        let problem = all.iter().find(|p| p.path == path).unwrap_or_else(|| panic!("{all:?}"));
        let text = format!("{} {}", problem.message, problem.cure);
        assert!(words.iter().all(|word| text.contains(word)), "{text}");
    };
    let two = r#"moving = [{ name = "cart", from = "A", to = "B", axles = [{ size = 5 }] }]"#;
    said(two, "moving[0]", &["could run on beam or twin", "Name the one it runs on: beam"]);
    let gap = r#"moving = [{ name = "cart", from = "A", to = "C", on = "beam", axles = [{ size = 5 }] }]"#;
    said(gap, "moving[0].from", &["no member to run on, 4 m from A"]);
    let off = r#"moving = [{ name = "cart", from = "A", to = "E", axles = [{ size = 5 }] }]"#;
    said(off, "moving[0].from", &["0 m from A"]);
}

/// Just inside an end of the path the force that stands right there counts, whichever way the path runs: compared with the structure solved anew with the train
/// on it, at the ends of a beam with two overhangs, from both sides.
#[test]
fn a_force_right_at_an_end_of_its_path_is_beside_the_place_that_is_just_inside() {
    for (from, to) in [("P0", "P1"), ("P1", "P0")] {
        let solved = solved(&format!(
            r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
moving = [{{ from = "{from}", to = "{to}", direction = [0.3, -1], axles = [{{ size = 6 }}, {{ size = 4, gap = 1.5 }}] }}]
points = {{ P0 = [0, 0], A = [2, 0], B = [5, 0], P1 = [9, 0] }}
bodies = {{ beam = {{ runs = [["P0", "A", "B", "P1"]] }} }}"#
        ));
        let passage = &Checks(&solved).passages()[0];
        let body = solved.model.body_ids().next().unwrap();
        let stretch = [solved.inside()[0].from, solved.inside()[0].to];
        for (station, side) in [(0.0, Side::After), (9.0, Side::Before)] {
            let section = CutAt { body, stretch, station, side };
            let lines = passage.section(&section).unwrap();
            // Every place at which some force of the train is right at an end, at a support or anywhere else that a coarse row of places meets.
            let mut most = [[0.0f64; 2]; 3];
            for facing in [Facing::On, Facing::Back] {
                for step in -4..=44 {
                    let there = helvek_statics::solution::solve(
                        solved.model.under(passage.placed(0.25 * f64::from(step), facing)),
                    );
                    for (most, value) in most.iter_mut().zip(at(&there, 0, station, side)) {
                        *most = [most[0].min(value), most[1].max(value)];
                    }
                }
            }
            for (inner, line) in Inner::ALL.into_iter().zip(&lines) {
                let [least, greatest] = passage.most(line, 0.0);
                close(least.value, most[inner as usize][0]);
                close(greatest.value, most[inner as usize][1]);
            }
            // Only the heavier can be right at the tip: 6 across it, one way or the other.
            let [_, v, _] = &lines;
            let largest = passage.most(v, 0.0).map(|most| most.value.abs());
            close(largest[0].max(largest[1]), 6e3 / 1.09f64.sqrt());
        }
    }
}

#[test]
fn what_is_nothing_on_an_influence_line_is_exactly_nothing() {
    // An overhang behind a span of odd length: M over B owes nothing to a force between the supports.
    let solved = solved(
        r#"supports = [{ at = "A", kind = "pin" }, { at = "B", kind = "roller" }]
moving = [{ from = "A", to = "C", axles = [{ size = 3 }] }]
points = { A = [0, 0], B = [4.7, 0], C = [6.1, 0] }
bodies = { beam = { runs = [["A", "B", "C"]] } }"#,
    );
    let passage = &Checks(&solved).passages()[0];
    let body = solved.model.body_ids().next().unwrap();
    let section = CutAt { body, stretch: solved.model.trains[0].ends, station: 4.7, side: Side::Before };
    let [n, _, m] = passage.section(&section).unwrap();
    assert!(n.pieces.iter().all(|piece| piece.first == 0.0 && piece.last == 0.0));
    assert_eq!((m.pieces[0].first, m.pieces[0].last, m.pieces[1].first), (0.0, 0.0, 0.0));
    close(m.pieces[1].last, -1.4);
}

#[test]
fn each_extreme_is_what_is_drawn_and_each_force_times_its_ordinate() {
    let mut compared = 0;
    let two = "{ size = 6 }, { size = 9, gap = 2.4 }, { size = 2, gap = 1.1 }";
    let trolley =
        std::fs::read_to_string(format!("{}/../../examples/fern-trolley.toml", env!("CARGO_MANIFEST_DIR")));
    let trolley = model::build(&sheet::read(&trolley.unwrap(), Syntax::Toml)).model;
    for solved in [simple(two, ""), solution::solve(trolley)] {
        let forces: Vec<Vec<f64>> = solved
            .model
            .trains
            .iter()
            .map(|train| train.axles.iter().map(|axle| solved.model.units.force.from_si(axle.size)).collect())
            .collect();
        for (moving, sizes) in Publisher(&solved).moving_answers().iter().zip(&forces) {
            for force in moving.forces.iter().chain(&moving.internal) {
                for most in [&force.least, &force.greatest] {
                    let train: f64 = sizes.iter().zip(&most.ordinates).map(|(p, by)| p * by).sum();
                    close(force.drawn + train, most.value);
                    assert_eq!(most.ordinates.is_empty(), most.stand.is_none());
                    compared += usize::from(train != 0.0);
                }
            }
        }
    }
    assert!(compared > 10, "{compared}");
}
