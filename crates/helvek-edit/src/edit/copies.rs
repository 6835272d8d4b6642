//! Images of joints with the bars between them: repeated along, mirrored.

use super::chain::{join, joint_at};
use super::figure::Figure;
use helvek_numbers::geometry::Point;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{BarKind, Sheet};
use indexmap::IndexMap;

/// Puts an image of each joint, and of each bar that has both its ends among them; of only the chosen bars when some are chosen. A joint whose
/// image falls on another joint becomes that one.
pub(super) fn copy(
    sheet: &mut Sheet,
    joints: &[String],
    chosen: &[usize],
    image: impl Fn(Point) -> Point,
) -> Result<(), Vec<Problem>> {
    let figure = Figure::of(sheet)?;
    let bars: Vec<([String; 2], BarKind)> = sheet
        .bars
        .iter()
        .enumerate()
        .filter(|(row, bar)| {
            if chosen.is_empty() {
                bar.ends().iter().all(|end| joints.contains(end))
            } else {
                chosen.contains(row)
            }
        })
        .map(|(_, bar)| (bar.ends().clone(), bar.kind()))
        .collect();
    let ends = bars.iter().flat_map(|(ends, _)| ends).chain(joints);
    let mut images: IndexMap<String, String> = IndexMap::new();
    for name in ends {
        if !images.contains_key(name) {
            let there = joint_at(sheet, image(figure.at[name]))?;
            images.insert(name.clone(), there);
        }
    }
    for ([a, b], kind) in bars {
        let (a, b) = (&images[&a], &images[&b]);
        let there = sheet.bars.iter().any(|bar| bar.ends().contains(a) && bar.ends().contains(b));
        if a != b && !there {
            join(sheet, a, b, kind)?;
        }
    }
    Ok(())
}
