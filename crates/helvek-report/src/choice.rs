//! The equations of a free body that someone chose, worded: what each holds, and what it would give.

use crate::document::Equation;
use crate::inline::Inline;
use crate::step::Wording;
use helvek_core::answers::Findings;
use helvek_core::choice::ChosenEquation;
use helvek_core::edit::Edit;
use helvek_core::equilibrium::PartId;
use helvek_core::id::Id;
use helvek_core::plan::FreeBody;
use helvek_core::sheet::PickedEquation;
use helvek_core::solution::Solved;
use schemars::JsonSchema;
use serde::Serialize;

/// A free body of one's own choice.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageChoice {
    /// The free body.
    pub title: String,
    /// Its unknowns, and how many equations there are for them.
    pub says: Vec<Inline>,
    /// Its equations.
    pub lines: Vec<ChoiceLine>,
}

/// One of its equations.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ChoiceLine {
    /// The equation.
    pub title: String,
    /// The sum that vanishes.
    pub equation: Equation,
    /// The unknown it would give, or the reason it does not help yet.
    pub says: Vec<Inline>,
    /// It has one unknown.
    pub helps: bool,
    /// Writes it next; where it helps.
    pub write: Option<Edit>,
}

/// The equations of some pieces, by their ids, after so many steps of the working; nothing when there are no such pieces.
pub fn choices(solved: &Solved, found: &Findings, pieces: &[Id], after: usize) -> Option<PageChoice> {
    let ids = solved.equilibrium.part_ids();
    let parts: Vec<PartId> = ids.filter(|part| pieces.contains(&solved.part_id(*part))).collect();
    if parts.is_empty() || solved.model.spatial() {
        return None;
    }
    let wording = Wording::of(solved, found);
    let open = solved.open_on(&parts, after);
    let rows: usize =
        parts.iter().map(|part| solved.equilibrium.parts[part.index()].rows(solved.model.space)).sum();
    let rows = if parts.len() > 1 { solved.model.space.rows() } else { rows };
    let of = |count: usize, what: &str| format!("{count} {what}{}", if count == 1 { "" } else { "s" });
    let mut says = Vec::new();
    if open.is_empty() {
        says.push(Inline::words("Everything on it is known."));
    } else {
        says.push(Inline::words(format!("{} open: ", of(open.len(), "unknown"))));
        wording.list(&mut says, &open);
        says.push(Inline::words(format!("; {}.", of(rows, "equation"))));
    }
    let title = solved.free_body_name(&FreeBody { parts: parts.clone() });
    let free: Vec<Id> = parts.iter().map(|part| solved.part_id(*part)).collect();
    let worded = |choice: &ChosenEquation| {
        let sum = solved.summed(&choice.line.equation).filter(|_| choice.gives.is_some());
        let picked = sum.map(|sum| PickedEquation { free: free.clone(), sum });
        ChoiceLine { write: picked.map(|picked| Edit::Equation { picked, after }), ..wording.choice(choice) }
    };
    let lines = solved.choices(&parts, after).iter().map(worded).collect();
    Some(PageChoice { title, says, lines })
}

impl Wording<'_> {
    pub(crate) fn choice(&self, choice: &ChosenEquation) -> ChoiceLine {
        let mut says = Vec::new();
        match (&choice.open[..], choice.gives) {
            ([only], Some(value)) => says.push(self.result_formula(*only, value).into()),
            ([], _) => says.push(Inline::words("Everything in it is known: it closes.")),
            (open, _) => {
                says.push(Inline::words(format!("{} unknowns: ", open.len())));
                self.list(&mut says, open);
            }
        }
        let title = self.line_title(&choice.line);
        ChoiceLine {
            title: title.split(" · ").next().unwrap_or_default().to_owned(),
            equation: self.equation(&choice.line, self.terms(&choice.line)),
            says,
            helps: choice.gives.is_some(),
            write: None,
        }
    }
}
