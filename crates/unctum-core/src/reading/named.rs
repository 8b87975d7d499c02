//! Which ingredient a line names, and which it may mean where that is not sure.

use crate::find::{Sound, best};
use crate::food::{Ingredient, Larder, plain};

/// So many ingredients a line may mean are asked about at most.
const MOST_ASKED: usize = 4;
/// As much alike by its sound a name has to be to be asked about, 0–1.
const SOUNDS_LIKE: f64 = 0.7;

/// What a line names.
pub(super) enum Named<'a> {
    /// This one.
    One(&'a str, &'a Ingredient),
    /// One of these, the likeliest first; nothing that is known where it is empty.
    Unsure(Vec<&'a str>),
}

/// Every name of every ingredient, in its plain words.
fn names(larder: &Larder) -> impl Iterator<Item = (&str, &Ingredient, String)> {
    larder.0.iter().flat_map(|(key, i)| {
        std::iter::once(&i.name).chain(&i.aliases).map(move |name| (key.as_str(), i, plain(name)))
    })
}

fn stands(name: &str, within: &str) -> bool {
    !name.is_empty() && format!(" {within} ").contains(&format!(" {name} "))
}

fn unsure<'a>(keys: impl IntoIterator<Item = &'a str>) -> Named<'a> {
    let mut found: Vec<&str> = Vec::new();
    for key in keys {
        if !found.contains(&key) {
            found.push(key);
        }
    }
    found.truncate(MOST_ASKED);
    Named::Unsure(found)
}

/// Whom the words of a line name; `bare` leaves its measures out, which may be part of a name (“gram flour”).
pub(super) fn named<'a>(words: &str, bare: &str, larder: &'a Larder) -> Named<'a> {
    let line = plain(words);
    match larder.named(&line) {
        Some((key, ingredient)) => {
            let others = meant_besides(&line, key, larder);
            if others.is_empty() { Named::One(key, ingredient) } else { unsure(others) }
        }
        None => like(&plain(bare), larder),
    }
}

/// What a line may mean besides the one it names by the letter, with that one: a name of two things (“panneer”), or one
/// that goes on (“coconut milk” is no coconut).
fn meant_besides<'a>(line: &str, key: &'a str, larder: &'a Larder) -> Vec<&'a str> {
    let hers = names(larder).filter(|(k, _, name)| *k == key && stands(name, line));
    let longest = hers.map(|(.., name)| name).max_by_key(String::len).unwrap_or_default();
    let twins: Vec<&str> =
        names(larder).filter(|(k, _, n)| *k != key && *n == longest).map(|(k, ..)| k).collect();
    if !twins.is_empty() {
        return std::iter::once(key).chain(twins).collect();
    }
    let spaced = format!(" {line} ");
    let after = spaced.split_once(&format!(" {longest} ")).and_then(|(_, rest)| rest.split(' ').next());
    let Some(after) = after.filter(|w| !w.is_empty()) else { return Vec::new() };
    let longer = format!("{longest} {after}");
    let on: Vec<&str> =
        names(larder).filter(|(k, _, n)| *k != key && stands(&longer, n)).map(|(k, ..)| k).collect();
    if on.is_empty() { on } else { on.into_iter().chain([key]).collect() }
}

/// Who is called something like it: by a part of a name (“sago”), else by its sound.
fn like<'a>(line: &str, larder: &'a Larder) -> Named<'a> {
    let part: Vec<(&str, &Ingredient)> =
        names(larder).filter(|(.., name)| stands(line, name)).map(|(k, i, _)| (k, i)).collect();
    if let Some((key, ingredient)) = part.first() {
        let one = part.iter().all(|(k, _)| k == key);
        return if one { Named::One(key, ingredient) } else { unsure(part.iter().map(|(k, _)| *k)) };
    }
    let heard = names(larder).map(|(key, _, name)| (key, Sound::of(&name), 1.0));
    let alike = best(&Sound::of(line), heard).into_iter().filter(|(_, like)| *like >= SOUNDS_LIKE);
    unsure(alike.map(|(key, _)| key))
}
