//! What enters a ball from all sides: diffusion in shells of equal thickness.

use crate::numeric::solve_tridiagonal;

/// Shells of the ball.
pub(super) const SHELLS: usize = 40;

/// A ball that fills from its surface, which is full from the first moment. Shares run from 0, empty, to 1, full.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Sphere {
    filled: Vec<f64>,
    /// Steps that were taken: the first few are taken whole.
    steps: u32,
}

impl Sphere {
    /// An empty one.
    pub fn empty() -> Self {
        Self::of(SHELLS)
    }

    fn of(shells: usize) -> Self {
        Self { filled: vec![0.0; shells], steps: 0 }
    }

    /// Lets so much pass: ∫ D dt ÷ R². Crank–Nicolson in shells that keep what comes in.
    pub fn pass(&mut self, span: f64) {
        let count = self.filled.len();
        let thick = 1.0 / count as f64;
        let ahead = if self.steps < 6 { 1.0 } else { 0.5 };
        // Through the faces inside and outside a shell, for what the shell can hold.
        let volume = |i: usize| ((i as f64 + 1.0).powi(3) - (i as f64).powi(3)) * thick.powi(3) / 3.0;
        let face = |i: usize| (i as f64 * thick).powi(2) / thick;
        let inner = |i: usize| if i == 0 { 0.0 } else { span * face(i) / volume(i) };
        let outer = |i: usize| span * if i + 1 == count { 2.0 } else { 1.0 } * face(i + 1) / volume(i);
        let at = |filled: &[f64], i: usize| filled.get(i).copied().unwrap_or(1.0);
        let before = &self.filled;
        let mut right: Vec<f64> = (0..count)
            .map(|i| {
                let below = if i == 0 { 0.0 } else { before[i - 1] };
                let comes = inner(i) * (below - before[i]) * f64::from(u8::from(i > 0))
                    + outer(i) * (at(before, i + 1) - before[i]);
                before[i] + (1.0 - ahead) * comes
            })
            .collect();
        // Beyond the outermost shell all is full, before and after.
        right[count - 1] += ahead * outer(count - 1);
        let lower: Vec<f64> = (0..count).map(|i| -ahead * inner(i)).collect();
        let upper: Vec<f64> = (0..count).map(|i| -ahead * outer(i)).collect();
        let mut middle: Vec<f64> = (0..count).map(|i| 1.0 + ahead * (inner(i) + outer(i))).collect();
        solve_tridiagonal(&lower, &mut middle, &upper, &mut right);
        self.filled = right;
        self.steps += 1;
    }

    /// How full it is as a whole, 0–1.
    pub fn filled_frac(&self) -> f64 {
        let count = self.filled.len() as f64;
        let share = |i: usize| ((i as f64 + 1.0).powi(3) - (i as f64).powi(3)) / count.powi(3);
        self.filled.iter().enumerate().map(|(i, f)| share(i) * f).sum()
    }

    /// How full its middle is.
    pub fn core_frac(&self) -> f64 {
        self.filled[0].clamp(0.0, 1.0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// The series for a ball whose surface is full at once (Crank).
    fn series(span: f64) -> f64 {
        let pi2 = std::f64::consts::PI.powi(2);
        1.0 - 6.0 / pi2 * (1..400).map(f64::from).map(|n| (-n * n * pi2 * span).exp() / (n * n)).sum::<f64>()
    }

    fn filled(shells: usize, steps: usize, span: f64) -> f64 {
        let mut sphere = Sphere::of(shells);
        (0..steps).for_each(|_| sphere.pass(span / steps as f64));
        sphere.filled_frac()
    }

    #[test]
    fn it_fills_as_the_series_says_and_on_half_the_grid_too() {
        for span in [0.01, 0.03, 0.1, 0.2, 0.4] {
            let (coarse, fine) = (filled(SHELLS, 300, span), filled(2 * SHELLS, 600, span));
            assert!((coarse - series(span)).abs() < 0.005, "{span}: {coarse} for {}", series(span));
            assert!((coarse - fine).abs() < 0.005, "{span}: {coarse} and {fine}");
        }
    }

    #[test]
    fn the_middle_fills_last_and_nothing_overflows() {
        let mut sphere = Sphere::empty();
        for _ in 0..400 {
            sphere.pass(0.002);
            assert!(sphere.filled.windows(2).all(|w| w[0] <= w[1] + 1e-9), "{:?}", sphere.filled);
            assert!(sphere.core_frac() <= sphere.filled_frac() && sphere.filled_frac() <= 1.0 + 1e-9);
        }
        assert!(sphere.core_frac() > 0.99);
    }
}
