//! What a change is called, and the heading of the changed sweet.

use crate::food::Larder;
use crate::syrup::Ladder;
use crate::variation::change::Variation;

/// What the changes are called, as a heading or a line of the notebook says them: “with peanuts”,
/// “15 % less sugar”, “boiled to two strings”.
#[must_use]
pub fn change_words(changes: &[Variation], larder: &Larder, ladder: &Ladder) -> Vec<String> {
    let name = |key: &str| larder.get(key).map_or_else(|_| key.to_owned(), |i| i.name.to_lowercase());
    let words = |change: &Variation| match change {
        Variation::Amount { ingredient, times } => {
            let more = if *times < 1.0 { "less" } else { "more" };
            format!("{:.0} % {more} {}", 100.0 * (times - 1.0).abs(), name(ingredient))
        }
        Variation::Swap { to, .. } => format!("with {}", name(to)),
        Variation::Make { ingredient } => format!("{} made at home", name(ingredient)),
        Variation::Stage { stage, .. } => format!("boiled to {}", ladder.of(*stage).name),
        Variation::Water { water_frac, .. } => format!("cooked to {:.0} % water", 100.0 * water_frac),
    };
    changes.iter().map(words).collect()
}

/// The heading of a sweet with its changes: “Cashew sheet with peanuts, boiled to two strings”.
#[must_use]
pub fn changed_title(name: &str, words: &[String]) -> String {
    let mut title = name.to_owned();
    for (i, word) in words.iter().enumerate() {
        title.push_str(match (word.starts_with("with "), i) {
            (true, 0) => " ",
            (true, _) if words[i - 1].starts_with("with ") => " and ",
            _ => ", ",
        });
        title.push_str(word);
    }
    title
}
