//! How a check comes to its figure: the quantities of its formula, in SI.

use super::{Hole, Judged, LimitBasis, SizedPin, Subject};
use crate::Checks;
use helvek_statics::internal_forces::{Inner, Side};
use helvek_statics::model::PlateOf;
use helvek_statics::solution::State;

/// The quantities of a formula.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Worked {
    /// σ = N/A ± M·c/I at a fibre.
    Normal {
        /// Tension positive.
        n: f64,
        /// As in [`Inner::M`].
        m: f64,
        /// m²
        area: f64,
        /// I about z, m⁴.
        inertia: f64,
        /// The fibre [z, y] from the centroid, m.
        fibre: [f64; 2],
        /// N/A, Pa.
        axial: f64,
        /// From M, Pa, tension positive.
        bending: f64,
        /// By the formula of skew bending.
        coupled: bool,
        /// The hole of a pin; area and inertia are without it.
        hole: Option<Hole>,
    },
    /// τ = V·Q/(I·t) at a level.
    Shear {
        /// N
        v: f64,
        /// The first moment of what lies beyond the level, m³.
        first_moment: f64,
        /// m⁴
        inertia: f64,
        /// m
        width: f64,
        /// From the centroid, m.
        level: f64,
    },
    /// σ = N/A
    Axial {
        /// N
        force: f64,
        /// m²
        area: f64,
        /// The hole of a pin; the area is without it.
        hole: Option<Hole>,
    },
    /// N against π²EI/L² and A·σ.
    Buckling {
        /// N
        force: f64,
        /// Pa
        e: f64,
        /// The least over all axes, m⁴.
        inertia: f64,
        /// Between the pins, m.
        length: f64,
        /// m²
        area: f64,
        /// π²EI/L², N.
        critical: f64,
        /// Yield stress, Pa, and A times that, N.
        squash: Option<(f64, f64)>,
    },
    /// τ = T·r/J
    Torsion {
        /// N·m
        torque: f64,
        /// m
        radius: f64,
        /// m⁴
        constant: f64,
    },
    /// τ = V/(π·d²/4)
    PinShear {
        /// In this plane, N.
        force: f64,
        /// m
        diameter: f64,
    },
    /// σ = F/(t·d)
    Bearing {
        /// Of this plate, N.
        force: f64,
        /// m
        thickness: f64,
        /// m
        diameter: f64,
    },
    /// τ = F/(2·t·(e − d/2))
    TearOut {
        /// Of this plate, N.
        force: f64,
        /// m
        thickness: f64,
        /// m
        edge: f64,
        /// m
        diameter: f64,
    },
    /// L/v
    Sag {
        /// The sag, m.
        sag: f64,
        /// The span; of an overhang twice its length.
        length: f64,
        /// One end is free.
        overhang: bool,
    },
    /// A force by itself, N.
    Force(f64),
}

impl Checks<'_> {
    /// The formula of a check under the loads under which it is worst; nothing where it cannot be told.
    pub fn worked(&self, judged: &Judged, states: &[State], pins: &[SizedPin]) -> Option<Worked> {
        let state = match judged.under {
            None => *self,
            Some(row) => Checks(&states.get(row)?.solved),
        };
        let model = &self.model;
        let pin = |pin: usize| Some((&model.plated[pin], pins[pin].diameter?, state.on_pin(pin)?));
        Some(match judged.check.subject {
            Subject::Normal(row) => {
                let inside = &state.inside()[row];
                let profile = &model.profiles[model.bodies[inside.body.index()].profile?];
                let p = &profile.section.properties;
                let place = judged.place?;
                let diagram = inside.diagram.as_ref().ok()?;
                let at = |inner| diagram.at(inner, place.station, place.side);
                let (n, m, axial) = (at(Inner::N), at(Inner::M), at(Inner::N) / p.area);
                // The fibre at which that largest value stands.
                let bending = |fibre: [f64; 2]| m * crate::strength::per_moment(profile, fibre);
                let off = |fibre: &[f64; 2]| (axial + bending(*fibre) - place.value).abs();
                let fibres = crate::strength::extreme_fibres(profile);
                let fibre = fibres.into_iter().min_by(|a, b| off(a).total_cmp(&off(b)))?;
                let coupled = !profile.held && !p.straight();
                let (area, inertia, bending) = (p.area, p.i_z, bending(fibre));
                Worked::Normal { n, m, area, inertia, fibre, axial, bending, coupled, hole: None }
            }
            Subject::Net { pin, row } => {
                let inside = &state.inside()[row];
                let place = judged.place?;
                let net = self.net(pins, pin, PlateOf::Body(inside.body))?;
                let diagram = inside.diagram.as_ref().ok()?;
                let at = |inner| diagram.at(inner, place.station, place.side);
                let (n, m) = (at(Inner::N), at(Inner::M));
                let (axial, bending) = (n / net.area, |level: f64| -m * level / net.inertia);
                let section = &model.profiles[model.bodies[inside.body.index()].profile?].section.properties;
                let off = |level: &f64| (axial + bending(*level) - place.value).abs();
                let level = section.faces.into_iter().min_by(|a, b| off(a).total_cmp(&off(b)))?;
                let (area, inertia, hole) = (net.area, net.inertia, Some(net.hole));
                let (fibre, bending) = ([0.0, level], bending(level));
                Worked::Normal { n, m, area, inertia, fibre, axial, bending, coupled: false, hole }
            }
            Subject::BarNet { pin, bar } => {
                let net = self.net(pins, pin, PlateOf::Bar(bar))?;
                Worked::Axial { force: judged.demand * net.area, area: net.area, hole: Some(net.hole) }
            }
            Subject::Shear(row) => {
                let inside = &state.inside()[row];
                let p = &model.profiles[model.bodies[inside.body.index()].profile?].section.properties;
                let place = judged.place.unwrap_or(helvek_statics::internal_forces::Extreme {
                    station: 0.0,
                    side: Side::After,
                    value: 0.0,
                });
                let diagram = inside.diagram.as_ref().ok()?;
                let v = diagram.at(Inner::V, place.station, place.side);
                let (level, ratio) = p.most_sheared();
                let width = p.width(level);
                Worked::Shear { v, first_moment: ratio * width, inertia: p.i_z, width, level }
            }
            Subject::Sag { row, span } => {
                let sag = state.elastic()?.shapes.get(row)?.sags().into_iter().nth(span)?;
                Worked::Sag { sag: judged.demand, length: sag.length(), overhang: sag.overhang }
            }
            Subject::BarStress(id) => {
                let area = model.profiles[model.bars[id.index()].profile?].section.properties.area;
                Worked::Axial { force: judged.demand * area, area, hole: None }
            }
            Subject::Buckling(id) => {
                let bar = &model.bars[id.index()];
                let profile = &model.profiles[bar.profile?];
                let material = &model.materials[bar.material?];
                let LimitBasis::Screening { critical, squash, .. } = judged.check.by else { return None };
                let [a, b] = model.bar_ends(bar);
                Worked::Buckling {
                    force: judged.demand,
                    e: material.e?,
                    inertia: profile.gives_way_by(),
                    length: a.distance(b),
                    area: profile.section.properties.area,
                    critical,
                    squash: material.yields.zip(squash),
                }
            }
            Subject::Torsion(id) => {
                let body = &model.bodies[id.index()];
                let twisted = model.profiles[body.profile?].section.shape.twisted()?;
                let (torque, constant) = (body.torque?, twisted.constant);
                Worked::Torsion { torque, radius: twisted.per_torque * constant, constant }
            }
            Subject::PinShear { pin: row, plane } => {
                let (_, diameter, on_pin) = pin(row)?;
                Worked::PinShear { force: on_pin.planes[plane].length(), diameter }
            }
            Subject::Bearing { pin: row, plate } => {
                let (pin, diameter, on_pin) = pin(row)?;
                let thickness = pin.plates[plate].thickness;
                Worked::Bearing { force: on_pin.plates[plate].length(), thickness, diameter }
            }
            Subject::TearOut { pin: row, plate } => {
                let (pin, diameter, on_pin) = pin(row)?;
                let (thickness, edge) = (pin.plates[plate].thickness, pin.plates[plate].edge?);
                Worked::TearOut { force: on_pin.plates[plate].length(), thickness, edge, diameter }
            }
            Subject::Tension(_) | Subject::Compression(_) | Subject::Reaction(_) | Subject::Joint(_) => {
                Worked::Force(judged.demand)
            }
        })
    }
}
