//! How a batch is set up: the plan that is copied when it starts.

use std::collections::BTreeSet;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, check_text, looks_empty, refuse_control};
use crate::estimate::Habits;
use crate::formula::{Depth, Laid, SheetTake, Size, SyrupPlan};
use crate::kitchen::{Air, Flame, Known, Pan, Parameter, Ring, Thermometer};
use crate::numeric::Spread;
use crate::pan::BoilDownQuestion;
use crate::pan::program::HobChange;
use crate::process::{Line, Mistake, Step, Vessel, sweetener};
use crate::set::{Placement, SetMass, SetWindow};
use crate::soak::UptakeAsk;
use crate::syrup::locate::{Accuracy, scale_sd_g, strength_of};
use crate::syrup::{Ladder, Reading, Strength};
use crate::variation::Variation;

/// Everything a batch needs to know, copied when it starts so that later changes to the kitchen leave
/// its history alone.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchSetup {
    /// What the cook calls it.
    pub title: String,
    /// The sweet, if it is one of the catalogue.
    pub sweet_key: Option<String>,
    /// The measured list.
    pub lines: Vec<Line>,
    /// The syrup that is boiled to a stage, if there is one.
    #[serde(default)]
    pub syrup: Option<SyrupPlan>,
    /// The pan.
    pub pan: Pan,
    /// The ring.
    pub ring: Ring,
    /// How many rings there are; 0 where nobody said.
    #[serde(default)]
    pub rings: u32,
    /// What the first of the others is called; none where there is one ring.
    #[serde(default)]
    pub ring_beside: Option<String>,
    /// The thermometer, if she has one.
    pub thermometer: Option<Thermometer>,
    /// The air.
    pub air: Air,
    /// The steps, in an order that can be worked.
    pub steps: Vec<Step>,
    /// How each of them goes in this kitchen, as the sweet's page showed it; its usual minutes where nothing is told.
    #[serde(default)]
    pub plan: Vec<StepPlan>,
    /// The cook's ladder.
    #[serde(default)]
    pub ladder: Ladder,
    /// What was chosen on the sweet's page.
    #[serde(default)]
    pub chosen: Chosen,
    /// What goes in at each step, in grams and in her measures.
    #[serde(default)]
    pub takes: Vec<SheetTake>,
    /// How many pieces it makes, if it is counted.
    #[serde(default)]
    pub pieces: Option<f64>,
    /// Allergens in it.
    #[serde(default)]
    pub allergens: Vec<String>,
    /// What goes wrong with it, and what to do.
    #[serde(default)]
    pub mistakes: Vec<Mistake>,
    /// The step of her scale, g; none without a scale: then what her cups hold is what went in.
    pub scale_step_g: Option<f64>,
    /// How much too high her refractometer reads, °Brix; none without one.
    #[serde(default)]
    pub refractometer_offset_brix: Option<f64>,
    /// What an earlier batch showed of the ring, taken over into it; none where nothing did.
    #[serde(default)]
    pub ring_seen: Option<RingSeen>,
    /// The finished mass as it sets; none for what is no set mass.
    #[serde(default)]
    pub sets: Option<SetMass>,
    /// What was known of this pan and of her hand when it was started.
    #[serde(default)]
    pub habits: Habits,
    /// How long the sweet keeps as reckoned then; none for what is no sweet.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub keeps: Option<Keeps>,
    /// Where a sheet is laid: the first of her trays that holds it, or the board; none for what is no sheet.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub laid: Option<Laid>,
    /// What of that, and of everything else, was learnt from earlier batches.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub learnt: Vec<Known>,
}

/// What an earlier batch showed of this one's ring.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RingSeen {
    /// What that batch is called.
    pub title: String,
    /// Its power against what the kitchen says of it.
    pub factor: Spread,
    /// Share of its plate that the kitchen says reaches the pan, 0–1.
    pub kitchen_frac: f64,
    /// Standard deviation of that share.
    pub kitchen_sd: f64,
}

/// How one step goes in this kitchen.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepPlan {
    /// Key of the step.
    pub step: String,
    /// Minutes of all its loads together.
    pub minutes: Spread,
    /// How often the pot is filled; once where nothing is done by potfuls.
    pub loads: u32,
    /// The flame it takes on this ring, if it stands on one.
    #[serde(default)]
    pub flame: Option<Flame>,
    /// Name of the pan it stands in, if it stands in one.
    #[serde(default)]
    pub pan_name: Option<String>,
    /// Water that leaves it, g.
    #[serde(default)]
    pub evaporated_g: f64,
    /// What the mass weighs at its end, g.
    #[serde(default)]
    pub end_g: f64,
    /// How deep it stands in its pan at the start and at the end, mm; none where it is in none.
    #[serde(default)]
    pub depth_mm: Option<Depth>,
    /// What its pan weighs with it at the end, g.
    #[serde(default)]
    pub pan_end_g: Option<f64>,
    /// How full its pan is at most, 0–1; none where it is in none.
    #[serde(default)]
    pub fill_frac: Option<f64>,
    /// How often the pressure cooker whistles, min from one to the next; none where none does.
    #[serde(default)]
    pub whistles_every_min: Option<Spread>,
    /// When after the pour it can be done, where the mass sets meanwhile.
    #[serde(default)]
    pub window: Option<SetWindow>,
    /// What soaks in it: the question whose answer says how far it is in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub soak: Option<UptakeAsk>,
}

/// What was chosen when a batch was started: enough to say it, and to make it again.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(default)]
pub struct Chosen {
    /// The method.
    pub method_key: Option<String>,
    /// Its name.
    pub method_name: Option<String>,
    /// How much.
    pub size: Option<Size>,
    /// What was changed.
    pub variation: Vec<Variation>,
    /// The same in words: “with peanuts”.
    pub changes: Vec<String>,
    /// Number of the cup it was measured with.
    pub cup_id: Option<i32>,
    /// Number of the pan in the kitchen.
    pub pan_id: Option<i32>,
    /// Number of the ring in the kitchen.
    pub ring_id: Option<i32>,
    /// Number of the thermometer in the kitchen.
    pub thermometer_id: Option<i32>,
    /// How much further within its stage its syrup was aimed, in stages, if she asked for it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub aim_stages: Option<f64>,
    /// How much sweeter it is made than it is written, as a logarithm; none where its sugar is what it soaks in. Of a batch of
    /// before it is not known, and what was learnt entered none of them.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sweeter_ln: Option<f64>,
    /// How it is laid, where that is otherwise than it is written.
    #[serde(default, alias = "lies")]
    pub placement: Placement,
    /// The days that it was planned for, if it was.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub planned: Option<Planned>,
}

/// How long a sweet keeps.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Keeps {
    /// Days in the room.
    pub room_days: f64,
    /// Days in the cold.
    pub cold_days: f64,
}

/// A batch of days that were planned.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Planned {
    /// Number of the days.
    pub days_id: i32,
    /// Key of the batch among them.
    pub batch: String,
}

impl BatchSetup {
    /// # Errors
    /// The first thing in it that cannot be.
    pub fn check(&self) -> Result<()> {
        if looks_empty(&self.title) {
            return Err(CoreError::Unreadable("Give the batch a name, so that you find it again.".into()));
        }
        check_text("The name", &self.title, 120)?;
        refuse_control("the name", &self.title, false)?;
        self.ring.check()?;
        self.pan.check()?;
        if let Some(thermometer) = &self.thermometer {
            thermometer.check()?;
        }
        let Some(syrup) = &self.syrup else { return Ok(()) };
        crate::pan::PanModel::new(&syrup.charge, &self.pan, self.air)?;
        let start_frac = syrup.charge.solids_frac();
        if start_frac >= syrup.target_solids_frac {
            return Err(CoreError::AlreadyPast {
                now_percent: 100.0 * start_frac,
                target_percent: 100.0 * syrup.target_solids_frac,
            });
        }
        Ok(())
    }

    /// The ring as the kitchen knew it when the batch was started.
    #[must_use]
    pub fn kitchen_ring(&self) -> Ring {
        let (efficiency_frac, efficiency_sd) = self
            .ring_seen
            .as_ref()
            .map_or((self.ring.efficiency_frac, self.ring.efficiency_sd), |s| (s.kitchen_frac, s.kitchen_sd));
        Ring { efficiency_frac, efficiency_sd, ..self.ring.clone() }
    }

    /// What was learnt of something and used when it was set up, as a logarithm; 0 where nothing was.
    #[must_use]
    pub fn learnt_ln(&self, about: &Parameter) -> f64 {
        self.learnt.iter().find(|k| k.about == *about).map_or(0.0, |k| k.value.mean)
    }

    /// How much sweeter it is made than it is written, as a logarithm; none where nothing sweetens it, or it soaks in its
    /// sugar.
    #[must_use]
    pub fn sweeter_ln(&self) -> Option<f64> {
        let soaks = self.steps.iter().any(Step::takes_up);
        sweetener(&self.lines).filter(|_| !soaks)?;
        Some(self.chosen.sweeter_ln.unwrap_or(0.0))
    }

    /// Whether she weighs.
    #[must_use]
    pub fn has_scale(&self) -> bool {
        self.scale_step_g.is_some()
    }

    /// How exactly her instruments read.
    #[must_use]
    pub fn accuracy(&self) -> Accuracy {
        let usual = Accuracy::default();
        Accuracy {
            thermometer_sd_k: self.thermometer.as_ref().map_or(usual.thermometer_sd_k, |t| t.sd_k),
            scale_sd_g: self.scale_step_g.map_or(usual.scale_sd_g, scale_sd_g),
            ..usual
        }
    }

    /// What a reading of this batch says of its strength, the instruments' own errors taken out.
    ///
    /// # Errors
    /// [`CoreError::NothingToFollow`] without a syrup; as [`strength_of`].
    pub fn strength_of(&self, reading: Reading) -> Result<Strength> {
        strength_of(&self.syrup()?.charge, reading, &self.accuracy(), self.air.pressure_pa, &self.ladder)
    }

    /// The syrup that is boiled to a stage.
    ///
    /// # Errors
    /// [`CoreError::NothingToFollow`] where there is none.
    pub fn syrup(&self) -> Result<&SyrupPlan> {
        self.syrup.as_ref().ok_or(CoreError::NothingToFollow)
    }

    /// The boil of this batch from cold, on a steady flame; none without a syrup.
    #[must_use]
    pub fn boil_question(&self, flame: Flame) -> Option<BoilDownQuestion> {
        let syrup = self.syrup.as_ref()?;
        Some(BoilDownQuestion {
            charge: syrup.charge,
            start_c: None,
            pan: self.pan.clone(),
            ring: self.ring.clone(),
            program: vec![HobChange::steady(flame.frac())],
            charge_water_sd_g: 0.0,
            ladder: self.ladder,
            air: self.air,
            thermometer: self.thermometer.clone(),
            target_frac: syrup.target_solids_frac,
            max_points: 2,
        })
    }

    /// Places of the steps that bring the syrup to its stage: what hands its mass on to the boil and stands on a
    /// flame or in a pan, and the boil itself. What they do decides, whatever they are called.
    #[must_use]
    pub fn syrup_places(&self) -> BTreeSet<usize> {
        let Some(boil) = self.boil_index() else { return BTreeSet::new() };
        let mut feeding = BTreeSet::from([boil]);
        let mut open = vec![boil];
        while let Some(i) = open.pop() {
            for take in &self.steps[i].takes {
                let from = self.steps.iter().position(|s| s.key == take.step);
                open.extend(from.filter(|from| *from < boil && feeding.insert(*from)));
            }
        }
        let in_pan = |s: &Step| s.on_flame() || matches!(s.vessel, Vessel::Pan | Vessel::WidePan);
        feeding.into_iter().filter(|i| *i == boil || in_pan(&self.steps[*i])).collect()
    }

    /// Position of the step that boils the syrup to its stage.
    #[must_use]
    pub fn boil_index(&self) -> Option<usize> {
        self.syrup.as_ref()?;
        self.steps.iter().position(|s| s.stage().is_some())
    }

    /// Position of a step by its key.
    #[must_use]
    pub fn place_of(&self, step: &str) -> Option<usize> {
        self.steps.iter().position(|s| s.key == step)
    }

    /// A run by its step's key and its load's number, from 1.
    pub(crate) fn run_at(&self, step: &str, load: u32) -> Option<(usize, usize)> {
        Some((self.place_of(step)?, load.checked_sub(1)? as usize))
    }

    /// How a step goes in this kitchen, if that was told.
    #[must_use]
    pub fn plan_of(&self, step: &str) -> Option<&StepPlan> {
        self.plan.iter().find(|p| p.step == step)
    }

    /// Refuses a batch whose pan or ring is taken by another that is going on.
    ///
    /// # Errors
    /// [`CoreError::Taken`] with what is in the way.
    pub(crate) fn check_free<'a>(&self, going_on: impl Iterator<Item = &'a Self>) -> Result<()> {
        for other in going_on {
            // By number, never by name: what was started before things had numbers holds nothing.
            let same = |a: Option<i32>, b: Option<i32>| a.is_some() && a == b;
            let (mine, its) = (&self.chosen, &other.chosen);
            let taken = if same(mine.pan_id, its.pan_id) {
                ("pan", self.pan.name.clone())
            } else if same(mine.ring_id, its.ring_id) {
                ("ring", self.ring.name.clone())
            } else {
                continue;
            };
            return Err(CoreError::Taken { what: taken.0, name: taken.1, by: other.title.clone() });
        }
        Ok(())
    }
}
