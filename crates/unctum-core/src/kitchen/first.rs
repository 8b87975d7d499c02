//! The first hour: four plain questions, and the kitchen that is guessed from their answers.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::kitchen::document::{
    Bench, KitchenDocument, NumberedMeasure, NumberedPan, NumberedRing, NumberedThermometer,
};
use crate::kitchen::known::Learning;
use crate::kitchen::pan::{Pan, PanMetal};
use crate::kitchen::ring::{Ring, RingKind};
use crate::kitchen::room::Room;
use crate::kitchen::thermometer::Thermometer;
use crate::kitchen::vessel::Measure;
use crate::syrup::Ladder;

/// Which ring.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FirstRing {
    /// A small gas burner.
    GasSmall,
    /// The usual gas burner.
    GasMedium,
    /// The large gas burner.
    GasLarge,
    /// An electric coil.
    Coil,
    /// A glass plate with a heater under it.
    Plate,
    /// Induction.
    Induction,
    /// A multi-cooker.
    MultiCooker,
}

impl FirstRing {
    /// Its name, kind and usual power, W.
    fn ring(self) -> Ring {
        let (name, kind, rated_power_w) = match self {
            Self::GasSmall => ("Small gas ring", RingKind::Gas, 1000.0),
            Self::GasMedium => ("Gas ring", RingKind::Gas, 1800.0),
            Self::GasLarge => ("Large gas ring", RingKind::Gas, 3000.0),
            Self::Coil => ("Coil", RingKind::Coil, 1500.0),
            Self::Plate => ("Glass plate", RingKind::Ceramic, 1800.0),
            Self::Induction => ("Induction plate", RingKind::Induction, 2000.0),
            Self::MultiCooker => ("Multi-cooker", RingKind::MultiCooker, 900.0),
        };
        Ring::of_kind(name, kind, rated_power_w)
    }
}

/// Which pan.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FirstPan {
    /// Thin steel or aluminium.
    Thin,
    /// A thick base.
    Heavy,
    /// Cast iron.
    CastIron,
    /// Wide and low.
    Wide,
}

impl FirstPan {
    /// A pan of this kind and width, its weight and heat guessed from the metal it must have.
    #[must_use]
    pub fn pan(self, diameter_cm: f64) -> Pan {
        let (name, metal, wall_to_width) = match self {
            Self::Thin => ("Thin pan", PanMetal::Steel, 0.42),
            Self::Heavy => ("Heavy pan", PanMetal::Clad, 0.42),
            Self::CastIron => ("Cast-iron pan", PanMetal::Iron, 0.36),
            Self::Wide => ("Wide pan", PanMetal::Steel, 0.30),
        };
        let pan = Pan {
            name: name.to_owned(),
            tare_g: 0.0,
            diameter_cm,
            wall_height_cm: (diameter_cm * wall_to_width).round(),
            heat_capacity_j_k: 0.0,
            metal: Some(metal),
            weighed: false,
            loss_factor: 1.0,
        };
        pan.settled()
    }
}

/// Which cup.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FirstCup {
    /// A tea cup.
    TeaCup,
    /// A katori, a small bowl.
    Katori,
    /// A drinking glass.
    Glass,
    /// A measuring cup.
    MeasuringCup,
}

impl FirstCup {
    fn measure(self) -> Measure {
        let (name, volume_ml, volume_sd_ml) = match self {
            Self::TeaCup => ("Tea cup", 150.0, 20.0),
            Self::Katori => ("Katori", 180.0, 20.0),
            Self::Glass => ("Glass", 250.0, 30.0),
            Self::MeasuringCup => ("Measuring cup", 240.0, 6.0),
        };
        Measure { name: name.to_owned(), volume_ml, volume_sd_ml }
    }
}

/// The four answers, and which instruments there are.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FirstAnswers {
    /// Which ring.
    pub ring: FirstRing,
    /// Which pan.
    pub pan: FirstPan,
    /// How wide it is inside, cm (12–60).
    pub width_cm: f64,
    /// Which cup.
    pub cup: FirstCup,
    /// Height of the place above the sea, m.
    pub altitude_m: f64,
    /// Whether there is a kitchen scale.
    #[serde(default)]
    pub has_scale: bool,
    /// Whether there is a thermometer.
    #[serde(default)]
    pub has_thermometer: bool,
}

/// A figure that was guessed, and what makes it known.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Guess {
    /// The figure.
    pub words: String,
    /// How it becomes known.
    pub better: &'static str,
}

/// A kitchen guessed from the first answers, and what in it is a guess.
///
/// ```
/// use unctum_core::kitchen::{FirstAnswers, FirstCup, FirstPan, FirstRing, first_kitchen};
/// let answers = FirstAnswers {
///     ring: FirstRing::GasMedium,
///     pan: FirstPan::Heavy,
///     width_cm: 22.0,
///     cup: FirstCup::Katori,
///     altitude_m: 900.0,
///     has_scale: false,
///     has_thermometer: false,
/// };
/// let (kitchen, guesses) = first_kitchen(&answers)?;
/// assert!(kitchen.check().is_ok() && guesses.len() == 3);
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
///
/// # Errors
/// A width or a height that no kitchen has.
pub fn first_kitchen(answers: &FirstAnswers) -> Result<(KitchenDocument, Vec<Guess>)> {
    let width_cm = within("The width of the pan", answers.width_cm, 12.0, 60.0, "cm")?;
    let ring = answers.ring.ring();
    let pan = answers.pan.pan(width_cm);
    let cup = answers.cup.measure();
    let mut guesses = vec![
        Guess {
            words: format!(
                "{}: {:.0} W, of which {:.0} ± {:.0} % reach the pan",
                ring.name,
                ring.rated_power_w,
                100.0 * ring.efficiency_frac,
                100.0 * ring.efficiency_sd
            ),
            better: "Boil two cups of water on it and tap when it boils.",
        },
        Guess {
            words: format!(
                "{}: about {:.0} g, {:.0} cm high inside",
                pan.name, pan.tare_g, pan.wall_height_cm
            ),
            better: "Weigh it once, if you ever have a scale.",
        },
    ];
    if cup.words().guessed {
        guesses.push(Guess {
            words: format!("{}: {:.0} ± {:.0} ml", cup.name, cup.volume_ml, cup.volume_sd_ml),
            better: "Fill it with water and weigh that, or pour it into something marked.",
        });
    }
    let id = Some(1);
    let kitchen = KitchenDocument {
        name: "My kitchen".to_owned(),
        room: Room { altitude_m: Some(answers.altitude_m), ..Room::default() },
        rings: vec![NumberedRing { id, ring }],
        pans: vec![NumberedPan { id, pan }],
        thermometers: if answers.has_thermometer {
            vec![NumberedThermometer { id, thermometer: Thermometer::with_offset("Thermometer", 0.0) }]
        } else {
            Vec::new()
        },
        trays: Vec::new(),
        measures: vec![NumberedMeasure { id, measure: cup }],
        bench: Bench { scale_step_g: answers.has_scale.then_some(1.0), ..Bench::default() },
        ladder: Ladder::default(),
        learning: Learning::default(),
    };
    kitchen.check()?;
    Ok((kitchen, guesses))
}
