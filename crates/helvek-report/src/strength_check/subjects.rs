//! The subjects of checks by name, with place and mark.

use super::{Judging, StatedLine, StatedSort};
use crate::internal_forces::face;
use helvek_core::Checks;
use helvek_core::answers::Publisher;
use helvek_core::id::{Id, Kind};
use helvek_core::model::{Model, PlatedPin, Threaded};
use helvek_core::strength_check::{Judged, LimitBasis, Subject, Worked};
use helvek_core::units::figures;

impl Judging<'_> {
    /// `pin A, bearing in the lever`
    pub(super) fn title(&self, subject: Subject) -> String {
        let of = Checks(self.solved).subject_of(subject);
        let owner = |pin: usize, plate: usize| {
            let plates = &self.solved.model.plated[pin].plates;
            let name = Publisher(self.solved).plate_owner(plates[plate].of);
            let several = plates.iter().filter(|other| other.of == plates[plate].of).count() > 1;
            if several { format!("{name} (plate {})", plate + 1) } else { name.to_owned() }
        };
        match subject {
            Subject::Tension(_) => format!("{of}, tension"),
            Subject::Compression(_) => format!("{of}, compression"),
            Subject::BarStress(_) => format!("{of}, axial stress"),
            Subject::Buckling(_) => format!("{of}, buckling"),
            Subject::Net { pin, .. } | Subject::BarNet { pin, .. } => {
                let pin = &self.solved.model.plated[pin].name;
                format!("{of}, normal stress beside the hole of pin {pin}")
            }
            Subject::Normal(_) => format!("{of}, normal stress"),
            Subject::Shear(_) => format!("{of}, shear stress"),
            Subject::Torsion(_) => format!("{of}, shear stress by torsion"),
            Subject::Sag { row, span } => match self.ends_of(row, span) {
                Some([from, to]) => format!("{of}, sag between {from} and {to}"),
                None => format!("{of}, sag"),
            },
            Subject::Reaction(_) => format!("support {of}, its force"),
            Subject::Joint(_) => format!("joint {of}, its force"),
            Subject::PinShear { pin, plane } => {
                let [a, b] = [plane, plane + 1].map(|plate| owner(pin, plate));
                format!("pin {of}, shear between {a} and {b}")
            }
            Subject::Bearing { pin, plate } => format!("pin {of}, bearing in {}", owner(pin, plate)),
            Subject::TearOut { pin, plate } => format!("pin {of}, tear-out of {}", owner(pin, plate)),
        }
    }

    /// The ends of a span, where its stretch has several.
    fn ends_of(&self, row: usize, span: usize) -> Option<[&str; 2]> {
        let spans = self.solved.elastic()?.shapes.get(row)?.sags();
        let ends = spans.get(span).filter(|_| spans.len() > 1)?.span;
        let diagram = self.solved.inside()[row].diagram.as_ref().ok()?;
        let named = |station| diagram.point_at(station).map(|point| self.solved.model.point_name(point));
        Some([named(ends[0])?, named(ends[1])?])
    }

    /// With the face at which the normal stress is largest.
    pub(super) fn title_of(&self, judged: &Judged, worked: Option<Worked>) -> String {
        let title = self.title(judged.check.subject);
        match (worked, judged.check.subject) {
            (Some(Worked::Normal { axial, bending, coupled: false, fibre, .. }), Subject::Normal(row)) => {
                let along = self.solved.inside()[row].diagram.as_ref().map(|d| d.along);
                let face = along.map_or("outer", |along| face(along, fibre[1] > 0.0));
                let word = if axial + bending > 0.0 { "tension" } else { "compression" };
                format!("{title} at its {face} face, {word}")
            }
            (Some(Worked::Normal { coupled: true, .. }), _) => format!("{title} at a corner, bent askew"),
            _ => title,
        }
    }

    /// The mark that is lit.
    pub(super) fn mark(&self, subject: Subject) -> Id {
        let of = Checks(self.solved).subject_of(subject);
        match subject {
            Subject::Tension(_)
            | Subject::Compression(_)
            | Subject::BarStress(_)
            | Subject::BarNet { .. }
            | Subject::Buckling(_) => Kind::Bar.id(&of),
            Subject::Normal(_)
            | Subject::Net { .. }
            | Subject::Shear(_)
            | Subject::Torsion(_)
            | Subject::Sag { .. } => Kind::Body.id(&of),
            Subject::Reaction(_) => Kind::Support.id(&of),
            Subject::Joint(_) => Kind::Joint.id(&of),
            Subject::PinShear { pin, .. } | Subject::Bearing { pin, .. } | Subject::TearOut { pin, .. } => {
                self.mark_of_pin(pin)
            }
        }
    }

    pub(super) fn mark_of_pin(&self, pin: usize) -> Id {
        mark_of_pin(&self.solved.model, &self.solved.model.plated[pin])
    }

    /// The place along its member, and the loads under which it is checked.
    pub(super) fn place(&self, judged: &Judged) -> Option<String> {
        let units = &self.solved.model.units;
        let row = match judged.check.subject {
            Subject::Normal(row)
            | Subject::Net { row, .. }
            | Subject::Shear(row)
            | Subject::Sag { row, .. } => Some(row),
            _ => None,
        };
        let at = row.zip(judged.place).map(|(row, place)| {
            let (inside, model) = (&self.solved.inside()[row], &self.solved.model);
            let point = inside.diagram.as_ref().ok().and_then(|along| along.point_at(place.station));
            if let Some(point) = point {
                return format!("at {}", model.point_name(point));
            }
            let from = model.point_name(inside.from);
            let far = figures::plain(units.length.from_si(place.station), self.digits);
            format!("{far} {} from {from}", units.length.symbol)
        });
        let under = judged.under.map(|row| format!("under {}", self.states[row].name));
        let all: Vec<String> = at.into_iter().chain(under).collect();
        (!all.is_empty()).then(|| all.join(", "))
    }

    /// The limit behind a check, where one is stated; those of bars are changed with the bars.
    pub(super) fn stated(&self, judged: &Judged) -> Option<StatedLine> {
        let sort = match (judged.check.by, judged.check.subject) {
            (LimitBasis::Strength { factor, .. } | LimitBasis::Screening { factor, .. }, _) => {
                factor.map(|_| StatedSort::Factor)?
            }
            (
                LimitBasis::Limit,
                Subject::Normal(_) | Subject::Net { .. } | Subject::BarStress(_) | Subject::BarNet { .. },
            ) => StatedSort::Stress,
            (LimitBasis::Limit, Subject::Shear(_) | Subject::Torsion(_)) => StatedSort::Shear,
            (LimitBasis::Limit, Subject::Sag { .. }) => StatedSort::Sag,
            (LimitBasis::Limit, Subject::Reaction(_)) => StatedSort::Reaction,
            (LimitBasis::Limit, Subject::Joint(_)) => StatedSort::Pin,
            (LimitBasis::Limit, _) => return None,
        };
        Some(StatedLine { sort, of: Checks(self.solved).subject_of(judged.check.subject) })
    }
}

/// The mark of what a pin goes through.
pub(crate) fn mark_of_pin(model: &Model, pin: &PlatedPin) -> Id {
    match pin.through {
        Threaded::Joint(_) => Kind::Joint.id(&pin.name),
        Threaded::Support(_) => Kind::Support.id(&pin.name),
        Threaded::Pin(_) => Kind::Point.id(model.point_name(pin.at(model))),
    }
}
