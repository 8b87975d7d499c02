//! The catalogue as the tests of the process ask it.

use std::collections::BTreeMap;
use std::sync::OnceLock;

use proptest::prelude::Strategy;
use unctum_core::CoreError;
use unctum_core::course::Tools;
use unctum_core::food::Larder;
use unctum_core::formula::{Formula, Measuring, Size, StoveSheet, Written};
use unctum_core::kitchen::Measure;
use unctum_core::process::{Book, Method, Swap, Sweet};
use unctum_core::syrup::Ladder;
use unctum_core::variation::{EffectNote, Variation, vary};

use super::{gas, hill_air, kadai, larder, sweets};

pub fn shelf() -> &'static (Larder, Vec<Sweet>) {
    static SHELF: OnceLock<(Larder, Vec<Sweet>)> = OnceLock::new();
    SHELF.get_or_init(|| (larder(), sweets()))
}

/// The ingredients, read once.
pub fn stocked() -> &'static Larder {
    &shelf().0
}

pub fn methods() -> Vec<&'static Method> {
    shelf().1.iter().flat_map(|s| &s.methods).collect()
}

pub fn method(sweet: &str, key: &str) -> &'static Method {
    shelf().1.iter().find(|s| s.key == sweet).expect("sweet").method(Some(key)).expect("method")
}

/// Her book: what the catalogue knows, with these swaps, in the hills.
pub fn book_with(swaps: &[Swap]) -> Book<'_> {
    static LADDER: OnceLock<Ladder> = OnceLock::new();
    let ladder = LADDER.get_or_init(Ladder::default);
    Book {
        larder: stocked(),
        swaps,
        components: components(),
        ladder,
        air: hill_air(),
        paces: unctum_core::process::Paces::default(),
    }
}

pub fn book() -> Book<'static> {
    book_with(&[])
}

pub fn written(method: &Method) -> Written {
    Written::of(method.clone(), &book()).expect("balance")
}

pub fn katori(volume_ml: f64) -> Vec<Measure> {
    vec![
        Measure { name: "Katori".into(), volume_ml, volume_sd_ml: 4.0 },
        Measure { name: "Teaspoon".into(), volume_ml: 5.0, volume_sd_ml: 0.5 },
    ]
}

/// A method worked out.
pub fn formula_of(
    method: &Method,
    size: &Size,
    measures: &[Measure],
    tools: Option<&Tools>,
    book: &Book<'_>,
) -> Result<Formula, CoreError> {
    let measuring = Measuring { measures: measures.to_vec(), by_scale: true };
    Written::of(method.clone(), book)?.at(size, book)?.weighed(&measuring, book)?.formula(tools, book)
}

pub fn worked(method: &Method, size: Size, measures: &[Measure]) -> Result<Formula, CoreError> {
    formula_of(method, &size, measures, None, &book())
}

/// A method made ready for the stove.
pub fn sheet_of(method: &Method, size: &Size, measuring: &Measuring) -> Result<StoveSheet, CoreError> {
    let book = book();
    Written::of(method.clone(), &book)?.at(size, &book)?.weighed(measuring, &book)?.stove_sheet(&book)
}

/// A method with changes, and what they do.
pub struct Changed {
    pub method: Method,
    pub effects: Vec<EffectNote>,
}

pub fn changed(method: &Method, changes: &[Variation], swaps: &[Swap]) -> Result<Changed, CoreError> {
    let book = book_with(swaps);
    let varied = vary(&Written::of(method.clone(), &book)?, changes, &book)?;
    Ok(Changed { method: varied.written.method().clone(), effects: varied.effects })
}

pub fn components() -> &'static BTreeMap<String, Sweet> {
    static COMPONENTS: OnceLock<BTreeMap<String, Sweet>> = OnceLock::new();
    COMPONENTS.get_or_init(|| shelf().1.iter().filter_map(|s| Some((s.makes.clone()?, s.clone()))).collect())
}

pub fn index(len: usize) -> impl Strategy<Value = usize> {
    0..len
}

/// Her iron kadai on the gas.
pub fn tools() -> Tools {
    Tools::among(&[], kadai(), gas())
}

/// A method worked out with pans and ring.
pub fn cooked(method: &Method, size: Size, tools: &Tools) -> Result<Formula, CoreError> {
    formula_of(method, &size, &[], Some(tools), &book())
}
