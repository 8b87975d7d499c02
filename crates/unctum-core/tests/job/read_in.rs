//! A sweet read in from a text stands on its own: its pieces, its titles, its cautions, its rescues.

use std::collections::BTreeMap;

use crate::common::shelf::*;
use unctum_core::formula::Written;
use unctum_core::process::{Shape, Step};
use unctum_core::reading::{CupSizes, KnownShares, draft, take_apart};

const TEXT: &str = "Coconut fudge\nMakes 24 pieces\n\n300 g sugar\n150 g water\n300 g fresh coconut\n2 eggs\n\n\
    Dissolve the sugar in the water on a low flame and boil it to one string.\n\
    Deep fry the coconut in hot oil until the smallest shreds along the very edge of the pot turn golden brown all over.\n\
    Grind it in a mixer.\nShape into 24 pieces.\n";

fn steps() -> (Vec<Step>, Option<f64>) {
    let raw = take_apart(TEXT, stocked());
    let ranges = BTreeMap::new();
    let known = KnownShares { larder: stocked(), ranges: &ranges };
    let sweet = draft(&raw, &CupSizes::default(), &[], known).sweet;
    let method = sweet.methods.first().expect("a method").clone();
    let Shape::Pieces { .. } = method.shape else { unreachable!("{:?}", method.shape) };
    assert!(!method.usual_mistakes().is_empty(), "rescues by its kinds of work");
    let written = Written::of(method, &book()).expect("works out");
    (written.method().steps.clone(), written.pieces().count)
}

#[test]
fn so_many_pieces_stay_so_many_whatever_boils_off() {
    assert!(steps().1.is_some_and(|count| (count - 24.0).abs() < 0.01), "{:?}", steps().1);
}

#[test]
fn its_titles_are_whole_words_and_its_steps_are_cautioned() {
    let (steps, _) = steps();
    for step in &steps {
        let cut = step.title.trim_end_matches('…');
        assert!(step.title.chars().count() <= 61 && step.text.contains(cut), "{}", step.title);
        let next = step.text[step.text.find(cut).unwrap_or(0) + cut.len()..].chars().next();
        assert!(next.is_none_or(|c| !c.is_alphanumeric()), "cut within a word: {}", step.title);
    }
    let has = |word: &str, caution: &str| {
        let step = steps.iter().find(|s| s.text.contains(word)).expect("read");
        step.hazards.iter().any(|h| h == caution)
    };
    assert!(has("one string", "hot-syrup") && has("one string", "test-cooled"));
    assert!(has("Deep fry", "deep-fat") && has("mixer", "blades"));
}
