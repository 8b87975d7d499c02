//! A pan on a ring: boil-downs, clock rules, acid on the way, milk. Questions without memory.

use rocket::post;
use rocket::serde::json::Json;
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::kitchen::{Flame, Pan, Ring, Room, Thermometer};
use unctum_core::pan::acid::{AcidMoment, early_or_late};
use unctum_core::pan::clock::{ClockZero, Retimed, retime};
use unctum_core::pan::milk::{Milk, Reduction, reduce};
use unctum_core::pan::program::HobChange;
use unctum_core::pan::terms::{StageTerms, stage_terms};
use unctum_core::pan::{BoilDown, BoilDownQuestion};
use unctum_core::syrup::graining::Provocation;
use unctum_core::syrup::inversion::AcidKind;
use unctum_core::syrup::locate::Target;
use unctum_core::syrup::sweetener::Straining;
use unctum_core::syrup::{Charge, Contents, Ladder, StageKey};
use utoipa::ToSchema;

use crate::body::Body;
use crate::problem::{Answer, Problem};
use crate::routes::syrup::target;

/// A whole boil.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({
    "charge": {"sucrose_g": 260, "water_g": 130},
    "pan": {"name": "Kadai", "tare_g": 1850, "diameter_cm": 24, "wall_height_cm": 9, "heat_capacity_j_k": 850},
    "ring": {"name": "Left", "kind": "gas", "rated_power_w": 1800, "efficiency_frac": 0.42, "efficiency_sd": 0.08},
    "flame": "medium", "room": {"altitude_m": 1480, "room_c": 24}, "target_stage": "one-string"}))]
pub struct BoilDownAsk {
    /// What is in the pan, by what it is made of.
    #[serde(default)]
    pub charge: Option<Charge>,
    /// Or what the cook put in: sweeteners and water.
    #[serde(default)]
    pub contents: Option<Contents>,
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
    /// Flame, lid, spoon and jug over time; wins over a steady flame.
    #[serde(default)]
    pub program: Option<Vec<HobChange>>,
    /// The thermometer to read temperatures on; a true one if left out.
    #[serde(default)]
    pub thermometer: Option<Thermometer>,
    /// The room.
    #[serde(default)]
    pub room: Room,
    /// Stage to land on; one string if neither it nor a strength is given.
    #[serde(default)]
    pub target_stage: Option<StageKey>,
    /// Strength to land on, 0–1; wins over the stage.
    #[serde(default)]
    pub target_solids_frac: Option<f64>,
    /// Most points in a series, 2–2,000.
    #[serde(default)]
    pub max_points: Option<u32>,
    /// The cook's ladder; the usual one if left out.
    #[serde(default)]
    pub ladder: Ladder,
}

struct Asked {
    question: BoilDownQuestion,
    straining: Option<Straining>,
}

impl BoilDownAsk {
    fn asked(self) -> Answer<Asked> {
        let (charge, charge_water_sd_g, straining) = match (self.charge, &self.contents) {
            (Some(charge), None) => (charge, 0.0, None),
            (None, Some(contents)) => {
                let poured = contents.poured()?;
                (poured.charge, poured.water_sd_g, poured.straining)
            }
            _ => {
                let words = "Say what is in the pan: either the charge or the contents.";
                return Err(CoreError::Missing(words.into()).into());
            }
        };
        self.ladder.check()?;
        let program = match (self.program, self.flame_frac.or(self.flame.map(Flame::frac))) {
            (Some(program), _) => program,
            (None, Some(flame_frac)) => vec![HobChange::steady(flame_frac)],
            (None, None) => return Err(CoreError::Missing("Say how high the flame is.".into()).into()),
        };
        let goal =
            target(self.target_stage, self.target_solids_frac).unwrap_or(Target::Stage(StageKey::OneString));
        let question = BoilDownQuestion {
            charge,
            start_c: None,
            pan: self.pan,
            ring: self.ring,
            program,
            air: self.room.air()?,
            thermometer: self.thermometer,
            target_frac: goal.solids_frac(&self.ladder)?,
            max_points: usize::try_from(self.max_points.unwrap_or(200)).unwrap_or(200),
            charge_water_sd_g,
            ladder: self.ladder,
        };
        Ok(Asked { question, straining })
    }
}

/// A whole boil, and what went into it.
#[derive(Serialize, ToSchema)]
pub struct BoilDownAnswer {
    /// The boil.
    #[serde(flatten)]
    pub boil: BoilDown,
    /// What is in the pan at the start, after straining.
    pub charge: Charge,
    /// What straining took away.
    pub straining: Option<Straining>,
}

/// A whole boil: series, events, stages, turn-off, carry-over and spread.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = BoilDownAsk,
    responses((status = 200, body = BoilDownAnswer), (status = 400, body = Problem), (status = 413, body = Problem), (status = 422, body = Problem)))]
#[post("/syrup/boil-down", data = "<body>")]
pub fn boil_down(body: Body<BoilDownAsk>) -> Answer<Json<BoilDownAnswer>> {
    let Asked { question, straining } = body.0?.asked()?;
    let boil = unctum_core::pan::boil_down(&question)?;
    Ok(Json(BoilDownAnswer { boil, charge: question.charge, straining }))
}

/// Every stage in every school's terms, for this syrup in this pan.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = BoilDownAsk,
    responses((status = 200, body = Vec<StageTerms>), (status = 422, body = Problem)))]
#[post("/syrup/terms", data = "<body>")]
pub fn terms(body: Body<BoilDownAsk>) -> Answer<Json<Vec<StageTerms>>> {
    Ok(Json(stage_terms(&body.0?.asked()?.question)?))
}

/// A clock rule, where it was learnt and where it is to serve.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"minutes": 8, "zero": "boil",
    "learnt": {"charge": {"sucrose_g": 480, "water_g": 320},
        "pan": {"name": "Small", "tare_g": 900, "diameter_cm": 24, "wall_height_cm": 9, "heat_capacity_j_k": 500},
        "ring": {"name": "Left", "kind": "gas", "rated_power_w": 2143, "efficiency_frac": 0.42, "efficiency_sd": 0.08}, "flame": "high"},
    "here": {"charge": {"sucrose_g": 1440, "water_g": 960},
        "pan": {"name": "Large", "tare_g": 1500, "diameter_cm": 28, "wall_height_cm": 12, "heat_capacity_j_k": 500},
        "ring": {"name": "Left", "kind": "gas", "rated_power_w": 2143, "efficiency_frac": 0.42, "efficiency_sd": 0.08}, "flame": "high"}}))]
pub struct ClockAsk {
    /// The minutes of the rule.
    pub minutes: f64,
    /// From when they count.
    pub zero: ClockZero,
    /// Pan, flame and batch it was learnt on.
    pub learnt: BoilDownAsk,
    /// Pan, flame and batch at hand; the same if left out.
    #[serde(default)]
    pub here: Option<BoilDownAsk>,
}

/// What a clock rule gives, and its minutes for the pan at hand.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = ClockAsk,
    responses((status = 200, body = Retimed), (status = 422, body = Problem)))]
#[post("/syrup/clock", data = "<body>")]
pub fn clock_rule(body: Body<ClockAsk>) -> Answer<Json<Retimed>> {
    let ask = body.0?;
    let learnt = ask.learnt.asked()?.question;
    let here = ask.here.map(|h| h.asked().map(|a| a.question)).transpose()?;
    Ok(Json(retime(&learnt, here.as_ref().unwrap_or(&learnt), ask.zero, ask.minutes)?))
}

/// A pan on a ring in a room.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HobAsk {
    /// The pan.
    pub pan: Pan,
    /// The ring.
    pub ring: Ring,
    /// The flame in words; medium if left out.
    #[serde(default)]
    pub flame: Option<Flame>,
    /// The room.
    #[serde(default)]
    pub room: Room,
}

impl HobAsk {
    /// Share of the full flame, 0–1.
    pub(super) fn flame_frac(&self) -> f64 {
        self.flame.unwrap_or(Flame::Medium).frac()
    }
}

/// Acid for a boil.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"acid": "citrus_juice", "acid_g": 5, "cooled_c": 30,
    "boil": {"charge": {"sucrose_g": 500, "water_g": 400},
        "pan": {"name": "Pan", "tare_g": 1100, "diameter_cm": 24, "wall_height_cm": 9, "heat_capacity_j_k": 560},
        "ring": {"name": "Left", "kind": "gas", "rated_power_w": 1800, "efficiency_frac": 0.42, "efficiency_sd": 0.08}, "flame": "medium"}}))]
pub struct AcidAsk {
    /// The boil.
    pub boil: BoilDownAsk,
    /// The acid.
    pub acid: AcidKind,
    /// How much of it, g.
    pub acid_g: f64,
    /// Temperature the syrup cools to, °C.
    #[serde(default = "room_like")]
    pub cooled_c: f64,
    /// What may set graining off.
    #[serde(default)]
    pub provocation: Provocation,
}

fn room_like() -> f64 {
    30.0
}

/// Acid at the start, at the boil, near the end or off the heat, compared.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = AcidAsk,
    responses((status = 200, body = Vec<AcidMoment>), (status = 422, body = Problem)))]
#[post("/syrup/acid", data = "<body>")]
pub fn acid(body: Body<AcidAsk>) -> Answer<Json<Vec<AcidMoment>>> {
    let ask = body.0?;
    let question = ask.boil.asked()?.question;
    let boil = unctum_core::pan::boil_down(&question)?;
    Ok(Json(early_or_late(&question, &boil, ask.acid, ask.acid_g, ask.cooled_c, &ask.provocation)?))
}

/// Milk to reduce.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"milk": {"mass_g": 2000, "fat_frac": 0.045}, "ratio": 0.333,
    "hob": {"pan": {"name": "Milk pan", "tare_g": 1920, "diameter_cm": 28, "wall_height_cm": 12, "heat_capacity_j_k": 950},
        "ring": {"name": "Right", "kind": "gas", "rated_power_w": 3000, "efficiency_frac": 0.42, "efficiency_sd": 0.08}, "flame": "medium"}}))]
pub struct MilkAsk {
    /// The milk.
    pub milk: Milk,
    /// Share of its mass to reduce it to, 0.1–0.95.
    pub ratio: f64,
    /// Where.
    pub hob: HobAsk,
}

impl MilkAsk {
    /// The milk boiled down.
    pub fn reduced(&self) -> Answer<Reduction> {
        let Self { milk, ratio, hob } = self;
        Ok(reduce(milk, *ratio, &hob.pan, &hob.ring, hob.flame_frac(), &hob.room.air()?)?)
    }
}

/// Milk boiling down, held back where it would scorch.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = MilkAsk,
    responses((status = 200, body = Reduction), (status = 422, body = Problem)))]
#[post("/syrup/milk", data = "<body>")]
pub fn milk(body: Body<MilkAsk>) -> Answer<Json<Reduction>> {
    Ok(Json(body.0?.reduced()?))
}
