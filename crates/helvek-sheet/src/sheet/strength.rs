//! What members are made of, as written: sections by their dimensions, materials by their figures.

use super::Quantity;
use crate::section::Dim;
pub use crate::section::ShapeWord;
use schemars::JsonSchema;
use serde::Serialize;

/// A cross-section by its dimensions, bare numbers in the sheet's unit of sections.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Section {
    /// The shape.
    pub shape: ShapeWord,
    /// Over all, along the height of its member.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub height: Option<Quantity>,
    /// Over all; of an I that of its bottom flange.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width: Option<Quantity>,
    /// Of a round or a tube.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub diameter: Option<Quantity>,
    /// Of a box, a tube or an angle.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wall: Option<Quantity>,
    /// The thickness of a flange; of an I the bottom one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flange: Option<Quantity>,
    /// The thickness of the web.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub web: Option<Quantity>,
    /// Of an I: its top flange, when it is another.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub top_width: Option<Quantity>,
    /// Of an I: how thick its top flange is, when that differs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub top_flange: Option<Quantity>,
    /// Of a pair: the section of which there are two.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub of: Option<String>,
    /// Of a pair: how far apart the two are.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gap: Option<Quantity>,
    /// Of a polygon: its corners once round, `[right, up]`.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub outline: Vec<Vec<Quantity>>,
    /// Of a polygon: its holes, each by its corners.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub holes: Vec<Vec<Vec<Quantity>>>,
    /// Of a composite: the sections of which it is put together.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub parts: Vec<SectionPart>,
    /// It is kept from deflecting sideways: bent in the plane of the sheet also where that is not a principal axis.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub held: Option<bool>,
}

/// A part of a composite section.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SectionPart {
    /// Another section of the sheet.
    pub of: String,
    /// The shift from where it stands by itself, `[right, up]`.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub at: Vec<Quantity>,
    /// It is taken away.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hole: Option<bool>,
}

impl Section {
    /// A dimension.
    pub fn size(&self, dim: Dim) -> &Option<Quantity> {
        match dim {
            Dim::Height => &self.height,
            Dim::Width => &self.width,
            Dim::Diameter => &self.diameter,
            Dim::Wall => &self.wall,
            Dim::Flange => &self.flange,
            Dim::Web => &self.web,
            Dim::TopWidth => &self.top_width,
            Dim::TopFlange => &self.top_flange,
        }
    }

    /// The same, to be written.
    pub fn size_mut(&mut self, dim: Dim) -> &mut Option<Quantity> {
        match dim {
            Dim::Height => &mut self.height,
            Dim::Width => &mut self.width,
            Dim::Diameter => &mut self.diameter,
            Dim::Wall => &mut self.wall,
            Dim::Flange => &mut self.flange,
            Dim::Web => &mut self.web,
            Dim::TopWidth => &mut self.top_width,
            Dim::TopFlange => &mut self.top_flange,
        }
    }
}

/// A material by its figures, bare numbers in the sheet's unit of stress.
#[derive(Debug, Clone, PartialEq, Default, Serialize, JsonSchema)]
pub struct Material {
    /// The modulus of elasticity.
    #[serde(rename = "E", default, skip_serializing_if = "Option::is_none")]
    pub e: Option<Quantity>,
    /// The shear modulus.
    #[serde(rename = "G", default, skip_serializing_if = "Option::is_none")]
    pub g: Option<Quantity>,
    /// The stress at which it yields.
    #[serde(rename = "yield", default, skip_serializing_if = "Option::is_none")]
    pub yields: Option<Quantity>,
    /// The stress at which it breaks.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ultimate: Option<Quantity>,
    /// The shear stress it can carry.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shear: Option<Quantity>,
    /// The bearing stress it can carry.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub bearing: Option<Quantity>,
    /// By which part of its length it becomes longer per kelvin: 12e-6, say.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub expansion: Option<f64>,
}
