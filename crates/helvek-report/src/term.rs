//! The terms of a sum as they are printed, with as many figures as it takes to add up.

use crate::agree::{agreeing, read};
use crate::fragment::{Fragment, latex_symbol};
use crate::lines::PageTerm;
use crate::step::Wording;
use helvek_core::equilibrium::{ColumnId, ColumnKind};
use helvek_core::plan::Equation;
use helvek_core::things::load::Profile;
use helvek_core::units::{Unit, figures};
use helvek_core::working::{Line, Projection, Size, Term, TermOf};

/// How the numbers of a sum are written.
struct Hand {
    /// Significant figures of results, and how many more its terms have.
    digits: u8,
    more: u8,
    /// Of arms, and of couples.
    arm: Unit,
    couple: Unit,
}

impl Hand {
    fn plain(&self, value: f64) -> String {
        figures::plain(value, self.digits + self.more)
    }

    /// Carried with one figure more than it is reported with.
    fn carried(&self, value: f64) -> String {
        figures::plain(value, self.digits + 1 + self.more)
    }
}

/// A product of numbers as it is printed, and what it comes to as printed.
#[derive(Default)]
struct Product {
    text: String,
    latex: String,
    factors: usize,
    shared: bool,
    value: f64,
}

impl Product {
    fn new() -> Self {
        Self { value: 1.0, ..Self::default() }
    }

    /// A further factor; the first stands bare, the others in brackets.
    fn times(&mut self, text: &str, latex: &str, value: f64) {
        match self.factors {
            0 => {
                self.text.push_str(text);
                self.latex.push_str(latex);
            }
            1 if self.shared => {
                self.text.extend([" ", text]);
                self.latex.extend(["\\,", latex]);
            }
            _ => {
                self.text.extend([" (", text, ")"]);
                self.latex.extend(["\\,(", latex, ")"]);
            }
        }
        self.factors += 1;
        self.value *= value;
    }

    fn number(&mut self, text: String) {
        let value = read(&text);
        self.times(&text, &text, value);
    }

    /// How much of a size counts, before it; nothing for all of it.
    fn share(&mut self, profile: Profile) {
        let [part, whole] = profile.sort().share;
        if part != whole {
            self.shared = true;
            let text = if [part, whole] == [1, 2] { "½".into() } else { format!("{part}/{whole}") };
            self.times(&text, &format!("\\tfrac{part}{whole}"), profile.share());
        }
    }

    /// What stands behind the factors without brackets of its own.
    fn behind(&mut self, text: &str, latex: &str, value: f64) {
        self.text.push_str(text);
        self.latex.push_str(latex);
        self.value *= value;
    }
}

impl Wording<'_> {
    /// The terms of a line that is not solved.
    pub(crate) fn terms(&self, line: &Line) -> Vec<PageTerm> {
        self.worded(line, self.written(line, 0))
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
    fn worded(&self, line: &Line, written: Vec<Product>) -> Vec<PageTerm> {
        let terms = line.terms.iter().zip(written).enumerate();
        terms.map(|(i, (term, product))| self.term(term, i == 0, product)).collect()
    }

    /// Whether printed numbers add up: the products of the known terms, and those of the unknowns with their printed results.
    fn agrees(&self, line: &Line, written: &[Product], found: &[(ColumnId, f64)]) -> bool {
        let digits = self.digits();
        let (mut sum, mut slack, mut largest) = (0.0, 0.0, 0.0f64);
        for (term, value) in line.terms.iter().zip(written.iter().map(|product| product.value)) {
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

    /// The products of a line's terms, each with what it comes to as it is printed: of an unknown, what it is multiplied by.
    fn written(&self, line: &Line, more: u8) -> Vec<Product> {
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

    fn product(&self, term: &Term, hand: &Hand) -> Product {
        let units = &self.solved.model.units;
        let per_length = units.force.per(&units.length);
        let length = |metres: f64| hand.plain(units.length.from_si(metres));
        let mut product = Product::new();
        let symbol = |product: &mut Product| {
            if let TermOf::Column(id) = term.of {
                let symbol = &self.column(id).symbol;
                product.times(&symbol.to_string(), &latex_symbol(symbol), 1.0);
            }
        };
        match term.size {
            Size::Force(v) => product.number(hand.plain(units.force.from_si(v))),
            Size::Couple(v) => product.number(hand.plain(hand.couple.from_si(v))),
            Size::Resultant { profile, intensity, over } => {
                product.share(profile);
                product.number(hand.plain(per_length.from_si(intensity)));
                product.number(length(over));
            }
            Size::Mass { mass, gravity } => {
                product.number(hand.plain(units.mass.from_si(mass)));
                product.number(hand.plain(gravity_in(units, gravity)));
            }
            Size::Sought { profile, found, over } => {
                product.share(profile);
                match found {
                    Some(v) => product.number(hand.carried(per_length.from_si(v))),
                    None => symbol(&mut product),
                }
                product.number(length(over));
            }
            Size::Found(v) => {
                let unit = match term.of {
                    TermOf::Column(id) if self.column(id).kind == ColumnKind::Couple => &hand.couple,
                    _ => &units.force,
                };
                product.number(hand.carried(unit.from_si(v)));
            }
            Size::Unknown => symbol(&mut product),
        }
        let angle = |radians: f64| hand.plain(radians.to_degrees());
        match term.projection {
            Projection::Whole => {}
            Projection::Cos(a) => {
                let a = angle(a);
                product.behind(
                    &format!(" cos {a}°"),
                    &format!("\\cos {a}^{{\\circ}}"),
                    read(&a).to_radians().cos(),
                );
            }
            Projection::Sin(a) => {
                let a = angle(a);
                product.behind(
                    &format!(" sin {a}°"),
                    &format!("\\sin {a}^{{\\circ}}"),
                    read(&a).to_radians().sin(),
                );
            }
            Projection::Cosine(part) => {
                let part = figures::rounded(part, hand.digits + hand.more);
                product.behind(&format!(" ({part})"), &format!("\\,({part})"), read(&part));
            }
        }
        if let Some(arm) = term.arm {
            let arm = hand.plain(hand.arm.from_si(arm.length));
            product.behind(&format!(" ({arm})"), &format!("\\,({arm})"), read(&arm));
        }
        if term.sign < 0.0 {
            product.value = -product.value;
        }
        product
    }

    fn term(&self, term: &Term, first: bool, Product { text, latex, .. }: Product) -> PageTerm {
        let sign = match (term.sign < 0.0, first) {
            (true, _) => "−",
            (false, true) => "",
            (false, false) => "+",
        };
        // A sign at the start of a formula is set without the space it needs between two terms.
        let sign_latex = match sign {
            "−" if first => "-",
            "−" => "-\\,",
            "+" => "+\\,",
            _ => "",
        };
        PageTerm {
            of: self.mark(term.of),
            fragment: Fragment::math(
                if sign.is_empty() { text } else { format!("{sign} {text}") },
                format!("{sign_latex}{latex}"),
            ),
            says: self.says(term),
            arm: term.arm.map(|arm| self.arm(arm)),
            space_arm: self.space_arm(term.arm),
        }
    }
}

/// The acceleration that turns the sheet's mass into its force: 9.81 in kg and N, 0.00981 in kg and kN.
fn gravity_in(units: &helvek_core::units::Units, gravity: f64) -> f64 {
    gravity * units.mass.factor / units.force.factor
}
