//! What is to be done at a batch now, in what order, and what is held back until its partner is nearly ready: each
//! act with the entry that its button writes.

use serde::Serialize;

use crate::cook::play::Play;
use crate::cook::scene::Scene;
use crate::cook::sights::{SightState, sights};
use crate::cook::state::Advice;
use crate::kitchen::Flame;
use crate::log::{BatchEvent, RunAt};
use crate::process::{Manner, Step, StepKind};

/// How much an act presses, most first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ActClass {
    /// Something spoils now.
    Urgent,
    /// Near a stage: read or test.
    Test,
    /// It is time for its end: look for the sign.
    Due,
    /// It has to begin now to keep its window, or its partner waiting no longer than it may.
    Timely,
    /// Hands are on it: stay.
    Keep,
    /// It can begin.
    Begin,
    /// To be made ready.
    Prepare,
    /// May be done, need not.
    May,
}

/// Something to do, with what its button writes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Act {
    /// Key of the step.
    pub step: String,
    /// Which load of it, from 1.
    pub load: u32,
    /// Of how many.
    pub loads: u32,
    /// How much it presses.
    pub class: ActClass,
    /// What to do, in a few words.
    pub words: String,
    /// What the button writes.
    pub entry: Option<BatchEvent>,
    /// Whether the flame goes off with it.
    pub flame_off: bool,
    /// Whether it takes both hands for as long as it lasts.
    pub bound: bool,
    /// When it is due, ms since 1970, where that is known.
    pub due_ms: Option<i64>,
    /// Whether the time within which it should have begun has passed.
    pub late: bool,
    /// Whether it is about the syrup on its way to its stage: the advice of the batch says more.
    pub of_syrup: bool,
    /// Whether what the button says may also not be so: a pan that is off and tested can be not there yet.
    pub can_fail: bool,
    /// What has to be moved before it can begin, where its pan or its ring is taken by the same batch.
    pub moves: Option<String>,
}

/// Something that could begin and is held back.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Held {
    /// Key of the step.
    pub step: String,
    /// Which load of it, from 1.
    pub load: u32,
    /// Until about when, ms since 1970; not known where hands are awaited.
    pub until_ms: Option<i64>,
    /// Key of the step that it waits for.
    pub waits_for: String,
    /// Why.
    pub why: HeldWhy,
}

/// Why something is held back.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum HeldWhy {
    /// The other step has the hands that it would take.
    Hands,
    /// The other step has the only ring that is left.
    Ring,
    /// What it gives would stand too long until the other step is ready.
    Partner,
}

/// One run that goes on.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RunState {
    /// Key of the step.
    pub step: String,
    /// Which load of it, from 1.
    pub load: u32,
    /// Of how many.
    pub loads: u32,
    /// When it began, ms since 1970.
    pub began_ms: i64,
    /// Not before, ms since 1970.
    pub least_ms: i64,
    /// Best or expected.
    pub best_ms: i64,
    /// Not after.
    pub most_ms: i64,
    /// How it holds the cook.
    pub manner: Manner,
    /// The flame under it, if it stands on one.
    pub flame: Option<Flame>,
    /// The pan it stands in, if it stands in one.
    pub pan_name: Option<String>,
    /// How deep it stands in it by the clock, mm, where water is boiled out of it.
    pub depth_mm: Option<f64>,
    /// What it looks like on its way.
    pub sights: Vec<SightState>,
}

/// Everything to do, most pressing first; what is held back; the runs that go on.
#[derive(Default)]
pub(crate) struct ToDo {
    pub acts: Vec<Act>,
    pub held: Vec<Held>,
    pub runs: Vec<RunState>,
}

impl Scene<'_> {
    fn step(&self, at: RunAt) -> &Step {
        &self.setup.steps[at.0]
    }

    fn act(&self, at: RunAt, class: ActClass, words: String, entry: Option<BatchEvent>) -> Act {
        Act {
            step: self.step(at).key.clone(),
            load: load_no(at),
            loads: self.runs.of(at.0).len() as u32,
            class,
            words,
            entry,
            flame_off: false,
            bound: self.step(at).manner() == Manner::Bound,
            due_ms: None,
            late: false,
            of_syrup: false,
            can_fail: false,
            moves: None,
        }
    }

    /// The first thing of a step that is not ready yet.
    fn to_make_ready(&self, at: RunAt, class: ActClass) -> Option<Act> {
        let step = self.step(at);
        let ticked = self.ticked.get(&at.0);
        let gate = step.gates.iter().find(|g| !ticked.is_some_and(|t| t.contains(&g.key)))?;
        let entry = BatchEvent::Gate { step: step.key.clone(), gate: gate.key.clone(), ticked: true };
        Some(Act { bound: false, ..self.act(at, class, gate.text.clone(), Some(entry)) })
    }

    /// The flame that a step takes in this kitchen, if it stands on one.
    fn flame_of(&self, at: RunAt) -> Option<Flame> {
        let step = self.step(at);
        let planned = self.setup.plan_of(&step.key).and_then(|p| p.flame);
        planned.or(step.flame).filter(|f| *f != Flame::Off)
    }

    /// Whether the flame goes off when a run ends: nothing goes on over it in the same pan, and the pot is not
    /// filled again.
    fn ends_heat(&self, at: RunAt) -> bool {
        let (step, graph) = (self.step(at), &self.runs.graph);
        let again = graph.group[at.0] == Some(at.0) && at.1 + 1 < self.runs.of(at.0).len();
        let goes_on = graph.after[at.0].iter().any(|next| {
            let to = &self.setup.steps[*next];
            // What is poached in it, or fried in it, goes on over the same flame.
            let takes = to.takes.iter().any(|t| t.step == step.key) || step.kind == StepKind::HeatFat;
            to.on_flame() && to.vessel == step.vessel && takes
        });
        step.on_flame() && !again && !goes_on
    }

    fn run_state(&self, play: &Play<'_>, at: RunAt) -> Option<RunState> {
        let began_ms = self.runs.at(at).began_ms?;
        let (least_ms, best_ms, most_ms) = play.ends_ms(at, began_ms);
        let step = self.step(at);
        let is_syrup = self.syrup_at == Some(at.0);
        let flame = if is_syrup { Some(self.flame).filter(|f| *f != Flame::Off) } else { self.flame_of(at) };
        Some(RunState {
            step: step.key.clone(),
            load: load_no(at),
            loads: self.runs.of(at.0).len() as u32,
            began_ms,
            least_ms,
            best_ms,
            most_ms,
            manner: step.manner(),
            sights: sights(step, began_ms, best_ms, self.sights.get(&at).map_or(&[], Vec::as_slice)),
            flame,
            pan_name: self.setup.plan_of(&step.key).and_then(|p| p.pan_name.clone()),
            depth_mm: self.setup.plan_of(&step.key).and_then(|p| p.depth_mm).map(|depth| {
                let gone = (self.now_ms - began_ms) as f64 / ((best_ms - began_ms).max(1)) as f64;
                depth.start_mm + gone.clamp(0.0, 1.0) * (depth.end_mm - depth.start_mm)
            }),
        })
    }

    /// What a run that goes on wants.
    fn of_going(&self, at: RunAt, state: &RunState) -> Act {
        let step = self.step(at);
        let done = BatchEvent::StepDone { step: step.key.clone(), load: load_no(at) };
        let now_ms = self.now_ms;
        let due = now_ms >= state.best_ms;
        // What stands on a flame longer than it ever should spoils, whoever has it in hand; so does what drinks on in
        // its syrup or its water.
        let too_long = now_ms > state.most_ms;
        let drinks = step.manner() == Manner::Wait && step.drinks();
        let class = match step.manner() {
            _ if too_long && (step.on_flame() || drinks) => ActClass::Urgent,
            _ if due => ActClass::Due,
            Manner::Bound | Manner::Work => ActClass::Keep,
            Manner::Watch | Manner::Wait => ActClass::May,
        };
        let words = match (due, too_long && drinks) {
            (_, true) => step.out_words(),
            (true, _) => format!("Look: {}", sentence(&step.cue)),
            _ => step.title.clone(),
        };
        Act {
            due_ms: Some(state.best_ms),
            late: too_long && (step.on_flame() || step.manner() == Manner::Wait),
            flame_off: self.ends_heat(at),
            ..self.act(at, class, words, Some(done))
        }
    }

    /// What the syrup wants.
    fn of_syrup(&self, play: &Play<'_>, at: RunAt, advice: Advice) -> Act {
        let call = advice.call();
        let step_due = |state: Option<RunState>| state.is_some_and(|s| self.now_ms >= s.best_ms);
        let class = match (advice, call.presses) {
            (_, Some(0..=3)) => ActClass::Urgent,
            (_, Some(_)) => ActClass::Test,
            (Advice::HeatOn, None) => ActClass::Begin,
            (Advice::Dissolve, None) => {
                if step_due(self.run_state(play, at)) {
                    ActClass::Due
                } else {
                    ActClass::Keep
                }
            }
            _ if self.step(at).manner() == Manner::Watch => ActClass::May,
            _ => ActClass::Keep,
        };
        let due_ms = self.ahead.first().map(|a| self.now_ms + (1000.0 * a.in_s) as i64);
        let bound = self.flame != Flame::Off && self.step(at).manner() == Manner::Bound;
        let tests = self.setup.boil_index() == Some(at.0) && self.flame == Flame::Off;
        let can_fail = tests && matches!(self.button, Some(BatchEvent::StepDone { .. }));
        let act = self.act(at, class, call.words.to_owned(), self.button.clone());
        Act { due_ms, bound, of_syrup: true, can_fail, ..act }
    }

    /// What begins a run: the flame where it stands on one.
    fn begins(&self, at: RunAt, class: ActClass) -> Act {
        let step = self.step(at);
        let began = BatchEvent::StepBegan { step: step.key.clone(), load: load_no(at) };
        let flame = self.flame_of(at);
        let entry = match flame {
            Some(flame) if self.runs.graph.syrup_places.contains(&at.0) => BatchEvent::Flame { flame },
            _ => began,
        };
        self.act(at, class, step.title.clone(), Some(entry))
    }

    /// Everything to do.
    pub fn to_do(&self) -> ToDo {
        let play = Play::of(self);
        let (mut acts, mut held, mut runs) = (Vec::new(), Vec::new(), Vec::new());
        let cold_syrup = self.advice == Some(Advice::HeatOn);
        for at in self.runs.going() {
            let Some(state) = self.run_state(&play, at) else { continue };
            let is_syrup = self.syrup_at == Some(at.0);
            if is_syrup && cold_syrup {
                self.offer(&play, at, &mut acts, &mut held);
            } else if let Some(gate) = self.to_make_ready(at, ActClass::Prepare) {
                // What stands on a flame is held by each; else one press says that all is ready.
                let all = || Act { class: ActClass::Prepare, ..self.of_going(at, &state) };
                acts.push(if self.step(at).on_flame() { gate } else { all() });
            } else if let Some(advice) = self.advice.filter(|_| is_syrup) {
                acts.push(self.of_syrup(&play, (self.syrup_shown.unwrap_or(at.0), at.1), advice));
            } else {
                acts.push(self.of_going(at, &state));
            }
            if !(is_syrup && cold_syrup) {
                runs.push(state);
            }
        }
        let ready: Vec<RunAt> = self.runs.ready().collect();
        for at in ready {
            self.offer(&play, at, &mut acts, &mut held);
        }
        // A pan on the flame stands before what is only to be laid out.
        let burns = |a: &Act| a.of_syrup && self.flame != Flame::Off;
        let class = |a: &Act| if burns(a) { a.class.min(ActClass::Keep) } else { a.class };
        acts.sort_by_key(|a| (class(a), a.due_ms.unwrap_or(i64::MAX)));
        ToDo { acts, held, runs }
    }

    /// What has the cook's hands, where a run would want them all the time, and until when.
    fn hands_on(&self, play: &Play<'_>, at: RunAt) -> Option<(usize, Option<i64>)> {
        let bound = |at: RunAt| self.step(at).manner() == Manner::Bound;
        let cold = |other: RunAt| self.syrup_at == Some(other.0) && self.flame == Flame::Off;
        let busy = self.runs.going().find(|other| *other != at && bound(*other) && !cold(*other))?;
        let ends_ms = self.runs.at(busy).began_ms.map(|began_ms| play.ends_ms(busy, began_ms).1);
        bound(at).then_some((busy.0, ends_ms))
    }

    /// Offers a run that could begin, or holds it back.
    fn offer(&self, play: &Play<'_>, at: RunAt, acts: &mut Vec<Act>, held: &mut Vec<Held>) {
        let must_ms = play.must_begin_ms(at);
        let late = must_ms.is_some_and(|m| self.now_ms > m);
        let hands = self.hands_on(play, at).map(|(on, until_ms)| (on, until_ms, HeldWhy::Hands));
        let partner = play.held(at).filter(|_| !late).map(|(on, until_ms)| (on, until_ms, HeldWhy::Partner));
        let ring = self.rings_taken(play, at).map(|(on, until_ms)| (on, until_ms, HeldWhy::Ring));
        if let Some((on, until_ms, why)) = hands.or(ring).or(partner) {
            held.push(Held {
                step: self.step(at).key.clone(),
                load: load_no(at),
                until_ms,
                waits_for: self.setup.steps[on].key.clone(),
                why,
            });
            return;
        }
        let class = match must_ms {
            // What has waited longer than it may calls like a flame.
            Some(_) if late => ActClass::Urgent,
            Some(_) => ActClass::Timely,
            None => ActClass::Begin,
        };
        let ready = self.to_make_ready(at, if must_ms.is_some() { class } else { ActClass::Prepare });
        let of_syrup = self.syrup_at == Some(at.0) && ready.is_none();
        acts.push(Act {
            due_ms: must_ms,
            late,
            of_syrup,
            moves: self.moves(at),
            ..ready.unwrap_or_else(|| self.begins(at, class))
        });
    }
}

fn load_no(at: RunAt) -> u32 {
    at.1 as u32 + 1
}

/// The first sentence of a text, without its full stop.
fn sentence(text: &str) -> String {
    let first = text.split_once(". ").map_or(text, |(first, _)| first);
    let mut words = first.trim_end_matches('.').to_owned();
    if let Some(head) = words.get_mut(0..1) {
        head.make_ascii_lowercase();
    }
    words
}
