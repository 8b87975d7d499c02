//! What a step does to its mass. Its effects, its vessel and its flame decide that; its kind is a label for
//! words and pictures.

use serde::{Deserialize, Serialize};

use crate::kitchen::Flame;
use crate::process::effect::Effect;
use crate::process::kind::StepKind;
use crate::process::sight::{Sight, SightRow};
use crate::process::step::{Attention, Step, Vessel};
use crate::soak::PieceForm;
use crate::syrup::StageKey;

/// What is done to the mass.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Work {
    /// A syrup is boiled to a stage.
    Boil {
        /// The stage.
        stage: StageKey,
    },
    /// Water leaves it over a flame.
    Dry,
    /// It lies in hot fat.
    Fry,
    /// Pieces lie in a boiling syrup or milk and take some of it up.
    Poach,
    /// It cooks under pressure.
    Press,
    /// It is warmed, and nothing leaves.
    Warm,
    /// It is off the flame.
    Cold,
}

/// How a step holds the cook.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Manner {
    /// Hands on it all the time.
    Bound,
    /// Hands on it, but it can be put down.
    Work,
    /// Over a flame, a look now and then.
    Watch,
    /// Alone, between a least and a longest time.
    Wait,
}

impl Step {
    /// How it holds the cook.
    #[must_use]
    pub fn manner(&self) -> Manner {
        match self.attention {
            Attention::Constant => Manner::Bound,
            Attention::None => Manner::Wait,
            Attention::NowAndThen if self.on_flame() => Manner::Watch,
            Attention::NowAndThen => Manner::Work,
        }
    }

    /// Whether it drinks on in what it lies in, so that too long spoils it.
    #[must_use]
    pub fn drinks(&self) -> bool {
        matches!(self.kind, StepKind::Steep | StepKind::Soak | StepKind::Ferment)
    }

    /// Whether pieces take up the syrup or milk that they lie in: more of that is only more to lie in.
    #[must_use]
    pub fn takes_up(&self) -> bool {
        self.kind == StepKind::Steep || self.form == Some(PieceForm::Chhena)
    }

    /// What to do when it has drunk longer than it may.
    #[must_use]
    pub fn out_words(&self) -> String {
        match self.kind {
            StepKind::Steep if self.vessel != Vessel::Refrigerator => "Out of the syrup now".into(),
            StepKind::Soak => "Out of the water now".into(),
            StepKind::Ferment => "Use it now: it has risen long enough".into(),
            _ => format!("Enough: {}", self.event.to_lowercase()),
        }
    }

    /// How long what it gives may stand before the next step begins, min; none where standing does it no harm. A
    /// window of its own holds before this.
    #[must_use]
    pub fn stands_min(&self) -> Option<f64> {
        let by_kind = self.stands_by_kind_min();
        self.stands_most_min.map_or(by_kind, |most| Some(by_kind.map_or(most, |min| min.min(most))))
    }

    fn stands_by_kind_min(&self) -> Option<f64> {
        match self.kind {
            _ if self.stage().is_some_and(|s| s >= StageKey::OneString) => Some(2.0),
            _ if self.stage().is_some() => Some(6.0),
            StepKind::Caramelise | StepKind::Drain => Some(1.5),
            StepKind::Fry => Some(2.0),
            StepKind::CookTillLeavesSides | StepKind::AddInstalments => Some(3.0),
            StepKind::Reduce | StepKind::Simmer => Some(4.0),
            StepKind::Curdle => Some(6.0),
            StepKind::Roast => Some(15.0),
            _ if self.on_flame() && self.effects.iter().any(|e| matches!(e, Effect::DryTo { .. })) => {
                Some(15.0)
            }
            _ => None,
        }
    }

    /// The stage it boils to, if it does.
    #[must_use]
    pub fn stage(&self) -> Option<StageKey> {
        self.effects
            .iter()
            .find_map(|e| if let Effect::BoilToStage { stage, .. } = e { Some(*stage) } else { None })
    }

    /// Whether it stands in one of the cook's pans.
    #[must_use]
    pub fn in_pan(&self) -> bool {
        use Vessel::{FryingPot, Pan, PressureCooker, WidePan};
        matches!(self.vessel, Pan | WidePan | FryingPot | PressureCooker)
    }

    /// Whether it stands on a flame that is lit.
    #[must_use]
    pub fn on_flame(&self) -> bool {
        self.flame.is_some_and(|f| f != Flame::Off)
    }

    /// Whether it only warms what an earlier step made, so that that may have gone cold.
    #[must_use]
    pub fn warms_again(&self) -> bool {
        self.kind == StepKind::Simmer && self.work() == Work::Warm && self.takes.len() == 1
    }

    /// What it does.
    #[must_use]
    pub fn work(&self) -> Work {
        let takes_up = self.effects.iter().any(|e| matches!(e, Effect::TakeUp { .. }));
        let dries = self.effects.iter().any(|e| matches!(e, Effect::DryTo { .. } | Effect::ReduceTo { .. }));
        match (self.stage(), self.vessel) {
            (Some(stage), _) => Work::Boil { stage },
            _ if !self.on_flame() => Work::Cold,
            (None, Vessel::FryingPot) => Work::Fry,
            (None, Vessel::PressureCooker) if dries || takes_up => Work::Press,
            _ if dries => Work::Dry,
            _ if takes_up => Work::Poach,
            _ => Work::Warm,
        }
    }

    /// Highest safe fill of its vessel, as a share of its volume: the lower of what its work asks for and what
    /// its kind usually does; none where nothing can come over.
    #[must_use]
    pub fn fill_limit_frac(&self) -> Option<f64> {
        let by_work: Option<f64> = match self.work() {
            Work::Boil { .. } | Work::Fry => Some(0.5),
            Work::Press => Some(0.4),
            Work::Dry | Work::Poach => Some(0.75),
            Work::Warm | Work::Cold => None,
        };
        match (by_work, self.kind.usual_fill_frac()) {
            (Some(work), Some(kind)) => Some(work.min(kind)),
            (one, other) => one.or(other),
        }
    }

    /// What it looks like on its way; nothing where a thing is not judged by its look.
    #[must_use]
    pub fn sights(&self) -> &'static [Sight] {
        let usual = match self.kind {
            StepKind::Roast => Some(SightRow::Dry),
            StepKind::CookTillLeavesSides => Some(SightRow::Mass),
            StepKind::Curdle => Some(SightRow::Curd),
            StepKind::Poach => Some(SightRow::Swell),
            StepKind::Caramelise => Some(SightRow::Colour),
            _ => None,
        };
        self.sights.or(usual).map_or(&[], SightRow::sights)
    }

    /// The sight of this key, if it is one of its row.
    #[must_use]
    pub fn sight(&self, key: &str) -> Option<&'static Sight> {
        self.sights().iter().find(|s| s.key == key)
    }
}
