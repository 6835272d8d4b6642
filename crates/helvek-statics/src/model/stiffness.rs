//! Stiffnesses, resolved: of members, of the ground, and what warms up.

use super::resolve::Builder;
use super::strength::bare;
use super::{BarId, BodyId, Combination, Holding, Material, Member, Profile, Run, Settlement};
use helvek_numbers::geometry::Vector;
use helvek_sheet::problem::{ProblemKind, nearest};
use helvek_sheet::sheet::{self, Quantities, Quantity, Sheet};
use helvek_sheet::units::Dimension;

/// The stiffness of something against one sort of deformation.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub enum Rigidity {
    /// It does not deform at all.
    #[default]
    Rigid,
    /// EI in N·m², EA in N.
    Of(f64),
    /// So many times a stiffness that is not known: only ratios are.
    Times(f64),
}

impl Rigidity {
    /// The number to compute with; `None` when it does not deform.
    pub fn value(self) -> Option<f64> {
        match self {
            Self::Rigid => None,
            Self::Of(value) | Self::Times(value) => Some(value),
        }
    }

    /// Only its ratio to others is known.
    pub fn relative(self) -> bool {
        matches!(self, Self::Times(_))
    }
}

/// The stiffness of a straight piece.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Stiff {
    /// EI.
    pub bending: Rigidity,
    /// EA.
    pub axial: Rigidity,
}

/// The ground under a support, and how it gives way.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Yielding {
    /// N/m along its own direction, or along x and y.
    pub springs: [Option<f64>; 2],
    /// N·m/rad.
    pub turning: Option<f64>,
}

/// Members that warm up.
#[derive(Debug, Clone, PartialEq)]
pub struct Warming {
    /// The members.
    pub of: Vec<Member>,
    /// By how much they become longer per metre.
    pub strain: Vec<f64>,
    /// By how much they bend, 1/m, positive where the right of the run becomes longer.
    pub curvature: Vec<f64>,
    /// Its load case.
    pub case: String,
}

impl Warming {
    /// So many times as much.
    pub(crate) fn scale(&mut self, by: f64) {
        self.strain.iter_mut().chain(&mut self.curvature).for_each(|x| *x *= by);
    }
}

impl Builder {
    /// The stiffness of each piece of a body from point to point: what is written, else what follows from section and material.
    pub(super) fn stiff_pieces(
        &mut self,
        body: &sheet::Body,
        runs: &[Run],
        name: &str,
        path: &str,
        [profile, material]: [Option<usize>; 2],
    ) -> Vec<Stiff> {
        let from = self.by_section(profile, material);
        let parts = |run: &Run| self.model.stretches(run).iter().map(|s| s.len() - 1).collect::<Vec<_>>();
        let parts: Vec<Vec<usize>> = runs.iter().map(parts).collect();
        let bending = self.each(body.ei.as_ref(), Dimension::BENDING, name, &format!("{path}.EI"), &parts);
        let axial = self.each(body.ea.as_ref(), Dimension::FORCE, name, &format!("{path}.EA"), &parts);
        let one = |piece: usize| Stiff {
            bending: bending.as_ref().map_or(from.bending, |each| each[piece]),
            // Who writes a stiffness in bending alone wants runs that keep their length.
            axial: match (&axial, &bending) {
                (Some(each), _) => each[piece],
                (None, Some(_)) => Rigidity::Rigid,
                (None, None) => from.axial,
            },
        };
        (0..parts.iter().flatten().sum()).map(one).collect()
    }

    /// The axial stiffness of a bar.
    pub(super) fn stiff_bar(
        &mut self,
        written: Option<&Quantity>,
        name: &str,
        path: &str,
        [profile, material]: [Option<usize>; 2],
    ) -> Rigidity {
        match written {
            Some(written) => {
                self.rigidity(written, Dimension::FORCE, name, &format!("{path}.EA")).unwrap_or_default()
            }
            None => self.by_section(profile, material).axial,
        }
    }

    fn by_section(&self, profile: Option<usize>, material: Option<usize>) -> Stiff {
        let e = material.and_then(|row| self.model.materials[row].e);
        let section = profile.map(|row| &self.model.profiles[row].section.properties);
        e.zip(section).map_or(Stiff::default(), |(e, section)| Stiff {
            bending: Rigidity::Of(e * section.i_z),
            axial: Rigidity::Of(e * section.area),
        })
    }

    /// One for all, or one for each run, each straight stretch, or each piece from point to point. `parts`: per run, per stretch, how many pieces it has.
    fn each(
        &mut self,
        written: Option<&Quantities>,
        dimension: Dimension,
        name: &str,
        path: &str,
        parts: &[Vec<usize>],
    ) -> Option<Vec<Rigidity>> {
        let pieces: usize = parts.iter().flatten().sum();
        let list = match written? {
            Quantities::One(one) => return Some(vec![self.rigidity(one, dimension, name, path)?; pieces]),
            Quantities::Each(each) => each,
        };
        let read = |(i, q): (usize, &Quantity)| self.rigidity(q, dimension, name, &format!("{path}[{i}]"));
        let read: Vec<Rigidity> =
            list.iter().enumerate().map(read).collect::<Vec<_>>().into_iter().collect::<Option<_>>()?;
        let runs: Vec<usize> = parts.iter().map(|run| run.iter().sum()).collect();
        let stretches: Vec<usize> = parts.iter().flatten().copied().collect();
        for counts in [runs, stretches, vec![1; pieces]] {
            if counts.len() == read.len() {
                let each = read.iter().zip(counts);
                return Some(each.flat_map(|(rigidity, count)| vec![*rigidity; count]).collect());
            }
        }
        let message = format!(
            "\"{name}\" has {} runs, {} straight stretches and {pieces} pieces from point to point, and {} stiffnesses.",
            parts.len(),
            parts.iter().flatten().count(),
            read.len()
        );
        self.sense(path, message, "Write one for all, or one for each of these.");
        None
    }

    /// `12000`, `"8 MN·m²"`, or `"2 EI"`, of which only the ratio is known.
    fn rigidity(
        &mut self,
        written: &Quantity,
        dimension: Dimension,
        name: &str,
        path: &str,
    ) -> Option<Rigidity> {
        let word = if dimension == Dimension::FORCE { "EA" } else { "EI" };
        let times = match written {
            Quantity::Text(text) => text.trim().strip_suffix(word).map(str::trim),
            Quantity::Number(_) => None,
        };
        let read = match times {
            Some("") => Some(Rigidity::Times(1.0)),
            Some(text) => {
                self.si(&Quantity::Text(text.to_owned()), Dimension::NONE, name, path).map(Rigidity::Times)
            }
            None => self.si(written, dimension, name, path).map(Rigidity::Of),
        }?;
        if read.value().is_some_and(|value| value > 0.0) {
            return Some(read);
        }
        let message = format!("The {word} of {name} is not positive.");
        let cure = format!("Write how stiff it is, or leave {word} out: then it does not deform that way.");
        self.sense(path, message, cure);
        None
    }

    /// The springs of the ground under a support, and its settlement.
    pub(super) fn yielding(
        &mut self,
        support: &sheet::Support,
        holding: Holding,
        name: &str,
        path: &str,
    ) -> (Yielding, Settlement) {
        let ground = &support.ground;
        let (mut yielding, mut settlement) = (Yielding::default(), Settlement::default());
        let own = holding.way;
        if let Some(written) = &ground.settlement {
            let key = format!("{path}.settlement");
            settlement.moved = match self.one_or_two(written, Dimension::LENGTH, name, &key) {
                Some([Some(x), Some(y)]) => Vector::plane(x, y),
                Some([Some(way), None]) => -own.unwrap_or(Vector::Y) * way,
                _ => Vector::ZERO,
            };
        }
        if let Some(written) = &ground.spring {
            let key = format!("{path}.spring");
            let springs = self.one_or_two(written, Dimension::FORCE_PER_LENGTH, name, &key);
            let positive = |k: &f64| *k > 0.0;
            match springs {
                Some(springs) if springs.iter().flatten().all(positive) => {
                    yielding.springs = match (springs, own) {
                        ([Some(k), None], None) => [None, Some(k)],
                        (both, _) => both,
                    };
                    if own.is_some() && yielding.springs[1].is_some() {
                        let message = format!("Support {name} holds one way, and has two springs.");
                        self.sense(&key, message, "Write one.");
                    }
                }
                Some(_) => {
                    let message = format!("The spring of support {name} is not positive.");
                    self.sense(&key, message, "Write the force per length: \"500 kN/m\".");
                }
                None => {}
            }
        }
        if let Some(written) = &ground.turned {
            let turned = self.si(written, Dimension::ANGLE, name, &format!("{path}.turned"));
            settlement.turned = turned.unwrap_or_default();
        }
        if let Some(written) = &ground.turning_spring {
            let key = format!("{path}.turning_spring");
            yielding.turning = self.si(written, Dimension::MOMENT, name, &key);
            if yielding.turning.is_some_and(|k| k <= 0.0) {
                let message = format!("The spring of support {name} is not positive.");
                self.sense(&key, message, "Write the moment per radian: \"800 kN·m\".");
                yielding.turning = None;
            }
        }
        (yielding, settlement)
    }

    fn one_or_two(
        &mut self,
        written: &Quantities,
        dimension: Dimension,
        name: &str,
        path: &str,
    ) -> Option<[Option<f64>; 2]> {
        match written {
            Quantities::One(one) => Some([Some(self.si(one, dimension, name, path)?), None]),
            Quantities::Each(each) if each.len() == 2 => {
                let x = self.si(&each[0], dimension, name, &format!("{path}[0]"))?;
                let y = self.si(&each[1], dimension, name, &format!("{path}[1]"))?;
                Some([Some(x), Some(y)])
            }
            Quantities::Each(each) => {
                self.sense(path, format!("There are {} of them.", each.len()), "Write one, or [x, y].");
                None
            }
        }
    }

    /// The members that warm up; each by its own expansion.
    pub(super) fn warmings(&mut self, sheet: &Sheet) {
        for (row, written) in sheet.temperature.iter().enumerate() {
            let path = format!("temperature[{row}]");
            let members = self.members(&written.of, &format!("{path}.of"));
            let given = written.depth.as_ref();
            let depth_path = format!("{path}.depth");
            if let Some(number) = given.and_then(bare).filter(|_| sheet.units.section.is_none()) {
                let message = format!(
                    "depth = {number} has no unit: it could be meant in that of lengths or in that of sections."
                );
                self.sense(&depth_path, message, "Write it with its unit: \"300 mm\".");
                continue;
            }
            let depth = given.and_then(|d| self.section_length(d, "temperature", &depth_path));
            let (mut strain, mut curvature) = (Vec::new(), Vec::new());
            for member in &members {
                let (name, profile, material) = self.made_of(*member);
                let name = name.to_owned();
                let own = material.and_then(|material| material.expansion);
                let Some(expansion) = written.expansion.or(own) else {
                    let message = format!("{name} warms up, and how much longer that makes it is not known.");
                    let cure =
                        "Write expansion = 12e-6 (per kelvin) here, or give it a material that has one.";
                    self.sense(&path, message, cure);
                    break;
                };
                strain.push(expansion * written.change.unwrap_or_default());
                let bends = written.across.unwrap_or_default();
                let faces = profile.map(|p| p.section.properties.faces[1] - p.section.properties.faces[0]);
                curvature.push(match (bends, depth.or(faces), member) {
                    (0.0, ..) | (_, _, Member::Bar(_)) => 0.0,
                    // The left side becomes longer: the run bends to the right, as under a hogging moment.
                    (bends, Some(depth), Member::Body(_)) if depth > 0.0 => -expansion * bends / depth,
                    _ => {
                        let message =
                            format!("{name} warms up on one side, and how deep it is is not known.");
                        let cure = "Give its depth, 200 mm, say; or give it a section.";
                        self.sense(&path, message, cure);
                        0.0
                    }
                });
            }
            if strain.len() == members.len() {
                let case = written.case.clone().unwrap_or_else(|| Combination::DEFAULT.to_owned());
                self.model.loading.warmings.push(Warming { of: members, strain, curvature, case });
            }
        }
    }

    fn made_of(&self, member: Member) -> (&str, Option<&Profile>, Option<&Material>) {
        let (name, profile, material) = match member {
            Member::Body(id) => {
                let body = &self.model.bodies[id.0];
                (&body.name, body.profile, body.material)
            }
            Member::Bar(id) => {
                let bar = &self.model.bars[id.0];
                (&bar.name, bar.profile, bar.material)
            }
        };
        (name, profile.map(|p| &self.model.profiles[p]), material.map(|m| &self.model.materials[m]))
    }

    /// The bodies and bars of these names; all of them when none is named.
    fn members(&mut self, names: &[String], path: &str) -> Vec<Member> {
        let bodies = self.model.bodies.iter().enumerate();
        let bodies = bodies.map(|(i, body)| (body.name.clone(), Member::Body(BodyId(i))));
        let bars = self.model.bars.iter().enumerate();
        let bars = bars.map(|(i, bar)| (bar.name.clone(), Member::Bar(BarId(i))));
        let known: Vec<_> = bodies.chain(bars).collect();
        if names.is_empty() {
            return known.into_iter().map(|(_, member)| member).collect();
        }
        let mut found = Vec::new();
        for name in names {
            if let Some((_, member)) = known.iter().find(|(known, _)| known == name) {
                found.push(*member);
                continue;
            }
            if self.problems.passed_over() {
                continue;
            }
            let cure = match nearest(name, known.iter().map(|(known, _)| known.as_str())) {
                Some(near) => format!("Perhaps \"{near}\" is meant."),
                None => "Name bodies or bars.".to_owned(),
            };
            self.problem(ProblemKind::Name, path, format!("There is no body or bar \"{name}\"."), cure);
        }
        found
    }
}
