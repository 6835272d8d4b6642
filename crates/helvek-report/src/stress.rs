//! Stresses in words.

use crate::internal_forces::face;
use crate::numbers::{Numbers, minus};
use helvek_core::internal_forces::Extreme;
use helvek_core::strength::Stressed;
use helvek_core::units::figures;

impl Numbers<'_> {
    /// The stresses of a stretch with a section: a sentence for each face, for shear, and for what its material makes of it.
    pub(crate) fn stress_says(&self, stressed: &Stressed) -> Vec<String> {
        let model = &self.statics.model;
        let profile = &model.profiles[stressed.profile];
        let name = &profile.section.name;
        let [top, bottom] = &stressed.fibres;
        let along = self.statics.inside()[stressed.row].diagram.as_ref().map(|d| d.along);
        let word = |left: bool| along.map_or("outer", |along| face(along, left));
        let mut says = vec![
            format!("σ {}: {}", self.fibre(stressed, top.at, word(true)), self.stress_range(&top.range)),
            format!(
                "σ {}: {}",
                self.fibre(stressed, bottom.at, word(false)),
                self.stress_range(&bottom.range)
            ),
        ];
        let level = &model.units.section;
        let at = if stressed.level.abs() <= 1e-9 * (profile.section.properties.faces[1]).abs() {
            "at the centroid".to_owned()
        } else {
            let where_ = if stressed.level > 0.0 { "above" } else { "below" };
            let far = figures::plain(level.from_si(stressed.level.abs()), self.digits().max(3));
            format!("{far} {} {where_} the centroid", level.symbol)
        };
        if stressed.shear.value != 0.0 {
            says.push(format!("τ: {}, {at}", self.stress_one(&stressed.shear)));
        }
        if stressed.coupled {
            says.push(format!(
                "{name} is bent off its principal axes: by the coupled formula; with held = true, as if kept from deflecting sideways"
            ));
        }
        let Some(material) = stressed.material.map(|row| &model.materials[row]) else {
            says.push("no material: nothing to compare with".to_owned());
            return says;
        };
        let assumed = if material.assumed { ", whose figures are assumed and to be replaced" } else { "" };
        let (what, strength) = match (material.yields, material.ultimate) {
            (Some(stress), _) => ("the yield stress", stress),
            (None, Some(stress)) => ("the ultimate stress", stress),
            (None, None) => {
                says.push(format!(
                    "{} has neither a yield nor an ultimate stress to compare with",
                    material.name
                ));
                return says;
            }
        };
        if let Some(factor) = stressed.factor(material) {
            let word = if factor >= 1.0 { "below" } else { "above" };
            says.push(format!(
                "σ at most {} {word} {what} {} of {}{assumed}: factor {}",
                self.stress(stressed.largest().value.abs()),
                self.stress(strength),
                material.name,
                figures::rounded(factor, self.digits())
            ));
        }
        says
    }

    /// `top`, or where a corner of a skew section is.
    fn fibre(&self, stressed: &Stressed, at: [f64; 2], word: &str) -> String {
        if !stressed.coupled {
            return word.to_owned();
        }
        let unit = &self.statics.model.units.section;
        let [z, y] = at.map(|v| minus(&figures::plain(unit.from_si(v), self.digits().max(3))));
        format!("at [{z}, {y}] {} from the centroid", unit.symbol)
    }

    fn stress(&self, value: f64) -> String {
        let unit = &self.statics.model.units.stress;
        format!("{} {}", minus(&figures::rounded(unit.from_si(value), self.digits())), unit.symbol)
    }

    fn stress_one(&self, extreme: &Extreme) -> String {
        format!("{} at {}", self.stress(extreme.value), self.distance(extreme.station))
    }

    fn stress_range(&self, [least, greatest]: &[Extreme; 2]) -> String {
        if least.value == greatest.value {
            return format!("{} throughout", self.stress(least.value));
        }
        let both = [least, greatest].into_iter().filter(|e| e.value != 0.0);
        let word = |value: f64| if value > 0.0 { "tension" } else { "compression" };
        both.map(|e| format!("{}, {}", self.stress_one(e), word(e.value))).collect::<Vec<_>>().join("; ")
    }
}
