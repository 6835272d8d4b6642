//! What acts at once, beside the structure that carries it: another state of the loads is another loading of the same structure.

use super::{Amount, Combination, Load, LoadId, NamedPoint, Warming};
use helvek_numbers::geometry::Vector;

/// The loads of one state, and what else acts in it.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Loading {
    /// Forces, couples, weights and distributed loads, in the order of the sheet.
    pub loads: Vec<Load>,
    /// Per rope what its two ends carry: a mass that hangs, kg; the pull of a hand, N; nothing where it is fastened.
    pub ends: Vec<[Amount; 2]>,
    /// Per support how the ground settles under it.
    pub settlements: Vec<Settlement>,
    /// Members that warm up.
    pub warmings: Vec<Warming>,
    /// Places on bodies where a load acts and the structure has no point: their ids follow those of its points.
    pub spots: Vec<NamedPoint>,
}

/// The settlement of the ground under a support.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Settlement {
    /// Displacement, m.
    pub moved: Vector,
    /// Turn, rad, counter-clockwise.
    pub turned: f64,
}

impl Loading {
    /// A load by its id.
    pub fn load(&self, id: LoadId) -> &Load {
        &self.loads[id.index()]
    }

    /// Every load as strong as its case says; what is sought stays sought, and the ground settles in every case.
    pub fn factored(&self, factor: impl Fn(&str) -> f64) -> Self {
        let of_case = |load: &Load| factor(load.case.as_deref().unwrap_or(Combination::DEFAULT));
        let mut loading = self.scaled(|_, load| of_case(load), factor(Combination::DEFAULT));
        loading.warmings.iter_mut().for_each(|warming| warming.scale(factor(&warming.case)));
        loading
    }

    /// Some of the loads, with or without everything else that acts: what hangs and pulls on ropes, what settles and warms up.
    pub fn kept(&self, keep: impl Fn(LoadId) -> bool, with_others: bool) -> Self {
        let by = |keep: bool| f64::from(u8::from(keep));
        let mut loading = self.scaled(|id, _| by(keep(id)), by(with_others));
        if !with_others {
            loading.warmings.clear();
            loading.settlements.fill(Settlement::default());
        }
        loading
    }

    /// Every load by a factor of its own, and the ends of ropes by one.
    fn scaled(&self, factor: impl Fn(LoadId, &Load) -> f64, ends: f64) -> Self {
        let mut loading = self.clone();
        for (row, load) in loading.loads.iter_mut().enumerate() {
            let by = factor(LoadId(row), load);
            load.kind.scale(by);
            load.times *= by;
        }
        for amount in loading.ends.iter_mut().flatten() {
            amount.scale(ends);
        }
        loading
    }
}
