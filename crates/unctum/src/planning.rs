//! Whose turn it is to plan: one at a time, since a plan is bettered with all the time it gets, and the stove needs the
//! rest of the machine.

use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use rocket::http::Status;
use rocket::tokio::sync::Semaphore;
use rocket::tokio::task::spawn_blocking;
use serde::Serialize;
use utoipa::ToSchema;

use crate::problem::{Answer, Problem};

/// Whoever asks is answered within so long, the turns before it with it; the gateway ends what takes longer.
const ANSWERED: Duration = Duration::from_secs(25);
/// What each turn takes besides the bettering it asks for.
const FIRST_PLAN: Duration = Duration::from_secs(1);

/// How long the line is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanLine {
    /// Plans that are being worked out or wait for it.
    pub plans: usize,
    /// All of them are answered within so long, s.
    pub within_s: u64,
}

/// The line of those who want a plan.
pub struct Planning {
    one: Arc<Semaphore>,
    line: Mutex<Vec<Duration>>,
    ends: Arc<AtomicBool>,
}

impl Default for Planning {
    fn default() -> Self {
        Self { one: Arc::new(Semaphore::new(1)), line: Mutex::default(), ends: Arc::default() }
    }
}

/// A turn: so long a plan may be bettered.
pub struct Turn {
    wanted: Duration,
    began: Instant,
    ends: Arc<AtomicBool>,
    given_up: Arc<AtomicBool>,
}

impl Turn {
    /// How much a plan may be bettered in this turn, s of computing.
    #[must_use]
    pub fn seconds(&self) -> f64 {
        self.wanted.as_secs_f64()
    }

    /// Whether there is time left, somebody still waits for the answer, and the program goes on.
    #[must_use]
    pub fn goes_on(&self) -> bool {
        let over = |of: &AtomicBool| of.load(Ordering::Relaxed);
        self.began.elapsed() < self.wanted && !over(&self.ends) && !over(&self.given_up)
    }
}

/// A place in the line, while it is held.
struct Place<'a> {
    of: &'a Planning,
    takes: Duration,
    given_up: Arc<AtomicBool>,
}

impl Drop for Place<'_> {
    fn drop(&mut self) {
        self.given_up.store(true, Ordering::Relaxed);
        let mut line = self.of.line();
        if let Some(at) = line.iter().position(|t| *t == self.takes) {
            line.remove(at);
        }
    }
}

impl Planning {
    fn line(&self) -> std::sync::MutexGuard<'_, Vec<Duration>> {
        self.line.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// How long the line is now.
    #[must_use]
    pub fn in_line(&self) -> PlanLine {
        let line = self.line();
        PlanLine { plans: line.len(), within_s: line.iter().sum::<Duration>().as_secs() }
    }

    /// A place at the end of the line, and how long it may be bettered there.
    fn place(&self, wanted: Duration) -> Answer<(Place<'_>, Duration)> {
        let mut line = self.line();
        let before: Duration = line.iter().sum();
        let left = ANSWERED.saturating_sub(before);
        if left < FIRST_PLAN {
            return Err(long_line(line.len(), before));
        }
        let wanted = wanted.min(left - FIRST_PLAN);
        let takes = wanted + FIRST_PLAN;
        line.push(takes);
        Ok((Place { of: self, takes, given_up: Arc::default() }, wanted))
    }

    /// Plans when the turn comes, beside the server. Whoever stands behind others gets less time to better a plan, so
    /// that the answer comes while it is waited for.
    ///
    /// # Errors
    /// 503 where the line is too long, with when to ask again; those of `work`.
    pub async fn work<T: Send + 'static>(
        &self,
        wanted: Duration,
        work: impl FnOnce(&Turn) -> Answer<T> + Send + 'static,
    ) -> Answer<T> {
        let (place, wanted) = self.place(wanted)?;
        let permit = Arc::clone(&self.one).acquire_owned().await.map_err(|_| Problem::broken())?;
        let (ends, given_up) = (Arc::clone(&self.ends), Arc::clone(&place.given_up));
        let done = spawn_blocking(move || {
            let done = work(&Turn { wanted, began: Instant::now(), ends, given_up });
            drop(permit);
            done
        });
        done.await.map_err(|_| Problem::broken())?
    }

    /// The program ends: what is being bettered is good enough.
    pub fn end(&self) {
        self.ends.store(true, Ordering::Relaxed);
    }
}

fn long_line(places: usize, before: Duration) -> Problem {
    let again_s = before.as_secs().max(1);
    let plans = if places == 1 { "Another plan is".to_owned() } else { format!("{places} other plans are") };
    let words = format!("{plans} being worked out before yours. Ask again in {again_s} seconds.");
    let mut problem = Problem::new(Status::ServiceUnavailable, "planning-busy", "Others plan too", words);
    problem.retry_after_s = Some(again_s);
    problem
}

#[cfg(test)]
mod tests {
    use super::*;

    const SOON: Duration = Duration::from_secs(2);

    #[test]
    fn the_line_is_answered_in_time_and_a_longer_one_is_told() {
        let planning = Planning::default();
        let (first, long) = planning.place(Duration::from_secs(20)).expect("free");
        assert_eq!(long, Duration::from_secs(20));
        let (second, less) = planning.place(Duration::from_secs(20)).expect("some left");
        assert_eq!(planning.in_line(), PlanLine { plans: 2, within_s: 25 });
        assert_eq!(less, Duration::from_secs(3), "21 s before it, 25 in all, 1 for the plan itself");
        let refused = planning.place(SOON).err().expect("no time left");
        assert_eq!(
            (refused.status, refused.code.as_str(), refused.retry_after_s),
            (503, "planning-busy", Some(25))
        );
        assert!(refused.detail.contains("2 other plans"), "{}", refused.detail);
        drop((first, second));
        assert_eq!(planning.place(SOON).expect("free again").1, SOON);
    }

    #[rocket::async_test]
    async fn an_end_and_a_caller_who_left_end_a_turn() {
        let planning = Arc::new(Planning::default());
        let (told, began) = rocket::tokio::sync::oneshot::channel();
        let asking = Arc::clone(&planning);
        let long = Duration::from_secs(20);
        let turn = rocket::tokio::spawn(async move {
            asking
                .work(long, |turn| {
                    let _ = told.send(());
                    while turn.goes_on() {
                        std::thread::yield_now();
                    }
                    Ok(())
                })
                .await
        });
        began.await.expect("its turn");
        turn.abort();
        // Whoever left holds the next up no longer.
        planning.work(SOON, |_| Ok(())).await.expect("free");
        planning.end();
        let began = Instant::now();
        planning
            .work(long, |turn| {
                while turn.goes_on() {}
                Ok(())
            })
            .await
            .expect("over");
        assert!(began.elapsed() < SOON);
    }
}
