//! Weekends that are planned and then followed at the stove by a cook who is a tenth slow and forgets one step: each order
//! is ready, or it was told in time that it is not.

use std::collections::BTreeMap;

use unctum_core::cook::state_at;
use unctum_core::day::{Starts, StepId, judge};
use unctum_core::log::{BatchEvent, Logged, Phase};
use unctum_core::order::{
    Begun, DayQuestion, KitchenDays, LaidOut, Order, OrderTold, follow_on, lay_out, tell,
};
use unctum_core::process::Manner;
use unctum_core::start::BatchSetup;

use crate::common::weekend::{days, order, pieces, planned, weekend, with, with_at};

/// How much longer her hands take than was planned, and how long the forgotten step is forgotten, min.
const SLOW: f64 = 1.1;
const FORGOTTEN_MIN: i64 = 40;
/// So long before it is fetched it is to be known that an order is late, min.
const TOLD_AHEAD_MIN: i32 = 60;
/// An order that is in time less often than that is told to be in doubt.
const DOUBTFUL: f64 = 0.8;
const MIN_MS: i64 = 60_000;

/// A batch at the stove.
struct AtStove {
    setup: BatchSetup,
    begin_ms: i64,
    log: Vec<Logged>,
    first: Begun,
}

impl AtStove {
    fn writes(&mut self, at_ms: i64, event: BatchEvent) {
        let seq = self.log.len() as i32 + 1;
        self.log.push(Logged::new(seq, at_ms, event));
    }

    /// When what was planned to take so many minutes ends: what wants her hands a tenth late, what cools by itself in its time.
    fn ends_ms(&self, from_ms: i64, step: &str, minutes: i32) -> i64 {
        let waits = self.setup.steps.iter().any(|s| s.key == step && s.manner() == Manner::Wait);
        let times = if waits { 1.0 } else { SLOW };
        from_ms + (times * f64::from(minutes) * MIN_MS as f64) as i64
    }

    fn begun(&self, now_ms: i64) -> Begun {
        let state = state_at(&self.setup, self.begin_ms, &self.log, now_ms).expect("stands");
        let over = state.phase == Phase::Done || state.steps.iter().all(|s| s.done_ms.is_some());
        Begun { state, over, ..self.first.clone() }
    }
}

/// A weekend as it goes.
struct Followed<'a> {
    orders: &'a [(i32, Order)],
    days: KitchenDays,
    at_stove: BTreeMap<String, AtStove>,
    /// What goes on, with its end, ms.
    running: Vec<(i64, StepId)>,
    /// What was told of each order, and when, min.
    told: Vec<(i32, OrderTold)>,
    /// When the last step of each batch ended, min.
    ended: BTreeMap<String, i32>,
    now_ms: i64,
    log: Vec<String>,
}

impl Followed<'_> {
    fn asks<T>(&self, of: impl FnOnce(&DayQuestion<'_>) -> T) -> T {
        let begun: Vec<Begun> = self.at_stove.values().map(|b| b.begun(self.now_ms)).collect();
        with_at(self.orders, &self.days, &begun, self.now_ms, of)
    }

    /// The plan as it is at this moment: it follows what happened.
    fn plan(&mut self) -> LaidOut {
        let (laid, starts, told) = self.asks(|q| {
            let laid = lay_out(q).expect("laid out");
            let steps = laid.problem.batches.iter().flat_map(|b| &b.steps);
            let at = |id: &StepId| laid.problem.pins.get(id).or_else(|| q.days.starts.get(id)).copied();
            let stood: Starts = steps.filter_map(|s| Some((s.id.clone(), at(&s.id)?))).collect();
            let tight = laid.problem.clone();
            let (laid, starts) = match judge(&laid.problem, &stood) {
                Ok(_) => (laid, stood),
                Err(_) => {
                    let lately = || self.log.iter().rev().take(8).collect::<Vec<_>>();
                    let now_min = laid.now_min;
                    follow_on(q, laid, &stood)
                        .unwrap_or_else(|e| panic!("at {now_min}, {:?}, {:?}: {e:?}", self.running, lately()))
                }
            };
            judge(&laid.problem, &starts).expect("holds");
            // What had to give is said.
            if judge(&tight, &starts).is_err() {
                assert!(!laid.said.is_empty(), "at {}", laid.now_min);
            }
            let told = tell(q, &laid, &starts);
            (laid, starts, told)
        });
        self.told.extend(told.orders.into_iter().map(|o| (laid.now_min, o)));
        self.days.starts = starts;
        self.goes_on_by_itself(&laid);
        laid
    }

    /// What begins with the end of another, without a key, ends like what she began.
    fn goes_on_by_itself(&mut self, laid: &LaidOut) {
        for (key, batch) in &self.at_stove {
            let state = batch.begun(self.now_ms).state;
            for step in state.steps.iter().filter(|s| s.done_ms.is_none()) {
                let id = StepId::of(key, &step.key);
                let known = self.running.iter().any(|r| r.1 == id);
                let planned = laid.problem.batches.iter().flat_map(|b| &b.steps).find(|s| s.id == id);
                if let (Some(began_ms), Some(planned), false) = (step.began_ms, planned, known) {
                    let ends_ms = batch.ends_ms(began_ms, &step.key, planned.dur);
                    self.running.push((ends_ms.max(self.now_ms), id));
                }
            }
        }
    }

    fn begins(&mut self, laid: &LaidOut, id: &StepId, at_ms: i64) {
        self.log.push(format!("{} begins {id}", laid.calendar.minute_of_ms(at_ms)));
        let made = laid.made.iter().find(|m| id.belongs_to(&m.key)).expect("a batch");
        if !self.at_stove.contains_key(&made.key) {
            let (setup, state) = self.asks(|q| {
                let sweet = &q.sweets[made.ask.sweet_key.as_deref().expect("a sweet")];
                let setup = made.made.setup(sweet, &made.ask, q.kitchen, q.book).expect("set up");
                let state = state_at(&setup, at_ms, &[], at_ms).expect("stands");
                (setup, state)
            });
            let (size, choice) = (made.ask.size.clone(), Some(made.choice));
            let first = Begun { batch_id: 1, key: made.key.clone(), over: false, size, choice, state };
            let at_stove = AtStove { setup, begin_ms: at_ms, log: Vec::new(), first };
            self.at_stove.insert(made.key.clone(), at_stove);
        }
        let planned =
            laid.problem.batches.iter().flat_map(|b| &b.steps).find(|s| s.id == *id).expect("planned");
        let step = key_of(&made.key, id);
        let ends_ms = self.at_stove[&made.key].ends_ms(at_ms, &step, planned.dur);
        self.running.push((ends_ms, id.clone()));
        self.at_stove
            .get_mut(&made.key)
            .expect("there")
            .writes(at_ms, BatchEvent::StepBegan { step, load: 1 });
    }

    fn ends(&mut self, laid: &LaidOut, id: &StepId, at_ms: i64) {
        self.log.push(format!("{} ends {id}", laid.calendar.minute_of_ms(at_ms)));
        let key = self.at_stove.keys().find(|k| id.belongs_to(k)).expect("a batch").clone();
        let step = key_of(&key, id);
        let batch = self.at_stove.get_mut(&key).expect("there");
        let state = batch.begun(at_ms).state;
        let stands = state.steps.iter().find(|s| s.key == step).expect("a step");
        if stands.done_ms.is_some() {
            // It ended with what came after it.
            return;
        }
        let loads = stands.loads;
        for load in 1..=loads {
            batch.writes(at_ms, BatchEvent::StepDone { step: step.clone(), load });
        }
        self.ended.insert(key, laid.calendar.minute_of_ms(at_ms));
    }

    /// Follows it to the end; `forgets` is the place of the step that she forgets for a while.
    fn follows(&mut self, forgets: usize) {
        let (mut count, mut forgotten) = (0, None::<(StepId, i64)>);
        for _ in 0..2000 {
            let laid = self.plan();
            let now_ms = self.now_ms;
            let asleep =
                |id: &StepId| forgotten.as_ref().is_some_and(|(of, until)| of == id && now_ms < *until);
            let begins = |id: &StepId| id.marked().is_none() && !laid.problem.pins.contains_key(id);
            let todo = || self.days.starts.iter().filter(|(id, _)| begins(id));
            let next = todo().filter(|(id, _)| !asleep(id)).min_by_key(|(id, at)| (**at, (*id).clone()));
            let next = next.map(|(id, at)| (laid.calendar.ms(*at).max(now_ms), id.clone()));
            let end = self.running.iter().min().cloned();
            match (next, end) {
                (None, None) => match forgotten.take() {
                    Some((_, until)) if todo().next().is_some() => self.now_ms = until.max(now_ms),
                    _ => return,
                },
                (next, Some((end_ms, id))) if next.as_ref().is_none_or(|n| end_ms <= n.0) => {
                    self.running.retain(|r| r.1 != id);
                    self.now_ms = end_ms;
                    self.ends(&laid, &id, end_ms);
                }
                // When its time comes she looks at the plan again: what runs late has moved it.
                (Some((at_ms, _)), _) if at_ms > now_ms => self.now_ms = at_ms,
                (Some((_, id)), _) => {
                    count += 1;
                    if count == forgets {
                        forgotten = Some((id, now_ms + FORGOTTEN_MIN * MIN_MS));
                    } else {
                        self.begins(&laid, &id, now_ms);
                    }
                }
                (None, Some(_)) => unreachable!("the end is before no start"),
            }
        }
        panic!("never ends: {:?}", self.running);
    }
}

fn key_of(batch: &str, id: &StepId) -> String {
    id.as_str().strip_prefix(&format!("{batch}/")).expect("of that batch").to_owned()
}

fn followed(orders: &[(i32, Order)], forgets: usize) {
    let mut of = days(orders);
    let (laid, starts) = with(orders, &of, &[], |q| planned(q, 100));
    of.starts = starts;
    let mut followed = Followed {
        orders,
        days: of,
        at_stove: BTreeMap::new(),
        running: Vec::new(),
        told: Vec::new(),
        ended: BTreeMap::new(),
        now_ms: laid.calendar.ms(0),
        log: Vec::new(),
    };
    followed.follows(forgets);
    assert_eq!(followed.ended.len(), laid.made.len(), "every batch was made");
    for (id, order) in orders {
        let theirs = laid.made.iter().filter(|m| m.wanted.iter().any(|w| w.order_id == *id));
        let ready_min = theirs.map(|m| followed.ended[&m.key]).max().expect("made");
        let due_min = laid.calendar.minute(order.due);
        // Told late, or that it may well be.
        let told = followed.told.iter().filter(|(at, o)| o.id == *id && at + TOLD_AHEAD_MIN <= due_min);
        let mut told = told.map(|(_, o)| o);
        let in_time = told.any(|o| {
            o.ready_min.is_some_and(|r| r > due_min) || o.on_time_frac.is_some_and(|f| f < DOUBTFUL)
        });
        assert!(
            ready_min <= due_min || in_time,
            "{}: due {due_min}, ready {ready_min}, never told",
            order.who
        );
        // At the end it says when it was ready.
        let last = followed.told.iter().rev().find(|(_, o)| o.id == *id).expect("told");
        assert_eq!(last.1.ready_min, Some(ready_min), "{}", order.who);
    }
}

#[test]
fn a_weekend_of_five_sweets() {
    for forgets in [3, 12] {
        followed(&weekend(), forgets);
    }
}

#[test]
fn a_weekend_of_fried_and_soaked_sweets() {
    let orders = vec![
        (1, order("A school", 16, vec![pieces("milk-solid-balls", 24), pieces("lentil-coils", 16)])),
        (2, order("A clinic", 18, vec![pieces("poached-chhena-balls", 12)])),
    ];
    for forgets in [5, 16] {
        followed(&orders, forgets);
    }
}

#[test]
fn a_weekend_of_slabs_and_puddings() {
    let orders = vec![
        (
            1,
            order(
                "A neighbour",
                12,
                vec![pieces("gram-flour-ghee-slab", 24), pieces("cocoa-walnut-fudge", 24)],
            ),
        ),
        (2, order("A rowing club", 17, vec![pieces("almond-sheet", 20), pieces("semolina-ladoo", 20)])),
        (3, order("A bookshop", 18, vec![pieces("coconut-milk-jaggery-slab", 18)])),
    ];
    for forgets in [2, 20] {
        followed(&orders, forgets);
    }
}
