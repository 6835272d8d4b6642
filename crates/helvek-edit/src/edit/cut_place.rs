//! The place of a cut, as it is typed.

use super::figure::Figure;
use super::place::spot;
use super::wrong;
use helvek_numbers::geometry::Vector;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Document, Side};
use helvek_statics::model::{CutAt, Model};

/// A place on a straight stretch of a body.
#[derive(Debug, Clone, PartialEq)]
pub struct CutPlace {
    /// The body.
    pub body: String,
    /// The first and the last point of the stretch.
    pub stretch: [String; 2],
    /// From the first, in the sheet's unit of length.
    pub station: f64,
    /// Its coordinates.
    pub at: [f64; 2],
}

impl CutPlace {
    /// The same place in the model of its sheet; `None` where that has no such stretch.
    pub fn in_model(&self, model: &Model, side: Side) -> Option<CutAt> {
        let body = model.body_ids().find(|id| model.bodies[id.index()].name == self.body)?;
        let point = |name: &String| model.point_ids().find(|p| model.point_name(*p) == name);
        let [first, last] = &self.stretch;
        let station = model.units.length.to_si(self.station);
        Some(CutAt { body, stretch: [point(first)?, point(last)?], station, side })
    }
}

/// The place at which a text means to cut: any place of the board's grammar that lies on a run.
///
/// # Errors
///
/// When it is not understood, or lies beside every member.
pub fn cut_place(document: &Document, text: &str) -> Result<CutPlace, Vec<Problem>> {
    let sheet = &document.sheet;
    let found = spot(sheet, text, "place")?;
    let figure = Figure::of(sheet)?;
    let lines = figure.lines.iter().filter(|line| found.body.as_ref().is_none_or(|body| *body == line.body));
    for line in lines {
        for i in 0..line.points.len() - 1 {
            let (a, b) = (line.points[i].1, line.points[i + 1].1);
            let along = (b - a).unit().unwrap_or(Vector::X);
            let (from, length) = (found.at - a, a.distance(b));
            let (station, off) = (from.dot(along), along.cross(from).length());
            if off > figure.slack() * 10.0 || station < -figure.slack() || station > length + figure.slack() {
                continue;
            }
            let (first, last) = line.stretch(i);
            let name = |k: usize| line.points[k].0.clone();
            let at = a + along * station.clamp(0.0, length);
            return Ok(CutPlace {
                body: line.body.clone(),
                stretch: [name(first), name(last)],
                station: line.points[first].1.distance(a) + station.clamp(0.0, length),
                at: [at.x, at.y],
            });
        }
    }
    wrong(
        "place",
        format!("\"{text}\" lies beside every member."),
        "Choose a place on one: C, or 2.5, or C + 0.5.",
    )
}
