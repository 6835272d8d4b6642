//! The sought symbol whose limit is asked.

use super::LoadId;
use helvek_sheet::sheet::{Document, Find, Load, Quantity};
use helvek_sheet::units::Unit;

/// A sought symbol whose limit is asked: its loads count as one unit of force while the structure is worked.
#[derive(Debug, Clone, PartialEq)]
pub struct Parameter {
    /// Without its question mark.
    pub symbol: String,
    /// The loads that carry it.
    pub loads: Vec<LoadId>,
    /// Its unit: the sheet's unit of force.
    pub unit: Unit,
    /// Nothing else acts: everything is a multiple of it, and is shown so.
    pub alone: bool,
}

/// The sought symbol whose limit is asked, if any.
pub(super) fn parameter_of(document: &Document) -> Option<String> {
    let sheet = &document.sheet;
    sheet.find.iter().find_map(|find| {
        let Find::Limit { load: Some(name), .. } = find else { return None };
        let symbol = name.trim_start_matches('?');
        let sought = |q: &&Quantity| matches!(q, Quantity::Text(text) if text.trim().strip_prefix('?') == Some(symbol));
        let force = |load: &Load| match load {
            Load::Force(l) => l.size.iter().any(|q| sought(&q)),
            Load::Weight(l) => l.size.iter().any(|q| sought(&q)),
            _ => false,
        };
        sheet.loads.iter().any(force).then(|| symbol.to_owned())
    })
}
