//! The origins of arms, angles and intensities: what they are said to be made of adds up to them, in every equation of every plane example.

use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::model;
use helvek_statics::solution;
use helvek_statics::working::origin::{self, AngleOrigin, Piece};
use helvek_statics::working::{Projection, Size};

/// The acute angle of two directions by their scalar product, which shares nothing with angles from an axis.
fn acute(cosine: f64) -> f64 {
    cosine.abs().min(1.0).acos()
}

#[test]
fn every_arm_angle_and_intensity_is_the_sum_of_its_origin() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    // Slanting arms, arms of what is spread, differences; angles of sums, of joints; intensities.
    let mut seen = [0; 6];
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let built = model::build(&sheet::read(&std::fs::read_to_string(&path).unwrap(), Syntax::Toml));
        let solved = solution::solve(built.model);
        let (model, equilibrium) = (&solved.model, &solved.equilibrium);
        if model.spatial() {
            continue;
        }
        let working = &solved.working;
        let lines = working.steps.iter().flat_map(|step| &step.lines);
        for line in lines.chain(working.checks.iter().map(|check| &check.line)) {
            for term in &line.terms {
                let at = format!("{} {term:?}", path.display());
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
                                helvek_statics::plan::Equation::Forces { along, .. } => along,
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
                if let (Size::Resultant { intensity, .. }, Some([larger, smaller])) =
                    (term.size, origin::intensity(model, equilibrium, term))
                {
                    assert!((larger - smaller - intensity).abs() < 1e-9 * larger, "{at}");
                    seen[5] += 1;
                }
            }
        }
    }
    assert!(seen.iter().all(|count| *count > 0), "{seen:?}");
}
