//! The order in which the steps of a process can be worked.

use std::collections::{BTreeMap, BTreeSet};

use crate::process::step::Step;

/// Positions of the steps in an order that can be worked. Of steps that could come next, the one that
/// stands first in the list comes first; with `by_key`, the one whose key does, so that the same process
/// written down in another order is worked alike.
///
/// # Errors
/// Keys of the steps that wait for each other.
pub(crate) fn working_order(steps: &[Step], by_key: bool) -> Result<Vec<usize>, Vec<String>> {
    let place: BTreeMap<&str, usize> = steps.iter().enumerate().map(|(i, s)| (s.key.as_str(), i)).collect();
    let mut waits: Vec<BTreeSet<usize>> =
        steps.iter().map(|s| s.before().filter_map(|key| place.get(key).copied()).collect()).collect();
    let mut left: BTreeSet<(&str, usize)> =
        steps.iter().enumerate().map(|(i, s)| (if by_key { s.key.as_str() } else { "" }, i)).collect();
    let mut order = Vec::with_capacity(steps.len());
    while !left.is_empty() {
        let Some(next) = left.iter().find(|(_, i)| waits[*i].is_empty()).copied() else {
            return Err(left.iter().map(|(_, i)| steps[*i].key.clone()).collect());
        };
        left.remove(&next);
        order.push(next.1);
        for wait in &mut waits {
            wait.remove(&next.1);
        }
    }
    Ok(order)
}
