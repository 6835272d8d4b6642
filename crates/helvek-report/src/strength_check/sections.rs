//! The properties of each section, in words.

use super::Judging;
use helvek_core::model::Profile;
use helvek_core::section::Torsion;
use helvek_core::units::figures;
use schemars::JsonSchema;
use serde::Serialize;

/// A section that some member has.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
pub struct SectionLine {
    /// Its name.
    pub title: String,
    /// `A 624 mm²`, `I 401000 mm⁴` ...
    pub values: Vec<String>,
    /// A caution about it.
    pub remark: Option<String>,
}

impl Judging<'_> {
    pub(super) fn sections(&self) -> Vec<SectionLine> {
        let model = &self.solved.model;
        let used = |row: usize| {
            model.bodies.iter().any(|body| body.profile == Some(row))
                || model.bars.iter().any(|bar| bar.profile == Some(row))
        };
        let rows = model.profiles.iter().enumerate().filter(|(row, _)| used(*row));
        rows.map(|(_, profile)| self.section(profile)).collect()
    }

    fn section(&self, profile: &Profile) -> SectionLine {
        let (p, unit) = (&profile.section.properties, &self.solved.model.units.section);
        let size = |si: f64, power: u8| {
            let unit = unit.raised(power);
            format!("{} {}", figures::powered(unit.from_si(si), self.digits).replace('-', "−"), unit.symbol)
        };
        let near = |a: f64, b: f64| (a - b).abs() <= 1e-9 * a.abs().max(b.abs());
        let [top, bottom] = p.moduli();
        let mut values = vec![format!("A {}", size(p.area, 2)), format!("I {}", size(p.i_z, 4))];
        if near(top, bottom) {
            values.push(format!("S {}", size(top, 3)));
        } else {
            values.push(format!("c {} up, {} down", size(p.faces[1], 1), size(-p.faces[0], 1)));
            values.push(format!("S {} and {}", size(top, 3), size(bottom, 3)));
        }
        let [in_plane, across] = p.gyration();
        values.push(if near(in_plane, across) {
            format!("r {}", size(in_plane, 1))
        } else {
            format!("r {}, across {}", size(in_plane, 1), size(across, 1))
        });
        values.push(format!("plastic Z {}", size(p.plastic, 3)));
        if let Some(Torsion { constant, error }) = profile.section.torsion() {
            let within = if error > 0.0 {
                format!(" within {} %", figures::rounded(100.0 * error, 2))
            } else {
                String::new()
            };
            values.push(format!("J {}{within}", size(constant, 4)));
        }
        let remark = (!p.straight()).then(|| {
            let unit_of_angle = &self.solved.model.units.angle.symbol;
            let angle = self.solved.model.units.angle.from_si(p.angle);
            let held = if profile.held {
                "taken as held sideways, so that it bends in the plane of the sheet"
            } else {
                "bent by the coupled formula; with held = true as if kept from deflecting sideways"
            };
            format!(
                "Its principal axes are turned by {}{}, I {} and {}: {held}.",
                self.figure(angle),
                if unit_of_angle == "deg" { "°".to_owned() } else { format!(" {unit_of_angle}") },
                size(p.principal[0], 4),
                size(p.principal[1], 4)
            )
        });
        SectionLine { title: profile.section.name.clone(), values, remark }
    }
}
