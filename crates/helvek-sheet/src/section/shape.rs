//! Shapes by their dimensions, and the solids they are made of.

use super::fault::Fault;
use super::solid::Solid;
use super::sorts::{Made, ShapeWord, Sizes};

/// A shape, m. Heights are along y, widths along z.
#[derive(Debug, Clone, PartialEq)]
pub enum Shape {
    /// One that is made of dimensions.
    Sized(ShapeWord, Sizes),
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
    /// One by its dimensions, in the order of its row; what it may have is as it is else.
    ///
    /// # Panics
    /// When it is not made of so many dimensions.
    pub fn sized(word: ShapeWord, dimensions: &[f64]) -> Self {
        let Made::Sized { needs, may, .. } = word.sort().made else {
            panic!("{word:?} is not made of dimensions")
        };
        assert_eq!(dimensions.len(), needs.len(), "{word:?}");
        let mut sizes = Sizes::default();
        needs.iter().zip(dimensions).for_each(|(dim, size)| sizes[*dim] = *size);
        may.iter().for_each(|(dim, same)| sizes[*dim] = sizes[*same]);
        Self::Sized(word, sizes)
    }

    /// The number of its parts, those of its parts counted in, and the corners of outlines.
    pub fn parts(&self) -> usize {
        match self {
            Self::Pair { of, .. } => 2 * of.parts(),
            Self::Polygon { outline, holes } => outline.len() + holes.iter().map(Vec::len).sum::<usize>(),
            Self::Composite { parts } => parts.iter().map(|(part, ..)| part.parts()).sum(),
            _ => 1,
        }
    }
}

impl Shape {
    /// The solids it is made of, standing where its dimensions put them.
    ///
    /// # Errors
    /// The fault that makes it impossible.
    pub fn solids(&self) -> Result<Vec<Solid>, Fault> {
        let solids = match self {
            Self::Sized(word, sizes) => match word.sort().made {
                Made::Sized { solids, .. } => solids(sizes)?,
                Made::Other(..) => return Err(Fault::Nothing),
            },
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
