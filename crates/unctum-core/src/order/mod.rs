//! Orders and the days on which they are made: what is wanted becomes batches, batches become a day that is planned,
//! and the plan becomes lanes, lists and sentences.
//!
//! ```
//! use jiff::civil::date;
//! use unctum_core::order::Calendar;
//!
//! let calendar = Calendar::new("Asia/Kathmandu", date(2026, 12, 5), 2)?;
//! assert_eq!(calendar.horizon(), 2 * 24 * 60);
//! assert_eq!(calendar.wall(90), date(2026, 12, 5).at(1, 30, 0, 0));
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

mod asked;
mod beside;
mod calendar;
mod cold;
mod eased;
mod eaters;
mod follow;
mod fresh;
mod gather;
mod graph;
mod lanes;
mod live;
mod made;
mod make;
mod pans;
mod pantry;
mod plan;
mod present;
mod question;
mod ready_by;
mod rings;
mod shifts;
mod shopping;
mod sold;
mod told;
mod told_batch;
mod vessels;
mod whole;
mod words;

pub use asked::{Amount, Order, OrderLine};
pub use calendar::{Calendar, wall_clock, zone};
pub use eased::eased;
pub use eaters::{KeptApart, eaters, not_for};
pub use follow::follow_on;
pub use fresh::{covering, fresh_days};
pub use gather::Wanted;
pub use graph::hands;
pub use lanes::{Lane, LaneBar, LaneKind};
pub use made::{DayMade, PieceCount, piece_count};
pub use pantry::{Pantry, PantryItem};
pub use plan::{DayChoice, DayCook, DayEased, DayHours, DayWait, FURTHEST_MIN, KitchenDays};
pub use question::{Begun, DayQuestion};
pub use ready_by::{ReadyBy, ReadyByAsk, Stretch, ready_by};
pub use shopping::{BatchCost, OrderCost, Shopping, ShoppingLine, ledger, shopping};
pub use sold::{SoldAs, WholeThing};
pub use told::{DRAWS, DaysTold, Midnight, OpenHours, OrderLineTold, OrderTold, PiecesTold, tell};
pub use told_batch::{DayBatchTold, DayStepTold};
pub use whole::{LaidOut, lay_out};
pub use words::Names;
