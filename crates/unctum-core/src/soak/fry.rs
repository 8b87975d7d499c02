//! A load in hot fat: how far the fat cools, how soon it is hot again, how long a piece takes to its middle, and how many
//! pieces go in at once.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::FatKind;
use crate::kitchen::{Air, LOSS_W_M2_K};
use crate::numeric::{Spread, bisect};

/// What is fried.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FryShape {
    /// Balls that cook through.
    Ball,
    /// Balls of a filling that is cooked, in a batter that is not.
    Filled,
    /// Coils of batter.
    Coil,
    /// Flat cakes.
    Pancake,
    /// Droplets of batter.
    Droplet,
}

/// Pieces to fry.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"shape": "ball", "thickness_mm": 30, "piece_g": 15, "pieces": 24, "oil_g": 700, "oil_c": 150,
    "pot_diameter_cm": 20, "net_power_w": 756})))]
pub struct FryAsk {
    /// What is fried.
    pub shape: FryShape,
    /// Through the thickest part, mm.
    pub thickness_mm: f64,
    /// What a piece weighs before, g.
    pub piece_g: f64,
    /// How many there are.
    pub pieces: u32,
    /// Fat in the pot, g.
    pub oil_g: f64,
    /// How hot it is, °C.
    pub oil_c: f64,
    /// Across the pot, cm.
    pub pot_diameter_cm: f64,
    /// Height of its wall, cm.
    #[serde(default = "usual_wall_cm")]
    pub pot_wall_cm: f64,
    /// Heat that the full flame brings into the pot, W.
    pub net_power_w: f64,
    /// How far the fat may cool, K.
    #[serde(default = "usual_dip_k")]
    pub dip_k: f64,
    /// Share of a piece that leaves as steam, 0–0.6; the usual one of its shape if left out.
    #[serde(default)]
    pub steam_frac: Option<f64>,
    /// How warm the pieces are, °C.
    #[serde(default = "usual_piece_c")]
    pub piece_c: f64,
    /// Across a piece as it floats, cm; of its thickness if left out.
    #[serde(default)]
    pub across_cm: Option<f64>,
    /// What it fries in; oil if left out.
    #[serde(default)]
    pub fat: FatKind,
    /// In so many loads; as room and heat ask if left out.
    #[serde(default)]
    pub loads: Option<u32>,
    /// What the pot loses for each kelvin above the room, W/K; as its size says if left out.
    #[serde(default)]
    pub pot_loses_w_k: Option<f64>,
    /// The room, °C.
    #[serde(default = "usual_room_c")]
    pub room_c: f64,
}

fn usual_room_c() -> f64 {
    Air::default().room_c
}

fn usual_wall_cm() -> f64 {
    9.0
}

fn usual_dip_k() -> f64 {
    15.0
}

fn usual_piece_c() -> f64 {
    28.0
}

/// How the frying goes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Fry {
    /// A piece takes so long, min.
    pub minutes_each: Spread,
    /// So many find room side by side.
    pub by_room: u32,
    /// So many the flame has the heat for.
    pub by_heat: u32,
    /// So many go in at once.
    pub per_load: u32,
    /// So many loads.
    pub loads: u32,
    /// How far the fat cools, K.
    pub dip_k: f64,
    /// How soon after a load it is as hot as before, min; none if the flame does not get it there.
    pub recovers_min: Option<f64>,
    /// All of it, min.
    pub minutes: Spread,
    /// Moments of a load, min.
    pub load_minutes: Vec<f64>,
    /// The fat then, °C.
    pub oil_c: Vec<f64>,
    /// Share of the full flame that holds the fat between loads, 0–1.
    pub holds_flame_frac: f64,
    /// What to look out for.
    pub said: Vec<String>,
}

/// Heat of fat, J/(g·K); of a pot, J/K for each m² of metal.
const FAT_J_G_K: f64 = 2.1;
const POT_J_M2_K: f64 = 10_600.0;
/// Heat to warm a gram of dough to the boil, J/(g·K), and to send a gram off as steam, J.
const DOUGH_J_G_K: f64 = 2.6;
const STEAM_J_G: f64 = 2257.0;
/// A load asks for most of its heat at first: it falls with this share of its time.
const ASKS_FRAC: f64 = 0.6;
/// Balls: 0.23 R² ÷ this, mm²/s, to 90 °C in the middle.
const BALL_MM2_S: f64 = 0.124;
const BALL: f64 = 0.23;
/// Thin pieces, s for each mm² of half their thickness.
const COIL_S_MM2: f64 = 14.0;
const PANCAKE_S_MM2: f64 = 22.0;
const DROPLET_S_MM2: f64 = 7.5;
/// A coat of batter around what is cooked already, s.
const COAT_S: f64 = 380.0;
/// How far a time may be off, as a share.
const TIME_DOUBT: f64 = 0.2;
/// Pieces cover so much of the surface at most.
const COVER_FRAC: f64 = 0.55;
/// A crust is golden after so many minutes at this temperature, and twice as fast so many kelvins hotter.
const GOLDEN_MIN: f64 = 9.0;
const GOLDEN_C: f64 = 150.0;
const GOLDEN_TWICE_K: f64 = 16.0;
/// So near to its smoke it is said, K.
const SMOKE_NEAR_K: f64 = 12.0;
/// A full flame that leaves less than this share of itself beyond the pot's loss does not fry.
const LEAST_LEFT_FRAC: f64 = 0.2;
/// Points of a load.
const POINTS: usize = 60;
/// A load is followed for so long after its pieces are out, as a share of their time.
const AFTER: f64 = 2.0;

impl FryAsk {
    fn check(&self) -> Result<()> {
        within("The thickness of a piece", self.thickness_mm, 2.0, 100.0, "mm")?;
        within("The weight of a piece", self.piece_g, 0.02, 500.0, "g")?;
        within("The number of pieces", f64::from(self.pieces), 1.0, 5000.0, "pieces")?;
        within("The fat", self.oil_g, 100.0, 10_000.0, "g")?;
        within("The temperature of the fat", self.oil_c, 100.0, 230.0, "°C")?;
        within("The diameter of the pot", self.pot_diameter_cm, 10.0, 60.0, "cm")?;
        within("The height of the pot", self.pot_wall_cm, 3.0, 40.0, "cm")?;
        within("The heat of the flame", self.net_power_w, 50.0, 10_000.0, "W")?;
        within("How far the fat may cool", self.dip_k, 2.0, 60.0, "K")?;
        within("The share that leaves as steam", self.steam_frac.unwrap_or(0.1), 0.0, 0.6, "(fraction)")?;
        within("What the pot loses", self.pot_loses_w_k.unwrap_or(1.0), 0.05, 100.0, "W/K")?;
        within("The temperature of the room", self.room_c, -20.0, 60.0, "°C")?;
        within("The temperature of the pieces", self.piece_c, -20.0, 95.0, "°C")?;
        let across_mm = self.across_cm.map_or(self.thickness_mm, |cm| 10.0 * cm);
        if across_mm > 10.0 * self.pot_diameter_cm || self.thickness_mm > 10.0 * self.pot_wall_cm {
            return Err(CoreError::DoesNotFit(
                "One piece is larger than the pot. Take a larger pot, or make the pieces smaller.".into(),
            ));
        }
        Ok(())
    }

    /// Minutes until the middle of a piece is done.
    fn middle_min(&self) -> f64 {
        let half_mm2 = (0.5 * self.thickness_mm).powi(2);
        let seconds = match self.shape {
            FryShape::Ball => BALL * half_mm2 / BALL_MM2_S,
            FryShape::Filled => COAT_S,
            FryShape::Coil => COIL_S_MM2 * half_mm2,
            FryShape::Pancake => PANCAKE_S_MM2 * half_mm2,
            FryShape::Droplet => DROPLET_S_MM2 * half_mm2,
        };
        // Told for 150 °C: what is hotter drives the front in faster.
        seconds / 60.0 * (150.0 - 95.0) / (self.oil_c - 95.0).max(5.0)
    }

    fn steam(&self) -> f64 {
        self.steam_frac.unwrap_or(match self.shape {
            FryShape::Ball | FryShape::Filled => 0.10,
            FryShape::Coil => 0.30,
            FryShape::Pancake => 0.22,
            FryShape::Droplet => 0.35,
        })
    }

    /// Heat that one piece takes, J.
    fn piece_j(&self) -> f64 {
        self.piece_g * (DOUGH_J_G_K * (100.0 - self.piece_c) + STEAM_J_G * self.steam())
    }

    fn metal_m2(&self) -> f64 {
        let d_m = self.pot_diameter_cm / 100.0;
        std::f64::consts::PI * d_m * (d_m / 4.0 + self.pot_wall_cm / 100.0)
    }

    fn store_j_k(&self) -> f64 {
        FAT_J_G_K * self.oil_g + POT_J_M2_K * self.metal_m2()
    }

    /// Loss at a temperature, W.
    fn loss_w(&self, oil_c: f64) -> f64 {
        self.pot_loses_w_k.unwrap_or(LOSS_W_M2_K * self.metal_m2()) * (oil_c - self.room_c)
    }

    /// The fat while so many pieces fry for so long, and afterwards: moments, min, and °C.
    fn load(&self, pieces: f64, minutes: f64) -> Vec<(f64, f64)> {
        let whole_j = pieces * self.piece_j();
        let falls_min = ASKS_FRAC * minutes;
        let of_all = 1.0 - (-minutes / falls_min).exp();
        let step_min = (1.0 + AFTER) * minutes / (4 * POINTS) as f64;
        let mut oil_c = self.oil_c;
        let mut path = vec![(0.0, oil_c)];
        for i in 0..4 * POINTS {
            let at_min = (i as f64 + 0.5) * step_min;
            let asks_w = if at_min < minutes {
                whole_j / of_all * (-at_min / falls_min).exp() / (60.0 * falls_min)
            } else {
                0.0
            };
            let gains_w = self.net_power_w - self.loss_w(oil_c) - asks_w;
            // Turned down when it is as hot as it was.
            oil_c = (oil_c + gains_w * 60.0 * step_min / self.store_j_k()).min(self.oil_c);
            path.push(((i + 1) as f64 * step_min, oil_c));
        }
        path
    }

    /// How long after its pieces are out a load's fat is as hot as before, min; none if it is not followed so long.
    fn recovers(&self, path: &[(f64, f64)], minutes: f64) -> Option<f64> {
        let hot_again = path.iter().filter(|p| p.0 >= 0.2 * minutes).find(|p| p.1 >= self.oil_c - 1.0);
        hot_again.map(|p| (p.0 - minutes).max(0.0))
    }

    fn dip_of(&self, pieces: f64, minutes: f64) -> f64 {
        let coolest = self.load(pieces, minutes).iter().map(|p| p.1).fold(f64::INFINITY, f64::min);
        self.oil_c - coolest
    }
}

/// How frying goes, load by load.
///
/// Costs some tens of microseconds.
///
/// # Errors
/// Pieces, pots and temperatures no kitchen has; fat that is colder than the dough would boil; a flame that does not hold the fat hot.
pub fn fry(ask: &FryAsk) -> Result<Fry> {
    ask.check()?;
    let holds_w = ask.loss_w(ask.oil_c);
    if ask.net_power_w - holds_w < LEAST_LEFT_FRAC * ask.net_power_w {
        return Err(CoreError::DoesNotFit(format!(
            "This flame does not keep the fat at {:.0} °C while anything fries: the pot loses {holds_w:.0} W and gets {:.0} W. Take a stronger ring or a smaller pot.",
            ask.oil_c, ask.net_power_w
        )));
    }
    let each_min = ask.middle_min();
    let across_cm = ask.across_cm.unwrap_or(ask.thickness_mm / 10.0);
    let side_by_side = COVER_FRAC * (ask.pot_diameter_cm / across_cm).powi(2);
    let by_room = (side_by_side.floor() as u32).max(1);
    let most = f64::from(by_room.max(ask.pieces)).max(2.0);
    let over = |pieces: f64| ask.dip_of(pieces, each_min) - ask.dip_k;
    // By the dough, not by whole pieces: a larger batch is never the quicker one for a piece that was rounded off.
    let most_heated = if over(most) <= 0.0 { most } else { bisect(0.0, most, 1e-3, over).max(1.0) };
    let by_heat = most_heated.floor() as u32;
    let count = f64::from(ask.pieces);
    let asked = (count / most_heated - 1e-9).ceil().max((count / f64::from(by_room)).ceil()).max(1.0) as u32;
    let loads = ask.loads.unwrap_or(asked).clamp(1, ask.pieces);
    let per_load = ask.pieces.div_ceil(loads);
    let path = ask.load(f64::from(per_load), each_min);
    let dip_k = ask.dip_of(f64::from(per_load), each_min);
    let fullest = ask.load(most_heated.min(f64::from(by_room)), each_min);
    let between_min = ask.recovers(&fullest, each_min).unwrap_or(AFTER * each_min);
    let recovers_min = ask.recovers(&path, each_min);
    let energy_min = count * ask.piece_j() / (ask.net_power_w - holds_w) / 60.0;
    let by_turns_min = f64::from(loads) * each_min + f64::from(loads - 1) * between_min;
    let all_min = by_turns_min.max(energy_min);
    let around = |mid: f64| Spread { low: mid * (1.0 - TIME_DOUBT), mid, high: mid * (1.0 + TIME_DOUBT) };
    Ok(Fry {
        minutes_each: around(each_min),
        by_room,
        by_heat,
        per_load,
        loads,
        dip_k,
        recovers_min,
        minutes: around(all_min),
        load_minutes: path.iter().step_by(4).map(|p| p.0).collect(),
        oil_c: path.iter().step_by(4).map(|p| p.1).collect(),
        holds_flame_frac: holds_w / ask.net_power_w,
        said: said(ask, each_min, dip_k),
    })
}

fn said(ask: &FryAsk, each_min: f64, dip_k: f64) -> Vec<String> {
    let mut said = Vec::new();
    let golden_min = GOLDEN_MIN * 2f64.powf((GOLDEN_C - ask.oil_c) / GOLDEN_TWICE_K);
    if each_min > 1.3 * golden_min {
        said.push(
            "The outside is brown before the middle is done: fry them cooler, or make them smaller."
                .to_owned(),
        );
    } else if each_min < 0.25 * golden_min && ask.shape != FryShape::Droplet {
        said.push("They are done before they colour: fry them a little hotter.".to_owned());
    }
    if dip_k > 1.5 * ask.dip_k {
        said.push(format!(
            "So many at once cool the fat by {dip_k:.0} K on the full flame: fry fewer at a time, or take more fat."
        ));
    }
    let smokes_c = ask.fat.smokes_c();
    if ask.oil_c >= smokes_c - SMOKE_NEAR_K {
        said.push("This fat is near its smoke and may catch fire: never leave it, keep a lid at hand, no water. Fry cooler, or in a fat that bears more.".to_owned());
    }
    said
}
