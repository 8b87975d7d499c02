//! Orders, the days on which they are made, what is in the cupboard, and lists of it all to take away.

pub mod asked;
pub mod at_once;
pub mod keep;
pub mod lists;
pub mod orders;
pub mod pantry;
pub mod plan;
pub mod probe;
pub mod ready_by;
pub mod ways;
