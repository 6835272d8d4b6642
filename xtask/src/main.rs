//! helvek
fn main(){}
