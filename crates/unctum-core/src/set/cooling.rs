//! How a poured or rolled mass cools, and when it can be kneaded, rolled, marked, cut, lifted, chilled and packed.
//!
//! The windows follow the firmness that a temperature leaves ([`SetMass`]), not a temperature that is the same for every
//! sweet: a ghee slab is marked cooler than a nut sheet.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::food::{Composition, FatKind};
use crate::numeric::{Spread, bisect};
use crate::set::band::Band;
use crate::set::placement::{Cools, Place, TrayKind};
use crate::set::slab::{SlabPoint, falls_to};
use crate::set::texture::{SetMass, TextureAsk, ghee};

/// A mass that is poured or rolled out.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"composition": {"water_frac": 0.14, "protein_frac": 0.05, "fat_frac": 0.27, "sucrose_frac": 0.43,
    "fibre_frac": 0.10, "ash_frac": 0.01}, "thickness_mm": 20, "pour_c": 105, "room_c": 28, "tray": "metal", "place": "table"})))]
pub struct CoolingAsk {
    /// Shares of its mass; they add up to 1.
    pub composition: Composition,
    /// How thick it lies, mm.
    pub thickness_mm: f64,
    /// How hot it is poured, °C.
    pub pour_c: f64,
    /// The room, °C.
    pub room_c: f64,
    /// What it lies in.
    #[serde(default)]
    pub tray: TrayKind,
    /// Where it cools.
    #[serde(default)]
    pub place: Place,
    /// Whether the tray was cold and thick: it takes some kelvins at once.
    #[serde(default)]
    pub cold_tray: bool,
    /// Share of its volume that is air, 0–0.6: a frothed mass keeps its heat longer.
    #[serde(default)]
    pub air_frac: f64,
    /// Minutes that its crystals or its gel take to hold once it is below 50 °C.
    #[serde(default)]
    pub structure_lag_min: f64,
    /// Share of its fat that is free to flow, 0–1; half of it if left out.
    #[serde(default)]
    pub free_fat_frac: Option<f64>,
    /// What its free fat is; ghee if left out.
    #[serde(default = "ghee")]
    pub fat: FatKind,
    /// Water that a gram of its insolubles holds, g.
    #[serde(default)]
    pub held: Option<f64>,
    /// Share of its insolubles that swelled to a gel, 0–1.
    #[serde(default)]
    pub gelled: Option<f64>,
    /// Share of its insolubles that dried in hot fat, 0–1.
    #[serde(default)]
    pub fat_dried: Option<f64>,
}

/// What is done with a mass while it cools.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SetAct {
    /// Knead it through the paper.
    Knead,
    /// Roll it out.
    Roll,
    /// Mark the pieces on its surface.
    Mark,
    /// Cut through.
    Cut,
    /// Lift the pieces.
    Lift,
    /// Put it in the cold.
    Chill,
    /// Close it in its box.
    Pack,
}

/// When something can be done, counted from the pour.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SetWindow {
    /// What.
    pub act: SetAct,
    /// From then on, min; none where it never comes here.
    pub opens_min: Option<Spread>,
    /// Until then, min; none where it stays open.
    pub closes_min: Option<Spread>,
    /// Why then, or what to do where it never comes.
    pub words: String,
}

/// How a mass cools.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Cooling {
    /// How thick it lies, mm.
    pub thickness_mm: f64,
    /// Where it cools.
    pub place: Place,
    /// The air around it, °C.
    pub air_c: f64,
    /// Moments since the pour, min.
    pub minutes: Vec<f64>,
    /// Its hottest point then, °C.
    pub hottest_c: Vec<f64>,
    /// Its mean, °C.
    pub mean_c: Vec<f64>,
    /// Its upper face, °C.
    pub surface_c: Vec<f64>,
    /// What can be done when, in the order of opening.
    pub windows: Vec<SetWindow>,
}

impl Cooling {
    /// When something can be done, if it is something that is done here.
    #[must_use]
    pub fn window(&self, act: SetAct) -> Option<&SetWindow> {
        self.windows.iter().find(|w| w.act == act)
    }
}

/// How far the coefficients may be off, as a share.
const SURFACE_DOUBT: f64 = 0.25;
/// Firmness below that at 25 °C at which marks open, close, and pieces lift.
const REFERENCE_C: f64 = 25.0;
const MARKS_OPEN: f64 = 0.10;
const MARKS_CLOSE: f64 = 0.05;
const LIFTS: f64 = 0.035;
/// Never marked hotter than this, °C, unless it is nearly dry; lifted at most so warm.
const MARKED_AT_MOST_C: f64 = 62.0;
const DRY_WATER_FRAC: f64 = 0.08;
const LIFTED_AT_MOST_C: f64 = 38.0;
/// Nothing waits for the last of the warmth: this share of the way down to the air is enough.
const NEAR_AIR_FRAC: f64 = 0.05;
/// Crystals and gels begin to hold below this, °C.
const HOLDS_BELOW_C: f64 = 50.0;
/// Through paper it is kneaded from here on down, and rolled as long as it is this warm, °C.
const KNEAD_C: (f64, f64) = (80.0, 60.0);
const ROLL_C: (f64, f64) = (70.0, 50.0);
/// What is thinner than this is a sheet to roll, mm.
const SHEET_MM: f64 = 12.0;
/// Nothing hotter than this goes into the cold, °C; nothing is closed in that has more than this
/// share of the way down to the air before it.
const CHILL_BELOW_C: f64 = 45.0;
const PACK_LEFT_FRAC: f64 = 0.03;
/// So many points are told.
const POINTS: usize = 61;

impl CoolingAsk {
    fn lies(&self) -> Result<Cools> {
        let lies = Cools {
            thickness_mm: within("The thickness", self.thickness_mm, 1.0, 120.0, "mm")?,
            pour_c: within("The temperature of the pour", self.pour_c, 15.0, 190.0, "°C")?,
            room_c: within("The room", self.room_c, -5.0, 45.0, "°C")?,
            tray: self.tray,
            place: self.place,
            cold_tray: self.cold_tray,
            air_frac: within("The share of air", self.air_frac, 0.0, 0.6, "(fraction)")?,
            structure_lag_min: self.structure_lag_min,
        };
        within("The time that it takes to hold", self.structure_lag_min, 0.0, 2880.0, "min")?;
        Ok(lies)
    }

    fn mass(&self) -> Result<SetMass> {
        SetMass::of(&TextureAsk {
            composition: self.composition,
            free_fat_frac: self.free_fat_frac.unwrap_or(0.5),
            eat_c: REFERENCE_C,
            fat: self.fat,
            held: self.held,
            gelled: self.gelled,
            fat_dried: self.fat_dried,
            worked: Default::default(),
        })
    }
}

impl Cools {
    /// How a mass that lies so cools, and what can be done with it when.
    #[must_use]
    pub fn of(&self, mass: &SetMass) -> Cooling {
        let slab = |surface: f64| self.slab(mass, surface).cools();
        let runs = Runs([1.0 + SURFACE_DOUBT, 1.0, 1.0 - SURFACE_DOUBT].map(slab));
        let (minutes, path) = told(&runs.0[1]);
        Cooling {
            thickness_mm: self.thickness_mm,
            place: self.place,
            air_c: self.air_c(),
            minutes,
            hottest_c: path.iter().map(|p| p.hottest_c).collect(),
            mean_c: path.iter().map(|p| p.mean_c).collect(),
            surface_c: path.iter().map(|p| p.surface_c).collect(),
            windows: windows(self, mass, &runs),
        }
    }
}

/// Cooling with a surface that gives heat off more, as usual, and less: the three ends of a spread.
struct Runs([Vec<SlabPoint>; 3]);

impl Runs {
    /// When a value comes down to a threshold, and some minutes later, min.
    fn falls_to(&self, of: fn(&SlabPoint) -> f64, to_c: f64, later_min: f64) -> Option<Spread> {
        let at = |run: &[SlabPoint]| falls_to(run, of, to_c).map(|s| s / 60.0 + later_min);
        Some(Spread { low: at(&self.0[0])?, mid: at(&self.0[1])?, high: at(&self.0[2])? })
    }
}

/// The warmest at which a mass is still so firm, °C.
fn firm_at_c(mass: &SetMass, solid_frac: f64) -> f64 {
    let (low_c, high_c) = (0.0, 150.0);
    let firm = |at_c: f64| mass.phases(at_c).solid_frac() - solid_frac;
    if firm(high_c) >= 0.0 {
        high_c
    } else if firm(low_c) <= 0.0 {
        low_c
    } else {
        bisect(low_c, high_c, 0.05, firm)
    }
}

/// How a poured or rolled mass cools, and what can be done with it when.
///
/// Costs about a third of a millisecond.
///
/// ```
/// use unctum_core::food::Composition;
/// use unctum_core::set::{CoolingAsk, Place, SetAct, TrayKind, cooling};
/// let ask = CoolingAsk {
///     composition: Composition {
///         water_frac: 0.14, protein_frac: 0.05, fat_frac: 0.27, sucrose_frac: 0.43, fibre_frac: 0.10, ash_frac: 0.01,
///         ..Composition::default()
///     },
///     thickness_mm: 20.0, pour_c: 105.0, room_c: 28.0, tray: TrayKind::Metal, place: Place::Table,
///     cold_tray: false, air_frac: 0.0, structure_lag_min: 0.0, free_fat_frac: None, fat: Default::default(),
///     held: None, gelled: None, fat_dried: None,
/// };
/// let told = cooling(&ask)?;
/// let marks = told.windows.iter().find(|w| w.act == SetAct::Mark).unwrap();
/// assert!(marks.opens_min.unwrap().mid < marks.closes_min.unwrap().mid);
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
///
/// # Errors
/// Thicknesses, temperatures and shares that no kitchen has.
pub fn cooling(ask: &CoolingAsk) -> Result<Cooling> {
    Ok(ask.lies()?.of(&ask.mass()?))
}

/// Some points of a run, closer where it falls faster.
fn told(run: &[SlabPoint]) -> (Vec<f64>, Vec<SlabPoint>) {
    let last = run.len() - 1;
    let mut places: Vec<usize> = (0..POINTS)
        .map(|i| {
            let share = i as f64 / (POINTS - 1) as f64;
            (share.powi(2) * last as f64).round() as usize
        })
        .collect();
    places.dedup();
    let path: Vec<SlabPoint> = places.iter().map(|i| run[*i]).collect();
    (path.iter().map(|p| p.elapsed_s / 60.0).collect(), path)
}

fn hottest(p: &SlabPoint) -> f64 {
    p.hottest_c
}

fn surface(p: &SlabPoint) -> f64 {
    p.surface_c
}

fn windows(ask: &Cools, mass: &SetMass, runs: &Runs) -> Vec<SetWindow> {
    let air_c = ask.air_c();
    let near_c = air_c + NEAR_AIR_FRAC * (ask.pour_c - air_c).max(0.0);
    let reference = mass.phases(REFERENCE_C).solid_frac();
    let open_most_c = if mass.composition.water_frac < DRY_WATER_FRAC { 100.0 } else { MARKED_AT_MOST_C };
    let opens_c = firm_at_c(mass, reference - MARKS_OPEN).min(open_most_c).max(near_c);
    let closes_c = firm_at_c(mass, reference - MARKS_CLOSE).max(LIFTED_AT_MOST_C).min(opens_c).max(near_c);
    let lifts_c = firm_at_c(mass, reference - LIFTS).min(LIFTED_AT_MOST_C).max(near_c);
    let soft = mass.solid_frac(air_c).high < Band::Sliceable.range().0;
    let holds = runs.falls_to(hottest, HOLDS_BELOW_C.max(near_c), ask.structure_lag_min);
    let lifts = runs.falls_to(hottest, lifts_c, 0.0).zip(holds).map(|(cool, holds)| cool.later(holds));
    let lifts = lifts.filter(|_| !soft && near_c <= LIFTED_AT_MOST_C);

    let mut told = Vec::new();
    let mut window = |act, opens_min: Option<Spread>, closes_min: Option<Spread>, words: String| {
        told.push(SetWindow { act, opens_min, closes_min, words });
    };
    if ask.thickness_mm <= SHEET_MM {
        let between = |c: (f64, f64)| {
            (runs.falls_to(hottest, c.0.max(near_c), 0.0), runs.falls_to(hottest, c.1.max(near_c), 0.0))
        };
        let (opens, closes) = between(KNEAD_C);
        window(SetAct::Knead, opens, closes, "As soon as hands bear it through the paper.".to_owned());
        let (opens, closes) = between(ROLL_C);
        window(SetAct::Roll, opens, closes, "Warm it spreads; cool it cracks at the edge.".to_owned());
    }
    let marks_open = runs.falls_to(surface, opens_c, 0.0);
    let marks_close = runs.falls_to(hottest, closes_c, 0.0);
    window(
        SetAct::Mark,
        marks_open,
        marks_open.zip(marks_close).map(|(opens, closes)| closes.later(opens)),
        "Firm enough to keep a line, soft enough not to crack.".to_owned(),
    );
    window(SetAct::Cut, marks_close.filter(|_| lifts.is_some()), None, cut_words(lifts.is_some()));
    window(SetAct::Lift, lifts, None, lift_words(ask, soft, lifts.is_some()));
    if ask.place != Place::Refrigerator {
        let chill = runs.falls_to(hottest, CHILL_BELOW_C.max(near_c), 0.0);
        window(SetAct::Chill, chill, None, "Not hotter than this into the cold: it would sweat.".to_owned());
    }
    let packs = runs.falls_to(hottest, air_c + PACK_LEFT_FRAC * (ask.pour_c - air_c).max(1.0), 0.0);
    let packs = packs.zip(lifts).map(|(cool, lifts)| cool.later(lifts));
    window(SetAct::Pack, packs, None, "Closed in warm it sweats and spoils.".to_owned());
    told
}

fn cut_words(lifts: bool) -> String {
    let words = if lifts {
        "Through to the tray, before it is hard."
    } else {
        "It does not set firm enough to cut here."
    };
    words.to_owned()
}

fn lift_words(ask: &Cools, soft: bool, lifts: bool) -> String {
    let words = match (lifts, ask.place) {
        (true, _) => "It holds by itself.",
        (false, Place::Refrigerator) => "It stays soft even in the cold: serve it with a spoon.",
        (false, _) if soft => {
            "It stays soft in this room: put it in the refrigerator, or serve it with a spoon."
        }
        (false, _) => "This room is too warm for it to set: put it in the refrigerator.",
    };
    words.to_owned()
}
