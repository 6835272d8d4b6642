//! The verdict in words: the outcome, how it moves, and what would hold it.

use crate::direction;
use crate::page::{Headlines, VerdictWords};
use crate::step::Wording;
use helvek_core::equilibrium::ColumnKind;
use helvek_core::geometry::Vector;
use helvek_core::model::SupportKind;
use helvek_core::units::figures;
use helvek_core::verdict::{BodyMotion, Cure, Status};

impl Wording<'_> {
    pub(crate) fn verdict(&self) -> VerdictWords {
        let verdict = &self.solved.verdict;
        let count = format!(
            "{} and {}, counted; rank decides.",
            plural(verdict.equations, "equation"),
            plural(verdict.unknowns, "unknown")
        );
        let (word, sentence) = match verdict.status {
            Status::Determinate => {
                ("determinate", "Held, and equilibrium alone fixes every reaction.".to_owned())
            }
            Status::Balanced => (
                "balanced",
                format!(
                    "Balanced under these loads only: it is free to move ({}).",
                    self.motion().unwrap_or_default()
                ),
            ),
            Status::Indeterminate => {
                let open = self.open();
                let known =
                    if open.len() < verdict.unknowns { " The others are fixed, and answered." } else { "" };
                (
                    "indeterminate",
                    format!(
                        "{} too many: equilibrium alone does not fix {}.{known}",
                        plural(verdict.degree, "unknown"),
                        open.join(", ")
                    ),
                )
            }
            Status::Unstable => (
                "unstable",
                format!("No equilibrium under these loads: {}.", self.motion().unwrap_or_default()),
            ),
        };
        VerdictWords {
            word: word.into(),
            sentence,
            count,
            cures: self.solved.cures.iter().map(|cure| self.cure(cure)).collect(),
        }
    }

    /// Unknowns that equilibrium does not fix.
    fn open(&self) -> Vec<String> {
        let columns = self.solved.equilibrium.columns.iter().zip(&self.solved.verdict.determined);
        columns.filter(|(_, fixed)| !**fixed).map(|(column, _)| column.symbol.to_string()).collect()
    }

    fn motion(&self) -> Option<String> {
        let motion = self.solved.verdict.motion.as_ref()?;
        let words: Vec<_> = motion
            .bodies
            .iter()
            .map(|m| format!("{} {}", self.solved.model.bodies[m.body.index()].name, self.body_motion(m)))
            .collect();
        Some(words.join(", "))
    }

    fn body_motion(&self, motion: &BodyMotion) -> String {
        let digits = self.solved.model.schools.figures;
        match motion.centre() {
            None => match motion.translation.unit() {
                Some(unit) => format!("slides {}", direction::words(unit, digits)),
                None => "stays where it is".into(),
            },
            Some(centre) => {
                let sense = direction::turn_words(motion.rotation.z);
                let near = 1e-6 * self.solved.equilibrium.length_scale;
                let named = self.solved.model.points.iter().find(|p| p.at.distance(centre) <= near);
                match named {
                    Some(point) => format!("turns {sense} about {}", point.name),
                    None => {
                        let [x, y] = self.place(centre);
                        format!(
                            "turns {sense} about ({}, {})",
                            figures::plain(x, digits),
                            figures::plain(y, digits)
                        )
                    }
                }
            }
        }
    }

    fn cure(&self, cure: &Cure) -> String {
        let model = &self.solved.model;
        let point = |p: helvek_core::model::PointId| model.point_name(p);
        match *cure {
            Cure::Change { support, to } => {
                let support = &model.supports[support.index()];
                format!("Make the {} {} {}.", support.kind.word(), support.name, article(to))
            }
            Cure::Add { at, kind: SupportKind::Roller { normal }, .. } => {
                format!("Add a roller at {} that pushes {}.", point(at), self.direction(normal))
            }
            Cure::Add { at, kind, .. } => format!("Add {} at {}.", article(kind), point(at)),
            Cure::AddBoth { pin, roller: (at, normal), .. } => {
                format!(
                    "Add a pin at {} and a roller at {} that pushes {}.",
                    point(pin),
                    point(at),
                    self.direction(normal)
                )
            }
        }
    }

    fn direction(&self, direction: Vector) -> String {
        direction::words(direction, self.solved.model.schools.figures)
    }

    pub(crate) fn headlines(&self) -> Headlines {
        let (model, working) = (&self.solved.model, &self.solved.working);
        let worst =
            working.checks.iter().map(|c| c.relative()).chain(self.solved.disagreement()).fold(0.0, f64::max);
        Headlines {
            idealise: format!(
                "{} · {}",
                plural(model.supports.len(), "support"),
                plural(model.loads.len(), "load")
            ),
            free: format!(
                "{} · {}",
                plural(self.solved.verdict.unknowns, "unknown"),
                plural(self.solved.verdict.equations, "equation")
            ),
            work: if working.steps.is_empty() {
                "nothing to work".into()
            } else {
                plural(working.steps.len(), "step")
            },
            check: if working.steps.is_empty() { "nothing to check".into() } else { closes(worst) },
        }
    }

    /// The resultant of a support, in words for the asked line: `0.930 kN ↑`.
    pub(crate) fn resultant(&self, support: helvek_core::model::SupportId) -> Vec<String> {
        let digits = self.solved.model.schools.figures;
        let (mut force, mut moment) = (Vector::ZERO, None);
        let mut parts = Vec::new();
        for (column, value) in self.solved.equilibrium.columns.iter().zip(self.solved.values()) {
            if column.support != support {
                continue;
            }
            let Some(value) = value else {
                parts.push(format!("{} not fixed by equilibrium", column.symbol));
                continue;
            };
            match column.kind {
                ColumnKind::Force => force += column.acts[0].wrench.force * value,
                ColumnKind::Couple => moment = Some(column.acts[0].wrench.moment.z * value),
            }
        }
        let partly = !parts.is_empty();
        let all_open = partly && force == Vector::ZERO && moment.is_none();
        if !all_open {
            let text = match force.unit() {
                Some(unit) => {
                    let (number, symbol) = self.result(force.length(), ColumnKind::Force);
                    format!("{number} {symbol} {}", direction::arrow(unit, digits))
                }
                None => "0".into(),
            };
            parts.insert(0, text);
        }
        if let Some(moment) = moment {
            let (number, symbol) = self.result(moment.abs(), ColumnKind::Couple);
            parts.push(if moment == 0.0 {
                "no couple".into()
            } else {
                format!("{number} {symbol} {}", direction::turn_arrow(moment))
            });
        }
        parts
    }
}

fn article(kind: SupportKind) -> &'static str {
    match kind {
        SupportKind::Pin => "a pin",
        SupportKind::Roller { .. } => "a roller",
        SupportKind::Fixed => "a fixed support",
    }
}

pub(crate) fn plural(count: usize, thing: &str) -> String {
    match count {
        0 => format!("no {thing}s"),
        1 => format!("1 {thing}"),
        _ => format!("{count} {thing}s"),
    }
}

/// `closes to 2·10⁻¹⁶`.
pub(crate) fn closes(relative: f64) -> String {
    if relative == 0.0 {
        return "closes exactly".into();
    }
    let text = format!("{relative:.0e}");
    let (mantissa, exponent) = text.split_once('e').unwrap_or((&text, "0"));
    let superscript: String = exponent
        .chars()
        .map(|c| match c {
            '-' => '⁻',
            '1' => '¹',
            '2' => '²',
            '3' => '³',
            digit => char::from_u32('⁰' as u32 + digit.to_digit(10).unwrap_or(0)).unwrap_or('⁰'),
        })
        .collect();
    format!("closes to {mantissa}·10{superscript}")
}
