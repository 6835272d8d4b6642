//! Places inside bodies at which N, V and M are asked.

use super::resolve::Builder;
use super::{BodyId, CutId, PointId};
use helvek_numbers::tolerance;
use helvek_sheet::sheet::{Find, Side};
use helvek_sheet::units::Dimension;

/// A place on a straight stretch of a run.
#[derive(Debug, Clone, PartialEq)]
pub struct CutAt {
    /// The body.
    pub body: BodyId,
    /// The first and the last point of the stretch, corner to corner.
    pub stretch: [PointId; 2],
    /// Metres from its first point.
    pub station: f64,
    /// On which side of what acts there, along the run.
    pub side: Side,
}

/// A stretch with the stations of its points.
struct Stretch(Vec<(PointId, f64)>);

impl Stretch {
    fn station(&self, point: PointId) -> Option<f64> {
        self.0.iter().find(|(p, _)| *p == point).map(|(_, station)| *station)
    }

    fn length(&self) -> f64 {
        self.0[self.0.len() - 1].1
    }
}

impl Builder {
    /// The place of an asked cut; problems are told.
    pub(super) fn cut(&mut self, find: &Find, path: &str) -> Option<CutId> {
        let Find::Internal { on, at, from, to, distance, side } = find else { return None };
        let body = self.body(on, &format!("{path}.on"))?;
        let stretches = self.stretches(body);
        let (stretch, station) = match (at, from, to, distance) {
            (Some(at), ..) => self.at_point(body, &stretches, at, *side, path)?,
            (_, Some(from), Some(to), Some(distance)) => {
                let (name_from, name_to) = (from, to);
                let from = self.point(from, &format!("{path}.from"))?;
                let to = self.point(to, &format!("{path}.to"))?;
                let along = self.si(distance, Dimension::LENGTH, on, &format!("{path}.distance"))?;
                let both = stretches.iter().find_map(|s| Some((s, s.station(from)?, s.station(to)?)));
                let Some((stretch, a, b)) = both.filter(|_| from != to) else {
                    let message =
                        format!("{name_from} and {name_to} do not lie on one straight stretch of \"{on}\".");
                    self.sense(&format!("{path}.from"), message, "Name two points between the same corners.");
                    return None;
                };
                let slack = tolerance::GEOMETRY * stretch.length();
                if along < -slack || along > (b - a).abs() + slack {
                    let length = self.model.units.length.clone();
                    let message = format!(
                        "A cut at {} {} lies outside of {name_from}-{name_to}, which is {} {} long.",
                        helvek_sheet::units::figures::plain(length.from_si(along), 6),
                        length.symbol,
                        helvek_sheet::units::figures::plain(length.from_si((b - a).abs()), 6),
                        length.symbol,
                    );
                    self.sense(
                        &format!("{path}.distance"),
                        message,
                        "Choose a distance between the two points.",
                    );
                    return None;
                }
                (stretch, a + along * (b - a).signum())
            }
            // Told when the sheet was read.
            _ => return None,
        };
        let ends = [stretch.0[0].0, stretch.0[stretch.0.len() - 1].0];
        let slack = tolerance::GEOMETRY * stretch.length();
        // At its ends a stretch has one side only.
        let side = match side {
            _ if station <= slack => Side::After,
            _ if station >= stretch.length() - slack => Side::Before,
            side => side.unwrap_or(Side::Before),
        };
        self.model.cuts.push(CutAt { body, stretch: ends, station, side });
        Some(CutId(self.model.cuts.len() - 1))
    }

    fn stretches(&self, body: BodyId) -> Vec<Stretch> {
        let model = &self.model;
        let runs = model.bodies[body.index()].runs.iter().flat_map(|run| model.stretches(run));
        let measured = runs.filter(|points| points.len() > 1).map(|points| {
            let mut station = 0.0;
            let mut list = vec![(points[0], 0.0)];
            for pair in points.windows(2) {
                station += model.at(pair[0]).distance(model.at(pair[1]));
                list.push((pair[1], station));
            }
            Stretch(list)
        });
        measured.collect()
    }

    /// A named point: at a corner the stretch that ends there, or the one that begins there when the side after it is meant.
    fn at_point<'s>(
        &mut self,
        body: BodyId,
        stretches: &'s [Stretch],
        at: &str,
        side: Option<Side>,
        path: &str,
    ) -> Option<(&'s Stretch, f64)> {
        let point = self.point(at, &format!("{path}.at"))?;
        let mut here: Vec<_> = stretches.iter().filter_map(|s| Some((s, s.station(point)?))).collect();
        if here.is_empty() {
            let name = self.model.bodies[body.index()].name.clone();
            let message = format!("No run of \"{name}\" passes {at}.");
            self.sense(&format!("{path}.at"), message, "Choose a point on one of its runs.");
            return None;
        }
        // What ends here or goes on comes before what only begins here.
        here.sort_by_key(|(_, station)| *station == 0.0);
        match side {
            // What goes on through it, before what begins there.
            Some(Side::After) => here.into_iter().find(|(s, station)| *station < s.length()),
            _ => here.into_iter().next(),
        }
        .or_else(|| stretches.iter().find_map(|s| Some((s, s.station(point)?))))
    }
}
