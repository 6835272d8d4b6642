//! Edits that would mend a refusal, a problem or a warning: each for one key.

use super::figure::Figure;
use super::meeting;
use super::place::spot;
use super::request::Edit;
use super::typed::filled;
use helvek_answers::{Warning, WarningName};
use helvek_sheet::id::Kind;
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Document, Sheet};
use helvek_statics::equilibrium::ColumnOf;
use helvek_statics::model;
use helvek_statics::solution::Statics;
use schemars::JsonSchema;
use serde::Serialize;

/// An edit that is offered.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Offer {
    /// Its effect: `Make A-B a member that carries loads between its joints`.
    pub text: String,
    /// The thing it belongs to.
    pub about: OfferedFor,
    /// The edit.
    pub edit: Edit,
}

/// The thing an edit is offered for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(tag = "of", rename_all = "lowercase")]
pub enum OfferedFor {
    /// A slot that was refused.
    Slot {
        /// The slot into which it was typed.
        slot: String,
    },
    /// A problem of the sheet.
    Problem {
        /// Its path: `bodies.beam`.
        path: String,
    },
    /// A warning.
    Warning {
        /// Its name.
        name: WarningName,
    },
    /// More is held than equilibrium needs.
    Redundant,
    /// A stiffness that is not known.
    Stiffness,
}

/// More than this are not offered at once.
const MOST: usize = 6;

/// The edits offered when one was refused because it loads a bar between its joints: making that bar a member.
pub fn on_refusal(sheet: &Sheet, refused: &Edit) -> Vec<Offer> {
    let (bar, about) = match refused {
        Edit::Force { place, .. } | Edit::Couple { place, .. } | Edit::Weight { place, .. } => {
            (bar_under(sheet, place.as_deref()), "place")
        }
        Edit::Distributed { from, to, .. } => {
            let between = || bar_between(sheet, from.as_deref(), to.as_deref());
            (
                bar_under(sheet, from.as_deref())
                    .or_else(|| bar_under(sheet, to.as_deref()))
                    .or_else(between),
                "from",
            )
        }
        _ => return Vec::new(),
    };
    let offer = |bar: String| Offer {
        text: format!("Make {bar} a member that carries loads between its joints"),
        about: OfferedFor::Slot { slot: about.into() },
        edit: Edit::Member { bar },
    };
    bar.map(offer).into_iter().collect()
}

/// The bar on which a place lies between the joints.
fn bar_under(sheet: &Sheet, place: Option<&str>) -> Option<String> {
    let at = spot(sheet, filled(place)?, "place").ok()?.at;
    let figure = Figure::of(sheet).ok()?;
    if figure.point_near(at).is_some() || figure.passes(at, None).is_some() {
        return None;
    }
    figure.bar_at(at).map(|row| model::bar_names(sheet).swap_remove(row))
}

/// The bar between two joints.
fn bar_between(sheet: &Sheet, from: Option<&str>, to: Option<&str>) -> Option<String> {
    let (a, b) = (filled(from)?, filled(to)?);
    let row = sheet.bars.iter().position(|bar| {
        let ends = bar.ends();
        a != b && ends.iter().any(|end| end == a) && ends.iter().any(|end| end == b)
    })?;
    Some(model::bar_names(sheet).swap_remove(row))
}

/// About what is wrong with bars: taking the superfluous one away.
pub fn on_problems(document: &Document, problems: &[Problem]) -> Vec<Offer> {
    let names = model::bar_names(&document.sheet);
    let loose = problems.iter().flat_map(|problem| loose(&document.sheet, problem));
    let offers = problems.iter().filter_map(|problem| {
        let row = (0..names.len()).find(|row| document.bar_path(*row) == problem.path)?;
        let bar = names.get(row)?;
        Some(Offer {
            text: format!("Remove the bar {bar}"),
            about: OfferedFor::Problem { path: problem.path.clone() },
            edit: Edit::Remove { ids: vec![Kind::Bar.id(bar)] },
        })
    });
    offers.chain(loose).take(MOST).collect()
}

/// About a body that passes a point of others without a joint: pinning them there.
fn loose(sheet: &Sheet, problem: &Problem) -> Vec<Offer> {
    let Some((name, body)) =
        problem.path.strip_prefix("bodies.").and_then(|name| sheet.bodies.get_key_value(name))
    else {
        return Vec::new();
    };
    let points = body.runs.iter().flatten().chain(&body.points);
    let joined = |at: &str| sheet.joints.iter().any(|j| j.at == at && j.of.contains(name));
    let offers = points.filter(|at| !joined(at)).filter_map(|at| {
        let here = meeting::bodies_at(sheet, at);
        (here.len() > 1).then(|| Offer {
            text: format!("Pin {} together at {at}", here.join(" and ")),
            about: OfferedFor::Problem { path: problem.path.clone() },
            edit: Edit::Joint {
                name: None,
                kind: Some("pin".into()),
                place: Some(at.clone()),
                with: None,
                direction: None,
                friction: None,
                rename: None,
            },
        })
    });
    offers.collect()
}

/// About what is redundant: a stiffness, where none is given; of a truss with bars too many taking one of those that are tied up away, the last drawn first. Any of them may go: what a state of
/// self-stress runs through holds nothing that the others would not hold without it.
pub fn on_redundancy(statics: &Statics) -> Vec<Offer> {
    const FEW: usize = 3;
    if statics.verdict.degree == 0 || !statics.verdict.equilibrium {
        return Vec::new();
    }
    let mut offers = Vec::new();
    if statics.elastic.is_none() {
        offers.push(Offer {
            text: "Give every member the same stiffness".into(),
            about: OfferedFor::Stiffness,
            edit: Edit::Stiffness {
                of: None,
                ei: Some("EI".into()),
                ea: Some("EA".into()).filter(|_| statics.model.bodies.is_empty()),
            },
        });
    }
    let fixed = &statics.verdict.determined;
    let tied = statics.full.columns.iter().zip(fixed).filter_map(|(column, fixed)| match column.of {
        ColumnOf::Bar(bar) if !fixed => Some(&statics.model.bars[bar.index()].name),
        _ => None,
    });
    let tied: Vec<_> = tied.collect();
    offers.extend(tied.into_iter().rev().take(FEW).map(|bar| Offer {
        text: format!("Take the bar {bar} out"),
        about: OfferedFor::Redundant,
        edit: Edit::Remove { ids: vec![Kind::Bar.id(bar)] },
    }));
    offers
}

/// About what is worth a second look: a joint where bars cross.
pub fn on_warnings(warnings: &[Warning]) -> Vec<Offer> {
    let crossing = warnings.iter().filter(|warning| warning.name == WarningName::BarsCross);
    let pairs = crossing.flat_map(|warning| warning.about.chunks_exact(2));
    let offers = pairs.map(|pair| Offer {
        text: format!("Join {} and {} where they cross", pair[0], pair[1]),
        about: OfferedFor::Warning { name: WarningName::BarsCross },
        edit: Edit::Join { bars: pair.to_vec() },
    });
    offers.take(MOST).collect()
}
