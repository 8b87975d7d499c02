//! Monotone cubic interpolation through published points (Fritsch–Carlson slopes).

/// A piecewise cubic through `N` points that never overshoots between them.
#[derive(Debug, Clone, Copy)]
pub struct Pchip<const N: usize> {
    x: [f64; N],
    y: [f64; N],
    slope: [f64; N],
}

impl<const N: usize> Pchip<N> {
    /// Builds the interpolant; `x` must be increasing and `N` at least 3.
    #[must_use]
    pub const fn new(x: [f64; N], y: [f64; N]) -> Self {
        let mut slope = [0.0; N];
        let mut i = 1;
        while i + 1 < N {
            let h0 = x[i] - x[i - 1];
            let h1 = x[i + 1] - x[i];
            let d0 = (y[i] - y[i - 1]) / h0;
            let d1 = (y[i + 1] - y[i]) / h1;
            if d0 * d1 > 0.0 {
                let w0 = 2.0 * h1 + h0;
                let w1 = h1 + 2.0 * h0;
                slope[i] = (w0 + w1) / (w0 / d0 + w1 / d1);
            }
            i += 1;
        }
        slope[0] =
            end_slope(x[1] - x[0], x[2] - x[1], (y[1] - y[0]) / (x[1] - x[0]), (y[2] - y[1]) / (x[2] - x[1]));
        slope[N - 1] = end_slope(
            x[N - 1] - x[N - 2],
            x[N - 2] - x[N - 3],
            (y[N - 1] - y[N - 2]) / (x[N - 1] - x[N - 2]),
            (y[N - 2] - y[N - 3]) / (x[N - 2] - x[N - 3]),
        );
        Self { x, y, slope }
    }

    /// Value at `at`; beyond the last point it goes on along the last slope, before the first it
    /// stays at the first value.
    #[must_use]
    pub fn at(&self, at: f64) -> f64 {
        self.with_slope(at).0
    }

    /// Value and slope at `at`.
    #[must_use]
    pub fn with_slope(&self, at: f64) -> (f64, f64) {
        if at <= self.x[0] {
            return (self.y[0], 0.0);
        }
        if at >= self.x[N - 1] {
            let slope = self.slope[N - 1];
            return (self.y[N - 1] + slope * (at - self.x[N - 1]), slope);
        }
        let mut i = 0;
        while at > self.x[i + 1] {
            i += 1;
        }
        let h = self.x[i + 1] - self.x[i];
        let t = (at - self.x[i]) / h;
        let (t2, t3) = (t * t, t * t * t);
        let rise = self.y[i + 1] - self.y[i];
        let (first, last) = (self.slope[i], self.slope[i + 1]);
        let value =
            self.y[i] + rise * (3.0 * t2 - 2.0 * t3) + h * (first * (t3 - 2.0 * t2 + t) + last * (t3 - t2));
        let slope =
            6.0 * (t - t2) * rise / h + first * (3.0 * t2 - 4.0 * t + 1.0) + last * (3.0 * t2 - 2.0 * t);
        (value, slope)
    }
}

const fn end_slope(h0: f64, h1: f64, d0: f64, d1: f64) -> f64 {
    let slope = ((2.0 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
    if slope * d0 <= 0.0 {
        0.0
    } else if d0 * d1 <= 0.0 && slope.abs() > 3.0 * d0.abs() {
        3.0 * d0
    } else {
        slope
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn passes_through_its_points_and_stays_monotone() {
        let p = Pchip::new([0.0, 1.0, 3.0, 4.0], [5.0, 4.0, 1.0, 0.5]);
        for (x, y) in [(0.0, 5.0), (1.0, 4.0), (3.0, 1.0), (4.0, 0.5)] {
            assert!((p.at(x) - y).abs() < 1e-12);
        }
        for x in [0.3, 1.7, 3.2, 3.9] {
            let steep = (p.at(x + 1e-6) - p.at(x - 1e-6)) / 2e-6;
            assert!((p.with_slope(x).1 - steep).abs() < 1e-6);
        }
        let mut last = p.at(0.0);
        for i in 1..=400 {
            let now = p.at(f64::from(i) / 100.0);
            assert!(now <= last);
            last = now;
        }
    }
}
