//! Sections and materials, resolved.

use super::resolve::Builder;
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::section::{Made, Section, Shape, Sizes};
use helvek_sheet::sheet::{self, Quantity, ShapeWord, Sheet};
use helvek_sheet::units::{Dimension, parse_quantity};

/// A material: what is not given is not known, and nothing is judged by it. Pa.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Material {
    /// As written.
    pub name: String,
    /// The modulus of elasticity.
    pub e: Option<f64>,
    /// The shear modulus.
    pub g: Option<f64>,
    /// Yield stress, Pa, more than 0.
    pub yields: Option<f64>,
    /// Ultimate stress, Pa, more than 0.
    pub ultimate: Option<f64>,
    /// The shear stress it can carry.
    pub shear: Option<f64>,
    /// The bearing stress it can carry.
    pub bearing: Option<f64>,
    /// By which part of its length it becomes longer per kelvin.
    pub expansion: Option<f64>,
    /// Its figures are made up to begin with: they are to be replaced.
    pub assumed: bool,
}

/// A section with whether it is kept from deflecting sideways.
#[derive(Debug, Clone, PartialEq)]
pub struct Profile {
    /// Its shape and what follows.
    pub section: Section,
    /// Bent in the plane of the sheet alone, whatever its principal axes.
    pub held: bool,
}

impl Profile {
    /// The second moment of area by which a bar of it buckles, m⁴: the least over all axes; in the plane of the sheet where it is kept from deflecting sideways.
    pub fn gives_way_by(&self) -> f64 {
        let p = &self.section.properties;
        if self.held { p.i_z } else { p.principal[1] }
    }
}

/// Round figures of no particular product, in Pa: E, G, yield, ultimate, shear, bearing; and the expansion per kelvin.
const ASSUMED: &[(&str, [f64; 6], f64)] = &[
    ("assumed steel", [200e9, 77e9, 240e6, 360e6, 140e6, 350e6], 12e-6),
    ("assumed aluminium", [70e9, 26e9, 150e6, 200e6, 85e6, 210e6], 24e-6),
    ("assumed timber", [10e9, 0.6e9, 0.0, 20e6, 2e6, 12e6], 5e-6),
];

/// The most parts and corners of one section, those of its parts counted in.
const MOST_PARTS: usize = 2000;

impl Builder {
    pub(super) fn materials(&mut self, sheet: &Sheet) {
        for (name, written) in &sheet.materials {
            let path = format!("materials.{name}");
            let mut figure = |quantity: &Option<Quantity>, key: &str| {
                let path = format!("{path}.{key}");
                let value = self.si(quantity.as_ref()?, Dimension::STRESS, name, &path)?;
                if value > 0.0 {
                    return Some(value);
                }
                let message = format!("The {key} of {name} is not positive.");
                self.sense(&path, message, "Write a positive stress such as \"240 MPa\".");
                None
            };
            let material = Material {
                name: name.clone(),
                e: figure(&written.e, "E"),
                g: figure(&written.g, "G"),
                yields: figure(&written.yields, "yield"),
                ultimate: figure(&written.ultimate, "ultimate"),
                shear: figure(&written.shear, "shear"),
                bearing: figure(&written.bearing, "bearing"),
                expansion: written.expansion,
                assumed: false,
            };
            self.model.materials.push(material);
        }
    }

    /// The place of a material in the list; one of the assumed ones is added when it is named.
    pub(super) fn material(&mut self, name: &str, path: &str) -> Option<usize> {
        if let Some(row) = self.model.materials.iter().position(|m| m.name == name) {
            return Some(row);
        }
        if let Some((_, figures, expansion)) = ASSUMED.iter().find(|(known, ..)| *known == name) {
            let [e, g, yields, ultimate, shear, bearing] =
                figures.map(|figure| (figure > 0.0).then_some(figure));
            let name = name.to_owned();
            let expansion = Some(*expansion);
            let material =
                Material { name, e, g, yields, ultimate, shear, bearing, expansion, assumed: true };
            self.model.materials.push(material);
            return Some(self.model.materials.len() - 1);
        }
        if self.problems.passed_over() {
            return None;
        }
        let known = self.model.materials.iter().map(|m| m.name.as_str()).chain(ASSUMED.iter().map(|a| a.0));
        let mut known: Vec<String> = known.map(str::to_owned).collect();
        // Of the assumed ones those that are named are there already.
        known.sort();
        known.dedup();
        let cure = match nearest(name, known.iter().map(String::as_str)) {
            Some(near) => format!("Perhaps \"{near}\" is meant."),
            None => format!("Here: {}.", known.join(", ")),
        };
        self.problem(ProblemKind::Name, path, format!("There is no material \"{name}\"."), cure);
        None
    }

    /// The place of a section in the list.
    pub(super) fn profile(&mut self, name: &str, path: &str) -> Option<usize> {
        let row = self.model.profiles.iter().position(|p| p.section.name == name);
        if row.is_none() && !self.sections_missing && !self.problems.passed_over() {
            let known: Vec<String> = self.model.profiles.iter().map(|p| p.section.name.clone()).collect();
            let cure = match nearest(name, known.iter().map(String::as_str)) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => "Add it to the sections.".to_owned(),
            };
            self.problem(ProblemKind::Name, path, format!("There is no section \"{name}\"."), cure);
        }
        row
    }

    pub(super) fn sections(&mut self, sheet: &Sheet) {
        for (name, written) in &sheet.sections {
            let path = format!("sections.{name}");
            let Some(shape) = self.shape_of(sheet, written, name) else { continue };
            match Section::of(name, shape) {
                Ok(section) => {
                    self.model.profiles.push(Profile { section, held: written.held.unwrap_or_default() });
                }
                Err(fault) => self.sense(&path, format!("Section {name}: {fault}"), fault.cure()),
            }
        }
        self.sections_missing = self.model.profiles.len() < sheet.sections.len();
    }

    /// The shape of a section of the sheet, found once.
    fn shape_of(&mut self, sheet: &Sheet, written: &sheet::Section, name: &str) -> Option<Shape> {
        if let Some(found) = self.shapes.get(name) {
            return found.clone();
        }
        self.finding.push(name.to_owned());
        let path = format!("sections.{name}");
        let shape = self.shape(sheet, written, name, &path).filter(|shape| {
            let few = shape.parts() <= MOST_PARTS;
            if !few {
                self.too_many_parts(name, &path);
            }
            few
        });
        self.finding.pop();
        self.shapes.insert(name.to_owned(), shape.clone());
        shape
    }

    fn too_many_parts(&mut self, name: &str, path: &str) {
        let message = format!("The section {name} has more than {MOST_PARTS} parts and corners.");
        self.sense(path, message, "Leave some of them out.");
    }

    fn shape(&mut self, sheet: &Sheet, written: &sheet::Section, name: &str, path: &str) -> Option<Shape> {
        let mut size = |quantity: &Option<Quantity>, key: &str| {
            self.section_length(quantity.as_ref()?, name, &format!("{path}.{key}"))
        };
        if let Made::Sized { needs, may, .. } = written.shape.sort().made {
            let mut sizes = Sizes::default();
            for dim in needs {
                sizes[*dim] = size(written.size(*dim), dim.key())?;
            }
            for (dim, same) in may {
                sizes[*dim] = match written.size(*dim) {
                    None => sizes[*same],
                    top => size(top, dim.key())?,
                };
            }
            return Some(Shape::Sized(written.shape, sizes));
        }
        Some(match written.shape {
            ShapeWord::Pair => {
                let gap = match &written.gap {
                    None => 0.0,
                    Some(_) => size(&written.gap, "gap")?,
                };
                let of = self.other(sheet, written.of.as_deref()?, &format!("{path}.of"))?;
                Shape::Pair { of: Box::new(of), gap }
            }
            ShapeWord::Polygon => Shape::Polygon {
                outline: self.corners(&written.outline, name, &format!("{path}.outline"))?,
                holes: written
                    .holes
                    .iter()
                    .enumerate()
                    .map(|(i, hole)| self.corners(hole, name, &format!("{path}.holes[{i}]")))
                    .collect::<Option<_>>()?,
            },
            ShapeWord::Composite => {
                let mut parts = Vec::new();
                let mut count = 0;
                for (i, part) in written.parts.iter().enumerate() {
                    let path = format!("{path}.parts[{i}]");
                    let of = self.other(sheet, &part.of, &format!("{path}.of"))?;
                    count += of.parts();
                    if count > MOST_PARTS {
                        self.too_many_parts(name, &path);
                        return None;
                    }
                    let mut at = [0.0; 2];
                    for (k, quantity) in part.at.iter().enumerate() {
                        at[k] = self.section_length(quantity, name, &format!("{path}.at[{k}]"))?;
                    }
                    parts.push((of, at, part.hole.unwrap_or_default()));
                }
                Shape::Composite { parts }
            }
            _ => return None,
        })
    }

    /// The shape of another section of the sheet.
    fn other(&mut self, sheet: &Sheet, name: &str, path: &str) -> Option<Shape> {
        let Some(written) = sheet.sections.get(name) else {
            let cure = match nearest(name, sheet.sections.keys().map(String::as_str)) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => "Add it to the sections.".to_owned(),
            };
            self.problem(ProblemKind::Name, path, format!("There is no section \"{name}\"."), cure);
            return None;
        };
        if self.finding.iter().any(|outer| outer == name) {
            self.sense(path, format!("The section {name} is made of itself."), "Name another one.");
            return None;
        }
        self.shape_of(sheet, written, name)
    }

    fn corners(&mut self, written: &[Vec<Quantity>], name: &str, path: &str) -> Option<Vec<[f64; 2]>> {
        let corner = |(i, corner): (usize, &Vec<Quantity>)| {
            let mut at = [0.0; 2];
            for (k, quantity) in corner.iter().enumerate() {
                at[k] = self.section_length(quantity, name, &format!("{path}[{i}][{k}]"))?;
            }
            Some(at)
        };
        written.iter().enumerate().map(corner).collect()
    }

    /// A length in the sheet's unit of sections.
    pub(super) fn section_length(&mut self, quantity: &Quantity, of: &str, path: &str) -> Option<f64> {
        match bare(quantity) {
            Some(n) => Some(self.model.units.section.to_si(n)),
            None => self.si(quantity, Dimension::LENGTH, of, path),
        }
    }
}

/// The number of a quantity that is written without a unit.
pub(super) fn bare(quantity: &Quantity) -> Option<f64> {
    match quantity {
        Quantity::Number(n) => Some(*n),
        Quantity::Text(text) => {
            parse_quantity(text).ok().filter(|parsed| parsed.unit.is_none()).map(|parsed| parsed.value)
        }
    }
}
