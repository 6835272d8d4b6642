//! Sections by their dimensions, and materials, given to some bodies or to all.

use super::typed::{filled, kept};
use super::wrong;
use crate::grammar::list;
use helvek_sheet::problem::{Problem, nearest};
use helvek_sheet::sheet::{Bar, Choice, FullBar, Section, ShapeWord, Sheet};
use helvek_sheet::units::Dimension;
use helvek_statics::model::bar_names;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// The slots of a section, as typed.
pub(super) struct Slots<'a> {
    pub(super) shape: Option<&'a str>,
    pub(super) dimensions: Option<&'a str>,
    pub(super) of: Option<&'a str>,
    pub(super) material: Option<&'a str>,
}

/// A body by its name, or a bar by its row.
pub(super) enum Member {
    Body(String),
    Bar(usize),
}

/// The section and the material of a member; of a bar until then written short, too.
fn slots<'a>(sheet: &'a mut Sheet, member: &Member) -> [&'a mut Option<String>; 2] {
    match member {
        Member::Body(name) => {
            let body = &mut sheet.bodies[name];
            [&mut body.section, &mut body.material]
        }
        Member::Bar(row) => {
            let bar = &mut sheet.bars[*row];
            if let Bar::Short(ends) = bar {
                *bar = Bar::Full(FullBar::new(ends.clone()));
            }
            match bar {
                Bar::Full(full) => [&mut full.section, &mut full.material],
                Bar::Short(_) => unreachable!("it was made a full one"),
            }
        }
    }
}

/// Gives bodies and bars a section, a material, or both; what is left out stays, what is emptied goes.
pub(super) fn give(sheet: &mut Sheet, typed: &Slots<'_>) -> Outcome {
    let members = named(sheet, typed.of)?;
    let before = used(sheet);
    if let Some(text) = filled(typed.dimensions) {
        let name = section(sheet, typed.shape, text)?;
        members.iter().for_each(|member| *slots(sheet, member)[0] = Some(name.clone()));
    } else if typed.dimensions.is_some() {
        members.iter().for_each(|member| *slots(sheet, member)[0] = None);
    } else if typed.material.is_none() {
        return wrong("dimensions", "A section needs its dimensions.", "Type them: 60 x 100.");
    }
    if let Some(material) = typed.material {
        let material = filled(Some(material)).map(str::to_owned);
        members.iter().for_each(|member| slots(sheet, member)[1].clone_from(&material));
    }
    // A typed section that was taken off its last member goes; one that stood by in the sheet stays.
    let now = used(sheet);
    let row = |section: &Section| section.shape.sort().typed().is_some();
    sheet.sections.retain(|name, section| now.contains(name) || !before.contains(name) || !row(section));
    Ok(())
}

/// The bodies and bars that are named, with blanks or commas between them; all of them unless any is.
pub(super) fn named(sheet: &Sheet, text: Option<&str>) -> Outcome<Vec<Member>> {
    let bars = bar_names(sheet);
    let Some(text) = filled(text).filter(|text| *text != "all") else {
        let bodies = sheet.bodies.keys().cloned().map(Member::Body);
        return Ok(bodies.chain((0..bars.len()).map(Member::Bar)).collect());
    };
    let find = |name: &str| {
        let body = sheet.bodies.contains_key(name).then(|| Member::Body(name.to_owned()));
        body.or_else(|| bars.iter().position(|bar| bar == name).map(Member::Bar))
    };
    // A name may hold blanks: the whole first, then what stands between commas.
    let whole: Option<Vec<Member>> = list::commas(text).into_iter().map(find).collect();
    if let Some(members) = whole {
        return Ok(members);
    }
    let mut members = Vec::new();
    for name in text.split(|c: char| c == ',' || c.is_whitespace()).filter(|name| !name.is_empty()) {
        let Some(member) = find(name) else {
            let known = sheet.bodies.keys().chain(&bars).map(String::as_str);
            let cure = match nearest(name, known) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => "Name bodies or bars, or type all.".to_owned(),
            };
            return wrong("of", format!("There is no body or bar \"{name}\"."), cure);
        };
        members.push(member);
    }
    Ok(members)
}

/// The name of a section of these dimensions, made when there is none yet.
fn section(sheet: &mut Sheet, shape: Option<&str>, text: &str) -> Outcome<String> {
    // One that is there is called by its name.
    if sheet.sections.contains_key(text) {
        return Ok(text.to_owned());
    }
    let word = filled(shape).unwrap_or("rectangle");
    let Some((word, shape)) = ShapeWord::WORDS.iter().find(|(known, _)| *known == word) else {
        let words: Vec<_> = ShapeWord::WORDS.iter().map(|(word, _)| *word).collect();
        return wrong(
            "shape",
            format!("\"{word}\" is not a shape."),
            format!("Choose {}.", words.join(", ")),
        );
    };
    let Some(dims) = shape.sort().typed() else {
        return wrong(
            "shape",
            format!("\"{word}\" is not typed in a row."),
            "Write it in a file of the sheet.",
        );
    };
    let sizes: Vec<&str> = text.split(['x', '×', ',', ';']).map(str::trim).collect();
    if sizes.len() != dims.len() || sizes.iter().any(|size| size.is_empty()) {
        let keys: Vec<_> = dims.iter().map(|dim| dim.key()).collect();
        let message = format!("{word}: {} dimensions are needed, {}.", keys.len(), keys.join(", "));
        let example = ["60", "100", "5", "4"][..keys.len()].join(" x ");
        return wrong("dimensions", message, format!("Type them in this order: {example}."));
    }
    let mut made = Section { shape: *shape, ..Section::default() };
    for (dim, size) in dims.iter().zip(&sizes) {
        *made.size_mut(*dim) = Some(kept(size, Dimension::LENGTH, "dimensions")?);
    }
    if let Some((name, _)) = sheet.sections.iter().find(|(_, there)| **there == made) {
        return Ok(name.clone());
    }
    let name = format!("{word} {}", sizes.join("x"));
    let free = (1..).map(|n| if n == 1 { name.clone() } else { format!("{name} ({n})") });
    let name = free.into_iter().find(|name| !sheet.sections.contains_key(name)).unwrap_or_default();
    sheet.sections.insert(name.clone(), made);
    Ok(name)
}

/// The sections that some body, bar or other section has.
fn used(sheet: &Sheet) -> Vec<String> {
    let mut used: Vec<String> = sheet.bodies.values().filter_map(|body| body.section.clone()).collect();
    used.extend(sheet.bars.iter().filter_map(|bar| match bar {
        Bar::Full(full) => full.section.clone(),
        Bar::Short(_) => None,
    }));
    for section in sheet.sections.values() {
        used.extend(section.of.clone());
        used.extend(section.parts.iter().map(|part| part.of.clone()));
    }
    used
}
