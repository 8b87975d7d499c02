//! Small dense matrices, row by row in one vector.

/// The lower triangle whose product with its transpose is `a` (Cholesky); rows one after another.
pub fn root(a: &[f64], n: usize) -> Vec<f64> {
    let mut l = vec![0.0; n * n];
    for i in 0..n {
        for j in 0..=i {
            let sum: f64 = (0..j).map(|k| l[i * n + k] * l[j * n + k]).sum();
            l[i * n + j] = if i == j {
                (a[i * n + i] - sum).max(1e-12).sqrt()
            } else {
                (a[i * n + j] - sum) / l[j * n + j]
            };
        }
    }
    l
}

/// Solves `a x = b`, `l` being the root of `a`.
pub fn solve(l: &[f64], b: &[f64]) -> Vec<f64> {
    let mut x = b.to_vec();
    forth(l, &mut x);
    back(l, &mut x);
    x
}

/// Solves `l x = b` in place.
pub fn forth(l: &[f64], x: &mut [f64]) {
    let n = x.len();
    for i in 0..n {
        let sum: f64 = (0..i).map(|k| l[i * n + k] * x[k]).sum();
        x[i] = (x[i] - sum) / l[i * n + i];
    }
}

/// Solves `lᵀ x = b` in place: a standard draw becomes one of the inverse of `l lᵀ`.
pub fn back(l: &[f64], x: &mut [f64]) {
    let n = x.len();
    for i in (0..n).rev() {
        let sum: f64 = (i + 1..n).map(|k| l[k * n + i] * x[k]).sum();
        x[i] = (x[i] - sum) / l[i * n + i];
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_root_solves_what_it_is_the_root_of() {
        let a = [4.0, 2.0, 0.6, 2.0, 5.0, 1.0, 0.6, 1.0, 3.0];
        let l = root(&a, 3);
        let x = solve(&l, &[1.0, 2.0, 3.0]);
        for i in 0..3 {
            let back: f64 = (0..3).map(|j| a[i * 3 + j] * x[j]).sum();
            assert!((back - (i as f64 + 1.0)).abs() < 1e-12);
        }
    }
}
