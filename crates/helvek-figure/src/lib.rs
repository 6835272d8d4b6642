//! The pure scene: what is drawn where, by role, in the sheet's own units and y-up axes.
//!
//! A scene knows no pixels, no zoom and no theme. Sizes of arrows are relative (0 to 1); whoever paints it decides how long 1 is.
//! Ids tie a mark to the thing of the sheet it stands for (`load:crate`, `support:A`, `reaction:A_x`) and to the terms of the working.

mod apart;
mod bounds;
mod deflected;
mod diagrams;
mod dimensions;
mod free;
mod marks;
mod members;
mod painter;
mod passing;
mod plated;
mod profile;
mod reactions;
mod scene;
mod solid;
mod thumbnail;
mod unclear;

pub use apart::{Nature, Piece, pieces};
pub use bounds::Bounds;
pub use deflected::{Deflected, DeflectedPath, deflected};
pub use diagrams::{Bound, Curve, CurvePart, CurveValue, Diagrams, StretchMark, diagrams, envelopes};
pub use free::{CutMark, Free};
pub use marks::{AxialForce, Axis, Carries, FoundSize, Mark, Numbered, Spin, Straight, SymbolMark};
pub use passing::{influence_at, influence_of, swept};
pub use plated::{PinMark, PlaneMark, PlateMark, pin_marks};
pub use profile::{FibreMark, SectionMark, SectionPart, Side, StressBand, StressText, section_mark};
pub use scene::{free_bodies, outline, scene, scene_of_state};
pub use solid::{
    ArrowRole, HoldShape, LineKind, SolidArrow, SolidBounds, SolidCurve, SolidFree, SolidHold, SolidLine,
    SolidPart, SolidPeak, SolidPoint, SolidScene, SolidSpread, SolidUnclear, SolidWheel, Three,
};
pub use thumbnail::thumbnail;
pub use unclear::mark_unclear;

use schemars::JsonSchema;
use serde::Serialize;

/// Everything to be drawn of one sheet.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Scene {
    /// Its extent, without arrows and labels.
    pub bounds: Option<Bounds>,
    /// In painting order.
    pub marks: Vec<Mark>,
    /// The free bodies of the working, where they were wanted: see [`free_bodies`].
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub free: Vec<Free>,
    /// The structure taken apart, where that was wanted: see [`pieces`].
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub apart: Vec<Piece>,
    /// N, V and M along the members, where that was wanted: see [`diagrams`].
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub inside: Option<Diagrams>,
    /// The deflected shape, where that was wanted: see [`deflected`].
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub deflected: Option<Deflected>,
    /// Pins among their plates, where that was wanted: see [`pin_marks`].
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub pins: Vec<PinMark>,
    /// Of a sheet of space, everything; then there are no marks.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schemars(default)]
    pub solid: Option<SolidScene>,
}
