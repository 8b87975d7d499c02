//! Steps, methods and sweets as they stand in the catalogue.

use std::collections::BTreeSet;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result};
use crate::food::Larder;
use crate::process::FormulaTargets;
use crate::syrup::StageKey;

/// What kind of work a step is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum StepKind {
    /// Everything made ready before the heat.
    MakeReady,
    /// Sugar into water until none is left to see.
    Dissolve,
    /// Boil to a stage and turn off.
    BoilToStage,
    /// One thing into another.
    Combine,
    /// Cook until the mass leaves the sides.
    CookTillLeavesSides,
    /// Knead.
    Knead,
    /// Roll out.
    Roll,
    /// Rest and cut.
    Cut,
    /// Put to use.
    Use,
}

/// How much of the cook a step needs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Attention {
    /// Hands on it all the time.
    Constant,
    /// A look now and then.
    NowAndThen,
    /// None.
    None,
}

/// Part of an ingredient that goes in at a step.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Entry {
    /// Key in the larder.
    pub ingredient: String,
    /// Share of that ingredient's whole amount, 0–1.
    pub share_frac: f64,
}

/// Something that has to be done before the step begins.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Gate {
    /// Key within the step.
    pub key: String,
    /// What to have done.
    pub text: String,
}

/// Usual time of a step, minutes.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Minutes {
    /// Least.
    pub low_min: f64,
    /// Expected.
    pub mid_min: f64,
    /// Most.
    pub high_min: f64,
}

/// One step of a method.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Step {
    /// Key within the method.
    pub key: String,
    /// Kind of work.
    pub kind: StepKind,
    /// What to do, in a few words.
    pub title: String,
    /// What to do, in a sentence.
    pub text: String,
    /// Steps that come before.
    #[serde(default)]
    pub after: Vec<String>,
    /// What goes in.
    #[serde(default)]
    pub inputs: Vec<Entry>,
    /// What must be ready.
    #[serde(default)]
    pub gates: Vec<Gate>,
    /// How much of the cook it needs.
    pub attention: Attention,
    /// Words of the event that ends it, as the cook would say it.
    pub event: String,
    /// What shows that it is done.
    pub cue: String,
    /// Usual time; none where the pan model tells it.
    #[serde(default)]
    pub minutes: Option<Minutes>,
    /// Why.
    pub reason: String,
    /// What can hurt, and what to do about it.
    #[serde(default)]
    pub hazards: Vec<String>,
}

/// A way of making a sweet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Method {
    /// Key within the sweet.
    pub key: String,
    /// Name of the school.
    pub name: String,
    /// What the finished sweet is to be made of.
    pub targets: FormulaTargets,
    /// The steps.
    pub steps: Vec<Step>,
}

/// A sweet of the catalogue.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Sweet {
    /// Key in the catalogue.
    pub key: String,
    /// Plain name.
    pub name: String,
    /// Other names.
    #[serde(default)]
    pub aliases: Vec<String>,
    /// One sentence about it.
    pub about: String,
    /// Ways of making it.
    pub methods: Vec<Method>,
}

impl Sweet {
    /// The method of a key, or the first.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn method(&self, key: Option<&str>) -> Result<&Method> {
        match key {
            None => self.methods.first().ok_or_else(|| CoreError::BadProcess("it has no steps".into())),
            Some(key) => self
                .methods
                .iter()
                .find(|m| m.key == key)
                .ok_or_else(|| CoreError::Unknown { kind: "method", name: key.to_owned() }),
        }
    }

    /// Checks every method: see [`Method::check`].
    ///
    /// # Errors
    /// The first fault found.
    pub fn check(&self, larder: &Larder) -> Result<()> {
        self.method(None)?;
        self.methods.iter().try_for_each(|m| m.check(larder))
    }
}

impl Method {
    /// Checks that the steps come in an order that can be worked, that each has its words, and that
    /// every gram goes in exactly once.
    ///
    /// # Errors
    /// [`CoreError::BadProcess`] naming step and fault; [`CoreError::Unknown`] for an ingredient.
    pub fn check(&self, larder: &Larder) -> Result<()> {
        let bad = |step: &Step, fault: &str| CoreError::BadProcess(format!("step “{}” {fault}.", step.key));
        let mut seen: BTreeSet<&str> = BTreeSet::new();
        for step in &self.steps {
            if let Some(missing) = step.after.iter().find(|k| !seen.contains(k.as_str())) {
                return Err(bad(step, &format!("waits for “{missing}”, which does not come before it")));
            }
            if !seen.insert(&step.key) {
                return Err(bad(step, "stands there twice"));
            }
            if [&step.title, &step.text, &step.event, &step.cue, &step.reason]
                .iter()
                .any(|t| t.trim().is_empty())
            {
                return Err(bad(step, "lacks its title, text, event, cue or reason"));
            }
            if let Some(m) = step.minutes
                && !(m.low_min >= 0.0 && m.low_min <= m.mid_min && m.mid_min <= m.high_min)
            {
                return Err(bad(step, "has minutes out of order"));
            }
        }
        for ingredient in self.targets.ingredients() {
            larder.get(ingredient)?;
            let sum: f64 = self
                .steps
                .iter()
                .flat_map(|s| &s.inputs)
                .filter(|e| e.ingredient == ingredient)
                .map(|e| e.share_frac)
                .sum();
            if (sum - 1.0).abs() > 1e-6 {
                return Err(CoreError::BadProcess(format!(
                    "{:.0} % of the {ingredient} goes in, not all of it.",
                    100.0 * sum
                )));
            }
        }
        Ok(())
    }
}

/// The steps of a plain syrup: dissolve, boil to the stage, use.
#[must_use]
pub fn plain_syrup_steps(stage: StageKey) -> Vec<Step> {
    let name = crate::syrup::Ladder::default().of(stage).name;
    let step = |key: &str, kind, title: String, text: &str, event: &str, cue: String, reason: &str| Step {
        key: key.into(),
        kind,
        title,
        text: text.into(),
        after: vec![],
        inputs: vec![],
        gates: vec![],
        attention: Attention::NowAndThen,
        event: event.into(),
        cue,
        minutes: None,
        reason: reason.into(),
        hazards: vec![
            "Boiling syrup clings and burns. Cool a burn under running water and seek help.".into(),
        ],
    };
    vec![
        step(
            "dissolve",
            StepKind::Dissolve,
            "Dissolve the sugar".into(),
            "Stir over the flame until no grain is left, then stop stirring.",
            "All sugar has dissolved",
            "No crunch under the spoon, the syrup is clear".into(),
            "A grain left behind seeds the whole syrup later.",
        ),
        step(
            "boil",
            StepKind::BoilToStage,
            format!("Boil to {name}"),
            "Keep the flame steady and read the pan as it nears the stage.",
            "It is at its stage",
            format!("The {name} sign holds on a cooled drop"),
            "Only water leaves; the sugar stays, so the weight tells the strength.",
        ),
        step(
            "use",
            StepKind::Use,
            "Use the syrup".into(),
            "Use it while it is as hot as the sweet asks for.",
            "Used",
            "The syrup is where it should be".into(),
            "A syrup left standing thickens as it cools and may grain.",
        ),
    ]
}
