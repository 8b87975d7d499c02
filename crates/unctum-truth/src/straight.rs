//! What is known of many standard normals together after readings that are straight lines in them.

/// Covariances, row by row.
#[derive(Clone)]
pub(crate) struct Doubt {
    n: usize,
    rows: Vec<f64>,
}

pub(crate) fn product(a: &[f64], b: &[f64]) -> f64 {
    a.iter().zip(b).map(|(a, b)| a * b).sum()
}

impl Doubt {
    /// Before anything was read.
    pub fn unread(n: usize) -> Self {
        let mut rows = vec![0.0; n * n];
        (0..n).for_each(|i| rows[i * n + i] = 1.0);
        Self { n, rows }
    }

    /// The first of these stay, and so many others come to them of which nothing was read.
    pub fn first(&self, stay: usize, n: usize) -> Self {
        let mut with = Self::unread(n);
        for i in 0..stay {
            with.rows[i * n..i * n + stay].copy_from_slice(&self.rows[i * self.n..i * self.n + stay]);
        }
        with
    }

    fn times(&self, by: &[f64]) -> Vec<f64> {
        self.rows.chunks(self.n).map(|row| product(row, by)).collect()
    }

    /// A reading with this slope, its own scatter being one: takes its share away. Returns by how much each mean moves
    /// for each that the reading is off.
    pub fn read(&mut self, slope: &[f64]) -> Vec<f64> {
        let taken = self.times(slope);
        let all = 1.0 + product(slope, &taken);
        for (row, by) in self.rows.chunks_mut(self.n).zip(&taken) {
            row.iter_mut().zip(&taken).for_each(|(doubt, taken)| *doubt -= taken * by / all);
        }
        taken.into_iter().map(|t| t / all).collect()
    }

    /// Standard deviation that is left of a straight line in them.
    pub fn left(&self, of: &[f64]) -> f64 {
        product(of, &self.times(of)).max(0.0).sqrt()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_order_of_readings_does_not_matter_and_none_widens() {
        let readings = [vec![1.0, 0.5, 0.0], vec![0.0, -2.0, 1.0], vec![0.3, 0.3, 0.3]];
        let asked = [1.0, 1.0, -1.0];
        let left = |order: [usize; 3]| {
            let mut doubt = Doubt::unread(3);
            order.map(|i| {
                doubt.read(&readings[i]);
                doubt.left(&asked)
            })
        };
        let (a, b) = (left([0, 1, 2]), left([2, 0, 1]));
        assert!((a[2] - b[2]).abs() < 1e-12, "{a:?} {b:?}");
        assert!(a[0] <= 3.0_f64.sqrt() && a[1] <= a[0] && a[2] <= a[1], "{a:?}");
    }

    #[test]
    fn one_reading_as_sharp_as_what_was_known_halves_it() {
        let mut doubt = Doubt::unread(2);
        assert_eq!(doubt.read(&[1.0, 0.0]), [0.5, 0.0]);
        assert!((doubt.left(&[1.0, 0.0]) - 0.5_f64.sqrt()).abs() < 1e-12);
        // What is kept of it is the same beside others of which nothing was read.
        assert!((doubt.first(1, 4).left(&[1.0, 0.0, 0.0, 1.0]) - 1.5_f64.sqrt()).abs() < 1e-12);
    }
}
