//! How one step goes: the one question that formula, times, sheet, stove and day ask. *This step, this mass,
//! this pan and ring, this air, from this temperature*: how long it takes, how mass and temperature go, what her
//! instruments show at its ends, how full its pan is, and whether the flame can give the heat it needs.
//!
//! The work is sent to where it is known: a boil to a stage to [`crate::pan::boil_down`], what warms and dries
//! to [`crate::pan::drying`], pieces in hot fat to `potfuls`, and how the fat bears them to [`crate::soak::fry`], pieces in syrup to [`crate::soak::uptake`]; everything else takes its usual minutes.
//!
//! ```
//! use unctum_core::course::{CourseQuestion, Tools, course};
//! use unctum_core::food::Parts;
//! use unctum_core::kitchen::{Air, Flame, FirstPan, Ring, RingKind};
//! use unctum_core::process::{Effect, Step, StepBalance, StepKind, Timing, Vessel};
//! use unctum_core::syrup::Ladder;
//!
//! let mut boil = Step::new("boil", StepKind::Reduce, "Boil it down", "Stir.");
//! boil.effects = vec![Effect::ReduceTo { ratio_frac: 0.5 }];
//! (boil.vessel, boil.flame, boil.timing) = (Vessel::Pan, Some(Flame::Medium), Timing::Heat);
//! let start = Parts { water_g: 870.0, fat_g: 40.0, protein_g: 35.0, lactose_g: 47.0, ash_g: 8.0, ..Parts::default() };
//! let end = start.with_water(370.0);
//! let mass = StepBalance {
//!     step: "boil".into(), start_g: 1000.0, medium_g: 0.0, taken_up_g: 0.0, evaporated_g: 500.0, end_g: 500.0, start, end,
//! };
//! let pan = FirstPan::Wide.pan(28.0);
//! let tools = Tools::among(&[], pan, Ring::of_kind("Left", RingKind::Gas, 1800.0));
//! let asked = CourseQuestion {
//!     step: &boil, mass: &mass, from_c: 24.0, factor: 1.0, pieces: None, medium_frac: None, fries_in: None,
//!     heats_fat_g: None, tools: Some(&tools),
//!     air: Air::default(), ladder: &Ladder::default(),
//! };
//! let half_an_hour = course(&asked);
//! assert!(half_an_hour.minutes.mid > 20.0 && half_an_hour.needs_j < half_an_hour.gets_j.unwrap());
//! ```

mod by_warmth;
mod frying;
mod heat;
mod on_ring;
mod potfuls;
mod question;
mod soaking;
mod tools;

use crate::numeric::Spread;
use crate::process::{StepKind, Timing, Vessel, Work};
use crate::water::latent_heat_j_kg;

use by_warmth::{by_warmth, whistles_every_min};
pub use frying::ball_mm;
use frying::frying;
use heat::ends_c;
pub use heat::reached_c;
use on_ring::{Told, boiling, drying, heating_fat, warming};
use potfuls::potfuls;
pub use question::{Course, CoursePoint, CourseQuestion, Soak, SyrupDrift, contents_ml};
use soaking::{soak_minutes, soaking};
pub use tools::Tools;

/// How one step goes. A function of the question alone; it never fails: what cannot be told takes its usual
/// minutes.
///
/// Costs some microseconds, and about half a millisecond where a syrup is boiled to a stage.
#[must_use]
pub fn course(q: &CourseQuestion<'_>) -> Course {
    let usual = q.step.minutes.unwrap_or(Spread::ZERO);
    let pan = q.tools.and_then(|t| t.pan_of(q.step));
    let (mut follows, mut pots, mut fried) = (Timing::Fixed, None, None);
    let mut told = Told { minutes: usual, flame_needed: None, path: Vec::new() };
    match (q.step.timing, pan.zip(q.tools)) {
        (Timing::Mass | Timing::Pieces, _) => {
            (told.minutes, follows) = (usual.times(q.factor), q.step.timing);
        }
        (Timing::Pots, _) => {
            let in_pots = potfuls(q);
            (told.minutes, follows) = (usual.times(in_pots.count), Timing::Pots);
            (pots, told.flame_needed) = (Some(in_pots.count), in_pots.flame_needed);
            fried = frying(q, in_pots.count);
        }
        (Timing::Heat, Some((pan, tools))) if q.heats_fat_g.is_some() => {
            if let Some(known) = heating_fat(q, pan, tools) {
                (told, follows) = (known, Timing::Heat);
            }
        }
        (Timing::Heat, Some((pan, tools))) => {
            let known = match q.step.work() {
                Work::Boil { .. } => boiling(q, pan, tools),
                _ => warming(q, pan, tools),
            };
            if let Some(known) = known {
                (told, follows) = (known, Timing::Heat);
            }
        }
        _ => {}
    }
    let heat_to_c = reached_c(q.step, &q.mass.end, &q.air);
    let soak = soaking(q, heat_to_c);
    // Under pressure they take what the valve takes, and what it takes to fall.
    let soaks = soak.as_ref().filter(|_| q.step.kind != StepKind::PressureCook);
    if let Some(minutes) = soaks.and_then(soak_minutes) {
        told.minutes = minutes.times(pots.unwrap_or(1.0));
    } else if let Some(minutes) = by_warmth(q, heat_to_c) {
        told.minutes = minutes;
    }
    let ends_c = ends_c(q.step, &q.mass.end, q.from_c, told.minutes.mid, &q.air);
    if told.path.is_empty() {
        told.path = vec![
            CoursePoint { elapsed_min: 0.0, mass_g: q.mass.start_g, mass_c: q.from_c },
            CoursePoint { elapsed_min: told.minutes.mid, mass_g: q.mass.end_g, mass_c: ends_c },
        ];
    }
    let flame = told.flame_needed.or(q.step.flame);
    let gets_j =
        q.tools.zip(flame).map(|(t, flame)| t.ring.net_power_w(flame.frac()) * 60.0 * told.minutes.high);
    Course {
        minutes: told.minutes,
        follows,
        pots,
        fry: fried,
        whistles_every_min: whistles_every_min(q, heat_to_c),
        soak,
        flame_needed: told.flame_needed,
        path: told.path,
        heat_to_c,
        ends_c,
        pan_g: pan.filter(|p| p.weighed && may_be_lifted(q)).map(|p| {
            let left_g = q.mass.end_g + q.mass.medium_g - q.mass.taken_up_g;
            (p.tare_g + q.mass.start_g + q.mass.medium_g, p.tare_g + left_g)
        }),
        fill_frac: pan.map(|p| contents_ml(q.mass) / p.capacity_ml()),
        needs_j: needs_j(q, ends_c),
        gets_j,
    }
}

/// Whether somebody may put the pan of a step on a scale: not what is full of hot fat, stands shut under pressure or
/// has to go on boiling around what lies in it.
fn may_be_lifted(q: &CourseQuestion<'_>) -> bool {
    let open = matches!(q.step.vessel, Vessel::Pan | Vessel::WidePan);
    open && !matches!(q.step.kind, StepKind::Fry | StepKind::HeatFat)
        && !(q.step.on_flame() && q.mass.medium_g > 0.0)
}

/// Heat to warm the mass and to send off its steam, J.
fn needs_j(q: &CourseQuestion<'_>, ends_c: f64) -> f64 {
    let mass = drying(q, ends_c.max(q.from_c));
    let warm_j = (q.mass.start_g / 1000.0 * mass.specific_heat_j_kg_k) * (mass.to_c - q.from_c);
    warm_j + q.mass.evaporated_g / 1000.0 * latent_heat_j_kg(ends_c.clamp(20.0, 150.0))
}
