//! The terms of a sum as they are printed, with as many figures as it takes to add up.

use crate::agree::agreeing;
use crate::formula::{Formula, Number, Source, Symbol, read};
use crate::lines::PageTerm;
use crate::step::Wording;
use helvek_core::equilibrium::{ColumnId, ColumnKind};
use helvek_core::plan::Equation;
use helvek_core::things::load::Profile;
use helvek_core::units::{Unit, figures};
use helvek_core::working::{Line, Projection, Size, Term, TermOf};

/// The way the numbers of a sum are written.
struct Hand {
    /// Significant figures of results, and how many more its terms have.
    digits: u8,
    more: u8,
    /// Of arms, and of couples.
    arm: Unit,
    couple: Unit,
}

impl Hand {
    fn plain(&self, value: f64) -> Number {
        Number::plain(value, self.digits + self.more)
    }

    /// Carried with one figure more than it is reported with.
    fn carried(&self, value: f64) -> Number {
        Number::plain(value, self.digits + 1 + self.more)
    }
}

impl Wording<'_> {
    /// The terms of a line that is not solved.
    pub(crate) fn terms(&self, line: &Line) -> Vec<PageTerm> {
        self.worded(line, self.written(line, 0))
    }

    /// The terms of a line with so many figures more than usual.
    pub(crate) fn terms_with(&self, line: &Line, more: u8) -> Vec<PageTerm> {
        self.worded(line, self.written(line, more))
    }

    /// The terms of a line with what it finds, SI, or of one in which everything is known. They get up to two figures more until the printed numbers agree with the
    /// printed results within half a unit of their last places; whether they still differ.
    pub(crate) fn sum_that_agrees(&self, line: &Line, found: &[(ColumnId, f64)]) -> (Vec<PageTerm>, bool) {
        let (written, differs) = agreeing(|more| {
            let written = self.written(line, more);
            let agrees = self.agrees(line, &written, found);
            (written, agrees)
        });
        (self.worded(line, written), differs)
    }

    /// The terms of a line with what is said of each, once their numbers have been settled.
    fn worded(&self, line: &Line, written: Vec<Formula>) -> Vec<PageTerm> {
        line.terms.iter().zip(written).map(|(term, product)| self.term(line, term, product)).collect()
    }

    /// True when printed numbers add up: the products of the known terms, and those of the unknowns with their printed results.
    fn agrees(&self, line: &Line, written: &[Formula], found: &[(ColumnId, f64)]) -> bool {
        let digits = self.digits();
        let (mut sum, mut slack, mut largest) = (0.0, 0.0, 0.0f64);
        for (term, product) in line.terms.iter().zip(written) {
            let value = if term.sign < 0.0 { -product.value() } else { product.value() };
            let unknown = match (term.of, term.size) {
                (TermOf::Column(id), Size::Unknown | Size::Sought { found: None, .. }) => Some(id),
                _ => None,
            };
            match unknown.and_then(|id| found.iter().find(|(known, _)| *known == id)) {
                Some((id, result)) => {
                    let result = self.unit_in_sum(*id).from_si(*result);
                    sum += value * read(&figures::rounded(result, digits));
                    slack += 0.5 * value.abs() * figures::last_place(result, digits);
                    largest = largest.max((value * result).abs());
                }
                None => {
                    sum += value;
                    largest = largest.max(value.abs());
                }
            }
        }
        // A check, and a result of nothing: half a unit in the last place of the largest term.
        if slack == 0.0 {
            slack = 0.5 * figures::last_place(largest, digits);
        }
        sum.abs() <= slack * (1.0 + 1e-9) + 1e-12 * largest
    }

    /// The unit of an unknown where it stands in a sum.
    pub(crate) fn unit_in_sum(&self, id: ColumnId) -> Unit {
        let units = &self.solved.model.units;
        match self.column(id).kind {
            ColumnKind::Couple => units.moment_sums().1,
            ColumnKind::Intensity => units.force.per(&units.length),
            ColumnKind::Force => units.force.clone(),
        }
    }

    /// The products of a line's terms, without their signs.
    fn written(&self, line: &Line, more: u8) -> Vec<Formula> {
        let (arm, couple) = match line.equation {
            Equation::Moments { .. } => self.solved.model.units.moment_sums(),
            Equation::Forces { .. } => {
                let units = &self.solved.model.units;
                (units.length.clone(), units.moment.clone())
            }
        };
        let hand = Hand { digits: self.digits(), more, arm, couple };
        line.terms.iter().map(|term| self.product(term, &hand)).collect()
    }

    fn product(&self, term: &Term, hand: &Hand) -> Formula {
        let units = &self.solved.model.units;
        let per_length = |v: f64| units.force.per(&units.length).from_si(v);
        let length = |metres: f64| hand.plain(units.length.from_si(metres)).into();
        // How much of a size counts, before it; nothing for all of it.
        let share = |profile: Profile| {
            let [part, whole] = profile.sort().share;
            (part != whole).then_some(Formula::Share([part, whole]))
        };
        let mut factors: Vec<Formula> = Vec::new();
        factors.extend((term.times > 1).then(|| i32::from(term.times).into()));
        match term.size {
            Size::Force(v) => factors.push(hand.plain(units.force.from_si(v)).into()),
            Size::Couple(v) => factors.push(hand.plain(hand.couple.from_si(v)).into()),
            Size::Resultant { profile, intensity, over } => {
                factors.extend(share(profile));
                factors.extend([hand.plain(per_length(intensity)).into(), length(over)]);
            }
            Size::Mass { mass, gravity } => {
                factors.push(hand.carried(units.force.from_si(mass * gravity)).into());
            }
            Size::Sought { profile, found, over } => {
                factors.extend(share(profile));
                factors.extend(match found {
                    Some(v) => Some(hand.carried(per_length(v)).from(self.source(term.of)).into()),
                    None => self.unknown(term.of),
                });
                factors.push(length(over));
            }
            Size::Found(v) => {
                let unit = match term.of {
                    TermOf::Column(id) if self.column(id).kind == ColumnKind::Couple => &hand.couple,
                    _ => &units.force,
                };
                factors.push(hand.carried(unit.from_si(v)).from(self.source(term.of)).into());
            }
            Size::Unknown => {
                let symbol = self.unknown(term.of).into_iter();
                // `2 T`: not a number put in.
                let times = factors.pop();
                factors.extend(symbol.map(|symbol| match times.clone() {
                    Some(times) => Formula::product([times, symbol]),
                    None => symbol,
                }));
            }
        }
        let angle = |radians: f64| Number::degrees(radians, hand.digits + hand.more);
        factors.extend(match term.projection {
            Projection::Whole => None,
            Projection::Cos(a) => Some(Formula::cos(angle(a))),
            Projection::Sin(a) => Some(Formula::sin(angle(a))),
            Projection::Cosine(part) => Some(Number::rounded(part, hand.digits + hand.more).into()),
        });
        factors.extend(term.arm.map(|arm| hand.plain(hand.arm.from_si(arm.length)).into()));
        match factors.len() {
            1 => factors.remove(0),
            _ => Formula::Put(factors),
        }
    }

    /// The symbol of an unknown; nothing for what is known.
    pub(crate) fn unknown(&self, of: TermOf) -> Option<Formula> {
        match of {
            TermOf::Column(id) => Some(Symbol::unknown(&self.column(id).symbol, self.column_mark(id)).into()),
            TermOf::Action(_) => None,
        }
    }

    /// The source of a known value: given, or the step that found it.
    fn source(&self, of: TermOf) -> Source {
        match of {
            TermOf::Column(id) => self.step_of.get(&id).map_or(Source::Solution, |step| Source::Step(*step)),
            TermOf::Action(_) => Source::Given,
        }
    }

    fn term(&self, line: &Line, term: &Term, formula: Formula) -> PageTerm {
        let text = term.arm.map(|arm| self.arm_text(arm.length));
        PageTerm {
            of: self.mark(term.of),
            less: term.sign < 0.0,
            formula,
            symbols: self.symbolic(line, term),
            says: self.says(term, text.as_deref()),
            space_arm: self.space_arm(term.arm, text.as_deref()),
            arm: term.arm.zip(text).map(|(arm, text)| self.arm(arm, text)),
        }
    }
}

/// The acceleration that turns the sheet's mass into its force: 9.81 in kg and N, 0.00981 in kg and kN.
pub(crate) fn gravity_in(units: &helvek_core::units::Units, gravity: f64) -> f64 {
    gravity * units.mass.factor / units.force.factor
}
