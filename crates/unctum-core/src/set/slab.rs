//! Heat that leaves a slab through its two faces: one-dimensional conduction on a grid.

use crate::numeric::solve_tridiagonal;

/// Slices of the slab: so thick at most, m, and so many at least and at most.
const SLICE_M: f64 = 1e-3;
const SLICES: (usize, usize) = (24, 80);
/// Steps in the time in which the slab's own resistance evens out, and at most.
const STEPS_PER_SPAN: f64 = 120.0;
/// It is followed until the hottest slice is this near to the air, as a share of where it began, or so long.
const LEFT_FRAC: f64 = 0.01;
const LONGEST_S: f64 = 48.0 * 3600.0;

/// A slab with what takes its heat.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Slab {
    /// Thickness, m.
    pub thickness_m: f64,
    /// Conductivity, W/(m·K).
    pub conductivity_w_m_k: f64,
    /// Heat that a cubic metre takes for a kelvin, J/(m³·K).
    pub heat_j_m3_k: f64,
    /// Surface coefficients at the top and underneath, W/(m²·K).
    pub top_w_m2_k: f64,
    pub under_w_m2_k: f64,
    /// Where it begins, °C, and the air around it.
    pub start_c: f64,
    pub air_c: f64,
}

/// A moment of a slab.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct SlabPoint {
    pub elapsed_s: f64,
    pub hottest_c: f64,
    pub mean_c: f64,
    /// Its upper face.
    pub surface_c: f64,
}

impl Slab {
    /// The slab until it is as cool as the air, evenly in time. Crank–Nicolson on equal slices, whose first steps are
    /// taken whole, so that a hot face does not ring; within 0.5 % of the series. Costs some tens of microseconds.
    pub fn cools(&self) -> Vec<SlabPoint> {
        self.cools_on(self.slices(), 1.0)
    }

    fn slices(&self) -> usize {
        ((self.thickness_m / SLICE_M).ceil() as usize).clamp(SLICES.0, SLICES.1)
    }

    /// The same on another grid: so many slices, steps so many times as short.
    fn cools_on(&self, slices: usize, finer: f64) -> Vec<SlabPoint> {
        let dx_m = self.thickness_m / slices as f64;
        let inside = self.conductivity_w_m_k / dx_m;
        // Through half a slice and then the air.
        let face = |w_m2_k: f64| 1.0 / (0.5 * dx_m / self.conductivity_w_m_k + 1.0 / w_m2_k);
        let (top, under) = (face(self.top_w_m2_k), face(self.under_w_m2_k));
        let store = self.heat_j_m3_k * dx_m;

        let cools_s = self.heat_j_m3_k * self.thickness_m / (self.top_w_m2_k + self.under_w_m2_k);
        let evens_s = self.heat_j_m3_k * self.thickness_m.powi(2) / (4.0 * self.conductivity_w_m_k);
        let span_s = cools_s + evens_s;
        let step_s = span_s / STEPS_PER_SPAN / finer;

        // Above the air, so that the air is nothing.
        let mut above: Vec<f64> = vec![self.start_c - self.air_c; slices];
        let leaves = |i: usize| {
            let up = if i + 1 == slices { top } else { inside };
            let down = if i == 0 { under } else { inside };
            up + down
        };
        let mut points = vec![SlabPoint { surface_c: self.start_c, ..self.point(0.0, &above, top) }];
        let (mut elapsed_s, mut steps) = (0.0, 0u32);
        while elapsed_s < LONGEST_S.min(8.0 * span_s) {
            // Backward Euler at first: a hot face would ring.
            let ahead = if steps < 4 { 1.0 } else { 0.5 };
            let ahead_w = ahead * step_s / store;
            let behind_w = (1.0 - ahead) * step_s / store;
            let neighbours = |i: usize, t: &[f64]| {
                let down = if i > 0 { t[i - 1] } else { 0.0 };
                let up = if i + 1 < slices { t[i + 1] } else { 0.0 };
                inside * (down + up)
            };
            let mut right: Vec<f64> = (0..slices)
                .map(|i| above[i] + behind_w * (neighbours(i, &above) - leaves(i) * above[i]))
                .collect();
            let beside = vec![-ahead_w * inside; slices];
            let mut middle: Vec<f64> = (0..slices).map(|i| 1.0 + ahead_w * leaves(i)).collect();
            solve_tridiagonal(&beside, &mut middle, &beside, &mut right);
            above = right;
            elapsed_s += step_s;
            steps += 1;
            let point = self.point(elapsed_s, &above, top);
            points.push(point);
            if (point.hottest_c - self.air_c).abs() < LEFT_FRAC * (self.start_c - self.air_c).abs() {
                break;
            }
        }
        points
    }

    fn point(&self, elapsed_s: f64, above: &[f64], top: f64) -> SlabPoint {
        let hottest = above.iter().copied().fold(f64::NEG_INFINITY, f64::max);
        let mean = above.iter().sum::<f64>() / above.len() as f64;
        let last = above[above.len() - 1];
        let surface = last * top / self.top_w_m2_k;
        SlabPoint {
            elapsed_s,
            hottest_c: self.air_c + hottest,
            mean_c: self.air_c + mean,
            surface_c: self.air_c + surface.min(last),
        }
    }
}

/// When a falling value first comes down to a threshold, s; none if it never does.
pub(super) fn falls_to(points: &[SlabPoint], of: fn(&SlabPoint) -> f64, to_c: f64) -> Option<f64> {
    let first = points.first().filter(|p| of(p) <= to_c);
    if let Some(first) = first {
        return Some(first.elapsed_s);
    }
    points.windows(2).find(|w| of(&w[1]) <= to_c).map(|w| {
        let (a, b) = (of(&w[0]), of(&w[1]));
        w[0].elapsed_s + (w[1].elapsed_s - w[0].elapsed_s) * (a - to_c) / (a - b).max(1e-12)
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::numeric::bisect;

    fn nut_slab(thickness_mm: f64) -> Slab {
        Slab {
            thickness_m: thickness_mm / 1000.0,
            conductivity_w_m_k: 0.28,
            heat_j_m3_k: 1257.0 * 2026.0,
            top_w_m2_k: 12.0,
            under_w_m2_k: 12.0,
            start_c: 105.0,
            air_c: 28.0,
        }
    }

    /// The middle of a slab that loses through both faces alike: the series of its eigenvalues.
    fn series_c(slab: &Slab, elapsed_s: f64) -> f64 {
        let half_m = 0.5 * slab.thickness_m;
        let biot = slab.top_w_m2_k * half_m / slab.conductivity_w_m_k;
        let fourier = slab.conductivity_w_m_k / slab.heat_j_m3_k * elapsed_s / (half_m * half_m);
        let pi = std::f64::consts::PI;
        let sum: f64 = (0..60)
            .map(|n| {
                let from = f64::from(n) * pi;
                let root =
                    bisect(from + 1e-9, from + 0.5 * pi - 1e-9, 1e-13, |z| z * z.sin() - biot * z.cos());
                let share = 4.0 * root.sin() / (2.0 * root + (2.0 * root).sin());
                share * (-root * root * fourier).exp()
            })
            .sum();
        slab.air_c + (slab.start_c - slab.air_c) * sum
    }

    #[test]
    fn it_cools_as_the_series_says() {
        for thickness_mm in [5.0, 20.0, 60.0] {
            let slab = nut_slab(thickness_mm);
            for p in slab.cools().iter().filter(|p| p.elapsed_s > 0.0) {
                let off = (p.hottest_c - series_c(&slab, p.elapsed_s)).abs();
                assert!(off < 0.005 * 77.0, "{thickness_mm} mm, {:.0} s: off by {off:.3} K", p.elapsed_s);
            }
        }
    }

    #[test]
    fn half_the_grid_says_the_same() {
        let slab = nut_slab(30.0);
        let at = |points: &[SlabPoint], to_c: f64| falls_to(points, |p| p.hottest_c, to_c).expect("cools");
        let (coarse, fine) = (slab.cools(), slab.cools_on(2 * slab.slices(), 2.0));
        for to_c in [90.0, 55.0, 35.0] {
            let (a, b) = (at(&coarse, to_c), at(&fine, to_c));
            assert!((a / b - 1.0).abs() < 0.005, "{to_c}: {a} s, {b} s");
        }
    }

    #[test]
    fn no_heat_is_lost_on_the_way() {
        let slab = nut_slab(25.0);
        let points = slab.cools();
        // What the slab no longer holds went through its faces.
        let gone = |p: &SlabPoint| slab.heat_j_m3_k * slab.thickness_m * (slab.start_c - p.mean_c);
        let through: f64 = points
            .windows(2)
            .map(|w| {
                let face = |p: &SlabPoint| 2.0 * slab.top_w_m2_k * (p.surface_c - slab.air_c);
                0.5 * (face(&w[0]) + face(&w[1])) * (w[1].elapsed_s - w[0].elapsed_s)
            })
            .sum();
        let last = points[points.len() - 1];
        assert!((through / gone(&last) - 1.0).abs() < 0.02, "{through} of {}", gone(&last));
    }
}
