//! Beams under loads that grow along them, couples and forces of very different sizes: the published extremes against many places, also close beside what acts.

use super::Trial;
use helvek_random::assembly::Dice;
use std::fmt::Write;

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0xC0BE);
    let count = 4 + dice.below(4);
    let mut places: Vec<f64> = (0..count).map(|_| dice.between(0.0, 10.0)).collect();
    places.sort_by(f64::total_cmp);
    if places.windows(2).any(|pair| pair[1] - pair[0] < 1e-3) {
        return Ok(0);
    }
    let (pin, roller) = (dice.below(count - 1), count - 1);
    let mut size = |low: f64, high: f64| dice.between(low, high) * 10f64.powi(-(dice.below(6) as i32));
    let mut loads = String::new();
    for i in 0..count - 1 {
        let (start, end) = (size(-4.0, 9.0), size(-4.0, 9.0));
        writeln!(
            loads,
            "{{ kind = \"distributed\", from = \"P{i}\", to = \"P{}\", start = {start:?}, end = {end:?} }},",
            i + 1
        )
        .unwrap();
        let force = size(-5.0, 5.0);
        writeln!(loads, "{{ kind = \"force\", at = \"P{i}\", components = [0, {force:?}] }},").unwrap();
        let couple = size(-5.0, 5.0);
        writeln!(loads, "{{ kind = \"couple\", on = \"beam\", at = \"P{i}\", size = {couple:?} }},").unwrap();
    }
    let points: Vec<String> = places.iter().enumerate().map(|(i, x)| format!("P{i} = [{x:?}, 0]")).collect();
    let run: Vec<String> = (0..count).map(|i| format!("\"P{i}\"")).collect();
    let ei = if dice.below(2) == 0 { ", EI = 1000" } else { "" };
    let mut trial = Trial::of(&format!(
        "supports = [{{ at = \"P{pin}\", kind = \"pin\" }}, {{ at = \"P{roller}\", kind = \"roller\" }}]\nloads = [\n{loads}]\npoints = {{ {} }}\nbodies = {{ beam = {{ runs = [[{}]]{ei} }} }}",
        points.join(", "),
        run.join(", ")
    ))?;
    trial.extremes()?;
    trial.done()
}
