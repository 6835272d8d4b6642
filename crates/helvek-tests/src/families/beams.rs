//! A beam with two overhangs in three load cases: combinations, their envelope and a train, by the closed forms of its diagrams.

use super::Trial;
use helvek_core::answers::PieceAnswer;
use helvek_random::assembly::Dice;
use std::fmt::Write;

/// On supports at two places, under forces down at places, and a uniform load over all of it.
struct Beam {
    length: f64,
    supports: [f64; 2],
}

impl Beam {
    /// Up, at both supports, of a force down at x.
    fn reactions(&self, x: f64) -> [f64; 2] {
        let [a, b] = self.supports;
        let second = (x - a) / (b - a);
        [1.0 - second, second]
    }

    /// V (upwards on the left is positive) and M at s just before what acts there, of a force down at x.
    fn inner(&self, x: f64, s: f64) -> [f64; 2] {
        let reactions = self.reactions(x);
        let (mut v, mut m) = (0.0, 0.0);
        for (at, up) in self.supports.into_iter().zip(reactions).chain([(x, -1.0)]) {
            if at < s {
                v += up;
                m += up * (s - at);
            }
        }
        [v, m]
    }

    /// The same of one per length over all of it.
    fn spread(&self, s: f64) -> [f64; 2] {
        let [first, second] = self.reactions(0.5 * self.length).map(|r| r * self.length);
        let (mut v, mut m) = (-s, -0.5 * s * s);
        for (at, up) in self.supports.into_iter().zip([first, second]) {
            if at < s {
                v += up;
                m += up * (s - at);
            }
        }
        [v, m]
    }
}

fn at(pieces: &[PieceAnswer], x: f64) -> Option<f64> {
    let piece = pieces.iter().find(|p| x >= p.start && x <= p.end)?;
    Some(piece.coefficients.iter().rev().fold(0.0, |sum, c| sum * x + c))
}

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0xBEA3);
    let beam = Beam { length: 10.0, supports: [dice.between(0.5, 2.5), dice.between(6.0, 9.5)] };
    let forces: Vec<(f64, f64, usize)> =
        (0..4).map(|_| (dice.between(0.3, 9.7), dice.between(-3.0, 9.0), dice.below(2))).collect();
    let spread = dice.between(0.5, 4.0);
    // Multiples of one another, often.
    let combinations: Vec<[f64; 3]> = (0..2 + dice.below(5))
        .map(|_| {
            let by = [0.9, 1.0, 1.35, 1.5][dice.below(4)];
            if dice.below(2) == 0 { [by; 3] } else { [by, dice.between(-1.0, 1.5), dice.between(-1.0, 1.5)] }
        })
        .collect();
    let axles: Vec<(f64, f64)> =
        (0..1 + dice.below(3)).map(|_| (dice.between(1.0, 8.0), dice.between(0.4, 3.0))).collect();
    let mut text = String::from(
        "supports = [{ at = \"A\", kind = \"pin\" }, { at = \"B\", kind = \"roller\" }]\ncases = [\"c0\", \"c1\", \"c2\"]\nloads = [\n",
    );
    for (i, (_, size, case)) in forces.iter().enumerate() {
        writeln!(
            text,
            "{{ kind = \"force\", at = \"F{i}\", components = [0, {:?}], case = \"c{case}\" }},",
            -size
        )
        .unwrap();
    }
    writeln!(
        text,
        "{{ kind = \"distributed\", from = \"L\", to = \"R\", start = {spread:?}, case = \"c2\" }}]"
    )
    .unwrap();
    let named = combinations.iter().enumerate().map(|(i, [a, b, c])| {
        format!("{{ name = \"K{i}\", factors = {{ c0 = {a:?}, c1 = {b:?}, c2 = {c:?} }} }}")
    });
    writeln!(text, "combinations = [{}]", named.collect::<Vec<_>>().join(", ")).unwrap();
    let wheels = axles.iter().enumerate().map(|(i, (size, gap))| match i {
        0 => format!("{{ size = {size:?} }}"),
        _ => format!("{{ size = {size:?}, gap = {gap:?} }}"),
    });
    writeln!(
        text,
        "moving = [{{ from = \"L\", to = \"R\", heads = \"forward\", axles = [{}] }}]\n[points]",
        wheels.collect::<Vec<_>>().join(", ")
    )
    .unwrap();
    let [a, b] = beam.supports;
    let mut places = vec![(0.0, "L".to_owned()), (a, "A".into()), (b, "B".into()), (10.0, "R".into())];
    places.extend(forces.iter().enumerate().map(|(i, (x, ..))| (*x, format!("F{i}"))));
    places.sort_by(|a, b| a.0.total_cmp(&b.0));
    if places.windows(2).any(|pair| pair[1].0 - pair[0].0 < 1e-6) {
        return Ok(0);
    }
    for (x, name) in &places {
        writeln!(text, "{name} = [{x:?}, 0]").unwrap();
    }
    let run: Vec<_> = places.iter().map(|(_, name)| format!("{name:?}")).collect();
    writeln!(text, "[bodies]\nbeam = {{ runs = [[{}]] }}", run.join(", ")).unwrap();
    let mut trial = Trial::of(&text)?;
    let case = |k: usize, s: f64| -> [f64; 2] {
        let mut sum = if k == 2 { beam.spread(s).map(|v| v * spread) } else { [0.0; 2] };
        for (x, size, _) in forces.iter().filter(|(.., case)| *case == k) {
            let one = beam.inner(*x, s);
            sum = [sum[0] + size * one[0], sum[1] + size * one[1]];
        }
        sum
    };
    let Some(envelope) = trial.answers.envelope.clone() else { return trial.differs("no envelope") };
    let slack = 1e-7 * 500.0;
    for i in 0..40 {
        let s = 0.125 + 0.24 * f64::from(i);
        if places.iter().any(|(x, _)| (x - s).abs() < 1e-3) {
            continue;
        }
        let cases = [0, 1, 2].map(|k| case(k, s));
        let each: Vec<[f64; 2]> = combinations
            .iter()
            .map(|by| [0, 1].map(|inner| (0..3).map(|k| by[k] * cases[k][inner]).sum::<f64>()))
            .collect();
        for (row, values) in each.iter().enumerate() {
            let diagram = trial.answers.combinations[row].diagrams[0].clone();
            trial.near(&format!("V of K{row} at {s}"), at(&diagram.v, s), values[0], slack)?;
            trial.near(&format!("M of K{row} at {s}"), at(&diagram.m, s), values[1], slack)?;
        }
        for (inner, letter) in ["V", "M"].into_iter().enumerate() {
            let least = each.iter().map(|v| v[inner]).fold(f64::MAX, f64::min);
            let greatest = each.iter().map(|v| v[inner]).fold(f64::MIN, f64::max);
            let bounds = &envelope.diagrams[0].inner[letter];
            let told = [&bounds.least, &bounds.greatest].map(|parts| {
                let part = parts.iter().find(|p| s >= p.start && s <= p.end)?;
                Some(part.coefficients.iter().rev().fold(0.0, |sum, c| sum * s + c))
            });
            trial.near(&format!("least {letter} at {s}"), told[0], least, slack)?;
            trial.near(&format!("greatest {letter} at {s}"), told[1], greatest, slack)?;
        }
    }
    // The train goes on with its first force ahead; what it does is most where some force of it is at the place, at a support or at an end.
    let behind: Vec<f64> = axles
        .iter()
        .enumerate()
        .scan(0.0, |sum, (i, (_, gap))| {
            *sum += if i == 0 { 0.0 } else { *gap };
            Some(*sum)
        })
        .collect();
    let moving = trial.answers.moving[0].diagrams[0].clone();
    for i in 0..20 {
        // Beside every distance of the sheet, which has two decimals: no two forces of the train are at a jump at once.
        let s = 0.251_37 + 0.469_13 * f64::from(i);
        if places.iter().any(|(x, _)| (x - s).abs() < 1e-3) {
            continue;
        }
        let drawn = (0..3).map(|k| case(k, s)).fold([0.0; 2], |sum, v| [sum[0] + v[0], sum[1] + v[1]]);
        let mut most = [[0.0f64; 2]; 2];
        let leads = behind.iter().flat_map(|own| [s, 0.0, 10.0, a, b].map(|place| place + own));
        for lead in leads.flat_map(|lead| [lead - 1e-9, lead + 1e-9]) {
            let mut sum = [0.0; 2];
            for ((size, _), own) in axles.iter().zip(&behind) {
                let x = lead - own;
                if (0.0..=10.0).contains(&x) {
                    let one = beam.inner(x, s);
                    sum = [sum[0] + size * one[0], sum[1] + size * one[1]];
                }
            }
            for (bounds, value) in most.iter_mut().zip(sum) {
                *bounds = [bounds[0].min(value), bounds[1].max(value)];
            }
        }
        for (inner, letter) in ["V", "M"].into_iter().enumerate() {
            let bounds = &moving.inner[letter];
            for (bound, parts) in [&bounds.least, &bounds.greatest].into_iter().enumerate() {
                let told = at(parts, s);
                let expected = drawn[inner] + most[inner][bound];
                trial.near(
                    &format!("{letter} of the train at {s}, bound {bound}"),
                    told,
                    expected,
                    1e-6 * 100.0,
                )?;
            }
        }
    }
    trial.done()
}
