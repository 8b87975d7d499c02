//! The syrup bench: questions without memory.

use rocket::serde::json::Json;
use rocket::{get, post};
use serde::Deserialize;
use unctum_core::CoreError;
use unctum_core::kitchen::{Flame, Pan, Ring, Room, Thermometer};
use unctum_core::pan::{BoilDown, BoilDownQuestion};
use unctum_core::syrup::locate::Target;
use unctum_core::syrup::stage::LADDER;
use unctum_core::syrup::{Charge, Location, Properties, Reading, Stage, StageKey};
use unctum_core::water::air_pressure_pa;
use utoipa::ToSchema;

use crate::body::Body;
use crate::problem::{Answer, Problem};

/// A syrup at a temperature and an altitude.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"sucrose_g": 700, "reducing_g": 0, "water_g": 300, "temperature_c": 20, "altitude_m": 0}))]
pub struct PropertiesQuestion {
    /// Sucrose, g.
    pub sucrose_g: f64,
    /// Glucose and fructose, g.
    #[serde(default)]
    pub reducing_g: f64,
    /// Dissolved minerals, g.
    #[serde(default)]
    pub ash_g: f64,
    /// What stays in the sieve, g.
    #[serde(default)]
    pub insoluble_g: f64,
    /// Water, g.
    pub water_g: f64,
    /// Temperature, °C; 20 if left out.
    #[serde(default)]
    pub temperature_c: Option<f64>,
    /// Altitude, m; sea level if neither it nor the pressure is given.
    #[serde(default)]
    pub altitude_m: Option<f64>,
    /// Station pressure, Pa; wins over the altitude.
    #[serde(default)]
    pub pressure_pa: Option<f64>,
}

/// A charge, one reading, and where to go.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"sucrose_g": 260, "water_g": 130, "altitude_m": 1480,
    "reading": {"kind": "weight", "gross_g": 2210, "tare_g": 1850}, "target_stage": "one-string"}))]
pub struct LocateQuestion {
    /// Sucrose, g.
    pub sucrose_g: f64,
    /// Glucose and fructose, g.
    #[serde(default)]
    pub reducing_g: f64,
    /// Dissolved minerals, g.
    #[serde(default)]
    pub ash_g: f64,
    /// What stays in the sieve, g.
    #[serde(default)]
    pub insoluble_g: f64,
    /// Water at the start, g.
    pub water_g: f64,
    /// Accepted with the rest of a charge; a reading needs no other temperature.
    #[serde(default)]
    pub temperature_c: Option<f64>,
    /// Altitude, m; sea level if neither it nor the pressure is given.
    #[serde(default)]
    pub altitude_m: Option<f64>,
    /// Station pressure, Pa; wins over the altitude.
    #[serde(default)]
    pub pressure_pa: Option<f64>,
    /// What was read, instrument errors taken out.
    pub reading: Reading,
    /// Stage to go to.
    #[serde(default)]
    pub target_stage: Option<StageKey>,
    /// Strength to go to, 0–1; wins over the stage.
    #[serde(default)]
    pub target_solids_frac: Option<f64>,
}

/// A whole boil.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({
    "charge": {"sucrose_g": 260, "water_g": 130},
    "pan": {"name": "Kadai", "tare_g": 1850, "diameter_cm": 24, "wall_height_cm": 9, "heat_capacity_j_k": 850},
    "ring": {"name": "Left", "kind": "gas", "rated_power_w": 1800, "efficiency_frac": 0.42, "efficiency_sd": 0.08},
    "flame": "medium", "room": {"altitude_m": 1480, "room_c": 24}, "target_stage": "one-string"}))]
pub struct BoilDownAsk {
    /// What is in the pan.
    pub charge: Charge,
    /// The pan.
    pub pan: Pan,
    /// The ring.
    pub ring: Ring,
    /// Share of the full flame, 0–1; wins over the word.
    #[serde(default)]
    pub flame_frac: Option<f64>,
    /// The flame in words.
    #[serde(default)]
    pub flame: Option<Flame>,
    /// The thermometer to read temperatures on; a true one if left out.
    #[serde(default)]
    pub thermometer: Option<Thermometer>,
    /// The room.
    #[serde(default)]
    pub room: Room,
    /// Stage to land on.
    #[serde(default)]
    pub target_stage: Option<StageKey>,
    /// Strength to land on, 0–1; wins over the stage.
    #[serde(default)]
    pub target_solids_frac: Option<f64>,
    /// Most points in a series, 2–2,000.
    #[serde(default)]
    pub max_points: Option<u32>,
}

fn target(stage: Option<StageKey>, solids_frac: Option<f64>) -> Option<Target> {
    solids_frac.map(Target::SolidsFrac).or(stage.map(Target::Stage))
}

/// The ladder of stages.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", responses((status = 200, body = Vec<Stage>)))]
#[get("/syrup/stages")]
pub fn stages() -> Json<&'static [Stage]> {
    Json(&LADDER)
}

/// What a syrup is like.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = PropertiesQuestion,
    responses((status = 200, body = Properties), (status = 400, body = Problem), (status = 413, body = Problem), (status = 422, body = Problem)))]
#[post("/syrup/properties", data = "<body>")]
pub fn properties(body: Body<PropertiesQuestion>) -> Answer<Json<Properties>> {
    let q = body.0?;
    let charge = Charge {
        sucrose_g: q.sucrose_g,
        reducing_g: q.reducing_g,
        ash_g: q.ash_g,
        insoluble_g: q.insoluble_g,
        water_g: q.water_g,
    };
    let pressure_pa = air_pressure_pa(q.altitude_m, q.pressure_pa)?;
    Ok(Json(unctum_core::syrup::properties(&charge, q.temperature_c.unwrap_or(20.0), pressure_pa)?))
}

/// Where a reading puts the syrup.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = LocateQuestion,
    responses((status = 200, body = Location), (status = 400, body = Problem), (status = 413, body = Problem), (status = 422, body = Problem)))]
#[post("/syrup/locate", data = "<body>")]
pub fn locate(body: Body<LocateQuestion>) -> Answer<Json<Location>> {
    let q = body.0?;
    let charge = Charge {
        sucrose_g: q.sucrose_g,
        reducing_g: q.reducing_g,
        ash_g: q.ash_g,
        insoluble_g: q.insoluble_g,
        water_g: q.water_g,
    };
    let pressure_pa = air_pressure_pa(q.altitude_m, q.pressure_pa)?;
    let target = target(q.target_stage, q.target_solids_frac);
    Ok(Json(unctum_core::syrup::locate(&charge, q.reading, pressure_pa, target)?))
}

/// A whole boil: series, stages, turn-off, carry-over and spread.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = BoilDownAsk,
    responses((status = 200, body = BoilDown), (status = 400, body = Problem), (status = 413, body = Problem), (status = 422, body = Problem)))]
#[post("/syrup/boil-down", data = "<body>")]
pub fn boil_down(body: Body<BoilDownAsk>) -> Answer<Json<BoilDown>> {
    let q = body.0?;
    let goal = target(q.target_stage, q.target_solids_frac)
        .ok_or_else(|| CoreError::NotNow("Say which stage or strength to boil to.".into()))?;
    let question = BoilDownQuestion {
        charge: q.charge,
        pan: q.pan,
        ring: q.ring,
        flame_frac: q
            .flame_frac
            .or(q.flame.map(Flame::frac))
            .ok_or_else(|| CoreError::NotNow("Say how high the flame is.".into()))?,
        air: q.room.air()?,
        thermometer: q.thermometer,
        target_frac: goal.solids_frac()?,
        max_points: usize::try_from(q.max_points.unwrap_or(200)).unwrap_or(200),
    };
    Ok(Json(unctum_core::pan::boil_down(&question)?))
}
