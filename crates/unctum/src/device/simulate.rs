//! What a simulated instrument does, second by second.

use std::thread;
use std::time::{Duration, Instant};

use unctum_core::intake::{InstrumentKind, Sent};
use unctum_core::log::Logged;
use unctum_core::sim::{Fault, HiddenPan, SimulatedInstrument};
use unctum_core::start::BatchSetup;

use super::line::{Answered, Line};
use crate::failure::Failure;

/// What it simulates.
#[derive(Debug, Clone)]
pub struct Simulate {
    /// What it measures.
    pub kind: InstrumentKind,
    /// Where the program is reached.
    pub server: String,
    /// What to call it.
    pub name: String,
    /// The batch whose pan it hangs in.
    pub batch_id: i32,
    /// Chance of the pan and the instrument.
    pub seed: u64,
    /// What goes wrong.
    pub faults: Vec<Fault>,
    /// From so long after its start on, s of the program's time.
    pub fault_after_s: f64,
    /// And for so long, s; for good if left out.
    pub fault_for_s: Option<f64>,
}

/// A probe and a scale show something each second; a drop is cooled and looked at every two minutes.
fn every_ms(kind: InstrumentKind) -> i64 {
    match kind {
        InstrumentKind::Probe | InstrumentKind::Scale => 1000,
        InstrumentKind::Refractometer => 120_000,
    }
}

/// Looks at the program this often: the clock there may be moved by hand.
const LOOK_EVERY: Duration = Duration::from_millis(250);
/// The program has to be up within so long.
const UP_WITHIN: Duration = Duration::from_secs(10);
/// Without an answer for so long it gives up.
const GIVE_UP: Duration = Duration::from_secs(120);
/// Readings kept while the line is down, at most; the oldest are let go.
const MOST_KEPT: usize = 1800;
/// Lines of one request.
const MOST_LINES: usize = 500;

struct Simulated {
    ask: Simulate,
    pan: HiddenPan,
    instrument: SimulatedInstrument,
    log: Vec<Logged>,
    begun_ms: i64,
    next_ms: i64,
    n: u32,
    waiting: Vec<Sent>,
}

/// Simulates until the batch is over, or nobody answers any more.
///
/// # Errors
/// A program that cannot be reached at first, or does not take it.
pub fn simulate(ask: Simulate) -> Result<(), Failure> {
    let line = Line::new(&ask.server);
    // The program beside it may still be starting.
    let begun = Instant::now();
    let seen = loop {
        match line.batch(ask.batch_id, None) {
            Err(_) if begun.elapsed() < UP_WITHIN => thread::sleep(LOOK_EVERY),
            other => break other?,
        }
    };
    let setup: BatchSetup = seen.setup.ok_or("the batch tells nothing of how it was set up")?;
    let token = line.register(&ask.name, ask.kind, ask.batch_id)?;
    println!("{} is known and watches batch {}.", ask.name, ask.batch_id);
    let run = format!("{:x}", seen.state.now_ms);
    let mut simulated = Simulated {
        pan: HiddenPan::new(&setup, seen.started_ms, ask.seed),
        instrument: SimulatedInstrument::new(ask.kind, setup.pan.tare_g, ask.seed),
        log: seen.log,
        begun_ms: seen.state.now_ms,
        next_ms: seen.state.now_ms,
        n: 0,
        waiting: Vec::new(),
        ask,
    };
    // What happened before it was hung in counts from the first reading on.
    simulated.pan.follow(&simulated.log);
    let mut answered = Instant::now();
    loop {
        match simulated.once(&line, &token, &run) {
            Ok(true) => answered = Instant::now(),
            Ok(false) => return Ok(()),
            Err(_) if answered.elapsed() < GIVE_UP => {}
            Err(e) => return Err(e),
        }
        thread::sleep(LOOK_EVERY);
    }
}

impl Simulated {
    /// Looks at the knob, reads what came due, sends what waits. Returns whether it goes on.
    fn once(&mut self, line: &Line, token: &str, run: &str) -> Result<bool, Failure> {
        let last_seq = self.log.iter().map(|l| l.seq).max().unwrap_or(0);
        let seen = line.batch(self.ask.batch_id, Some(last_seq))?;
        if seen.summary.over || seen.summary.given_up {
            return Ok(false);
        }
        if !seen.log.is_empty() {
            self.log.extend(seen.log);
            self.pan.follow(&self.log);
        }
        self.read_until(seen.state.now_ms);
        while !self.waiting.is_empty() {
            let some = self.waiting.len().min(MOST_LINES);
            match line.send(token, run, self.waiting.get(..some).unwrap_or_default())? {
                Answered::Taken => drop(self.waiting.drain(..some)),
                Answered::Later => break,
                Answered::Unknown => return Ok(false),
            }
        }
        Ok(true)
    }

    fn read_until(&mut self, now_ms: i64) {
        let every_ms = every_ms(self.ask.kind);
        while self.next_ms <= now_ms {
            self.pan.pass_until(self.next_ms);
            let since_s = (self.next_ms - self.begun_ms) as f64 / 1000.0 - self.ask.fault_after_s;
            let wrong = since_s >= 0.0 && self.ask.fault_for_s.is_none_or(|for_s| since_s < for_s);
            let faults: &[Fault] = if wrong { &self.ask.faults } else { &[] };
            let shown = self.instrument.shows(&self.pan, every_ms as f64 / 1000.0, faults);
            self.n += 1;
            if let Some(shown) = shown {
                let bare = Sent { at_ms: Some(self.next_ms), ..Sent::numbered(self.n) };
                self.waiting.push(match self.ask.kind {
                    InstrumentKind::Probe => Sent { temperature_c: Some(shown), ..bare },
                    InstrumentKind::Scale => Sent { gross_g: Some(shown), ..bare },
                    InstrumentKind::Refractometer => Sent { brix: Some(shown), ..bare },
                });
            }
            self.next_ms += every_ms;
        }
        let too_many = self.waiting.len().saturating_sub(MOST_KEPT);
        self.waiting.drain(..too_many);
    }
}
