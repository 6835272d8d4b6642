//! Shapes by their dimensions, and the solids they are made of.

use super::solid::Solid;
use std::fmt;

/// A shape by its dimensions, m. Heights are along y, widths along z.
#[derive(Debug, Clone, PartialEq)]
pub enum Shape {
    /// Solid.
    Rectangle {
        /// Along z.
        width: f64,
        /// Along y.
        height: f64,
    },
    /// A hollow rectangle.
    Box {
        /// Over all.
        width: f64,
        /// Over all.
        height: f64,
        /// Of all its walls.
        wall: f64,
    },
    /// Solid.
    Round {
        /// m
        diameter: f64,
    },
    /// A hollow round.
    Tube {
        /// Over all.
        diameter: f64,
        /// m
        wall: f64,
    },
    /// Two flanges and a web; the flanges may differ.
    I {
        /// Over all.
        height: f64,
        /// Of the top flange and of the bottom one.
        widths: [f64; 2],
        /// Of the top flange and of the bottom one.
        flanges: [f64; 2],
        /// The web's thickness.
        web: f64,
    },
    /// A flange on top of a web.
    T {
        /// Over all.
        height: f64,
        /// Of the flange.
        width: f64,
        /// The flange's thickness.
        flange: f64,
        /// The web's thickness.
        web: f64,
    },
    /// A web with a flange to the right at either end.
    Channel {
        /// Over all.
        height: f64,
        /// Over all.
        width: f64,
        /// The flanges' thickness.
        flange: f64,
        /// The web's thickness.
        web: f64,
    },
    /// A leg up and a leg to the right, from the same corner.
    Angle {
        /// Of the leg that stands.
        height: f64,
        /// Of the leg that lies.
        width: f64,
        /// Of both.
        wall: f64,
    },
    /// Two of one shape side by side, mirrored, with a gap between them.
    Pair {
        /// The one to the right.
        of: Box<Shape>,
        /// m
        gap: f64,
    },
    /// Any outline, with holes.
    Polygon {
        /// Corners [z, y].
        outline: Vec<[f64; 2]>,
        /// Each with its corners.
        holes: Vec<Vec<[f64; 2]>>,
    },
    /// Several shapes, each moved by [z, y] from where it stands by itself; some are taken away.
    Composite {
        /// The shape, its shift, and whether it is a hole.
        parts: Vec<(Shape, [f64; 2], bool)>,
    },
}

impl Shape {
    /// How much it is made of: its parts, those of its parts counted in, and the corners of outlines.
    pub fn parts(&self) -> usize {
        match self {
            Self::Pair { of, .. } => 2 * of.parts(),
            Self::Polygon { outline, holes } => outline.len() + holes.iter().map(Vec::len).sum::<usize>(),
            Self::Composite { parts } => parts.iter().map(|(part, ..)| part.parts()).sum(),
            _ => 1,
        }
    }
}

/// Why a shape is none.
#[derive(Debug, Clone, PartialEq)]
pub enum Fault {
    /// A dimension is nothing or negative: which.
    NotPositive(&'static str),
    /// A wall or flange does not fit into the dimension: what, and into which.
    TooThick(&'static str, &'static str),
    /// An outline crosses itself between these two of its sides, counted from 1.
    Crosses(usize, usize),
    /// An outline of fewer than three corners.
    Few,
    /// Holes take away all of it.
    Nothing,
}

impl fmt::Display for Fault {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NotPositive(what) => write!(out, "Its {what} is not positive."),
            Self::TooThick(what, into) => write!(out, "Its {what} does not fit into its {into}."),
            Self::Crosses(a, b) => write!(out, "Its outline crosses itself: side {a} and side {b} meet."),
            Self::Few => write!(out, "An outline needs three corners or more."),
            Self::Nothing => write!(out, "Its holes take away all of it."),
        }
    }
}

impl Fault {
    /// What would mend it.
    pub fn cure(&self) -> &'static str {
        match self {
            Self::NotPositive(_) => "Write a positive length.",
            Self::TooThick(..) => "Make the wall thinner, or the section larger.",
            Self::Crosses(..) => "List the corners in order, once round.",
            Self::Few => "Write [[0, 0], [40, 0], [0, 60]].",
            Self::Nothing => "Make the holes smaller.",
        }
    }
}

impl Shape {
    /// The solids it is made of, standing where its dimensions put them: symmetrical ones about the middle of their width, all with their lowest fibre at y = 0, angles and channels
    /// with their back at z = 0.
    ///
    /// # Errors
    /// What makes it impossible.
    pub fn solids(&self) -> Result<Vec<Solid>, Fault> {
        let across =
            |width: f64, from: f64, to: f64| Solid::rectangle([-0.5 * width, from], [0.5 * width, to]);
        let solids = match self {
            Self::Rectangle { width, height } => {
                positive(&[("width", *width), ("height", *height)])?;
                vec![across(*width, 0.0, *height)]
            }
            Self::Box { width, height, wall } => {
                positive(&[("width", *width), ("height", *height), ("wall", *wall)])?;
                fits("wall", 2.0 * wall, "width", *width)?;
                fits("wall", 2.0 * wall, "height", *height)?;
                let inner = across(width - 2.0 * wall, *wall, height - wall);
                vec![across(*width, 0.0, *height), inner.as_hole()]
            }
            Self::Round { diameter } => {
                positive(&[("diameter", *diameter)])?;
                vec![disc(0.5 * diameter, 0.5 * diameter, false)]
            }
            Self::Tube { diameter, wall } => {
                positive(&[("diameter", *diameter), ("wall", *wall)])?;
                fits("wall", 2.0 * wall, "diameter", *diameter)?;
                let r = 0.5 * diameter;
                vec![disc(r, r, false), disc(r, r - wall, true)]
            }
            Self::I { height, widths, flanges, web } => {
                positive(&[
                    ("height", *height),
                    ("top width", widths[0]),
                    ("bottom width", widths[1]),
                    ("top flange", flanges[0]),
                    ("bottom flange", flanges[1]),
                    ("web", *web),
                ])?;
                fits("flanges", flanges[0] + flanges[1], "height", *height)?;
                fits("web", *web, "flanges' width", widths[0].min(widths[1]) * (1.0 + 1e-12))?;
                let [top, bottom] = flanges;
                vec![
                    across(widths[0], height - top, *height),
                    across(*web, *bottom, height - top),
                    across(widths[1], 0.0, *bottom),
                ]
            }
            Self::T { height, width, flange, web } => {
                positive(&[("height", *height), ("width", *width), ("flange", *flange), ("web", *web)])?;
                fits("flange", *flange, "height", *height)?;
                fits("web", *web, "width", width * (1.0 + 1e-12))?;
                vec![across(*width, height - flange, *height), across(*web, 0.0, height - flange)]
            }
            Self::Channel { height, width, flange, web } => {
                positive(&[("height", *height), ("width", *width), ("flange", *flange), ("web", *web)])?;
                fits("flanges", 2.0 * flange, "height", *height)?;
                fits("web", *web, "width", *width)?;
                vec![
                    Solid::rectangle([0.0, 0.0], [*web, *height]),
                    Solid::rectangle([*web, 0.0], [*width, *flange]),
                    Solid::rectangle([*web, height - flange], [*width, *height]),
                ]
            }
            Self::Angle { height, width, wall } => {
                positive(&[("height", *height), ("width", *width), ("wall", *wall)])?;
                fits("wall", *wall, "height", *height)?;
                fits("wall", *wall, "width", *width)?;
                vec![
                    Solid::rectangle([0.0, 0.0], [*wall, *height]),
                    Solid::rectangle([*wall, 0.0], [*width, *wall]),
                ]
            }
            Self::Pair { of, gap } => {
                if *gap < 0.0 {
                    return Err(Fault::NotPositive("gap"));
                }
                let one = of.solids()?;
                let least = one.iter().map(|solid| solid.bounds()[0][0]).fold(f64::INFINITY, f64::min);
                let right = one.iter().map(|solid| shifted(solid, [0.5 * gap - least, 0.0], false));
                let right: Vec<Solid> = right.collect();
                let left: Vec<Solid> = right.iter().map(mirrored).collect();
                right.into_iter().chain(left).collect()
            }
            Self::Polygon { outline, holes } => {
                let mut solids = vec![closed(outline)?];
                for hole in holes {
                    solids.push(closed(hole)?.as_hole());
                }
                solids
            }
            Self::Composite { parts } => {
                let mut solids = Vec::new();
                for (shape, by, hole) in parts {
                    solids.extend(shape.solids()?.iter().map(|solid| shifted(solid, *by, *hole)));
                }
                solids
            }
        };
        let area: f64 = solids.iter().map(|solid| solid.integrals().area).sum();
        if area > 0.0 { Ok(solids) } else { Err(Fault::Nothing) }
    }
}

fn positive(dimensions: &[(&'static str, f64)]) -> Result<(), Fault> {
    match dimensions.iter().find(|(_, size)| *size <= 0.0) {
        Some((what, _)) => Err(Fault::NotPositive(what)),
        None => Ok(()),
    }
}

fn fits(what: &'static str, size: f64, into: &'static str, room: f64) -> Result<(), Fault> {
    if size < room { Ok(()) } else { Err(Fault::TooThick(what, into)) }
}

fn disc(middle: f64, radius: f64, hole: bool) -> Solid {
    Solid::Disc { centre: [0.0, middle], radius, hole }
}

fn shifted(solid: &Solid, by: [f64; 2], turned: bool) -> Solid {
    let place = |p: &[f64; 2]| [p[0] + by[0], p[1] + by[1]];
    match solid {
        Solid::Polygon { outline, hole } => {
            Solid::Polygon { outline: outline.iter().map(place).collect(), hole: *hole != turned }
        }
        Solid::Disc { centre, radius, hole } => {
            Solid::Disc { centre: place(centre), radius: *radius, hole: *hole != turned }
        }
    }
}

fn mirrored(solid: &Solid) -> Solid {
    let place = |p: &[f64; 2]| [-p[0], p[1]];
    match solid {
        Solid::Polygon { outline, hole } => {
            Solid::Polygon { outline: outline.iter().map(place).collect(), hole: *hole }
        }
        Solid::Disc { centre, radius, hole } => {
            Solid::Disc { centre: place(centre), radius: *radius, hole: *hole }
        }
    }
}

/// An outline once round, unless it crosses itself.
fn closed(outline: &[[f64; 2]]) -> Result<Solid, Fault> {
    let n = outline.len();
    if n < 3 {
        return Err(Fault::Few);
    }
    let side = |i: usize| (outline[i], outline[(i + 1) % n]);
    let turn =
        |a: [f64; 2], b: [f64; 2], c: [f64; 2]| (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    // Swept upwards: only sides that are at one height somewhere are compared.
    let reach = |i: usize, k: usize| {
        let (a, b) = side(i);
        [a[k].min(b[k]), a[k].max(b[k])]
    };
    let heights: Vec<[f64; 2]> = (0..n).map(|i| reach(i, 1)).collect();
    let widths: Vec<[f64; 2]> = (0..n).map(|i| reach(i, 0)).collect();
    let mut order: Vec<usize> = (0..n).collect();
    order.sort_by(|a, b| heights[*a][0].total_cmp(&heights[*b][0]));
    let mut first: Option<(usize, usize)> = None;
    for (at, one) in order.iter().enumerate() {
        for other in order[at + 1..].iter().take_while(|other| heights[**other][0] <= heights[*one][1]) {
            let (i, j) = (*one.min(other), *one.max(other));
            // Neighbours share a corner.
            if j - i == 1 || i == 0 && j == n - 1 {
                continue;
            }
            if widths[i][1] < widths[j][0] || widths[j][1] < widths[i][0] {
                continue;
            }
            let ((a, b), (c, d)) = (side(i), side(j));
            if turn(a, b, c) * turn(a, b, d) <= 0.0 && turn(c, d, a) * turn(c, d, b) <= 0.0 {
                first = Some(first.map_or((i, j), |known| known.min((i, j))));
            }
        }
    }
    if let Some((i, j)) = first {
        return Err(Fault::Crosses(i + 1, j + 1));
    }
    Ok(Solid::Polygon { outline: outline.to_vec(), hole: false })
}
