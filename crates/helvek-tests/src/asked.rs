//! Internal forces asked for in every member, so that what is printed of cuts is read back too.

use helvek_core::internal_forces::Side;
use helvek_core::model::{CutAt, Model};

/// Asks for N, V and M (in space the six) inside the first straight stretch of every body, at no round place.
pub fn ask_inside(model: &mut Model) {
    let stretch = |(index, body): (usize, &helvek_core::model::Body)| {
        let points = model.stretches(body.runs.first()?).swap_remove(0);
        let ends = [*points.first()?, *points.last()?];
        let station = 0.37 * model.at(ends[0]).distance(model.at(ends[1]));
        let body = model.body_ids().nth(index)?;
        Some(CutAt { body, stretch: ends, station, side: Side::Before })
    };
    let cuts: Vec<CutAt> = model.bodies.iter().enumerate().filter_map(stretch).collect();
    model.cuts.extend(cuts);
}
