//! The wording of forces in space: directions, coordinates and unit vectors, r × F, tables of coefficients, screws.

use crate::agree::{agreeing, comes_to, marked};
use crate::document::{self, Role, Table};
use crate::formula::{Addend, Formula, Number, Symbol, Total};
use crate::inline::Inline;
use crate::lines::{AxisMark, SpaceArm};
use crate::numbers::{AXES, Numbers, minus};
use crate::step::Wording;
use helvek_core::equilibrium::ColumnOf;
use helvek_core::geometry::{Point, Vector};
use helvek_core::internal_forces::Six;
use helvek_core::model::PointId;
use helvek_core::plan::{Axis, Centre, Equation};
use helvek_core::sheet::Notation;
use helvek_core::tolerance::first_largest;
use helvek_core::units::figures;
use helvek_core::verdict::PartMotion;
use helvek_core::working::{Arm, Line, Step, TermOf, origin};
use std::collections::HashSet;

const UNITS: [&str; 3] = ["i", "j", "k"];

impl Wording<'_> {
    /// Three components with their unit vectors, in the unit of what they measure; and their values as printed.
    pub(crate) fn ijk(&self, v: Vector, from_si: impl Fn(f64) -> f64, more: u8) -> (Formula, [f64; 3]) {
        let size = v.length();
        let mut parts = Vec::new();
        let mut printed = [0.0; 3];
        for (i, (value, letter)) in v.parts().into_iter().zip(UNITS).enumerate() {
            if value.abs() <= 1e-9 * size || value == 0.0 {
                continue;
            }
            let number = Number::rounded(from_si(value.abs()), self.digits() + more);
            printed[i] = value.signum() * number.printed();
            let of = Formula::product([number.into(), Symbol::letter(letter).vector().into()]);
            parts.push(Addend { less: value < 0.0, of });
        }
        let sum = if parts.is_empty() { Symbol::letter("0").vector().into() } else { Formula::Sum(parts) };
        (sum, printed)
    }

    /// True when components that printed numbers give are those of a result; one of nothing is known no better than what cancels in it.
    fn components_agree(&self, printed: [f64; 3], result: [f64; 3], largest: f64) -> bool {
        printed
            .into_iter()
            .zip(result)
            .all(|(printed, result)| comes_to(printed, result, largest, self.digits()))
    }

    /// The sum of an equation in space: `ΣF_x`, `ΣM_x, A`, `ΣM_AB`.
    pub(crate) fn sum_in_space(&self, equation: &Equation) -> Formula {
        let model = &self.solved.model;
        let named = |p: PointId| model.point_name(p);
        // About an axis through a point; `s` stands for one that is none of x, y and z.
        let about = |axis: &str, point: PointId| {
            let index = Formula::List(vec![axis.into(), Symbol::letter(named(point)).into()]);
            Formula::from("M").index(index)
        };
        let of = match *equation {
            Equation::Forces { axis: axis @ (Axis::X | Axis::Y | Axis::Z), .. } => {
                let i = [Axis::X, Axis::Y, Axis::Z].iter().position(|a| *a == axis).unwrap_or(0);
                match model.conventions.working {
                    Notation::Vector => {
                        Formula::product(["F", UNITS[i]].map(|letter| Symbol::letter(letter).vector().into()))
                    }
                    _ => Symbol::indexed("F", AXES[i]).into(),
                }
            }
            Equation::Forces { along, axis: Axis::Along(_) } => {
                Symbol::indexed("F", model.axis_name(along).unwrap_or("s")).into()
            }
            Equation::Forces { axis: Axis::Across(column), .. } => {
                let symbol = Symbol::unknown(&self.column(column).symbol, self.column_mark(column));
                Formula::from("F").across(symbol)
            }
            Equation::Forces { axis: Axis::Square(..), .. } => Symbol::indexed("F", "n").into(),
            Equation::Moments { along, centre, .. } => match centre {
                Centre::Named(point) | Centre::Meeting(point, ..) => {
                    about(model.axis_name(along).unwrap_or("s"), point)
                }
                Centre::Through(a, b) => self.moment_about(&format!("{}{}", named(a), named(b))),
                Centre::Crossing(..) => self.moment_about("s"),
            },
        };
        Formula::Total(Total { sense: None, of: of.into() })
    }

    /// The arm of a term in space.
    pub(crate) fn space_arm(&self, arm: Option<Arm>, text: Option<&str>) -> Option<SpaceArm> {
        let arm = arm.filter(|_| self.spatial())?;
        let text = text.unwrap_or_default().to_owned();
        Some(SpaceArm {
            centre: self.solid(arm.centre),
            foot: self.solid(arm.foot),
            at: self.solid(arm.at),
            text,
        })
    }

    fn solid(&self, at: Point) -> [f64; 3] {
        [at.x, at.y, at.z].map(|v| self.solved.model.units.length.from_si(v))
    }

    /// The axis of a moment sum, to be drawn.
    pub(crate) fn axis_mark(&self, equation: &Equation) -> Option<AxisMark> {
        match *equation {
            Equation::Moments { about, along, .. } if self.spatial() => {
                Some(AxisMark { through: self.solid(about), along: along.parts() })
            }
            _ => None,
        }
    }

    /// Coordinates and unit vectors of the forces that are met for the first time.
    pub(crate) fn met(&self, step: &Step, told: &mut HashSet<String>) -> Vec<Vec<Inline>> {
        if !self.spatial() || step.reason.rule.is_some() {
            return Vec::new();
        }
        let terms = step.lines.iter().flat_map(|line| line.terms.iter().map(move |term| (line, term)));
        let mut lines = Vec::new();
        for (line, term) in terms {
            let Some((name, from, to)) = self.line_between(line, term.of) else { continue };
            if told.insert(name.to_string()) {
                lines.push(self.unit_vector(name, from, to));
            }
        }
        lines
    }

    /// The two named points between which a force acts that is not along an axis, and what its line is called.
    fn line_between(&self, line: &Line, of: TermOf) -> Option<(Formula, PointId, PointId)> {
        let (model, equilibrium) = (&self.solved.model, &self.solved.equilibrium);
        let (from, to) = origin::joints(model, equilibrium, &line.free_body, of)?;
        let name: Formula = match of {
            TermOf::Column(id) => match self.column(id).of {
                ColumnOf::Bar(_) => Symbol::letter(&self.column(id).symbol.index).into(),
                _ => Symbol::unknown(&self.column(id).symbol, self.column_mark(id)).into(),
            },
            TermOf::Action(_) => Symbol::letter(&origin::load(model, equilibrium, of)?.name).into(),
        };
        Some((name, from, to))
    }

    /// `u_S = r_DA/r = (−2, 3, 6) m/7 m = −0.286 i + 0.429 j + 0.857 k`: destination minus origin.
    fn unit_vector(&self, name: Formula, from: PointId, to: PointId) -> Vec<Inline> {
        let (model, length) = (&self.solved.model, &self.solved.model.units.length);
        let r = model.at(to) - model.at(from);
        let between = format!("{}{}", model.point_name(from), model.point_name(to));
        let along = r.unit().unwrap_or(Vector::ZERO);
        let ((components, size), differs) = agreeing(|more| {
            let numbers = r.tidy().parts().map(|v| Number::plain(length.from_si(v), self.digits() + more));
            let size = Number::plain(length.from_si(r.length()), self.digits().max(4) + more);
            let printed = numbers.each_ref().map(|number| number.printed() / size.printed());
            let agrees = self.components_agree(printed, along.parts(), 1.0);
            ((numbers, size), agrees)
        });
        let components = Formula::List(components.map(Formula::from).into());
        let formula = Formula::Equal(vec![
            Formula::from(Symbol::letter("u").vector()).index(name),
            Formula::over(Symbol::indexed("r", &between).vector(), "r"),
            Formula::over(components.unit(&length.symbol), size.unit(length)),
            self.ijk(along, |v| v, 0).0,
        ]);
        marked(vec![formula.into()], differs)
    }

    /// Equations that are solved together, as a table: a column for each unknown, the constants at the right.
    pub(crate) fn matrix(&self, step: &Step) -> Option<Table> {
        if !self.spatial() || step.lines.len() < 2 {
            return None;
        }
        let units = &self.solved.model.units;
        let row = |line: &Line| {
            let unit = match line.equation {
                Equation::Forces { .. } => units.force.clone(),
                Equation::Moments { .. } => units.moment_sums().1,
            };
            let of = |wanted: TermOf| -> Option<f64> {
                let mine: Vec<f64> = line.terms.iter().filter(|t| t.of == wanted).map(|t| t.value).collect();
                (!mine.is_empty()).then(|| mine.iter().sum())
            };
            // A coefficient counts per unit of its unknown: without a unit for forces in a force sum, a length in a moment sum.
            let cell = |id: &helvek_core::equilibrium::ColumnId| {
                of(TermOf::Column(*id)).map_or_else(
                    || "0".to_owned(),
                    |value| {
                        let own = self.unit_in_sum(*id);
                        let per = unit.from_si(1.0) / own.from_si(1.0);
                        minus(&figures::rounded(value * per, self.digits() + 1))
                    },
                )
            };
            let unknown = |of: TermOf| matches!(of, TermOf::Column(id) if step.unknowns.contains(&id));
            let known: f64 = line.terms.iter().filter(|t| !unknown(t.of)).map(|t| t.value).sum();
            let constant = if known == 0.0 { 0.0 } else { unit.from_si(-known) };
            let cells = step.unknowns.iter().map(cell);
            let constant = minus(&figures::rounded(constant, self.digits() + 1));
            let numbers = cells.chain([constant]).map(|number| vec![Inline::Words(number)]);
            std::iter::once(vec![self.sum_in_space(&line.equation).into()]).chain(numbers).collect()
        };
        let columns = step.unknowns.iter().filter_map(|id| self.unknown(TermOf::Column(*id)));
        let columns = columns.map(|symbol| vec![symbol.into()]);
        let head = std::iter::once(vec![Inline::words("")]).chain(columns).chain([vec!["constant".into()]]);
        Some(Table { head: head.collect(), rows: step.lines.iter().map(row).collect() })
    }

    /// r × F of everything that enters a moment sum, where vectors are the convention.
    pub(crate) fn products(&self, line: &Line) -> Vec<document::Line> {
        let model = &self.solved.model;
        let Equation::Moments { about, .. } = line.equation else { return Vec::new() };
        if !self.spatial() || model.conventions.working != Notation::Vector {
            return Vec::new();
        }
        let units = &model.units;
        let (length, couple) = units.moment_sums();
        let mut rows = Vec::new();
        let mut seen: Vec<TermOf> = Vec::new();
        for term in &line.terms {
            if seen.contains(&term.of) {
                continue;
            }
            seen.push(term.of);
            let act = match term.of {
                TermOf::Action(id) => Some(self.solved.equilibrium.actions[id.index()].act),
                TermOf::Column(id) => {
                    let acts = &self.column(id).acts;
                    acts.iter().find(|act| line.free_body.parts.contains(&act.on)).copied()
                }
            };
            let Some(act) = act.filter(|act| act.wrench.force != Vector::ZERO) else { continue };
            let (r, force) = (act.wrench.about - about, act.wrench.force);
            let symbol = match term.of {
                TermOf::Column(id) => Some(Symbol::unknown(&self.column(id).symbol, self.column_mark(id))),
                TermOf::Action(_) => None,
            };
            // The vectors of an unknown are those of one of it.
            let name = |of: Formula| match &symbol {
                None => of,
                Some(symbol) => Formula::Put(vec![symbol.clone().into(), of]),
            };
            let known = symbol.is_none();
            let force_unit = |v: f64| if known { units.force.from_si(v) } else { v };
            let moment_unit = |v: f64| if known { couple.from_si(v) } else { length.from_si(v) };
            let product = r.cross(force);
            let largest = moment_unit(r.length() * force.length());
            let ((arm, force), differs) = agreeing(|more| {
                let (arm, a) = self.ijk(r.tidy(), |v| length.from_si(v), more);
                let (force, f) = self.ijk(force.tidy(), force_unit, more);
                let [a, f] = [a, f].map(|[x, y, z]| Vector { x, y, z });
                let agrees = self.components_agree(
                    a.cross(f).parts(),
                    product.tidy().parts().map(moment_unit),
                    largest,
                );
                ((arm, force), agrees)
            });
            let [r, f] = ["r", "F"].map(|letter| Symbol::letter(letter).vector());
            let formula = Formula::Equal(vec![
                Formula::cross(r, f),
                Formula::cross(arm, name(force)),
                name(self.ijk(product.tidy(), moment_unit, 0).0),
            ]);
            let line = document::Line::new(Role::Working, marked(vec![formula.into()], differs));
            rows.push(line.of(self.mark(term.of)));
        }
        rows
    }
}

impl Numbers<'_> {
    /// A motion in space as a screw, in words.
    pub(crate) fn screw_words(&self, motion: &PartMotion) -> String {
        let model = &self.statics.model;
        let Some(screw) = motion.screw() else {
            return match motion.translation.unit() {
                Some(unit) => format!("slides {}", self.direction_in_space(unit)),
                None => "stays where it is".into(),
            };
        };
        let near = 1e-6 * self.statics.full.length_scale;
        let on =
            |p: &&helvek_core::model::NamedPoint| (p.at - screw.through).cross(screw.axis).length() <= near;
        let mut named = model.points.iter().filter(on);
        let axis = match (named.next(), named.next()) {
            (Some(a), Some(b)) => format!("the line {}–{}", a.name, b.name),
            (Some(a), None) => format!("the line through {} {}", a.name, self.direction_in_space(screw.axis)),
            _ => format!(
                "the line through {} {}",
                self.coordinates(screw.through),
                self.direction_in_space(screw.axis)
            ),
        };
        if screw.pitch == 0.0 {
            return format!("turns about {axis}");
        }
        let length = &model.units.length;
        let pitch = figures::rounded(length.from_si(screw.pitch.abs()), self.digits());
        let sense = if screw.pitch > 0.0 { "forward" } else { "back" };
        format!("screws about {axis}, {pitch} {} {sense} per radian", length.symbol)
    }

    /// The largest moment inside any member, with its place.
    pub(crate) fn looked_into_space(&self) -> String {
        let moments = [Six::T, Six::My, Six::Mz];
        let all = self.statics.inside_space().iter().filter_map(|inside| inside.diagram.as_ref().ok());
        let each = all.flat_map(|d| moments.map(|six| (six, d.largest(six).0)));
        let best = first_largest(each.filter(|(_, v)| *v != 0.0), |(_, v)| v.abs());
        match best {
            Some((six, value)) => {
                let unit = self.statics.model.six_unit(six);
                let number = figures::rounded(unit.from_si(value), self.digits());
                format!("{} {} {}", six.name(), minus(&number), unit.symbol)
            }
            None if self.statics.model.bodies.is_empty() => "no members that bend".into(),
            None => "no bending".into(),
        }
    }

    /// A place in the sheet's units: `(0.4, 0, 1.2)`.
    pub(crate) fn coordinates(&self, at: Point) -> String {
        let length = &self.statics.model.units.length;
        let near = 1e-9 * self.statics.full.length_scale;
        let part = |v: f64| {
            minus(&figures::plain(length.from_si(if v.abs() <= near { 0.0 } else { v }), self.digits()))
        };
        format!("({})", [at.x, at.y, at.z].map(part).join(", "))
    }
}
