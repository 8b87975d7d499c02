//! A sweet's method as a graph of typed steps. The measured list, the weights, the times, the live
//! guidance and the log all follow from this one description.
//!
//! * `step`, `effect`, `sweet`: how it is written down; `check` says what is wrong with it, and where.
//! * `balance`: where every gram goes.
//! * `size`: how much of it; `formula`: everything that follows for one size.
//! * `times`, `potfuls`: how long it takes; `heat`: how hot it gets in her air.
//! * `variation`, `offers`: the same with a change, and what the change does; `component`: an ingredient
//!   made instead of bought; `compare`: two methods side by side.
//! * `stove`: what goes to the stove.
//! * `card`: a sweet in brief, for the search.
//! * `doubt`: amounts that look wrong.

mod balance;
mod card;
mod check;
mod compare;
mod component;
mod doubt;
mod effect;
mod formula;
mod heat;
mod kind;
mod offers;
mod order;
mod potfuls;
mod rounding;
mod size;
mod step;
mod stove;
mod sweet;
mod times;
mod variation;
mod verb;
mod words;

pub use balance::{Aside, Balance, StepBalance, balance};
pub use card::{Card, Wanted};
pub use check::Fault;
pub use compare::{Comparison, NumberPair, StepPair, compare};
pub use doubt::{Doubt, DoubtKind, Way, doubts_of_lines, doubts_of_method, likely_g};
pub use effect::Effect;
pub use formula::{
    ComponentNeed, Formula, FormulaLine, FormulaQuestion, LineUse, StepFigures, Tools, formula,
};
pub use kind::StepKind;
pub use offers::{Offer, offers};
pub use rounding::{Rounding, Strength};
pub use size::{PieceFigures, Size, pieces_of, scaled, size_factor};
pub use step::{
    Attention, Entry, Gate, Minutes, Purpose, Step, Take, Timing, Vessel, Window, plain_syrup_steps,
};
pub use stove::{Measuring, SheetTake, StoveSheet, plain_sheet, stove_sheet};
pub use sweet::{EqualMeasures, Family, Keeping, Line, Method, Mistake, Setting, Shape, Sweet};
pub use times::{StepTime, Times};
pub use variation::{EffectNote, Knowledge, Swap, SwapBy, Variation, Varied, sweet_water_activity, vary};
pub use verb::{NOT_TOLD, Verb, verbs};
pub use words::{change_words, changed_title};
