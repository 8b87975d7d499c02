//! What goes through hot fat and into syrup: the load and its dip, and how the syrup gets in.

mod form;
mod fry;
mod sphere;
mod uptake;

pub use form::PieceForm;
pub use fry::{Fry, FryAsk, FryShape, fry};
pub use uptake::{Crumb, Dough, SoakKind, Uptake, UptakeAsk, uptake};
