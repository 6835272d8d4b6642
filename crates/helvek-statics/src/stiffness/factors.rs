//! Systems that were factorised, for the other loadings of a structure: under most of them the same one is solved again for another right-hand side.

use super::links::Link;
use super::system::System;
use std::fmt;
use std::sync::{Arc, Mutex, PoisonError};

/// So many are kept, the last ones that were asked for.
const KEPT: usize = 4;

/// The last systems that were factorised. It may be asked for another one at any time: what is kept is known by all that its matrix is made of.
#[derive(Default)]
pub struct Factors(Mutex<Vec<Known>>);

struct Known {
    levers: Vec<f64>,
    /// The links that are in it, without what is imposed on them; nothing for those left out.
    links: Vec<Option<Link>>,
    system: Arc<System>,
}

impl fmt::Debug for Factors {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Factors").finish_non_exhaustive()
    }
}

impl Factors {
    /// The system of the links that `keep` keeps; `None` when the arithmetic fails.
    pub(super) fn system(
        &self,
        levers: &[f64],
        links: &[Link],
        keep: impl Fn(usize) -> bool,
    ) -> Option<Arc<System>> {
        let same = |known: &Known| {
            known.levers == levers
                && known.links.len() == links.len()
                && known.links.iter().zip(links).enumerate().all(|(row, (known, link))| match known {
                    Some(known) => keep(row) && known.gives == link.gives && known.b == link.b,
                    None => !keep(row),
                })
        };
        let known = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if let Some(known) = known.iter().find(|known| same(known)) {
            return Some(Arc::clone(&known.system));
        }
        // Factorising may be given up, which must not happen under the lock.
        drop(known);
        let system = Arc::new(System::of(levers, links, &keep)?);
        let own = |(row, link): (usize, &Link)| keep(row).then(|| link.clone());
        let links = links.iter().enumerate().map(own).collect();
        let mut known = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if known.len() == KEPT {
            known.remove(0);
        }
        known.push(Known { levers: levers.to_vec(), links, system: Arc::clone(&system) });
        Some(system)
    }
}
