//! Sections and stresses, as published.

use crate::Publisher;
use helvek_checks::Checks;
use helvek_checks::strength::Stressed;
use helvek_sheet::units::Unit;
use helvek_statics::internal_forces::{Extreme, Side};
use helvek_statics::model::PointId;
use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Serialize;

/// The properties of a section, in the sheet's unit of sections. Axes: y along the height of the member, z across it.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct SectionAnswer {
    /// A
    pub area: f64,
    /// [z, y] in the axes of its dimensions.
    pub centroid: [f64; 2],
    /// ∫y² dA: bending in the plane of the sheet.
    pub i_z: f64,
    /// ∫z² dA
    pub i_y: f64,
    /// ∫zy dA; not 0 when y and z are not principal axes.
    pub i_zy: f64,
    /// The greatest and the least moment of inertia over all axes.
    pub principal: [f64; 2],
    /// From the z axis to the axis of the greatest, counter-clockwise.
    pub angle: f64,
    /// From the centroid to the bottom and to the top face.
    pub faces: [f64; 2],
    /// I/c of the top face and of the bottom one.
    pub moduli: [f64; 2],
    /// Radii of gyration, in the plane of the sheet and out of it.
    pub gyration: [f64; 2],
    /// The plastic modulus.
    pub plastic: f64,
    /// The torsion constant: by a closed form where one exists, else by finite elements; only in the full answers.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub torsion: Option<f64>,
    /// By how much of itself that may be off, either way; 0 of a closed form.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub torsion_error: Option<f64>,
}

/// The largest stresses along a stretch.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StressAnswer {
    /// The body.
    pub on: String,
    /// Its first point.
    pub from: String,
    /// Its last point.
    pub to: String,
    /// Its section.
    pub section: String,
    /// The least and the greatest normal stress at the fibre that a sagging moment compresses most.
    pub top: [StressExtreme; 2],
    /// The same at the fibre that it pulls most.
    pub bottom: [StressExtreme; 2],
    /// The largest shear stress.
    pub shear: StressExtreme,
    /// At which level, from the centroid, in the unit of sections.
    pub level: f64,
    /// The section is bent off its principal axes, and is not held sideways.
    pub coupled: bool,
    /// Yield stress of its material, else its ultimate stress, over the largest normal stress, no unit.
    pub factor: Option<f64>,
}

/// A stress with its place.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct StressExtreme {
    /// Tension positive.
    pub value: f64,
    /// From the first point of the stretch.
    pub distance: f64,
    /// Just before or just after what acts there.
    pub side: Side,
}

/// To a power of a unit of length.
fn power(unit: &Unit, value: f64, exponent: i32) -> f64 {
    value * unit.from_si(1.0).powi(exponent)
}

impl Publisher<'_> {
    /// `thorough`: with torsion constants that have no closed form, which takes some hundredths of a second each.
    pub(super) fn section_answers(&self) -> IndexMap<String, SectionAnswer> {
        let unit = &self.model.units.section;
        let used = |row: usize| {
            self.model.bodies.iter().any(|body| body.profile == Some(row))
                || self.model.bars.iter().any(|bar| bar.profile == Some(row))
        };
        let all = self.model.profiles.iter().enumerate().filter(|(row, _)| used(*row));
        let answers = all.map(|(_, profile)| {
            let p = &profile.section.properties;
            let torsion = profile.section.torsion();
            let answer = SectionAnswer {
                area: power(unit, p.area, 2),
                centroid: p.centroid.map(|v| power(unit, v, 1)),
                i_z: power(unit, p.i_z, 4),
                i_y: power(unit, p.i_y, 4),
                i_zy: power(unit, p.i_zy, 4),
                principal: p.principal.map(|v| power(unit, v, 4)),
                angle: self.model.units.angle.from_si(p.angle),
                faces: p.faces.map(|v| power(unit, v, 1)),
                moduli: p.moduli().map(|v| power(unit, v, 3)),
                gyration: p.gyration().map(|v| power(unit, v, 1)),
                plastic: power(unit, p.plastic, 3),
                torsion: torsion.map(|torsion| power(unit, torsion.constant, 4)),
                torsion_error: torsion.map(|torsion| torsion.error),
            };
            (profile.section.name.clone(), answer)
        });
        answers.collect()
    }

    pub(super) fn stress_answers(&self) -> Vec<StressAnswer> {
        Checks(self).stressed().iter().map(|stressed| self.stress_answer(stressed)).collect()
    }

    fn stress_answer(&self, stressed: &Stressed) -> StressAnswer {
        let units = &self.model.units;
        let inside = &self.inside()[stressed.row];
        let name = |p: PointId| self.model.point_name(p).to_owned();
        let extreme = |extreme: Extreme| StressExtreme {
            value: units.stress.from_si(extreme.value),
            distance: units.length.from_si(extreme.station),
            side: extreme.side,
        };
        let [top, bottom] = stressed.fibres.each_ref().map(|fibre| fibre.range.map(extreme));
        let material = stressed.material.map(|row| &self.model.materials[row]);
        StressAnswer {
            on: self.model.bodies[inside.body.index()].name.clone(),
            from: name(inside.from),
            to: name(inside.to),
            section: self.model.profiles[stressed.profile].section.name.clone(),
            top,
            bottom,
            shear: extreme(stressed.shear),
            level: units.section.from_si(stressed.level),
            coupled: stressed.coupled,
            factor: material.and_then(|material| stressed.factor(material)),
        }
    }
}
