//! Several things at once: moved along or across, repeated, mirrored.

use super::figure::Figure;
use super::place::{self, point_at, spot, spot_of};
use super::typed::{length, tidy};
use super::{bars, copies, loads, supports, wrong};
use crate::grammar::place as grammar;
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_sheet::id::{Id, Kind};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Direction, Document, Load, Sheet, Support, Turn};
use helvek_statics::model::{self, LoadKind, Model, Spread};

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The things that are moved: rows of the sheet's lists, and points.
struct Chosen {
    loads: Vec<usize>,
    supports: Vec<usize>,
    points: Vec<String>,
    bars: Vec<usize>,
}

impl Chosen {
    /// The joints that are chosen, themselves or as the ends of bars.
    fn joints(&self, sheet: &Sheet) -> Vec<String> {
        let mut joints = self.points.clone();
        for end in self.bars.iter().flat_map(|row| sheet.bars[*row].ends()) {
            if !joints.contains(end) {
                joints.push(end.clone());
            }
        }
        joints
    }
}

fn chosen(sheet: &Sheet, ids: &[Id]) -> Outcome<Chosen> {
    let mut found = Chosen { loads: Vec::new(), supports: Vec::new(), points: Vec::new(), bars: Vec::new() };
    for id in ids {
        let name = &id.name;
        match id.kind {
            Kind::Load => found.loads.push(loads::named(sheet, name)?),
            Kind::Support => found.supports.push(supports::named(sheet, name)?),
            Kind::Point if sheet.points.contains_key(name) => found.points.push(name.to_owned()),
            Kind::Bar => found.bars.push(bars::named(sheet, name)?),
            _ => {
                return wrong(
                    "by",
                    format!("\"{id}\" cannot be moved."),
                    "Choose loads, supports or points.",
                );
            }
        }
    }
    if ids.is_empty() {
        return wrong("by", "Nothing is chosen.", "Choose loads, supports or points first.");
    }
    Ok(found)
}

/// A shift as it is typed.
enum By {
    /// Along the member on which it stands.
    Along(f64),
    /// In the plane.
    Across(Vector),
}

fn by(sheet: &Sheet, text: &str) -> Outcome<By> {
    let unit = Figure::of(sheet)?.unit;
    let size = |text: &str| length(text, &unit, "by");
    if let Some(parts) = grammar::shift(text) {
        let [x, y] = parts[..] else {
            return wrong("by", "A shift in the plane has two components.", "Type x;y: 0.4;1.2.");
        };
        return Ok(By::Across(Vector::plane(size(x)?, size(y)?)));
    }
    Ok(match grammar::by(text) {
        grammar::By { size: far, way: Some(word) } => {
            By::Across(Figure::of(sheet)?.word(word, "") * size(far)?)
        }
        grammar::By { size: far, way: None } => By::Along(size(far)?),
    })
}

/// The point a thing comes to stand on; made when there is none.
fn shifted(sheet: &mut Sheet, from: &str, by: &By) -> Outcome<String> {
    match by {
        By::Along(distance) => {
            let sign = if *distance < 0.0 { '-' } else { '+' };
            place::point(sheet, &format!("{from} {sign} {}", distance.abs()), "by")
        }
        By::Across(vector) => moved_to(sheet, from, |at| at + *vector, "by"),
    }
}

/// The point at the image of another one, which must lie on a member.
fn moved_to(sheet: &mut Sheet, from: &str, image: impl Fn(Point) -> Point, slot: &str) -> Outcome<String> {
    let figure = Figure::of(sheet)?;
    let Some(at) = figure.at.get(from) else {
        return wrong(slot, format!("There is no point \"{from}\"."), "Mend the sheet first.");
    };
    let at = image(*at);
    if figure.point_near(at).is_none() && figure.passes(at, None).is_none() {
        let text = format!("{}; {}", tidy(at.x), tidy(at.y));
        return wrong(slot, format!("{text} is not on a member."), "Choose another distance or place.");
    }
    point_at(sheet, &spot_of(at), "", slot)
}

/// The most things that one edit makes: a sheet of some megabytes would become one of gigabytes.
const MOST_COPIED: usize = 20_000;

/// Moves things, or puts copies of them `count` times at that distance from each other.
pub(super) fn shift(sheet: &mut Sheet, ids: &[Id], text: &str, count: usize) -> Outcome {
    let chosen = chosen(sheet, ids)?;
    let by = by(sheet, text)?;
    let before = sheet.clone();
    if count > 200 {
        return wrong("copies", "More than 200 copies.", "Type fewer.");
    }
    let joints = chosen.joints(sheet);
    let each = joints.len() + chosen.bars.len() + chosen.loads.len() + chosen.supports.len();
    let things = each.saturating_mul(count);
    if things > MOST_COPIED {
        let message = format!("That would be {things} things more; at most {MOST_COPIED} are made at once.");
        return wrong("copies", message, "Type fewer copies, or choose less.");
    }
    spend(things);
    if count == 0 {
        shift_points(sheet, &joints, &by)?;
    } else if !joints.is_empty() {
        let vector = across(&Figure::of(sheet)?, &joints[0], &by);
        for n in 1..=count {
            copies::copy(sheet, &joints, &chosen.bars, |p| p + vector * n as f64)?;
        }
    }
    for row in chosen.loads {
        let mut load = sheet.loads[row].clone();
        for _ in 0..count.max(1) {
            for at in load.places_mut() {
                *at = shifted(sheet, at, &by)?;
            }
            if count == 0 {
                sheet.loads[row] = load.clone();
            } else {
                add_load(sheet, load.clone());
            }
        }
    }
    for row in chosen.supports {
        let mut support = sheet.supports[row].clone();
        for _ in 0..count.max(1) {
            support.at = shifted(sheet, &support.at, &by)?;
            put_support(sheet, (count == 0).then_some(row), support.clone());
        }
    }
    no_crowd(&before, sheet, "by")
}

/// Points go with the members on them; what hangs on them otherwise stays where it is.
fn shift_points(sheet: &mut Sheet, names: &[String], by: &By) -> Outcome {
    let figure = Figure::of(sheet)?;
    for name in names {
        let at = figure.at[name] + across(&figure, name, by);
        sheet.points.insert(name.clone(), place::coordinates(at, None));
    }
    Ok(())
}

/// That shift in the plane, from a point.
fn across(figure: &Figure, name: &str, by: &By) -> Vector {
    match by {
        By::Across(vector) => *vector,
        By::Along(distance) => figure.word("along", name) * *distance,
    }
}

fn add_load(sheet: &mut Sheet, mut load: Load) {
    let letter = load.word().sort().letter;
    *load.name_mut() = Some(loads::free_name(sheet, letter));
    sheet.loads.push(load);
}

fn put_support(sheet: &mut Sheet, row: Option<usize>, mut support: Support) {
    match row {
        Some(row) => sheet.supports[row] = support,
        None => {
            support.name = Some(supports::free_name(sheet, &support.at));
            sheet.supports.push(support);
        }
    }
}

/// Points that more than one support holds.
fn crowded(sheet: &Sheet) -> Vec<String> {
    let mut at: Vec<_> = sheet.supports.iter().map(|s| s.at.clone()).collect();
    at.sort_unstable();
    at.chunk_by(|a, b| a == b).filter(|same| same.len() > 1).map(|same| same[0].clone()).collect()
}

/// Two supports where there was one are a slip.
fn no_crowd(before: &Sheet, after: &Sheet, slot: &str) -> Outcome {
    let known = crowded(before);
    match crowded(after).into_iter().find(|at| !known.contains(at)) {
        Some(at) => {
            wrong(slot, format!("There is already a support at {at}."), "Choose another distance or place.")
        }
        None => Ok(()),
    }
}

/// The line things are mirrored in: through a place on a member, at a right angle to it.
struct MirrorLine {
    at: Point,
    /// Unit vector across the line.
    across: Vector,
}

impl MirrorLine {
    fn point(&self, p: Point) -> Point {
        p - self.across * (2.0 * (p - self.at).dot(self.across))
    }

    fn vector(&self, v: Vector) -> Vector {
        v - self.across * (2.0 * v.dot(self.across))
    }
}

/// Mirrors things in a line across their member at `about` (its middle unless typed); with `copy`, what was there stays.
pub(super) fn mirror(
    document: &Document,
    sheet: &mut Sheet,
    ids: &[Id],
    about: Option<&str>,
    copy: bool,
) -> Outcome {
    let chosen = chosen(sheet, ids)?;
    let joints = chosen.joints(sheet);
    let figure = Figure::of(sheet)?;
    let at = match super::typed::filled(about) {
        Some(about) => spot(sheet, about, "about")?.at,
        None if figure.lines.is_empty() => edge(&figure, &joints, copy),
        None => spot(sheet, "middle", "about")?.at,
    };
    let across = figure.direction_at(at);
    let line = MirrorLine { at, across };
    let built = model::build(document);
    if built.model.loading.loads.len() < sheet.loads.len()
        || built.model.supports.len() < sheet.supports.len()
    {
        return wrong("about", "The sheet itself has to be mended first.", "See what is wrong with it.");
    }
    if copy {
        copies::copy(sheet, &joints, &chosen.bars, |p| line.point(p))?;
    } else {
        for name in &joints {
            let image = line.point(figure.at[name]);
            sheet.points.insert(name.clone(), place::coordinates(image, None));
        }
    }
    for row in chosen.loads {
        let mut load = sheet.loads[row].clone();
        mirror_load(&mut load, row, &built.model, &line);
        for at in load.places_mut() {
            *at = moved_to(sheet, at, |p| line.point(p), "about")?;
        }
        if copy { add_load(sheet, load) } else { sheet.loads[row] = load }
    }
    for row in chosen.supports {
        let mut support = sheet.supports[row].clone();
        let normal = built.model.supports[row].holding.way;
        let mirrored = normal.map(|normal| direction(line.vector(normal)));
        if support.toward.is_some() {
            support.toward = mirrored;
        } else if support.normal.is_some() {
            support.normal = mirrored;
        }
        support.at = moved_to(sheet, &support.at, |p| line.point(p), "about")?;
        put_support(sheet, (!copy).then_some(row), support);
    }
    no_crowd(&document.sheet, sheet, "about")
}

/// The axis in which a truss is mirrored unless one is given: for a copy its farther edge, in place its middle.
fn edge(figure: &Figure, joints: &[String], copy: bool) -> Point {
    let chosen = figure.at.iter().filter(|(name, _)| joints.is_empty() || joints.contains(name));
    let xs: Vec<f64> = chosen.map(|(_, p)| p.x).collect();
    let (least, most) = (
        xs.iter().copied().fold(f64::INFINITY, f64::min),
        xs.iter().copied().fold(f64::NEG_INFINITY, f64::max),
    );
    Point::plane(if copy { most } else { (least + most) / 2.0 }, 0.0)
}

/// The image of a load, but for its points.
fn mirror_load(load: &mut Load, row: usize, model: &Model, line: &MirrorLine) {
    let now = match &model.loading.loads[row].kind {
        LoadKind::Force { direction, .. } | LoadKind::Spread(Spread { direction, .. }) => *direction,
        _ => return mirror_couple(load),
    };
    let image = line.vector(now);
    // What looks the same in the mirror stays as it was written.
    if (image - now).length() < 1e-9 {
        return;
    }
    match load {
        Load::Force(l) if l.components.is_some() => {
            let LoadKind::Force { size, .. } = model.loading.loads[row].kind else { return };
            let size = model.units.force.from_si(size.known().unwrap_or_default());
            let parts =
                [image.x, image.y].map(|part| helvek_sheet::sheet::Quantity::Number(tidy(part * size)));
            l.components = Some(parts.to_vec());
        }
        Load::Force(l) => l.direction = Some(direction(image)),
        Load::Distributed(l) => l.direction = Some(direction(image)),
        _ => {}
    }
}

fn mirror_couple(load: &mut Load) {
    if let Load::Couple(couple) = load {
        couple.turn = if couple.turn == Turn::Ccw { Turn::Cw } else { Turn::Ccw };
    }
}

/// As a person would write it: a word where there is one, else the angle.
fn direction(v: Vector) -> Direction {
    let words = [("right", Vector::X), ("left", -Vector::X), ("up", Vector::Y), ("down", -Vector::Y)];
    match words.iter().find(|(_, w)| (v - *w).length() < 1e-9) {
        Some((word, _)) => Direction::Text((*word).into()),
        None => Direction::Angle(tidy(v.angle().to_degrees())),
    }
}
