//! Circles among arrows: sets whose members all reach each other.

use std::collections::{BTreeMap, BTreeSet};

use crate::Arrows;

/// Every circle, each as the set of those in it, smallest name first. Empty where arrows go one way.
#[must_use]
pub fn circles(arrows: &Arrows) -> Vec<Vec<String>> {
    let reached: BTreeMap<&str, BTreeSet<&str>> =
        arrows.keys().map(|from| (from.as_str(), reach(arrows, from))).collect();
    let mut seen = BTreeSet::new();
    let mut found = Vec::new();
    for (from, to) in &reached {
        if !to.contains(from) || seen.contains(from) {
            continue;
        }
        let circle: Vec<&str> =
            to.iter().copied().filter(|t| reached.get(t).is_some_and(|r| r.contains(from))).collect();
        seen.extend(circle.iter().copied());
        found.push(circle.into_iter().map(str::to_owned).collect());
    }
    found
}

fn reach<'a>(arrows: &'a Arrows, from: &str) -> BTreeSet<&'a str> {
    let mut reached = BTreeSet::new();
    let mut open: Vec<&str> = arrows.get(from).into_iter().flatten().map(String::as_str).collect();
    while let Some(next) = open.pop() {
        if reached.insert(next) {
            open.extend(arrows.get(next).into_iter().flatten().map(String::as_str));
        }
    }
    reached
}

#[cfg(test)]
mod tests {
    use super::*;

    fn drawn(arrows: &[(&str, &[&str])]) -> Arrows {
        arrows
            .iter()
            .map(|(from, to)| ((*from).to_owned(), to.iter().map(|t| (*t).to_owned()).collect()))
            .collect()
    }

    #[test]
    fn a_circle_is_found_and_a_tree_is_none() {
        assert!(circles(&drawn(&[("a", &["b", "c"]), ("b", &["c"]), ("c", &[])])).is_empty());
        let round = drawn(&[("a", &["b"]), ("b", &["c"]), ("c", &["b"]), ("d", &["a"])]);
        assert_eq!(circles(&round), vec![vec!["b".to_owned(), "c".to_owned()]]);
    }
}
