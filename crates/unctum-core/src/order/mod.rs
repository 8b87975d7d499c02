//! Orders and the days on which they are made: what is wanted becomes batches, batches become a day that is planned,
//! and the plan becomes lanes, lists and sentences.

mod asked;
mod calendar;
mod gather;
mod graph;
mod lanes;
mod live;
mod make;
mod plan;
mod question;
mod told;
mod whole;
mod words;

pub use asked::{Amount, Order, OrderLine};
pub use calendar::{Calendar, wall_clock, zone};
pub use gather::Wanted;
pub use graph::{hands, is_mark, step_id};
pub use lanes::{Lane, LaneBar, LaneKind};
pub use make::{DayMade, PieceCount, piece_count};
pub use plan::{DayChoice, DayCook, DayHours, DayWait, KitchenDays};
pub use question::{Begun, DayQuestion};
pub use told::{
    DRAWS, DayBatchTold, DayStepTold, DaysTold, Midnight, OrderLineTold, OrderTold, PiecesTold, tell,
};
pub use whole::{LaidOut, lay_out};
pub use words::Names;
