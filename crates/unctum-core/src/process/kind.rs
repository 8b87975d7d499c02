//! Kinds of steps, as words and pictures: what such work usually takes, where nothing better is told. What a
//! step does is decided by its effects ([`crate::process::Work`]).

use serde::{Deserialize, Serialize};

use crate::numeric::Spread;

/// What kind of work a step is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum StepKind {
    /// Everything made ready before the heat.
    MakeReady,
    /// Sugar into water until none is left to see.
    Dissolve,
    /// Boil to a stage and turn off.
    BoilToStage,
    /// Through a sieve or cloth.
    Strain,
    /// Boil milk down.
    Reduce,
    /// Split milk with an acid.
    Curdle,
    /// Let curd drip.
    Hang,
    /// Knead.
    Knead,
    /// Roast or fry in the pan.
    Roast,
    /// Grind.
    Grind,
    /// Lie in water or syrup.
    Soak,
    /// Stand and rise.
    Ferment,
    /// Press the milk out of coconut.
    ExtractCoconutMilk,
    /// One thing into another.
    Combine,
    /// Add by instalments, each when the last is taken up.
    AddInstalments,
    /// Cook until the mass leaves the sides.
    CookTillLeavesSides,
    /// Cook until soft or thick.
    Simmer,
    /// Pour into a tray.
    Pour,
    /// Press into a tray.
    Press,
    /// Roll out.
    Roll,
    /// Score while warm.
    Mark,
    /// Rest and cut.
    Cut,
    /// Take out of the tray.
    Lift,
    /// Heat the fat to fry in.
    HeatFat,
    /// Fry in deep fat.
    Fry,
    /// Let fat or syrup drip off.
    Drain,
    /// Cook in boiling syrup.
    Poach,
    /// Press syrup or water out by hand.
    Squeeze,
    /// Stand in syrup or milk to take it up.
    Steep,
    /// Cool in a refrigerator.
    Chill,
    /// Cook under pressure.
    PressureCook,
    /// Melt sugar to colour.
    Caramelise,
    /// Cook over hot water.
    WaterBath,
    /// Form by hand.
    Shape,
    /// Rest, covered.
    Rest,
    /// Put on what decorates.
    Garnish,
    /// Pack away.
    Pack,
    /// Put to use.
    Use,
}

impl StepKind {
    /// Usual time of such work where nothing is told, with a wide spread: what a cook would reckon with before
    /// she knows better.
    #[must_use]
    pub fn usual_minutes(self) -> Spread {
        let (low, mid, high) = match self {
            Self::Soak | Self::Ferment => (120.0, 360.0, 720.0),
            Self::Hang | Self::Chill | Self::Steep => (60.0, 120.0, 300.0),
            Self::Rest | Self::Cut | Self::Lift | Self::Drain => (10.0, 30.0, 90.0),
            Self::Reduce | Self::CookTillLeavesSides => (15.0, 30.0, 75.0),
            Self::PressureCook | Self::WaterBath | Self::Roast | Self::Simmer | Self::Fry => {
                (8.0, 15.0, 35.0)
            }
            Self::Shape | Self::Roll | Self::Knead | Self::AddInstalments => (5.0, 12.0, 30.0),
            Self::HeatFat => (5.0, 8.0, 14.0),
            Self::BoilToStage | Self::Poach | Self::Caramelise | Self::Dissolve | Self::Curdle => {
                (4.0, 9.0, 20.0)
            }
            _ => (2.0, 5.0, 12.0),
        };
        Spread { low, mid, high }
    }

    /// Highest fill of the vessel that is usual for such work, as a share of its volume; none where nothing can
    /// come over.
    #[must_use]
    pub fn usual_fill_frac(self) -> Option<f64> {
        match self {
            Self::Dissolve | Self::BoilToStage | Self::Reduce | Self::Curdle | Self::Fry | Self::HeatFat => {
                Some(0.5)
            }
            Self::PressureCook | Self::Caramelise => Some(0.4),
            Self::Poach | Self::Simmer | Self::CookTillLeavesSides | Self::AddInstalments => Some(0.66),
            Self::Roast | Self::WaterBath => Some(0.75),
            _ => None,
        }
    }
}
