//! Everything in a notebook as plain values, to be written into files that other programs can read, and read back.
//! Who may come in over the network is not among them.

mod into;
mod out;
mod values;

pub use into::{Added, add, put_in};
pub use out::{all_but_batches, batch_lines, each_batch, take_out};
pub use values::*;
