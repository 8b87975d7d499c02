//! The sweets and ingredients that ship with the program.

use rust_embed::RustEmbed;
use unctum_core::food::Larder;
use unctum_core::process::Sweet;
use unctum_core::{CoreError, Result};

#[derive(RustEmbed)]
#[folder = "../../catalogue"]
struct Files;

/// Sweets and larder.
#[derive(Debug, Clone)]
pub struct Catalogue {
    /// What there is to make.
    pub sweets: Vec<Sweet>,
    /// What it is made from.
    pub larder: Larder,
}

impl Catalogue {
    /// Reads and checks the embedded files.
    ///
    /// # Errors
    /// The first file that is not well formed.
    pub fn load() -> Result<Self> {
        let larder: Larder = read("ingredients.toml")?;
        larder.check()?;
        let mut sweets = Vec::new();
        for name in Files::iter().filter(|f| f.starts_with("sweets/")) {
            let sweet: Sweet = read(&name)?;
            sweet.check(&larder)?;
            sweets.push(sweet);
        }
        Ok(Self { sweets, larder })
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
}

fn read<T: serde::de::DeserializeOwned>(name: &str) -> Result<T> {
    let fault = |words: String| CoreError::BadProcess(format!("{name}: {words}"));
    let file = Files::get(name).ok_or_else(|| fault("is missing".into()))?;
    let text = std::str::from_utf8(&file.data).map_err(|e| fault(e.to_string()))?;
    toml::from_str(text).map_err(|e| fault(e.to_string()))
}
