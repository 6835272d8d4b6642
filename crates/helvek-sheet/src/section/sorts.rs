//! Shapes of sections: a row for each. What reads, types, words, draws or twists a section asks its row.

use super::fault::{Fault, fits, positive};
use super::solid::Solid;
use schemars::JsonSchema;
use serde::Serialize;
use std::f64::consts::PI;
use std::ops::{Index, IndexMut};

/// The shapes of sections.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum ShapeWord {
    /// Solid.
    #[default]
    Rectangle,
    /// A hollow rectangle.
    Box,
    /// A solid round.
    Round,
    /// A hollow round.
    Tube,
    /// Two flanges and a web.
    I,
    /// A flange on top of a web.
    T,
    /// A web with two flanges to one side.
    Channel,
    /// Two legs from a corner.
    Angle,
    /// Two of another section, side by side.
    Pair,
    /// Any outline.
    Polygon,
    /// Several sections.
    Composite,
}

/// A dimension of a shape. Heights are along y, widths along z.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Dim {
    /// Over all, along the height of its member.
    Height,
    /// Over all; of an I that of its bottom flange.
    Width,
    /// Of a round or a tube.
    Diameter,
    /// Of all walls.
    Wall,
    /// The thickness of a flange; of an I the bottom one.
    Flange,
    /// The thickness of the web.
    Web,
    /// Of the top flange of an I.
    TopWidth,
    /// The thickness of the top flange of an I.
    TopFlange,
}

impl Dim {
    /// All of them.
    pub const ALL: [Self; 8] = [
        Self::Height,
        Self::Width,
        Self::Diameter,
        Self::Wall,
        Self::Flange,
        Self::Web,
        Self::TopWidth,
        Self::TopFlange,
    ];

    /// Its key in a sheet.
    pub fn key(self) -> &'static str {
        match self {
            Self::Height => "height",
            Self::Width => "width",
            Self::Diameter => "diameter",
            Self::Wall => "wall",
            Self::Flange => "flange",
            Self::Web => "web",
            Self::TopWidth => "top_width",
            Self::TopFlange => "top_flange",
        }
    }
}

/// The dimensions of a shape, m; those that it does not have are 0.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Sizes([f64; Dim::ALL.len()]);

impl Index<Dim> for Sizes {
    type Output = f64;

    fn index(&self, dim: Dim) -> &f64 {
        &self.0[dim as usize]
    }
}

impl IndexMut<Dim> for Sizes {
    fn index_mut(&mut self, dim: Dim) -> &mut f64 {
        &mut self.0[dim as usize]
    }
}

/// The torsion constant of a shape for which a closed form exists, m⁴.
#[derive(Debug, Clone, Copy)]
pub enum Closed {
    /// A round, by its outer and its inner diameter, m: T·r/J holds.
    Round(fn(&Sizes) -> [f64; 2]),
    /// Any other: J, m⁴.
    Constant(fn(&Sizes) -> f64),
}

/// The way a shape is made.
#[derive(Debug)]
pub enum Made {
    /// Its dimensions: the solids standing where these put them, symmetrical ones about the middle of their width, all with their lowest fibre
    /// at y = 0, angles and channels with their back at z = 0.
    Sized {
        /// The dimensions it needs, in the order in which they are typed.
        needs: &'static [Dim],
        /// The dimensions it may have, each with the one it equals else.
        may: &'static [(Dim, Dim)],
        /// Its solids, or what makes it impossible.
        solids: fn(&Sizes) -> Result<Vec<Solid>, Fault>,
        /// The torsion constant, where it is known in closed form.
        torsion: Option<Closed>,
    },
    /// Something else, under these keys: what it needs, and what it may have.
    Other(&'static [&'static str], &'static [&'static str]),
}

/// A shape.
#[derive(Debug)]
pub struct ShapeSort {
    /// The shape.
    pub kind: ShapeWord,
    /// Its word.
    pub word: &'static str,
    /// The way it is made.
    pub made: Made,
}

/// The keys of shapes that are not made of dimensions.
pub const OTHER_KEYS: &[&str] = &["of", "gap", "outline", "holes", "parts"];

use Dim::{Diameter, Flange, Height, TopFlange, TopWidth, Wall, Web, Width};

/// The shapes, in the order in which they are named.
pub const SORTS: &[ShapeSort] = &[
    ShapeSort {
        kind: ShapeWord::Rectangle,
        word: "rectangle",
        made: Made::Sized {
            needs: &[Width, Height],
            may: &[],
            solids: |s| {
                positive(&[("width", s[Width]), ("height", s[Height])])?;
                Ok(vec![across(s[Width], 0.0, s[Height])])
            },
            torsion: Some(Closed::Constant(|s| saint_venant(s[Width], s[Height]))),
        },
    },
    ShapeSort {
        kind: ShapeWord::Box,
        word: "box",
        made: Made::Sized {
            needs: &[Width, Height, Wall],
            may: &[],
            solids: |s| {
                let (width, height, wall) = (s[Width], s[Height], s[Wall]);
                positive(&[("width", width), ("height", height), ("wall", wall)])?;
                fits("wall", 2.0 * wall, "width", width)?;
                fits("wall", 2.0 * wall, "height", height)?;
                let inner = across(width - 2.0 * wall, wall, height - wall);
                Ok(vec![across(width, 0.0, height), inner.as_hole()])
            },
            torsion: None,
        },
    },
    ShapeSort {
        kind: ShapeWord::Round,
        word: "round",
        made: Made::Sized {
            needs: &[Diameter],
            may: &[],
            solids: |s| {
                positive(&[("diameter", s[Diameter])])?;
                Ok(vec![disc(0.5 * s[Diameter], 0.5 * s[Diameter], false)])
            },
            torsion: Some(Closed::Round(|s| [s[Diameter], 0.0])),
        },
    },
    ShapeSort {
        kind: ShapeWord::Tube,
        word: "tube",
        made: Made::Sized {
            needs: &[Diameter, Wall],
            may: &[],
            solids: |s| {
                positive(&[("diameter", s[Diameter]), ("wall", s[Wall])])?;
                fits("wall", 2.0 * s[Wall], "diameter", s[Diameter])?;
                let r = 0.5 * s[Diameter];
                Ok(vec![disc(r, r, false), disc(r, r - s[Wall], true)])
            },
            torsion: Some(Closed::Round(|s| [s[Diameter], s[Diameter] - 2.0 * s[Wall]])),
        },
    },
    ShapeSort {
        kind: ShapeWord::I,
        word: "i",
        made: Made::Sized {
            needs: &[Height, Width, Flange, Web],
            may: &[(TopWidth, Width), (TopFlange, Flange)],
            solids: |s| {
                let (height, web) = (s[Height], s[Web]);
                let ([top_width, top], [width, bottom]) =
                    ([s[TopWidth], s[TopFlange]], [s[Width], s[Flange]]);
                positive(&[
                    ("height", height),
                    ("top width", top_width),
                    ("bottom width", width),
                    ("top flange", top),
                    ("bottom flange", bottom),
                    ("web", web),
                ])?;
                fits("flanges", top + bottom, "height", height)?;
                fits("web", web, "flanges' width", top_width.min(width) * (1.0 + 1e-12))?;
                Ok(vec![
                    across(top_width, height - top, height),
                    across(web, bottom, height - top),
                    across(width, 0.0, bottom),
                ])
            },
            torsion: None,
        },
    },
    ShapeSort {
        kind: ShapeWord::T,
        word: "t",
        made: Made::Sized {
            needs: &[Height, Width, Flange, Web],
            may: &[],
            solids: |s| {
                let (height, width, flange, web) = flanged(s)?;
                fits("flange", flange, "height", height)?;
                fits("web", web, "width", width * (1.0 + 1e-12))?;
                Ok(vec![across(width, height - flange, height), across(web, 0.0, height - flange)])
            },
            torsion: None,
        },
    },
    ShapeSort {
        kind: ShapeWord::Channel,
        word: "channel",
        made: Made::Sized {
            needs: &[Height, Width, Flange, Web],
            may: &[],
            solids: |s| {
                let (height, width, flange, web) = flanged(s)?;
                fits("flanges", 2.0 * flange, "height", height)?;
                fits("web", web, "width", width)?;
                Ok(vec![
                    Solid::rectangle([0.0, 0.0], [web, height]),
                    Solid::rectangle([web, 0.0], [width, flange]),
                    Solid::rectangle([web, height - flange], [width, height]),
                ])
            },
            torsion: None,
        },
    },
    ShapeSort {
        kind: ShapeWord::Angle,
        word: "angle",
        made: Made::Sized {
            needs: &[Height, Width, Wall],
            may: &[],
            solids: |s| {
                let (height, width, wall) = (s[Height], s[Width], s[Wall]);
                positive(&[("height", height), ("width", width), ("wall", wall)])?;
                fits("wall", wall, "height", height)?;
                fits("wall", wall, "width", width)?;
                Ok(vec![
                    Solid::rectangle([0.0, 0.0], [wall, height]),
                    Solid::rectangle([wall, 0.0], [width, wall]),
                ])
            },
            torsion: None,
        },
    },
    ShapeSort { kind: ShapeWord::Pair, word: "pair", made: Made::Other(&["of"], &["gap"]) },
    ShapeSort { kind: ShapeWord::Polygon, word: "polygon", made: Made::Other(&["outline"], &["holes"]) },
    ShapeSort { kind: ShapeWord::Composite, word: "composite", made: Made::Other(&["parts"], &[]) },
];

impl ShapeWord {
    /// Its row.
    pub fn sort(self) -> &'static ShapeSort {
        &SORTS[self as usize]
    }
}

impl ShapeSort {
    /// The dimensions that are typed, in their order; nothing of a shape that is not made of dimensions.
    pub fn typed(&self) -> Option<&'static [Dim]> {
        match self.made {
            Made::Sized { needs, .. } => Some(needs),
            Made::Other(..) => None,
        }
    }

    /// The keys that it needs, and those that it may have.
    pub fn keys(&self) -> [Vec<&'static str>; 2] {
        match self.made {
            Made::Sized { needs, may, .. } => {
                let keys = |dims: &mut dyn Iterator<Item = Dim>| dims.map(Dim::key).collect();
                [keys(&mut needs.iter().copied()), keys(&mut may.iter().map(|(dim, _)| *dim))]
            }
            Made::Other(needs, may) => [needs.to_vec(), may.to_vec()],
        }
    }
}

/// Of what is typed in a row: the words of shapes with their dimensions, for the front end.
pub fn tools() -> serde_json::Value {
    let rows = SORTS.iter().filter_map(|sort| {
        let dims: Vec<_> = sort.typed()?.iter().map(|dim| dim.key()).collect();
        Some(serde_json::json!({ "shape": sort.word, "dimensions": dims }))
    });
    rows.collect()
}

/// A disc about the middle of its width.
fn disc(middle: f64, radius: f64, hole: bool) -> Solid {
    Solid::Disc { centre: [0.0, middle], radius, hole }
}

/// A rectangle about the middle of its width.
fn across(width: f64, from: f64, to: f64) -> Solid {
    Solid::rectangle([-0.5 * width, from], [0.5 * width, to])
}

/// The dimensions of a web with flanges.
fn flanged(s: &Sizes) -> Result<(f64, f64, f64, f64), Fault> {
    positive(&[("height", s[Height]), ("width", s[Width]), ("flange", s[Flange]), ("web", s[Web])])?;
    Ok((s[Height], s[Width], s[Flange], s[Web]))
}

/// The torsion constant of a rectangle by Saint-Venant's series a·b³·(1/3 − 64/π⁵·b/a·Σ tanh(nπa/2b)/n⁵) over odd n, a ≥ b.
fn saint_venant(width: f64, height: f64) -> f64 {
    let (a, b) = (width.max(height), width.min(height));
    let terms = (0..8).map(|k| {
        let n = f64::from(2 * k + 1);
        (n * PI * a / (2.0 * b)).tanh() / n.powi(5)
    });
    a * b.powi(3) * (1.0 / 3.0 - 64.0 / PI.powi(5) * b / a * terms.sum::<f64>())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_row_stands_at_its_kind() {
        for (row, sort) in SORTS.iter().enumerate() {
            assert_eq!(sort.kind as usize, row, "{}", sort.word);
            assert_eq!(format!("{:?}", sort.kind).to_lowercase(), sort.word);
        }
        for (row, dim) in Dim::ALL.into_iter().enumerate() {
            assert_eq!(dim as usize, row, "{}", dim.key());
        }
    }

    #[test]
    fn what_is_made_of_something_else_names_its_keys() {
        let all = SORTS.iter().filter(|sort| sort.typed().is_none()).flat_map(|sort| sort.keys().concat());
        assert_eq!(all.collect::<Vec<_>>(), OTHER_KEYS);
    }
}
