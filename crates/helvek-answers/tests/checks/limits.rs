//! How far loads may grow: closed forms, and a search that tries factors one by one.

use crate::common;
use crate::common::{answers, assert_near};
use helvek_answers::{Answers, LimitAnswer};
use helvek_checks::strength_check::CheckSort;
use proptest::prelude::*;
use proptest::test_runner::RngSeed;

/// A bracket: the tie B-C from (4, 0) to (0, 3) is 5 long and carries F·5/3, the strut A-B carries −F·4/3.
fn bracket(rest: &str) -> String {
    format!(
        r#"bars = [["A", "B"], ["B", "C"]]
supports = [{{ at = "A", kind = "pin" }}, {{ at = "C", kind = "pin" }}]
{rest}
[points]
A = [0, 0]
B = [4, 0]
C = [0, 3]
"#
    )
}

fn only(found: &Answers) -> &LimitAnswer {
    let [limit] = &found.limits[..] else { panic!("{:?}", found.limits) };
    limit
}

#[test]
fn both_limits_are_looked_at_and_the_one_that_governs_is_named() {
    // Tie 20 at F·5/3: F = 12. Strut 12 at F·4/3: F = 9, which governs. The other way the tie is pushed (12·3/5 = 7.2) and the strut pulled
    // (20·3/4 = 15): from −7.2.
    let found = answers(&bracket(
        r#"loads = [{ name = "F", kind = "force", at = "B", size = 3, direction = "down" }]
limits = [{ tension = 20, compression = 12 }]
find = [{ what = "limit", load = "F" }]"#,
    ));
    let limit = only(&found);
    assert!(limit.possible && limit.holds);
    assert_near(limit.to.unwrap(), 3.0);
    assert_near(limit.greatest.unwrap(), 9.0);
    assert_near(limit.least.unwrap(), -7.2);
    let governs = limit.governs_to.as_ref().unwrap();
    assert_eq!((governs.part.as_str(), governs.by), ("A-B", CheckSort::Compression));
    let other = limit.governs_from.as_ref().unwrap();
    assert_eq!((other.part.as_str(), other.by), ("B-C", CheckSort::Compression));
    assert_near(found.bars["A-B"].utilisation.unwrap(), 4.0 / 12.0);
    assert_near(found.bars["B-C"].utilisation.unwrap(), 5.0 / 20.0);
    assert_near(limit.bars["B-C"].factors[1].unwrap(), 4.0);
}

#[test]
fn permanent_loads_stay_as_they_are() {
    // 3 permanent: tie 5, strut −4. Variable 2: tie 10/3, strut −8/3 each. Strut: 4 + f·8/3 = 12 at f = 3; tie: 5 + f·10/3 = 20 at 4.5.
    // Below: the strut is pulled by 20 at f = −9, the tie pushed by 12 at −5.1, which ends it.
    let found = answers(&bracket(
        r#"loads = [{ kind = "force", at = "B", size = 3, direction = "down", case = "permanent" },
  { kind = "force", at = "B", size = 2, direction = "down", case = "snow" }]
limits = [{ tension = 20, compression = 12 }]"#,
    ));
    let limit = only(&found);
    assert_eq!((limit.of.as_str(), limit.greatest), ("variable loads", None));
    assert_near(limit.to.unwrap(), 3.0);
    assert_near(limit.from.unwrap(), -5.1);
}

#[test]
fn what_the_permanent_loads_alone_break_no_factor_mends() {
    let found = answers(&bracket(
        r#"loads = [{ kind = "force", at = "B", size = 12, direction = "down", case = "permanent" },
  { kind = "force", at = "B", size = 2, direction = { toward = "A" }, case = "pull" }]
limits = [{ of = ["B-C"], tension = 15 }]"#,
    ));
    // The tie carries 20 whatever is pulled along the strut.
    let limit = only(&found);
    assert!(!limit.possible && !limit.holds);
    assert_eq!((limit.from, limit.to), (None, None));
    assert_eq!(limit.governs_to.as_ref().unwrap().part, "B-C");
    assert_eq!(limit.unchecked, ["A-B"]);
}

#[test]
fn a_sought_load_is_answered_by_its_multiple() {
    let found = answers(&bracket(
        r#"loads = [{ kind = "force", at = "B", size = "?P", direction = "down" }]
limits = [{ tension = 20, compression = 12 }]
find = [{ what = "limit", load = "P" }, { what = "bar", bar = "B-C" }]"#,
    ));
    assert_eq!(found.units.force, "P");
    assert_near(found.bars["B-C"].force.unwrap(), 5.0 / 3.0);
    let limit = only(&found);
    assert_eq!((limit.of.as_str(), limit.unit.as_deref()), ("P", Some("kN")));
    assert_near(limit.greatest.unwrap(), 9.0);
    // With something else there it is no multiple any more, and counts as one unit while it is worked.
    let mixed = answers(&bracket(
        r#"loads = [{ kind = "force", at = "B", size = "?P", direction = "down" },
  { kind = "force", at = "B", size = 3, direction = "down", case = "permanent" }]
limits = [{ tension = 20, compression = 12 }]
find = [{ what = "limit", load = "P" }]"#,
    ));
    assert_eq!(mixed.units.force, "kN");
    assert_near(only(&mixed).greatest.unwrap(), 6.0);
}

#[test]
fn a_cable_that_goes_slack_ends_the_interval() {
    // The tie is a cable: it goes slack as soon as the load lifts.
    let text = bracket(
        r#"loads = [{ name = "F", kind = "force", at = "B", size = 3, direction = "down" }]
limits = [{ tension = 20, compression = 12 }]
find = [{ what = "limit", load = "F" }]"#,
    )
    .replace(r#"["B", "C"]"#, r#"{ ends = ["B", "C"], kind = "cable" }"#);
    let found = answers(&text);
    let limit = only(&found);
    assert_near(limit.from.unwrap(), 0.0);
    let governs = limit.governs_from.as_ref().unwrap();
    assert_eq!((governs.part.as_str(), governs.by), ("B-C", CheckSort::LetsGo));
    assert_near(limit.to.unwrap(), 3.0);
}

#[test]
fn own_weight_goes_to_the_joints_by_halves() {
    // A-B 4 m, B-C 5 m at 0.2 kN/m: B takes 0.4 + 0.5, and the tie carries 0.9·5/3.
    let found = answers(&bracket(r#"loads = [{ kind = "own", size = 0.2 }]"#));
    assert_near(found.bars["B-C"].force.unwrap(), 1.5);
    // A takes half of A-B, besides what the bars bring: A carries 0.4 up and 1.2 to the right.
    assert_near(found.reactions[0].force[1].unwrap(), 0.4);
    let by_mass = answers(&bracket(r#"loads = [{ kind = "own", mass = "10 kg/m", bars = ["A-B"] }]"#));
    assert_near(by_mass.bars["B-C"].force.unwrap(), 10.0 * 9.81e-3 * 2.0 * 5.0 / 3.0);
    assert!(found.checks.iter().all(|c| c.ok));
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, rng_seed: RngSeed::Fixed(8), failure_persistence: None, ..ProptestConfig::default() })]

    /// Independent of the straight lines: the loads are multiplied, the truss is solved anew, and every bar is compared with its limits.
    #[test]
    fn within_the_interval_every_bar_holds_and_beyond_it_one_fails(
        permanent in -4.0f64..4.0, snow in 1.0f64..9.0, lean in 200.0f64..340.0, tension in 4.0f64..30.0, compression in 4.0f64..30.0,
    ) {
        let truss = |factor: f64| format!(
            r#"bars = [["A","B"],["B","C"],["C","D"],["A","E"],["E","F"],["F","D"],["B","E"],["E","C"],["C","F"]]
supports = [{{ at = "A", kind = "pin" }}, {{ at = "D", kind = "roller" }}]
loads = [{{ kind = "force", at = "B", size = {permanent}, direction = "down", case = "permanent" }},
  {{ kind = "force", at = "F", size = {}, direction = {lean}, case = "snow" }},
  {{ kind = "force", at = "E", size = {}, direction = "down", case = "snow" }}]
limits = [{{ tension = {tension}, compression = {compression} }}, {{ of = ["C-F"], tension = 2 }}]
find = [{{ what = "limit" }}]
[points]
A = [0, 0]
B = [2, 0.2]
C = [4.5, 0]
D = [6, 0]
E = [2, 1.5]
F = [4, 1.8]
"#, snow * factor, 2.0 * factor);
        let found = answers(&truss(1.0));
        let limit = only(&found).clone();
        let worst = |factor: f64| {
            let bars = answers(&truss(factor)).bars;
            let over = bars.iter().map(|(name, bar)| {
                let (t, c) = if name == "C-F" { (2.0, f64::INFINITY) } else { (tension, compression) };
                let force = bar.force.unwrap();
                if force > 0.0 { force / t } else { -force / c }
            });
            over.fold(0.0, f64::max)
        };
        prop_assert_eq!(limit.holds, worst(1.0) <= 1.0);
        if let (Some(from), Some(to)) = (limit.from, limit.to) {
            prop_assert!(worst(from + (to - from) * 0.37) < 1.0);
            prop_assert!((worst(to) - 1.0).abs() < 1e-8, "{}", worst(to));
            prop_assert!((worst(from) - 1.0).abs() < 1e-8, "{}", worst(from));
            prop_assert!(worst(to + 0.01 * (to - from)) > 1.0 && worst(from - 0.01 * (to - from)) > 1.0);
        } else {
            prop_assert!(!limit.possible);
            prop_assert!((-40..40).all(|i| worst(f64::from(i) / 8.0) > 1.0));
        }
    }
}

/// A beam of 6 under 2 per metre, which may press on its roller with 10: 6 as drawn, 9 and 4.5 in the combinations.
fn pressed(factor: f64) -> String {
    format!(
        r#"supports = [{{ at = "A", kind = "pin" }}, {{ at = "B", kind = "roller" }}]
loads = [{{ kind = "distributed", from = "A", to = "B", start = 2, direction = "down", case = "crowd" }}]
cases = ["crowd"]
combinations = [{{ name = "light", factors = {{ crowd = 0.75 }} }}, {{ name = "heavy", factors = {{ crowd = {factor} }} }}]
limits = [{{ reaction = 10, of = ["B"] }}]
find = [{{ what = "limit" }}, {{ what = "reactions" }}]
points = {{ A = [0, 0], B = [6, 0] }}
bodies = {{ beam = {{ runs = [["A", "B"]] }} }}"#
    )
}

#[test]
fn loads_grow_until_the_worst_combination_is_at_its_limit() {
    let found = common::answers(&pressed(1.5));
    let limit = &found.limits[0];
    assert_near(limit.to.unwrap(), 10.0 / 9.0);
    assert!(limit.holds);
    let governs = limit.governs_to.as_ref().unwrap();
    assert_eq!(
        (governs.part.as_str(), governs.by, governs.under.as_deref()),
        ("B", CheckSort::Reaction, Some("heavy"))
    );
    let judged = found.judgement.as_ref().unwrap();
    assert_near(judged.factors[1].unwrap(), 10.0 / 9.0);
    assert_eq!(judged.ends[1].as_deref(), Some("B reaction, under heavy"));
    // Beyond its limit in one of them: not met, and the loads have to come down.
    let found = common::answers(&pressed(2.0));
    assert!(!found.judgement.as_ref().unwrap().meets && !found.limits[0].holds);
    assert_near(found.limits[0].to.unwrap(), 10.0 / 12.0);
    // Where the loads as drawn are the worst, no combination is named.
    let found = common::answers(&pressed(0.5));
    assert_near(found.limits[0].to.unwrap(), 10.0 / 6.0);
    assert_eq!(found.limits[0].governs_to.as_ref().unwrap().under, None);
}

#[test]
fn of_a_sought_load_only_its_size_is_said() {
    let text = pressed(1.5)
        .replace("start = 2", "start = 0.2")
        .replace("}]\ncases", "}, { kind = \"force\", at = \"M\", size = \"?P\", direction = \"down\", case = \"crowd\" }]\ncases")
        .replace("{ what = \"limit\" }, { what = \"reactions\" }", "{ what = \"limit\", load = \"P\" }")
        .replace("B = [6, 0]", "M = [3, 0], B = [6, 0]")
        .replace("[\"A\", \"B\"]] }", "[\"A\", \"M\", \"B\"]] }");
    let found = common::answers(&text);
    assert!(found.judgement.is_none(), "{:?}", found.judgement);
    // In the heavy combination 1.5 (0.6 + P/2) = 10.
    assert_near(found.limits[0].greatest.unwrap(), 2.0 * (10.0 / 1.5 - 0.6));
}
