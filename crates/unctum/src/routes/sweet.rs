//! The sweets and their amounts.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use unctum_core::kitchen::{Flame, KitchenDocument, Pan, Ring, Thermometer};
use unctum_core::pan::program::HobChange;
use unctum_core::pan::{BoilDownQuestion, StageSigns, TurnOff, boil_down, stage_signs};
use unctum_core::process::{Formula, Sweet};
use unctum_store::StoreError;
use unctum_store::kitchen::load;
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::problem::{Answer, Problem};

/// How much, and with what.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"base_g": 400, "pan_id": 1, "ring_id": 1, "thermometer_id": 1}))]
pub struct FormulaAsk {
    /// Method; the first if left out.
    #[serde(default)]
    pub method_key: Option<String>,
    /// How much of the base ingredient, g.
    pub base_g: f64,
    /// Pan; the first of the kitchen if left out.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// Ring; the first of the kitchen if left out.
    #[serde(default)]
    pub ring_id: Option<i32>,
    /// Thermometer; none if left out.
    #[serde(default)]
    pub thermometer_id: Option<i32>,
}

/// Amounts, and what the stage looks like on the cook's own instruments.
#[derive(Serialize, ToSchema)]
pub struct FormulaAnswer {
    /// What to weigh and what becomes of it.
    pub formula: Formula,
    /// The stage on her scale and thermometer.
    pub signs: StageSigns,
    /// When to turn off, on a medium flame.
    pub turn_off: TurnOff,
    /// Whether the froth may come over the rim.
    pub may_boil_over: bool,
    /// Boiling point of water here, °C.
    pub water_boil_c: f64,
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

/// The sweet of a key, or 404.
///
/// # Errors
/// 404.
pub fn known<'a>(app: &'a App, key: &str) -> Answer<&'a Sweet> {
    app.catalogue
        .sweet(key)
        .map_err(|e| Problem::new(Status::NotFound, "not-found", "Not there", e.to_string()))
}

/// All sweets.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", responses((status = 200, body = Vec<Sweet>)))]
#[get("/sweets")]
pub fn sweets(app: &State<App>) -> Json<&[Sweet]> {
    Json(&app.inner().catalogue.sweets)
}

/// One sweet.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)),
    responses((status = 200, body = Sweet), (status = 404, body = Problem)))]
#[get("/sweets/<key>")]
pub fn sweet<'a>(app: &'a State<App>, key: &str) -> Answer<Json<&'a Sweet>> {
    Ok(Json(known(app.inner(), key)?))
}

/// Amounts for a batch, and the stage's signs in this kitchen.
///
/// # Errors
/// 404 for an unknown sweet, pan, ring or thermometer; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)), request_body = FormulaAsk,
    responses((status = 200, body = FormulaAnswer), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/sweets/<key>/formula", data = "<body>")]
pub async fn formula(app: &State<App>, key: &str, body: Body<FormulaAsk>) -> Answer<Json<FormulaAnswer>> {
    let ask = body.0?;
    let targets = &known(app.inner(), key)?.method(ask.method_key.as_deref())?.targets;
    let kitchen = app.read(load).await?;
    let formula = unctum_core::process::formula(targets, &app.catalogue.larder, ask.base_g, &kitchen.ladder)?;
    let chosen = choose(&kitchen, ask.pan_id, ask.ring_id, ask.thermometer_id)?;
    let air = kitchen.room.air()?;
    let boil = boil_down(&BoilDownQuestion {
        charge: formula.charge,
        pan: chosen.pan.clone(),
        ring: chosen.ring,
        program: vec![HobChange::steady(Flame::Medium.frac())],
        charge_water_sd_g: 0.0,
        ladder: kitchen.ladder,
        air,
        thermometer: chosen.thermometer.clone(),
        target_frac: formula.target_solids_frac,
        max_points: 2,
    })?;
    let thermometer = chosen.thermometer.as_ref();
    Ok(Json(FormulaAnswer {
        signs: stage_signs(&formula.charge, formula.stage, &chosen.pan, thermometer, &air, &kitchen.ladder),
        turn_off: boil.turn_off,
        may_boil_over: boil.may_boil_over,
        water_boil_c: unctum_core::water::saturation_temperature_c(air.pressure_pa),
        formula,
    }))
}
