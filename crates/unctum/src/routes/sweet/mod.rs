//! The sweets: found, looked at, worked out, compared; the cook's own kept; read and written in open
//! formats.

pub mod exchange;
pub mod figures;
pub mod own;
pub mod shelf;

use std::collections::BTreeMap;

use rocket::http::Status;
use rocket::request::{FromRequest, Outcome, Request};
use rocket::response::{self, Responder, Response};
use rocket::serde::json::Json;
use serde::Serialize;
use unctum_core::kitchen::{KitchenDocument, Measure, Pan, Ring, Thermometer};
use unctum_core::process::{Setting, Step, Sweet, Tools};
use unctum_store::{StoreError, sweet as rows};

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

/// Larder, ladder and air of a kitchen.
///
/// # Errors
/// Those of the room.
pub fn setting<'a>(app: &'a App, kitchen: &'a KitchenDocument) -> Answer<Setting<'a>> {
    Ok(Setting { larder: &app.catalogue.larder, ladder: &kitchen.ladder, air: kitchen.room.air()? })
}

/// Pan, ring and thermometer chosen from a kitchen.
pub struct Chosen {
    /// The pan.
    pub pan: Pan,
    /// The ring.
    pub ring: Ring,
    /// The thermometer, if any.
    pub thermometer: Option<Thermometer>,
}

fn pick<T>(
    what: &'static str,
    mut all: impl Iterator<Item = (Option<i32>, T)>,
    id: Option<i32>,
) -> Result<T, StoreError> {
    let found = match id {
        Some(_) => all.find(|(known, _)| *known == id),
        None => all.next(),
    };
    found.map(|(_, thing)| thing).ok_or(StoreError::NotFound { what, id: id.unwrap_or(0) })
}

/// Chooses from a kitchen by number; the first pan and ring where none is named.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn choose(
    kitchen: &KitchenDocument,
    pan_id: Option<i32>,
    ring_id: Option<i32>,
    thermometer_id: Option<i32>,
) -> Result<Chosen, StoreError> {
    Ok(Chosen {
        pan: pick("pan", kitchen.pans.iter().map(|p| (p.id, p.pan.clone())), pan_id)?,
        ring: pick("ring", kitchen.rings.iter().map(|r| (r.id, r.ring.clone())), ring_id)?,
        thermometer: thermometer_id
            .map(|id| {
                let all = kitchen.thermometers.iter().map(|t| (t.id, t.thermometer.clone()));
                pick("thermometer", all, Some(id))
            })
            .transpose()?,
    })
}

/// Her widest pan is the one for milk.
#[must_use]
pub fn tools(kitchen: &KitchenDocument, chosen: &Chosen) -> Tools {
    let wide = kitchen.pans.iter().map(|p| &p.pan).max_by(|a, b| a.diameter_cm.total_cmp(&b.diameter_cm));
    Tools {
        pan: chosen.pan.clone(),
        wide_pan: wide.unwrap_or(&chosen.pan).clone(),
        ring: chosen.ring.clone(),
    }
}

/// The measures she uses: the cup chosen with all smaller ones, or all; the usual ones in a kitchen
/// without any.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn measures(kitchen: &KitchenDocument, cup_id: Option<i32>) -> Result<Vec<Measure>, StoreError> {
    let all = || kitchen.measures.iter().map(|m| (m.id, m.measure.clone()));
    let Some(_) = cup_id else {
        let hers: Vec<Measure> = all().map(|(_, m)| m).collect();
        return Ok(if hers.is_empty() { usual_measures() } else { hers });
    };
    let cup = pick("cup", all(), cup_id)?;
    let smaller = all().map(|(_, m)| m).filter(|m| m.volume_ml < 0.3 * cup.volume_ml);
    Ok(std::iter::once(cup.clone()).chain(smaller).collect())
}

fn usual_measures() -> Vec<Measure> {
    let measure = |name: &str, volume_ml: f64, volume_sd_ml: f64| Measure {
        name: name.to_owned(),
        volume_ml,
        volume_sd_ml,
    };
    vec![
        measure("Cup of 240 ml", 240.0, 8.0),
        measure("Tablespoon of 15 ml", 15.0, 1.5),
        measure("Teaspoon of 5 ml", 5.0, 0.6),
    ]
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

/// An answer that carries the version it stands at, and, for something new, its status.
pub struct Tagged<T> {
    /// 200 or 201.
    pub status: Status,
    /// The version.
    pub version: Option<i32>,
    /// The answer.
    pub body: T,
}

impl<'r, T: Serialize> Responder<'r, 'static> for Tagged<T> {
    fn respond_to(self, request: &'r Request<'_>) -> response::Result<'static> {
        let mut response = Response::build_from(Json(self.body).respond_to(request)?);
        response.status(self.status);
        if let Some(version) = self.version {
            response.raw_header("ETag", format!("\"{version}\""));
        }
        response.ok()
    }
}

/// The version that a change is based on, from `If-Match`.
pub struct IfMatch(pub Result<i32, Problem>);

#[rocket::async_trait]
impl<'r> FromRequest<'r> for IfMatch {
    type Error = Problem;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Problem> {
        let told = request.headers().get_one("If-Match");
        let version = told.map(|t| t.trim().trim_start_matches("W/").trim_matches('"').parse::<i32>());
        Outcome::Success(Self(match version {
            Some(Ok(version)) => Ok(version),
            Some(Err(_)) => Err(Problem::new(
                Status::BadRequest,
                "bad-version",
                "Not understood",
                "If-Match has to carry the version that was read, as its ETag had it.",
            )),
            None => Err(Problem::new(
                Status::PreconditionRequired,
                "version-missing",
                "Which version?",
                "Say in If-Match which version this change is based on, so that nobody's work is lost.",
            )),
        }))
    }
}
