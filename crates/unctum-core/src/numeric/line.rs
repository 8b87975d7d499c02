//! Straight lines through points.

/// Value at `at` of the line through points whose first values rise; beyond them as at the nearer end, and 0 through none.
#[must_use]
pub fn along(points: &[(f64, f64)], at: f64) -> f64 {
    let after = points.iter().position(|p| p.0 >= at);
    match after {
        Some(0) => points[0].1,
        Some(i) => {
            let ((x0, y0), (x1, y1)) = (points[i - 1], points[i]);
            y0 + (y1 - y0) * (at - x0) / (x1 - x0)
        }
        None => points.last().map_or(0.0, |p| p.1),
    }
}
