//! A jib with a wheel, over which a rope runs from the ground to a weight: by the tangent to a circle and by moments.

use super::Trial;
use helvek_random::assembly::Dice;

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0x209E);
    let tip = (dice.between(1.0, 4.0), dice.between(0.5, 3.0));
    let ground = (dice.between(-5.0, -1.0), dice.between(-4.0, -0.5));
    let (radius, mass) = (dice.between(0.05, 0.4), dice.between(20.0, 300.0));
    let ccw = dice.below(2) == 0;
    let turn = if ccw { "ccw" } else { "cw" };
    let (fx, fy) = (dice.between(-2.0, 2.0), dice.between(-3.0, 0.0));
    let text = format!(
        r#"supports = [{{ name = "A", at = "A", kind = "fixed" }}]
loads = [{{ kind = "force", at = "T", on = "jib", components = [{fx:?}, {fy:?}] }}]
points = {{ A = [0, 0], T = [{:?}, {:?}], W = [{:?}, {:?}] }}
bodies = {{ jib = {{ runs = [["A", "T"]] }} }}
pulleys = {{ wheel = {{ at = "T", radius = {radius:?}, on = "jib" }} }}
ropes = {{ rope = {{ path = [{{ at = "W" }}, {{ over = "wheel", turn = "{turn}" }}, {{ mass = {mass:?} }}] }} }}"#,
        tip.0, tip.1, ground.0, ground.1
    );
    // The rope passes the centre on its left when it turns counter-clockwise: L sin(φ − θ) = ± r.
    let (dx, dy) = (tip.0 - ground.0, tip.1 - ground.1);
    let lean = (radius / dx.hypot(dy)).asin();
    let theta = dy.atan2(dx) + if ccw { -lean } else { lean };
    let tension = mass * 9.81 / 1000.0;
    // Both legs pull on the wheel: at its centre, since their moments about it cancel.
    let (x, y) = (fx - tension * theta.cos(), fy - tension * (theta.sin() + 1.0));
    let mut trial = Trial::of(&text)?;
    let slack = 1e-8 * (tension + fx.abs() + fy.abs());
    let reaction = trial.answers.reactions[0].clone();
    trial.near("A_x", reaction.force[0], -x, slack)?;
    trial.near("A_y", reaction.force[1], -y, slack)?;
    trial.near("M_A", reaction.moment.about_z(), -(tip.0 * y - tip.1 * x), 10.0 * slack)?;
    let pulled = trial.answers.ropes.values().next().and_then(|rope| *rope);
    trial.near("tension", pulled, tension, slack)?;
    trial.done()
}
