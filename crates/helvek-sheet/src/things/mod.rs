//! What a structure is made of, each sort of thing declared once: its words, what is said with it, what it comes to.

pub mod joint;
pub mod load;
pub mod support;

/// The spaces in which a kind is found.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Found {
    /// In the plane and in space.
    Both,
    /// In the plane only; what is used in space instead.
    Plane(&'static str),
    /// In space only; what is used in the plane instead.
    Space(&'static str),
}

impl Found {
    /// True when it is found in space, or else in the plane.
    pub fn is_in(self, space: bool) -> bool {
        !matches!((self, space), (Self::Plane(_), true) | (Self::Space(_), false))
    }
}
