//! Step by step: what was planned, and what it was.

use serde::Serialize;

use crate::cook::Followed;
use crate::log::{BatchEvent, SeenReading, standing};
use crate::numeric::Spread;
use crate::process::Work;

/// A step as it was planned and as it was made.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepTold {
    /// Key of the step.
    pub step: String,
    /// What it is.
    pub title: String,
    /// Minutes as planned, of all its loads.
    pub planned_min: Option<Spread>,
    /// Minutes as they were; none where it was not ended.
    pub real_min: Option<f64>,
    /// After the start, min.
    pub began_min: Option<f64>,
    /// What its mass was to weigh at the end, g.
    pub planned_g: Option<f64>,
    /// What the last weighing within it said, g, the pan taken off.
    pub real_g: Option<f64>,
    /// Where its time lies against the plan: negative for shorter than its interval, positive for longer, 0 within.
    pub off: i8,
}

impl Followed {
    /// Its steps, planned against real, in the order of the sheet.
    #[must_use]
    pub fn steps_told(&self) -> Vec<StepTold> {
        let setup = self.setup();
        let made = self.runs_made();
        let entries = standing(self.log());
        let told = |step: &crate::process::Step| {
            let runs: Vec<_> = made.iter().filter(|r| r.step.key == step.key).collect();
            let began_ms = runs.iter().map(|r| r.began_ms).min();
            let ended_ms = runs.iter().map(|r| r.ended_ms).max();
            let real_min = (!runs.is_empty()).then(|| runs.iter().map(|r| r.minutes()).sum::<f64>());
            let plan = setup.plan_of(&step.key);
            let planned_min = match step.work() {
                Work::Boil { .. } => self.summary().planned_min.or(plan.map(|p| p.minutes)),
                _ => plan.map(|p| p.minutes).or(step.minutes),
            };
            let weighed = entries.iter().rev().find_map(|l| {
                let within = began_ms.is_some_and(|b| l.at_ms >= b) && ended_ms.is_some_and(|e| l.at_ms <= e);
                match l.event {
                    BatchEvent::Reading { reading: SeenReading::Weight { gross_g } } if within => {
                        Some(gross_g)
                    }
                    _ => None,
                }
            });
            let off = planned_min
                .zip(real_min)
                .map_or(0, |(planned, real)| i8::from(real > planned.high) - i8::from(real < planned.low));
            StepTold {
                step: step.key.clone(),
                title: step.title.clone(),
                planned_min: planned_min.filter(|m| m.mid > 0.0),
                real_min,
                began_min: began_ms.map(|ms| (ms - self.started_ms()) as f64 / 60_000.0),
                planned_g: plan.map(|p| p.end_g).filter(|g| *g > 0.0),
                real_g: weighed.map(|g| g - setup.pan.tare_g),
                off,
            }
        };
        setup.steps.iter().map(told).collect()
    }
}
