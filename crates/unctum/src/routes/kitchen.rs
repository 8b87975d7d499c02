//! The kitchen as the cook set it up, what it was before, and the checks that make it known better.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, get, post, put};
use serde::{Deserialize, Serialize};
use unctum_core::calibrate::{
    self, BoilOffCheck, CupsCheck, HeatingCheck, MeasureCheck, MeasureFound, PanCheck, PanFound, RingFound,
    ThermometerCheck, ThermometerFound,
};
use unctum_core::kitchen::{
    FirstAnswers, Flame, Guess, KitchenDocument, KitchenWords, NewThings, NumberedRing, NumberedThermometer,
    Pour, RING_KINDS, RingKind, Room, first_kitchen,
};
use unctum_core::learn::{LearntUse, learnt_used};
use unctum_core::syrup::{SCHOOLS, School, Stage, StageKey};
use unctum_core::water::{altitude_of_pressure_m, saturation_temperature_c};
use unctum_store::SqliteConnection;
use unctum_store::kitchen::{self as rows, BasedOn, load, save_over};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};
use crate::pulse::tell_batch;
use crate::tagged::{IfMatch, Tagged};
use crate::weighed::into_batches;

/// The kitchen with what follows from it.
#[derive(Serialize, ToSchema)]
pub struct KitchenView {
    /// As the cook set it up.
    pub kitchen: KitchenDocument,
    /// Air pressure computed with, Pa.
    pub pressure_pa: f64,
    /// Boiling point of water here, °C.
    pub water_boil_c: f64,
    /// The stages at the cook's own edges.
    pub stages: Vec<Stage>,
    /// The stages a syrup is boiled to and looked at for.
    pub boiled_to: Vec<StageKey>,
    /// What water is poured by where nothing is weighed, the least first.
    pub pours: Vec<Pour>,
    /// Where the words for the flame stand.
    pub flame_dial: FlameDial,
    /// What each pan holds to its rim, ml, in the order of the pans.
    pub capacities_ml: Vec<f64>,
    /// Whether each measure is a cup and not a spoon, in the order of the measures.
    pub is_cup: Vec<bool>,
    /// The version it stands at; 1 is a kitchen that nobody has set up.
    pub version: i32,
    /// Its things in words.
    pub words: KitchenWords,
    /// What is taken for a ring of each kind that was never checked.
    pub ring_kinds: Vec<UsualRing>,
    /// One of each thing, new: what she begins to fill in from.
    pub new_things: NewThings,
    /// Its rings with what was learnt of them: what is reckoned is reckoned with these.
    pub known_rings: Vec<NumberedRing>,
    /// Its thermometers with what was learnt of them.
    pub known_thermometers: Vec<NumberedThermometer>,
    /// What earlier batches taught that is used.
    pub learnt: Vec<LearntUse>,
}

/// A ring of a kind, as it is taken before it was checked.
#[derive(Serialize, ToSchema)]
pub struct UsualRing {
    /// The kind.
    pub kind: RingKind,
    /// Share of its power that reaches the pan, 0–1.
    pub efficiency_frac: f64,
    /// Standard deviation of that share.
    pub efficiency_sd: f64,
}

impl UsualRing {
    fn of(kind: RingKind) -> Self {
        let (efficiency_frac, efficiency_sd) = kind.efficiency();
        Self { kind, efficiency_frac, efficiency_sd }
    }
}

/// Where the words for the flame stand on a dial from 0 to 1.
#[derive(Serialize, ToSchema)]
pub struct FlameDial {
    /// Low.
    pub low: f64,
    /// Medium.
    pub medium: f64,
    /// High.
    pub high: f64,
}

/// A change of the kitchen that can be taken back.
#[derive(Serialize, ToSchema)]
pub struct KitchenChange {
    /// Its number.
    pub id: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
}

fn view((kitchen, version): (KitchenDocument, i32)) -> Answer<Tagged<KitchenView>> {
    let pressure_pa = kitchen.room.air()?.pressure_pa;
    let known = kitchen.as_known();
    let body = KitchenView {
        known_rings: known.rings,
        known_thermometers: known.thermometers,
        learnt: learnt_used(&kitchen, |_| "The sweet".to_owned()),
        version,
        words: kitchen.words(),
        new_things: NewThings::default(),
        ring_kinds: RING_KINDS.map(UsualRing::of).into_iter().collect(),
        pressure_pa,
        water_boil_c: saturation_temperature_c(pressure_pa),
        stages: kitchen.ladder.stages().to_vec(),
        boiled_to: kitchen.ladder.boiled_to(),
        pours: kitchen.pours(),
        flame_dial: FlameDial {
            low: Flame::Low.frac(),
            medium: Flame::Medium.frac(),
            high: Flame::High.frac(),
        },
        is_cup: kitchen.measures.iter().map(|m| m.measure.is_cup()).collect(),
        capacities_ml: kitchen.pans.iter().map(|p| p.pan.capacity_ml()).collect(),
        kitchen,
    };
    Ok(Tagged { status: Status::Ok, version: Some(version), body })
}

fn standing(c: &mut SqliteConnection) -> unctum_store::Result<(KitchenDocument, i32)> {
    Ok((load(c)?, rows::version(c)?))
}

/// The kitchen.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", responses((status = 200, body = KitchenView)))]
#[get("/kitchen")]
pub async fn kitchen(app: &State<App>) -> Answer<Tagged<KitchenView>> {
    view(app.read(standing).await?)
}

/// Replaces the kitchen and keeps what it was; batches keep the copies they started with, but for what a pan weighs
/// that was not known yet. What others changed since the version named in `If-Match` is kept too.
///
/// # Errors
/// 412 where somebody changed the same thing; 428 without `If-Match`; 400, 413 or 422 with a sentence and a
/// code. Nothing is changed then.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = KitchenDocument,
    params(("reason" = Option<String>, Query, description = "What was done, for the history; left out: which parts were changed."),
        ("mine_stands" = Option<bool>, Query, description = "Whether this change stands where somebody changed the same thing."),
        ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 200, body = KitchenView), (status = 412, body = Problem), (status = 422, body = Problem),
        (status = 428, body = Problem)))]
#[put("/kitchen?<reason>&<mine_stands>", data = "<body>")]
pub async fn save_kitchen(
    app: &State<App>,
    reason: Option<String>,
    mine_stands: Option<bool>,
    based_on: IfMatch,
    body: Body<KitchenDocument>,
) -> Answer<Tagged<KitchenView>> {
    let (version, wanted) = (based_on.0?, body.0?.settled());
    let based_on = BasedOn { version, mine_stands: mine_stands.unwrap_or(false) };
    let now_ms = app.clock.now_ms();
    let following = app.following.within_write();
    let (saved, reached) = app
        .write(move |c| {
            save_over(c, based_on, &wanted, reason.as_deref(), now_ms)?;
            let saved = standing(c)?;
            let reached = into_batches(c, &following, &saved.0, now_ms)?;
            Ok((saved, reached))
        })
        .await?;
    app.tell(Change::Kitchen);
    for id in reached {
        tell_batch(app, id).await?;
    }
    view(saved)
}

/// The changes that can be taken back, newest first.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", responses((status = 200, body = Vec<KitchenChange>)))]
#[get("/kitchen/history")]
pub async fn history(app: &State<App>) -> Answer<Json<Vec<KitchenChange>>> {
    let changes = app.read(rows::history).await?;
    let change = |c: rows::KitchenChange| KitchenChange { id: c.id, at_ms: c.at_ms, reason: c.reason };
    Ok(Json(changes.into_iter().map(change).collect()))
}

/// Takes the newest change back.
///
/// # Errors
/// 422 when there is none, or it is not the newest; nothing is changed then.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", params(("id" = i32, Path)),
    responses((status = 200, body = KitchenView), (status = 422, body = Problem)))]
#[post("/kitchen/history/<id>/undo")]
pub async fn undo(app: &State<App>, id: i32) -> Answer<Tagged<KitchenView>> {
    let restored = app.write(move |c| rows::undo(c, id).and_then(|()| standing(c))).await?;
    app.tell(Change::Kitchen);
    view(restored)
}

/// A kitchen guessed from the first answers.
#[derive(Serialize, ToSchema)]
pub struct FirstKitchen {
    /// It; nothing is stored.
    pub kitchen: KitchenDocument,
    /// What in it is a guess.
    pub guesses: Vec<Guess>,
}

/// The kitchen that follows from four plain answers. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = FirstAnswers,
    responses((status = 200, body = FirstKitchen), (status = 422, body = Problem)))]
#[post("/kitchen/first", data = "<body>")]
pub fn first(body: Body<FirstAnswers>) -> Answer<Json<FirstKitchen>> {
    let (kitchen, guesses) = first_kitchen(&body.0?)?;
    Ok(Json(FirstKitchen { kitchen, guesses }))
}

/// A check of a ring with cups of cold water, in a room.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CupsAsk {
    /// What was done.
    pub check: CupsCheck,
    /// The room.
    #[serde(default)]
    pub room: Room,
}

/// Efficiency of a ring from cups of cold water brought to the boil. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = CupsAsk,
    responses((status = 200, body = RingFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/ring-cups", data = "<body>")]
pub fn ring_cups(body: Body<CupsAsk>) -> Answer<Json<RingFound>> {
    let ask = body.0?;
    Ok(Json(calibrate::ring_by_cups(&ask.check, &ask.room.air()?)?))
}

/// The schools: where their followers place the stages.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", responses((status = 200, body = Vec<School>)))]
#[get("/kitchen/schools")]
pub fn schools() -> Json<&'static [School]> {
    Json(&SCHOOLS)
}

/// A check of a ring by heating water, in a room.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({
    "check": {"ring": {"name": "Left", "kind": "gas", "rated_power_w": 1800, "efficiency_frac": 0.42, "efficiency_sd": 0.08},
        "pan": {"name": "Pan", "tare_g": 900, "diameter_cm": 22, "wall_height_cm": 9, "heat_capacity_j_k": 450},
        "water_g": 1000, "flame_frac": 1, "from_c": 30, "to_c": 70, "took_s": 260},
    "room": {"altitude_m": 1480, "room_c": 24}}))]
pub struct HeatingAsk {
    /// What was measured.
    pub check: HeatingCheck,
    /// The room.
    #[serde(default)]
    pub room: Room,
}

/// A check of a ring by boiling water off, in a room.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({
    "check": {"ring": {"name": "Left", "kind": "gas", "rated_power_w": 1800, "efficiency_frac": 0.42, "efficiency_sd": 0.08},
        "pan": {"name": "Pan", "tare_g": 900, "diameter_cm": 22, "wall_height_cm": 9, "heat_capacity_j_k": 450},
        "flame_frac": 1, "gross_before_g": 2400, "gross_after_g": 2236, "took_s": 600},
    "room": {"altitude_m": 1480, "room_c": 24}}))]
pub struct BoilOffAsk {
    /// What was measured.
    pub check: BoilOffCheck,
    /// The room.
    #[serde(default)]
    pub room: Room,
}

/// A check of a thermometer, in a room.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({
    "check": {"thermometer": {"name": "Probe", "offset_k": 0}, "boiling_shown_c": 95.9, "ice_shown_c": 0.8},
    "room": {"altitude_m": 1480, "room_c": 24}}))]
pub struct ThermometerAsk {
    /// What was read.
    pub check: ThermometerCheck,
    /// The room.
    #[serde(default)]
    pub room: Room,
}

/// The boil of water by a trusted thermometer.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"true_boil_c": 95.1}))]
pub struct PressureAsk {
    /// True temperature of boiling water, °C.
    pub true_boil_c: f64,
}

/// The air pressure that tells.
#[derive(Serialize, ToSchema)]
pub struct PressureFound {
    /// Air pressure, Pa.
    pub pressure_pa: f64,
    /// Its standard deviation, Pa.
    pub sd_pa: f64,
    /// Altitude at which the standard atmosphere presses so, m.
    pub altitude_m: f64,
}

/// Efficiency of a ring from water heated between two temperatures. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = HeatingAsk,
    responses((status = 200, body = RingFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/ring-heating", data = "<body>")]
pub fn ring_heating(body: Body<HeatingAsk>) -> Answer<Json<RingFound>> {
    let ask = body.0?;
    Ok(Json(calibrate::ring_by_heating(&ask.check, &ask.room.air()?)?))
}

/// Efficiency of a ring from what boils off in a counted time. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = BoilOffAsk,
    responses((status = 200, body = RingFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/ring-boil-off", data = "<body>")]
pub fn ring_boil_off(body: Body<BoilOffAsk>) -> Answer<Json<RingFound>> {
    let ask = body.0?;
    Ok(Json(calibrate::ring_by_boil_off(&ask.check, &ask.room.air()?)?))
}

/// Error of a thermometer from boiling water, and ice water if given. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = ThermometerAsk,
    responses((status = 200, body = ThermometerFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/thermometer", data = "<body>")]
pub fn check_thermometer(body: Body<ThermometerAsk>) -> Answer<Json<ThermometerFound>> {
    let ask = body.0?;
    Ok(Json(calibrate::thermometer(&ask.check, &ask.room.air()?)?))
}

/// Volume of a cup or spoon from the water in it. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = MeasureCheck,
    responses((status = 200, body = MeasureFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/measure", data = "<body>")]
pub fn check_measure(body: Body<MeasureCheck>) -> Answer<Json<MeasureFound>> {
    Ok(Json(calibrate::measure(&body.0?)?))
}

/// Tare and stored heat of a pan from one weighing. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = PanCheck,
    responses((status = 200, body = PanFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/pan", data = "<body>")]
pub fn check_pan(body: Body<PanCheck>) -> Answer<Json<PanFound>> {
    Ok(Json(calibrate::pan(&body.0?)?))
}

/// Air pressure from boiling water and a trusted thermometer. Nothing is stored.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = PressureAsk,
    responses((status = 200, body = PressureFound), (status = 422, body = Problem)))]
#[post("/kitchen/calibrations/pressure", data = "<body>")]
pub fn check_pressure(body: Body<PressureAsk>) -> Answer<Json<PressureFound>> {
    let (pressure_pa, sd_pa) = calibrate::pressure_by_boiling(body.0?.true_boil_c)?;
    Ok(Json(PressureFound { pressure_pa, sd_pa, altitude_m: altitude_of_pressure_m(pressure_pa) }))
}
