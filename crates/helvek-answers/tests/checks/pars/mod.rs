//! The examples, each with its par: how many equations a practised person would write to get what is asked. Met or beaten.

use helvek_answers as answers;
use helvek_checks::Checks;
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use helvek_statics::verdict::Status;

const PARS: &[(&str, usize)] = &[
    // In space: three sums of the joint.
    ("planter-cords", 3),
    // Six of the shaft; six of the lid; six of the bracket.
    ("awning-bearings", 6),
    ("frame-light", 6),
    ("lamp-bracket", 6),
    // Three reactions and six bars.
    ("lantern-tripod", 9),
    // Twelve reactions, six bars; three are idle at sight.
    ("finial-roof", 18),
    // Feet: moments for the wall, two sums.
    ("apple-ladder", 3),
    // Three reactions; thirteen bars of which three are idle at sight.
    ("arbour-roof", 13),
    // Friction by the wheel, push by the lever, two sums.
    ("barrow-brake", 4),
    // Two moments together, then two sums on each half.
    ("awning-arch", 6),
    // Nine bars, three reactions.
    ("bell-bracket", 12),
    // Rod from the knee, press from the plate.
    ("cider-press", 2),
    // One reaction, one moment of the section.
    ("fan-roof", 2),
    ("fern-bracket", 3),
    // Three reactions, a joint, a section.
    ("lean-to-glass", 5),
    ("lily-ramp", 3),
    // The mass, a moment, two sums.
    ("lily-sluice", 4),
    // Moments about the bolt, two sums.
    ("lopping-shears", 3),
    // Eight unknowns but for the slack cable and the bar seen to be idle.
    ("orchard-gate", 7),
    // The mass, the strut by moments, two sums on the jib.
    ("orangery-hoist", 4),
    // Three on each of the two.
    ("path-lantern", 6),
    // One reaction; two moments and a sum on the section.
    ("pond-bridge", 4),
    ("potting-bench", 3),
    // Three reactions; thirteen bars of which two are idle at sight.
    ("ridge-truss", 14),
    // The lower block, the hand.
    ("root-ball-tackle", 2),
    // On the free side of the section a moment for each chord.
    ("rose-trellis", 2),
    // Three on each of three lengths.
    ("seed-beam", 9),
    // The couple by moments, two sums.
    ("seed-press", 3),
    // Teeth, hand, two sums.
    ("sieve-drum", 4),
    // The slot on the lever, the couple on the crank.
    ("sieve-rocker", 2),
    // Seven bars, three reactions.
    ("slope-frame", 10),
    ("sluice-crank", 3),
    ("tub-hoist", 6),
    // Link by moments on the vent, two sums there, pull by moments on the lever.
    ("vent-linkage", 4),
    // The rope, and three for the beam.
    ("bell-beam", 4),
    ("palm-rail", 3),
    ("tool-portal", 3),
    // A jaw by moments, two sums.
    // Two of the short length, three of the long one.
    ("fern-trolley", 5),
    ("awning-shaft", 3),
    ("lantern-boom", 5),
    ("vent-crank", 3),
    ("shed-shelf", 3),
    ("snow-purlin", 3),
    ("valve-beam", 3),
    ("walnut-cracker", 3),
    ("well-pulley", 7),
    // One reaction, two joints.
    ("wisteria-frame", 4),
    // Of these equilibrium alone fixes no more than a thrust.
    ("fern-staging", 1),
    ("seedling-rail", 1),
    ("walk-joist", 1),
    ("peach-portal", 0),
    ("vine-arm", 1),
    ("pier-settlement", 1),
    // Rod by the piston, moment on the crank.
    ("wheel-pump", 2),
];

/// The sheets beside this file, each with its par in its first line: set down by hand before anything was run on them.
fn by_hand() -> Vec<(String, usize, model::Model)> {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/checks/pars");
    let mut sheets = Vec::new();
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.extension().is_none_or(|kind| kind != "toml") {
            continue;
        }
        let text = std::fs::read_to_string(&path).unwrap();
        let name = path.file_stem().unwrap().to_string_lossy().into_owned();
        let par =
            text.strip_prefix("# Par ").and_then(|rest| rest.split(':').next()).unwrap().parse().unwrap();
        let built = model::build(&sheet::read(&text, Syntax::Toml));
        assert_eq!(built.problems, [], "{name}");
        sheets.push((name, par, built.model));
    }
    assert_eq!(sheets.len(), 20);
    sheets
}

#[test]
fn no_sheet_needs_more_equations_than_were_counted_by_hand() {
    let mut longer = Vec::new();
    for (name, par, model) in by_hand() {
        let solved = solution::solve(model);
        assert!(matches!(solved.verdict.status, Status::Determinate | Status::Balanced), "{name}");
        let needed = solved.working.equations();
        println!("{name}: {needed}, par {par}");
        if needed > par || !solved.working.unreached.is_empty() {
            longer.push((name, needed, par));
        }
    }
    assert_eq!(longer, []);
}

#[test]
fn no_example_needs_more_equations_than_a_practised_person() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut seen = 0;
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let name = path.file_stem().unwrap().to_string_lossy().into_owned();
        let (_, par) = PARS.iter().find(|(n, _)| *n == name).unwrap_or_else(|| panic!("{name} has no par"));
        let built = model::build(&sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml));
        assert_eq!(built.problems, [], "{name}");
        let solved = solution::solve(built.model);
        match solved.verdict.status {
            Status::Determinate | Status::Balanced => assert!(solved.working.unreached.is_empty(), "{name}"),
            // What equilibrium leaves open stiffness finds, and every method by hand finds the same.
            _ => {
                let hand = Checks(&solved).by_hand().unwrap_or_else(|| panic!("{name}")).unwrap();
                let largest = hand.exact.iter().fold(0.0f64, |a, b| a.max(b.abs()));
                for methods in [&hand.slopes.moments, &hand.forces.as_ref().unwrap().moments] {
                    assert!(
                        methods.iter().zip(&hand.exact).all(|(a, b)| (a - b).abs() < 1e-8 * largest),
                        "{name}"
                    );
                }
            }
        }
        assert!(
            answers::answers(&solved).checks.iter().all(|c| c.ok),
            "{name}: {:#?}",
            answers::answers(&solved).checks
        );
        let needed = solved.working.equations();
        println!("{name}: {needed}, par {par}");
        assert!(needed <= *par, "{name}: {needed} equations, par {par}");
        seen += 1;
    }
    assert_eq!(seen, PARS.len());
}
