//! What a pan wants of the cook in few words, how much it presses, what the large button writes, and what the plan
//! says will come if nobody answers: decided here once for every screen and sound.

use serde::Serialize;

use crate::cook::guidance::{HAND_S, read_in_s};
use crate::cook::state::{Advice, SyrupState};
use crate::kitchen::Flame;
use crate::log::BatchEvent;
use crate::start::BatchSetup;

/// How a pan calls.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Call {
    /// What it wants, in a few words.
    pub words: &'static str,
    /// How much it presses: 0 most; none where it can wait.
    pub presses: Option<u8>,
    /// Whether it is called out again and again until it is done.
    pub again: bool,
    /// Whether a test answers it: string, spoon or drop, or what an instrument shows.
    pub tests: bool,
    /// Whether the time until the flame goes off is the one to watch: not where it says another itself.
    pub counts_down: bool,
}

/// What the plan says will come.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ahead {
    /// In so long, s.
    pub in_s: f64,
    /// The advice then.
    pub advice: Advice,
    /// The call then.
    pub call: Call,
}

impl Advice {
    /// How a pan with this advice calls.
    #[must_use]
    pub fn call(self) -> Call {
        let (words, presses) = match self {
            Self::TurnOffNow => ("Turn off now", Some(0)),
            Self::BoiledDry => ("Look: it may be burnt", Some(1)),
            Self::LookNow => ("Look now", Some(2)),
            Self::AddWater { .. } => ("Pour water in", Some(3)),
            Self::ThatIsIt => ("That is it", Some(4)),
            Self::ReadNow => ("Read the pan now", Some(5)),
            Self::Test => ("Test a cooled drop", Some(6)),
            Self::BackOn { .. } => ("Back on the heat", Some(7)),
            Self::DoStep => ("Go on with the step at hand", None),
            Self::HeatOn => ("Heat on", None),
            Self::Dissolve => ("Stir until no grain is left", None),
            Self::KeepBoiling => ("Let it boil", None),
            Self::NotYet { .. } => ("Not yet, let it boil", None),
            Self::CarriesOn { .. } => ("Wait: the hot pan carries it on", None),
        };
        let tests = matches!(
            self,
            Self::Test
                | Self::ReadNow
                | Self::LookNow
                | Self::BoiledDry
                | Self::BackOn { .. }
                | Self::NotYet { .. }
                | Self::TurnOffNow
        );
        Call {
            words,
            presses,
            again: matches!(self, Self::TurnOffNow | Self::LookNow | Self::BoiledDry),
            tests,
            counts_down: !matches!(self, Self::TurnOffNow | Self::NotYet { .. }),
        }
    }
}

/// What the large button writes: the flame while the flame matters, else that the step is done. A boil ends with the
/// flame: only a pan that is off can be tested.
pub(super) fn button(
    setup: &BatchSetup,
    advice: Advice,
    flame: Flame,
    current: Option<usize>,
) -> Option<BatchEvent> {
    let step = current.and_then(|i| setup.steps.get(i))?;
    let burns = flame != Flame::Off;
    let boils = setup.boil_index() == current;
    Some(match advice {
        Advice::AddWater { water_g } => BatchEvent::WaterAdded {
            // By spoons it is told in whole halves of them already.
            water_g: if setup.has_scale() { water_g.round() } else { water_g },
        },
        Advice::TurnOffNow | Advice::LookNow | Advice::BoiledDry if burns => {
            BatchEvent::Flame { flame: Flame::Off }
        }
        Advice::HeatOn if !burns => {
            BatchEvent::Flame { flame: step.flame.filter(|f| *f != Flame::Off).unwrap_or(Flame::Medium) }
        }
        Advice::BackOn { flame, .. } if !burns => BatchEvent::Flame { flame },
        Advice::Dissolve => BatchEvent::done(&step.key),
        _ if burns && boils => BatchEvent::Flame { flame: Flame::Off },
        _ => BatchEvent::done(&step.key),
    })
}

/// What the plan says will come while nobody answers, in its order.
pub(super) fn ahead(advice: Advice, syrup: Option<&SyrupState>) -> Vec<Ahead> {
    let comes = |in_s: f64, advice: Advice| Ahead { in_s: in_s.max(0.0), advice, call: advice.call() };
    if let Advice::CarriesOn { more_s } = advice {
        return vec![comes(more_s, Advice::Test)];
    }
    let Some(left_s) = syrup.and_then(|s| s.turn_off_in_s) else { return Vec::new() };
    let read = comes(read_in_s(left_s, false), Advice::ReadNow);
    let off = comes(left_s.mid - HAND_S, Advice::TurnOffNow);
    match advice {
        Advice::KeepBoiling if read.in_s < off.in_s => vec![read, off],
        Advice::KeepBoiling | Advice::ReadNow | Advice::NotYet { .. } => vec![off],
        _ => Vec::new(),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_is_tested_and_what_counts_down_follows_from_the_advice() {
        let calls = |advice: Advice| (advice.call().tests, advice.call().counts_down);
        assert_eq!(calls(Advice::Test), (true, true));
        assert_eq!(calls(Advice::ReadNow), (true, true));
        assert_eq!(
            calls(Advice::TurnOffNow),
            (true, false),
            "a string settles it, and no clock runs beside it"
        );
        assert_eq!(calls(Advice::NotYet { more_s: 30.0 }), (true, false), "it says its own time");
        assert_eq!(calls(Advice::Dissolve), (false, true));
        assert_eq!(calls(Advice::KeepBoiling), (false, true));
        assert_eq!(calls(Advice::ThatIsIt), (false, true));
    }
}
