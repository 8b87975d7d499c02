//! What is free when: every thing of the kitchen minute by minute, and the hours with hands.

/// Things of a kitchen along the minutes.
#[derive(Debug, Clone)]
pub(super) struct Room {
    used: Vec<Vec<i32>>,
    there: Vec<i32>,
    windows: Vec<(i32, i32)>,
    horizon: i32,
}

impl Room {
    pub fn new(there: Vec<i32>, windows: Vec<(i32, i32)>, horizon: i32) -> Self {
        Self { used: vec![vec![0; horizon.max(0) as usize]; there.len()], there, windows, horizon }
    }

    pub fn horizon(&self) -> i32 {
        self.horizon
    }

    /// Whether no more of anything is used than there is.
    pub fn is_free(&self) -> bool {
        self.used.iter().zip(&self.there).all(|(used, there)| used.iter().all(|u| u <= there))
    }

    /// Other hours from now on; what they were.
    pub fn open(&mut self, windows: Vec<(i32, i32)>) -> Vec<(i32, i32)> {
        std::mem::replace(&mut self.windows, windows)
    }

    fn span(&self, from: i32, to: i32) -> std::ops::Range<usize> {
        let from = from.clamp(0, self.horizon) as usize;
        from..(to.clamp(0, self.horizon) as usize).max(from)
    }

    /// Takes so many of a thing for a time; negative, gives them back.
    pub fn take(&mut self, thing: usize, units: i32, from: i32, to: i32) {
        let span = self.span(from, to);
        if let Some(minutes) = self.used.get_mut(thing).and_then(|of| of.get_mut(span)) {
            minutes.iter_mut().for_each(|u| *u += units);
        }
    }

    /// The last minute of a time in which there are not so many of a thing, if there is one.
    pub fn last_short(&self, thing: usize, units: i32, from: i32, to: i32) -> Option<i32> {
        let span = self.span(from, to);
        let (first, most) = (span.start as i32, self.there[thing] - units);
        let short = self.used[thing].get(span)?.iter().rposition(|used| *used > most)?;
        Some(first + short as i32)
    }

    /// The first minute of the stretch without a break that ends with a minute in which there are too few of a thing.
    pub fn short_since(&self, thing: usize, units: i32, minute: i32) -> i32 {
        let most = self.there[thing] - units;
        let until = self.span(0, minute + 1);
        let free = self.used[thing].get(until).and_then(|of| of.iter().rposition(|used| *used <= most));
        free.map_or(0, |at| at as i32 + 1)
    }

    /// The latest start, not after `latest`, at which so many minutes lie wholly inside hours with hands.
    pub fn with_hands(&self, latest: i32, minutes: i32) -> Option<i32> {
        let fits =
            self.windows.iter().filter(|(opens, closes)| closes - opens >= minutes && *opens <= latest);
        fits.map(|(_, closes)| latest.min(closes - minutes)).max()
    }
}
