//! Who must not eat what, at the stove: said at the first steps of a batch, before anything touches it, and at the fat.

use crate::process::StepKind;
use crate::start::setup::BatchSetup;

/// For whom a batch is made who must not eat something.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Eaters {
    /// What they are called.
    pub who: Vec<String>,
    /// Allergens that they must not eat.
    pub avoid: Vec<String>,
}

impl BatchSetup {
    /// Says at its steps what to heed for those who must not eat something: at the first of them what to wash and to read,
    /// where it fries that the fat is fresh; and before all that it has in it what they must not eat, if so. Nothing where
    /// they may eat all.
    pub fn heed(&mut self, eaters: &Eaters) {
        let (has, clean): (Vec<&str>, Vec<&str>) =
            eaters.avoid.iter().map(String::as_str).partition(|a| self.allergens.iter().any(|b| b == a));
        let who = listed(&eaters.who.iter().map(String::as_str).collect::<Vec<_>>());
        let (mut fresh, mut first) = (None, Vec::new());
        if !has.is_empty() {
            let of = listed(&has);
            first
                .push(format!("This has {of} in it: {who} must not eat that. Make something else for them."));
        }
        if !clean.is_empty() {
            let of = listed(&clean);
            first.push(format!(
                "For {who}, who must not eat {of}: wash pan, board, knife, cloth and hands first, and read on each packet whether it has {of} in it. A home kitchen cannot promise there is none."
            ));
            fresh = Some(format!(
                "Fresh fat, in a pot in which nothing with {of} was fried: {who} must not eat that."
            ));
        }
        for step in &mut self.steps {
            let fries = fresh.iter().filter(|_| step.kind == StepKind::Fry);
            let begins = first.iter().filter(|_| step.takes.is_empty());
            let said: Vec<String> = begins.chain(fries).cloned().collect();
            step.hazards.splice(0..0, said);
        }
    }
}

/// “milk, egg and sesame”.
pub(crate) fn listed(words: &[&str]) -> String {
    match words {
        [] => String::new(),
        [one] => (*one).to_owned(),
        [most @ .., last] => format!("{} and {last}", most.join(", ")),
    }
}
