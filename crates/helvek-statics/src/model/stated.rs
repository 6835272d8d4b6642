//! Stated limits, resolved: on stresses, reactions, pins, and the factors that are wanted.

use super::resolve::Builder;
use super::{BarId, BodyId, JointId, SupportId};
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::{Limit, Quantity, Sheet};
use helvek_sheet::units::Dimension;

/// A body or a bar.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Member {
    /// A body, over all its stretches.
    Body(BodyId),
    /// A bar.
    Bar(BarId),
}

/// The limited thing.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Limited {
    /// The normal stress, either way.
    Stress(Member),
    /// The shear stress by V·Q/(I·t).
    Shear(BodyId),
    /// The force of a support.
    Reaction(SupportId),
    /// The force that a joint transmits between two bodies.
    Joint(JointId),
    /// The span of a body over its sag, no unit, at least.
    Sag(BodyId),
}

/// A limit with the thing that it limits.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stated {
    /// The limited thing.
    pub what: Limited,
    /// Pa or N; of a sag the part of the span.
    pub most: f64,
}

/// Of what a factor is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum RequiredFactor {
    /// A member, on what its material stands.
    Member(Member),
    /// A plated pin, by its place in the model's list, and its plates.
    Pin(usize),
}

/// A sort of limit: its key, how it is written, and what there is to limit.
struct Sort<T> {
    key: &'static str,
    noun: &'static str,
    known: Vec<(String, T)>,
}

impl Builder {
    pub(super) fn stated_limits(&mut self, sheet: &Sheet) {
        let model = &self.model;
        let bodies: Vec<_> = model.body_ids().map(|id| (model.bodies[id.0].name.clone(), id)).collect();
        let bars = model.bars.iter().enumerate();
        let bars: Vec<_> = bars.map(|(i, bar)| (bar.name.clone(), Member::Bar(BarId(i)))).collect();
        let members: Vec<_> =
            bodies.iter().map(|(name, id)| (name.clone(), Member::Body(*id))).chain(bars).collect();
        let supports = model.supports.iter().enumerate();
        let supports: Vec<_> = supports.map(|(i, s)| (s.name.clone(), SupportId(i))).collect();
        let joints = model.joints.iter().enumerate().filter(|(_, joint)| joint.of.len() == 2);
        let joints: Vec<_> = joints.map(|(i, j)| (j.name.clone(), JointId(i))).collect();
        let pins = model.plated.iter().enumerate().map(|(i, pin)| (pin.name.clone(), RequiredFactor::Pin(i)));
        let wants: Vec<_> =
            members.iter().map(|(n, m)| (n.clone(), RequiredFactor::Member(*m))).chain(pins).collect();

        let sort = Sort { key: "stress", noun: "body or bar", known: members };
        let read = |this: &mut Self, q: &Quantity, path: &str| this.size(q, Dimension::STRESS, path);
        let found = self.of_sort(sheet, &sort, |limit| limit.stress.as_ref(), read);
        self.state(found, Limited::Stress);
        let spans = Sort { key: "sag", noun: "body", known: bodies.clone() };
        let found = self.of_sort(
            sheet,
            &spans,
            |limit| limit.sag,
            |this, n, path| {
                if n > 0.0 {
                    return Some(1.0 / n);
                }
                this.sense(path, "A limit on sag is a positive part of the span.", "Write \"L/300\".");
                None
            },
        );
        self.state(found, Limited::Sag);
        let sort = Sort { key: "shear", noun: "body", known: bodies };
        let found = self.of_sort(sheet, &sort, |limit| limit.shear.as_ref(), read);
        self.state(found, Limited::Shear);
        let read = |this: &mut Self, q: &Quantity, path: &str| this.size(q, Dimension::FORCE, path);
        let sort = Sort { key: "reaction", noun: "support", known: supports };
        let found = self.of_sort(sheet, &sort, |limit| limit.reaction.as_ref(), read);
        self.state(found, Limited::Reaction);
        let sort = Sort { key: "pin", noun: "joint of two bodies", known: joints };
        let found = self.of_sort(sheet, &sort, |limit| limit.pin.as_ref(), read);
        self.state(found, Limited::Joint);
        let sort = Sort { key: "factor", noun: "body, bar or pin with plates", known: wants };
        let wanted = self.of_sort(
            sheet,
            &sort,
            |limit| limit.factor,
            |this, factor, path| {
                if factor > 0.0 {
                    return Some(factor);
                }
                let message = format!("A wanted factor of {factor} makes no sense.");
                this.sense(path, message, "Write a positive number such as 1.5.");
                None
            },
        );
        self.without_material(sheet, &wanted);
        self.model.wanted = wanted;
    }

    /// Who asks for a factor by name has to say of which material.
    fn without_material(&mut self, sheet: &Sheet, wanted: &[(RequiredFactor, f64)]) {
        for (i, limit) in sheet.limits.iter().enumerate().filter(|(_, limit)| limit.factor.is_some()) {
            for name in &limit.of {
                let model = &self.model;
                let bare = |wants: &RequiredFactor| match wants {
                    RequiredFactor::Member(Member::Body(id)) => {
                        model.bodies[id.0].name == *name && model.bodies[id.0].material.is_none()
                    }
                    RequiredFactor::Member(Member::Bar(id)) => {
                        model.bars[id.0].name == *name && model.bars[id.0].material.is_none()
                    }
                    RequiredFactor::Pin(row) => {
                        let pin = &model.plated[*row];
                        let plates = pin.plates.iter().all(|plate| plate.material.is_none());
                        pin.name == *name && pin.material.is_none() && plates
                    }
                };
                if wanted.iter().any(|(wants, _)| bare(wants)) {
                    let message = format!("{name} is to have a factor, and has no material to have it on.");
                    let cure = "Give it one: assumed steel, or a material of your own.";
                    self.sense(&format!("limits[{i}].factor"), message, cure);
                }
            }
        }
    }

    fn state<T>(&mut self, found: Vec<(T, f64)>, what: impl Fn(T) -> Limited) {
        self.model.stated.extend(found.into_iter().map(|(of, most)| Stated { what: what(of), most }));
    }

    fn size(&mut self, quantity: &Quantity, dimension: Dimension, path: &str) -> Option<f64> {
        let value = self.si(quantity, dimension, "limit", path)?;
        if value > 0.0 {
            return Some(value);
        }
        self.sense(path, "A limit is a size, and positive.", "Write it without its sign.");
        None
    }

    /// The values of the limits of one sort: for those that are named, then for all the others.
    fn of_sort<'s, T: Copy, Q>(
        &mut self,
        sheet: &'s Sheet,
        sort: &Sort<T>,
        get: impl Fn(&'s Limit) -> Option<Q>,
        read: impl Fn(&mut Self, Q, &str) -> Option<f64>,
    ) -> Vec<(T, f64)> {
        let mut most: Vec<Option<f64>> = vec![None; sort.known.len()];
        let mut named = vec![false; sort.known.len()];
        let mut rest = None;
        for (i, limit) in sheet.limits.iter().enumerate() {
            let Some(written) = get(limit) else { continue };
            let (path, of) = (format!("limits[{i}].{}", sort.key), format!("limits[{i}].of"));
            let Some(value) = read(self, written, &path) else { continue };
            if limit.of.is_empty() && rest.replace(value).is_some() {
                let message = format!("There are two limits on {} for all the others.", sort.key);
                self.sense(&path, message, "Keep one, or name what it is of.");
            }
            for name in &limit.of {
                let Some(row) = sort.known.iter().position(|(known, _)| known == name) else {
                    if self.problems.passed_over() {
                        continue;
                    }
                    let known: Vec<&str> = sort.known.iter().map(|(known, _)| known.as_str()).collect();
                    let cure = match nearest(name, known.iter().copied()) {
                        Some(near) => format!("Perhaps \"{near}\" is meant."),
                        None if known.is_empty() => "Leave the limit out.".to_owned(),
                        None => format!("Here: {}.", known.join(", ")),
                    };
                    let message = format!("There is no {} \"{name}\" to limit.", sort.noun);
                    self.problem(ProblemKind::Name, &of, message, cure);
                    continue;
                };
                if std::mem::replace(&mut named[row], true) {
                    let message = format!("{name} has two limits on {}.", sort.key);
                    self.sense(&of, message, "Name it in one of them.");
                }
                most[row] = Some(value);
            }
        }
        let each = sort.known.iter().zip(&most).zip(&named);
        each.filter_map(|(((_, of), most), named)| {
            let most = if *named { *most } else { rest };
            Some((*of, most?))
        })
        .collect()
    }
}
