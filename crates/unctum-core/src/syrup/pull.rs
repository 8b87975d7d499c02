//! What a string test showed, as a cook says it: none, snaps at once, short, about a centimetre, long,
//! two, holds.

use serde::{Deserialize, Serialize};

use crate::numeric::Spread;
use crate::syrup::stage::{Ladder, StageKey};
use crate::syrup::strength::Strength;
use crate::syrup::string::solids_frac_of_string;

/// What a cooled drop did between the fingers.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Pull {
    /// No string at all.
    None,
    /// It starts and snaps at once.
    Snaps,
    /// A short one, about half a centimetre.
    Short,
    /// About a centimetre.
    Centimetre,
    /// Several centimetres.
    Long,
    /// Two side by side.
    Two,
    /// It holds, however far it is pulled.
    Holds,
}

/// All of them, weakest syrup first.
pub const PULLS: [Pull; 7] =
    [Pull::None, Pull::Snaps, Pull::Short, Pull::Centimetre, Pull::Long, Pull::Two, Pull::Holds];

/// Weakest syrup whose strings anybody tests, as strength.
const FIRST_TESTED_FRAC: f64 = 0.50;
/// Below this, cm, there is no string at all.
pub(super) const NO_STRING_CM: f64 = 0.12;
/// Lengths, cm, between which each kind of string lies.
const SNAPS_CM: (f64, f64) = (NO_STRING_CM, 0.33);
const SHORT_CM: (f64, f64) = (0.33, 0.8);
const CENTIMETRE_CM: (f64, f64) = (0.7, 1.6);
const LONG_CM: (f64, f64) = (1.5, 6.0);

impl Pull {
    /// The strengths between which it lies. Any of them is as likely as another; two strings and strings
    /// that hold are what her own ladder calls so.
    #[must_use]
    pub fn strength(self, ladder: &Ladder) -> Strength {
        let cm = |(low, high): (f64, f64)| (solids_frac_of_string(low), solids_frac_of_string(high));
        let (low_frac, high_frac) = match self {
            Self::None => (FIRST_TESTED_FRAC, solids_frac_of_string(SNAPS_CM.0)),
            Self::Snaps => cm(SNAPS_CM),
            Self::Short => cm(SHORT_CM),
            Self::Centimetre => cm(CENTIMETRE_CM),
            Self::Long => cm(LONG_CM),
            Self::Two => {
                let two = ladder.of(StageKey::TwoString);
                (two.low_frac, two.high_frac)
            }
            Self::Holds => {
                // It may gather in water already; fingers alone do not tell.
                let three = ladder.of(StageKey::ThreeString);
                let high_frac = ladder.of(StageKey::SoftBall).high_frac;
                let frac = Spread { low: three.low_frac, mid: three.aim_frac(), high: high_frac };
                return Strength { frac, edges: true };
            }
        };
        Strength::between(low_frac, high_frac)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::syrup::strength::{Against, against};

    #[test]
    fn each_test_against_the_stages_it_is_made_for() {
        let ladder = Ladder::default();
        let said = |pull: Pull, stage| against(pull.strength(&ladder), &ladder.of(stage));
        let one = PULLS.map(|p| said(p, StageKey::OneString));
        use Against::{NotYet, Past, There};
        assert_eq!(one, [NotYet, NotYet, There, There, Past, Past, Past]);
        let two = PULLS.map(|p| said(p, StageKey::TwoString));
        assert_eq!(two, [NotYet, NotYet, NotYet, NotYet, There, There, Past]);
        assert_eq!(said(Pull::Snaps, StageKey::Coating), There);
        assert_eq!(said(Pull::None, StageKey::Coating), NotYet);
        assert_eq!(said(Pull::None, StageKey::Sticky), There);
        assert_eq!(said(Pull::Holds, StageKey::ThreeString), There);
        assert_eq!(said(Pull::Holds, StageKey::SoftBall), NotYet, "only a drop in water tells a ball");
    }

    #[test]
    fn stronger_strings_never_mean_weaker_syrup() {
        for school in crate::syrup::stage::SCHOOLS {
            let all = PULLS.map(|p| p.strength(&school.ladder));
            assert!(
                all.iter().all(|s| s.frac.low < s.frac.mid && s.frac.mid < s.frac.high),
                "{}",
                school.key
            );
            let lengths = &all[..5];
            assert!(lengths.windows(2).all(|w| w[0].frac.mid < w[1].frac.mid), "{}", school.key);
        }
    }
}
