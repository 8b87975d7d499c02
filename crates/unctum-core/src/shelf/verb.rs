//! A step by its verb: choosing what is done decides what kind of work it is, in what it happens, how much of
//! the cook it needs and what usually becomes of the mass. All of it can be changed afterwards.

use serde::Serialize;

use crate::kitchen::Flame;
use crate::process::{Attention, Effect, Step, StepKind, Timing, Vessel};
use crate::syrup::StageKey;

/// A verb with the step that it begins.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Verb {
    /// What the cook would say: “Roast”.
    pub verb: &'static str,
    /// A step to begin with; its key is given where it goes in.
    pub step: Step,
}

/// A cue or a reason that nobody told: an honest answer.
pub const NOT_TOLD: &str = "Not told";

/// Verb, kind, vessel, flame, attention, what its time follows, and what it says when done.
type Row = (&'static str, StepKind, Vessel, Option<Flame>, Attention, Timing, &'static str);

/// The verbs, in the order in which they come in most sweets.
#[must_use]
pub fn verbs() -> Vec<Verb> {
    use Attention::{Constant, None as Alone, NowAndThen};
    use StepKind as K;
    use Vessel as V;
    let (low, medium) = (Some(Flame::Low), Some(Flame::Medium));
    let rows: [Row; 26] = [
        ("Make ready", K::MakeReady, V::Board, None, NowAndThen, Timing::Fixed, "All is ready"),
        ("Soak", K::Soak, V::Bowl, None, Alone, Timing::Fixed, "It is soaked"),
        ("Grind", K::Grind, V::Grinder, None, Constant, Timing::Mass, "It is ground"),
        ("Roast", K::Roast, V::Pan, low, Constant, Timing::Mass, "It is roasted"),
        ("Dissolve", K::Dissolve, V::Pan, medium, NowAndThen, Timing::Heat, "All sugar has dissolved"),
        ("Boil to a stage", K::BoilToStage, V::Pan, medium, Constant, Timing::Heat, "It is at its stage"),
        ("Strain", K::Strain, V::Cloth, None, Constant, Timing::Fixed, "It is strained"),
        ("Boil milk down", K::Reduce, V::WidePan, medium, Constant, Timing::Heat, "It is boiled down"),
        ("Split milk", K::Curdle, V::WidePan, medium, Constant, Timing::Fixed, "The whey is clear"),
        ("Hang", K::Hang, V::Cloth, None, Alone, Timing::Fixed, "It no longer drips"),
        ("Put together", K::Combine, V::Bowl, None, Constant, Timing::Fixed, "It is together"),
        ("Add bit by bit", K::AddInstalments, V::Pan, low, Constant, Timing::Mass, "All is taken up"),
        (
            "Cook till it leaves the sides",
            K::CookTillLeavesSides,
            V::Pan,
            low,
            Constant,
            Timing::Mass,
            "It leaves the sides",
        ),
        ("Simmer", K::Simmer, V::Pan, low, NowAndThen, Timing::Heat, "It is soft"),
        ("Knead", K::Knead, V::Board, None, Constant, Timing::Mass, "It is smooth"),
        ("Pour", K::Pour, V::Tray, None, Constant, Timing::Fixed, "It is poured"),
        ("Roll out", K::Roll, V::Board, None, Constant, Timing::Mass, "It is rolled"),
        ("Shape", K::Shape, V::Board, None, Constant, Timing::Pieces, "All are shaped"),
        ("Fry", K::Fry, V::FryingPot, medium, Constant, Timing::Pots, "All are fried"),
        ("Drain", K::Drain, V::Bowl, None, NowAndThen, Timing::Fixed, "They are drained"),
        ("Poach", K::Poach, V::WidePan, medium, NowAndThen, Timing::Pots, "They have doubled"),
        ("Steep", K::Steep, V::Bowl, None, Alone, Timing::Fixed, "They are soaked through"),
        ("Rest", K::Rest, V::Board, None, Alone, Timing::Fixed, "It has rested"),
        ("Cut", K::Cut, V::Tray, None, Constant, Timing::Fixed, "Cut and lifted"),
        ("Garnish", K::Garnish, V::Board, None, Constant, Timing::Pieces, "Garnished"),
        ("Pack", K::Pack, V::Jar, None, Constant, Timing::Pieces, "Packed"),
    ];
    rows.into_iter().map(|row| Verb { verb: row.0, step: begun(row) }).collect()
}

fn begun((verb, kind, vessel, flame, attention, timing, event): Row) -> Step {
    let mut step = Step::new("", kind, verb, &format!("{verb}."));
    (step.vessel, step.flame, step.attention, step.timing) = (vessel, flame, attention, timing);
    step.event = event.to_owned();
    step.cue = NOT_TOLD.to_owned();
    step.minutes = Some(kind.usual_minutes());
    step.effects = match kind {
        StepKind::BoilToStage => vec![Effect::boil_to(StageKey::OneString)],
        StepKind::Reduce => vec![Effect::ReduceTo { ratio_frac: 0.5 }],
        _ => Vec::new(),
    };
    step
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_verb_begins_a_whole_step() {
        let all = verbs();
        for Verb { verb, step } in &all {
            assert!(!step.title.is_empty() && !step.event.is_empty() && !step.cue.is_empty(), "{verb}");
            assert!(step.minutes.is_some_and(|m| m.in_order(14_400.0) && m.mid > 0.0), "{verb}");
            assert!(step.reason.is_empty(), "why is hers to say: {verb}");
            assert_eq!(all.iter().filter(|other| other.verb == *verb).count(), 1);
        }
        assert!(all.iter().any(|v| v.step.stage().is_some()));
    }
}
