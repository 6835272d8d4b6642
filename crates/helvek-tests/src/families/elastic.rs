//! Frames with settlements, springs, temperature and any units, against 6 × 6 matrices of elements eliminated densely.

use super::Trial;
use helvek_random::assembly::Dice;
use helvek_random::frames::{Framed, Warm};

/// A frame with some of what grounds and weather do.
pub(super) fn grown(seed: u64) -> Framed {
    let mut dice = Dice(seed ^ 0xE1A5);
    let mut frame = Framed::grown(seed, (3, 3), dice.below(2) == 0);
    for (node, _) in frame.feet.clone() {
        if dice.below(4) == 0 {
            frame.settled.push((node, [dice.between(-0.02, 0.02), dice.between(-0.03, 0.0)]));
        }
        if dice.below(4) == 0 {
            frame.springs.push((node, [dice.between(2.0, 9.0) * 1e3, dice.between(5.0, 40.0) * 1e3]));
        }
    }
    if dice.below(3) == 0 {
        let across = if dice.below(2) == 0 { dice.between(-15.0, 15.0) } else { 0.0 };
        let change = dice.between(-30.0, 40.0);
        frame.warm = Some(Warm { expansion: 12e-6, change, across, depth: dice.between(0.2, 0.8) });
        // Often nothing else: then the work of the loads is nothing.
        if dice.below(3) == 0 {
            frame.forces.clear();
            frame.members.iter_mut().for_each(|m| m.q = 0.0);
        }
    }
    // Members of all sorts beside each other.
    if dice.below(4) == 0 {
        frame.members.iter_mut().for_each(|m| m.ea *= 10f64.powi(dice.below(5) as i32 - 2));
    }
    frame
}

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0x5CA1E);
    let plain = grown(seed);
    let Some(expected) = plain.result() else { return Ok(0) };
    let (length, force) = match dice.below(3) {
        0 => (1.0, 1.0),
        _ => (10f64.powi(dice.below(13) as i32 - 6), 10f64.powi(dice.below(19) as i32 - 9)),
    };
    let mut trial = Trial::of(&plain.scaled(length, force).written(true))?;
    if let Some(refused) = trial.answers.stiffness.as_ref().and_then(|s| s.refused.clone()) {
        return trial.differs(&format!("refused: {refused:?}"));
    }
    let Some(stiffness) = trial.answers.stiffness.clone() else { return trial.differs("no stiffness") };
    // The reference adds up its stiffnesses in double precision: between members of very different EA it loses figures that the core keeps (told apart with forty digits).
    let (low, high) =
        plain.members.iter().fold((f64::MAX, 0.0f64), |(low, high), m| (low.min(m.ea), high.max(m.ea)));
    let part = if high > 50.0 * low { 1e-6 } else { 1e-7 };
    let most = |list: &[[f64; 3]]| list.iter().flatten().fold(0.0f64, |a, b| a.max(b.abs()));
    let moves = most(&expected.displacements);
    for (node, expected) in expected.displacements.iter().enumerate() {
        let name = format!("N{node}");
        let Some(found) = stiffness.displacements.iter().find(|d| d.at == name) else {
            return trial.differs(&format!("{name} is missing"));
        };
        let got = [found.moves[0] / length, found.moves[1] / length, found.turned];
        for (got, expected) in got.into_iter().zip(expected) {
            trial.near(&name, Some(got), *expected, part * moves)?;
        }
    }
    // What warms up is a difference of what it would push if it were held, and of what is pushed.
    let held = plain.warm.map_or(0.0, |warm| {
        let ea = plain.members.iter().fold(0.0f64, |a, m| a.max(m.ea));
        (warm.expansion * warm.change).abs() * ea
    });
    let slack = part * most(&expected.inner) + 1e-10 * held;
    for (row, expected) in expected.inner.iter().enumerate() {
        let diagram = trial.answers.diagrams[row].clone();
        let first = |pieces: &[helvek_core::answers::PieceAnswer]| pieces.first().map(|p| p.coefficients[0]);
        let got = [
            first(&diagram.n).map(|n| n / force),
            first(&diagram.v).map(|v| v / force),
            first(&diagram.m).map(|m| m / force / length),
        ];
        for ((got, expected), letter) in got.into_iter().zip(expected).zip(["N", "V", "M"]) {
            trial.near(&format!("{letter} of member {row}"), got, *expected, slack)?;
        }
    }
    trial.extremes()?;
    trial.done()
}
