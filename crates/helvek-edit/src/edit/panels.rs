//! A truss made at once: its span in panels, its rise, the line of its other chord and how its web leans, described by their geometry.
//!
//! One chord is level, its joints first in the sheet; the other one rises from it, or hangs below it with a negative rise. Determinate by
//! construction once it is held at both ends or at one.

use super::chain;
use super::place::{self, angle};
use super::typed::{filled, length, positive};
use super::{units, words, wrong};
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{BarKind, Choice, Direction, Sheet, Support, SupportKind};
use helvek_sheet::units::Dimension;
use helvek_statics::model::units_of;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The slots of a truss, as typed.
#[derive(Default)]
pub(super) struct Slots<'a> {
    pub(super) span: Option<&'a str>,
    pub(super) panels: Option<&'a str>,
    pub(super) rise: Option<&'a str>,
    pub(super) outline: Option<&'a str>,
    pub(super) web: Option<&'a str>,
    pub(super) held: Option<&'a str>,
    pub(super) from: Option<&'a str>,
    pub(super) slope: Option<&'a str>,
}

/// The line of the other chord.
#[derive(Clone, Copy, PartialEq)]
enum Outline {
    /// Level, the ends upright.
    Level,
    /// Level between sloping ends.
    Sloping,
    /// Rising to the middle.
    Peak,
    /// Rising from the first end to the last.
    LeanTo,
}

impl Choice for Outline {
    const WORDS: &'static [(&'static str, Self)] = &[
        ("level", Self::Level),
        ("sloping ends", Self::Sloping),
        ("peak", Self::Peak),
        ("lean-to", Self::LeanTo),
    ];
}

/// The lean of the diagonals, read from the level chord.
#[derive(Clone, Copy, PartialEq)]
enum Web {
    /// Rising away from the middle, so that they fall towards it.
    Out,
    /// Rising towards the middle.
    In,
    /// All rising from the first end to the last.
    OneWay,
    /// Up and down in turn, with posts.
    Turns,
    /// Up and down in turn without posts.
    Zigzag,
    /// Two in each panel, from the middle of a post to both chords.
    Halved,
}

impl Choice for Web {
    const WORDS: &'static [(&'static str, Self)] = &[
        ("rising outwards", Self::Out),
        ("rising inwards", Self::In),
        ("all one way", Self::OneWay),
        ("in turns", Self::Turns),
        ("no posts", Self::Zigzag),
        ("from half-way", Self::Halved),
    ];
}

/// The places where it is held.
#[derive(Clone, Copy, PartialEq)]
enum Held {
    Both,
    One,
    Not,
}

impl Choice for Held {
    const WORDS: &'static [(&'static str, Self)] =
        &[("both ends", Self::Both), ("one end", Self::One), ("not yet", Self::Not)];
}

/// More panels than this are a slip of the hand.
const MOST: usize = 200;

pub(super) fn draw(sheet: &mut Sheet, slots: &Slots<'_>) -> Outcome {
    let Some(span) = filled(slots.span) else {
        return wrong("span", "A truss needs a span.", "Type it: 12, or 40 ft.");
    };
    units::adopt(sheet, span);
    let unit = units_of(sheet).of(Dimension::LENGTH);
    let span = positive(span, &unit, "span")?;
    let count = match filled(slots.panels).map(str::parse::<usize>) {
        None => 4,
        Some(Ok(count)) if (1..=MOST).contains(&count) => count,
        _ => return wrong("panels", "That is not a number of panels.", "Type 1, 2, 3 ..."),
    };
    let rise = match filled(slots.rise) {
        Some(text) => length(text, &unit, "rise")?,
        None => span / 6.0,
    };
    if rise == 0.0 {
        return wrong("rise", "Without a rise all joints are in one line.", "Type it: 2, or -2 to hang.");
    }
    let outline = choice(slots.outline, "outline")?.unwrap_or(Outline::Level);
    let web = choice(slots.web, "web")?.unwrap_or(Web::Out);
    let held = choice(slots.held, "held")?.unwrap_or(Held::Both);
    fits(outline, web, held, count)?;
    let origin = match filled(slots.from) {
        Some(text) => place::spot(sheet, text, "from")?.at,
        None => Point::default(),
    };
    let slope = filled(slots.slope).map(|text| angle(sheet, text, "slope")).transpose()?.unwrap_or(0.0);
    let frame = Frame { origin, along: Vector::at_angle(slope), step: span / count as f64 };
    let truss = Truss { count, rise, outline, web };
    let joints = truss.joints();
    let mut names = Vec::new();
    for (x, y) in &joints {
        names.push(chain::joint_at(sheet, frame.at(*x, *y))?);
    }
    let name = |x: f64, y: f64| {
        let near = |(u, v): &(f64, f64)| (u - x).abs() < 1e-9 && (v - y).abs() < 1e-9 * rise.abs();
        joints.iter().position(near).map(|i| names[i].clone())
    };
    for [(ax, ay), (bx, by)] in truss.bars() {
        if let (Some(a), Some(b)) = (name(ax, ay), name(bx, by))
            && !sheet.bars.iter().any(|bar| bar.ends().contains(&a) && bar.ends().contains(&b))
        {
            chain::join(sheet, &a, &b, BarKind::Bar)?;
        }
    }
    let last = count as f64;
    let mut hold = |at: Option<String>, kind: SupportKind, normal: Option<Vector>| {
        let Some(at) = at.filter(|at| !sheet.supports.iter().any(|s| s.at == *at)) else { return };
        let normal = normal.map(|n| Direction::Vector(vec![n.x, n.y]));
        let name = Some(super::supports::free_name(sheet, &at));
        sheet.supports.push(Support { normal, ..Support::new(name, at, kind) });
    };
    match held {
        Held::Not => {}
        Held::Both => {
            hold(name(0.0, 0.0), SupportKind::Pin, None);
            hold(name(last, 0.0), SupportKind::Roller, None);
        }
        // At its tall end: a pin above, below it a roller that pushes the truss away from the wall.
        Held::One => {
            let (x, away) =
                if outline == Outline::LeanTo { (last, -frame.along) } else { (0.0, frame.along) };
            hold(name(x, truss.line(x)), SupportKind::Pin, None);
            hold(name(x, 0.0), SupportKind::Roller, Some(away));
        }
    }
    Ok(())
}

fn choice<T: Choice>(text: Option<&str>, slot: &str) -> Outcome<Option<T>> {
    filled(text).map(|text| words::choice(text, slot)).transpose()
}

/// True when they go together.
fn fits(outline: Outline, web: Web, held: Held, count: usize) -> Outcome {
    let least = match outline {
        Outline::Level | Outline::LeanTo => 1,
        Outline::Sloping => 3,
        Outline::Peak => 2,
    };
    let even = outline == Outline::Peak || web == Web::Halved;
    if count < least {
        return wrong("panels", format!("It needs {least} panels at least."), "Type more.");
    }
    if even && count % 2 == 1 {
        return wrong("panels", "It needs an even number of panels.", format!("Type {}.", count + 1));
    }
    if matches!(web, Web::Zigzag | Web::Halved) && outline != Outline::Level {
        return wrong("web", "That web goes with level chords only.", "Choose another web, or level.");
    }
    if held == Held::One && !(outline == Outline::LeanTo || (outline == Outline::Level && web != Web::Zigzag))
    {
        return wrong("held", "It has no upright end to be held at.", "Choose level or lean-to, with posts.");
    }
    Ok(())
}

/// From panels and heights to the plane.
struct Frame {
    origin: Point,
    along: Vector,
    step: f64,
}

impl Frame {
    fn at(&self, x: f64, y: f64) -> Point {
        self.origin + self.along * (x * self.step) + self.along.left() * y
    }
}

type Spot = (f64, f64);

/// In panels along, and in lengths up.
struct Truss {
    count: usize,
    rise: f64,
    outline: Outline,
    web: Web,
}

impl Truss {
    /// The height of the other chord at a post.
    fn line(&self, x: f64) -> f64 {
        let n = self.count as f64;
        match self.outline {
            Outline::Level => self.rise,
            Outline::Sloping if x == 0.0 || x == n => 0.0,
            Outline::Sloping => self.rise,
            Outline::Peak => self.rise * (1.0 - (2.0 * x / n - 1.0).abs()),
            Outline::LeanTo => self.rise * x / n,
        }
    }

    /// Posts that stand apart from the level chord.
    fn posts(&self) -> Vec<f64> {
        (0..=self.count).map(|i| i as f64).filter(|x| self.line(*x) != 0.0).collect()
    }

    /// True when a post is halved: all but the middle one.
    fn halved(&self, x: f64) -> bool {
        self.web == Web::Halved && 2.0 * x != self.count as f64
    }

    /// The level chord first, then the other one, then the middles of posts.
    fn joints(&self) -> Vec<Spot> {
        let mut joints: Vec<Spot> = (0..=self.count).map(|i| (i as f64, 0.0)).collect();
        if self.web == Web::Zigzag {
            joints.extend((0..self.count).map(|i| (i as f64 + 0.5, self.rise)));
            return joints;
        }
        joints.extend(self.posts().into_iter().map(|x| (x, self.line(x))));
        joints.extend(self.posts().into_iter().filter(|x| self.halved(*x)).map(|x| (x, self.line(x) / 2.0)));
        joints
    }

    fn bars(&self) -> Vec<[Spot; 2]> {
        let mut bars = Vec::new();
        let n = self.count;
        let top = |x: f64| (x, self.line(x));
        let level = |x: f64| (x, 0.0);
        for i in 0..n {
            bars.push([level(i as f64), level(i as f64 + 1.0)]);
        }
        if self.web == Web::Zigzag {
            let tip = |i: usize| (i as f64 + 0.5, self.rise);
            bars.extend((1..n).map(|i| [tip(i - 1), tip(i)]));
            bars.extend((0..n).flat_map(|i| [[level(i as f64), tip(i)], [tip(i), level(i as f64 + 1.0)]]));
            return bars;
        }
        for i in 0..n {
            bars.push([top(i as f64), top(i as f64 + 1.0)]);
        }
        for x in self.posts() {
            if self.halved(x) {
                let middle = (x, self.line(x) / 2.0);
                bars.extend([[level(x), middle], [middle, top(x)]]);
            } else {
                bars.push([level(x), top(x)]);
            }
        }
        for i in 0..n {
            let (x, next) = (i as f64, i as f64 + 1.0);
            let left = 2 * i < n;
            if self.web == Web::Halved {
                let (from, to) = if left { (x, next) } else { (next, x) };
                let middle = (from, self.line(from) / 2.0);
                bars.extend([[middle, level(to)], [middle, top(to)]]);
                continue;
            }
            // A panel with three corners needs no diagonal.
            if self.line(x) == 0.0 || self.line(next) == 0.0 {
                continue;
            }
            let rises = match self.web {
                Web::Out => !left,
                Web::In => left,
                Web::OneWay => true,
                _ => i % 2 == 0,
            };
            bars.push(if rises { [level(x), top(next)] } else { [top(x), level(next)] });
        }
        bars
    }
}
