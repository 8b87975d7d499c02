//! The catalogue as the tests of the process ask it.

use std::collections::BTreeMap;
use std::sync::OnceLock;

use proptest::prelude::Strategy;
use unctum_core::CoreError;
use unctum_core::food::Larder;
use unctum_core::kitchen::Measure;
use unctum_core::process::{
    Formula, FormulaQuestion, Knowledge, Method, Setting, Size, Swap, Sweet, Tools, formula,
};
use unctum_core::syrup::Ladder;

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

pub fn setting() -> Setting<'static> {
    static LADDER: OnceLock<Ladder> = OnceLock::new();
    Setting { larder: &shelf().0, ladder: LADDER.get_or_init(Ladder::default), air: hill_air() }
}

pub fn katori(volume_ml: f64) -> Vec<Measure> {
    vec![
        Measure { name: "Katori".into(), volume_ml, volume_sd_ml: 4.0 },
        Measure { name: "Teaspoon".into(), volume_ml: 5.0, volume_sd_ml: 0.5 },
    ]
}

pub fn worked(method: &Method, size: Size, measures: &[Measure]) -> Result<Formula, CoreError> {
    let components = BTreeMap::new();
    let q = FormulaQuestion { method, size: &size, measures, tools: None, components: &components };
    formula(&q, &setting())
}

pub fn components() -> &'static BTreeMap<String, &'static Sweet> {
    static COMPONENTS: OnceLock<BTreeMap<String, &'static Sweet>> = OnceLock::new();
    COMPONENTS.get_or_init(|| shelf().1.iter().filter_map(|s| Some((s.makes.clone()?, s))).collect())
}

pub fn known(swaps: &[Swap]) -> Knowledge<'_> {
    Knowledge { swaps, components: components() }
}

pub fn index(len: usize) -> impl Strategy<Value = usize> {
    0..len
}

/// Her iron kadai on the gas.
pub fn tools() -> Tools {
    Tools { pan: kadai(), wide_pan: kadai(), ring: gas() }
}

/// A method worked out with pans and ring.
pub fn cooked(method: &Method, size: Size, tools: &Tools) -> Result<Formula, CoreError> {
    let components = BTreeMap::new();
    let q =
        FormulaQuestion { method, size: &size, measures: &[], tools: Some(tools), components: &components };
    formula(&q, &setting())
}
