//! Milk that is turned: chhena by acid, what it yields, and how to go about it.

mod chhena;

pub use chhena::{Acid, AcidDose, Chhena, ChhenaAsk, chhena};
