//! The use of the processors: what is done in a moment is done at once, everything else one after the other, and nothing without end.

use crate::error::{ApiError, LONGEST};
use helvek_core::budget::{self, GivenUp, Stop};
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::sync::Arc;
use std::time::Duration;
use tokio::sync::Semaphore;

/// The most that is done where it arrives, in units of the budget: handing it to another thread and back would take as long.
const LIGHT: u64 = 3_000;
/// The most that one question may cost.
pub(crate) const MOST: u64 = 10_000_000;
/// The longest that it waits for others.
const WAIT: Duration = Duration::from_secs(60);

/// The way to work. Cloning shares it.
#[derive(Debug, Clone)]
pub(crate) struct Works {
    /// One place: what takes long has one processor, and leaves the others to what does not.
    heavy: Arc<Semaphore>,
}

impl Default for Works {
    fn default() -> Self {
        Self { heavy: Arc::new(Semaphore::new(1)) }
    }
}

/// Tells the work to stop when nobody waits for it any more.
struct Waited(Stop);

impl Drop for Waited {
    fn drop(&mut self) {
        self.0.now();
    }
}

impl Works {
    /// Does some work that may cost so much; what cannot be done in a moment is begun again when its turn comes. Dropping this gives the work up.
    pub(crate) async fn run<T: Send + 'static>(
        &self,
        most: u64,
        work: impl Fn() -> T + Send + 'static,
    ) -> Result<T, ApiError> {
        // A fault has been told by the hook of panics already.
        let fault = |_| ApiError::Fault;
        let at_once = || budget::lightly(most, LIGHT.min(most), &work);
        match catch_unwind(AssertUnwindSafe(at_once)).map_err(fault)? {
            Ok(done) => return Ok(done),
            Err(_) if most <= LIGHT => return Err(ApiError::TooMuch),
            Err(_) => {}
        }
        let place = tokio::time::timeout(WAIT, self.heavy.clone().acquire_owned()).await;
        let place = place.map_err(|_| ApiError::Busy)?.map_err(|_| ApiError::Busy)?;
        let waited = Waited(Stop::default());
        let stop = waited.0.clone();
        let working = tokio::task::spawn_blocking(move || {
            let done = budget::within(most, &stop, work);
            // Not before it has really ended.
            drop(place);
            done
        });
        match tokio::time::timeout(LONGEST, working).await {
            Ok(Ok(Ok(done))) => Ok(done),
            Ok(Ok(Err(GivenUp::Spent))) => Err(ApiError::TooMuch),
            Ok(Ok(Err(GivenUp::Told))) | Err(_) => Err(ApiError::TooLong),
            Ok(Err(error)) => {
                tracing::error!(%error, "some work was lost");
                Err(ApiError::Fault)
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::sync::atomic::{AtomicU32, Ordering};
    use std::time::Instant;

    /// Work of so many units of about a microsecond each.
    fn busy(units: u64) {
        for _ in 0..units {
            budget::spend(1);
            let begun = Instant::now();
            while begun.elapsed() < Duration::from_micros(1) {
                std::hint::spin_loop();
            }
        }
    }

    #[tokio::test(flavor = "multi_thread", worker_threads = 2)]
    async fn light_work_does_not_wait_for_heavy_work() {
        let works = Works::default();
        let running = Arc::new(AtomicU32::new(0));
        let heavy: Vec<_> = (0..16)
            .map(|_| {
                let (works, running) = (works.clone(), running.clone());
                tokio::spawn(async move {
                    let work = move || {
                        budget::spend(LIGHT as usize + 1);
                        assert_eq!(running.fetch_add(1, Ordering::SeqCst), 0, "two at a time");
                        busy(60_000);
                        running.fetch_sub(1, Ordering::SeqCst);
                    };
                    works.run(MOST, work).await
                })
            })
            .collect();
        let mut slowest = Duration::ZERO;
        for _ in 0..50 {
            let begun = Instant::now();
            works.run(MOST, || busy(100)).await.unwrap();
            slowest = slowest.max(begun.elapsed());
            tokio::time::sleep(Duration::from_millis(2)).await;
        }
        // All the heavy ones together take a second; the rest is for a machine that runs other tests beside this one.
        assert!(slowest < Duration::from_millis(300), "{slowest:?}");
        for heavy in heavy {
            heavy.await.unwrap().unwrap();
        }
    }

    #[tokio::test]
    async fn what_costs_too_much_is_refused_and_what_nobody_waits_for_is_given_up() {
        let works = Works::default();
        assert!(matches!(works.run(LIGHT * 4, || busy(LIGHT * 5)).await, Err(ApiError::TooMuch)));
        // Nobody waits for the endless one after a moment: the next one has its place soon.
        let endless = works.run(u64::MAX, || busy(u64::MAX));
        assert!(tokio::time::timeout(Duration::from_millis(50), endless).await.is_err());
        let begun = Instant::now();
        works.run(MOST, || busy(LIGHT * 2)).await.unwrap();
        assert!(begun.elapsed() < Duration::from_secs(1));
        assert!(matches!(works.run(MOST, || panic!("a fault")).await, Err::<(), _>(ApiError::Fault)));
    }
}
