//! How long a sweet keeps, and why: by the water activity of the whole, by how little of it is syrup, and by what is in
//! it that spoils.
//!
//! Every step takes the careful figure; what is not known shortens. Local food rules come first, and the screens say so.
//!
//! ```
//! use unctum_core::food::{Composition, Spoils};
//! use unctum_core::keep::{KeepAsk, keep};
//!
//! let ask = |spoils| KeepAsk {
//!     composition: Composition { water_frac: 0.12, sucrose_frac: 0.48, fat_frac: 0.40, ..Composition::default() },
//!     spoils,
//!     free_fat_frac: 0.1,
//!     room_c: 25.0,
//!     cold_c: 5.0,
//! };
//! let (plain, coconut) = (keep(&ask(vec![]))?, keep(&ask(vec![Spoils::FreshCoconut]))?);
//! assert!(coconut.room_days <= plain.room_days);
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

mod activity;

pub use activity::whole_activity;

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::food::{Composition, FatKind, Spoils};
use crate::set::{SetMass, TextureAsk, Worked};

/// What is asked.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"composition": {"water_frac": 0.095, "sucrose_frac": 0.37, "fat_frac": 0.25, "protein_frac": 0.11,
    "starch_frac": 0.13, "fibre_frac": 0.03, "ash_frac": 0.015}, "spoils": [], "free_fat_frac": 0.2})))]
pub struct KeepAsk {
    /// Shares of its mass; they add up to 1.
    pub composition: Composition,
    /// What in it spoils.
    #[serde(default)]
    pub spoils: Vec<Spoils>,
    /// Share of its fat that is free to flow, 0–1.
    #[serde(default)]
    pub free_fat_frac: f64,
    /// How warm the room is, °C.
    #[serde(default = "usual_room_c")]
    pub room_c: f64,
    /// How cold the refrigerator is, °C.
    #[serde(default = "usual_cold_c")]
    pub cold_c: f64,
}

fn usual_room_c() -> f64 {
    25.0
}

fn usual_cold_c() -> f64 {
    5.0
}

impl Keep {
    /// The same, with days cut to a share of them, 0–1: never longer.
    #[must_use]
    pub fn shortened(mut self, frac: f64) -> Self {
        let frac = frac.clamp(0.0, 1.0);
        if frac < 1.0 {
            self.room_days = (self.room_days * frac).floor();
            self.cold_days = (self.cold_days * frac).floor();
            self.why.push("Cut short by what your own tastings showed.".to_owned());
        }
        self
    }
}

/// How long it keeps.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Keep {
    /// Water activity of the whole.
    pub water_activity: f64,
    /// Days in the room; 0: not at all, beyond the hours in which it is eaten.
    pub room_days: f64,
    /// Days in the cold.
    pub cold_days: f64,
    /// Why, a sentence each.
    pub why: Vec<String>,
    /// What it does meanwhile.
    pub drifts: String,
}

/// Days in the room up to a water activity.
const BY_ACTIVITY: [(f64, f64); 9] = [
    (0.60, 30.0),
    (0.65, 21.0),
    (0.70, 15.0),
    (0.75, 10.0),
    (0.80, 7.0),
    (0.85, 5.0),
    (0.88, 3.0),
    (0.91, 2.0),
    (0.94, 1.0),
];
/// The same where there is milk.
const MILK_BY_ACTIVITY: [(f64, f64); 5] = [(0.70, 12.0), (0.80, 7.0), (0.85, 5.0), (0.90, 3.0), (0.93, 1.0)];
/// Little syrup by volume, little enough, and much liquid fat around it.
const LITTLE_SYRUP: f64 = 0.12;
const SOME_SYRUP: f64 = 0.32;
const MUCH_FAT: f64 = 0.25;
/// At most so many days after a multiplier.
const AFTER_MULTIPLIER: f64 = 14.0;
/// Cooked starch ferments where there is more water than this.
const STARCH_FERMENTS: f64 = 0.85;
/// Warmer than this a room halves the days; a refrigerator warmer than this is none, °C.
const WARM_ROOM_C: f64 = 30.0;
const COLD_AT_MOST_C: f64 = 8.0;

/// Days by the first step that holds; none beyond the last.
fn days_of(steps: &[(f64, f64)], activity: f64) -> f64 {
    steps.iter().find(|(up_to, _)| activity <= *up_to).map_or(0.0, |(_, days)| *days)
}

/// At most so many days in the room, and why.
fn cap(spoils: Spoils, activity: f64, water_frac: f64) -> (f64, &'static str) {
    match spoils {
        Spoils::FreshCoconut if water_frac < 0.10 => (7.0, "Fresh coconut, cooked dry, turns within a week."),
        Spoils::FreshCoconut => (2.0, "Fresh coconut turns within two days."),
        Spoils::DryCoconut => (7.0, "The fat of coconut turns rancid."),
        Spoils::Chhena => (0.0, "Chhena is fresh curd: only in the cold."),
        Spoils::Egg => (0.0, "With egg: only in the cold."),
        Spoils::MilkSolids => {
            (days_of(&MILK_BY_ACTIVITY, activity), "Milk solids spoil before the sugar does.")
        }
        Spoils::CookedStarch if activity > 0.95 => {
            (0.0, "Wet cooked starch spoils within hours: only in the cold.")
        }
        Spoils::CookedStarch if activity > STARCH_FERMENTS => (1.0, "Cooked starch ferments after a day."),
        Spoils::CookedStarch => (f64::INFINITY, ""),
        Spoils::Fruit => (1.0, "Fruit and vegetables ferment."),
    }
}

/// How long a sweet keeps, carefully.
///
/// # Errors
/// Shares that do not add up; a store no food is kept in.
pub fn keep(ask: &KeepAsk) -> Result<Keep> {
    within("The room", ask.room_c, 0.0, 45.0, "°C")?;
    within("The refrigerator", ask.cold_c, 0.0, 15.0, "°C")?;
    let mass = SetMass::of(&TextureAsk {
        composition: ask.composition,
        free_fat_frac: ask.free_fat_frac,
        eat_c: usual_room_c(),
        fat: FatKind::Milk,
        held: None,
        gelled: None,
        fat_dried: None,
        worked: Worked::Poured,
    })?;
    Ok(keeping(&mass, &ask.spoils, ask.room_c, Some(ask.cold_c)))
}

/// The same for a mass that is known, in a room and a refrigerator; a usual one if nothing is told.
#[must_use]
pub fn keeping(mass: &SetMass, spoils: &[Spoils], room_c: f64, cold_c: Option<f64>) -> Keep {
    let c = &mass.composition;
    let activity = whole_activity(c);
    let mut why = vec![format!("Its water activity is about {activity:.2}.")];
    let phases = mass.phases(usual_room_c());
    let (syrup, fat) = (phases.syrup_frac, phases.liquid_fat_frac);
    let mut room = days_of(&BY_ACTIVITY, activity);
    let times = factor(syrup, fat, activity);
    if times > 1.0 && room > 0.0 {
        room = room.max((times * room).min(AFTER_MULTIPLIER));
        why.push("Little of it is syrup: what could grow finds little room.".to_owned());
    }
    for spoils in spoils {
        let (cap, words) = cap(*spoils, activity, c.water_frac);
        if cap < room || (cap <= 0.0 && room <= 0.0) {
            why.push(words.to_owned());
        }
        room = room.min(cap);
    }
    if room_c > WARM_ROOM_C && room > 0.0 {
        room *= 0.5;
        why.push("In a room this warm it keeps half as long.".to_owned());
    }
    room = room.floor();
    let cold = if cold_c.unwrap_or(usual_cold_c()) > COLD_AT_MOST_C {
        why.push(format!("A refrigerator has to be at {COLD_AT_MOST_C:.0} °C at most: set it colder."));
        room
    } else {
        in_the_cold(room, spoils)
    };
    Keep {
        water_activity: activity,
        room_days: room,
        cold_days: cold,
        drifts: drifts(activity, phases.saturated, fat).to_owned(),
        why,
    }
}

impl Keep {
    /// The more careful of this and of what is written with the method, in days.
    #[must_use]
    pub fn at_most(mut self, room_days: f64, cold_days: f64) -> Self {
        if room_days < self.room_days || cold_days < self.cold_days {
            self.why.push("By its kind it is eaten sooner.".to_owned());
        }
        self.room_days = self.room_days.min(room_days);
        self.cold_days = self.cold_days.min(cold_days);
        self
    }
}

/// How many times longer a sweet keeps of which little is syrup.
fn factor(syrup: f64, fat: f64, activity: f64) -> f64 {
    if syrup < LITTLE_SYRUP {
        if fat > MUCH_FAT { 2.0 } else { 1.5 }
    } else if syrup < SOME_SYRUP && activity < 0.86 {
        1.3
    } else {
        1.0
    }
}

/// Days in the cold of what keeps so many in the room.
fn in_the_cold(room: f64, spoils: &[Spoils]) -> f64 {
    if room >= 3.0 {
        (2.5 * room).floor()
    } else if room >= 1.0 {
        3.0 * room
    } else if spoils.contains(&Spoils::Egg) {
        7.0
    } else {
        3.0
    }
}

fn drifts(activity: f64, saturated: bool, fat: f64) -> &'static str {
    if activity < 0.65 {
        "In damp air it draws water and turns sticky: close it in."
    } else if !saturated {
        "Open it weeps at first and then dries at the edge."
    } else if fat > MUCH_FAT {
        "In the warmth its fat comes out; in the cold it turns hard."
    } else {
        "Open it dries and hardens from the edge."
    }
}
