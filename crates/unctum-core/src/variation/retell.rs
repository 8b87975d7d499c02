//! Step texts that speak of what really goes in, and of the stage it is really boiled to.

use crate::food::{Ingredient, Larder};
use crate::process::{Method, Step};
use crate::syrup::{Ladder, StageKey};

/// Every text of a step that the cook reads.
fn texts(step: &mut Step) -> impl Iterator<Item = &mut String> {
    let own = [&mut step.title, &mut step.text, &mut step.event, &mut step.cue, &mut step.reason];
    own.into_iter().chain(step.gates.iter_mut().map(|g| &mut g.text))
}

/// Replaces each of `phrases` that stands in `text` as whole words; the longest phrase wins at each place.
/// A phrase without a replacement is left as it is, so that “powdered sugar” is not taken for sugar.
fn replace_words(text: &str, phrases: &[(String, Option<String>)]) -> String {
    let lower = text.to_lowercase();
    if lower.len() != text.len() {
        return text.to_owned();
    }
    let letter = |c: Option<char>| c.is_some_and(char::is_alphanumeric);
    let mut out = String::with_capacity(text.len());
    let mut at = 0;
    while at < text.len() {
        let whole = |phrase: &str| {
            lower[at..].starts_with(phrase)
                && !letter(lower[..at].chars().next_back())
                && !letter(lower[at + phrase.len()..].chars().next())
        };
        let found = phrases.iter().filter(|(p, _)| whole(p)).max_by_key(|(p, _)| p.len());
        if let Some((phrase, new)) = found {
            let old = &text[at..at + phrase.len()];
            let new = new.as_deref().unwrap_or(old);
            if old.starts_with(char::is_uppercase) {
                let mut letters = new.chars();
                out.extend(letters.next().into_iter().flat_map(char::to_uppercase));
                out.push_str(letters.as_str());
            } else {
                out.push_str(new);
            }
            at += phrase.len();
        } else {
            let step = text[at..].chars().next().map_or(1, char::len_utf8);
            out.push_str(&text[at..at + step]);
            at += step;
        }
    }
    out
}

fn names(ingredient: &Ingredient) -> impl Iterator<Item = String> + '_ {
    std::iter::once(&ingredient.name).chain(&ingredient.aliases).map(|n| n.to_lowercase())
}

/// The word for the new ingredient where the old one stood in the singular or the plural.
fn word_for(new: &Ingredient, old_word: &str) -> String {
    let plural = new.name.to_lowercase();
    let singular = plural.strip_suffix('s').unwrap_or(&plural);
    let has_singular = names(new).any(|n| n == singular);
    if old_word.ends_with('s') || !has_singular { plural } else { singular.to_owned() }
}

/// Makes the texts of a method speak of what replaces an ingredient.
pub(crate) fn follow_swap(method: &mut Method, from: &str, to: &str, larder: &Larder) {
    let Ok(new) = larder.get(to) else { return };
    let phrases: Vec<(String, Option<String>)> = larder
        .0
        .iter()
        .flat_map(|(key, i)| {
            names(i).map(move |n| {
                let follows = (key == from).then(|| word_for(new, &n));
                (n, follows)
            })
        })
        .collect();
    for text in method.steps.iter_mut().flat_map(texts) {
        *text = replace_words(text, &phrases);
    }
}

/// Makes the texts of a step speak of the stage it is boiled to now.
pub(crate) fn follow_stage(step: &mut Step, from: StageKey, to: StageKey, ladder: &Ladder) {
    let (old, new) = (ladder.of(from), ladder.of(to));
    let phrases = vec![
        (old.name.to_owned(), Some(new.name.to_owned())),
        (old.name.replace(' ', "-"), Some(new.name.replace(' ', "-"))),
    ];
    for text in texts(step) {
        *text = replace_words(text, &phrases);
    }
    step.cue = format!("The {} sign: {}", new.name, new.sign);
}
