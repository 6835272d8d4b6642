//! The edits of a sheet, as they are sent.

use helvek_sheet::id::Id;
use helvek_sheet::sheet::PickedEquation;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

/// One edit. A slot that is left out keeps what it was; of a new thing, it takes what is usual.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, JsonSchema)]
#[serde(tag = "edit", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Edit {
    /// Draws the first beam; of one that is there, a further straight piece.
    Beam {
        /// The point at which the further piece begins; the end of the first member.
        from: Option<String>,
        /// Its length: `6`, `"18 ft"`.
        length: Option<String>,
        /// Its slope from +x, counter-clockwise; a further piece goes straight on.
        angle: Option<String>,
    },
    /// Changes the length or the slope of a straight piece between two corners; all that hangs on its second end moves along.
    Piece {
        /// The end that stays.
        first: String,
        /// The end that moves.
        second: String,
        /// As for a beam.
        length: Option<String>,
        /// As for a beam.
        angle: Option<String>,
        /// A new name for the body.
        rename: Option<String>,
    },
    /// Moves a point, or names it anew.
    Point {
        /// Its name.
        name: String,
        /// Its coordinates.
        x: Option<String>,
        /// Its coordinates.
        y: Option<String>,
        /// Its coordinates, in space.
        z: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a support somewhere, or changes the one of that name.
    Support {
        /// Of the one to change.
        name: Option<String>,
        /// `pin`, `roller`, `fixed`, `guide`, `surface`, `rough`, `link`, `cable`.
        kind: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// Of a roller, a guide, a surface, a rough one: the direction in which it pushes.
        normal: Option<String>,
        /// Of a link or a cable: where it leads.
        toward: Option<String>,
        /// Of a roller or a rough one: `both ways` or `pushes only`.
        holds: Option<String>,
        /// Of a rough one: the coefficient that is available; empty for none.
        friction: Option<String>,
        /// Its settlement: `10 mm`, or to the right and up with a semicolon between them; empty for none.
        settles: Option<String>,
        /// Force per length of giving way: `500 kN/m`, or two with a semicolon between them; empty for none.
        spring: Option<String>,
        /// In space, of a journal, a thrust bearing and a hinge: its axis.
        axis: Option<String>,
        /// In space, of a journal, a thrust bearing and a hinge: `auto`, `yes`, `no`.
        couples: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a force somewhere, or changes it.
    Force {
        /// Of the one to change.
        name: Option<String>,
        /// Its size, or two components with a semicolon between them.
        size: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// `down`, `210`, `30 from -y cw`, `to C`, ...
        direction: Option<String>,
        /// The load case it belongs to: `permanent`, `wind` ...; empty for none.
        case: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a couple somewhere, or changes it.
    Couple {
        /// Of the one to change.
        name: Option<String>,
        /// Its size.
        size: Option<String>,
        /// A distance from the beam's start, or a point.
        place: Option<String>,
        /// `ccw` or `cw`.
        turn: Option<String>,
        /// In space: about which axis it turns right-handed.
        axis: Option<String>,
        /// The load case it belongs to: `permanent`, `wind` ...; empty for none.
        case: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a distributed load somewhere, or changes it.
    Distributed {
        /// Of the one to change.
        name: Option<String>,
        /// Intensity where it begins.
        start: Option<String>,
        /// Intensity where it ends; empty for the same.
        end: Option<String>,
        /// The place where it begins; the beam's start.
        from: Option<String>,
        /// The place where it ends; the beam's end.
        to: Option<String>,
        /// As for a force.
        direction: Option<String>,
        /// `length` or `projection`.
        per: Option<String>,
        /// The load case it belongs to: `permanent`, `wind` ...; empty for none.
        case: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a weight somewhere, or changes it. By its mass or weight per length it is the own weight of bars.
    Weight {
        /// Of the one to change.
        name: Option<String>,
        /// Its mass, or its size as a force with a unit; of bars `8 kg/m`, `0.08 kN/m`.
        size: Option<String>,
        /// A distance from the beam's start, or a point; of own weight the bars, all unless named.
        place: Option<String>,
        /// The load case it belongs to: `permanent`, `wind` ...; empty for none.
        case: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a train of forces on a path, or changes it.
    Train {
        /// Of the one to change.
        name: Option<String>,
        /// The leading force, then each with how far it is behind the one before: `6, 9 @ 2.4, 9 @ 1.2`.
        forces: Option<String>,
        /// The place where its path begins; the beam's start.
        from: Option<String>,
        /// The place where it ends; the beam's end.
        to: Option<String>,
        /// As for a force.
        direction: Option<String>,
        /// `both ways`, `to its end`, `to its start`.
        heads: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Gives bodies a cross-section, a material, or both.
    Profile {
        /// `rectangle`, `box`, `round`, `tube`, `i`, `t`, `channel`, `angle`.
        shape: Option<String>,
        /// In their order: `60 x 100`; of an I `height x width x flange x web`. Empty: no section.
        dimensions: Option<String>,
        /// The bodies; all unless named.
        of: Option<String>,
        /// One of the sheet's materials, or an assumed one; empty for none.
        material: Option<String>,
    },
    /// Makes a combination of load cases, or changes it.
    Combination {
        /// Of the one to change.
        name: Option<String>,
        /// `1.35 permanent + 1.5 wind`; loads without a case belong to case `1`.
        sum: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Moves several things, or puts copies of them.
    Shift {
        /// Marks of loads, supports and points.
        ids: Vec<Id>,
        /// The shift: along their member `0.5`, or in the plane `0.5 up`, `1; -0.5`.
        by: String,
        /// The number of copies at that distance from each other; none: the things themselves are moved.
        copies: Option<String>,
    },
    /// Mirrors several things in a line across their member.
    Mirror {
        /// Marks of loads, supports and points.
        ids: Vec<Id>,
        /// The place of the line; the middle.
        about: Option<String>,
        /// `yes`: what was there stays.
        copy: Option<String>,
    },
    /// Draws bars by running through joints, which are made where there are none.
    Bars {
        /// `A B C, D E`, `0;0 2;0 +1;2`, `A 2@60`: see [`chain`](super::chain).
        through: Option<String>,
        /// `bar`, `cable`, `strut`.
        kind: Option<String>,
    },
    /// Changes a bar.
    Bar {
        /// Its name.
        name: String,
        /// `bar`, `cable`, `strut`.
        kind: Option<String>,
        /// The largest tension it can carry; empty for any.
        tension: Option<String>,
        /// The largest compression, without a sign; empty for any.
        compression: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Sets what some bars can carry.
    Limit {
        /// `all`, or their names: `A-B C-D`.
        bars: Option<String>,
        /// The largest tension; empty for any.
        tension: Option<String>,
        /// The largest compression, without a sign; empty for any.
        compression: Option<String>,
    },
    /// Threads plates on a pin, or changes it.
    Plates {
        /// A pin joint, a pin support, or a point where bars meet.
        at: Option<String>,
        /// `ground 5, crank 8 edge 20 in bracket plate, ground 5`; emptied: none any more.
        plates: Option<String>,
        /// Its diameter; empty: the next in stock.
        diameter: Option<String>,
        /// The material of the pin.
        material: Option<String>,
        /// The factor that is wanted on what its materials stand.
        factor: Option<String>,
    },
    /// Merges a table of sections or of materials into the sheet.
    Table {
        /// CSV with a line of headings: `name,shape,width,height`, or `name,E,yield`.
        csv: String,
    },
    /// Says how stiff bodies and bars are.
    Stiffness {
        /// Names, with commas between them; `all`.
        of: Option<String>,
        /// `12000 kN·m²`, `2 EI`, or several with semicolons between them; empty for none.
        ei: Option<String>,
        /// `800 MN`, `2 EA`, or several; empty for none.
        ea: Option<String>,
    },
    /// Warms bodies and bars up; those that were warmed by themselves are warmed anew.
    Warm {
        /// Names, with commas between them; `all`.
        of: Option<String>,
        /// Kelvins; empty for none.
        change: Option<String>,
        /// By how many kelvins more the left side of a run is warmer; empty for none.
        across: Option<String>,
        /// The distance of the two sides.
        depth: Option<String>,
        /// Per kelvin: `12e-6`.
        expansion: Option<String>,
        /// The load case.
        case: Option<String>,
    },
    /// Limits stresses, sags, reactions, pins or factors.
    Most {
        /// `stress`, `shear`, `sag`, `reaction`, `pin`, `factor`.
        sort: Option<String>,
        /// Names, with commas between them; `all`.
        of: Option<String>,
        /// `160 MPa`, `12 kN`, of a factor a number; empty for any.
        most: Option<String>,
    },
    /// Draws a whole truss by panels.
    Truss {
        /// Its length.
        span: Option<String>,
        /// The number of panels; 4.
        panels: Option<String>,
        /// The height of the other chord over the level one, below it when negative; a sixth of the span.
        rise: Option<String>,
        /// `level`, `sloping ends`, `peak`, `lean-to`.
        outline: Option<String>,
        /// `rising outwards`, `rising inwards`, `all one way`, `in turns`, `no posts`, `from half-way`.
        web: Option<String>,
        /// `both ends`, `one end`, `not yet`.
        held: Option<String>,
        /// The place of its first joint; the origin.
        from: Option<String>,
        /// The slope of its level chord, where that is not level.
        slope: Option<String>,
    },
    /// Draws a rigid body through points, which are made where there are none; or names one anew.
    Body {
        /// Of the one to name anew.
        name: Option<String>,
        /// `A B C, B D`, `0;0 2;0 +1;2`: see [`chain`](super::chain).
        through: Option<String>,
        /// The joint to the bodies whose points it passes: `pin`, `weld`.
        joined: Option<String>,
        /// Its name; after its points unless given.
        rename: Option<String>,
    },
    /// Joins bodies at a point, parts one body there by a hinge, or changes a joint.
    Joint {
        /// Of the one to change.
        name: Option<String>,
        /// `pin`, `weld`, `slot`, `collar`, `contact`, `mesh`.
        kind: Option<String>,
        /// A point, or a place on a body.
        place: Option<String>,
        /// The other body, when that is not clear, or when it does not pass there yet.
        with: Option<String>,
        /// Of a slot or a collar: which way it slides. Of a contact: which way the first body is pushed.
        direction: Option<String>,
        /// Of a contact: the coefficient that is available; empty for none.
        friction: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Puts a pulley somewhere, or changes it.
    Pulley {
        /// Of the one to change.
        name: Option<String>,
        /// Its axle: a point, or a place.
        place: Option<String>,
        /// Its radius.
        radius: Option<String>,
        /// The body that carries it, or `ground`.
        on: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Lays a rope, or changes it.
    Rope {
        /// Of the one to change.
        name: Option<String>,
        /// The things it runs over, with commas: `A, P, 40 kg`; see [`ropes`](super::ropes).
        path: Option<String>,
        /// Its new name.
        rename: Option<String>,
    },
    /// Makes a bar a rigid member that can carry loads between its joints.
    Member {
        /// The bar's name.
        bar: String,
    },
    /// Puts a joint where two bars cross.
    Join {
        /// The two.
        bars: Vec<String>,
    },
    /// Works a joint next.
    Pick {
        /// Its point.
        at: String,
        /// The number of steps of the working that stay as they are.
        after: usize,
    },
    /// Works a section as one free body.
    Section {
        /// The bars it cuts: `B-C C-F F-G`.
        bars: String,
        /// The number of steps of the working that stay as they are; none.
        after: Option<usize>,
    },
    /// Writes one equation of a free body next.
    Equation {
        /// The free body and the equation: `{"free":["body:jib"],"about":"A"}`.
        picked: PickedEquation,
        /// The number of steps of the working that stay as they are.
        after: usize,
    },
    /// Leaves the order of the work to the plan again.
    Unpick,
    /// Changes the distance between two neighbouring points, or between the ends of a straight piece: all that hangs on the second moves along.
    Distance {
        /// The nearer one.
        first: String,
        /// The one that moves.
        second: String,
        /// The new distance.
        value: String,
    },
    /// Changes how far apart two joints of a truss are along an axis: everything that is as far as the second, or farther, moves along.
    Stretch {
        /// `x` or `y`.
        axis: String,
        /// The nearer one.
        first: String,
        /// The one that moves.
        second: String,
        /// The new distance.
        value: String,
    },
    /// Removes things by the ids of their marks: `load:F1`, `support:A`, `point:C`, `body:beam`.
    Remove {
        /// The marks.
        ids: Vec<Id>,
    },
    /// Applies one of the cures of a model that moves.
    Cure {
        /// Its place in the list.
        index: usize,
    },
    /// Makes the sheet one of space or of the plane, or turns the axis that points up.
    Space {
        /// `space` or `plane`.
        into: String,
        /// In space: `z` or `y`.
        vertical: Option<String>,
    },
    /// Changes the sheet's units and writes every bare number anew, so that nothing changes but the way it is written.
    Units {
        /// The new unit of length.
        length: String,
        /// The new unit of force.
        force: String,
    },
}

impl Edit {
    /// The new names that were typed, by their slots.
    pub(super) fn names(&self) -> Vec<(&'static str, &str)> {
        let rename = match self {
            Self::Piece { rename, .. }
            | Self::Point { rename, .. }
            | Self::Support { rename, .. }
            | Self::Force { rename, .. }
            | Self::Couple { rename, .. }
            | Self::Distributed { rename, .. }
            | Self::Weight { rename, .. }
            | Self::Train { rename, .. }
            | Self::Combination { rename, .. }
            | Self::Bar { rename, .. }
            | Self::Body { rename, .. }
            | Self::Joint { rename, .. }
            | Self::Pulley { rename, .. }
            | Self::Rope { rename, .. } => rename.as_deref(),
            _ => None,
        };
        let case = match self {
            Self::Force { case, .. }
            | Self::Couple { case, .. }
            | Self::Distributed { case, .. }
            | Self::Weight { case, .. }
            | Self::Warm { case, .. } => case.as_deref(),
            _ => None,
        };
        rename.map(|text| ("rename", text)).into_iter().chain(case.map(|text| ("case", text))).collect()
    }
}
