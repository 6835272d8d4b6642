//! Formulas as they are printed: one walk over the tree, for every medium.

use super::{Formula, Number, Positive, Symbol};
use std::fmt;

/// The marks around the parts of formulas in one medium. Of pairs, the first stands before and the second behind.
struct Medium {
    /// Of a sum: before its first part, before the others.
    minus: [&'static str; 2],
    plus: &'static str,
    comma: &'static str,
    equal: &'static str,
    /// Between vectors; in an index.
    cross: [&'static str; 2],
    /// Before a factor that begins with a digit; between a number and its symbol; between symbols.
    times: [&'static str; 3],
    /// Before a further factor of an equation of equilibrium; before its cosine.
    put: [&'static str; 2],
    index: [&'static str; 2],
    along: [&'static str; 2],
    across: [&'static str; 2],
    cos: &'static str,
    sin: &'static str,
    arctan: &'static str,
    root: [&'static str; 2],
    power: [&'static str; 2],
    /// Nothing where a fraction is always written in one line.
    fraction: Option<[&'static str; 3]>,
    total: fn(Option<Positive>) -> &'static str,
    share: fn([u8; 2]) -> String,
    number: fn(&Number) -> String,
    symbol: fn(&Symbol) -> String,
    unit: fn(&str) -> String,
    raised: fn(i8) -> String,
}

/// One line of text: `σ = N/A + M·c/I = 24/360 + 2.1·12/4200 = 0.0727 MPa`.
const TEXT: Medium = Medium {
    minus: ["−", " − "],
    plus: " + ",
    comma: ", ",
    equal: " = ",
    cross: [" × ", "×"],
    times: ["·", " ", "·"],
    put: [" ", " "],
    index: ["_", ""],
    along: [" along ", ""],
    across: [" across ", ""],
    cos: "cos ",
    sin: "sin ",
    arctan: "arctan",
    root: ["√(", ")"],
    power: ["", ""],
    fraction: None,
    total: |sense| match sense {
        Some(Positive::Right) => "→ Σ",
        Some(Positive::Up) => "↑ Σ",
        Some(Positive::Ccw) => "↺ Σ",
        Some(Positive::Cw) => "↻ Σ",
        None => "Σ",
    },
    share: |of| if of == [1, 2] { "½".into() } else { format!("{}/{}", of[0], of[1]) },
    number: |number| number.text.clone(),
    symbol: |symbol| match &symbol.index[..] {
        "" => symbol.base.clone(),
        low if low.starts_with(|c: char| ('₀'..='₉').contains(&c)) => format!("{}{low}", symbol.base),
        index => format!("{}_{index}", symbol.base),
    },
    unit: |unit| if unit == "°" { unit.into() } else { format!(" {unit}") },
    raised: |power| {
        let digits = ['⁰', '¹', '²', '³', '⁴', '⁵', '⁶', '⁷', '⁸', '⁹'];
        let sign = if power < 0 { "⁻" } else { "" };
        format!("{sign}{}", digits[usize::from(power.unsigned_abs()) % 10])
    },
};

/// LaTeX, for mathematical mode.
const LATEX: Medium = Medium {
    minus: ["-", " - "],
    plus: " + ",
    comma: ",\\,",
    equal: " = ",
    cross: ["\\times ", "\\times "],
    times: [" \\cdot ", "\\,", "{\\cdot}"],
    put: ["\\,", " "],
    index: ["_{", "}"],
    along: ["_{\\parallel ", "}"],
    across: ["_{\\perp ", "}"],
    cos: "\\cos ",
    sin: "\\sin ",
    arctan: "\\arctan",
    root: ["\\sqrt{", "}"],
    power: ["{", "}"],
    fraction: Some(["\\frac{", "}{", "}"]),
    total: |sense| match sense {
        Some(Positive::Right) => "\\rightarrow\\ \\textstyle\\sum ",
        Some(Positive::Up) => "\\uparrow\\ \\textstyle\\sum ",
        Some(Positive::Ccw) => "\\circlearrowleft\\ \\textstyle\\sum ",
        Some(Positive::Cw) => "\\circlearrowright\\ \\textstyle\\sum ",
        None => "\\textstyle\\sum ",
    },
    share: |of| format!("\\tfrac{}{}", of[0], of[1]),
    number: |number| number.text.replace('−', "-"),
    symbol: |symbol| {
        let base = if symbol.vector {
            format!("\\mathbf{{{}}}", escape(&symbol.base))
        } else {
            latex_name(&symbol.base)
        };
        if symbol.index.is_empty() { base } else { format!("{base}_{{{}}}", latex_name(&symbol.index)) }
    },
    unit: |unit| {
        if unit == "°" { "^{\\circ}".into() } else { format!("\\;{}", upright(unit)) }
    },
    raised: |power| format!("^{{{power}}}"),
};

impl fmt::Display for Formula {
    /// In one line of text.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&TEXT.print(self))
    }
}

/// A formula in LaTeX, for mathematical mode.
pub fn latex(formula: &Formula) -> String {
    LATEX.print(formula)
}

impl Medium {
    fn print(&self, formula: &Formula) -> String {
        let mut out = String::new();
        self.write(&mut out, formula, false);
        out
    }

    /// `low`: it stands in a fraction or an index, where a further fraction would be too small.
    fn write(&self, out: &mut String, formula: &Formula, low: bool) {
        let around = |out: &mut String, of: &[Formula; 2], [before, behind]: [&str; 2]| {
            self.write(out, &of[0], low);
            out.push_str(before);
            match &of[1] {
                Formula::List(parts) => self.list(out, parts, self.comma, true),
                index => self.write(out, index, true),
            }
            out.push_str(behind);
        };
        match formula {
            Formula::Number(number) => self.number(out, number),
            Formula::Share(of) => out.push_str(&(self.share)(*of)),
            Formula::Symbol(symbol) => out.push_str(&(self.symbol)(symbol)),
            Formula::Index(of) => around(out, of, self.index),
            Formula::Along(of) => around(out, of, self.along),
            Formula::Across(of) => around(out, of, self.across),
            Formula::Total(total) => {
                out.push_str((self.total)(total.sense));
                self.write(out, &total.of, low);
            }
            Formula::Sum(parts) => {
                for (i, part) in parts.iter().enumerate() {
                    out.push_str(match (i, part.less) {
                        (0, false) => "",
                        (_, false) => self.plus,
                        (i, true) => self.minus[i.min(1)],
                    });
                    self.write(out, &part.of, low);
                }
            }
            Formula::Product(factors) => {
                for (i, factor) in factors.iter().enumerate() {
                    let [digit, number, symbol] = self.times;
                    out.push_str(match factors[..i].last() {
                        None => "",
                        Some(_) if matches!(factor, Formula::Cos(_) | Formula::Sin(_)) => self.put[1],
                        Some(_) if factor.begins_with_digit() => digit,
                        Some(Formula::Number(_)) => number,
                        Some(_) => symbol,
                    });
                    self.bracketed(out, factor, matches!(factor, Formula::Sum(_)), low);
                }
            }
            Formula::Put(factors) => {
                for (i, factor) in factors.iter().enumerate() {
                    let bare = i == 0 || i == 1 && matches!(factors[0], Formula::Share(_));
                    let turned = matches!(factor, Formula::Cos(_) | Formula::Sin(_));
                    if i > 0 {
                        out.push_str(self.put[usize::from(turned)]);
                    }
                    self.bracketed(out, factor, !bare && !turned, low);
                }
            }
            Formula::Fraction(of) => match self.fraction.filter(|_| !low) {
                Some([before, between, behind]) => {
                    out.push_str(before);
                    self.write(out, &of[0], true);
                    out.push_str(between);
                    self.write(out, &of[1], true);
                    out.push_str(behind);
                }
                None => {
                    let [above, below] = &**of;
                    self.bracketed(out, above, matches!(above, Formula::Sum(_)), low);
                    out.push('/');
                    let several =
                        matches!(below, Formula::Sum(_) | Formula::Product(_) | Formula::Fraction(_));
                    self.bracketed(out, below, several, low);
                }
            },
            Formula::Root(of) => {
                out.push_str(self.root[0]);
                self.write(out, of, false);
                out.push_str(self.root[1]);
            }
            Formula::Power { of, to } => {
                out.push_str(self.power[0]);
                let bare = matches!(**of, Formula::Number(_) | Formula::Symbol(_));
                self.bracketed(out, of, !bare, low);
                out.push_str(self.power[1]);
                out.push_str(&(self.raised)(*to));
            }
            Formula::Cos(angle) => {
                out.push_str(self.cos);
                self.write(out, angle, low);
            }
            Formula::Sin(angle) => {
                out.push_str(self.sin);
                self.write(out, angle, low);
            }
            Formula::Arctan(of) => {
                out.push_str(self.arctan);
                self.bracketed(out, of, true, true);
            }
            Formula::List(parts) => {
                out.push('(');
                self.list(out, parts, self.comma, low);
                out.push(')');
            }
            Formula::Cross(of) => {
                let brackets = |of: &Formula| matches!(of, Formula::Sum(_) | Formula::Put(_));
                self.bracketed(out, &of[0], brackets(&of[0]), low);
                out.push_str(self.cross[usize::from(low)]);
                self.bracketed(out, &of[1], brackets(&of[1]), low);
            }
            Formula::In { of, unit } => {
                self.bracketed(out, of, matches!(**of, Formula::Sum(_)), low);
                out.push_str(&(self.unit)(unit));
            }
            Formula::Equal(same) => self.list(out, same, self.equal, low),
        }
    }

    fn bracketed(&self, out: &mut String, formula: &Formula, brackets: bool, low: bool) {
        if brackets {
            out.push('(');
        }
        self.write(out, formula, low);
        if brackets {
            out.push(')');
        }
    }

    fn list(&self, out: &mut String, parts: &[Formula], between: &str, low: bool) {
        for (i, part) in parts.iter().enumerate() {
            if i > 0 {
                out.push_str(between);
            }
            self.write(out, part, low);
        }
    }

    fn number(&self, out: &mut String, number: &Number) {
        out.push_str(&(self.number)(number));
        if let Some(unit) = &number.unit {
            out.push_str(&(self.unit)(unit));
        }
    }
}

/// A unit in LaTeX.
pub(crate) fn upright(unit: &str) -> String {
    let raised = [('²', "^2"), ('³', "^3"), ('⁴', "^4"), ('·', "{\\cdot}")];
    let set = raised.iter().fold(unit.to_owned(), |unit, (from, to)| unit.replace(*from, to));
    format!("\\mathrm{{{set}}}")
}

/// A name as it is set: upright, unless it is a single letter.
fn latex_name(name: &str) -> String {
    let greek = match name {
        "π" => "\\pi ",
        "σ" => "\\sigma ",
        "τ" => "\\tau ",
        "θ" => "\\theta ",
        "δ" => "\\delta ",
        "Δ" => "\\Delta ",
        "α" => "\\alpha ",
        "β" => "\\beta ",
        _ if name.chars().count() == 1 => return escape(name),
        _ => return format!("\\mathrm{{{}}}", escape(name)),
    };
    greek.to_owned()
}

/// A name may hold anything; none of it may be taken for a command.
fn escape(text: &str) -> String {
    let mut escaped = String::with_capacity(text.len());
    for c in text.chars() {
        match c {
            '\\' => escaped.push_str("\\backslash "),
            '{' | '}' | '_' | '%' | '&' | '#' | '$' => {
                escaped.push('\\');
                escaped.push(c);
            }
            '^' => escaped.push_str("\\hat{}"),
            '~' => escaped.push_str("\\sim "),
            ' ' => escaped.push_str("\\ "),
            '₀'..='₉' => escaped.push(char::from(b'0' + (c as u32 - '₀' as u32) as u8)),
            _ => escaped.push(c),
        }
    }
    escaped
}
