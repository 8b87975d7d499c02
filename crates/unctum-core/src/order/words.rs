//! What breaks, what forbids and what helps, in words: by what the steps, batches and things are called.

use std::collections::BTreeMap;

use crate::day::{Break, Called, Change, HANDS, NoPlan, ResourceId, StepId};
use crate::kitchen::KitchenDocument;
use crate::order::graph::{CLOTH, COLD, GRINDER, TRAY};
use crate::order::whole::LaidOut;
use crate::start::listed;

/// Names of everything in some days.
pub struct Names<'a> {
    laid: &'a LaidOut,
    steps: BTreeMap<StepId, (String, String)>,
    things: BTreeMap<ResourceId, String>,
}

impl<'a> Names<'a> {
    /// The names of some days in a kitchen.
    #[must_use]
    pub fn of(laid: &'a LaidOut, kitchen: &KitchenDocument) -> Self {
        let steps = laid.made.iter().flat_map(|m| {
            let of = m.made.method().steps.iter();
            of.map(|s| (StepId::of(&m.key, &s.key), (s.title.clone(), m.title.clone())))
        });
        let mut things: BTreeMap<ResourceId, String> = [
            (HANDS, "a pair of hands"),
            (TRAY, "a tray"),
            (COLD, "room in the refrigerator"),
            (GRINDER, "the grinder"),
            (CLOTH, "a cloth"),
        ]
        .map(|(key, name)| (key.into(), name.to_owned()))
        .into();
        let rings = kitchen.rings.iter().filter_map(|r| Some((ResourceId::ring(r.id?), r.ring.name.clone())));
        let pans = kitchen.pans.iter().filter_map(|p| Some((ResourceId::pan(p.id?), p.pan.name.clone())));
        let trays = kitchen.trays.iter().filter_map(|t| Some((ResourceId::tray(t.id?), t.tray.name.clone())));
        things.extend(rings.chain(pans).chain(trays));
        Self { laid, steps: steps.collect(), things }
    }

    /// A step, or the one whose beginning is marked: what it and its batch are called.
    fn found(&self, id: &StepId) -> Option<&(String, String)> {
        self.steps.get(&id.marked().unwrap_or_else(|| id.clone()))
    }

    /// “Boil to one string” of the cashew sheet.
    #[must_use]
    pub fn step(&self, id: &StepId) -> String {
        let found = self.found(id);
        found.map_or_else(|| id.to_string(), |(step, batch)| format!("“{step}” of {batch}"))
    }

    /// Two steps: without their batch where it is the same.
    fn pair(&self, to: &StepId, from: &StepId) -> (String, String) {
        let of = |id| self.found(id).cloned();
        match (of(to), of(from)) {
            (Some((a, same)), Some((b, other))) if same == other => (format!("“{a}”"), format!("“{b}”")),
            _ => (self.step(to), self.step(from)),
        }
    }

    /// What a thing is called.
    #[must_use]
    pub fn thing(&self, res: &ResourceId) -> String {
        self.things.get(res).cloned().unwrap_or_else(|| res.to_string())
    }

    fn batch(&self, key: &str) -> String {
        let found = self.laid.made.iter().find(|m| m.key == key);
        found.map_or_else(|| key.to_owned(), |m| m.title.clone())
    }

    /// What breaks, as a sentence.
    #[must_use]
    pub fn breaks(&self, of: &Break) -> String {
        match of {
            Break::NoStart(id) | Break::NoStep(id) => {
                format!("{} is not in the plan: plan anew.", self.step(id))
            }
            Break::TooEarly(id) => format!("{} would begin in the past.", self.step(id)),
            Break::AfterTheEnd(id) => format!("{} would end after the last of these days.", self.step(id)),
            Break::NobodyThere(id) => {
                format!("{} wants hands, and nobody is in the kitchen then.", self.step(id))
            }
            Break::Unpinned(id) => format!("{} is pinned elsewhere: unpin it first.", self.step(id)),
            Break::TooSoon(from, to, gap, min) => {
                let (to, from) = self.pair(to, from);
                if *min <= 0 {
                    format!("{to} would begin before {from} has ended.")
                } else {
                    format!("{to} comes {min} min after {from} at the earliest, and would come after {gap}.")
                }
            }
            Break::TooLate(from, to, gap, max) => {
                let (to, from) = self.pair(to, from);
                if *max <= 0 {
                    format!("{to} follows {from} at once, and would come {gap} min later.")
                } else {
                    format!("{to} has to follow {from} within {max} min, and would come after {gap}.")
                }
            }
            Break::TooMany(res, minute, used, there) if res == HANDS => format!(
                "At {} there is more to do than {} can: {:.1} are wanted.",
                self.laid.calendar.words(*minute),
                if *there <= 10 {
                    "one pair of hands".to_owned()
                } else {
                    format!("{} pairs of hands", there / 10)
                },
                f64::from(*used) / 10.0
            ),
            Break::TooMany(res, minute, _, there) if *there <= 1 => {
                format!(
                    "{}: at {} something else has it.",
                    self.thing(res),
                    self.laid.calendar.words(*minute)
                )
            }
            Break::TooMany(res, minute, used, there) => format!(
                "{}: at {} {used} are wanted, and there are {there}.",
                self.thing(res),
                self.laid.calendar.words(*minute)
            ),
        }
    }

    /// Why there is no plan, as a sentence.
    #[must_use]
    pub fn no_plan(&self, why: &NoPlan) -> String {
        why.words(self)
    }

    /// What helps, as what she would do.
    #[must_use]
    pub fn change(&self, of: &Change) -> String {
        match of {
            Change::OneMore { res, .. } if res == HANDS => {
                "Ask for one more pair of hands, all day".to_owned()
            }
            Change::OneMore { res, .. } if res == COLD => {
                "Make room for one litre more in the refrigerator".to_owned()
            }
            Change::OneMore { res, .. } if res == TRAY => "Borrow one more tray".to_owned(),
            Change::OneMore { res, .. } if res == CLOTH => "Take one more cloth".to_owned(),
            Change::OneMore { res, .. } => format!("Borrow a second one like {}", self.thing(res)),
            Change::OpenEarlier { minutes } => format!("Begin {minutes} min earlier each day"),
            Change::CloseLater { minutes } => format!("Go on {minutes} min longer each day"),
            Change::WaitLonger { from, to, max } => {
                format!("Let {} wait up to {max} min after {}", self.step(to), self.step(from))
            }
            Change::Without { batch } => format!("Leave out {}", self.batch(batch)),
            Change::DueLater { batch, minutes } => {
                format!("Let {} be fetched {minutes} min later", self.batch(batch))
            }
            Change::Staler { batch, minutes } => {
                format!("Make {} up to {} h earlier, less fresh", self.batch(batch), minutes / 60)
            }
        }
    }
}

impl Called for Names<'_> {
    fn step(&self, id: &StepId) -> String {
        Names::step(self, id)
    }

    fn batch(&self, id: &str) -> String {
        let made = self.laid.made.iter().find(|m| m.key == id);
        let mut who: Vec<&str> = made.iter().flat_map(|m| &m.wanted).map(|w| w.who.as_str()).collect();
        who.dedup();
        let whose = if who.is_empty() { String::new() } else { format!(" for {}", listed(&who)) };
        format!("“{}”{whose}", Names::batch(self, id))
    }

    fn thing(&self, id: &ResourceId) -> String {
        Names::thing(self, id)
    }

    fn breaks(&self, of: &Break) -> String {
        Names::breaks(self, of)
    }

    fn moment(&self, minute: i32) -> String {
        self.laid.calendar.words(minute)
    }
}
