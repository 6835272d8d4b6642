//! Work that has a budget, and that can be given up: whoever asked may be gone, ask something newer, or have waited long enough.
//!
//! The core knows no clock: a budget counts work, in units of about a microsecond, so that the same sheet always comes out the same, however busy
//! the machine is. Whatever can take long says what it is about to do with [`spend`]; what cannot be interrupted (a dense factorisation) is
//! counted before it starts. When the budget is spent, or the work is told to stop, that unwinds to [`within`] through every stage between,
//! without any of them knowing: work that is given up has no result at all.

use std::cell::{Cell, RefCell};
use std::panic::{AssertUnwindSafe, catch_unwind, resume_unwind};
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

/// A word to work to stop. Cloning shares it.
#[derive(Debug, Clone, Default)]
pub struct Stop(Arc<AtomicBool>);

impl Stop {
    /// Tells the work to stop, for good.
    pub fn now(&self) {
        self.0.store(true, Ordering::Relaxed);
    }

    /// True when it was told to stop.
    pub fn told(&self) -> bool {
        self.0.load(Ordering::Relaxed)
    }
}

/// The reason why work has no result.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum GivenUp {
    /// It was told to stop.
    Told,
    /// It would cost more than it was given. Whoever gives it as much again has it given up at the same place.
    Spent,
}

/// More than anything costs.
pub const ENDLESS: u64 = u64::MAX;

thread_local! {
    /// The rest of the budget of this thread's work.
    static LEFT: Cell<u64> = const { Cell::new(ENDLESS) };
    /// The work it may still do before it is given up to be done elsewhere.
    static HERE: Cell<u64> = const { Cell::new(ENDLESS) };
    /// The word it listens to.
    static STOP: RefCell<Option<Stop>> = const { RefCell::new(None) };
}

/// Does some work on this thread, with so many units to spend, unless it is told to stop.
///
/// # Errors
/// [`GivenUp`] when it did not come to its end.
pub fn within<T>(units: u64, stop: &Stop, work: impl FnOnce() -> T) -> Result<T, GivenUp> {
    attempt(units, ENDLESS, stop, work)
}

/// The same, if it takes no more than `here` units of time: what was found before costs its share of the budget, but no time.
///
/// # Errors
/// [`GivenUp`] when it did not come to its end.
pub fn lightly<T>(units: u64, here: u64, work: impl FnOnce() -> T) -> Result<T, GivenUp> {
    attempt(units, here, &Stop::default(), work)
}

fn attempt<T>(units: u64, here: u64, stop: &Stop, work: impl FnOnce() -> T) -> Result<T, GivenUp> {
    let before = (LEFT.replace(units), HERE.replace(here), STOP.replace(Some(stop.clone())));
    // Nothing that the work has touched outlives it when it is given up.
    let done = catch_unwind(AssertUnwindSafe(work));
    LEFT.set(before.0);
    HERE.set(before.1);
    STOP.set(before.2);
    done.map_err(|thrown| match thrown.downcast::<GivenUp>() {
        Ok(given_up) => *given_up,
        // A fault of the work's own goes on.
        Err(fault) => resume_unwind(fault),
    })
}

/// The cost of some work, in units, by its own account; it is paid as well.
pub fn cost<T>(work: impl FnOnce() -> T) -> (T, u64) {
    let before = LEFT.replace(ENDLESS);
    let done = catch_unwind(AssertUnwindSafe(work));
    let spent = ENDLESS - LEFT.get();
    LEFT.set(before.saturating_sub(spent));
    match done {
        Ok(done) => (done, spent),
        Err(thrown) => resume_unwind(thrown),
    }
}

/// Says that so many units of work come next; gives up here when that is more than there is, or when it was told to.
#[inline]
pub fn spend(units: usize) {
    let units = units as u64;
    charge(&HERE, units);
    spend_known(units);
    if STOP.with_borrow(|stop| stop.as_ref().is_some_and(Stop::told)) {
        give_up(GivenUp::Told);
    }
}

/// Says that work of so many units was found done already: it counts, so that what came before makes no difference, but takes no time.
pub fn spend_known(units: u64) {
    charge(&LEFT, units);
}

#[inline]
fn charge(account: &'static std::thread::LocalKey<Cell<u64>>, units: u64) {
    let left = account.get();
    if units > left {
        give_up(GivenUp::Spent);
    }
    account.set(left - units);
}

#[cold]
fn give_up(why: GivenUp) -> ! {
    // No panic: no message is printed, and no hook is called.
    resume_unwind(Box::new(why))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn work_ends_within_its_budget_or_is_given_up_at_the_same_place() {
        let stop = Stop::default();
        let work = |done: &Cell<u32>| {
            for i in 0..5 {
                spend(10);
                done.set(i + 1);
            }
            "all"
        };
        let done = Cell::new(0);
        assert_eq!(within(50, &stop, || work(&done)), Ok("all"));
        for _ in 0..2 {
            let done = Cell::new(0);
            assert_eq!((within(49, &stop, || work(&done)), done.get()), (Err(GivenUp::Spent), 4));
        }
        assert_eq!(cost(|| work(&done)), ("all", 50));
    }

    #[test]
    fn work_that_is_told_to_stop_stops_at_its_next_word() {
        let stop = Stop::default();
        let mut done = 0;
        let given_up = within(1_000_000, &stop, || {
            for i in 0.. {
                spend(1);
                done = i;
                if i == 7 {
                    stop.now();
                }
            }
        });
        assert_eq!((given_up, done), (Err(GivenUp::Told), 7));
    }

    #[test]
    fn outside_nothing_is_given_up_and_within_each_has_its_own() {
        spend(usize::MAX - 1);
        LEFT.set(ENDLESS);
        HERE.set(ENDLESS);
        let (outer, inner) = (Stop::default(), Stop::default());
        inner.now();
        let both = within(10, &outer, || {
            let inside = within(10, &inner, || spend(1));
            spend(10);
            inside
        });
        assert_eq!(both, Ok(Err(GivenUp::Told)));
        // What is known already takes no time, but counts.
        let known = || {
            spend(3);
            spend_known(20);
        };
        assert_eq!(lightly(23, 3, known), Ok(()));
        assert_eq!(
            (lightly(22, 3, known), lightly(23, 2, known)),
            (Err(GivenUp::Spent), Err(GivenUp::Spent))
        );
        // A cost that is measured is paid as well.
        assert_eq!(
            within(10, &outer, || {
                cost(|| spend(8));
                spend(3)
            }),
            Err(GivenUp::Spent)
        );
    }

    #[test]
    #[should_panic(expected = "a fault")]
    fn a_fault_is_no_giving_up() {
        let _ = within(9, &Stop::default(), || panic!("a fault"));
    }
}
