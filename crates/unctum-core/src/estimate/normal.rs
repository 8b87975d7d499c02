//! Normal distributions, and points that fill a normal space evenly.

use crate::numeric::matrix::{forth, root};

/// Share of a normal distribution below `z` standard deviations (Abramowitz & Stegun 7.1.26, to 1.5e-7).
pub(super) fn share_below(z: f64) -> f64 {
    let x = z.abs() / std::f64::consts::SQRT_2;
    let t = 1.0 / (1.0 + 0.327_591_1 * x);
    let poly = t
        * (0.254_829_592
            + t * (-0.284_496_736 + t * (1.421_413_741 + t * (-1.453_152_027 + t * 1.061_405_429))));
    let tail = 0.5 * poly * (-x * x).exp();
    if z < 0.0 { tail } else { 1.0 - tail }
}

/// Where a share of a normal distribution lies below: the inverse of [`share_below`], by halving.
fn quantile(share: f64) -> f64 {
    crate::numeric::bisect(-8.0, 8.0, 1e-9, |z| share_below(z) - share)
}

/// Density of a normal distribution of a variance, at `x` from its middle.
pub(super) fn density(x: f64, var: f64) -> f64 {
    (-0.5 * x * x / var).exp() / (std::f64::consts::TAU * var).sqrt()
}

/// `points` draws of `n` standard normals, always the same: each of the `n` takes every one of `points` equal
/// shares once (a Latin hypercube), each draw beside its mirror image; then turned so that any mixture of the `n`
/// has the spread it should have, and not only each by itself.
pub(super) fn even_draws(points: usize, n: usize) -> Vec<Vec<f64>> {
    let half = points / 2;
    let steps: Vec<f64> = (0..half).map(|i| quantile((i as f64 + 0.5) / points as f64)).collect();
    let mut draws = vec![vec![0.0; n]; 2 * half];
    let mut seed = 0x2545_f491_4f6c_dd1d_u64;
    let mut next = move |below: usize| {
        seed ^= seed << 13;
        seed ^= seed >> 7;
        seed ^= seed << 17;
        (seed % below as u64) as usize
    };
    let mut place = 0;
    while place < n {
        let mut order: Vec<usize> = (0..half).collect();
        for i in (1..half).rev() {
            order.swap(i, next(i + 1));
        }
        for (pair, from) in draws.chunks_exact_mut(2).zip(order) {
            let step = if next(2) == 0 { steps[from] } else { -steps[from] };
            pair[0][place] = step;
            pair[1][place] = -step;
        }
        place += 1;
    }
    if half > n {
        let mut spread = vec![0.0; n * n];
        for (i, j) in (0..n).flat_map(|i| (0..n).map(move |j| (i, j))) {
            spread[i * n + j] = draws.iter().map(|d| d[i] * d[j]).sum::<f64>() / draws.len() as f64;
        }
        let l = root(&spread, n);
        draws.iter_mut().for_each(|draw| forth(&l, draw));
    }
    draws
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn even_draws_are_as_wide_as_they_should_be() {
        let draws = even_draws(64, 12);
        let mean = |of: &dyn Fn(&[f64]) -> f64| draws.iter().map(|d| of(d)).sum::<f64>() / 64.0;
        for (a, b) in (0..12).flat_map(|a| (0..12).map(move |b| (a, b))) {
            assert!(mean(&|d| d[a]).abs() < 1e-12);
            let together = mean(&|d| d[a] * d[b]);
            assert!((together - f64::from(u8::from(a == b))).abs() < 1e-9, "{a} {b}: {together}");
        }
    }
}
