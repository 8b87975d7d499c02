//! The pan as it was followed through the log: what was done to it, what was seen of it, and what its last tests said.

use crate::estimate::{Deed, Done};
use crate::kitchen::Flame;
use crate::log::boil::Boil;
use crate::log::test_said::TestSaid;
use crate::syrup::Against;

/// The pan as followed through the log.
#[derive(Clone)]
pub(crate) struct Watch {
    /// The syrup; none where nothing is boiled to a stage.
    pub boil: Option<Boil>,
    /// When the heat went on, ms since 1970; none before, and after the syrup.
    pub begun_ms: Option<i64>,
    /// Everything done and seen since.
    pub deeds: Vec<Done>,
    pub flame: Flame,
    /// The flame before it was last set.
    pub flame_was: Flame,
    pub flame_set_ms: Option<i64>,
    pub last_ms: i64,
    pub dissolved: bool,
    /// Whether the step at hand both dissolves and boils.
    pub boil_in_one: bool,
    pub last_test: Option<TestSaid>,
    /// The one before it.
    pub test_before: Option<TestSaid>,
    /// How many tests by hand in a row found it not there.
    pub failed_in_row: u32,
}

impl Watch {
    pub fn new(boil: Option<Boil>, started_ms: i64) -> Self {
        Self {
            boil,
            begun_ms: None,
            deeds: Vec::new(),
            flame: Flame::Off,
            flame_was: Flame::Off,
            flame_set_ms: None,
            last_ms: started_ms,
            dissolved: false,
            boil_in_one: false,
            last_test: None,
            test_before: None,
            failed_in_row: 0,
        }
    }

    pub fn pass_until(&mut self, at_ms: i64) {
        self.last_ms = self.last_ms.max(at_ms);
    }

    /// Notes a deed of this moment, once the heat was on.
    pub fn note(&mut self, at_ms: i64, deed: Deed) {
        if let Some(begun_ms) = self.begun_ms {
            self.deeds.push(Done { at_s: (at_ms - begun_ms).max(0) as f64 / 1000.0, deed });
        }
    }

    /// Notes a test. What an instrument sends by itself does not talk over what her own hand found.
    pub fn tested(&mut self, test: TestSaid, by_itself: bool) {
        if test.reading.by_hand() {
            self.failed_in_row = if test.against == Against::NotYet { self.failed_in_row + 1 } else { 0 };
        }
        if !(by_itself && self.last_test.is_some_and(|t| t.reading.by_hand())) {
            self.test_before = self.last_test;
            self.last_test = Some(test);
        }
    }
}
