//! Polygons with a hole, against triangles from the origin: ∫ over each by its corners.

use super::Trial;
use helvek_random::assembly::Dice;

/// A, ∫z, ∫y, ∫z², ∫y², ∫zy of triangles from the origin to each side, signed.
fn integrals(corners: &[(f64, f64)]) -> [f64; 6] {
    let mut sums = [0.0; 6];
    for (i, (z, y)) in corners.iter().enumerate() {
        let (w, x) = corners[(i + 1) % corners.len()];
        let twice = z * x - w * y;
        sums[0] += twice / 2.0;
        sums[1] += twice * (z + w) / 6.0;
        sums[2] += twice * (y + x) / 6.0;
        sums[3] += twice * (z * z + z * w + w * w) / 12.0;
        sums[4] += twice * (y * y + y * x + x * x) / 12.0;
        sums[5] += twice * (2.0 * z * y + z * x + w * y + 2.0 * w * x) / 24.0;
    }
    if sums[0] < 0.0 { sums.map(|s| -s) } else { sums }
}

pub(super) fn run(seed: u64) -> Result<usize, String> {
    let mut dice = Dice(seed ^ 0x5EC7);
    let count = 4 + dice.below(9);
    let star = |dice: &mut Dice, low: f64, high: f64, count: usize| -> Vec<(f64, f64)> {
        (0..count)
            .map(|k| {
                let angle = std::f64::consts::TAU * k as f64 / count as f64;
                let reach = dice.between(low, high);
                ((reach * angle.cos() * 10.0).round() / 10.0, (reach * angle.sin() * 10.0).round() / 10.0)
            })
            .collect()
    };
    let outline = star(&mut dice, 60.0, 140.0, count);
    let hole = (dice.below(2) == 0).then(|| star(&mut dice, 10.0, 25.0, 5));
    let list = |corners: &[(f64, f64)]| {
        let all: Vec<_> = corners.iter().map(|(z, y)| format!("[{z:?}, {y:?}]")).collect();
        format!("[{}]", all.join(", "))
    };
    let holes = hole.as_ref().map_or(String::new(), |hole| format!(", holes = [{}]", list(hole)));
    let text = format!(
        "supports = [{{ at = \"A\", kind = \"fixed\" }}]\npoints = {{ A = [0, 0], B = [1, 0] }}\nbodies = {{ arm = {{ runs = [[\"A\", \"B\"]], section = \"own\", material = \"assumed steel\" }} }}\nsections = {{ own = {{ shape = \"polygon\", outline = {}{holes} }} }}\n",
        list(&outline)
    );
    let mut sums = integrals(&outline);
    if let Some(hole) = &hole {
        sums.iter_mut().zip(integrals(hole)).for_each(|(s, h)| *s -= h);
    }
    let [area, z, y, zz, yy, zy] = sums;
    let (cz, cy) = (z / area, y / area);
    let mut trial = Trial::of(&text)?;
    let told = trial.answers.sections["own"].clone();
    let size = zz + yy;
    trial.near("area", Some(told.area), area, 1e-9 * area)?;
    trial.near("z of the centroid", Some(told.centroid[0]), cz, 1e-7 * 140.0)?;
    trial.near("y of the centroid", Some(told.centroid[1]), cy, 1e-7 * 140.0)?;
    trial.near("I_z", Some(told.i_z), yy - area * cy * cy, 1e-9 * size)?;
    trial.near("I_y", Some(told.i_y), zz - area * cz * cz, 1e-9 * size)?;
    trial.near("I_zy", Some(told.i_zy), zy - area * cz * cy, 1e-9 * size)?;
    trial.done()
}
