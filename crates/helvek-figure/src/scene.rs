//! From a model (and, when it is whole, its solution) to marks.

use crate::{Bounds, Mark, Numbered, Scene, Shape, Spin, SymbolMark};
use helvek_core::equilibrium::{ColumnKind, Source};
use helvek_core::geometry::{Point, Vector};
use helvek_core::model::{Given, LoadKind, Model, PointId, Support, SupportKind};
use helvek_core::solution::Solved;
use helvek_core::units::{Unit, figures};

/// The scene of a solution. Without `complete`, the model is only the part of a sheet that could be understood: nothing that was computed
/// from it is shown, because it would be the answer to another question.
pub fn scene(solved: &Solved, complete: bool) -> Scene {
    let painter = Painter { solved, complete };
    let mut marks = Vec::new();
    painter.bodies(&mut marks);
    painter.dimensions(&mut marks);
    painter.supports(&mut marks);
    painter.loads(&mut marks);
    painter.reactions(&mut marks);
    painter.points(&mut marks);
    let bounds = Bounds::around(solved.model.points.iter().map(|p| painter.place(p.at)));
    Scene { bounds, marks }
}

struct Painter<'a> {
    solved: &'a Solved,
    complete: bool,
}

impl Painter<'_> {
    fn model(&self) -> &Model {
        &self.solved.model
    }

    fn place(&self, at: Point) -> [f64; 2] {
        let length = &self.model().units.length;
        [length.from_si(at.x), length.from_si(at.y)]
    }

    fn point(&self, id: PointId) -> [f64; 2] {
        self.place(self.model().at(id))
    }

    /// A given quantity with its unit.
    fn given(&self, si: f64, unit: &Unit) -> String {
        format!("{} {}", figures::plain(unit.from_si(si), self.model().schools.figures), unit.symbol)
    }

    /// A result with its unit.
    fn result(&self, si: f64, unit: &Unit) -> String {
        format!("{} {}", figures::rounded(unit.from_si(si), self.model().schools.figures), unit.symbol)
    }

    fn degrees(&self, radians: f64) -> String {
        figures::plain(radians.to_degrees(), self.model().schools.figures)
    }

    /// A quantity of a load as it was written, when that was in a unit of its own; else in the sheet's.
    fn as_written(&self, load: &str, key: &str, si: f64, unit: &Unit) -> String {
        let mut conversions = self.model().conversions.iter();
        let written =
            conversions.find(|c| c.of == load && c.path.starts_with("loads[") && c.path.ends_with(key));
        match written {
            // "-500 lb" drawn along its true direction has lost its sign.
            Some(c) => c.written.trim_start_matches(['-', '−']).to_owned(),
            None => self.given(si, unit),
        }
    }

    /// A force as it was given: its size, and how it leans; or its components.
    fn force_text(&self, name: &str, force: Vector, given: Given) -> String {
        let unit = &self.model().units.force;
        let size = self.as_written(name, ".size", force.length(), unit);
        if force.x == 0.0 || force.y == 0.0 {
            return size;
        }
        let (across, up) = (force.x.abs(), force.y.abs());
        match given {
            Given::Components => {
                let arrows = [if force.x > 0.0 { "→" } else { "←" }, if force.y > 0.0 { "↑" } else { "↓" }];
                let part = |si: f64| figures::plain(unit.from_si(si), self.model().schools.figures);
                format!("{} {}, {} {} {}", part(across), arrows[0], part(up), arrows[1], unit.symbol)
            }
            Given::FromHorizontal => format!("{size}, {}° to x", self.degrees(up.atan2(across))),
            Given::FromVertical => format!("{size}, {}° to y", self.degrees(across.atan2(up))),
        }
    }

    fn bodies(&self, marks: &mut Vec<Mark>) {
        for body in &self.model().bodies {
            for run in &body.runs {
                marks.push(Mark::Body {
                    id: format!("body:{}", body.name),
                    name: body.name.clone(),
                    path: run.points.iter().map(|p| self.point(*p)).collect(),
                });
            }
        }
    }

    fn points(&self, marks: &mut Vec<Mark>) {
        for id in self.model().point_ids() {
            let name = self.model().point_name(id).to_owned();
            let along = self.model().body_ids().find_map(|body| self.model().run_direction(body, id));
            marks.push(Mark::Point {
                id: format!("point:{name}"),
                name,
                at: self.point(id),
                along: along.map(pair),
            });
        }
    }

    fn dimensions(&self, marks: &mut Vec<Mark>) {
        for run in self.model().bodies.iter().flat_map(|body| &body.runs) {
            let mut push = |a: PointId, b: PointId, lane: u8| {
                let (first, second) = (self.model().point_name(a), self.model().point_name(b));
                let distance = self.model().at(a).distance(self.model().at(b));
                marks.push(Mark::Dimension {
                    id: format!("dimension:{first}-{second}"),
                    first: first.to_owned(),
                    second: second.to_owned(),
                    from: self.point(a),
                    to: self.point(b),
                    text: self.given(distance, &self.model().units.length),
                    lane,
                });
            };
            for pair in run.points.windows(2) {
                push(pair[0], pair[1], 0);
            }
            if let [first, _, .., last] = run.points[..] {
                push(first, last, 1);
            }
        }
    }

    fn supports(&self, marks: &mut Vec<Mark>) {
        for support in &self.model().supports {
            let (shape, facing) = match support.kind {
                SupportKind::Pin => (Shape::Pin, Vector::Y),
                SupportKind::Roller { normal } => (Shape::Roller, normal),
                SupportKind::Fixed => (Shape::Fixed, self.wall(support)),
            };
            marks.push(Mark::Support {
                id: format!("support:{}", support.name),
                name: support.name.clone(),
                at: self.point(support.at),
                shape,
                facing: pair(facing),
                text: match support.kind {
                    SupportKind::Roller { normal } if normal.x != 0.0 && normal.y != 0.0 => {
                        Some(format!("{}°", self.degrees(normal.x.abs().atan2(normal.y.abs()))))
                    }
                    _ => None,
                },
            });
        }
    }

    /// A wall stands across the end of the member; in the middle of one, the ground is below.
    fn wall(&self, support: &Support) -> Vector {
        let model = self.model();
        let along = model.run_direction(support.on, support.at).unwrap_or(Vector::X);
        let points = model.points_of(support.on);
        if points.first() == Some(&support.at) {
            along
        } else if points.last() == Some(&support.at) {
            -along
        } else {
            Vector::Y
        }
    }

    fn loads(&self, marks: &mut Vec<Mark>) {
        let units = &self.model().units;
        let largest = self.largest_force();
        let steepest = self.steepest();
        for (index, load) in self.model().loads.iter().enumerate() {
            let id = format!("load:{}", load.name);
            let parts = || {
                let actions = self.solved.equilibrium.actions.iter();
                actions.filter(move |a| a.load.index() == index).map(|a| (a.act.wrench, a.source))
            };
            match load.kind {
                LoadKind::Force { at, force, given } => marks.push(Mark::Force {
                    id,
                    at: self.point(at),
                    toward: pair(force.unit().unwrap_or(-Vector::Y)),
                    text: self.force_text(&load.name, force, given),
                    relative: ratio(force.length(), largest),
                }),
                LoadKind::Couple { moment, .. } => {
                    let at = parts().next().map_or([0.0, 0.0], |(wrench, _)| self.place(wrench.about));
                    let turn = spin(moment.z);
                    marks.push(Mark::Couple {
                        id,
                        at,
                        turn,
                        text: self.as_written(&load.name, ".size", moment.z.abs(), &units.moment),
                    });
                }
                LoadKind::Distributed { from, to, start, end, direction, .. } => {
                    let intensity = units.force.per(&units.length);
                    let text = |key: &str, v: f64| self.as_written(&load.name, key, v.abs(), &intensity);
                    let texts = if start == end {
                        vec![text(".start", start)]
                    } else {
                        vec![text(".start", start), text(".end", end)]
                    };
                    let resultants = parts()
                        .filter(|(_, source)| *source != Source::Given)
                        .filter_map(|(wrench, _)| {
                            Some(Numbered {
                                at: self.place(wrench.about),
                                toward: pair(wrench.force.unit()?),
                                text: self.given(wrench.force.length(), &units.force),
                            })
                        })
                        .collect();
                    marks.push(Mark::Distributed {
                        id,
                        from: self.point(from),
                        to: self.point(to),
                        toward: pair(direction),
                        start: ratio(start, steepest),
                        end: ratio(end, steepest),
                        texts,
                        resultants,
                    });
                }
            }
        }
    }

    fn reactions(&self, marks: &mut Vec<Mark>) {
        let units = &self.model().units;
        let largest = self.largest_force();
        let values = self.solved.values();
        for (column, value) in self.solved.equilibrium.columns.iter().zip(values) {
            let value = value.filter(|_| self.complete);
            let unit = match column.kind {
                ColumnKind::Force => &units.force,
                ColumnKind::Couple => &units.moment,
            };
            let mut steps = self.solved.working.steps.iter();
            let step = steps
                .position(|s| self.solved.equilibrium.columns[s.unknown.index()].symbol == column.symbol);
            for act in &column.acts {
                marks.push(Mark::Reaction {
                    id: format!("reaction:{}", column.symbol),
                    support: format!("support:{}", self.model().supports[column.support.index()].name),
                    symbol: SymbolMark {
                        base: column.symbol.base.clone(),
                        index: column.symbol.index.clone(),
                    },
                    at: self.place(act.wrench.about),
                    toward: act.wrench.force.unit().map(pair),
                    turn: (column.kind == ColumnKind::Couple).then(|| spin(act.wrench.moment.z)),
                    text: value.map(|v| self.result(v.abs(), unit)),
                    turned: value.is_some_and(|v| v < 0.0),
                    zero: value == Some(0.0),
                    step: step.filter(|_| self.complete).map(|s| s + 1),
                    relative: match column.kind {
                        ColumnKind::Force => value.map_or(0.0, |v| ratio(v.abs(), largest)),
                        ColumnKind::Couple => 0.0,
                    },
                });
            }
        }
    }

    /// The largest force drawn, N.
    fn largest_force(&self) -> f64 {
        let loads = self.solved.equilibrium.actions.iter().map(|a| a.act.wrench.force.length());
        let columns = self.solved.equilibrium.columns.iter().zip(self.solved.values());
        let reactions =
            columns.filter(|(c, _)| c.kind == ColumnKind::Force).filter_map(|(_, value)| value).map(f64::abs);
        loads.chain(reactions.filter(|_| self.complete)).fold(0.0, f64::max)
    }

    /// The largest intensity, N/m.
    fn steepest(&self) -> f64 {
        let intensities = self.model().loads.iter().map(|load| match load.kind {
            LoadKind::Distributed { start, end, .. } => start.abs().max(end.abs()),
            _ => 0.0,
        });
        intensities.fold(0.0, f64::max)
    }
}

fn pair(v: Vector) -> [f64; 2] {
    [v.x, v.y]
}

fn spin(moment: f64) -> Spin {
    if moment < 0.0 { Spin::Cw } else { Spin::Ccw }
}

fn ratio(part: f64, whole: f64) -> f64 {
    if whole > 0.0 { part / whole } else { 0.0 }
}
