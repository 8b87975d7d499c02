//! What is asked of a pan: all that was done and seen of it.

use crate::estimate::unknowns::Doubts;
use crate::kitchen::Ring;
use crate::pan::PanModel;
use crate::syrup::Charge;

/// A way to the turn-off further than this is none, s.
pub const FAR_S: f64 = 3.0 * 3600.0;

/// What was done to the pan, or seen of it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Deed {
    /// The flame was set to this share of the full one, 0–1; 0 is off.
    Flame(f64),
    /// Water was poured in, g.
    Water(f64),
    /// Something was read.
    Seen(Seen),
}

/// A reading with the instrument's known error taken out.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Seen {
    /// What the pan holds by the scale, g.
    Weight {
        /// Solids and water, g.
        contents_g: f64,
    },
    /// Temperature of the syrup, °C, boiling or not.
    Temperature {
        /// Temperature, °C.
        true_c: f64,
    },
    /// The same by an instrument with a record of its own.
    Probe {
        /// Temperature, °C.
        true_c: f64,
        /// Standard deviation of a reading, K.
        sd_k: f64,
    },
    /// Strength of a cooled, clear drop.
    Strength {
        /// Strength, 0–1.
        solids_frac: f64,
        /// Its standard deviation.
        sd_frac: f64,
    },
    /// Length of a string, cm.
    String {
        /// Length before it broke, cm.
        length_cm: f64,
    },
    /// A look by hand that puts it between two strengths, 0–1.
    Between {
        /// Weakest.
        low_frac: f64,
        /// Strongest.
        high_frac: f64,
    },
    /// What became of it was judged: what was landed on lay so far, in stages, from what she wanted.
    Judged {
        /// Strength that was aimed for, 0–1.
        aim_frac: f64,
        /// Width of a stage there.
        stage_frac: f64,
        /// At least so much stronger than she wanted it.
        low: f64,
        /// At most so much.
        high: f64,
    },
}

impl Seen {
    pub(super) fn by_hand(&self) -> bool {
        matches!(self, Self::String { .. } | Self::Between { .. })
    }
}

/// A deed and when it was written down, s since the heat went on.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Done {
    /// When, s.
    pub at_s: f64,
    /// What.
    pub deed: Deed,
}

/// What is asked: one pan, and all that was done and seen of it.
#[derive(Debug, Clone, Copy)]
pub struct Question<'a> {
    /// The pan with its charge.
    pub model: &'a PanModel,
    /// The ring.
    pub ring: &'a Ring,
    /// Water as it was measured, g.
    pub first_water_g: f64,
    /// How warm everything was at the start, °C.
    pub start_c: f64,
    /// The same solids, of a composition one standard deviation away.
    pub other_solids: Option<Charge>,
    /// What is doubted, and how far.
    pub doubts: Doubts,
    /// Everything done and seen, in the order of its moments.
    pub deeds: &'a [Done],
    /// Now, s since the heat went on.
    pub now_s: f64,
    /// Strength to land on, 0–1.
    pub target_frac: f64,
    /// Nominal heat, W, that is on, or would be again.
    pub on_power_w: f64,
}

impl<'a> Question<'a> {
    /// What was done until now.
    pub(super) fn deeds_so_far(&self) -> impl Iterator<Item = &'a Done> + use<'a> {
        let now_s = self.now_s;
        self.deeds.iter().filter(move |done| done.at_s <= now_s)
    }
}
