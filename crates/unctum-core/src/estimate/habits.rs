//! What is known of a kitchen beyond what was told of it: how its pan behaves, and the hand that tests it.

use serde::{Deserialize, Serialize};

use crate::kitchen::{Flame, usual};
use crate::numeric::Normal;

/// How a pan and a hand usually are, as far as that is known. Before anything was learnt: [`Habits::default`].
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Habits {
    /// Heat the pan loses against what is usual, as a logarithm.
    pub loss_ln: Normal,
    /// Heat its metal holds against what it was taken for, as a logarithm; as exactly as usual if left out.
    #[serde(default)]
    pub wall_ln: Option<Normal>,
    /// Length of her strings against the book's, as a logarithm.
    pub hand_ln: Normal,
    /// How far one look at a string is from the next, as the standard deviation of its logarithm.
    pub look_sd: f64,
    /// How much too high her thermometer may read beyond what is known, K, as a standard deviation; as exactly as
    /// after a check if left out.
    #[serde(default)]
    pub bias_sd_k: Option<f64>,
    /// How far what her cups hold may be from what was told, as the standard deviation of its logarithm; as usual if
    /// left out.
    #[serde(default)]
    pub cups_sd: Option<f64>,
    /// How much stronger than aimed she wants a syrup, in stages.
    pub wish_stages: Normal,
    /// What her low and her high flame give against their share, beside what medium gives, as logarithms.
    #[serde(default)]
    pub low_ln: f64,
    /// The same of high.
    #[serde(default)]
    pub high_ln: f64,
    /// How far the ring's heat, the pan's loss and her hand go together.
    #[serde(default)]
    pub together: TogetherBy,
}

/// Correlations of what was learnt together, −1 to 1.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct TogetherBy {
    /// Of the ring's heat and the pan's loss.
    pub power_loss: f64,
    /// Of the ring's heat and her hand.
    pub power_hand: f64,
    /// Of the pan's loss and her hand.
    pub loss_hand: f64,
}

impl TogetherBy {
    /// Three independent standard normals as three that go together so.
    #[must_use]
    pub fn turned(&self, [power, loss, hand]: [f64; 3]) -> [f64; 3] {
        let own = |taken: f64| (1.0 - taken).max(0.0).sqrt();
        let by_power = own(self.power_loss.powi(2));
        let by_loss = if by_power > 1e-3 {
            (self.loss_hand - self.power_loss * self.power_hand) / by_power
        } else {
            0.0
        };
        let by_loss = by_loss.clamp(-own(self.power_hand.powi(2)), own(self.power_hand.powi(2)));
        let by_both = own(self.power_hand.powi(2) + by_loss.powi(2));
        [
            power,
            self.power_loss * power + by_power * loss,
            self.power_hand * power + by_loss * loss + by_both * hand,
        ]
    }
}

impl Habits {
    /// What one of her words for the flame gives against its share, beside what medium gives, as a logarithm.
    #[must_use]
    pub fn word_ln(&self, flame: Flame) -> f64 {
        match flame {
            Flame::Low => self.low_ln,
            Flame::High => self.high_ln,
            Flame::Off | Flame::Medium => 0.0,
        }
    }

    /// The share of the full flame that one of her words gives, 0–1 and a little above.
    #[must_use]
    pub fn flame_frac(&self, flame: Flame) -> f64 {
        flame.frac() * self.word_ln(flame).exp()
    }
}

impl Default for Habits {
    fn default() -> Self {
        Self {
            loss_ln: Normal { mean: 0.0, sd: usual::LOSS_SD },
            wall_ln: None,
            hand_ln: Normal { mean: 0.0, sd: usual::UNSEEN_HAND_SD },
            look_sd: usual::LOOK_SD,
            bias_sd_k: None,
            cups_sd: None,
            wish_stages: Normal { mean: 0.0, sd: usual::WISH_SD },
            low_ln: 0.0,
            high_ln: 0.0,
            together: TogetherBy::default(),
        }
    }
}
