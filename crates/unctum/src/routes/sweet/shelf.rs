//! What there is: searched, opened, and what it is made from.

use std::sync::Arc;

use rocket::form::FromForm;
use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, get};
use serde::Serialize;
use unctum_core::find::Sound;
use unctum_core::food::{Ingredient, Larder};
use unctum_core::process::{Family, Line, Method, Sweet};
use unctum_core::shelf::{Card, Suits, Wanted};
use unctum_core::variation::Offer;
use unctum_store::kitchen;
use utoipa::{IntoParams, ToSchema};

use super::known;
use crate::app::App;
use crate::problem::{Answer, Problem};
use crate::tagged::Tagged;

/// Most own sweets in one answer.
const MOST: usize = 60;

/// What to look for; what is left out does not matter.
#[derive(FromForm, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct Search {
    /// Words: name, other name or ingredient.
    q: Option<String>,
    /// Family.
    family: Option<String>,
    /// Key of an ingredient that is in it.
    ingredient: Option<String>,
    /// Allergens that are not in it, between commas.
    without: Option<String>,
    /// Whom it has to suit, between commas: `vegetarian`, `no-egg`, `no-cane`, `jaggery-only`.
    suits: Option<String>,
    /// Longest time from start to end, min.
    max_min: Option<f64>,
    /// Only what needs no instrument.
    instrument_free: Option<bool>,
    /// Only what suits a first try.
    beginner: Option<bool>,
    /// Only the cook's own.
    own: Option<bool>,
}

impl Search {
    fn wanted(self, larder: &Larder) -> Answer<(Wanted, bool)> {
        let family: Option<Family> = self
            .family
            .filter(|f| !f.is_empty())
            .map(|f| serde_json::from_value(f.into()))
            .transpose()
            .map_err(|_| {
                Problem::new(
                    Status::UnprocessableEntity,
                    "unknown-name",
                    "That cannot be",
                    "There is no such family. Choose one from the list.",
                )
            })?;
        let words: String = self.q.unwrap_or_default().chars().take(200).collect();
        let without = self.without.unwrap_or_default();
        let without: Vec<String> =
            without.split(',').map(|a| a.trim().to_owned()).filter(|a| !a.is_empty()).collect();
        // A sweet that is taken to be without something has to be without it.
        let known = |a: &String| larder.0.values().any(|i| i.allergens.contains(a));
        if let Some(unknown) = without.iter().find(|a| !known(a)) {
            return Err(Problem::new(
                Status::UnprocessableEntity,
                "unknown-name",
                "That cannot be",
                format!("“{unknown}” is no allergen that is known here. Choose one from the list."),
            ));
        }
        let suits = self.suits.unwrap_or_default();
        let suits = suits.split(',').map(str::trim).filter(|s| !s.is_empty());
        let suits: Vec<Suits> =
            suits.map(|s| serde_json::from_value(s.into())).collect::<Result<_, _>>().map_err(|_| {
                Problem::new(
                    Status::UnprocessableEntity,
                    "unknown-name",
                    "That cannot be",
                    "Nobody knows what that should suit. Choose one from the list.",
                )
            })?;
        let wanted = Wanted {
            suits,
            words: Sound::of(&words),
            family,
            ingredient: self.ingredient.filter(|i| !i.is_empty()),
            without,
            max_total_min: self.max_min.filter(|m| m.is_finite()),
            instrument_free: self.instrument_free.unwrap_or(false),
            beginner: self.beginner.unwrap_or(false),
        };
        Ok((wanted, self.own.unwrap_or(false)))
    }
}

/// What was found.
#[derive(Serialize, ToSchema)]
pub struct Shelf {
    /// How many answer.
    pub total: usize,
    /// Those of the catalogue, best first, then the cook's own by name; at most 60 of these.
    pub cards: Vec<Card>,
}

/// A sweet with what its page shows beside it.
#[derive(Serialize, ToSchema)]
pub struct SweetPage {
    /// It.
    pub sweet: Sweet,
    /// Its version, if it is the cook's own.
    pub version: Option<i32>,
    /// What each method starts from, and its variations.
    pub methods: Vec<MethodExtra>,
}

/// What a method's page shows beside it.
#[derive(Serialize, ToSchema)]
pub struct MethodExtra {
    /// Its key.
    pub key: String,
    /// The ingredient that the cook starts from.
    pub base: Line,
    /// Variations that work out.
    pub offers: Vec<Offer>,
}

/// Sweets of the catalogue and of the cook.
///
/// # Errors
/// 422 for an unknown family or allergen.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(Search),
    responses((status = 200, body = Shelf), (status = 422, body = Problem)))]
#[get("/sweets?<search..>")]
pub async fn sweets(app: &State<App>, search: Search) -> Answer<Json<Shelf>> {
    let (wanted, own_only) = search.wanted(&app.catalogue.larder)?;
    let (shelf, ours) = (Arc::clone(&app.own_shelf), Arc::clone(&app.catalogue_shelf));
    let catalogue = Arc::clone(&app.catalogue);
    let (own, shipped) =
        app.read(move |c| Ok((shelf.cards(&catalogue, c)?, ours.cards(&catalogue, c)?))).await?;
    let larder = &app.catalogue.larder;
    let mut found: Vec<(f64, &Card)> = if own_only {
        Vec::new()
    } else {
        shipped.iter().filter_map(|c| Some((c.answers(&wanted, larder)?, c))).collect()
    };
    found.sort_by(|a, b| b.0.total_cmp(&a.0).then_with(|| a.1.name.cmp(&b.1.name)));
    let mut mine: Vec<(f64, &Card)> =
        own.iter().filter_map(|c| Some((c.answers(&wanted, larder)?, c))).collect();
    mine.sort_by(|a, b| b.0.total_cmp(&a.0));
    let total = found.len() + mine.len();
    let cards = found.into_iter().chain(mine.into_iter().take(MOST)).map(|(_, card)| card.clone()).collect();
    Ok(Json(Shelf { total, cards }))
}

/// One sweet.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)),
    responses((status = 200, body = SweetPage, headers(("ETag" = String, description = "Version of an own sweet."))),
        (status = 404, body = Problem)))]
#[get("/sweets/<key>")]
pub async fn sweet(app: &State<App>, key: &str) -> Answer<Tagged<SweetPage>> {
    let found = known(app, key).await?;
    let (kitchen, at) = app.read(|c| Ok((kitchen::load(c)?, kitchen::version(c)?))).await?;
    let saved = (key.to_owned(), found.version);
    let page = app.works_out(move |app| {
        let sweet = found.sweet;
        let offers = app.offers.of((saved, &sweet), (&kitchen, at), &app.catalogue)?;
        let extra = |(m, offers): (&Method, &Vec<Offer>)| {
            let base = m.base(&app.catalogue.larder)?;
            Ok(MethodExtra { key: m.key.clone(), base, offers: offers.clone() })
        };
        let methods =
            sweet.methods.iter().zip(offers.iter()).map(extra).collect::<unctum_core::Result<_>>()?;
        Ok(SweetPage { methods, version: found.version, sweet })
    });
    let body = page.await?;
    Ok(Tagged { status: Status::Ok, version: body.version, body })
}

/// An ingredient with its key.
#[derive(Serialize, ToSchema)]
pub struct KeyedIngredient {
    /// Its key.
    pub key: String,
    /// It.
    pub ingredient: Ingredient,
}

/// All ingredients.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", responses((status = 200, body = Vec<KeyedIngredient>)))]
#[get("/ingredients")]
pub fn ingredients(app: &State<App>) -> Json<Vec<KeyedIngredient>> {
    let keyed =
        |(key, i): (&String, &Ingredient)| KeyedIngredient { key: key.clone(), ingredient: i.clone() };
    Json(app.catalogue.larder.0.iter().map(keyed).collect())
}

/// All allergens that anything in the larder carries.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", responses((status = 200, body = Vec<String>)))]
#[get("/allergens")]
pub fn allergens(app: &State<App>) -> Json<Vec<String>> {
    Json(app.catalogue.larder.allergens())
}
