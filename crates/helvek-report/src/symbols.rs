//! Equations before their numbers: the symbol of each force, arm and angle.

use crate::formula::{Formula, Symbol};
use crate::numbers::AXES;
use crate::step::Wording;
use helvek_core::equilibrium::{ActionOf, ColumnOf};
use helvek_core::geometry::Point;
use helvek_core::model::{Given, Load, LoadKind, PointId, Spread};
use helvek_core::plan::{Axis, Centre, Equation};
use helvek_core::things::load::{LoadWord, Profile};
use helvek_core::working::{Arm, Line, Projection, Size, Term, TermOf, origin};

/// The name of a distance between two points: `AB`, with a comma between names that are longer than a letter.
fn between(a: &str, b: &str) -> String {
    let short = |name: &str| name.chars().count() == 1;
    if short(a) && short(b) { format!("{a}{b}") } else { format!("{a},{b}") }
}

/// The end of a part of a load at which its smaller intensity is none of those that were given.
fn interior(spread: &Spread) -> Option<PointId> {
    let portion = spread.portion?;
    let [first, last] = spread.ends().map(|end| end.known().map(f64::abs));
    let (first, last) = (first?, last?);
    let inside = |share: f64| share > 1e-9 && share < 1.0 - 1e-9;
    let (at, share) =
        if first < last { (spread.from, portion.share[0]) } else { (spread.to, portion.share[1]) };
    (first != last && inside(share)).then_some(at)
}

impl Wording<'_> {
    /// A term in symbols, without its sign: `½·q_soil·AD·sin α·x_AB`.
    pub(crate) fn symbolic(&self, line: &Line, term: &Term) -> Formula {
        let mut factors: Vec<Formula> = Vec::new();
        if let Size::Resultant { profile, .. } | Size::Sought { profile, .. } = term.size {
            let [part, whole] = profile.sort().share;
            factors.extend((part != whole).then_some(Formula::Share([part, whole])));
        }
        if term.times > 1 {
            factors.push(i32::from(term.times).into());
        }
        factors.push(self.force_symbol(term));
        if matches!(term.size, Size::Resultant { .. } | Size::Sought { .. }) {
            factors.push(self.stretch(term));
        }
        factors.extend(match term.projection {
            Projection::Whole => None,
            Projection::Cos(_) => Some(Formula::cos(self.angle(line, term))),
            Projection::Sin(_) => Some(Formula::sin(self.angle(line, term))),
            Projection::Cosine(_) => Some(self.cosine(line, term)),
        });
        factors.extend(term.arm.map(|arm| self.arm_symbol(line, term, arm)));
        match factors.len() {
            1 => factors.remove(0),
            _ => Formula::Product(factors),
        }
    }

    /// The symbol of a force or couple: an unknown's own, a load's, `W_rope` of what hangs on a rope.
    pub(crate) fn force_symbol(&self, term: &Term) -> Formula {
        let TermOf::Action(id) = term.of else {
            return self.unknown(term.of).unwrap_or_else(|| "F".into());
        };
        match (
            origin::load(&self.solved.model, &self.solved.equilibrium, term.of),
            self.solved.equilibrium.actions[id.index()].of,
        ) {
            (Some(load), _) => self.load_symbol(load, Some(term)),
            (None, ActionOf::End(rope, _)) => {
                let letter = if matches!(term.size, Size::Mass { .. }) { "W" } else { "F" };
                let mut symbol = Symbol::indexed(letter, &self.solved.model.ropes[rope.index()].name);
                symbol.of = self.mark(term.of);
                symbol.into()
            }
            (None, ActionOf::Load(_)) => "F".into(),
        }
    }

    /// `F_crate`, `q_soil`, `W_pot`, `M₁`; of a part of it as it stands in a sum: `F_crate,x`, `q_soil,A`, `W_bars,B`.
    pub(crate) fn load_symbol(&self, load: &Load, term: Option<&Term>) -> Formula {
        let model = &self.solved.model;
        let word = match load.kind {
            LoadKind::Force { given: Given::Mass(_) | Given::Weight, .. } => LoadWord::Weight,
            LoadKind::Force { .. } => LoadWord::Force,
            LoadKind::Couple { .. } => LoadWord::Couple,
            LoadKind::Spread(_) => LoadWord::Distributed,
            LoadKind::Own { .. } => LoadWord::Own,
        };
        let part = term.and_then(|term| match (&load.kind, term.size, term.of) {
            (LoadKind::Own { .. }, _, TermOf::Action(id)) => {
                Some(model.name_at(self.solved.equilibrium.actions[id.index()].act.wrench.about))
            }
            (LoadKind::Spread(spread), Size::Resultant { profile, .. }, _) => match profile {
                Profile::Uniform => interior(spread).map(|point| model.point_name(point)),
                Profile::Falling => Some(model.point_name(spread.from)),
                Profile::Rising => Some(model.point_name(spread.to)),
            },
            (LoadKind::Force { direction, given: Given::Components, .. }, ..)
                if direction.axis().is_none() =>
            {
                term.unit.axis().map(|(axis, _)| AXES[axis])
            }
            _ => None,
        });
        let letter = word.sort().letter;
        // F1 is F with the index 1.
        let numbered =
            load.name.strip_prefix(letter).filter(|rest| rest.starts_with(|c: char| c.is_ascii_digit()));
        let name = numbered.unwrap_or(&load.name);
        let index = part.map_or_else(|| name.to_owned(), |part| format!("{name},{part}"));
        let mut symbol = Symbol::indexed(letter, &index);
        symbol.of = term.map_or_else(|| Some(load.mark()), |term| self.mark(term.of));
        symbol.into()
    }

    /// A letter that belongs to a force: `α_AE` of a bar, `a_crate` of a load, `a_N_C` of a reaction.
    fn of_force(&self, letter: &str, term: &Term) -> Formula {
        match term.of {
            TermOf::Column(id) => {
                let column = self.column(id);
                match column.of {
                    ColumnOf::Bar(_) => Symbol::indexed(letter, &column.symbol.index).into(),
                    _ => Formula::from(letter).index(self.force_symbol(term)),
                }
            }
            TermOf::Action(_) => match self.force_symbol(term) {
                Formula::Symbol(symbol) if symbol.index.starts_with(|c: char| c.is_ascii_digit()) => {
                    Symbol::indexed(letter, &format!("{}{}", symbol.base, symbol.index)).into()
                }
                Formula::Symbol(symbol) => Symbol::indexed(letter, &symbol.index).into(),
                other => Formula::from(letter).index(other),
            },
        }
    }

    /// The length over which a load is spread: `AD`, or its projection `x_AD`.
    fn stretch(&self, term: &Term) -> Formula {
        let Some(spread) = origin::spread(&self.solved.model, &self.solved.equilibrium, term) else {
            return "L".into();
        };
        let model = &self.solved.model;
        let name = between(model.point_name(spread.from), model.point_name(spread.to));
        let r = model.at(spread.to) - model.at(spread.from);
        let near = |length: f64| (length - spread.over).abs() <= 1e-9 * spread.over;
        if near(r.length()) {
            return Symbol::letter(&name).into();
        }
        match r.parts().iter().position(|part| near(part.abs())) {
            Some(axis) => Symbol::indexed(AXES[axis], &name).into(),
            None => "L".into(),
        }
    }

    /// The angle of a force from an axis, `α`, or from the direction of a sum along or across something, `β`.
    pub(crate) fn angle(&self, line: &Line, term: &Term) -> Formula {
        let turned = matches!(line.equation, Equation::Forces { axis: Axis::Across(_) | Axis::Along(_), .. });
        self.of_force(if turned { "β" } else { "α" }, term)
    }

    /// A component of a unit vector in space: `u_AB,x`.
    pub(crate) fn cosine(&self, line: &Line, term: &Term) -> Formula {
        // In a moment sum the component that turns is the one square to the arm and to the axis.
        let along = match (line.equation, term.arm) {
            (Equation::Forces { along, .. }, _) | (Equation::Moments { along, .. }, None) => along,
            (Equation::Moments { along, .. }, Some(arm)) => along.cross(arm.foot - arm.centre),
        };
        let square = matches!(line.equation, Equation::Forces { axis: Axis::Square(..), .. });
        let other = if square { "n" } else { "s" };
        let axis = along.unit().and_then(|unit| self.solved.model.axis_name(unit.tidy())).unwrap_or(other);
        match self.of_force("u", term) {
            Formula::Symbol(symbol) => Symbol::indexed("u", &format!("{},{axis}", symbol.index)).into(),
            Formula::Index(of) => {
                let [base, index] = *of;
                base.index(Formula::List(vec![index, axis.into()]))
            }
            other => other,
        }
    }

    /// The name of the point at a place; none of those that only a load has.
    pub(crate) fn named(&self, at: Point) -> Option<&str> {
        Some(self.solved.model.name_at(at)).filter(|name| !name.is_empty())
    }

    /// A symbol of several, by its number: `a_T,2`.
    fn numbered(&self, of: Formula, place: usize) -> Formula {
        match of {
            Formula::Symbol(symbol) => {
                Symbol::indexed(&symbol.base, &format!("{},{place}", symbol.index)).into()
            }
            Formula::Index(of) => {
                let [base, index] = *of;
                base.index(Formula::List(vec![index, i32::try_from(place).unwrap_or(0).into()]))
            }
            other => other,
        }
    }

    /// The arm of a term: `x_AB` where it is the distance of two points along an axis, else `a` of its force.
    pub(crate) fn arm_symbol(&self, line: &Line, term: &Term, arm: Arm) -> Formula {
        let centre = match line.equation {
            Equation::Moments { centre: Centre::Named(point), .. } => {
                Some(self.solved.model.point_name(point))
            }
            _ => None,
        };
        match (centre, self.named(arm.at), origin::axis(&arm)) {
            (Some(centre), Some(at), Some(axis)) => Symbol::indexed(AXES[axis], &between(centre, at)).into(),
            _ => {
                let arm_of = self.of_force("a", term);
                let symbol = self.force_symbol(term);
                let same = |other: &&Term| {
                    other.of == term.of && other.arm.is_some() && self.force_symbol(other) == symbol
                };
                if line.terms.iter().filter(same).count() < 2 {
                    return arm_of;
                }
                // A rope that runs over a body twice has an arm each time.
                let place = line.terms.iter().filter(same).position(|other| other == term).unwrap_or(0) + 1;
                self.numbered(arm_of, place)
            }
        }
    }
}
