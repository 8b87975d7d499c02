//! One simulated pan, for the demo, for tests, for simulated instruments and for the study that holds the belief
//! against a truth not its own: equations and parameters of its own, a flame that flickers, hands that err, keys
//! that are pressed late.
//!
//! ```
//! # use unctum_core::batch::{BatchEvent, BatchSetup};
//! use unctum_core::kitchen::Flame;
//! use unctum_core::sim::{Cook, Hands, Luck, World};
//!
//! # fn example(setup: BatchSetup) -> unctum_core::Result<()> {
//! let mut luck = Luck::of(7);
//! let world = World::real(&setup, false, &mut luck);
//! let hands = Hands::real(&mut luck);
//! let mut cook = Cook::of(setup, world, hands, luck, 0)?;
//! cook.does(BatchEvent::Flame { flame: Flame::Medium })?;
//! cook.wait(300.0);
//! let reading = cook.weight(&mut Luck::of(8), 0.0);
//! cook.does(BatchEvent::Reading { reading })?;
//! let believed = cook.state().syrup.map(|s| s.solids_frac);
//! # Ok(())
//! # }
//! ```

mod cook;
mod instrument;
mod luck;
pub mod off;
mod unknown;
mod world;

pub use cook::{Cook, Hands};
pub use instrument::{Fault, HiddenPan, SimulatedInstrument};
pub use luck::Luck;
pub use world::{Now, World};
