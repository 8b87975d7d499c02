//! Instruments on the command line.

use clap::{Subcommand, ValueEnum};
use unctum_core::intake::InstrumentKind;
use unctum_core::sim::Fault;

use super::simulate::{Simulate, simulate};
use crate::failure::Failure;

/// What can be done with instruments.
#[derive(Subcommand)]
pub enum Command {
    /// Behave like an instrument in the pan of a batch, until the batch is over.
    Simulate {
        /// What it measures.
        #[arg(long, value_enum)]
        kind: Kind,
        /// Number of the batch whose pan it hangs in.
        #[arg(long)]
        batch: i32,
        /// Where Unctum is reached.
        #[arg(long, default_value = "http://127.0.0.1:8080")]
        server: String,
        /// What to call it.
        #[arg(long, default_value = "Simulated instrument")]
        name: String,
        /// Seed of its chance.
        #[arg(long, default_value_t = 1)]
        seed: u64,
        /// What goes wrong with it. May be given several times.
        #[arg(long = "fault", value_enum)]
        faults: Vec<Wrong>,
        /// From so long after its start on, s.
        #[arg(long, default_value_t = 60.0)]
        fault_after: f64,
        /// And for so long, s; for good if left out.
        #[arg(long)]
        fault_for: Option<f64>,
    },
}

/// What an instrument measures.
#[derive(Clone, Copy, ValueEnum)]
pub enum Kind {
    Probe,
    Scale,
    Refractometer,
}

/// What goes wrong with one.
#[derive(Clone, Copy, ValueEnum)]
pub enum Wrong {
    DropOuts,
    Fahrenheit,
    FellOut,
    Bumped,
}

impl From<Kind> for InstrumentKind {
    fn from(kind: Kind) -> Self {
        match kind {
            Kind::Probe => Self::Probe,
            Kind::Scale => Self::Scale,
            Kind::Refractometer => Self::Refractometer,
        }
    }
}

impl From<Wrong> for Fault {
    fn from(wrong: Wrong) -> Self {
        match wrong {
            Wrong::DropOuts => Self::DropOuts,
            Wrong::Fahrenheit => Self::Fahrenheit,
            Wrong::FellOut => Self::FellOut,
            Wrong::Bumped => Self::Bumped,
        }
    }
}

impl Command {
    /// Does it.
    ///
    /// # Errors
    /// Those of [`simulate`].
    pub fn run(self) -> Result<(), Failure> {
        let Self::Simulate { kind, batch, server, name, seed, faults, fault_after, fault_for } = self;
        simulate(Simulate {
            kind: kind.into(),
            server,
            name,
            batch_id: batch,
            seed,
            faults: faults.into_iter().map(Fault::from).collect(),
            fault_after_s: fault_after,
            fault_for_s: fault_for,
        })
    }
}
