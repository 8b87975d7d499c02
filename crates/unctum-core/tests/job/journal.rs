//! What a cook is told from the first gate to the end, as lines: a change of what is said, of its order or of its moment
//! is read as a difference of text. `INSTA_UPDATE=always` writes the journals anew; read the difference before it is
//! taken.

use unctum_core::cook::*;
use unctum_core::numeric::Spread;

/// What was told so far, a moment's lines once.
#[derive(Default)]
pub(crate) struct Journal {
    started_ms: i64,
    told: Vec<String>,
    pub(crate) text: String,
}

impl Journal {
    pub(crate) fn of(started_ms: i64) -> Self {
        Self { started_ms, ..Self::default() }
    }

    /// Notes what is told now and was not told at the last look.
    pub(crate) fn looks(&mut self, state: &BatchState) {
        let lines = self.lines(state);
        let new: Vec<_> = lines.iter().filter(|l| !self.told.contains(l)).collect();
        if !new.is_empty() {
            self.text += &format!("{}\n", self.clock(state.now_ms));
            new.iter().for_each(|line| self.text += &format!("  {line}\n"));
        }
        self.told = lines;
    }

    /// Minutes since it began.
    fn clock(&self, at_ms: i64) -> String {
        format!("{:.1}", (at_ms - self.started_ms) as f64 / 60_000.0)
    }

    fn lines(&self, state: &BatchState) -> Vec<String> {
        let mut lines = vec![format!(
            "{:?} at {}, {:?}: {}{}",
            state.phase,
            state.current_step.as_deref().unwrap_or("no step"),
            state.flame,
            state.call.words,
            if state.can_fail { " (or not)" } else { "" }
        )];
        lines.extend(state.button.as_ref().map(|event| format!("key: {event:?}")));
        lines.extend(state.acts.iter().map(|a| self.act(a)));
        lines.extend(state.held.iter().map(|h| self.held(h)));
        lines.extend(state.runs.iter().map(|r| self.run(r)));
        lines.extend(state.syrup.as_ref().map(|s| self.syrup(s, state.now_ms)));
        lines
    }

    fn act(&self, a: &Act) -> String {
        let mut line = format!("{:?}: {} [{} {}/{}]", a.class, a.words, a.step, a.load, a.loads);
        let marks = [
            (a.flame_off, "flame off"),
            (a.bound, "both hands"),
            (a.late, "late"),
            (a.of_syrup, "of the syrup"),
            (a.can_fail, "or not"),
        ];
        marks.iter().filter(|m| m.0).for_each(|m| line += &format!(", {}", m.1));
        if let Some(moves) = &a.moves {
            line += &format!(", after {moves} is moved");
        }
        if let Some(due_ms) = a.due_ms {
            line += &format!(", due {}", self.clock(due_ms));
        }
        line
    }

    fn held(&self, h: &Held) -> String {
        let until = h.until_ms.map_or("its end".to_owned(), |t| self.clock(t));
        format!("held: {} {} by {} for {:?} until {until}", h.step, h.load, h.waits_for, h.why)
    }

    fn run(&self, r: &RunState) -> String {
        let [least, best, most] = [r.least_ms, r.best_ms, r.most_ms].map(|t| self.clock(t));
        let mut line = format!(
            "goes on: {} {}/{} since {}, {least} to {best} to {most}, {:?}, {:?} in {}",
            r.step,
            r.load,
            r.loads,
            self.clock(r.began_ms),
            r.manner,
            r.flame,
            r.pan_name.as_deref().unwrap_or("no pan")
        );
        for sight in &r.sights {
            line += &format!("; {} {}", sight.key, self.clock(sight.expected_ms));
        }
        line
    }
    /// The syrup, coarsely: its figures have their own tests.
    fn syrup(&self, s: &SyrupState, now_ms: i64) -> String {
        let off_min = |t: Spread| (now_ms - self.started_ms) as f64 / 60_000.0 + t.mid / 60.0;
        format!(
            "syrup: {}{}{:?}, off {}",
            if s.dissolved { "dissolved, " } else { "" },
            if s.boiling { "boiling, " } else { "" },
            s.stage,
            s.turn_off_in_s.map_or("not known when".to_owned(), |t| format!("about {:.0}", off_min(t)))
        )
    }
}
