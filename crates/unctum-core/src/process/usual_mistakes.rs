//! What usually goes wrong with work of a kind, and what to do: for a sweet that tells no mistakes of its own.

use crate::process::kind::StepKind;
use crate::process::sweet::{Method, Mistake};

/// Sign, cause, what to do now, what to do next time, by the kinds of work that it can happen at.
const USUAL: [(&[StepKind], [&str; 4]); 7] = [
    (
        &[StepKind::BoilToStage, StepKind::Dissolve],
        [
            "The syrup has grained",
            "A grain of sugar on the wall, or it was stirred while it boiled",
            "A quarter cup of water and a few drops of lime, boil it clear, bring it to its stage again",
            "Wash the wall down once, then leave it alone",
        ],
    ),
    (
        &[StepKind::Reduce, StepKind::CookTillLeavesSides, StepKind::AddInstalments, StepKind::Simmer],
        [
            "It caught at the bottom",
            "The flame too high, or the spoon too long away",
            "Do not scrape: turn the upper part into another pan",
            "A lower flame, and the spoon along the base all the time",
        ],
    ),
    (
        &[StepKind::CookTillLeavesSides],
        [
            "Too soft to hold",
            "Off the flame too early",
            "Back into the pan on a low flame, folding, some minutes more",
            "Wait until a pinch cooled on a plate rolls without sticking",
        ],
    ),
    (
        &[StepKind::Fry],
        [
            "They drink fat",
            "The fat too cool, or too many at once",
            "Drain them on paper; fewer at a time for the rest",
            "Wait until a crumb rises at once before the next load",
        ],
    ),
    (
        &[StepKind::Roast],
        [
            "It tastes bitter",
            "Roasted too dark",
            "Nothing takes it away: use little of it, or begin anew",
            "A lower flame, and off while it is one shade lighter than you want",
        ],
    ),
    (
        &[StepKind::Knead, StepKind::Shape, StepKind::Roll],
        [
            "It cracks and crumbles",
            "Too dry, or too cool to be worked",
            "A teaspoon of warm milk at a time, kneaded in until it holds",
            "Work it while it is warm, under a damp cloth",
        ],
    ),
    (
        &[StepKind::Soak, StepKind::Steep],
        [
            "The middle stayed dry",
            "Too short, or too cold",
            "Warm it gently and leave it longer",
            "Cut one open before you take them out",
        ],
    ),
];

impl Method {
    /// What usually goes wrong with its kinds of work.
    #[must_use]
    pub fn usual_mistakes(&self) -> Vec<Mistake> {
        let does = |kinds: &[StepKind]| self.steps.iter().any(|s| kinds.contains(&s.kind));
        let of = |[sign, cause, now, next_time]: [&str; 4]| Mistake {
            sign: sign.into(),
            cause: cause.into(),
            now: now.into(),
            next_time: next_time.into(),
        };
        USUAL.iter().filter(|(kinds, _)| does(kinds)).map(|(_, words)| of(*words)).collect()
    }
}
