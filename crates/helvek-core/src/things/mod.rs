//! What a structure is made of, each sort of thing declared once: its words, what is said with it, what it comes to.

pub mod support;
