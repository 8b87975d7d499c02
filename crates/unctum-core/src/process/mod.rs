//! A sweet's method as typed steps, and its amounts worked out from what the finished sweet is to be
//! made of. Lists, weights, live guidance and the log all read this one description.

mod formula;
mod step;

pub use formula::{Formula, FormulaTargets, Line, formula, round_to_scale_g};
pub use step::{Attention, Entry, Gate, Method, Minutes, Step, StepKind, Sweet, plain_syrup_steps};
