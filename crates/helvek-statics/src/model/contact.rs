//! Which way acts what can act in several ways: found out by judging, and under each loading where signs decide it.

use super::Holding;
use helvek_sheet::sheet::Couples;

/// The state of bearings and gear teeth. Before it is found: bearings exert couples where the sheet says so, and teeth push on one flank.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Contact {
    /// Per support: whether it is a bearing that keeps its shaft aligned by couples.
    pub couples: Vec<bool>,
    /// Per joint: the flank on which gear teeth push, +1 where they drive the first wheel along the left of the normal, −1 along its right.
    pub flanks: Vec<f64>,
}

impl Holding {
    /// True of a bearing that exerts couples, `open` where that is to be found out.
    pub fn exerts_couples(&self, open: bool) -> bool {
        let said = match self.couples {
            Couples::Auto => open,
            couples => couples == Couples::Yes,
        };
        self.shaft().is_some() && said
    }
}
