//! Determinate assemblies of bodies, joints and bars, against elimination set up from the numbers alone.

use super::Trial;
use helvek_random::assembly::{Assembly, Hold};

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let made = Assembly::grown(seed, 9);
    let Some(expected) = made.independent() else { return Ok(0) };
    let text = made.write("", 0.0, 1.0, 1.0, false).replace("format = \"helvek-sheet/1\"", "");
    let mut trial = Trial::of(&text)?;
    if trial.answers.degree != 0 || !trial.answers.equilibrium {
        return trial.differs("not determinate");
    }
    let largest = expected.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    let slack = 1e-7 * largest;
    let mut values = expected.into_iter();
    let mut next = || values.next().unwrap_or(f64::NAN);
    for (i, (_, _, how)) in made.supports.iter().enumerate() {
        let of = trial.answers.reactions[i].clone();
        let force = [of.force[0], of.force[1]];
        match how {
            Hold::Roller(angle) => {
                let along = angle.to_radians().sin_cos();
                let push = force[0].zip(force[1]).map(|(x, y)| x * along.1 + y * along.0);
                trial.near(&of.support, push, next(), slack)?;
            }
            Hold::Pin | Hold::Fixed => {
                for part in force {
                    trial.near(&of.support, part, next(), slack)?;
                }
                if *how == Hold::Fixed {
                    trial.near(&of.support, of.moment.about_z(), next(), slack)?;
                }
            }
        }
    }
    for (i, (_, first, _, welded)) in made.joints.iter().enumerate() {
        let body = format!("B{first}");
        let name = format!("J{i}");
        let on = trial.answers.joints.iter().find(|j| j.joint == name && j.on == body).cloned();
        let Some(on) = on else { return trial.differs(&format!("{name} on {body} is missing")) };
        for part in [on.force[0], on.force[1]] {
            trial.near(&name, part, next(), slack)?;
        }
        if *welded {
            trial.near(&name, on.moment.about_z(), next(), slack)?;
        }
    }
    for i in 0..made.bars.len() {
        let name = format!("bar{i}");
        let force = trial.answers.bars[&name].force;
        trial.near(&name, force, next(), slack)?;
    }
    trial.extremes()?;
    trial.done()
}
