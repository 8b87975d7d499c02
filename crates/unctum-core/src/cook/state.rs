//! What can be said of a syrup at one moment: what to do next, and how far it is.

use serde::Serialize;

use crate::kitchen::Flame;
use crate::log::TestSaid;
use crate::numeric::Spread;
use crate::syrup::StageKey;

/// The one next thing to do.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Advice {
    /// Do the current step; its own words say how.
    DoStep,
    /// Put the heat on.
    HeatOn,
    /// Stir until the sugar is dissolved.
    Dissolve,
    /// Let it boil; nothing to do yet.
    KeepBoiling,
    /// Tested and not there: let it boil this much longer and test again.
    NotYet {
        /// Seconds until the next test.
        more_s: f64,
    },
    /// Tested off the flame and not there: the hot pan carries it on; test again after this long.
    CarriesOn {
        /// Seconds until the next test.
        more_s: f64,
    },
    /// The stage is near: read now.
    ReadNow,
    /// Turn the heat off now.
    TurnOffNow,
    /// By the clock it is past its stage, and nobody looked: look now.
    LookNow,
    /// By the clock hardly any water is left in it, and nobody looked: off, and look whether it is burnt.
    BoiledDry,
    /// Off, and landing on the stage: test a cooled drop.
    Test,
    /// The test showed the stage: that is it.
    ThatIsIt,
    /// Off too early: heat on again for about this long.
    BackOn {
        /// Seconds of heat.
        heat_s: f64,
        /// At which flame: a low one where another would be off again at once.
        flame: Flame,
    },
    /// Too far: pour in this much water.
    AddWater {
        /// Water, g.
        water_g: f64,
    },
}

/// The syrup as believed now.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyrupState {
    /// Whether all sugar is dissolved.
    pub dissolved: bool,
    /// Whether it boils.
    pub boiling: bool,
    /// Strength, 0–1.
    pub solids_frac: Spread,
    /// Stage at the most likely strength.
    pub stage: StageKey,
    /// True temperature, °C.
    pub liquid_c: f64,
    /// What her thermometer should show, °C.
    pub shown_c: f64,
    /// What her scale should show with the pan, g; none while nobody knows what the empty pan weighs.
    pub gross_g: Option<f64>,
    /// How far that may be off (80 %), g.
    pub gross_spread_g: f64,
    /// Length of the string, cm.
    pub string_cm: f64,
    /// What fingers, spoon or water show at the most likely strength.
    pub sign: &'static str,
    /// Whether the stage it is meant for is told by a drop in cold water, not by a string.
    pub drop_test: bool,
    /// Water still to lose to the target strength, g; negative: past it.
    pub water_to_lose_g: Spread,
    /// Water still to lose before the heat goes off, g; negative: past it.
    pub water_to_turn_off_g: Spread,
    /// Seconds until the heat goes off; none while it is off.
    pub turn_off_in_s: Option<Spread>,
    /// Strength at which to turn off, 0–1.
    pub turn_off_frac: f64,
    /// What her scale shows there, g; none while nobody knows what the empty pan weighs.
    pub turn_off_gross_g: Option<f64>,
    /// What her thermometer shows there, °C.
    pub turn_off_shown_c: f64,
    /// Where the pan lands if the heat goes (or went) off now, 0–1.
    pub landing_frac: f64,
    /// The ring's power against its nominal, as learnt from the readings.
    pub power_factor: f64,
    /// Standard deviation of that factor.
    pub power_factor_sd: f64,
    /// Whether the last reading contradicted what was believed.
    pub surprise: bool,
    /// Whether it is set aside until a second reading says the same: everything here is as it was without it.
    pub unsettled: bool,
    /// The last test since something was done to the syrup.
    pub last_test: Option<TestSaid>,
}
