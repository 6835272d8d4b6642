//! A cut in words: what the member carries there, and the equations of both of its parts.

use crate::choice::ChoiceLine;
use crate::step::Wording;
use helvek_core::answers;
use helvek_core::cut::Cut;
use helvek_core::edit::CutPlace;
use helvek_core::internal_forces::Side;
use helvek_core::plan::FreeBody;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;

/// A cut.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageCut {
    /// Of which body, where.
    pub title: String,
    /// The body.
    pub body: String,
    /// The first and the last point of its stretch.
    pub stretch: [String; 2],
    /// From the first point, in sheet units.
    pub station: f64,
    /// Its place, in sheet units.
    pub at: [f64; 2],
    /// Just before or just after what acts there.
    pub side: Side,
    /// Something steps there: the two sides of it differ.
    pub steps: bool,
    /// N, V and M, each with what it means.
    pub values: Vec<String>,
    /// The two parts, the simpler one first.
    pub parts: Vec<CutPart>,
    /// Both parts say the same.
    pub agree: bool,
}

/// One part of a body that is cut through.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct CutPart {
    /// Its name.
    pub title: String,
    /// The reason to take this one first, or that the other says the same.
    pub says: String,
    /// Its three equations.
    pub lines: Vec<ChoiceLine>,
}

/// Words a cut; `steps`: the two sides of its place differ.
pub fn page_cut(cut: &Cut, place: &CutPlace, side: Side, steps: bool) -> PageCut {
    let found = answers::findings(&cut.solved);
    let wording = Wording::of(&cut.solved, &found);
    let unit = &cut.solved.model.units.length;
    let first = cut.simpler();
    let terms = cut.terms();
    let part = |part: usize| {
        let title = cut.solved.free_body_name(&FreeBody { parts: vec![cut.parts[part]] });
        let says = if part != first {
            "The other part says the same.".to_owned()
        } else if terms[0] == terms[1] {
            "As much acts on either part.".to_owned()
        } else {
            format!("{} terms here, {} on the other part: the simpler one.", terms[part], terms[1 - part])
        };
        CutPart {
            title,
            says,
            lines: cut.choices[part].iter().map(|choice| wording.choice(choice)).collect(),
        }
    };
    let values = cut.values(first);
    let said = match values {
        [Some(n), Some(v), Some(m)] => wording.cut_values(cut.along, [n, v, m]),
        _ => vec!["not fixed by equilibrium".to_owned()],
    };
    PageCut {
        title: format!(
            "{}, cut {} {} from {}{}",
            place.body,
            figures::plain(place.station, 4),
            unit.symbol,
            place.stretch[0],
            match (steps, side) {
                (false, _) => "",
                (_, Side::Before) => ", just before what acts there",
                (_, Side::After) => ", just after what acts there",
            }
        ),
        body: place.body.clone(),
        stretch: place.stretch.clone(),
        station: place.station,
        at: place.at,
        side,
        steps,
        values: said,
        parts: vec![part(first), part(1 - first)],
        agree: cut.agrees(),
    }
}
