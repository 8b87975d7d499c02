//! Systems in which each unknown leans on its two neighbours only.

/// Solves `lower[i]·x[i−1] + middle[i]·x[i] + upper[i]·x[i+1] = right[i]` in place of `right` (Thomas); `lower[0]` and the
/// last `upper` are not looked at, and `middle` is used up. All four are of one length, and the middle outweighs its
/// neighbours, as it does where something spreads. Costs some ten operations for each unknown.
pub fn solve_tridiagonal(lower: &[f64], middle: &mut [f64], upper: &[f64], right: &mut [f64]) {
    let count = right.len();
    for i in 1..count {
        let share = lower[i] / middle[i - 1];
        middle[i] -= share * upper[i - 1];
        right[i] -= share * right[i - 1];
    }
    for i in (0..count).rev() {
        let next = if i + 1 < count { upper[i] * right[i + 1] } else { 0.0 };
        right[i] = (right[i] - next) / middle[i];
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_was_put_in_comes_back() {
        let known = [1.0, -2.0, 3.0, 0.5];
        let (lower, upper) = ([0.0, -1.0, -0.5, -2.0], [-1.0, -0.3, -1.0, 0.0]);
        let middle = [4.0, 3.0, 5.0, 6.0];
        let at = |i: usize| known.get(i).copied().unwrap_or(0.0);
        let mut right: Vec<f64> = (0..4)
            .map(|i| lower[i] * at(i.wrapping_sub(1)) + middle[i] * known[i] + upper[i] * at(i + 1))
            .collect();
        solve_tridiagonal(&lower, &mut middle.clone(), &upper, &mut right);
        assert!(right.iter().zip(known).all(|(x, k)| (x - k).abs() < 1e-12), "{right:?}");
    }
}
