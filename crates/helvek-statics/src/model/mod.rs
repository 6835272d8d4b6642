//! The model: what a sheet means. SI throughout, names resolved to ids, directions to unit vectors, supports to what they prevent.

mod asked;
mod bodies;
mod build;
mod combinations;
mod constraint;
mod contact;
mod cut;
mod direction;
mod effort;
mod joints;
mod limits;
mod loading;
mod loads;
mod names;
mod order;
mod parameter;
mod parted;
mod pins;
mod places;
mod resolve;
mod ropes;
mod sought;
mod stated;
mod stiffness;
mod strength;
mod supports;
mod trains;

pub use asked::Asked;
pub use bodies::{Body, Run};
pub use build::{Built, build, units_of};
pub use combinations::Combination;
pub use constraint::{Component, Constraint, Constraints, Letter, Sense};
pub use contact::Contact;
pub use cut::CutAt;
pub use effort::Effort;
pub use joints::{Bar, Joint, JointKind, bar_names, joint_names};
pub use limits::{BarLimits, Growing, PERMANENT};
pub use loading::{Loading, Settlement};
pub use loads::{Given, Load, LoadKind, Portion, Spread, load_names};
pub use order::{Part, Picked, Sum};
pub use parameter::Parameter;
pub use parted::{CutRefusal, Parted};
pub use pins::{Plate, PlateOf, PlatedPin, Stock, Threaded};
pub use ropes::{Leg, Pulley, Rope, RopeEnd};
pub use sought::{Amount, Sought, SoughtOf};
pub use stated::{Limited, Member, RequiredFactor, Stated};
pub use stiffness::{Rigidity, Stiff, Warming, Yielding};
pub use strength::{Material, Profile};
pub use supports::{Holding, Support, support_names};
pub use trains::{Axle, PathPiece, Train, train_names};

use helvek_numbers::budget::spend;
use helvek_numbers::geometry::{Point, Vector};
pub use helvek_sheet::sheet::BarKind;
use helvek_sheet::sheet::{Conventions, Vertical};
use helvek_sheet::units::Units;
use std::ops::{Deref, DerefMut};
use std::sync::Arc;

macro_rules! id {
    ($(#[$doc:meta])* $name:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
        pub struct $name(pub usize);

        impl $name {
            /// Its place in the model's list, in the order of the sheet.
            pub fn index(self) -> usize {
                self.0
            }
        }
    };
}

id! {
    /// A named point.
    PointId
}
id! {
    /// A rigid body.
    BodyId
}
id! {
    /// A place inside a body.
    CutId
}
id! {
    /// A support.
    SupportId
}
id! {
    /// A load.
    LoadId
}

id! {
    /// A pin on which more than two bodies meet, or on which bars, supports or loads act: a particle of its own.
    PinId
}
id! {
    /// A joint.
    JointId
}
id! {
    /// A bar.
    BarId
}
id! {
    /// A pulley.
    PulleyId
}
id! {
    /// A rope.
    RopeId
}
id! {
    /// A load size that is sought. One symbol on several loads is one unknown.
    SoughtId
}

/// The equations of a body that are kept, of six.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Space {
    /// Forces in the plane and the moment about z: three rows.
    #[default]
    Plane,
    /// All six.
    Space,
}

impl Space {
    /// Equations per rigid body.
    pub fn rows(self) -> usize {
        match self {
            Self::Plane => 3,
            Self::Space => 6,
        }
    }

    /// Equations per particle.
    pub fn particle_rows(self) -> usize {
        match self {
            Self::Plane => 2,
            Self::Space => 3,
        }
    }
}

/// A sheet, understood: a structure under what acts on it. It is read as its structure; changing that makes one of its own of what is shared.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Model {
    /// The structure, shared by all states of the loads.
    pub structure: Arc<Structure>,
    /// The state of bearings and gear teeth.
    pub contact: Contact,
    /// The loads.
    pub loading: Loading,
}

impl Deref for Model {
    type Target = Structure;

    fn deref(&self) -> &Structure {
        &self.structure
    }
}

impl DerefMut for Model {
    fn deref_mut(&mut self) -> &mut Structure {
        Arc::make_mut(&mut self.structure)
    }
}

impl Model {
    /// The place of a point or a spot, in metres.
    pub fn at(&self, point: PointId) -> Point {
        self.named(point).at
    }

    /// The name of a point or a spot.
    pub fn point_name(&self, point: PointId) -> &str {
        &self.named(point).name
    }

    fn named(&self, point: PointId) -> &NamedPoint {
        let points = &self.structure.points;
        points.get(point.0).unwrap_or_else(|| &self.loading.spots[point.0 - points.len()])
    }

    /// The same structure under something else.
    pub fn under(&self, loading: Loading) -> Self {
        Self { structure: Arc::clone(&self.structure), contact: self.contact.clone(), loading }
    }
}

/// Everything of a sheet but what acts.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Structure {
    /// As written.
    pub title: String,
    /// Plane or space.
    pub space: Space,
    /// The axis that points up.
    pub vertical: Vertical,
    /// The units of the answers.
    pub units: Units,
    /// The conventions of working and display.
    pub conventions: Conventions,
    /// Every named point, also mere marks.
    pub points: Vec<NamedPoint>,
    /// The rigid bodies.
    pub bodies: Vec<Body>,
    /// Cross-sections.
    pub profiles: Vec<Profile>,
    /// Materials: those of the sheet, then the assumed ones that are named.
    pub materials: Vec<Material>,
    /// The pins that are free bodies of their own.
    pub pins: Vec<Pin>,
    /// Two-force members.
    pub bars: Vec<Bar>,
    /// The joints between bodies.
    pub joints: Vec<Joint>,
    /// The supports.
    pub supports: Vec<Support>,
    /// In space: the rims on which tangential forces act.
    pub rims: Vec<Rim>,
    /// Wheels.
    pub pulleys: Vec<Pulley>,
    /// Ropes.
    pub ropes: Vec<Rope>,
    /// Load sizes that are sought.
    pub sought: Vec<Sought>,
    /// m/s², for weights given by their mass.
    pub gravity: f64,
    /// The load cases that the sheet lists or its loads name.
    pub cases: Vec<String>,
    /// Sums of factored cases.
    pub combinations: Vec<Combination>,
    /// Trains of forces that travel along members.
    pub trains: Vec<Train>,
    /// Pins among their plates.
    pub plated: Vec<PlatedPin>,
    /// The sizes of pins in stock.
    pub stock: Stock,
    /// The limits that were stated, beside those of bars.
    pub stated: Vec<Stated>,
    /// The factors that are wanted on what materials stand.
    pub wanted: Vec<(RequiredFactor, f64)>,
    /// The sought symbol whose limit is asked.
    pub parameter: Option<Parameter>,
    /// The things asked.
    pub asked: Vec<Asked>,
    /// The places inside bodies that are asked.
    pub cuts: Vec<CutAt>,
    /// The equations to be worked first.
    pub order: Vec<Picked>,
    /// Quantities that were written in another unit than the sheet's, with what they became.
    pub conversions: Vec<Conversion>,
}

/// A point with its name.
#[derive(Debug, Clone, PartialEq)]
pub struct NamedPoint {
    /// As written.
    pub name: String,
    /// Metres.
    pub at: Point,
}

/// A pin that is freed on its own.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Pin {
    /// The point.
    pub at: PointId,
}

/// A wheel or a drum at whose rim a tangential force acts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Rim {
    /// A point of its axis.
    pub centre: PointId,
    /// The unit direction of the axis.
    pub axis: Vector,
    /// The point at the rim.
    pub at: PointId,
}

/// On what something acts.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum On {
    /// A rigid body.
    Body(BodyId),
    /// A pin.
    Pin(PinId),
}

impl On {
    /// The body, when it is one.
    pub fn body(self) -> Option<BodyId> {
        match self {
            Self::Body(body) => Some(body),
            Self::Pin(_) => None,
        }
    }
}

/// A quantity that was written in a unit of its own.
#[derive(Debug, Clone, PartialEq)]
pub struct Conversion {
    /// The path in the sheet: `loads[0].size`.
    pub path: String,
    /// The name of the load, support or point it belongs to.
    pub of: String,
    /// As written: `250 lb`.
    pub written: String,
    /// In the sheet's units.
    pub value: f64,
    /// The sheet's unit.
    pub unit: String,
}

impl Structure {
    /// Up, a unit vector.
    pub fn up(&self) -> Vector {
        match self.vertical {
            Vertical::Y => Vector::Y,
            Vertical::Z => Vector::Z,
        }
    }

    /// True of a model of space.
    pub fn spatial(&self) -> bool {
        self.space == Space::Space
    }

    /// Every body.
    pub fn body_ids(&self) -> impl Iterator<Item = BodyId> + use<> {
        (0..self.bodies.len()).map(BodyId)
    }

    /// Every point.
    pub fn point_ids(&self) -> impl Iterator<Item = PointId> + use<> {
        (0..self.points.len()).map(PointId)
    }

    /// Every rope.
    pub fn rope_ids(&self) -> impl Iterator<Item = RopeId> + use<> {
        (0..self.ropes.len()).map(RopeId)
    }

    /// Every force that can be asked for: reactions, sought loads, joints, bars, ropes.
    pub fn forces(&self) -> impl Iterator<Item = Asked> + use<> {
        (0..self.supports.len())
            .map(|i| Asked::Support(SupportId(i)))
            .chain((0..self.sought.len()).map(|i| Asked::Sought(SoughtId(i))))
            .chain((0..self.joints.len()).map(|i| Asked::Joint(JointId(i))))
            .chain((0..self.bars.len()).map(|i| Asked::Bar(BarId(i))))
            .chain((0..self.ropes.len()).map(|i| Asked::Rope(RopeId(i))))
    }

    /// The place of a point, in metres.
    pub fn at(&self, point: PointId) -> Point {
        self.points[point.0].at
    }

    /// The name of a point.
    pub fn point_name(&self, point: PointId) -> &str {
        &self.points[point.0].name
    }

    /// The name of the first point at a place; empty where there is none.
    pub fn name_at(&self, at: Point) -> &str {
        self.points.iter().find(|point| point.at == at).map(|point| point.name.as_str()).unwrap_or_default()
    }

    /// The name of what something acts on: a body's, or `pin`.
    pub fn on_name(&self, on: On) -> &str {
        match on {
            On::Body(body) => &self.bodies[body.0].name,
            On::Pin(_) => PIN,
        }
    }

    /// The points of a body, each once, in the order of its runs, then those that ride along.
    pub fn points_of(&self, body: BodyId) -> Vec<PointId> {
        let body = &self.bodies[body.0];
        let all = body.runs.iter().flat_map(|run| &run.points).chain(&body.riding);
        spend(1 + body.runs.iter().map(|run| run.points.len()).sum::<usize>() / 25);
        let mut met = vec![false; self.points.len()];
        all.copied().filter(|point| !std::mem::replace(&mut met[point.index()], true)).collect()
    }

    /// The first of them.
    pub fn first_point_of(&self, body: BodyId) -> Option<PointId> {
        let body = &self.bodies[body.0];
        body.runs.iter().flat_map(|run| &run.points).chain(&body.riding).next().copied()
    }

    /// The unit direction of the member of `body` at `point`, first point to last; `None` where there is no run, and at a corner.
    pub fn run_direction(&self, body: BodyId, point: PointId) -> Option<Vector> {
        let mut found: Option<Vector> = None;
        let runs = &self.bodies[body.0].runs;
        spend(1 + runs.iter().map(|run| run.points.len()).sum::<usize>() / 100);
        for run in runs {
            for pair in run.points.windows(2).filter(|pair| pair.contains(&point)) {
                let along = (self.at(pair[1]) - self.at(pair[0])).unit()?;
                match found {
                    None => found = Some(along),
                    Some(first) if first.cross(along).length() <= helvek_numbers::tolerance::GEOMETRY => {}
                    Some(_) => return None,
                }
            }
        }
        found
    }

    /// The points of a run, parted at its corners: straight stretches from the first to the last. A corner belongs to both sides.
    pub fn stretches(&self, run: &Run) -> Vec<Vec<PointId>> {
        let mut stretches = vec![vec![run.points[0]]];
        for (i, point) in run.points.iter().enumerate().skip(1) {
            if let Some(last) = stretches.last_mut() {
                last.push(*point);
            }
            let Some(next) = run.points.get(i + 1) else { continue };
            let (u, v) = (self.at(*point) - self.at(run.points[i - 1]), self.at(*next) - self.at(*point));
            if u.cross(v).length() > helvek_numbers::tolerance::GEOMETRY * u.length() * v.length() {
                stretches.push(vec![*point]);
            }
        }
        stretches
    }

    /// The ends of a bar in metres.
    pub fn bar_ends(&self, bar: &Bar) -> [Point; 2] {
        bar.ends.map(|end| self.at(end))
    }
}

/// The word of a sheet for the pin itself.
pub const PIN: &str = "pin";
