//! The scene of a sheet of space: what is drawn where, by role, in the sheet's own units. How it is looked at is for whoever paints it.

mod paint;
mod parts;

pub(crate) use paint::scene;

use crate::{AxialForce, Carries, SymbolMark};
use helvek_core::id::Id;
use helvek_core::internal_forces::Six;
use schemars::JsonSchema;
use serde::Serialize;

/// A place or a direction.
pub type Three = [f64; 3];

/// Everything to be drawn of one sheet of space.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidScene {
    /// Up, a unit vector.
    pub up: Three,
    /// The corners of the box around everything; nothing where there is no point.
    pub bounds: Option<SolidBounds>,
    /// The unit of lengths.
    pub length: String,
    /// Named points.
    pub points: Vec<SolidPoint>,
    /// Members, ties and what rides along.
    pub lines: Vec<SolidLine>,
    /// Supports and joints.
    pub holds: Vec<SolidHold>,
    /// Wheels at whose rims forces act.
    pub wheels: Vec<SolidWheel>,
    /// Distributed loads.
    pub spreads: Vec<SolidSpread>,
    /// Loads, then what supports exert.
    pub arrows: Vec<SolidArrow>,
    /// The parts, freed, each with all that acts on it; nothing where there are too many to be told apart.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub parts: Vec<SolidPart>,
    /// The parts that are freed step by step.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub free: Vec<SolidFree>,
    /// The things that could not be understood, where they would stand.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub unclear: Vec<SolidUnclear>,
    /// The six along the members, where that was wanted.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub curves: Vec<SolidCurve>,
}

/// The corners of a box with sides along the axes.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, JsonSchema)]
pub struct SolidBounds {
    /// The one with the least coordinates.
    pub low: Three,
    /// The one with the greatest.
    pub high: Three,
}

/// A named point.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidPoint {
    /// `point:A`
    pub id: Id,
    /// Its name.
    pub name: String,
    /// The place.
    pub at: Three,
    /// Its coordinates as they are typed: `0.4; 0; 1.2`.
    pub text: String,
    /// Something is there; else it is a mere mark.
    pub used: bool,
}

/// The sort of a line.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum LineKind {
    /// A run of a rigid body.
    Run,
    /// The line that ties a point beside a member to it.
    Ride,
    /// A two-force member.
    Bar,
    /// A cable or link to the ground.
    Tie,
}

/// A member, or what ties something.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidLine {
    /// `body:mast`, `bar:D-C`, `support:A`, `ride:G`.
    pub id: Id,
    /// Its name.
    pub name: String,
    /// Its sort.
    pub kind: LineKind,
    /// Corner by corner.
    pub path: Vec<Three>,
    /// The senses it can carry.
    pub carries: Carries,
    /// Its length with its unit, of a bar.
    pub length: Option<String>,
    /// The force of a bar; none as long as that is not computed.
    pub force: Option<AxialForce>,
}

/// The symbol of a support or joint.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum HoldShape {
    /// A ball in a socket.
    Ball,
    /// A ring round a shaft.
    Journal,
    /// A ring with a shoulder.
    Thrust,
    /// A hinge.
    Hinge,
    /// A plate that holds every way.
    Fixed,
    /// A ball on a plate.
    Roller,
    /// A plate that touches.
    Surface,
    /// The ground end of a cable or link.
    Anchor,
    /// A stiff corner.
    Weld,
    /// Two faces that touch.
    Contact,
}

/// A support or a joint.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidHold {
    /// `support:A`, `joint:B`.
    pub id: Id,
    /// Its name.
    pub name: String,
    /// The place.
    pub at: Three,
    /// Its symbol.
    pub shape: HoldShape,
    /// Its axis, or the way in which it pushes; of an anchor, along the line.
    pub along: Option<Three>,
    /// A bearing that exerts couples.
    pub couples: bool,
    /// It belongs to the ground.
    pub ground: bool,
}

/// A wheel or a drum.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidWheel {
    /// `wheel:C`, by its centre.
    pub id: Id,
    /// The centre of its circle.
    pub centre: Three,
    /// The direction of its axle.
    pub axis: Three,
    /// In sheet units.
    pub radius: f64,
}

/// A distributed load.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidSpread {
    /// `load:snow`
    pub id: Id,
    /// The beginning.
    pub from: Three,
    /// The end.
    pub to: Three,
    /// The direction in which a positive intensity pushes.
    pub toward: Three,
    /// The intensity beside the largest of the sheet, −1 to 1: Bézier ordinates at equal distances from the beginning to the end, as many as it needs.
    pub heights: Vec<f64>,
    /// The intensity with its unit; two where it varies.
    pub texts: Vec<String>,
}

/// The role of an arrow.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum ArrowRole {
    /// It was given.
    Load,
    /// A support exerts it.
    Reaction,
    /// Another part exerts it.
    Exerted,
}

/// A force or a couple.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidArrow {
    /// Its own id: `load:crate`, `reaction:A_x`, `joint:B#B_x@body:jib`.
    pub id: Id,
    /// Its name in the working: `load:crate`, `reaction:A_x`, `joint:B#B_x`, `bar:D-C`; its opposite has the same.
    pub of: Id,
    /// Its role.
    pub role: ArrowRole,
    /// The point where it acts.
    pub at: Three,
    /// The direction in which it pushes; of a couple the axis about which it turns right-handed. As assumed, where it is an unknown.
    pub toward: Three,
    /// It is a couple.
    pub couple: bool,
    /// Its symbol, of an unknown; of a load whose size is sought.
    pub symbol: Option<SymbolMark>,
    /// As given; of an unknown its magnitude with its unit, once it is found.
    pub text: Option<String>,
    /// The assumed sense was wrong.
    pub turned: bool,
    /// It is exactly zero.
    pub zero: bool,
    /// The step that finds it, from 1.
    pub step: Option<usize>,
    /// Beside the largest of its sort, 0 to 1.
    pub relative: f64,
}

/// A part, freed.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidPart {
    /// `body:jib`, `pin:B`.
    pub id: Id,
    /// `jib`, `joint B`.
    pub name: String,
    /// The middle of its points: where it is moved from when everything is pulled apart.
    pub centre: Three,
    /// The lines, points and wheels that go with it.
    pub keep: Vec<Id>,
    /// Everything that acts on it.
    pub arrows: Vec<SolidArrow>,
}

/// The parts that are freed during some steps that follow one another.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct SolidFree {
    /// Its first step, from 1.
    pub first: usize,
    /// Its last step.
    pub last: usize,
    /// The ids of its parts; empty for the whole.
    pub parts: Vec<Id>,
}

/// Something of the sheet that could not be understood.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidUnclear {
    /// `unclear:loads[0].size`
    pub id: Id,
    /// `loads[0].size`
    pub path: String,
    /// Its name and what was written.
    pub text: String,
    /// Its place; none when that is not clear either.
    pub at: Option<Three>,
    /// The fault.
    pub message: String,
    /// The cure.
    pub cure: String,
}

/// One of the six along a stretch, as a ribbon.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SolidCurve {
    /// `body:mast@A-B`
    pub id: Id,
    /// One of the six.
    pub of: Six,
    /// Places along the stretch.
    pub base: Vec<Three>,
    /// The direction in which positive values are drawn.
    pub toward: Three,
    /// The value at each place beside the largest of its sort on the sheet, −1 to 1.
    pub values: Vec<f64>,
    /// The largest.
    pub peak: Option<SolidPeak>,
}

/// The largest value along a stretch.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct SolidPeak {
    /// Its place in the list.
    pub row: usize,
    /// With its unit.
    pub text: String,
}
