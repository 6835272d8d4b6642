//! Stiffness and the methods by hand, worded: a table whose every entry knows its end of a member and its rule.

mod forces;
mod lists;
mod members;
mod shears;
mod slopes;
mod table;

pub use forces::{PageForceRow, PageForces};
pub use slopes::{PageEndLine, PageEquation, PageSlopes};
pub use table::{PageCell, PageProp, PageRow, PageTable, RowKind};

use crate::document::Block;
use crate::formula::Number;
use crate::inline::Inline;
use crate::numbers::minus;
use helvek_core::Checks;
use helvek_core::answers::Publisher;
use helvek_core::hand_methods::{ByHand, Compared, Difference, End, EndKind, Inapplicable};
use helvek_core::id::{Id, Kind};
use helvek_core::sheet::Method;
use helvek_core::solution::Statics;
use helvek_core::stiffness::{Elastic, StiffnessRefusal};
use helvek_core::units::{Dimension, figures};
use schemars::JsonSchema;
use serde::Serialize;

/// The findings of stiffness about a structure, and its working by hand where it is redundant.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct PageStiff {
    /// The reasons for which it does not answer, and what would help.
    pub refused: Vec<String>,
    /// The stiffnesses it rests on and how well it closes.
    pub says: Vec<String>,
    /// The structure is redundant: what is said of methods by hand is about it.
    pub redundant: bool,
    /// The method shown.
    pub method: Method,
    /// The reason for which the methods by hand do not apply, with what does.
    pub inapplicable: Option<String>,
    /// The ends of members, joint by joint.
    pub ends: Vec<PageEnd>,
    /// Of moments.
    pub unit: String,
    /// The positive sense of end moments, in a few words.
    pub sense: &'static str,
    /// Members as lines, for small figures of the cases.
    pub lines: Vec<PageMember>,
    /// The columns of the tables, by the places of their ends.
    pub columns: Vec<usize>,
    /// It and its loads are mirrored: half of it would do.
    pub mirrored: bool,
    /// The beginning of a distribution: stiffnesses, distribution factors, fixed-end moments.
    pub given: Vec<Block>,
    /// By distribution: one table with props, then one for each of them.
    pub tables: Vec<PageTable>,
    /// By what each case of sway is multiplied.
    pub scale: Vec<String>,
    /// The equations for these, as they are written.
    pub balance: Vec<Vec<Inline>>,
    /// The moments in the end, by the method that is shown.
    pub moments: Vec<String>,
    /// The exact ones with lengths kept.
    pub exact: Vec<String>,
    /// By slopes and deflections.
    pub slopes: Option<PageSlopes>,
    /// By the forces that are too many.
    pub forces: Option<PageForces>,
    /// The reason for which the force method does not apply.
    pub forces_not: Option<String>,
    /// Everything that follows from the moments: the shears of members, the reactions.
    pub shears: Vec<Block>,
    /// The causes of the differences.
    pub compared: Vec<PageDifference>,
}

/// An end of a member.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageEnd {
    /// `BC`
    pub name: String,
    /// The joint's name.
    pub joint: String,
    /// The mark of its body.
    pub of: Id,
    /// Its place, in the sheet's unit.
    pub at: [f64; 2],
    /// The other end.
    pub toward: [f64; 2],
    /// `k_BA = 3EI/L = 3·1.5 EI/6 = 0.75 EI /m`; empty for an end that does not turn with a joint.
    pub stiffness: String,
    /// Its share.
    pub factor: String,
    /// The state of its end.
    pub kind: EndDoes,
}

/// The state of the end of a member.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum EndDoes {
    /// It turns with its joint.
    Turns,
    /// It is fixed.
    Fixed,
    /// It is hinged.
    Hinged,
    /// It is that of an overhang, which takes no share.
    Overhang,
    /// It is free.
    Free,
}

/// A member as a line.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageMember {
    /// Its first end, in the sheet's unit.
    pub from: [f64; 2],
    /// Its second.
    pub to: [f64; 2],
}

/// A difference and what it comes from.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct PageDifference {
    /// Its source.
    pub from: &'static str,
    /// Its size and place; or that there is none.
    pub says: String,
    /// The end where it is largest, by its place.
    pub end: Option<usize>,
}

/// The solution that is worded, with its units.
struct Stiff<'a> {
    solved: &'a Statics,
    hand: &'a ByHand,
    ends: Vec<End>,
    /// +1 counter-clockwise, −1 clockwise.
    sense: f64,
}

/// The findings of stiffness; none where the sheet says nothing about it.
pub fn page_stiff(solved: &Statics) -> Option<PageStiff> {
    if solved.model.spatial() {
        return None;
    }
    let conventions = &solved.model.conventions;
    let mut page = PageStiff {
        method: conventions.method,
        unit: solved.model.units.moment.symbol.clone(),
        sense: if conventions.moment.sign() > 0.0 { "counter-clockwise" } else { "clockwise" },
        ..PageStiff::default()
    };
    let elastic = match &solved.elastic {
        Some(elastic) => elastic,
        None if headline(solved).is_empty() => return None,
        None => &Err(StiffnessRefusal::Nothing),
    };
    match elastic {
        Err(why) => {
            let told = Publisher(solved).refusal(why);
            page.refused = vec![told.message, told.cure];
            return Some(page);
        }
        Ok(elastic) => page.says = said(solved, elastic),
    }
    match Checks(solved).by_hand() {
        None => {}
        Some(Err(why)) => {
            page.redundant = true;
            page.inapplicable = Some(inapplicable(&why));
        }
        Some(Ok(hand)) => {
            let ends = hand.frame.ends();
            let stiff = Stiff { solved, hand: &hand, ends, sense: conventions.moment.sign() };
            stiff.write(&mut page);
        }
    }
    Some(page)
}

/// The headline of the thread: the degree of redundancy, and whether stiffness finds them.
pub(crate) fn headline(solved: &Statics) -> String {
    let rings = solved.model.bodies.iter().filter(|body| body.ring).count();
    let redundant = solved.verdict.degree + rings > 0 && solved.verdict.equilibrium;
    match &solved.elastic {
        None if redundant => "stiffness is missing".into(),
        None => String::new(),
        Some(Err(StiffnessRefusal::Moves)) => String::new(),
        Some(Err(_)) => "stiffness is missing".into(),
        Some(Ok(_)) if solved.verdict.degree > 0 => format!("degree {}, solved", solved.verdict.degree),
        Some(Ok(_)) if rings > 0 => "a ring, solved".into(),
        Some(Ok(elastic)) => most_sag(solved, elastic),
    }
}

/// `sag L/812`
fn most_sag(solved: &Statics, elastic: &Elastic) -> String {
    let ratios = elastic.shapes.iter().flat_map(|shape| shape.sags()).map(|sag| sag.ratio());
    let least = ratios.fold(f64::INFINITY, f64::min);
    if !elastic.knows_displacements() || !least.is_finite() {
        return "determinate".into();
    }
    format!("sag L/{}", figures::rounded(least, solved.model.conventions.figures))
}

fn said(solved: &Statics, elastic: &Elastic) -> Vec<String> {
    let mut says = Vec::new();
    let names = |members: &[helvek_core::model::Member]| {
        let names: Vec<_> = members.iter().map(|member| Publisher(solved).member_name(*member)).collect();
        match names.len() {
            0..=4 => names.join(", "),
            more => format!("{} and {} more", names[..3].join(", "), more - 3),
        }
    };
    if elastic.relative {
        says.push(
            "Only ratios of EI are given: enough for all forces, not for how far anything goes.".into(),
        );
    }
    if elastic.loose {
        says.push("It can move: how far it goes is not known.".into());
    }
    if !elastic.rigid.is_empty() {
        says.push(format!("Taken as rigid, since no stiffness is given: {}.", names(&elastic.rigid)));
    }
    if !elastic.shared.is_empty() {
        says.push(format!(
            "Members are axially rigid, and that alone does not fix N in {}: shared assuming equal EA.",
            names(&elastic.shared)
        ));
    }
    for warm in &solved.model.loading.warmings {
        let of = names(&warm.of);
        let per = warm.strain.iter().copied().fold(0.0f64, |a, b| if b.abs() > a.abs() { b } else { a });
        let bends = if warm.curvature.iter().any(|k| *k != 0.0) { ", and bent by it" } else { "" };
        let long = minus(&figures::rounded(per * 1e3, solved.model.conventions.figures));
        says.push(format!("Warming up, {of} would be {long} ‰ longer{bends}."));
    }
    let closes = crate::numbers::closes;
    says.push(format!(
        "By stiffness. Equilibrium of the nodes: {}; work of the loads against the strain energy: {}.",
        closes(elastic.residual),
        closes(elastic.energy)
    ));
    says
}

/// The reason for which methods by hand do not apply, and what does.
fn inapplicable(why: &Inapplicable) -> String {
    let reason = match why {
        Inapplicable::NoBending(names) => format!("{} bend by no EI that is given", names.join(", ")),
        Inapplicable::Joint(name) => format!("the joint {name} is neither a pin nor a weld"),
        Inapplicable::Ropes => "ropes run through it".into(),
        Inapplicable::OffAxis(name) => format!("{name} holds its member off its axis"),
        Inapplicable::Spring(name) => format!("the support {name} gives way like a spring"),
        Inapplicable::Large(count, most) => {
            format!("it would be {count} columns or props, and {most} are the most that is written down")
        }
        Inapplicable::Redundants(count, most) => {
            format!("it is indeterminate to degree {count}, and {most} is the most that is written down")
        }
        Inapplicable::Nothing => "nothing in it bends between joints".into(),
        Inapplicable::Numbers => "the figures of its equations are lost".into(),
    };
    format!(
        "Not worked by hand: {reason}. The exact solution by stiffness holds, and stands in the drawing and the answers."
    )
}

/// Words and formulas in one line of text.
fn plain(says: &[Inline]) -> String {
    says.iter().map(ToString::to_string).collect()
}

impl Stiff<'_> {
    fn write(&self, page: &mut PageStiff) {
        let frame = &self.hand.frame;
        page.redundant = true;
        page.ends = (0..self.ends.len()).map(|k| self.end(k)).collect();
        page.lines = frame
            .members
            .iter()
            .map(|member| {
                let [from, to] = member.joints.map(|joint| self.place(frame.joints[joint].at));
                PageMember { from, to }
            })
            .collect();
        let method = self.solved.model.conventions.method;
        page.exact = self.tabled(&self.hand.exact);
        let by_hand = match (method, &self.hand.forces) {
            (Method::Distribution, _) => Some(&self.hand.distribution.moments),
            (Method::Slopes, _) => Some(&self.hand.slopes.moments),
            (Method::Forces, forces) => forces.as_ref().ok().map(|forces| &forces.moments),
        };
        page.moments = by_hand.map(|moments| self.tabled(moments)).unwrap_or_default();
        page.shears = by_hand.map(|moments| self.shears(moments)).unwrap_or_default();
        match method {
            Method::Distribution => {
                page.mirrored = self.hand.mirrored;
                let place = |end: &End| self.ends.iter().position(|other| other == end);
                page.columns = self.hand.distribution.ends.iter().filter_map(place).collect();
                page.given = self.given();
                page.tables = self.tables();
                page.scale = self.scales();
                page.balance = self.balance();
                page.compared = self.differences(&self.hand.compared);
            }
            Method::Slopes => {
                page.given = self.given();
                page.slopes = Some(self.slopes());
            }
            Method::Forces => match &self.hand.forces {
                Ok(forces) => page.forces = Some(self.forces(forces)),
                Err(why) => page.forces_not = Some(inapplicable(why)),
            },
        }
        if method != Method::Distribution {
            page.compared = vec![self.difference("axially rigid members", &self.hand.compared.axial)];
        }
    }

    /// Only ratios of EI are given.
    fn relative(&self) -> bool {
        self.solved.elastic().is_some_and(|elastic| elastic.relative)
    }

    /// An EI of 1 in the sheet's units; where EI is known, nothing has to be brought along.
    fn one_ei(&self) -> f64 {
        if self.relative() { self.solved.model.units.of(Dimension::BENDING).factor } else { 1.0 }
    }

    fn place(&self, at: helvek_core::geometry::Point) -> [f64; 2] {
        let length = &self.solved.model.units.length;
        [length.from_si(at.x), length.from_si(at.y)]
    }

    /// A moment in the sheet's unit and sense.
    fn moment(&self, si: f64) -> f64 {
        self.solved.model.units.moment.from_si(si) * self.sense + 0.0
    }

    /// A moment with the decimals of the table; what is nothing is left empty there.
    fn decimal(&self, si: f64) -> String {
        let decimals = usize::from(self.solved.model.conventions.decimals);
        let text = format!("{:.decimals$}", self.moment(si));
        // −0.00 is nothing.
        let nothing = text.trim_start_matches('-').chars().all(|c| c == '0' || c == '.');
        if nothing { text.trim_start_matches('-').to_owned() } else { minus(&text) }
    }

    fn tabled(&self, list: &[f64]) -> Vec<String> {
        list.iter().map(|m| self.decimal(*m)).collect()
    }

    fn figure(&self, value: f64) -> String {
        self.number(value).text
    }

    /// A number as it stands in the working.
    fn number(&self, value: f64) -> Number {
        Number::rounded(value, self.solved.model.conventions.figures.max(4))
    }

    fn end(&self, k: usize) -> PageEnd {
        let (frame, end) = (&self.hand.frame, self.ends[k]);
        let member = &frame.members[end.member];
        let [near, far] = [end, frame.far(end)].map(|end| &frame.joints[frame.joint(end)]);
        let column = self.hand.distribution.ends.iter().position(|other| *other == end);
        let factor = column.map_or(0.0, |column| self.hand.distribution.factors[column]);
        let places = usize::from(self.solved.model.conventions.decimals.max(2)) + 1;
        PageEnd {
            name: frame.end_name(end),
            joint: near.name.clone(),
            of: Kind::Body.id(&self.solved.model.bodies[member.body.index()].name),
            at: self.place(near.at),
            toward: self.place(far.at),
            stiffness: self.stiffness_formula(end).map(|says| plain(&says)).unwrap_or_default(),
            factor: if factor > 0.0 { format!("{factor:.places$}") } else { String::new() },
            kind: match (member.overhang, member.kinds[end.end]) {
                (true, _) => EndDoes::Overhang,
                (_, EndKind::Rigid) => EndDoes::Turns,
                (_, EndKind::Fixed) => EndDoes::Fixed,
                (_, EndKind::Hinged) => EndDoes::Hinged,
                (_, EndKind::Free) => EndDoes::Free,
            },
        }
    }

    fn difference(&self, from: &'static str, difference: &Difference) -> PageDifference {
        let end = self.ends.iter().position(|end| *end == difference.end);
        if difference.size == 0.0 {
            return PageDifference { from, says: "none".into(), end: None };
        }
        let size = minus(&figures::rounded(self.moment(difference.size).abs(), 2));
        let unit = &self.solved.model.units.moment.symbol;
        let at = end.map(|k| self.hand.frame.end_name(self.ends[k])).unwrap_or_default();
        PageDifference { from, says: format!("{size} {unit} at most, at {at}"), end }
    }

    /// The places where the distribution differs from the exact solution.
    fn differences(&self, compared: &Compared) -> Vec<PageDifference> {
        let mut list = vec![
            self.difference("rounding the entries", &compared.rounding),
            self.difference("stopping after these rounds", &compared.rounds),
        ];
        if let Some(sway) = &compared.sway {
            list.push(self.difference("sway, had it been left out", sway));
        }
        list.push(self.difference("axially rigid members", &compared.axial));
        list
    }
}
