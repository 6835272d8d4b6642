//! The origins of arms, angles and intensities: what they are said to be made of adds up to them, in every equation of every plane example.

use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::internal_forces::Side;
use helvek_statics::model::{self, CutAt};
use helvek_statics::plan::Equation;
use helvek_statics::solution::{self, Solved};
use helvek_statics::working::origin::{self, AngleOrigin, IntensityOrigin, Piece};
use helvek_statics::working::{Line, Projection, Size};

/// The acute angle of two directions by their scalar product, which shares nothing with angles from an axis.
fn acute(cosine: f64) -> f64 {
    cosine.abs().min(1.0).acos()
}

/// How often each sort of origin was met: slanting arms, arms of what is spread, differences; angles of sums, of joints; intensities by
/// difference, by proportion.
type Seen = [usize; 7];

fn check(solved: &Solved, line: &Line, said: &str, seen: &mut Seen) {
    let (model, equilibrium) = (&solved.model, &solved.equilibrium);
    for term in &line.terms {
        let at = format!("{said} {term:?}");
        if let Some(arm) = &term.arm {
            let pieces = origin::arm(model, equilibrium, term, arm);
            let sum: f64 = pieces.iter().map(|piece| piece.value()).sum();
            assert!((sum - arm.length).abs() < 1e-9 * arm.length, "{sum} {pieces:?} {at}");
            seen[match pieces[..] {
                [Piece::Sine(..) | Piece::Cosine(..), ..] => 0,
                [.., Piece::Share(..)] => 1,
                _ => 2,
            }] += 1;
        }
        if let Projection::Cos(angle) | Projection::Sin(angle) = term.projection {
            match origin::angle(model, equilibrium, &line.free_body, &line.equation, term) {
                Some(AngleOrigin::Sum(parts)) => {
                    let along = match line.equation {
                        Equation::Forces { along, .. } => along,
                        _ => panic!("{at}"),
                    };
                    let sum: f64 = parts.iter().sum();
                    assert!((sum - acute(term.unit.dot(along))).abs() < 1e-7, "{parts:?} {at}");
                    assert!((sum - angle).abs() < 1e-7, "{parts:?} {at}");
                    seen[3] += 1;
                }
                Some(AngleOrigin::Joints([above, below])) => {
                    assert!((angle.tan() - above / below).abs() < 1e-7, "{at}");
                    seen[4] += 1;
                }
                None => {}
            }
        }
        let Size::Resultant { intensity, .. } = term.size else { continue };
        let (sum, sort) = match origin::intensity(model, equilibrium, term) {
            Some(IntensityOrigin::Difference([larger, smaller])) => (larger - smaller, 5),
            Some(IntensityOrigin::Proportion { base, ends: [larger, smaller], lengths: [part, whole] }) => {
                (base.unwrap_or(0.0) + (larger - smaller) * part / whole, 6)
            }
            None => continue,
        };
        assert!((sum - intensity).abs() < 1e-9 * intensity, "{at}");
        seen[sort] += 1;
    }
}

#[test]
fn every_arm_angle_and_intensity_is_the_sum_of_its_origin() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let mut seen = Seen::default();
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let built = model::build(&sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml));
        let solved = solution::solve(built.model);
        if solved.model.spatial() {
            continue;
        }
        let said = path.display().to_string();
        let working = &solved.working;
        let lines = working.steps.iter().flat_map(|step| &step.lines);
        for line in lines.chain(working.checks.iter().map(|check| &check.line)) {
            check(&solved, line, &said, &mut seen);
        }
        // And of both parts of a cut through each piece, in the middle of what is spread over it.
        for diagram in solved.inside().iter().filter_map(|inside| inside.diagram.as_ref().ok()) {
            for segment in diagram.segments.iter().take(4) {
                let stretch = [diagram.from(), diagram.to()];
                let station = segment.start + 0.4 * segment.length();
                let at = CutAt { body: diagram.body, stretch, station, side: Side::Before };
                let Ok(cut) = solved.cut(&at) else { continue };
                for choice in cut.choices.iter().flatten() {
                    check(&cut.solved, &choice.line, &said, &mut seen);
                }
            }
        }
    }
    assert!(seen.iter().all(|count| *count > 0), "{seen:?}");
}
