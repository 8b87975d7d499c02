//! Why there is no plan, in its parts; sentences are made of them in one place, by what steps and things are called.

use std::fmt;

use crate::day::ids::{ResourceId, StepId};
use crate::day::judge::Break;
use crate::error::CoreError;

/// What proves that a day cannot be done.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Proof {
    /// A step takes more of a thing at once than there is.
    UsesMore {
        /// Its key.
        step: StepId,
        /// Key of the thing.
        thing: ResourceId,
        /// How many it takes.
        units: i32,
        /// How many there are.
        there: i32,
    },
    /// What a step gives may not wait as long as what has to be done in between takes.
    WaitsLonger {
        /// Key of the step that gives it.
        from: StepId,
        /// Key of the one that takes it.
        to: StepId,
        /// So long it may wait, min.
        most_min: i32,
        /// So long everything in between takes, min.
        least_min: i32,
    },
    /// Two steps that cannot be one after the other take more of a thing together than there is.
    AtOnce {
        /// Key of the one.
        one: StepId,
        /// Key of the other.
        other: StepId,
        /// Key of the thing.
        thing: ResourceId,
        /// How many they take together.
        units: i32,
        /// How many there are.
        there: i32,
    },
    /// A step wants hands for longer than the longest hours.
    HandsTooLong {
        /// Its key.
        step: StepId,
        /// How long it wants them, min.
        minutes: i32,
        /// The longest hours, min.
        longest_min: i32,
    },
    /// A batch takes longer from its first step to its last than the days do.
    BatchTooLong {
        /// Its key.
        batch: String,
        /// How long it takes, min.
        takes_min: i32,
        /// How long there is, min.
        there_min: i32,
    },
    /// All steps together want hands for longer than all hours hold.
    TooFewHands {
        /// What is asked for, minutes of a pair of hands.
        asked_min: i64,
        /// What there is of them.
        there_min: i64,
    },
    /// No minute is left to a step by what comes before and after it and by the hours.
    NoHour {
        /// Its key.
        step: StepId,
    },
    /// What can lie nowhere else wants more of a thing than there is of it then.
    Crowded {
        /// Key of the thing.
        thing: ResourceId,
        /// From, min.
        from_min: i32,
        /// To, min.
        to_min: i32,
        /// So long it is wanted, minutes of all there is of it.
        wanted_min: i64,
        /// So long it is there.
        there_min: i64,
        /// By these steps.
        steps: Vec<StepId>,
    },
    /// What is pinned contradicts itself, or the hours.
    PinsClash(Break),
}

/// So many steps are named in a sentence.
const NAMED: usize = 3;

/// What things are called in a sentence.
pub trait Called {
    /// A step.
    fn step(&self, id: &StepId) -> String;
    /// A batch.
    fn batch(&self, id: &str) -> String;
    /// A ring, a pan, hands, a tray.
    fn thing(&self, id: &ResourceId) -> String;
    /// What breaks, as a sentence without its full stop.
    fn breaks(&self, of: &Break) -> String;
    /// A moment of the days.
    fn moment(&self, minute: i32) -> String;
}

/// By their keys, as whoever asked gave them.
struct ByKey;

impl Called for ByKey {
    fn step(&self, id: &StepId) -> String {
        format!("“{id}”")
    }

    fn batch(&self, id: &str) -> String {
        format!("“{id}”")
    }

    fn thing(&self, id: &ResourceId) -> String {
        format!("“{id}”")
    }

    fn breaks(&self, of: &Break) -> String {
        of.to_string()
    }

    fn moment(&self, minute: i32) -> String {
        format!("minute {minute}")
    }
}

impl Proof {
    /// As a sentence that says what would make it possible.
    #[must_use]
    pub fn words(&self, by: &dyn Called) -> String {
        match self {
            Self::UsesMore { step, thing, units, there } => format!(
                "{} takes {units} of {} at once, and there are {there}. Get {} more, or make it in smaller parts.",
                by.step(step),
                by.thing(thing),
                units - there
            ),
            Self::WaitsLonger { from, to, most_min, least_min } => format!(
                "{} is to follow {} within {most_min} min, and what is done in between takes {least_min}. Make less at a time, or on a stronger ring.",
                by.step(to),
                by.step(from)
            ),
            Self::AtOnce { one, other, thing, units, there } => format!(
                "{} and {} cannot wait for each other, and each takes {}: {units} at once, and there {there}. Get one more, or make something else.",
                by.step(one),
                by.step(other),
                by.thing(thing),
                there = if *there == 1 { "is 1".to_owned() } else { format!("are {there}") },
            ),
            Self::HandsTooLong { step, minutes, longest_min } => format!(
                "{} wants hands for {minutes} min without a break, and the longest hours are {longest_min} min. Keep the kitchen open longer.",
                by.step(step)
            ),
            Self::BatchTooLong { batch, takes_min, there_min } => format!(
                "{} takes {takes_min} min from its first step to its last, and the days end {there_min} min after it may begin. Begin earlier, or plan one more day.",
                by.batch(batch)
            ),
            Self::TooFewHands { asked_min, there_min } => format!(
                "All steps together want hands for {asked_min} min, and all hours together hold {there_min}. Ask for a helper, or make less."
            ),
            Self::NoHour { step } => format!(
                "{} finds no hour: what comes before it, what follows it and the hours with hands leave it none. Begin earlier, let it be fetched later, or plan one more day.",
                by.step(step)
            ),
            Self::Crowded { thing, from_min, to_min, wanted_min, there_min, steps } => {
                let named: Vec<String> = steps.iter().take(NAMED).map(|s| by.step(s)).collect();
                let more = if steps.len() > NAMED {
                    format!(" and {} more", steps.len() - NAMED)
                } else {
                    String::new()
                };
                format!(
                    "From {} to {} there are {there_min} min of {}, and what can lie nowhere else wants {wanted_min}: {}{more}. Make less, get one more, or keep the kitchen open at other hours.",
                    by.moment(*from_min),
                    by.moment(*to_min),
                    by.thing(thing),
                    named.join(", ")
                )
            }
            Self::PinsClash(clash) => format!(
                "What is pinned cannot stand so: {}. Unpin it, or pin it elsewhere.",
                by.breaks(clash).trim_end_matches('.')
            ),
        }
    }
}

impl fmt::Display for Proof {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.words(&ByKey))
    }
}

/// Why no plan was made.
#[derive(Debug, Clone, PartialEq)]
pub enum NoPlan {
    /// There is none, and this proves it.
    Proved(Proof),
    /// None was found; that there is none is not proved.
    NotFound,
    /// What was laid does not hold.
    Breaks(Break),
    /// The problem itself cannot be.
    Amiss(CoreError),
}

impl NoPlan {
    /// As a sentence.
    #[must_use]
    pub fn words(&self, by: &dyn Called) -> String {
        match self {
            Self::Proved(proof) => proof.words(by),
            Self::NotFound => "No plan was found: that there is none is not proved. Give it more hands, hours or pans, or less to make.".to_owned(),
            Self::Breaks(breaks) => format!("The plan does not hold: {}.", by.breaks(breaks).trim_end_matches('.')),
            Self::Amiss(error) => error.to_string(),
        }
    }
}

impl fmt::Display for NoPlan {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.words(&ByKey))
    }
}

impl From<CoreError> for NoPlan {
    fn from(error: CoreError) -> Self {
        Self::Amiss(error)
    }
}

impl From<NoPlan> for CoreError {
    fn from(none: NoPlan) -> Self {
        match none {
            NoPlan::Amiss(error) => error,
            other => Self::DoesNotFit(other.to_string()),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Two whose keys begin alike.
    struct Steps;

    impl Called for Steps {
        fn step(&self, id: &StepId) -> String {
            match id.as_str() {
                "own-1.1/step-1" => "“Boil” of Own sweet".to_owned(),
                "own-1.1/step-10" => "“Cut” of Own sweet".to_owned(),
                other => panic!("{other} is none"),
            }
        }

        fn batch(&self, id: &str) -> String {
            id.to_owned()
        }

        fn thing(&self, _: &ResourceId) -> String {
            "the ring".to_owned()
        }

        fn breaks(&self, of: &Break) -> String {
            match of {
                Break::TooEarly(id) => format!("{} would begin in the past.", self.step(id)),
                other => other.to_string(),
            }
        }

        fn moment(&self, minute: i32) -> String {
            format!("{minute}")
        }
    }

    #[test]
    fn a_step_whose_key_begins_like_another_has_its_own_name() {
        let of = |step: &str| Proof::UsesMore { step: step.into(), thing: "ring".into(), units: 2, there: 1 };
        let told = [of("own-1.1/step-1"), of("own-1.1/step-10")].map(|p| p.words(&Steps));
        assert!(told[0].starts_with("“Boil” of Own sweet takes 2 of the ring at once"), "{told:?}");
        assert!(told[1].starts_with("“Cut” of Own sweet takes 2"), "{told:?}");
        let clash = NoPlan::Proved(Proof::PinsClash(Break::TooEarly("own-1.1/step-10".into())));
        assert_eq!(
            clash.words(&Steps),
            "What is pinned cannot stand so: “Cut” of Own sweet would begin in the past. Unpin it, or pin it elsewhere."
        );
        assert_eq!(CoreError::from(clash).code(), "does-not-fit");
    }
}
