//! How far pans and hands that nothing was learnt of are from what is usual, as standard deviations: one source for what
//! is believed of a pan and for what learning begins with.

/// Of the heat a pan loses, as a logarithm.
pub const LOSS_SD: f64 = 0.28;
/// Of the length of her strings against the book's, as a logarithm: so far hands differ, and learning begins with it.
pub const HAND_SD: f64 = 0.25;
/// The same on an evening of a hand that nothing was learnt of. A stranger is taken a little wider, for what she says in
/// words: with [`HAND_SD`] itself 75 of 100 intervals held near the turn-off, with this 77 (docs/performance.md).
pub const UNSEEN_HAND_SD: f64 = 0.30;
/// How far one look at a string is from the next, as a logarithm of its length.
pub const LOOK_SD: f64 = 0.40;
/// Of how much stronger than aimed she wants a syrup, in stages.
pub const WISH_SD: f64 = 0.25;

/// What a thermometer that was never checked reads too high or low, K; one that was looked at in boiling water, so much.
pub const UNCHECKED_K: f64 = 1.5;
/// The same of one that was checked.
pub const CHECKED_K: f64 = 0.20;

/// Of the heat a pan's metal holds, as a logarithm, weighed or guessed.
#[must_use]
pub fn wall_sd(weighed: bool) -> f64 {
    if weighed { 0.10 } else { 0.25 }
}
