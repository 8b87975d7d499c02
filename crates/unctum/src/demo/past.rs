//! The batches it has made, newest first: what was made, on what, how it was read, what went wrong.

use unctum_core::CoreError;
use unctum_core::formula::Size;
use unctum_core::kitchen::Flame;
use unctum_core::review::{Texture, Verdict};
use unctum_core::start::{BatchSetup, StartAsk, set_up};
use unctum_core::syrup::{Charge, StageKey};

use super::kitchen::lantern_steps;
use crate::catalogue::Catalogue;

/// How the cook told where the syrup was.
#[derive(Clone, Copy, PartialEq)]
pub enum Reads {
    Scale,
    Probe,
    /// By the spring dial, and by the scale once it is off.
    Dial,
    Fingers,
}

/// What went wrong, if anything.
#[derive(Clone, Copy, PartialEq)]
pub enum Slip {
    Nothing,
    /// The flame stayed on this long after it should have gone off, s; water brought it back.
    LeftOn(f64),
    /// As before, but seen too late to be brought back.
    LeftOnUnseen(f64),
}

#[derive(Clone, Copy)]
pub enum What {
    /// A cashew sheet of so many grams of nuts.
    Sheet(f64),
    /// A plain syrup: its name, sugar g, water g, stage.
    Syrup(&'static str, f64, f64, StageKey),
}

pub struct Past {
    pub days_ago: i64,
    pub hour: i64,
    what: What,
    pan: usize,
    ring: usize,
    pub flame: Flame,
    pub reads: Reads,
    pub slip: Slip,
    texture: Texture,
    pieces: i32,
    note: &'static str,
}

use Flame::{High, Medium};
use Reads::{Dial, Fingers, Probe, Scale};
use Slip::{LeftOn, LeftOnUnseen, Nothing};
use StageKey::{Coating, OneString, SoftBall, Sticky, TwoString};
use Texture::{Crumbly, Right, TooFirm, TooSoft};
use What::{Sheet, Syrup};

#[rustfmt::skip]
pub const PAST: [Past; 20] = [
    Past { days_ago: 2, hour: 17, what: Sheet(400.0), pan: 0, ring: 0, flame: Medium, reads: Scale, slip: Nothing, texture: Right, pieces: 44, note: "Weighed three times. Lifted clean." },
    Past { days_ago: 4, hour: 10, what: Syrup("Syrup for milk balls", 500.0, 500.0, Sticky), pan: 2, ring: 1, flame: Medium, reads: Probe, slip: Nothing, texture: Right, pieces: 0, note: "Kept warm on the back of the hob." },
    Past { days_ago: 6, hour: 16, what: Sheet(250.0), pan: 1, ring: 0, flame: Medium, reads: Fingers, slip: LeftOn(190.0), texture: Right, pieces: 27, note: "Went past while I looked for the paper. Weighed water back in; came out well." },
    Past { days_ago: 9, hour: 11, what: Syrup("Syrup for lentil coils", 600.0, 400.0, OneString), pan: 1, ring: 1, flame: Medium, reads: Scale, slip: Nothing, texture: Right, pieces: 0, note: "Thinner would soak better in the cold months." },
    Past { days_ago: 12, hour: 18, what: Sheet(400.0), pan: 0, ring: 0, flame: Medium, reads: Probe, slip: Nothing, texture: Right, pieces: 42, note: "" },
    Past { days_ago: 15, hour: 9, what: Syrup("Syrup for semolina ladoo", 300.0, 150.0, OneString), pan: 1, ring: 2, flame: Medium, reads: Scale, slip: Nothing, texture: Right, pieces: 30, note: "Induction is quick and stops at once." },
    Past { days_ago: 19, hour: 15, what: Sheet(500.0), pan: 0, ring: 1, flame: Medium, reads: Fingers, slip: LeftOnUnseen(150.0), texture: Crumbly, pieces: 31, note: "Too far: dry, broke under the pin. Rolled the crumbs into ladoos." },
    Past { days_ago: 23, hour: 17, what: Syrup("Sesame ladoo syrup", 350.0, 140.0, SoftBall), pan: 0, ring: 0, flame: Medium, reads: Probe, slip: Nothing, texture: Right, pieces: 24, note: "A drop in water gathered at once." },
    Past { days_ago: 26, hour: 10, what: Syrup("Syrup for pancakes", 400.0, 300.0, Coating), pan: 1, ring: 2, flame: Medium, reads: Fingers, slip: Nothing, texture: Right, pieces: 18, note: "" },
    Past { days_ago: 30, hour: 16, what: Sheet(300.0), pan: 1, ring: 0, flame: Medium, reads: Scale, slip: Nothing, texture: Right, pieces: 33, note: "" },
    Past { days_ago: 34, hour: 11, what: Syrup("Droplet ladoo syrup", 450.0, 200.0, OneString), pan: 0, ring: 1, flame: Medium, reads: Dial, slip: Nothing, texture: TooFirm, pieces: 26, note: "By the spring dial. Bound hard." },
    Past { days_ago: 38, hour: 17, what: Sheet(400.0), pan: 0, ring: 0, flame: Medium, reads: Scale, slip: LeftOn(170.0), texture: Right, pieces: 43, note: "The phone rang. Water back in, boiled again, fine." },
    Past { days_ago: 43, hour: 9, what: Syrup("Syrup for milk balls", 700.0, 700.0, Sticky), pan: 2, ring: 1, flame: High, reads: Scale, slip: Nothing, texture: Right, pieces: 0, note: "" },
    Past { days_ago: 47, hour: 18, what: Sheet(250.0), pan: 1, ring: 2, flame: Medium, reads: Dial, slip: Nothing, texture: TooFirm, pieces: 26, note: "The dial again; chewy." },
    Past { days_ago: 52, hour: 15, what: Syrup("Gram-flour slab syrup", 350.0, 175.0, TwoString), pan: 0, ring: 0, flame: Medium, reads: Scale, slip: Nothing, texture: Right, pieces: 28, note: "Porous to the middle." },
    Past { days_ago: 57, hour: 16, what: Sheet(400.0), pan: 0, ring: 1, flame: Medium, reads: Fingers, slip: Nothing, texture: TooSoft, pieces: 39, note: "Sticky until it had a night in the cold." },
    Past { days_ago: 61, hour: 10, what: Syrup("Syrup for lentil coils", 600.0, 400.0, OneString), pan: 1, ring: 1, flame: Medium, reads: Dial, slip: Nothing, texture: Right, pieces: 0, note: "" },
    Past { days_ago: 66, hour: 17, what: Syrup("Semolina ladoo syrup", 300.0, 150.0, OneString), pan: 1, ring: 0, flame: Medium, reads: Fingers, slip: Nothing, texture: Right, pieces: 29, note: "" },
    Past { days_ago: 72, hour: 11, what: Sheet(200.0), pan: 1, ring: 0, flame: Medium, reads: Fingers, slip: Nothing, texture: Right, pieces: 22, note: "First one on this hob." },
    Past { days_ago: 75, hour: 16, what: Syrup("Trial syrup", 200.0, 100.0, OneString), pan: 1, ring: 0, flame: Medium, reads: Probe, slip: Nothing, texture: Right, pieces: 0, note: "Only sugar and water, to learn the ring." },
];

const HOUR_MS: i64 = 3_600_000;

impl Past {
    /// When it was started, ms since 1970.
    pub fn started_ms(&self, now_ms: i64) -> i64 {
        let midnight_ms = now_ms - now_ms.rem_euclid(24 * HOUR_MS);
        midnight_ms - self.days_ago * 24 * HOUR_MS + self.hour * HOUR_MS
    }

    /// How it was set up.
    pub fn setup(&self, catalogue: &Catalogue) -> Result<BatchSetup, CoreError> {
        let kitchen = lantern_steps();
        let book = catalogue.book(&kitchen)?;
        let things = StartAsk {
            pan_id: kitchen.pans.get(self.pan).and_then(|p| p.id),
            ring_id: kitchen.rings.get(self.ring).and_then(|r| r.id),
            thermometer_id: kitchen.thermometers.get(usize::from(self.reads == Dial)).and_then(|t| t.id),
            ..StartAsk::default()
        };
        let mut setup = match self.what {
            Sheet(base_g) => {
                let size = Some(Size::Ingredient { ingredient: "cashew".into(), amount_g: base_g });
                let ask = StartAsk { size, ..things };
                set_up(&ask, Some(catalogue.sweet("cashew-sheet")?), &kitchen, &book)?
            }
            Syrup(title, sugar_g, water_g, stage) => {
                let charge = Some(Charge::sugar_and_water(sugar_g, water_g));
                let ask = StartAsk { title: Some(title.into()), charge, stage: Some(stage), ..things };
                set_up(&ask, None, &kitchen, &book)?
            }
        };
        setup.steps = catalogue.cautioned(setup.steps);
        Ok(setup)
    }

    /// How it turned out.
    pub fn verdict(&self) -> Verdict {
        Verdict {
            pieces: (self.pieces > 0).then_some(self.pieces),
            note: self.note.into(),
            ..Verdict::of(self.texture)
        }
    }
}
