//! The head of a calculation: what is given, asked and assumed, the signs in force, and each free body with all that acts on it.

use crate::direction;
use crate::document::{Block, Chapter, Line, Part, Role};
use crate::formula::{Formula, Number, Symbol};
use crate::inline::Inline;
use crate::lines::AskedLine;
use crate::numbers::AXES;
use crate::step::Wording;
use helvek_core::equilibrium::{ActionOf, PartId, PartOf};
use helvek_core::geometry::{Point, Vector};
use helvek_core::model::{
    Amount, Constraint, Given, Load, LoadKind, PointId, RopeEnd, Sense, Spread, Support, SupportId,
};
use helvek_core::plan::FreeBody;
use helvek_core::sheet::Turn;
use helvek_core::units::{Dimension, Unit, figures};
use std::collections::HashSet;

/// More things of a sort than these are counted, not named.
const NAMED: usize = 16;

impl Wording<'_> {
    /// The chapter that a checker reads before the working.
    pub(crate) fn head(&self, asked: &[AskedLine]) -> Chapter {
        let model = &self.solved.model;
        let line = |lead: &str, says: Vec<Inline>| {
            (!says.is_empty()).then(|| Block::from(Line::new(Role::Item, says).lead(lead)))
        };
        let words = |says: String| if says.is_empty() { Vec::new() } else { vec![Inline::words(says)] };
        let listed = |names: Vec<String>, thing: &str| match names.len() {
            0..=NAMED => names.join(", "),
            count => format!("{count} {thing}"),
        };
        let points =
            model.points.iter().map(|point| format!("{} {}", point.name, self.coordinates(point.at)));
        let mut points = listed(points.collect(), "points, as drawn");
        if !points.is_empty() {
            points += &format!(" {}", model.units.length.symbol);
        }
        let supports = model.supports.iter().enumerate().map(|(index, support)| {
            let held = model.held_by(SupportId(index));
            self.support_words(support, &held)
        });
        let joints = model.joints.iter().map(|joint| {
            let of: Vec<_> = joint.of.iter().map(|body| model.bodies[body.index()].name.as_str()).collect();
            format!("{} {} ({})", joint.kind.word_in(model.spatial()), joint.name, of.join(", "))
        });
        let bars = model.bars.iter().map(|bar| bar.name.clone());
        let mut labels: Vec<&str> = asked.iter().map(|line| line.label.as_str()).collect();
        labels.dedup();
        let more = labels.len().saturating_sub(NAMED);
        labels.truncate(NAMED);
        let asked = labels.join("; ");
        let asked = if more > 0 { format!("{asked}; and {more} more") } else { asked };
        let blocks = [
            line("Points", words(points)),
            line("Supports", words(listed(supports.collect(), "supports"))),
            line("Joints", words(listed(joints.collect(), "joints"))),
            line("Bars", words(listed(bars.collect(), "bars"))),
            line("Loads", self.loads()),
            line("Asked", words(asked)),
            line("Assumed", words(self.assumed())),
            line("Positive", words(self.signs())),
        ];
        let bodies = self.free_bodies();
        let blocks = blocks.into_iter().flatten().chain(bodies).collect();
        Chapter { part: Part::Head, title: "Given".into(), blocks }
    }

    /// `(0.5, 2)`
    fn coordinates(&self, at: Point) -> String {
        let length = &self.solved.model.units.length;
        let parts = [at.x, at.y, at.z];
        let shown = if self.spatial() { &parts[..] } else { &parts[..2] };
        let number = |v: &f64| Number::plain(length.from_si(if v.abs() < 1e-12 { 0.0 } else { *v }), 6).text;
        format!("({})", shown.iter().map(number).collect::<Vec<_>>().join(", "))
    }

    /// `roller C (holds y, pushes only)`
    fn support_words(&self, support: &Support, held: &[Constraint]) -> String {
        let model = &self.solved.model;
        let at = model.point_name(support.at);
        let name = if support.name == at { at.to_owned() } else { format!("{} at {at}", support.name) };
        let along = |v: Vector| match v.tidy().axis() {
            Some((axis, _)) => AXES[axis].to_owned(),
            None if self.spatial() => self.triple(v),
            None => direction::from_axis(v, self.digits()),
        };
        let (turns, moves): (Vec<&Constraint>, Vec<&Constraint>) =
            held.iter().partition(|one| one.component.turns());
        let mut prevents: Vec<String> = moves.iter().map(|one| along(one.along)).collect();
        prevents.extend(turns.iter().map(|one| {
            if self.spatial() { format!("turning about {}", along(one.along)) } else { "turning".to_owned() }
        }));
        let mut says = format!("{} {name} (holds {}", support.holding.sort().word, prevents.join(", "));
        if moves.iter().any(|one| one.sense == Sense::OneWay) {
            says += if support.holding.way.is_some() && support.holding.normal().is_none() {
                ", pulls only"
            } else {
                ", pushes only"
            };
        }
        if let Some(friction) = support.holding.friction {
            says += &format!(", friction {}", figures::plain(friction, self.digits()));
        }
        if held.iter().any(|one| one.spring.is_some()) {
            says += ", on a spring";
        }
        says + ")"
    }

    fn loads(&self) -> Vec<Inline> {
        let model = &self.solved.model;
        let loads: Vec<&Load> = model.loading.loads.iter().filter(|load| load.part == 0).collect();
        let mut says: Vec<Inline> = Vec::new();
        if loads.len() > NAMED {
            return vec![Inline::words(format!("{} loads, as drawn", loads.len()))];
        }
        let mut say = |parts: Vec<Inline>| {
            if !says.is_empty() {
                says.push(Inline::words("; "));
            }
            says.extend(parts);
        };
        for load in loads {
            say(self.load_words(load));
        }
        for (rope, ends) in model.ropes.iter().zip(&model.loading.ends) {
            for (end, amount) in rope.ends.iter().zip(ends) {
                let hangs = match end {
                    RopeEnd::Mass => {
                        format!("{} on rope {}", self.amount(*amount, Dimension::MASS), rope.name)
                    }
                    RopeEnd::Hand => format!(
                        "a hand pulls {} on rope {}",
                        self.amount(*amount, Dimension::FORCE),
                        rope.name
                    ),
                    RopeEnd::On(_) | RopeEnd::Ground => continue,
                };
                say(vec![Inline::words(hangs)]);
            }
        }
        says
    }

    fn amount(&self, amount: Amount, dimension: Dimension) -> String {
        match amount {
            Amount::Known(value) => self.quantity(value, &self.solved.model.units.of(dimension)),
            Amount::Sought(id) => self.solved.model.sought[id.index()].name.clone(),
        }
    }

    fn quantity(&self, value: f64, unit: &Unit) -> String {
        format!("{} {}", Number::plain(unit.from_si(value), self.digits().max(4)).text, unit.symbol)
    }

    /// `F_crate = 0.6 kN ↓ at B`
    fn load_words(&self, load: &Load) -> Vec<Inline> {
        let model = &self.solved.model;
        let own = self.load_symbol(load, None);
        let point = |p: PointId| model.point_name(p);
        let (size, place) = match &load.kind {
            LoadKind::Force { at, given: Given::Mass(mass), .. } => {
                (format!(" of {}", self.quantity(*mass, &model.units.mass)), format!(" at {}", point(*at)))
            }
            LoadKind::Force { at, direction, size, given } => {
                let size = self.amount(*size, Dimension::FORCE);
                let way = match (given, direction.tidy().axis()) {
                    (Given::Components, None) => self.components(*direction, load),
                    _ => self.way(*direction),
                };
                (format!(" = {size} {way}"), format!(" at {}", point(*at)))
            }
            LoadKind::Couple { at, axis, size } => {
                let sense = self.turn_sign(*axis);
                let at = at.map(|at| format!(" at {}", point(at))).unwrap_or_default();
                (format!(" = {} {sense}", self.amount(*size, Dimension::MOMENT)), at)
            }
            LoadKind::Spread(spread) => {
                // One that is spread over several bodies has a part on each.
                let last = self.last_part(load).unwrap_or(spread);
                let sizes = [spread.parts.first(), last.parts.last()].into_iter().flatten();
                let mut ends: Vec<String> =
                    sizes.map(|(_, size)| self.amount(*size, Dimension::FORCE_PER_LENGTH)).collect();
                ends.dedup();
                let whole = format!(" from {} to {}", point(spread.from), point(last.to));
                (format!(" = {} {}", ends.join(" to "), self.way(spread.direction)), whole)
            }
            LoadKind::Own { .. } => (", the self-weight of the bars".to_owned(), String::new()),
        };
        vec![own.into(), Inline::words(format!("{size}{place}"))]
    }

    /// The last part of a load that is spread over several bodies.
    fn last_part(&self, load: &Load) -> Option<&Spread> {
        let last = self.solved.model.loading.loads.iter().rfind(|other| other.name == load.name)?;
        match &last.kind {
            LoadKind::Spread(spread) => Some(spread),
            _ => None,
        }
    }

    /// `(0.6, −0.8)` of a force that was given by its components, in its unit.
    fn components(&self, direction: Vector, load: &Load) -> String {
        let LoadKind::Force { size: Amount::Known(size), .. } = load.kind else { return String::new() };
        let force = &self.solved.model.units.force;
        let shown = if self.spatial() { 3 } else { 2 };
        let parts = (direction * size).parts();
        let number = |v: &f64| Number::plain(force.from_si(*v), self.digits().max(4)).text;
        format!("by components ({})", parts[..shown].iter().map(number).collect::<Vec<_>>().join(", "))
    }

    fn assumed(&self) -> String {
        let model = &self.solved.model;
        let loads = &model.loading.loads;
        let own = loads.iter().any(|load| matches!(load.kind, LoadKind::Own { .. }));
        let masses =
            loads.iter().any(|load| matches!(load.kind, LoadKind::Force { given: Given::Mass(_), .. }))
                || model.ropes.iter().any(|rope| rope.ends.contains(&RopeEnd::Mass));
        let mut says = vec![
            match self.solved.elastic() {
                Some(_) => "linear elastic, small displacements",
                None => "rigid bodies at rest",
            }
            .to_owned(),
        ];
        if model.joints.iter().any(|joint| joint.kind.word() == "pin") || !model.bars.is_empty() {
            says.push("smooth pins".into());
        }
        says.push(
            if own {
                "self-weight of the bars included, of members only where it is a load"
            } else {
                "no self-weight but what is given as a load"
            }
            .into(),
        );
        if masses {
            says.push(format!("g = {} m/s²", figures::plain(model.gravity, 4)));
        }
        says.join("; ")
    }

    fn signs(&self) -> String {
        let model = &self.solved.model;
        if self.spatial() {
            return "forces along +x, +y, +z; moments right-handed; axial force as tension".into();
        }
        let turn = match model.conventions.moment {
            Turn::Ccw => "↺",
            Turn::Cw => "↻",
        };
        let mut says = format!("forces → and ↑; moments {turn}; axial force as tension; angles ↺ from +x");
        if !model.cuts.is_empty() {
            says += "; V ↓ on the right-hand face; M sagging";
        }
        says
    }

    /// A line for each free body of the working, but for joints of bars.
    fn free_bodies(&self) -> Vec<Block> {
        let working = &self.solved.working;
        let mut seen: HashSet<Vec<PartId>> = HashSet::new();
        let lines = working.steps.iter().flat_map(|step| &step.lines);
        let drawn = lines.filter(|line| {
            let parts = &self.solved.equilibrium.parts;
            let bodies =
                line.free_body.parts.iter().any(|part| matches!(parts[part.index()].of, PartOf::Body(_)));
            bodies && seen.insert(line.free_body.parts.clone())
        });
        let drawn: Vec<&FreeBody> = drawn.map(|line| &line.free_body).collect();
        if drawn.len() > NAMED {
            return Vec::new();
        }
        drawn
            .into_iter()
            .map(|body| {
                let lead = format!("Free body {}", self.solved.free_body_name(body));
                Line::new(Role::Item, self.acting(body)).lead(lead).into()
            })
            .collect()
    }

    /// Everything that acts on a free body from outside, as it is assumed.
    fn acting(&self, body: &FreeBody) -> Vec<Inline> {
        let equilibrium = &self.solved.equilibrium;
        let holds = |part: PartId| body.parts.contains(&part);
        let mut says: Vec<Inline> = Vec::new();
        let mut say = |symbol: Formula, words: String| {
            if !says.is_empty() {
                says.push(Inline::words("; "));
            }
            says.extend([symbol.into(), Inline::words(words)]);
        };
        let at = |p: Point| match self.named(p) {
            Some(name) => format!(" at {name}"),
            None => String::new(),
        };
        for id in equilibrium.column_ids() {
            let column = equilibrium.column(id);
            for act in column.outside(holds) {
                let way = match act.wrench.force.unit() {
                    Some(unit) => self.way(unit),
                    None => self.turn_sign(act.wrench.moment),
                };
                let symbol = Symbol::unknown(&column.symbol, self.column_mark(id));
                say(symbol.into(), format!(" {way}{}", at(act.wrench.about)));
            }
        }
        let mut told: HashSet<String> = HashSet::new();
        for action in equilibrium.actions.iter().filter(|action| holds(action.act.on)) {
            let ActionOf::Load(load) = action.of else { continue };
            let load = self.solved.model.loading.load(load);
            let symbol = self.load_symbol(load, None);
            if told.insert(symbol.to_string()) {
                let way = match action.act.wrench.force.unit() {
                    Some(unit) => self.way(unit),
                    None => self.turn_sign(action.act.wrench.moment),
                };
                let place = match &load.kind {
                    LoadKind::Spread(_) | LoadKind::Own { .. } => String::new(),
                    _ => at(action.act.wrench.about),
                };
                say(symbol, format!(" {way}{place}"));
            }
        }
        says
    }
}
