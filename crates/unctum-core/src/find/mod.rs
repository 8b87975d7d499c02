//! Finding a thing by whatever it is called: by its name in any region's words, in Latin letters or in those of Indian
//! scripts, spelled as it sounds.
//!
//! A name is heard ([`Sound`]): written in Latin letters, spelled one way, and as its bare consonants. What a cook types
//! is heard the same way and held against it ([`Sound::likeness`]). [`best`] ranks.
//!
//! ```
//! use unctum_core::find::{Sound, best};
//!
//! let names = ["kaju katli", "gulab jamun", "til ladoo"].map(Sound::of);
//! let found = |typed: &str| best(&Sound::of(typed), names.iter().enumerate().map(|(i, n)| (i, n, 1.0)));
//! assert_eq!(found("kajoo kathli").first().map(|f| f.0), Some(0));
//! assert_eq!(found("गुलाब जामुन").first().map(|f| f.0), Some(1));
//! assert!(found("chocolate").is_empty());
//! ```

// What is reached from outside never falls over a place that is not there.
#![cfg_attr(not(test), warn(clippy::indexing_slicing))]

mod sound;

use std::borrow::Borrow;

pub use sound::{LEAST_LIKENESS, Sound};

/// What answers to a name, the most alike first: each with its likeness, 0–1, times its own weight (0–1). Of several
/// names of one thing the best counts; what is less alike than [`LEAST_LIKENESS`] is not among them. Equals keep their
/// order.
///
/// Costs some microseconds a name.
pub fn best<K: PartialEq, S: Borrow<Sound>>(
    typed: &Sound,
    names: impl IntoIterator<Item = (K, S, f64)>,
) -> Vec<(K, f64)> {
    let mut found: Vec<(K, f64)> = Vec::new();
    for (key, name, weight) in names {
        let Some(likeness) = typed.likeness(name.borrow()) else { continue };
        let score = likeness * weight;
        match found.iter_mut().find(|(k, _)| *k == key) {
            Some(known) => known.1 = known.1.max(score),
            None => found.push((key, score)),
        }
    }
    found.sort_by(|a, b| b.1.total_cmp(&a.1));
    found
}
