//! An adaptive fifth-order integrator (Dormand–Prince 5(4)) that stops at an event.

/// How an integration ended.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Outcome {
    /// The whole time span was covered.
    Finished,
    /// Event number `.0` happened.
    Event(usize),
}

const A: [[f64; 6]; 6] = [
    [1.0 / 5.0, 0.0, 0.0, 0.0, 0.0, 0.0],
    [3.0 / 40.0, 9.0 / 40.0, 0.0, 0.0, 0.0, 0.0],
    [44.0 / 45.0, -56.0 / 15.0, 32.0 / 9.0, 0.0, 0.0, 0.0],
    [19372.0 / 6561.0, -25360.0 / 2187.0, 64448.0 / 6561.0, -212.0 / 729.0, 0.0, 0.0],
    [9017.0 / 3168.0, -355.0 / 33.0, 46732.0 / 5247.0, 49.0 / 176.0, -5103.0 / 18656.0, 0.0],
    [35.0 / 384.0, 0.0, 500.0 / 1113.0, 125.0 / 192.0, -2187.0 / 6784.0, 11.0 / 84.0],
];
const NODES: [f64; 6] = [0.2, 0.3, 0.8, 8.0 / 9.0, 1.0, 1.0];
const ERROR: [f64; 7] =
    [71.0 / 57600.0, 0.0, -71.0 / 16695.0, 71.0 / 1920.0, -17253.0 / 339_200.0, 22.0 / 525.0, -1.0 / 40.0];

fn stage_sum<const N: usize>(
    y: &[f64; N],
    k: &[[f64; N]; 7],
    row: &[f64; 6],
    used: usize,
    h: f64,
) -> [f64; N] {
    let mut out = *y;
    for (weight, slope) in row.iter().zip(k).take(used) {
        for (o, s) in out.iter_mut().zip(slope) {
            *o += h * weight * s;
        }
    }
    out
}

/// One step of length `h`: the new state and the estimated error of each component.
fn step<const N: usize>(
    t: f64,
    y: &[f64; N],
    h: f64,
    f: &impl Fn(f64, &[f64; N]) -> [f64; N],
) -> ([f64; N], [f64; N]) {
    let mut k = [[0.0; N]; 7];
    k[0] = f(t, y);
    let mut last = *y;
    for i in 0..6 {
        last = stage_sum(y, &k, &A[i], i + 1, h);
        k[i + 1] = f(t + NODES[i] * h, &last);
    }
    let mut error = [0.0; N];
    for (weight, slope) in ERROR.iter().zip(&k) {
        for (e, s) in error.iter_mut().zip(slope) {
            *e += h * weight * s;
        }
    }
    (last, error)
}

/// How far and how finely to integrate.
#[derive(Debug, Clone, Copy)]
pub struct Span<const N: usize> {
    /// Where to stop.
    pub end: f64,
    /// Longest step.
    pub max_step: f64,
    /// Tolerated error of each component over one step.
    pub scale: [f64; N],
}

/// Integrates `y' = f(t, y)` from `t` over `span`, calling `seen(t, y)` after each accepted step.
///
/// `events` must be negative before and non-negative after each event; integration stops at the
/// first one, located to about 1e-6 s. Deterministic: the same input takes the same steps.
pub fn integrate<const N: usize, const E: usize>(
    t: &mut f64,
    y: &mut [f64; N],
    span: &Span<N>,
    f: impl Fn(f64, &[f64; N]) -> [f64; N],
    events: impl Fn(f64, &[f64; N]) -> [f64; E],
    mut seen: impl FnMut(f64, &[f64; N]),
) -> Outcome {
    let Span { end, max_step, scale } = *span;
    let mut h = (max_step * 0.1).min(end - *t);
    while end - *t > 1e-9 {
        h = h.min(end - *t).min(max_step);
        let (next, error) = step(*t, y, h, &f);
        let ratio = error.iter().zip(&scale).map(|(e, s)| (e / s).abs()).fold(0.0_f64, f64::max);
        if (ratio.is_nan() || ratio > 1.0) && h > 1e-6 {
            let factor = if ratio.is_finite() { (0.9 * ratio.powf(-0.2)).max(0.1) } else { 0.1 };
            h *= factor;
            continue;
        }
        let ahead = events(*t + h, &next);
        if let Some(which) = ahead.iter().position(|e| *e >= 0.0) {
            let before = events(*t, y);
            let located = locate_event(*t, y, (h, next, which), (&before, &ahead), &f, &events);
            *t += located.0;
            *y = located.1;
            seen(*t, y);
            return Outcome::Event(located.2);
        }
        *t += h;
        *y = next;
        seen(*t, y);
        h *= (0.9 * ratio.max(1e-10).powf(-0.2)).clamp(0.2, 5.0);
    }
    Outcome::Finished
}

/// Where within a step of length `h` the first event happens: false position between a moment before
/// it and a moment after it, nudged so that both ends close in; to about 1e-6 s, never before it.
fn locate_event<const N: usize, const E: usize>(
    t: f64,
    y: &[f64; N],
    (h, next, which): (f64, [f64; N], usize),
    (before, ahead): (&[f64; E], &[f64; E]),
    f: &impl Fn(f64, &[f64; N]) -> [f64; N],
    events: &impl Fn(f64, &[f64; N]) -> [f64; E],
) -> (f64, [f64; N], usize) {
    const TOLERANCE_S: f64 = 1e-6;
    let (mut low, mut high, mut hit, mut state) = (0.0, h, which, next);
    let (mut at_low, mut at_high) = (before[which].min(0.0), ahead[which]);
    let mut nudge = -0.4 * TOLERANCE_S;
    let mut tries = 0;
    while high - low > TOLERANCE_S {
        tries += 1;
        let share = if tries % 8 == 0 || at_high <= at_low { 0.5 } else { -at_low / (at_high - at_low) };
        let inner = 0.25 * TOLERANCE_S;
        let middle = (low + share * (high - low) + nudge).clamp(low + inner, high - inner);
        let (tried, _) = step(t, y, middle, f);
        let values = events(t + middle, &tried);
        if let Some(first) = values.iter().position(|e| *e >= 0.0) {
            if first != hit {
                // Another event comes first: it is the one to close in on.
                at_low = before[first].min(0.0);
                low = 0.0;
            }
            (high, hit, state, at_high) = (middle, first, tried, values[first]);
            nudge = -0.4 * TOLERANCE_S;
        } else {
            (low, at_low) = (middle, values[hit]);
            nudge = 0.4 * TOLERANCE_S;
        }
    }
    (high, state, hit)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn follows_an_oscillator_and_finds_its_zero() {
        let (mut t, mut y) = (0.0, [1.0, 0.0]);
        let outcome = integrate(
            &mut t,
            &mut y,
            &Span { end: 10.0, max_step: 1.0, scale: [1e-9, 1e-9] },
            |_, y| [y[1], -y[0]],
            |_, y| [-y[0]],
            |_, _| {},
        );
        assert_eq!(outcome, Outcome::Event(0));
        assert!((t - std::f64::consts::FRAC_PI_2).abs() < 1e-5, "{t}");
    }
}
