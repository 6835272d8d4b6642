//! The drawings of structures and solutions, one subject in each file.

mod apart;
mod deflected;
mod diagrams;
mod scene;
