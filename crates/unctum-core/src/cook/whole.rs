//! A batch at one moment, whole.

use serde::Serialize;

use crate::cook::acts::{Act, Held, RunState};
use crate::cook::call::{Ahead, Call};
use crate::cook::off_late::OffLate;
use crate::cook::state::{Advice, SyrupState};
use crate::kitchen::Flame;
use crate::log::{BatchEvent, Phase};

/// One step's place in the batch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepState {
    /// Key of the step.
    pub key: String,
    /// When it began, ms since 1970.
    pub began_ms: Option<i64>,
    /// When all of it was done.
    pub done_ms: Option<i64>,
    /// How many loads it is done in.
    pub loads: u32,
    /// How many of them are done.
    pub loads_done: u32,
    /// Gates ticked.
    pub ticked: Vec<String>,
    /// Whistles heard.
    pub whistles: u32,
    /// What goes in by parts at this step, each ingredient with its sum.
    pub put_in: Vec<PutIn>,
}

/// How much of an ingredient was put in, and what is left of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PutIn {
    /// Key of the ingredient.
    pub ingredient: String,
    /// How much so far, g.
    pub amount_g: f64,
    /// How much of what goes in at this step is left, g.
    pub left_g: f64,
    /// A usual part of it: a quarter, or what is left, g.
    pub part_g: f64,
}

/// The batch at one moment.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchState {
    /// The moment, ms since 1970.
    pub now_ms: i64,
    /// Where it stands.
    pub phase: Phase,
    /// Key of the current step.
    pub current_step: Option<String>,
    /// Key of the step that ends with the syrup at its stage, while the syrup is on.
    pub boil_step: Option<String>,
    /// All steps.
    pub steps: Vec<StepState>,
    /// The flame.
    pub flame: Flame,
    /// When it was last set.
    pub flame_set_ms: Option<i64>,
    /// The syrup, while it is on.
    pub syrup: Option<SyrupState>,
    /// What the syrup wants, while it is on its way; else to go on with the step at hand.
    pub advice: Advice,
    /// The same in few words, and how much it presses.
    pub call: Call,
    /// What the large button writes; none where nothing is left to do.
    pub button: Option<BatchEvent>,
    /// Whether what the button says may also not be so: a pan that is off and tested can be not there yet.
    pub can_fail: bool,
    /// What the plan says will come if nobody answers, in its order.
    pub ahead: Vec<Ahead>,
    /// What goes on, each with its clock.
    pub runs: Vec<RunState>,
    /// Everything to do, most pressing first.
    pub acts: Vec<Act>,
    /// What could begin and is held back.
    pub held: Vec<Held>,
    /// Numbers of the events that were taken back.
    pub undone: Vec<i32>,
    /// Number of the event that undo would take back.
    pub can_undo: Option<i32>,
    /// Seconds since anything was written about it, once that is a day and it has not ended: to be asked about.
    pub unattended_s: Option<f64>,
    /// A flame that was told off late, while that is the last that was written.
    pub off_late: Option<OffLate>,
}
