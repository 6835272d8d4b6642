//! Trains of forces in words: where one has to stand for the least and the greatest.

use crate::agree::{agreeing, comes_to, marked};
use crate::formula::{Addend, Formula, Number, Source, Symbol};
use crate::inline::Inline;
use crate::numbers::{Numbers, minus};
use helvek_core::answers::Publisher;
use helvek_core::answers::{ForceOf, MostAnswer, MovingAnswer, MovingForce, StandAnswer};
use helvek_core::internal_forces::Inner;
use helvek_core::model::{CutAt, PointId, Train};
use helvek_core::moving_load::{Line, Passage};
use helvek_core::units::{Unit, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// A train with what it comes to.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageTrain {
    /// Its name.
    pub name: String,
    /// `cart: 6, then 9 2.4 m behind; from A to D, 12 m`
    pub title: String,
    /// The reason there are no influence lines.
    pub refused: Option<String>,
    /// The length of its path, in the sheet's unit.
    pub path: f64,
    /// From its leading force to its last.
    pub long: f64,
    /// The ends of its path.
    pub ends: [String; 2],
    /// Everything it changes, with the worst stands.
    pub lines: Vec<TrainLine>,
}

/// The least and the greatest of one thing.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct TrainLine {
    /// `A_y`, `M in deck`, `V at 2.5 m from A`.
    pub of: String,
    /// The name of its influence line, where it has one: that of an unknown.
    pub line: Option<String>,
    /// The places where it is least and where it is greatest.
    pub ends: [TrainEnd; 2],
}

/// One end of a range.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct TrainEnd {
    /// With its unit: `−2.00 kN`.
    pub value: String,
    /// `force 2 at 4.5 m from A, heading to D`; `without it` when the train is away.
    pub stand: String,
    /// The place of the leading force, from the beginning of the path.
    pub lead: Option<f64>,
    /// It heads to the end of its path.
    pub on: bool,
    /// `A_y = 1.00 + 3.2·1.24 + 1.8·1.02 = 6.80 kN`: the loads as drawn, and each force times the ordinate under it; empty along a member, and
    /// when the train is away.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub sum: Vec<Inline>,
}

/// The least and the greatest N, V and M that a train causes at a place inside a body.
pub fn influence_lines(passage: &Passage<'_>, section: &CutAt) -> Vec<TrainLine> {
    let solved = passage.solved;
    let wording = Numbers { statics: solved };
    let inside = solved.inside();
    let here = inside.iter().find(|i| i.body == section.body && [i.from, i.to] == section.stretch);
    let diagram = here.and_then(|inside| inside.diagram.as_ref().ok());
    let Some((lines, diagram)) = passage.section(section).zip(diagram) else { return Vec::new() };
    let line = |(inner, line): (Inner, Line)| {
        let drawn = diagram.at(inner, section.station, section.side);
        let unit = solved.model.inner_unit_of(inner);
        let ends = passage.most(&line, drawn).map(|most| {
            let stand = most.stand.map(|stand| Publisher(solved).stand_answer(passage, stand));
            let each = solved.model.units.force.to_si(1.0);
            let ordinates = line.ordinates(passage.train, &most).into_iter();
            let ordinates = ordinates.map(|ordinate| unit.from_si(ordinate * each)).collect();
            let most = MostAnswer { value: unit.from_si(most.value), distance: None, stand, ordinates };
            let end = wording.train_end(passage.train, &most, unit);
            let of = Symbol::letter(inner.letter()).into();
            TrainEnd { sum: wording.by_ordinates(of, passage.train, &most, unit.from_si(drawn), unit), ..end }
        });
        TrainLine { of: inner.letter().to_owned(), line: None, ends }
    };
    let all = Inner::ALL.into_iter().zip(lines).map(line);
    // What it changes.
    all.filter(|line| line.ends[0].value != line.ends[1].value).collect()
}

impl Numbers<'_> {
    /// Every train.
    pub(crate) fn trains(&self) -> Vec<PageTrain> {
        let answers = Publisher(self.statics).moving_answers();
        answers
            .iter()
            .zip(&self.statics.model.trains)
            .map(|(answer, train)| self.train(answer, train))
            .collect()
    }

    fn train(&self, answer: &MovingAnswer, train: &Train) -> PageTrain {
        let units = &self.statics.model.units;
        let plain = |value: f64| figures::plain(value, self.digits().max(3));
        let force = |i: usize| {
            let axle = train.axles[i];
            let size = plain(units.force.from_si(axle.size));
            if i == 0 {
                return format!("{size} {}", units.force.symbol);
            }
            let gap = units.length.from_si(axle.behind - train.axles[i - 1].behind);
            format!("{} {} behind {size}", plain(gap), units.length.symbol)
        };
        let forces: Vec<String> = (0..train.axles.len()).map(force).collect();
        let mut lines = Vec::new();
        let unit = |force: &MovingForce| if force.couple { &units.moment } else { &units.force };
        for force in answer.forces.iter().filter(|f| f.least.value != f.greatest.value) {
            let of = if force.kind == ForceOf::Bar { format!("bar {}", force.of) } else { force.of.clone() };
            let symbol = match force.kind {
                ForceOf::Bar => Symbol::indexed("S", &force.of.replace('-', "")),
                _ => {
                    let (base, index) = force.of.split_once('_').unwrap_or((&force.of, ""));
                    Symbol::indexed(base, index)
                }
            };
            let ends = self.train_ends(symbol, train, force, unit(force));
            lines.push(TrainLine { of, line: Some(force.of.clone()), ends });
        }
        for diagram in &answer.diagrams {
            for of in ["N", "V", "M"] {
                let bounds = &diagram.inner[of];
                let unit = if of == "M" { &units.moment } else { &units.force };
                if bounds.lowest.value == bounds.highest.value {
                    continue;
                }
                let ends = [&bounds.lowest, &bounds.highest].map(|most| {
                    let mut end = self.train_end(train, most, unit);
                    let at = most.distance.map(plain).unwrap_or_default();
                    end.value = format!("{} at {at} {}", end.value, units.length.symbol);
                    end
                });
                lines.push(TrainLine {
                    of: format!("{of}, {} {} to {}", diagram.on, diagram.from, diagram.to),
                    line: None,
                    ends,
                });
            }
        }
        for force in answer.internal.iter().filter(|f| f.least.value != f.greatest.value) {
            let Some(cut) = force.place.map(|place| &self.statics.model.cuts[place]) else { continue };
            let unit = if force.of == "M" { &units.moment } else { &units.force };
            let ends = self.train_ends(Symbol::letter(&force.of), train, force, unit);
            lines.push(TrainLine { of: format!("{} {}", force.of, self.cut_label(cut)), line: None, ends });
        }
        let length = plain(answer.length);
        PageTrain {
            name: answer.name.clone(),
            title: format!(
                "{}: {}; on {} to {}, {length} {}",
                answer.name,
                forces.join(", "),
                answer.from,
                answer.to,
                units.length.symbol
            ),
            refused: answer.refused.clone(),
            path: answer.length,
            long: units.length.from_si(train.axles[train.axles.len() - 1].behind),
            ends: [answer.from.clone(), answer.to.clone()],
            lines,
        }
    }

    /// A place on a path: by a point of the sheet, else by its distance from the beginning.
    fn on_path(&self, train: &Train, place: f64) -> String {
        let model = &self.statics.model;
        let metres = model.units.length.to_si(place);
        let at = model.at(train.ends[0]) + train.along * metres;
        let near = |p: &PointId| model.at(*p).distance(at) <= 1e-9 * train.length();
        match model.point_ids().find(near) {
            Some(point) => model.point_name(point).to_owned(),
            None => self.place_along(metres, model.point_name(train.ends[0])),
        }
    }

    /// The least and the greatest of a force, with their sums.
    fn train_ends(&self, of: Symbol, train: &Train, force: &MovingForce, unit: &Unit) -> [TrainEnd; 2] {
        [&force.least, &force.greatest].map(|most| {
            let sum = self.by_ordinates(of.clone().into(), train, most, force.drawn, unit);
            TrainEnd { sum, ..self.train_end(train, most, unit) }
        })
    }

    /// `A_y = 1.00 + 3.2·1.24 + 1.8·1.02 = 6.80 kN`: what the loads as drawn make of it, and each force times the ordinate under it.
    fn by_ordinates(
        &self,
        of: Formula,
        train: &Train,
        most: &MostAnswer,
        drawn: f64,
        unit: &Unit,
    ) -> Vec<Inline> {
        let forces = &self.statics.model.units.force;
        let under: Vec<(f64, f64)> = train
            .axles
            .iter()
            .zip(&most.ordinates)
            .map(|(axle, ordinate)| (forces.from_si(axle.size), *ordinate))
            .filter(|(_, ordinate)| *ordinate != 0.0)
            .collect();
        if under.is_empty() {
            return Vec::new();
        }
        let largest = under.iter().map(|(p, ordinate)| (p * ordinate).abs()).fold(drawn.abs(), f64::max);
        let (formula, differs) = agreeing(|more| {
            let digits = self.digits() + more;
            let mut parts = Vec::new();
            if drawn != 0.0 {
                parts.push(Addend { less: drawn < 0.0, of: Number::rounded(drawn.abs(), digits).into() });
            }
            parts.extend(under.iter().map(|(p, ordinate)| {
                let size = Number::plain(*p, digits.max(4)).into();
                let product = Formula::product([size, Number::rounded(ordinate.abs(), digits).into()]);
                Addend { less: *ordinate < 0.0, of: product }
            }));
            let numeric = Formula::Sum(parts);
            let agrees = comes_to(numeric.value(), most.value, largest, self.digits());
            let result = Number::rounded(most.value, self.digits()).unit(unit).from(Source::Result);
            (Formula::Equal(vec![of.clone(), numeric, result.into()]), agrees)
        });
        marked(vec![formula.into()], differs)
    }

    fn train_end(&self, train: &Train, most: &MostAnswer, unit: &Unit) -> TrainEnd {
        let value = format!("{} {}", minus(&figures::rounded(most.value, self.digits())), unit.symbol);
        let said = |stand: &StandAnswer| {
            let which =
                if train.axles.len() == 1 { "it".to_owned() } else { format!("force {}", stand.force) };
            let at = self.on_path(train, stand.at);
            // A single force has no front.
            let heading = if train.axles.len() == 1 {
                String::new()
            } else {
                format!(", heading to {}", stand.heads_to)
            };
            format!("{which} at {at}{heading}")
        };
        TrainEnd {
            value,
            stand: most.stand.as_ref().map_or_else(|| "without it".to_owned(), said),
            lead: most.stand.as_ref().map(|stand| stand.lead),
            on: most
                .stand
                .as_ref()
                .is_none_or(|stand| stand.heads_to == self.statics.model.point_name(train.ends[1])),
            sum: Vec::new(),
        }
    }
}
