//! What is wrong with a sweet, and where.

use std::collections::BTreeSet;
use std::fmt;

use serde::Serialize;

use crate::error::{CoreError, Result, holds_control, looks_empty};
use crate::food::Larder;
use crate::food::measure::dose_words;
use crate::process::balance::balance;
use crate::process::order::working_order;
use crate::process::step::{MOST_MIN, Step};
use crate::process::sweet::{Method, Shape, Sweet};
use crate::syrup::Ladder;

/// Most methods of a sweet, steps of a method, amounts of a step.
const MOST: (usize, usize, usize) = (12, 60, 40);
/// Longest text, letters.
const LONGEST: usize = 1200;

/// One thing that is wrong, with its place.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Fault {
    /// Key of the method.
    pub method: Option<String>,
    /// Key of the step.
    pub step: Option<String>,
    /// Field.
    pub field: String,
    /// What is wrong and what to do.
    pub words: String,
}

impl fmt::Display for Fault {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match &self.step {
            Some(step) => write!(f, "step “{step}”, {}: {}", self.field, self.words),
            None => write!(f, "{}: {}", self.field, self.words),
        }
    }
}

struct Found<'a> {
    method: Option<&'a str>,
    faults: Vec<Fault>,
}

impl Found<'_> {
    fn note(&mut self, step: Option<&Step>, field: &str, words: impl Into<String>) {
        self.faults.push(Fault {
            method: self.method.map(str::to_owned),
            step: step.map(|s| s.key.clone()),
            field: field.to_owned(),
            words: words.into(),
        });
    }

    fn words(&mut self, step: Option<&Step>, field: &str, text: &str, missing: &str) {
        if looks_empty(text) {
            self.note(step, field, missing);
        } else {
            self.text(step, field, text);
        }
    }

    /// What may stay untold.
    fn text(&mut self, step: Option<&Step>, field: &str, text: &str) {
        if holds_control(text, true) {
            self.note(step, field, "Something in it cannot be read. Write it anew by hand.");
        } else if text.chars().count() > LONGEST {
            self.note(step, field, format!("It is longer than {LONGEST} letters. Say it shorter."));
        }
    }
}

impl Sweet {
    /// Everything that is wrong with it, with the place.
    #[must_use]
    pub fn faults(&self, larder: &Larder) -> Vec<Fault> {
        faults_of_sweet(self, larder)
    }

    /// Checks it.
    ///
    /// # Errors
    /// The first fault found.
    pub fn check(&self, larder: &Larder) -> Result<()> {
        self.faults(larder).first().map_or(Ok(()), |fault| Err(CoreError::BadSweet(fault.to_string())))
    }
}

impl Method {
    /// Everything that is wrong with it, with the place.
    #[must_use]
    pub fn faults(&self, larder: &Larder) -> Vec<Fault> {
        faults_of_method(self, larder)
    }
}

/// Faults of a sweet and all its methods.
fn faults_of_sweet(sweet: &Sweet, larder: &Larder) -> Vec<Fault> {
    let mut found = Found { method: None, faults: Vec::new() };
    if sweet.name.trim().chars().count() > 120
        || looks_empty(&sweet.name)
        || holds_control(&sweet.name, false)
    {
        found.note(None, "name", "Give it a name of 1 to 120 letters.");
    }
    found.text(None, "about", &sweet.about);
    for mistake in &sweet.mistakes {
        for text in [&mistake.sign, &mistake.cause, &mistake.now, &mistake.next_time] {
            found.text(None, "mistakes", text);
        }
    }
    let odd = |a: &String| a.chars().count() > 120 || holds_control(a, false);
    if sweet.aliases.len() > 40 || sweet.aliases.iter().any(odd) {
        found.note(None, "aliases", "At most 40 other names of at most 120 plain letters.");
    }
    if sweet.methods.is_empty() || sweet.methods.len() > MOST.0 {
        found.note(None, "methods", format!("It needs at least one method and at most {}.", MOST.0));
    }
    if let Some(makes) = &sweet.makes
        && larder.get(makes).is_err()
    {
        found.note(None, "makes", format!("There is no ingredient called “{makes}”."));
    }
    let keys: BTreeSet<&str> = sweet.methods.iter().map(|m| m.key.as_str()).collect();
    if keys.len() < sweet.methods.len() {
        found.note(None, "methods", "Two methods carry the same key.");
    }
    let mut faults = found.faults;
    for method in sweet.methods.iter().take(MOST.0) {
        faults.extend(faults_of_method(method, larder));
    }
    faults
}

/// Faults of a method.
fn faults_of_method(method: &Method, larder: &Larder) -> Vec<Fault> {
    let mut found = Found { method: Some(&method.key), faults: Vec::new() };
    found.words(None, "name", &method.name, "Give the method a name.");
    found.text(None, "about", &method.about);
    if method.steps.is_empty() || method.steps.len() > MOST.1 {
        found.note(None, "steps", format!("A method needs at least one step and at most {}.", MOST.1));
        return found.faults;
    }
    shape(method, &mut found);
    let keys: BTreeSet<&str> = method.steps.iter().map(|s| s.key.as_str()).collect();
    let mut seen = BTreeSet::new();
    for step in &method.steps {
        if !seen.insert(&step.key) {
            found.note(Some(step), "key", "It stands there twice.");
        }
        of_step(step, &keys, larder, &mut found);
    }
    if let Err(around) = working_order(&method.steps, false) {
        let words =
            format!("These steps wait for each other: {}. One of them has to come first.", around.join(", "));
        found.note(None, "steps", words);
    }
    windows(method, &mut found);
    // Whether it closes can be told only of a method that is otherwise whole.
    if !found.faults.is_empty() {
        return found.faults;
    }
    match balance(method, larder, &Ladder::default()) {
        Ok(balance) => doses(method, balance.finished_g, larder, &mut found),
        Err(error) => {
            let step = method.steps.iter().find(|s| Some(s.key.as_str()) == error.step());
            let words = match &error {
                CoreError::StepCannot { words, .. } | CoreError::HandOver { words, .. } => words.clone(),
                other => other.to_string(),
            };
            found.note(step, "amounts", words);
        }
    }
    found.faults
}

/// More of something than a finished sweet should hold.
fn doses(method: &Method, finished_g: f64, larder: &Larder, found: &mut Found<'_>) {
    for line in method.lines(larder).unwrap_or_default() {
        let Some(most) = larder.get(&line.ingredient).ok().and_then(|i| i.most_g_per_kg) else { continue };
        let most_g = most * finished_g / 1000.0;
        if line.mass_g > most_g {
            let step = method.steps.iter().find(|s| s.inputs.iter().any(|e| e.ingredient == line.ingredient));
            let words = format!(
                "{} of {} is more than so much of a sweet should hold: at most {}. Look at the amount again.",
                dose_words(line.mass_g),
                line.name.to_lowercase(),
                dose_words(most_g)
            );
            found.note(step, "inputs", words);
        }
    }
}

fn of_step(step: &Step, keys: &BTreeSet<&str>, larder: &Larder, found: &mut Found<'_>) {
    let at = Some(step);
    found.words(at, "key", &step.key, "It needs a key.");
    found.words(at, "title", &step.title, "Say in a few words what to do.");
    found.words(at, "text", &step.text, "Say what to do.");
    found.words(at, "cue", &step.cue, "Say what shows that it is done.");
    found.words(at, "event", &step.event, "Say what has happened when it is done.");
    found.text(at, "reason", &step.reason);
    step.gates.iter().for_each(|gate| found.text(at, "gates", &gate.text));
    for key in step.before() {
        if key == step.key {
            found.note(at, "after", "It waits for itself.");
        } else if !keys.contains(key) {
            found.note(at, "after", format!("It waits for “{key}”, which is not there."));
        }
    }
    if step.inputs.len() > MOST.2 || step.takes.len() > MOST.2 || step.effects.len() > MOST.2 {
        found.note(at, "inputs", format!("More than {} amounts in one step. Part it into two.", MOST.2));
    }
    for entry in &step.inputs {
        if !entry.amount_g.is_finite() || entry.amount_g <= 0.0 || entry.amount_g > 100_000.0 {
            let words = format!("The amount of {} has to lie between 0 and 100,000 g.", entry.ingredient);
            found.note(at, "inputs", words);
        }
        match larder.get(&entry.ingredient) {
            Err(_) => {
                found.note(at, "inputs", format!("There is no ingredient called “{}”.", entry.ingredient))
            }
            Ok(known) => {
                if known.density(entry.state.as_deref()).is_err() {
                    let words = format!("{} is not known in that state.", known.name);
                    found.note(at, "inputs", words);
                }
            }
        }
    }
    if step.minutes.is_some_and(|m| !m.in_order(MOST_MIN)) {
        found.note(at, "minutes", "The least, the usual and the most minutes have to stand in that order.");
    }
    if step.heat_to_c.is_some_and(|c| !(0.0..=260.0).contains(&c)) {
        found.note(at, "heat_to_c", "Between 0 and 260 °C, please.");
    }
    if step.thick_mm.is_some_and(|mm| !(2.0..=100.0).contains(&mm)) {
        found.note(at, "thick_mm", "Between 2 and 100 mm, please.");
    }
    if step.across_cm.is_some_and(|cm| !(0.2..=40.0).contains(&cm)) {
        found.note(at, "across_cm", "Between 0.2 and 40 cm, please.");
    }
}

fn windows(method: &Method, found: &mut Found<'_>) {
    let order = working_order(&method.steps, false).unwrap_or_default();
    let place = |key: &str| order.iter().position(|i| method.steps[*i].key == key);
    for step in &method.steps {
        for window in &step.windows {
            let follows = place(&window.to).zip(place(&step.key)).is_some_and(|(to, from)| to > from);
            if !follows {
                found.note(Some(step), "windows", format!("“{}” does not come after it.", window.to));
            }
            let sound =
                window.low_min >= 0.0 && window.low_min <= window.high_min && window.high_min <= 14_400.0;
            if !sound {
                found.note(Some(step), "windows", "It ends before it begins.");
            }
        }
    }
}

fn shape(method: &Method, found: &mut Found<'_>) {
    let sound = match method.shape {
        Shape::Slab { thickness_mm, piece_cm2, air_frac, holds_after_min } => {
            (1.0..=100.0).contains(&thickness_mm)
                && (0.5..=400.0).contains(&piece_cm2)
                && (0.0..=0.6).contains(&air_frac)
                && (0.0..=2880.0).contains(&holds_after_min)
        }
        Shape::Balls { piece_g, air_frac } => {
            (1.0..=500.0).contains(&piece_g) && (0.0..=0.6).contains(&air_frac)
        }
        Shape::Pieces { piece_g } | Shape::Spooned { piece_g } => (1.0..=2000.0).contains(&piece_g),
        Shape::Loose => true,
    };
    if !sound {
        found.note(None, "shape", "No piece has that size. Check thickness, area or mass.");
    }
    let sound = (1..=3).contains(&method.level)
        && [method.keeping.room_days, method.keeping.cold_days].iter().all(|d| (0.0..=400.0).contains(d));
    if !sound {
        found.note(None, "keeping", "The level goes from 1 to 3, keeping from 0 to 400 days.");
    }
    if let Some(equal) = &method.equal_measures
        && (!(20.0..=1000.0).contains(&equal.cup_ml)
            || equal.cups.values().any(|c| !(0.05..=50.0).contains(c)))
    {
        found.note(None, "equal_measures", "A cup of 20 to 1,000 ml, and 0.05 to 50 of them, please.");
    }
}
