//! The growth of loads, in words.

use crate::lines::{About, AskedLine, AskedPart};
use crate::numbers::{Words, minus};
use crate::strength_check::subjects::mark_of_pin;
use helvek_core::answers::{GovernsAnswer, LimitAnswer};
use helvek_core::id::{Id, Kind};
use helvek_core::strength_check::CheckSort;
use helvek_core::units::figures;

impl Words<'_> {
    /// The answers about limits, each in a few sentences.
    pub(crate) fn limits(&self) -> Vec<String> {
        self.found.limits.iter().map(|limit| self.limit(limit)).collect()
    }

    fn limit(&self, limit: &LimitAnswer) -> String {
        let mut text = self.interval(limit);
        if !limit.holds && limit.possible && limit.unit.is_none() {
            text += " The loads as given are beyond that.";
        }
        text += &match &limit.unchecked[..] {
            [] => String::new(),
            [one] => format!(" Bar {one} was not checked: it has no limit, or equilibrium does not fix it."),
            some if some.len() <= 6 => {
                format!(
                    " Bars {} were not checked: they have no limit, or equilibrium does not fix them.",
                    some.join(", ")
                )
            }
            many => format!(
                " {} bars were not checked: they have no limit, or equilibrium does not fix them.",
                many.len()
            ),
        };
        if limit.bars.values().any(|bar| bar.compression.is_some()) {
            text += " A compression limit has to allow for buckling.";
        }
        text
    }

    fn interval(&self, limit: &LimitAnswer) -> String {
        let of = &limit.of;
        let governs = |g: &Option<GovernsAnswer>| g.as_ref().map(reaches).unwrap_or_default();
        if !limit.possible {
            let what = limit
                .governs_to
                .as_ref()
                .map_or_else(String::new, |g| format!(": {} whatever they are", beyond(g)));
            return format!("No size of {of} keeps everything within its limits{what}.");
        }
        let figure = |value: f64| minus(&figures::rounded(value, self.digits()));
        let unit = limit.unit.as_deref();
        let shown = |factor: Option<f64>, size: Option<f64>| match unit {
            Some(unit) => size.map(|v| format!("{} {unit}", figure(v))),
            None => factor.map(|v| format!("{} times", figure(v))),
        };
        let (from, to) = (shown(limit.from, limit.least), shown(limit.to, limit.greatest));
        match (from, to) {
            (None, None) => {
                format!("Nothing with a limit carries anything of {of}: it is not limited.")
            }
            (None, Some(to)) => {
                format!("{} may grow to {to}: there {}.", capital(of), governs(&limit.governs_to))
            }
            (Some(from), None) => format!(
                "{} may be anything from {from} up: there {}.",
                capital(of),
                governs(&limit.governs_from)
            ),
            (Some(from), Some(to)) if unit.is_none() => {
                let bare = |text: &str| text.trim_end_matches(" times").to_owned();
                format!(
                    "{} may be {} to {to} as given: at {} {}, at {} {}.",
                    capital(of),
                    bare(&from),
                    bare(&to),
                    governs(&limit.governs_to),
                    bare(&from),
                    governs(&limit.governs_from)
                )
            }
            (Some(from), Some(to)) => format!(
                "{} may be from {from} to {to}: at {to} {}, at {from} {}.",
                capital(of),
                governs(&limit.governs_to),
                governs(&limit.governs_from)
            ),
        }
    }

    /// The answer in the row of what was asked.
    pub(crate) fn asked_limit(&self, index: usize) -> Option<AskedLine> {
        let limit = self.found.limits.get(index)?;
        let figure = |value: f64| minus(&figures::rounded(value, self.digits()));
        let governs = limit.governs_to.as_ref().map_or("nothing limits it".into(), short);
        let part = match (limit.possible, limit.greatest, limit.to) {
            (false, ..) => "not within limits".to_owned(),
            (true, Some(size), _) => {
                format!("{} ≤ {} {}", limit.of, figure(size), limit.unit.as_deref().unwrap_or_default())
            }
            (true, None, Some(factor)) => format!("× {}", figure(factor)),
            (true, None, None) => "no limit".to_owned(),
        };
        let lower = limit.from.filter(|from| *from > 0.0 && limit.possible);
        let least = lower.map(|from| match limit.least.zip(limit.unit.as_deref()) {
            Some((least, unit)) => format!("≥ {} {unit}", figure(least)),
            None => format!("from × {}", figure(from)),
        });
        let of = limit.governs_to.as_ref().and_then(|g| self.mark_of(g));
        let label = format!("limit of {}: {governs}", limit.of);
        Some(AskedLine {
            of,
            about: About::Growth,
            label,
            parts: std::iter::once(part).chain(least).map(AskedPart::from).collect(),
            short: 0,
            answered: true,
        })
    }

    /// The mark of what governs.
    fn mark_of(&self, governs: &GovernsAnswer) -> Option<Id> {
        let (model, part) = (&self.statics.model, &governs.part);
        let sort = match governs.by {
            CheckSort::PinShear | CheckSort::Bearing | CheckSort::TearOut => {
                let pin = model.plated.iter().find(|pin| pin.name == *part);
                return pin.map(|pin| mark_of_pin(model, pin));
            }
            CheckSort::Tension | CheckSort::Compression | CheckSort::Buckling | CheckSort::LetsGo => {
                Kind::Bar
            }
            CheckSort::Stress if model.bars.iter().any(|bar| bar.name == *part) => Kind::Bar,
            CheckSort::Reaction => Kind::Support,
            CheckSort::Joint => Kind::Joint,
            _ => Kind::Body,
        };
        Some(sort.id(part))
    }
}

fn capital(of: &str) -> String {
    if of == "variable loads" { "The variable loads".into() } else { helvek_core::problem::capital(of) }
}

fn reaches(governs: &GovernsAnswer) -> String {
    let under = under(governs);
    match governs.by {
        CheckSort::LetsGo => format!("{} loses contact{under}", governs.part),
        by => format!("{} reaches its {} limit{under}", governs.part, by.word().replace('-', " ")),
    }
}

/// Of which combination it is; nothing as drawn.
fn under(governs: &GovernsAnswer) -> String {
    governs.under.as_ref().map_or_else(String::new, |name| format!(" under {name}"))
}

fn beyond(governs: &GovernsAnswer) -> String {
    match governs.by {
        CheckSort::LetsGo => format!("{} loses contact{}", governs.part, under(governs)),
        by => {
            format!("{} is beyond its {} limit{}", governs.part, by.word().replace('-', " "), under(governs))
        }
    }
}

fn short(governs: &GovernsAnswer) -> String {
    match governs.by {
        CheckSort::Tension => format!("{} governs, T", governs.part),
        CheckSort::Compression => format!("{} governs, C", governs.part),
        CheckSort::LetsGo => format!("{} loses contact", governs.part),
        by => format!("{} governs, {}", governs.part, by.word().replace('-', " ")),
    }
}
