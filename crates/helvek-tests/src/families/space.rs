//! A body in space on six links, against six equations set up from the numbers alone.

use super::Trial;
use helvek_random::assembly::{Dice, eliminate};
use std::fmt::Write;

type Triple = [f64; 3];

fn cross(a: Triple, b: Triple) -> Triple {
    [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
}

fn wrench(at: Triple, force: Triple) -> Vec<f64> {
    force.into_iter().chain(cross(at, force)).collect()
}

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0x59AC);
    let mut triple = |low: f64, high: f64| -> Triple { [0; 3].map(|_| dice.between(low, high)) };
    let points: Vec<Triple> = (0..7).map(|_| triple(-3.0, 3.0)).collect();
    let directions: Vec<Triple> = (0..6).map(|_| triple(-1.0, 1.0)).collect();
    let (load, couple) = (triple(-5.0, 5.0), triple(-3.0, 3.0));
    let mut text = String::from("space = \"space\"\nsupports = [\n");
    let mut columns: Vec<Vec<f64>> = Vec::new();
    for (i, d) in directions.iter().enumerate() {
        let length = d.iter().map(|v| v * v).sum::<f64>().sqrt();
        if length < 0.3 {
            return Ok(0);
        }
        writeln!(text, "{{ name = \"S{i}\", at = \"P{i}\", kind = \"link\", toward = {d:?} }},").unwrap();
        columns.push(wrench(points[i], d.map(|v| v / length)));
    }
    writeln!(
        text,
        "]\nloads = [{{ kind = \"force\", at = \"P6\", components = {load:?} }}, {{ kind = \"couple\", at = \"P6\", components = {couple:?} }}]\n[points]"
    )
    .unwrap();
    for (i, p) in points.iter().enumerate() {
        writeln!(text, "P{i} = {p:?}").unwrap();
    }
    let run: Vec<_> = (0..7).map(|i| format!("\"P{i}\"")).collect();
    writeln!(text, "[bodies]\nblock = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    let mut rhs: Vec<f64> = wrench(points[6], load);
    rhs.iter_mut().skip(3).zip(couple).for_each(|(r, m)| *r += m);
    let matrix = (0..6).map(|row| columns.iter().map(|c| c[row]).collect()).collect();
    let Some(expected) = eliminate(matrix, rhs.into_iter().map(|v| -v).collect()) else { return Ok(0) };
    let mut trial = Trial::of(&text)?;
    let largest = expected.iter().fold(0.0f64, |a, b| a.max(b.abs()));
    for (i, size) in expected.iter().enumerate() {
        let force = trial.answers.reactions[i].force.clone();
        for k in 0..3 {
            trial.near(&format!("S{i}"), force[k], size * columns[i][k], 1e-7 * largest)?;
        }
    }
    trial.done()
}
