//! The sweets: found, looked at, worked out, compared; the cook's own kept; read and written in open
//! formats.

pub mod exchange;
pub mod figures;
pub mod own;
pub mod shelf;

use std::collections::BTreeMap;

use rocket::http::Status;
use unctum_core::process::{Step, Sweet};
use unctum_store::sweet as rows;

use crate::app::App;
use crate::problem::{Answer, Problem};

/// A sweet and where it is from.
pub struct Known {
    /// It.
    pub sweet: Sweet,
    /// Its version, if it is the cook's own.
    pub version: Option<i32>,
}

/// The sweet of a key, of the catalogue or the cook's own.
///
/// # Errors
/// 404.
pub async fn known(app: &App, key: &str) -> Answer<Known> {
    if let Some(id) = rows::id_of(key) {
        let own = app.read(move |c| rows::load(c, id)).await?;
        return Ok(Known { sweet: own.sweet, version: Some(own.version) });
    }
    let sweet = app
        .catalogue
        .sweet(key)
        .map_err(|e| Problem::new(Status::NotFound, "not-found", "Not there", e.to_string()))?;
    Ok(Known { sweet: sweet.clone(), version: None })
}

/// Words of the cautions that steps name.
#[must_use]
pub fn cautions(app: &App, steps: &[Step]) -> BTreeMap<String, String> {
    steps
        .iter()
        .flat_map(|s| &s.hazards)
        .filter_map(|key| Some((key.clone(), app.catalogue.cautions.get(key)?.clone())))
        .collect()
}
