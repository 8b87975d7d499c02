//! A syrup standing still: properties, readings, strings. Questions without memory.

use rocket::serde::json::Json;
use rocket::{get, post};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::error::within;
use unctum_core::kitchen::Instruments;
use unctum_core::numeric::Spread;
use unctum_core::syrup::graining::{Graining, Provocation, graining as graining_of};
use unctum_core::syrup::inversion::{self, AcidKind};
use unctum_core::syrup::locate::{Accuracy, Target, strength_of};
use unctum_core::syrup::signs::{Seen, seen};
use unctum_core::syrup::string::{PulledString, pulled};
use unctum_core::syrup::sweetener::{SWEETENERS, Sweetener};
use unctum_core::syrup::{Charge, Contents, Ladder, Location, Poured, Properties, Reading, Stage, StageKey};
use unctum_core::water::{SEA_LEVEL_PA, air_pressure_pa};
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
    /// Other dissolved solids, g.
    #[serde(default)]
    pub other_g: f64,
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
    /// The cook's ladder; the usual one if left out.
    #[serde(default)]
    pub ladder: Ladder,
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
    /// Other dissolved solids, g.
    #[serde(default)]
    pub other_g: f64,
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
    /// What was read.
    pub reading: Reading,
    /// The errors of her instruments, if the reading still has them in it.
    #[serde(default)]
    pub instruments: Instruments,
    /// Stage to go to.
    #[serde(default)]
    pub target_stage: Option<StageKey>,
    /// Strength to go to, 0–1; wins over the stage.
    #[serde(default)]
    pub target_solids_frac: Option<f64>,
    /// The cook's ladder; the usual one if left out.
    #[serde(default)]
    pub ladder: Ladder,
}

/// The target of a question: a strength if there is one, else a stage.
pub fn target(stage: Option<StageKey>, solids_frac: Option<f64>) -> Option<Target> {
    solids_frac.map(Target::SolidsFrac).or(stage.map(Target::Stage))
}

/// The usual ladder of stages.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", responses((status = 200, body = Vec<Stage>)))]
#[get("/syrup/stages")]
pub fn stages() -> Json<[Stage; 10]> {
    Json(Ladder::default().stages())
}

/// The sweeteners with their analyses.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", responses((status = 200, body = Vec<Sweetener>)))]
#[get("/syrup/sweeteners")]
pub fn sweeteners() -> Json<&'static [Sweetener]> {
    Json(&SWEETENERS)
}

/// What sweeteners and water make in the pan.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body(content = Contents,
        example = json!({"parts": [{"sweetener": "cane-jaggery", "mass_g": 300}], "water_g": 120, "strained": true})),
    responses((status = 200, body = Poured), (status = 422, body = Problem)))]
#[post("/syrup/charge", data = "<body>")]
pub fn charge(body: Body<Contents>) -> Answer<Json<Poured>> {
    Ok(Json(body.0?.poured()?))
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
        other_g: q.other_g,
        insoluble_g: q.insoluble_g,
        water_g: q.water_g,
    };
    q.ladder.check()?;
    let pressure_pa = air_pressure_pa(q.altitude_m, q.pressure_pa)?;
    let temperature_c = q.temperature_c.unwrap_or(20.0);
    Ok(Json(unctum_core::syrup::properties(&charge, temperature_c, pressure_pa, &q.ladder)?))
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
        other_g: q.other_g,
        insoluble_g: q.insoluble_g,
        water_g: q.water_g,
    };
    q.ladder.check()?;
    let pressure_pa = air_pressure_pa(q.altitude_m, q.pressure_pa)?;
    let target = target(q.target_stage, q.target_solids_frac);
    Ok(Json(unctum_core::syrup::locate(
        &charge,
        q.instruments.corrected(q.reading)?,
        &q.instruments.accuracy(),
        pressure_pa,
        target,
        &q.ladder,
    )?))
}

/// A string asked for by its strength, or a strength by its string.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"string_cm": 1.0}))]
pub struct StringAsk {
    /// Strength, 0–1.
    #[serde(default)]
    pub solids_frac: Option<f64>,
    /// Length at which it breaks, cm, as a cook judges it.
    #[serde(default)]
    pub string_cm: Option<f64>,
    /// Moments of the pull to give, 2–200; 24 if left out.
    #[serde(default)]
    pub max_points: Option<u32>,
    /// The cook's ladder; the usual one if left out.
    #[serde(default)]
    pub ladder: Ladder,
}

/// The string of a strength, with what the other schools see.
#[derive(Serialize, ToSchema)]
pub struct StringAnswer {
    /// Strength, 0–1: a length is judged to within a factor of 1.6; exact if the strength was asked.
    pub solids_frac: Spread,
    /// Stage.
    pub stage: StageKey,
    /// The string.
    #[serde(flatten)]
    pub string: PulledString,
    /// Spoon, water and pan.
    pub seen: Seen,
}

/// The string of a syrup, or the syrup of a string.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = StringAsk,
    responses((status = 200, body = StringAnswer), (status = 422, body = Problem)))]
#[post("/syrup/string", data = "<body>")]
pub fn string(body: Body<StringAsk>) -> Answer<Json<StringAnswer>> {
    let q = body.0?;
    q.ladder.check()?;
    let frac = match (q.solids_frac, q.string_cm) {
        (Some(w), None) => Spread::exact(w),
        (None, Some(string_cm)) => {
            let any_sugar = Charge::sugar_and_water(1.0, 1.0);
            let reading = Reading::String { string_cm };
            strength_of(&any_sugar, reading, &Accuracy::default(), SEA_LEVEL_PA, &q.ladder)?.frac
        }
        _ => {
            let words = "Give either the strength or the length of the string, not both and not neither.";
            return Err(CoreError::Contradiction(words.into()).into());
        }
    };
    let points = usize::try_from(q.max_points.unwrap_or(24)).unwrap_or(24);
    let string = pulled(frac.mid, &q.ladder, points)?;
    Ok(Json(StringAnswer {
        solids_frac: frac,
        stage: q.ladder.at(frac.mid),
        seen: seen(frac.mid, &q.ladder),
        string,
    }))
}

/// A syrup held hot with acid in it.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"charge": {"sucrose_g": 700, "water_g": 300}, "temperature_c": 100, "duration_s": 300, "ph": 3.5}))]
pub struct InvertAsk {
    /// The syrup.
    pub charge: Charge,
    /// Its temperature, °C.
    pub temperature_c: f64,
    /// How long, s.
    pub duration_s: f64,
    /// Its pH, if known.
    #[serde(default)]
    pub ph: Option<f64>,
    /// Or the acid in it.
    #[serde(default)]
    pub acid: Option<AcidKind>,
    /// How much of the acid, g.
    #[serde(default)]
    pub acid_g: Option<f64>,
}

/// What the acid did.
#[derive(Serialize, ToSchema)]
pub struct InvertAnswer {
    /// Share of the sucrose split, 0–1.
    pub inverted_frac: f64,
    /// pH computed with.
    pub ph: f64,
    /// Rate, 1/s.
    pub rate_per_s: f64,
    /// The syrup afterwards.
    pub charge: Charge,
}

/// How much of the sugar acid and heat split.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = InvertAsk,
    responses((status = 200, body = InvertAnswer), (status = 422, body = Problem)))]
#[post("/syrup/invert", data = "<body>")]
pub fn invert(body: Body<InvertAsk>) -> Answer<Json<InvertAnswer>> {
    let q = body.0?;
    let charge = q.charge.checked()?;
    let temperature_c = within("The temperature", q.temperature_c, 0.0, 180.0, "°C")?;
    let duration_s = within("The time", q.duration_s, 0.0, 86_400.0, "s")?;
    let ph = match (q.ph, q.acid) {
        (Some(ph), None) => within("The pH", ph, 1.5, 9.0, "")?,
        (None, Some(kind)) => inversion::ph(&charge, kind, q.acid_g.unwrap_or(0.0))?,
        (None, None) => inversion::NEUTRAL_PH,
        (Some(_), Some(_)) => {
            let words = "Give either the pH or the acid that makes it, not both.";
            return Err(CoreError::Contradiction(words.into()).into());
        }
    };
    let inverted_frac = inversion::inverted_frac(temperature_c, ph, duration_s);
    Ok(Json(InvertAnswer {
        inverted_frac,
        ph,
        rate_per_s: inversion::rate_per_s(temperature_c, ph),
        charge: inversion::inverted(&charge, inverted_frac),
    }))
}

/// A syrup that cools.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"charge": {"sucrose_g": 300, "water_g": 96}, "cooled_c": 30, "provocation": {"stirred": true}}))]
pub struct GrainingAsk {
    /// The syrup.
    pub charge: Charge,
    /// Temperature it cools to, °C.
    pub cooled_c: f64,
    /// What may set it off.
    #[serde(default)]
    pub provocation: Provocation,
}

/// Whether a syrup will grain as it cools, and what would hold it back.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = GrainingAsk,
    responses((status = 200, body = Graining), (status = 422, body = Problem)))]
#[post("/syrup/graining", data = "<body>")]
pub fn graining(body: Body<GrainingAsk>) -> Answer<Json<Graining>> {
    let q = body.0?;
    Ok(Json(graining_of(&q.charge, q.cooled_c, &q.provocation)?))
}
