//! The sweets, ingredients, swaps and cautions that ship with the program.

use std::collections::BTreeMap;

use rust_embed::RustEmbed;
use serde::Deserialize;
use unctum_core::food::Larder;
use unctum_core::kitchen::{Air, KitchenDocument};
use unctum_core::process::{Book, Method, Paces, Step, Swap, Sweet};
use unctum_core::shelf::Card;
use unctum_core::syrup::Ladder;
use unctum_core::{CoreError, Result};

#[derive(RustEmbed)]
#[folder = "../../catalogue"]
struct Files;

#[derive(Deserialize)]
struct SwapFile {
    swaps: Vec<Swap>,
}

/// Least and largest share of a batch, 0–1.
pub type ShareRange = (f64, f64);

/// What ships with the program.
#[derive(Debug, Clone)]
pub struct Catalogue {
    /// What there is to make.
    pub sweets: Vec<Sweet>,
    /// What it is made from.
    pub larder: Larder,
    /// One ingredient for another.
    pub swaps: Vec<Swap>,
    /// The usual cautions, by key.
    pub cautions: BTreeMap<String, String>,
    /// Least and largest share of a batch that a sweet uses, by ingredient.
    pub ranges: BTreeMap<String, ShareRange>,
    /// The sweets that make an ingredient, by that ingredient.
    pub components: BTreeMap<String, Sweet>,
}

impl Catalogue {
    /// Reads and checks the embedded files.
    ///
    /// # Errors
    /// The first file that is not well formed.
    pub fn load() -> Result<Self> {
        let larder: Larder = read("ingredients.toml")?;
        larder.check()?;
        let (ladder, air) = (Ladder::default(), Air::default());
        let none = BTreeMap::new();
        let book = Book {
            larder: &larder,
            swaps: &[],
            components: &none,
            ladder: &ladder,
            air,
            paces: Paces::default(),
        };
        let mut sweets = Vec::new();
        for name in Files::iter().filter(|f| f.starts_with("sweets/")) {
            let sweet: Sweet = read(&name)?;
            sweet.check(&larder)?;
            Card::of(&sweet, false, &book, None)?;
            sweets.push(sweet);
        }
        let swaps: SwapFile = read("swaps.toml")?;
        let ranges = ranges(sweets.iter().flat_map(|s| &s.methods), &larder)?;
        let components = sweets.iter().filter_map(|s| Some((s.makes.clone()?, s.clone()))).collect();
        let cautions = read("cautions.toml")?;
        Ok(Self { sweets, swaps: swaps.swaps, cautions, ranges, components, larder })
    }

    /// The sweet of a key.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn sweet(&self, key: &str) -> Result<&Sweet> {
        self.sweets
            .iter()
            .find(|s| s.key == key)
            .ok_or_else(|| CoreError::Unknown { kind: "sweet", name: key.to_owned() })
    }

    /// The same steps with the usual cautions in words, as the sheet at the stove carries them.
    #[must_use]
    pub fn cautioned(&self, mut steps: Vec<Step>) -> Vec<Step> {
        for hazard in steps.iter_mut().flat_map(|s| &mut s.hazards) {
            if let Some(words) = self.cautions.get(hazard) {
                hazard.clone_from(words);
            }
        }
        steps
    }

    /// The book of a kitchen: what is known here, with her ladder and her air.
    ///
    /// # Errors
    /// Those of the room.
    pub fn book<'a>(&'a self, kitchen: &'a KitchenDocument) -> Result<Book<'a>> {
        Ok(Book {
            larder: &self.larder,
            swaps: &self.swaps,
            components: &self.components,
            ladder: &kitchen.ladder,
            air: kitchen.room.air()?,
            paces: Paces::of(kitchen),
        })
    }
}

fn ranges<'a>(
    methods: impl Iterator<Item = &'a Method>,
    larder: &Larder,
) -> Result<BTreeMap<String, ShareRange>> {
    let mut ranges: BTreeMap<String, ShareRange> = BTreeMap::new();
    for method in methods {
        let lines = method.lines(larder)?;
        let whole_g: f64 = lines.iter().map(|l| l.mass_g).sum();
        for line in lines {
            let share = line.mass_g / whole_g;
            let range = ranges.entry(line.ingredient).or_insert((share, share));
            *range = (range.0.min(share), range.1.max(share));
        }
    }
    Ok(ranges)
}

fn read<T: serde::de::DeserializeOwned>(name: &str) -> Result<T> {
    let fault = |words: String| CoreError::BadCatalogue(format!("{name}: {words}"));
    let file = Files::get(name).ok_or_else(|| fault("is missing".into()))?;
    let text = std::str::from_utf8(&file.data).map_err(|e| fault(e.to_string()))?;
    toml::from_str(text).map_err(|e| fault(e.to_string()))
}
