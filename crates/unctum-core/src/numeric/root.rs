//! Roots of continuous functions.

/// The x in `low..=high` where `f` changes sign, to within `tolerance`; the nearer end if it does
/// not. Bisection: slow, but it cannot leave the interval and never fails.
pub fn bisect(mut low: f64, mut high: f64, tolerance: f64, f: impl Fn(f64) -> f64) -> f64 {
    let rising = f(high) >= f(low);
    for _ in 0..200 {
        if (high - low).abs() <= tolerance {
            break;
        }
        let middle = 0.5 * (low + high);
        if (f(middle) >= 0.0) == rising {
            high = middle;
        } else {
            low = middle;
        }
    }
    0.5 * (low + high)
}
