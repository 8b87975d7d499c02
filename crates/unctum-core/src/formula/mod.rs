//! A method worked out at one size, in one chain over one [`Book`](crate::process::Book):
//!
//! [`Written`] (a method and its balance, never apart) → *changed*, if it is ([`crate::variation`]) →
//! [`AtSize`] ([`Size`]: the one sizing) → [`Weighed`] (the one rounding, for the scale or for her cups) →
//! [`Formula`] (measured list, figures, times) or [`StoveSheet`] (what goes to the stove).
//!
//! ```
//! use std::collections::BTreeMap;
//! use unctum_core::food::Larder;
//! use unctum_core::formula::{Measuring, Size, Written};
//! use unctum_core::kitchen::Air;
//! use unctum_core::process::{Book, Method};
//! use unctum_core::syrup::Ladder;
//!
//! # fn example(larder: Larder, method: Method) -> unctum_core::Result<()> {
//! let (ladder, components) = (Ladder::default(), BTreeMap::new());
//! let book = Book { larder: &larder, swaps: &[], components: &components, ladder: &ladder, air: Air::default(), paces: unctum_core::process::Paces::default() };
//! let weighed = Written::of(method, &book)?
//!     .at(&Size::Pieces { count: 24.0 }, &book)?
//!     .weighed(&Measuring::SCALE, &book)?;
//! let for_the_stove = weighed.stove_sheet(&book)?;
//! let formula = weighed.formula(None, &book)?;
//! assert_eq!(for_the_stove.lines.len(), formula.lines.len());
//! # Ok(())
//! # }
//! ```

mod aims;
mod at_size;
mod bath;
mod components;
mod finish;
mod label;
mod laid;
mod pieces;
mod rounding;
mod setting;
mod sheet;
mod size;
mod solids;
mod times;
mod waits;
mod warnings;
mod weighed;
mod whole;
mod written;

pub use aims::Aim;
pub use at_size::AtSize;
pub use bath::{Frying, Soaking, SyrupLeft};
pub use components::ComponentNeed;
pub use finish::Finish;
pub use label::{BoxAsk, Boxed, Label, LabelLine};
pub(crate) use laid::THICKER;
pub use laid::{Laid, laid};
pub use pieces::{PieceFigures, pieces_of};
pub use rounding::{Rounding, StartStrength};
pub use sheet::{SheetTake, StoveSheet, SyrupPlan, plain_sheet};
pub use size::Size;
pub use times::{StepTime, Times};
pub use waits::set_act;
pub use weighed::{FormulaLine, LineUse, Measuring, Weighed};
pub use whole::{Depth, Formula, StepFigures};
pub use written::Written;
