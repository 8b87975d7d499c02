//! One simulated pan, for the demo, for tests, for simulated instruments and for the study that holds the belief
//! against a truth not its own: equations and parameters of its own, a flame that flickers, hands that err, keys
//! that are pressed late.
//!
//! ```
//! # use unctum_core::log::BatchEvent;
//! # use unctum_core::start::BatchSetup;
//! use unctum_core::kitchen::Flame;
//! use unctum_core::numeric::Rng;
//! use unctum_core::sim::{Cook, Hands, World};
//!
//! # fn example(setup: BatchSetup) -> unctum_core::Result<()> {
//! let mut rng = Rng::of(7);
//! let world = World::real(&setup, false, &mut rng);
//! let hands = Hands::real(&mut rng);
//! let mut cook = Cook::of(setup, world, hands, rng, 0)?;
//! cook.does(BatchEvent::Flame { flame: Flame::Medium })?;
//! cook.wait(300.0);
//! let reading = cook.weight(&mut Rng::of(8), 0.0);
//! cook.does(BatchEvent::Reading { reading })?;
//! let believed = cook.state().syrup.map(|s| s.solids_frac);
//! # Ok(())
//! # }
//! ```

mod cook;
mod instrument;
pub mod off;
mod unknown;
mod world;

pub use cook::{Cook, Hands};
pub use instrument::{Fault, HiddenPan, SimulatedInstrument};
pub use world::{Now, World};
