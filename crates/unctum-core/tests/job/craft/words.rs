//! Words a beginner can act on: what is named goes in, what goes in is named.

use super::{every_method, said};
use crate::common::larder;
use unctum_core::kitchen::Flame;
use unctum_core::process::{Method, Step};

/// Words under which an ingredient is spoken of; any of them will do.
fn spoken_of(key: &str) -> Vec<&'static str> {
    match key {
        "water" => vec!["water", "cover"],
        "sugar" | "powdered-sugar" => vec!["sugar", "seven cups"],
        "ghee" => vec!["ghee", "grease"],
        "butter" => vec!["butter"],
        "neutral-oil" => vec!["oil"],
        "whole-milk" => vec!["milk"],
        "reduced-milk" => vec!["milk"],
        "condensed-milk" => vec!["condensed milk"],
        "milk-powder" => vec!["milk powder"],
        "coconut-first-milk" => vec!["coconut milk", "first milk"],
        "coconut-second-milk" => vec!["second milk", "second coconut milk"],
        "pressed-coconut" | "fresh-coconut" | "dry-coconut" => vec!["coconut"],
        "gram-flour" | "coarse-gram-flour" => vec!["flour"],
        "wheat-flour" | "urad-flour" => vec!["flour"],
        "almond-flour" => vec!["almond"],
        "rice-flour" => vec!["rice flour"],
        "corn-starch" => vec!["starch"],
        "semolina" | "fine-semolina" => vec!["semolina"],
        "cashew" => vec!["cashew"],
        "almond" => vec!["almond"],
        "pistachio" => vec!["pistachio"],
        "walnut" => vec!["walnut"],
        "raisin" => vec!["raisin"],
        "melon-seeds" => vec!["melon seeds"],
        "sesame" => vec!["sesame"],
        "cane-jaggery" | "palm-jaggery" => vec!["jaggery"],
        "liquid-glucose" => vec!["glucose"],
        "urad-dal" => vec!["black gram"],
        "chana-dal" => vec!["chickpeas"],
        "moong-dal" => vec!["lentils"],
        "raw-rice" => vec!["rice"],
        "whole-wheat" => vec!["wheat"],
        "orange-colour" => vec!["colour"],
        "silver-leaf" => vec!["silver leaf"],
        "pandan-leaf" => vec!["pandan"],
        "lime-juice" => vec!["lime", "acid"],
        "bottle-gourd" => vec!["gourd"],
        "egg" => vec!["egg"],
        "edible-camphor" => vec!["camphor"],
        "rose-water" => vec!["rose water"],
        "dry-ginger" => vec!["ginger"],
        "baking-soda" => vec!["baking soda"],
        "baking-powder" => vec!["baking powder"],
        "cocoa" => vec!["cocoa"],
        "vanilla" => vec!["vanilla"],
        "sago" => vec!["sago"],
        _ => vec![],
    }
}

fn names(key: &str, name: &str) -> Vec<String> {
    let told = spoken_of(key);
    if told.is_empty() { vec![name.to_lowercase()] } else { told.into_iter().map(str::to_owned).collect() }
}

#[test]
fn what_goes_in_is_named_where_it_goes_in() {
    let larder = larder();
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let said = said(step);
            for entry in &step.inputs {
                let name = &larder.get(&entry.ingredient).expect("known").name;
                if !names(&entry.ingredient, name).iter().any(|n| said.contains(n.as_str())) {
                    faults.note(sweet, method, Some(step), format!("{name} goes in unsaid"));
                }
            }
        }
    });
}

/// Ingredients that are unmistakable in a sentence, and what they may be called by.
const UNMISTAKABLE: [(&str, &[&str]); 16] = [
    ("cardamom", &["cardamom"]),
    ("saffron", &["saffron"]),
    ("rose water", &["rose-water"]),
    ("lime", &["lime-juice"]),
    ("vanilla", &["vanilla"]),
    ("nutmeg", &["nutmeg"]),
    ("ginger", &["dry-ginger"]),
    ("fennel", &["fennel"]),
    ("pandan", &["pandan-leaf"]),
    ("silver leaf", &["silver-leaf"]),
    ("camphor", &["edible-camphor"]),
    ("pistachio", &["pistachio"]),
    ("walnut", &["walnut"]),
    ("raisin", &["raisin"]),
    ("khoya", &["khoya"]),
    ("yoghurt", &["yoghurt"]),
];

/// Whether a word is said, alone or as more of them.
fn speaks_of(said: &str, word: &str) -> bool {
    let letter = |c: Option<char>| c.is_some_and(char::is_alphabetic);
    said.match_indices(word).any(|(at, _)| {
        let after = said[at + word.len()..].trim_start_matches('s');
        !letter(said[..at].chars().next_back()) && !letter(after.chars().next())
    })
}

fn is_there(method: &Method, step: &Step, keys: &[&str]) -> bool {
    let mut open = vec![step];
    let mut seen: Vec<&str> = Vec::new();
    while let Some(one) = open.pop() {
        if seen.contains(&one.key.as_str()) {
            continue;
        }
        seen.push(&one.key);
        if one.inputs.iter().any(|e| keys.contains(&e.ingredient.as_str())) {
            return true;
        }
        open.extend(one.before().filter_map(|k| method.steps.iter().find(|s| s.key == k)));
    }
    false
}

#[test]
fn what_is_named_is_there() {
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let said = said(step);
            for (word, keys) in UNMISTAKABLE {
                let made_ready = matches!(step.kind, unctum_core::process::StepKind::MakeReady);
                let makes = sweet.makes.as_deref().is_some_and(|m| keys.contains(&m));
                let named = speaks_of(&said, word);
                // What is made ready goes in later.
                let later = made_ready
                    && method
                        .steps
                        .iter()
                        .any(|s| s.inputs.iter().any(|e| keys.contains(&e.ingredient.as_str())));
                if named && !later && !makes && !is_there(method, step, keys) {
                    faults.note(sweet, method, Some(step), format!("{word} is named and is not there"));
                }
            }
        }
    });
}

/// The flame a text speaks of is the flame that is told beside it.
#[test]
fn the_flame_said_is_the_flame_told() {
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let said = said(step);
            let says = |word: &str| {
                said.contains(&format!("{word} flame")) || said.contains(&format!("{word} to low"))
            };
            let low = says("low") || said.contains("lowest flame");
            let wrong = match step.flame {
                Some(Flame::Low) => says("medium") || says("full"),
                Some(Flame::Medium) => low && !says("medium"),
                Some(Flame::High) => says("medium") || says("low"),
                _ => false,
            };
            if wrong {
                faults.note(sweet, method, Some(step), format!("told {:?}: {}", step.flame, step.text));
            }
        }
    });
}

/// A text says what to do: a verb, with what, for how long. A fragment does not.
#[test]
fn every_text_can_be_acted_on() {
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let words = step.text.split_whitespace().count();
            if words < 8 {
                faults.note(sweet, method, Some(step), format!("a fragment: {}", step.text));
            }
            if !step.text.ends_with('.') {
                faults.note(sweet, method, Some(step), format!("no sentence: {}", step.text));
            }
        }
    });
}

/// The word on the button names the thing: “The milk has risen”, not “It climbs”.
#[test]
fn events_name_the_thing() {
    let nobodies = ["it ", "they ", "all ", "one ", "no ", "not ", "cut", "done"];
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let event = step.event.to_lowercase();
            let bare = event.split_whitespace().count() < 3;
            let who = event.starts_with("it ") || event.starts_with("they ");
            if who || (bare && nobodies.iter().any(|n| event.starts_with(n))) {
                faults.note(sweet, method, Some(step), format!("“{}” of what?", step.event));
            }
        }
    });
}

/// Sayings that are not so.
#[test]
fn no_reason_is_a_saying_that_is_not_so() {
    let false_words = [
        "sugar in warm ghee melts",
        "acid boils off",
        "less ghee it needs",
        "for weeks",
        "they click",
        "glassy coat",
        "one shade darker.",
        "straight off the flame, with",
    ];
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let all = format!("{} {} {}", step.reason, step.cue, step.text).to_lowercase();
            for word in false_words.iter().filter(|w| all.contains(**w)) {
                faults.note(sweet, method, Some(step), *word);
            }
        }
        if method.keeping.note.to_lowercase().contains("weeks in a tin") {
            faults.note(sweet, method, None, &method.keeping.note);
        }
    });
}
