//! The verdict in words: the outcome, how it moves, and what would hold it.

use crate::direction;
use crate::lines::{Headlines, VerdictWords};
use crate::numbers::{Words, closes, percent, plural};
use crate::step::Wording;
use helvek_core::Checks;
use helvek_core::answers::{Friction, Sense, StatusWord};
use helvek_core::model::On;
use helvek_core::sheet::Couples;
use helvek_core::tolerance::first_largest;
use helvek_core::units::figures;
use helvek_core::verdict::{Cure, PartMotion};

impl Words<'_> {
    pub(crate) fn verdict(&self) -> VerdictWords {
        let verdict = &self.statics.verdict;
        let equations = match self.found.status {
            StatusWord::Determinate => plural(verdict.equations, "independent equation"),
            _ => plural(verdict.equations, "equation"),
        };
        // The count is a hint and no proof: where rank says otherwise, so does this line.
        let open = !verdict.equilibrium || verdict.degree > 0;
        let misled = verdict.equations == verdict.unknowns && verdict.mobility > 0 && open;
        let but = if misled { "; their number is right, their arrangement lets it move" } else { "" };
        let count = format!("{equations}, {}{but}.", plural(verdict.unknowns, "unknown"));
        let (title, sentence) = match self.found.status {
            StatusWord::Determinate => ("Stable and statically determinate".to_owned(), self.released()),
            StatusWord::Balanced => (
                "Balanced under these loads only".to_owned(),
                format!("{}{}", self.free_to_move(), self.released()),
            ),
            StatusWord::Indeterminate => {
                let rest = match self.statics.elastic() {
                    Some(_) => "stiffness does",
                    None => "give stiffness for the rest",
                };
                // Too much here can go with too little there.
                let free = match verdict.mobility {
                    0 => String::new(),
                    _ => format!(" {}", self.free_to_move()),
                };
                (
                    format!("Statically indeterminate to degree {}", verdict.degree),
                    format!(
                        "Equilibrium alone does not give {}; {rest}.{free}{}",
                        self.open().join(", "),
                        self.released()
                    ),
                )
            }
            StatusWord::Unstable => ("Unstable".to_owned(), self.unstable()),
            StatusWord::Slides => ("Slides".to_owned(), self.slides()),
        };
        VerdictWords {
            word: self.found.status,
            title,
            sentence: sentence.trim_start().to_owned(),
            count,
            cures: self.statics.cures().iter().map(|cure| self.cure(cure)).collect(),
        }
    }

    /// The motion that is free though the loads balance: of what stands on nothing only what moves in itself.
    fn free_to_move(&self) -> String {
        let verdict = &self.statics.verdict;
        if self.statics.model.supports.is_empty() {
            let whole = if self.statics.model.spatial() { 6 } else { 3 };
            let parts =
                if verdict.mobility > whole { ", and its parts can move against each other" } else { "" };
            return format!("It is not fixed to the ground{parts}; its loads balance.");
        }
        let ways = match verdict.mobility {
            0 | 1 => String::new(),
            ways => format!(" in {ways} ways, one of them"),
        };
        format!("It is free to move{ways}: {}.", self.motion().unwrap_or_default())
    }

    /// The equation that friction does not satisfy, and the coefficient that would.
    fn slides(&self) -> String {
        let unit = &self.statics.model.units.force.symbol;
        let figure = |value: f64| figures::rounded(value, self.digits());
        let short = self.found.friction.iter().filter(|friction| friction.holds == Some(false));
        let said = short.map(|friction| {
            let Friction { of, across, normal, .. } = friction;
            let there = figures::plain(friction.available.unwrap_or_default(), self.digits());
            match (friction.needed, friction.factor) {
                (Some(needed), Some(factor)) => format!(
                    "at {of} friction of {} {unit} / {} {unit} = {} is required and {there} is available, {} of it",
                    figure(*across),
                    figure(*normal),
                    figure(needed),
                    figure(factor)
                ),
                _ => format!("at {of} {} {unit} of friction is required and nothing presses", figure(*across)),
            }
        });
        let said: Vec<_> = said.collect();
        format!(
            "It is not in equilibrium as it stands: {}. The working below assumes that nothing slides.",
            said.join("; ")
        )
    }

    /// One-way parts that are out of contact.
    fn released(&self) -> String {
        let names = self.statics.released_names();
        match names.len() {
            0 => String::new(),
            1 => format!(" {} is out of contact or slack; the others carry the loads.", names[0]),
            _ => format!(" {} are out of contact or slack; the others carry the loads.", names.join(", ")),
        }
    }

    /// No equilibrium: how it moves, and what would hold it when one-way parts let go.
    fn unstable(&self) -> String {
        let motion = self.motion().unwrap_or_default();
        let Some(tips) = &self.found.tips else {
            return format!("No equilibrium under these loads: {motion}.");
        };
        let force = |value: f64| {
            let symbol = &self.statics.model.units.force.symbol;
            format!("{} {symbol}", figures::rounded(value, self.digits()))
        };
        let let_go: Vec<_> = tips.holds.iter().map(|hold| hold.part.clone()).collect();
        let holds: Vec<_> =
            tips.holds.iter().map(|hold| format!("{} at {}", force(hold.force), hold.part)).collect();
        let weight = tips.ballast.iter().map(|b| format!("a weight of {} at {}", force(b.weight), b.at));
        let wanted = Some(holds.join(" and ")).filter(|_| !holds.is_empty());
        let wanted: Vec<_> =
            wanted.map(|holds| format!("a hold-down force of {holds}")).into_iter().chain(weight).collect();
        let wanted = match wanted.is_empty() {
            true => String::new(),
            false => format!(" To hold it down: {}.", wanted.join(", or ")),
        };
        match let_go.len() {
            0 => format!("No equilibrium: {motion}.{wanted}"),
            1 => format!("No equilibrium: {} loses contact, and {motion}.{wanted}", let_go[0]),
            _ => format!("No equilibrium: {} lose contact, and {motion}.{wanted}", let_go.join(", ")),
        }
    }

    /// Unknowns that equilibrium does not fix.
    fn open(&self) -> Vec<String> {
        /// More than these are counted, not named.
        const NAMED: usize = 12;
        let columns = self.statics.full.columns.iter().zip(&self.statics.verdict.determined);
        let mut names: Vec<_> =
            columns.filter(|(_, fixed)| !**fixed).map(|(column, _)| column.symbol.to_string()).collect();
        if names.len() > NAMED {
            let more = names.len() - NAMED;
            names.truncate(NAMED);
            names.push(format!("{more} others"));
        }
        names
    }

    fn motion(&self) -> Option<String> {
        /// More parts than these are counted, not named.
        const NAMED: usize = 4;
        /// In space a motion takes more words.
        const NAMED_IN_SPACE: usize = 2;
        let most = if self.statics.model.spatial() { NAMED_IN_SPACE } else { NAMED };
        let motion = self.statics.verdict.motion.as_ref()?;
        let moving: Vec<_> = motion.parts.iter().filter(|m| !m.rests()).collect();
        let mut words: Vec<_> = moving
            .iter()
            .take(most)
            .map(|m| {
                let name = self.statics.model.part_name(self.statics.full.parts[m.part.index()].of);
                format!("{name} {}", self.body_motion(m))
            })
            .collect();
        if moving.len() > most {
            let more = moving.len() - most;
            words.push(match more {
                1 => "one other part moves along".to_owned(),
                _ => format!("{more} other parts move along"),
            });
        }
        Some(words.join(", "))
    }

    fn body_motion(&self, motion: &PartMotion) -> String {
        if self.statics.model.spatial() {
            return self.screw_words(motion);
        }
        let digits = self.statics.model.conventions.figures;
        match motion.centre() {
            None => match motion.translation.unit() {
                Some(unit) => format!("slides {}", direction::words(unit, digits)),
                None => "stays where it is".into(),
            },
            Some(centre) => {
                let sense = direction::turn_words(motion.rotation.z);
                let near = 1e-6 * self.statics.full.length_scale;
                let named = self.statics.model.points.iter().find(|p| p.at.distance(centre) <= near);
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
        let model = &self.statics.model;
        let point = |p: helvek_core::model::PointId| model.point_name(p);
        match cure {
            Cure::Change { support, to } => {
                let exerts = model.contact.couples[support.index()];
                let support = &model.supports[support.index()];
                let now = support.holding;
                let holds = match (now.shaft(), to.shaft()) {
                    (Some(_), Some(_)) if to.couples == Couples::Yes && !exerts => {
                        Some("keep its shaft aligned by couples")
                    }
                    (Some(_), Some(_)) if to.thrust => Some("hold along its axis too"),
                    _ if now.normal().is_some() && now.one_way && *to == now.both_ways() => {
                        Some("hold down too")
                    }
                    _ => None,
                };
                let (word, name) = (now.sort().word, &support.name);
                match holds {
                    Some(holds) => format!("Let the {word} {name} {holds}."),
                    None => format!("Make the {word} {name} {}.", to.sort().called),
                }
            }
            Cure::Add { at, holding, on } => {
                let pushes =
                    holding.normal().map(|normal| format!(" that pushes {}", self.direction(normal)));
                let (called, on) = (holding.sort().called, self.of_several(*on));
                format!("Add {called} at {}{on}{}.", point(*at), pushes.unwrap_or_default())
            }
            Cure::Brace { ends: [a, b], .. } => format!("Add a bar from {} to {}.", point(*a), point(*b)),
            Cure::Weld { joint } => {
                let joint = &model.joints[joint.index()];
                format!("Make the {} {} rigid.", joint.kind.word_in(model.spatial()), joint.name)
            }
            Cure::Stiffen { bar } => {
                format!("Make {} a bar that carries both ways.", model.bars[bar.index()].name)
            }
            Cure::Several(cures) if model.spatial() && cures.iter().all(is_roller) => self.rollers(cures),
            Cure::Several(cures) => {
                let all: Vec<_> = cures.iter().map(|cure| self.cure(cure)).collect();
                let plain = |text: &String| {
                    let mut letters = text.trim_end_matches('.').chars();
                    let first: String =
                        letters.next().map(|c| c.to_lowercase().collect()).unwrap_or_default();
                    first + letters.as_str()
                };
                let (first, rest) =
                    all.split_first().map_or((String::new(), &[][..]), |(f, r)| (f.clone(), r));
                let rest: Vec<_> = rest.iter().map(plain).collect();
                if rest.is_empty() {
                    return first;
                }
                format!("{} and {}.", first.trim_end_matches('.'), rest.join(" and "))
            }
        }
    }

    /// Several rollers, point by point: `Add rollers: at C along +x and +y, at B along +x.`
    fn rollers(&self, cures: &[Cure]) -> String {
        let mut places: Vec<(String, Vec<String>)> = Vec::new();
        for cure in cures {
            let Cure::Add { at, on, holding } = cure else { continue };
            let Some(normal) = holding.normal() else { continue };
            let place = format!("{}{}", self.statics.model.point_name(*at), self.of_several(*on));
            let way = self.direction(normal).replacen("along ", "", 1);
            match places.iter_mut().find(|(there, _)| *there == place) {
                Some((_, ways)) => ways.push(way),
                None => places.push((place, vec![way])),
            }
        }
        let said: Vec<_> =
            places.iter().map(|(place, ways)| format!("at {place} along {}", ways.join(" and "))).collect();
        format!("Add rollers: {}.", said.join(", "))
    }

    /// The name of the body, where there are several.
    fn of_several(&self, on: On) -> String {
        match on {
            On::Body(body) if self.statics.model.bodies.len() > 1 => {
                format!(" of {}", self.statics.model.bodies[body.index()].name)
            }
            _ => String::new(),
        }
    }

    /// The largest a load may be that is sought by its limits: `P ≤ 540 kN`.
    fn largest_sought(&self) -> Option<String> {
        let symbol = &self.statics.model.parameter.as_ref()?.symbol;
        let limit = self.found.limits.iter().find(|limit| limit.of == *symbol)?;
        let size = figures::rounded(limit.greatest?, self.digits());
        Some(format!("{symbol} ≤ {size} {}", limit.unit.as_deref().unwrap_or_default()))
    }

    /// The headline of each stop; of the working none.
    pub(crate) fn headlines(&self) -> Headlines {
        let model = &self.statics.model;
        let verdict = &self.statics.verdict;
        Headlines {
            idealise: idealised(model),
            free: format!(
                "{} · {}",
                plural(verdict.unknowns, "unknown"),
                plural(verdict.equations, "equation")
            ),
            work: None,
            check: None,
            table: self.tabled(),
            inside: if model.spatial() { self.looked_into_space() } else { self.looked_into() },
            stiff: crate::stiffness::headline(self.statics),
            size: self.unlimited(),
        }
    }

    /// The headline of limits where nothing has to be ranked; none where something has to be.
    fn unlimited(&self) -> Option<String> {
        let sought = self.largest_sought();
        if sought.is_some() || Checks(self.statics).limited() {
            return sought;
        }
        let word = if self.statics.verdict.equilibrium { "no limits set" } else { "nothing to check" };
        Some(word.into())
    }

    /// The numbers of bars that pull and push, and the used share of the most used one.
    fn tabled(&self) -> String {
        let bars = &self.found.bars;
        if bars.is_empty() || !self.statics.verdict.equilibrium {
            return plural(bars.len(), "bar");
        }
        let count = |sense| bars.values().filter(|bar| bar.sense == Some(sense)).count();
        let used = bars.iter().filter_map(|(name, bar)| Some((bar.utilisation?, name)));
        let most = first_largest(used, |(used, _)| *used);
        let open = bars.values().filter(|bar| !bar.determined).count();
        let open = if open > 0 { format!(" · {open} not fixed") } else { String::new() };
        let most = most.map(|(used, name)| format!(" · {name} {}", percent(used))).unwrap_or_default();
        let (pulled, pushed, idle) = (count(Sense::Tension), count(Sense::Compression), count(Sense::Zero));
        format!("{pulled} T · {pushed} C · {idle} zero{open}{most}")
    }
}

impl Wording<'_> {
    /// The number of steps, and how well they close.
    pub(crate) fn worked(&self) -> [String; 2] {
        let working = &self.solved.working;
        let proof = self.solved.proof();
        let other_routes =
            self.solved.disagreement().into_iter().chain(proof.closure).chain(proof.virtual_work);
        let elastic = self.solved.elastic().into_iter().flat_map(|e| [e.residual, e.energy]);
        let worst = working
            .checks
            .iter()
            .map(|c| c.relative())
            .chain(other_routes)
            .chain(elastic)
            .fold(0.0, f64::max);
        let work = if working.steps.is_empty() {
            "nothing to work".into()
        } else {
            plural(working.steps.len(), "step")
        };
        let checked = !working.steps.is_empty() || self.solved.elastic().is_some();
        [work, if checked { closes(worst) } else { "nothing to check".into() }]
    }

    /// The routes by which the result was tested.
    pub(crate) fn routes(&self) -> Vec<&'static str> {
        let solved = self.solved;
        let all = [
            (!solved.working.checks.is_empty(), "unused equations"),
            (solved.disagreement().is_some(), "the global solution"),
            (solved.proof().closure.is_some(), "the equilibrium of every part"),
            (solved.proof().virtual_work.is_some(), "virtual work"),
            (solved.elastic().is_some(), "the work of the loads"),
        ];
        all.into_iter().filter(|(there, _)| *there).map(|(_, name)| name).collect()
    }
}

fn is_roller(cure: &Cure) -> bool {
    matches!(cure, Cure::Add { holding, .. } if holding.normal().is_some())
}

/// The parts that were modelled: those of a structure, else the supports and loads of a single body.
fn idealised(model: &helvek_core::model::Model) -> String {
    let counts = [
        (model.bodies.len(), "body", "bodies"),
        (model.bars.len(), "bar", "bars"),
        (model.ropes.len(), "rope", "ropes"),
    ];
    let parts: Vec<_> = counts
        .iter()
        .filter(|(count, ..)| *count > 0)
        .map(|(count, one, many)| format!("{count} {}", if *count == 1 { one } else { many }))
        .collect();
    if model.bodies.len() == 1 && parts.len() == 1 {
        return format!(
            "{} · {}",
            plural(model.supports.len(), "support"),
            plural(model.loading.loads.len(), "load")
        );
    }
    parts.join(" · ")
}
