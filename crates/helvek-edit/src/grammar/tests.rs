//! Texts of slots, and the trees they are read as.

use super::direction::{Way, way};
use super::joint::{Joint, Origin, Step as JointStep, ends, joint, row};
use super::list::{PlateText, Term, names, placed, plate, sum};
use super::place::{By, Names, Place, Step, by, place, shift};
use super::rope::{Stop, stop};

const POINTS: &[&str] = &["A", "A1", "A-1", "north post", "C"];

#[test]
fn a_place_begins_with_the_longest_name_that_fits() {
    let all = Names { points: POINTS, bodies: &["jib", "jib 2", "plate"], lines: &["jib", "jib 2"] };
    let read = |text| place(text, &all).unwrap();
    let step = |sign, size, way| Step { sign, by: By { size, way } };
    assert_eq!(read("2.5"), Place::Along(None, "2.5"));
    assert_eq!(read("jib 2.5"), Place::Along(Some("jib"), "2.5"));
    assert_eq!(read("jib 2 2.5 m"), Place::Along(Some("jib 2"), "2.5 m"));
    assert_eq!(read("plate 3"), Place::Along(None, "plate 3"), "one cannot measure along it");
    assert_eq!(read(" 1.2 ; -0.8"), Place::At(None, vec!["1.2", "-0.8"]));
    assert_eq!(read("plate 1;2;3"), Place::At(Some("plate"), vec!["1", "2", "3"]));
    assert_eq!(read("A-1"), Place::From("A-1", vec![]));
    assert_eq!(read("A -1"), Place::From("A", vec![step(-1.0, "1", None)]));
    assert_eq!(read("A1+0.5"), Place::From("A1", vec![step(1.0, "0.5", None)]));
    let both = vec![step(1.0, "1", Some("right")), step(-1.0, "20 cm", Some("up"))];
    assert_eq!(read("north post + 1 right − 20 cm up"), Place::From("north post", both));
    assert_eq!(read("C + -0.5 down"), Place::From("C", vec![step(1.0, "-0.5", Some("down"))]));
    assert_eq!(read("north"), Place::Along(None, "north"), "no name, and no distance either");
}

#[test]
fn a_shift_is_a_size_with_a_way_or_components() {
    assert_eq!(by("0.5up"), By { size: "0.5", way: Some("up") });
    assert_eq!(by("2 ft -x"), By { size: "2 ft", way: Some("-x") });
    assert_eq!(by(" 2 ft "), By { size: "2 ft", way: None });
    assert_eq!((shift("1; 2"), shift("1")), (Some(vec!["1", "2"]), None));
}

#[test]
fn directions_are_told_apart() {
    let of = |text| way(text, POINTS, false).unwrap();
    assert_eq!(of("down"), Way::Word("down"));
    assert_eq!(of("to north post"), Way::To("north post"));
    assert_eq!(of("north post to C"), Way::Between("north post", "C"));
    assert_eq!(of("away from C"), Way::AwayFrom("C"));
    assert_eq!(of("30 deg from -y cw"), Way::From("30 deg", "-y", Some("cw")));
    assert_eq!(of("30 from x"), Way::From("30", "x", None));
    assert_eq!(of("3; -4"), Way::Parts(vec!["3", "-4"]));
    assert_eq!(of("210"), Way::Angle("210"));
    assert_eq!(of("az 30 el 40"), Way::Angle("az 30 el 40"), "not in the plane");
    let solid = |text| way(text, POINTS, true).unwrap();
    assert_eq!(solid("az 30"), Way::Angles("30", None));
    assert_eq!(solid("az 30 deg el -40"), Way::Angles("30 deg", Some("-40")));
    assert_eq!(solid("round north post +x"), Way::Round("north post", Some("+x")));
    assert_eq!(solid("round Q to C"), Way::Round("Q", Some("to C")), "an unknown centre is one word");
    assert_eq!(solid("round C"), Way::Round("C", None));
}

#[test]
fn joints_lead_on_from_somewhere() {
    let of = |text| joint(text, POINTS).unwrap();
    let parts = || JointStep::Parts(vec!["2", "1"]);
    assert_eq!(of("A/C"), Joint::Half("A", "C"));
    assert_eq!(of("2;1"), Joint::From(Origin::Zero, parts()));
    assert_eq!(of("+2;1"), Joint::From(Origin::Before, parts()));
    assert_eq!(of("A1+2;1"), Joint::From(Origin::Point("A1"), parts()));
    assert_eq!(of("2@60"), Joint::From(Origin::Before, JointStep::Polar("2", "60")));
    assert_eq!(of("A-1+2@-60"), Joint::From(Origin::Point("A-1"), JointStep::Polar("2", "-60")));
    assert_eq!(of("A/Q"), Joint::From(Origin::Zero, JointStep::Other("A/Q")));
    assert_eq!((row("B..F"), ends("B-F")), (Some(("B", "F")), Some(("B", "F"))));
    assert_eq!((row("B"), ends("B")), (None, None));
}

#[test]
fn a_rope_runs_over_pulleys_and_ends_somewhere() {
    let of = |text| stop(text, &["P", "upper wheel"], POINTS);
    assert_eq!(of("P"), Some(Stop::Wheel("P", None)));
    assert_eq!(of("upper wheel ccw"), Some(Stop::Wheel("upper wheel", Some("ccw"))));
    assert_eq!(of("north post ground"), Some(Stop::End("north post", Some("ground"))));
    assert_eq!(of("A1"), Some(Stop::End("A1", None)));
    assert_eq!(of("40 kg"), Some(Stop::Pull("40 kg", None)));
    assert_eq!(of("?T @ to C"), Some(Stop::Pull("?T", Some("to C"))));
    assert_eq!(of("somewhere"), None);
}

#[test]
fn lists_have_their_parts() {
    let term = |sign, factor, case| Term { sign, factor, case };
    let both = [term(1.0, "1.35", "permanent"), term(-1.0, "0.5", "wind")];
    assert_eq!(sum("1.35 permanent − 0.5·wind"), both);
    assert_eq!(sum("- wind + 1"), [term(-1.0, "", "wind"), term(1.0, "", "1")]);
    assert_eq!(sum("1.2.3 wind"), [term(1.0, "1.2.3", "wind")]);
    assert_eq!(sum(" + "), []);
    assert_eq!(names(" B, C D,,E "), ["B", "C", "D", "E"]);
    assert_eq!(names(" "), [""; 0]);
    assert_eq!((placed("9 @ 1.2 m"), placed("9")), (("9", Some("1.2 m")), ("9", None)));
    let plate = |text| plate(text).map(|of: PlateText<'_>| (of.of, of.thickness, of.edge, of.material));
    assert_eq!(plate("crank 8 edge 20 in larch"), Some(("crank", "8", Some("20"), Some("larch"))));
    assert_eq!(plate("jib 2 3/8 in"), Some(("jib", "2 3/8 in", None, None)));
    assert_eq!(plate("north post 0.5 in in oak"), Some(("north post", "0.5 in", None, Some("oak"))));
    assert_eq!(plate("crank"), None);
}
