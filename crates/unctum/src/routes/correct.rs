//! Syrups that stand there already: brought to a strength, mixed, warmed again.

use rocket::post;
use rocket::serde::json::Json;
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::kitchen::{Air, Instruments, Room};
use unctum_core::numeric::Spread;
use unctum_core::pan::correct::{Correction, Hob, Warmed, bring_to, mix, warm};
use unctum_core::syrup::locate::strength_of;
use unctum_core::syrup::{Charge, Ladder, Properties, Reading, StageKey, Standing, Strength, properties};
use utoipa::ToSchema;

use crate::body::Body;
use crate::problem::{Answer, Problem};
use crate::routes::boil::HobAsk;
use crate::routes::syrup::target;

/// A syrup to put right.
#[derive(Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
#[schema(example = json!({"kind": "to_strength", "charge": {"sucrose_g": 300, "water_g": 150},
    "reading": {"kind": "weight", "gross_g": 1475, "tare_g": 1100}, "target_stage": "one-string",
    "hob": {"pan": {"name": "Pan", "tare_g": 1100, "diameter_cm": 20, "wall_height_cm": 9, "heat_capacity_j_k": 560},
        "ring": {"name": "Left", "kind": "gas", "rated_power_w": 1800, "efficiency_frac": 0.42, "efficiency_sd": 0.08}}}))]
pub enum CorrectAsk {
    /// Over or under, or left over from soaking: bring it to a strength.
    ToStrength {
        /// What is dissolved in it, and its water if no reading tells the strength.
        charge: Standing,
        /// What was read.
        #[serde(default)]
        reading: Option<Reading>,
        /// The errors of her instruments, if the reading still has them in it.
        #[serde(default)]
        instruments: Instruments,
        /// Its temperature, °C; boiling if left out.
        #[serde(default)]
        from_c: Option<f64>,
        /// Stage to come to.
        #[serde(default)]
        target_stage: Option<StageKey>,
        /// Strength to come to, 0–1; wins over the stage.
        #[serde(default)]
        target_solids_frac: Option<f64>,
        /// Where.
        hob: Box<HobAsk>,
        /// The cook's ladder; the usual one if left out.
        #[serde(default)]
        ladder: Ladder,
    },
    /// Two syrups into one.
    Mix {
        /// One.
        a: Standing,
        /// The other.
        b: Standing,
        /// The room.
        #[serde(default)]
        room: Room,
        /// The cook's ladder; the usual one if left out.
        #[serde(default)]
        ladder: Ladder,
    },
    /// A cold syrup warmed for use.
    Warm {
        /// The syrup.
        charge: Standing,
        /// From, °C.
        from_c: f64,
        /// To, °C, below its boil.
        to_c: f64,
        /// Where.
        hob: Box<HobAsk>,
        /// The cook's ladder; the usual one if left out.
        #[serde(default)]
        ladder: Ladder,
    },
}

/// What puts it right.
#[derive(Serialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum CorrectAnswer {
    /// Water to add or to lose, and minutes.
    ToStrength(Correction),
    /// What the two make.
    Mix {
        /// The mixture.
        charge: Charge,
        /// What it weighs, g.
        total_g: f64,
        /// What it is like at 20 °C.
        properties: Properties,
    },
    /// Minutes, and the water lost.
    Warm(Warmed),
}

/// Water back, minutes on, two into one, warm again: puts a syrup right.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "syrup", request_body = CorrectAsk,
    responses((status = 200, body = CorrectAnswer), (status = 422, body = Problem)))]
#[post("/syrup/correct", data = "<body>")]
pub fn correct(body: Body<CorrectAsk>) -> Answer<Json<CorrectAnswer>> {
    let answer = match body.0? {
        CorrectAsk::ToStrength {
            charge,
            reading,
            instruments,
            from_c,
            target_stage,
            target_solids_frac,
            hob,
            ladder,
        } => {
            ladder.check()?;
            let charge = charge.charge()?;
            let air = hob.room.air()?;
            let strength = match reading {
                Some(shown) => {
                    let reading = instruments.corrected(shown)?;
                    strength_of(&charge, reading, &instruments.accuracy(), air.pressure_pa, &ladder)?
                }
                None => Strength::measured(Spread::exact(charge.solids_frac())),
            };
            let goal = target(target_stage, target_solids_frac)
                .ok_or_else(|| CoreError::Missing("Say which stage or strength it is to have.".into()))?;
            let goal_frac = goal.solids_frac(&ladder)?;
            let hob = hob.at(&air);
            let from_c = from_c.unwrap_or(200.0);
            let correction = bring_to(&charge, strength, from_c, goal_frac, &hob, &ladder)?;
            CorrectAnswer::ToStrength(match (target_solids_frac, target_stage) {
                (None, Some(stage)) => correction.against(strength, stage, &ladder),
                _ => correction,
            })
        }
        CorrectAsk::Mix { a, b, room, ladder } => {
            ladder.check()?;
            let charge = mix(&a.charge()?, &b.charge()?)?;
            let properties = properties(&charge, 20.0, room.air()?.pressure_pa, &ladder)?;
            CorrectAnswer::Mix { total_g: charge.total_g(), charge, properties }
        }
        CorrectAsk::Warm { charge, from_c, to_c, hob, ladder } => {
            ladder.check()?;
            let air = hob.room.air()?;
            let hob = hob.at(&air);
            CorrectAnswer::Warm(warm(&charge.charge()?, from_c, to_c, &hob, &ladder)?)
        }
    };
    Ok(Json(answer))
}

impl HobAsk {
    fn at<'a>(&'a self, air: &'a Air) -> Hob<'a> {
        Hob { pan: &self.pan, ring: &self.ring, flame_frac: self.flame_frac(), air }
    }
}
