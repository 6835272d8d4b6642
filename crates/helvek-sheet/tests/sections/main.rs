//! Sections against closed forms.

mod section;
mod torsion;
