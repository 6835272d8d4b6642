//! Virtual work: let one unknown go, move what it held by one unit while everything else holds, and add up force times displacement.
//!
//! Written from the sheet's points and what the supports, joints, bars and ropes keep from moving. It shares nothing with the equilibrium
//! matrix: no wrench, no reference point, no resultant of a distributed load. What a bearing holds across a skew axis is held here in two directions of its own;
//! only the force that comes of it is measured along those in which the unknowns are written.

use crate::equilibrium::{Column, ColumnId, ColumnOf, Component, Equilibrium};
use crate::model::{Amount, BodyId, JointId, LoadKind, Model, On, PinId, RopeEnd, RopeId, Spread};
use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
use helvek_numbers::linear::Matrix;
use helvek_sheet::things::load::Profile;

/// Movements of more than this many freedoms are not looked at: everything is solved densely here, so that it stays a plain second way.
const MOST: usize = 120;

/// A movement: a coefficient for each freedom.
type Moves = Vec<(usize, f64)>;

/// A displacement, or a turn, along x, y and z.
#[derive(Clone, Default)]
struct Displacement([Moves; 3]);

impl Displacement {
    fn along(&self, d: Vector) -> Moves {
        let part = |(moves, by): (&Moves, f64)| moves.iter().map(|(k, v)| (*k, v * by)).collect::<Vec<_>>();
        self.0.iter().zip(d.parts()).filter(|(_, by)| *by != 0.0).flat_map(part).collect()
    }
}

/// The freedoms: displacements and turns of each body (x, y and a turn about z in the plane, three and three in space), displacements of each pin,
/// of each weld with its turns, one for each free end of a rope.
struct Freedoms<'a> {
    model: &'a Model,
    pins: usize,
    welds: Vec<(usize, usize)>,
    ends: Vec<(RopeId, usize)>,
    first_end: usize,
    count: usize,
}

impl<'a> Freedoms<'a> {
    fn of(model: &'a Model) -> Self {
        let rigid = model.space.rows();
        let pins = rigid * model.bodies.len();
        let mut count = pins + model.space.particle_rows() * model.pins.len();
        let mut welds = Vec::new();
        for (index, joint) in model.joints.iter().enumerate() {
            if joint.of.len() > 2 && model.joined_by(JointId(index)).holds_everything(model.spatial()) {
                welds.push((index, count));
                count += rigid;
            }
        }
        let first_end = count;
        let mut ends = Vec::new();
        for (index, rope) in model.ropes.iter().enumerate() {
            for (k, end) in rope.ends.iter().enumerate() {
                if matches!(end, RopeEnd::Mass | RopeEnd::Hand) {
                    ends.push((RopeId(index), k));
                    count += 1;
                }
            }
        }
        Self { model, pins, welds, ends, first_end, count }
    }

    /// A point that rides with what moves with `first` and the freedoms after it: u + ω × r, with r from `about`.
    fn rigid(&self, first: usize, about: Point, at: Point) -> Displacement {
        let r = at - about;
        if self.model.spatial() {
            // ω × r = (ω_y r_z − ω_z r_y, ω_z r_x − ω_x r_z, ω_x r_y − ω_y r_x)
            let w = first + 3;
            return Displacement([
                vec![(first, 1.0), (w + 1, r.z), (w + 2, -r.y)],
                vec![(first + 1, 1.0), (w + 2, r.x), (w, -r.z)],
                vec![(first + 2, 1.0), (w, r.y), (w + 1, -r.x)],
            ]);
        }
        Displacement([
            vec![(first, 1.0), (first + 2, -r.y)],
            vec![(first + 1, 1.0), (first + 2, r.x)],
            Vec::new(),
        ])
    }

    fn first_of(&self, body: BodyId) -> usize {
        self.model.space.rows() * body.index()
    }

    fn body(&self, body: BodyId, at: Point) -> Displacement {
        let about = self.model.first_point_of(body).map_or(at, |p| self.model.at(p));
        self.rigid(self.first_of(body), about, at)
    }

    fn pin(&self, pin: PinId) -> Displacement {
        let count = self.model.space.particle_rows();
        let first = self.pins + count * pin.index();
        let each = |i: usize| if i < count { vec![(first + i, 1.0)] } else { Vec::new() };
        Displacement([each(0), each(1), each(2)])
    }

    fn on(&self, on: On, at: Point) -> Displacement {
        match on {
            On::Body(body) => self.body(body, at),
            On::Pin(pin) => self.pin(pin),
        }
    }

    /// The turns of what moves with `first` and the freedoms after it.
    fn turns(&self, first: usize) -> Displacement {
        if self.model.spatial() {
            return Displacement([3, 4, 5].map(|i| vec![(first + i, 1.0)]));
        }
        Displacement([Vec::new(), Vec::new(), vec![(first + 2, 1.0)]])
    }

    fn turn(&self, body: BodyId) -> Displacement {
        self.turns(self.first_of(body))
    }

    /// The way of the free end of a rope away from the rope, m.
    fn end(&self, rope: RopeId, k: usize) -> Moves {
        let place = self.ends.iter().position(|end| *end == (rope, k));
        place.map_or_else(Vec::new, |place| vec![(self.first_end + place, 1.0)])
    }
}

/// `a` − `b`.
fn minus(a: Moves, b: Moves) -> Moves {
    a.into_iter().chain(b.into_iter().map(|(k, v)| (k, -v))).collect()
}

/// Every unknown of the full equilibrium by virtual work; `None` for those that are out of contact. `None` altogether when there are not as many
/// unknowns as freedoms, or too many.
pub(super) fn unknowns(
    model: &Model,
    equilibrium: &Equilibrium,
    released: &[ColumnId],
) -> Option<Vec<Option<f64>>> {
    // Freed wheels are left on their bodies here: their axles transmit what the rope does to them.
    let freedoms = Freedoms::of(model);
    let axle = |of: ColumnOf| matches!(of, ColumnOf::Axle(_));
    let held: Vec<ColumnId> = equilibrium
        .column_ids()
        .filter(|id| !released.contains(id) && !axle(equilibrium.column(*id).of))
        .collect();
    if held.len() != freedoms.count || freedoms.count > MOST || freedoms.count == 0 {
        return None;
    }
    spend((freedoms.count * freedoms.count) / 40 * freedoms.count / 10);
    let mut matrix = Matrix::zeros(held.len(), freedoms.count);
    for (i, id) in held.iter().enumerate() {
        let column = equilibrium.column(*id);
        for (k, v) in gives(&freedoms, column.of, column.component)? {
            matrix[(i, k)] += v * assumed(column);
        }
    }
    let mut work = vec![0.0; freedoms.count];
    loads(&freedoms, &mut work);
    // Moved so that only unknown i does work, one unit of it: unknown + work of the loads = 0. All at once: q = matrix⁻¹ eᵢ, value −workᵀ q.
    let against: Vec<f64> = work.iter().map(|work| -work).collect();
    let values = matrix.solve_transposed(&against);
    let mut list = vec![None; equilibrium.columns.len()];
    for (i, id) in held.iter().enumerate() {
        let value = values[i];
        if !value.is_finite() {
            return None;
        }
        list[id.index()] = Some(value);
    }
    Some(list)
}

/// −1 for a reaction that was assumed against its axis.
fn assumed(column: &Column) -> f64 {
    let force = column.acts.first().map_or(Vector::ZERO, |act| act.wrench.force);
    match (column.of, column.component) {
        (ColumnOf::Support(_), Component::X) => force.x.signum(),
        (ColumnOf::Support(_), Component::Y) => force.y.signum(),
        (ColumnOf::Support(_), Component::Z) => force.z.signum(),
        _ => 1.0,
    }
}

/// By how much what an unknown holds gives way, in the sense in which the unknown does positive work.
fn gives(freedoms: &Freedoms<'_>, of: ColumnOf, component: Component) -> Option<Moves> {
    let model = freedoms.model;
    Some(match of {
        ColumnOf::Support(id) => {
            let support = &model.supports[id.index()];
            let sense = model.held_by(id).of(component)?.along;
            if component.turns() {
                freedoms.turn(support.on.body()?).along(sense)
            } else {
                freedoms.on(support.on, model.at(support.at)).along(sense)
            }
        }
        ColumnOf::Joint(id, end) => {
            let joint = &model.joints[id.index()];
            let at = model.at(joint.at);
            let body = joint.of[end];
            let weld = freedoms.welds.iter().find(|(index, _)| *index == id.index());
            let (other, other_turn) = match (joint.pin, weld) {
                (Some(pin), _) => (freedoms.pin(pin), Displacement::default()),
                (None, Some((_, first))) => (freedoms.rigid(*first, at, at), freedoms.turns(*first)),
                (None, None) => {
                    let other = joint.of[1 - end];
                    (freedoms.body(other, at), freedoms.turn(other))
                }
            };
            let d = model.joined_by(id).of(component)?.along;
            if component.turns() {
                minus(freedoms.turn(body).along(d), other_turn.along(d))
            } else {
                minus(freedoms.body(body, at).along(d), other.along(d))
            }
        }
        ColumnOf::Bar(id) => {
            let bar = &model.bars[id.index()];
            let [a, b] = model.bar_ends(bar);
            let d = (b - a).unit()?;
            // A bar that is pulled does positive work when its ends come nearer.
            minus(freedoms.on(bar.on[0], a).along(d), freedoms.on(bar.on[1], b).along(d))
        }
        ColumnOf::Rope(id) => {
            let rope = &model.ropes[id.index()];
            let mut shortens = Vec::new();
            for (index, leg) in rope.legs.iter().enumerate() {
                let stop = |stop: usize, at: Point, d: Vector| -> Moves {
                    let end = if stop == 0 { Some(0) } else { (stop == rope.legs.len()).then_some(1) };
                    match end.map(|k| (k, rope.ends[k])) {
                        Some((_, RopeEnd::On(on))) => freedoms.on(on, at).along(d),
                        Some((_, RopeEnd::Ground)) => Vec::new(),
                        // It moves away from the rope, which lengthens it.
                        Some((k, _)) => freedoms.end(id, k).into_iter().map(|(i, v)| (i, -v)).collect(),
                        None => {
                            let wheel = &model.pulleys[rope.wheels[stop - 1].index()];
                            wheel.on.map_or_else(Vec::new, |body| freedoms.body(body, at).along(d))
                        }
                    }
                };
                shortens.extend(stop(index, leg.from, leg.direction));
                shortens.extend(stop(index + 1, leg.to, -leg.direction));
            }
            shortens
        }
        ColumnOf::Sought(id) => {
            let mut moves = Vec::new();
            each_load(freedoms, |size, per_unit| {
                if size == Amount::Sought(id) {
                    moves.extend(per_unit);
                }
            });
            moves
        }
        ColumnOf::Axle(_) | ColumnOf::Link(_) => return None,
    })
}

/// The work of the known loads per unit of each freedom.
fn loads(freedoms: &Freedoms<'_>, work: &mut [f64]) {
    each_load(freedoms, |size, per_unit| {
        if let Amount::Known(size) = size {
            per_unit.into_iter().for_each(|(k, v)| work[k] += size * v);
        }
    });
}

/// Every size of every load with the displacement on which it does work.
fn each_load(freedoms: &Freedoms<'_>, mut take: impl FnMut(Amount, Moves)) {
    let model = freedoms.model;
    for load in &model.loading.loads {
        let moves = |at: Point| freedoms.on(load.on, at);
        match &load.kind {
            LoadKind::Force { at, direction, size, .. } => {
                take(*size, moves(model.at(*at)).along(*direction))
            }
            LoadKind::Couple { axis, size, .. } => {
                if let Some(body) = load.on.body() {
                    take(*size, freedoms.turn(body).along(*axis));
                }
            }
            LoadKind::Own { down, halves } => {
                for (at, on, weight) in halves {
                    take(Amount::Known(*weight), freedoms.on(*on, model.at(*at)).along(*down));
                }
            }
            LoadKind::Spread(spread) => {
                for (profile, size) in &spread.parts {
                    take(*size, work(freedoms, load.on, spread, *profile));
                }
            }
        }
    }
    for (index, rope) in model.ropes.iter().enumerate() {
        for (k, end) in rope.ends.iter().enumerate() {
            let (moves, mut carries) = (freedoms.end(RopeId(index), k), model.loading.ends[index][k]);
            match end {
                RopeEnd::Mass => {
                    carries.scale(model.gravity);
                    take(carries, moves);
                }
                RopeEnd::Hand => take(carries, moves),
                RopeEnd::On(_) | RopeEnd::Ground => {}
            }
        }
    }
}

/// ∫ intensity(t) · displacement along the load · dt over the stretch, per unit of its size. The displacement is linear: three points of Gauss and
/// Legendre are exact for an intensity up to the fourth degree.
fn work(freedoms: &Freedoms<'_>, on: On, spread: &Spread, profile: Profile) -> Moves {
    let (a, b) = (freedoms.model.at(spread.from), freedoms.model.at(spread.to));
    let aside = 0.5 * 0.6f64.sqrt();
    let mut sum = Vec::new();
    for (t, weight) in [(0.5 - aside, 5.0 / 18.0), (0.5, 8.0 / 18.0), (0.5 + aside, 5.0 / 18.0)] {
        let moves = freedoms.on(on, a + (b - a) * t).along(spread.direction);
        sum.extend(moves.into_iter().map(|(k, v)| (k, v * profile.at(t) * spread.over * weight)));
    }
    sum
}
