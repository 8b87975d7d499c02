//! What can be said of a batch at one moment.

use serde::Serialize;

use crate::batch::TestSaid;
use crate::kitchen::Flame;
use crate::syrup::StageKey;

/// Where the batch stands as a whole.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Phase {
    /// Before the heat.
    Ready,
    /// The syrup is on.
    Syrup,
    /// Past the syrup.
    Mass,
    /// Finished.
    Done,
    /// Given up.
    GivenUp,
    /// Left for later; the next entry takes it up again.
    Resting,
}

/// A value with its 80 % interval.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Range {
    /// Most likely.
    pub mid: f64,
    /// Lower end.
    pub low: f64,
    /// Upper end.
    pub high: f64,
}

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
    /// The stage is near: read now.
    ReadNow,
    /// Turn the heat off now.
    TurnOffNow,
    /// By the clock it is past its stage, and nobody looked: look now.
    LookNow,
    /// Off, and landing on the stage: test a cooled drop.
    Test,
    /// The test showed the stage: that is it.
    ThatIsIt,
    /// Off too early: heat on again for about this long.
    BackOn {
        /// Seconds of heat.
        heat_s: f64,
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
    pub solids_frac: Range,
    /// Stage at the most likely strength.
    pub stage: StageKey,
    /// True temperature, °C.
    pub liquid_c: f64,
    /// What her thermometer should show, °C.
    pub shown_c: f64,
    /// What her scale should show with the pan, g.
    pub gross_g: f64,
    /// How far that may be off (80 %), g.
    pub gross_spread_g: f64,
    /// Length of the string, cm.
    pub string_cm: f64,
    /// Water still to lose to the target strength, g; negative: past it.
    pub water_to_lose_g: Range,
    /// Water still to lose before the heat goes off, g; negative: past it.
    pub water_to_turn_off_g: Range,
    /// Seconds until the heat goes off; none while it is off.
    pub turn_off_in_s: Option<Range>,
    /// Strength at which to turn off, 0–1.
    pub turn_off_frac: f64,
    /// What her scale shows there, g.
    pub turn_off_gross_g: f64,
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
    /// The last test since something was done to the syrup.
    pub last_test: Option<TestSaid>,
}

/// One step's place in the batch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepState {
    /// Key of the step.
    pub key: String,
    /// When it became the current one, ms since 1970.
    pub began_ms: Option<i64>,
    /// When it was done.
    pub done_ms: Option<i64>,
    /// Gates ticked.
    pub ticked: Vec<String>,
}

/// The batch at one moment.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchState {
    /// The moment, ms since 1970.
    pub now_ms: i64,
    /// Where it stands.
    pub phase: Phase,
    /// Key of the current step.
    pub current_step: Option<String>,
    /// Key of the step that ends with the syrup at its stage, while the syrup is on.
    pub boil_step: Option<String>,
    /// All steps.
    pub steps: Vec<StepState>,
    /// The flame.
    pub flame: Flame,
    /// When it was last set.
    pub flame_set_ms: Option<i64>,
    /// The syrup, while it is on.
    pub syrup: Option<SyrupState>,
    /// The one next thing to do.
    pub advice: Advice,
    /// Numbers of the events that were taken back.
    pub undone: Vec<i32>,
    /// Number of the event that undo would take back.
    pub can_undo: Option<i32>,
    /// Seconds since anything was written about it, once that is a day and it has not ended: to be asked about.
    pub unattended_s: Option<f64>,
}
