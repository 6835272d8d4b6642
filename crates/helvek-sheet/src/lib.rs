//! What a person writes, and what it is made of.
//!
//! A [`sheet`] is read here and written down again; its [`units`], the sorts of [`things`] it may hold, the [`section`]s of members, the
//! [`id`]s by which its things are told apart, and the [`problem`]s that are said of it. With them the [`poly`]nomials that loads make.
//!
//! It knows nothing of equilibrium: that a bar is carried by two joints is a rule of the statics. What a section resists against twisting is here,
//! since a section knows it by its shape alone.
//!
//! Tried: each value kept its place in the text. Most sheets have no problem to be placed, and now places are found when one has.

pub mod id;
pub mod poly;
pub mod problem;
pub mod section;
pub mod sheet;
pub mod things;
pub mod units;
