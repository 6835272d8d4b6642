//! Cross-sections: from dimensions to areas, moments and fibres.
//!
//! Axes of a section: y up, towards the left of the run of its member; z to the right, as it is seen from behind, along the run. In a plane sheet M bends about z:
//! where M > 0 the fibres at the largest y are compressed. Metres throughout.

mod fault;
mod properties;
mod shape;
mod solid;
mod sorts;
mod torsion;

pub use fault::Fault;
pub use properties::{Fibre, Properties};
pub use shape::Shape;
pub use solid::Solid;
pub use sorts::{Dim, Made, OTHER_KEYS, SORTS, ShapeWord, Sizes, tools};
pub use torsion::{Torsion, Twisted};

/// A section with what follows from its shape.
#[derive(Debug, Clone, PartialEq)]
pub struct Section {
    /// As written.
    pub name: String,
    /// Its dimensions.
    pub shape: Shape,
    /// Its areas, added and taken away, in its own axes.
    pub solids: Vec<Solid>,
    /// Its properties.
    pub properties: Properties,
}

impl Section {
    /// A section from its shape.
    ///
    /// # Errors
    /// Everything that makes it impossible: a wall thicker than its tube, an outline that crosses itself.
    pub fn of(name: &str, shape: Shape) -> Result<Self, Fault> {
        let solids = shape.solids()?;
        let properties = Properties::of(&solids);
        Ok(Self { name: name.to_owned(), shape, solids, properties })
    }
}
