//! `make truth`: the tables of docs/performance.md, through the log of a batch. Cooks per row as the first word, 1,000 if none is
//! said; then the beginning of one row's name, and the seed of the first cook.

use unctum_truth::days::days;
use unctum_truth::evidence::{EVIDENCE, Evidence, Mistake};
use unctum_truth::learnable::learnable;
use unctum_truth::limit::limit;
use unctum_truth::pressed::Pressed;
use unctum_truth::study::{Plan, study};
use unctum_truth::table::{known, moved, row};

fn main() {
    match word(1).as_deref() {
        Some("study") => study_table(),
        Some("limit") => limit_table(),
        Some("learnable") => learnable_table(),
        Some("days") => days_table(),
        _ => truth_table(),
    }
}

/// A word of the command.
fn word(nth: usize) -> Option<String> {
    std::env::args().nth(nth)
}

fn number(nth: usize, else_: u64) -> u64 {
    word(nth).and_then(|n| n.parse().ok()).unwrap_or(else_)
}

/// Whether a row is asked for: by the beginning of its name as that word, or by none.
fn asked(nth: usize, name: &str) -> bool {
    word(nth).is_none_or(|only| name.starts_with(only.as_str()))
}

/// The rows over plain sugar that are asked for by the third word.
fn plain_rows() -> impl Iterator<Item = (Evidence, &'static str)> {
    EVIDENCE.into_iter().filter(|(evidence, name)| *evidence != Evidence::JaggeryScale && asked(3, name))
}

fn truth_table() {
    let (cooks, seed) = (number(1, 1000), number(3, 1));
    let landing = |(mean, low, high): (f64, f64, f64)| format!("{mean:+.2} [{low:+.2}, {high:+.2}]");
    let hundredths = |all: [f64; 3]| all.map(|x| format!("{x:.0}")).join("/");
    for (pressed, words) in [
        (Pressed::AtOnce, "each entry as it happens"),
        (Pressed::ByTwo, "on two devices: every third late, every fifth written wrong and put right"),
    ] {
        println!("\n{words}\n");
        println!(
            "| evidence | strength | time | half-width, points | landing, stages: mean [10–90 %] | one string · two strings · soft ball |"
        );
        println!("|---|---|---|---|---|---|");
        for (evidence, name) in EVIDENCE {
            // By the clock alone nothing is entered that could be late.
            let same = pressed == Pressed::ByTwo && evidence == Evidence::Clock;
            if same || !asked(2, name) {
                continue;
            }
            let r = row(evidence, pressed, cooks, seed);
            let reach = r.reach.map(|x| format!("{x:.2}")).join("/");
            println!(
                "| {name} | {} | {} | {reach} | {} | {} |",
                hundredths(r.strength),
                hundredths(r.time),
                landing(r.landed),
                r.by_stage.map(landing).join(" · ")
            );
        }
    }
    println!("who knows the pan and has only a hand to the knob: {}", landing(known(cooks, seed)));
    for (evidence, mistake, name) in [
        (Evidence::Thermometer, Mistake { nth: 8, probe_k: 4.0, scale_g: 0.0 }, "a probe 4 K high once"),
        (Evidence::Scale, Mistake { nth: 4, probe_k: 0.0, scale_g: -50.0 }, "a scale bumped by −50 g once"),
    ] {
        if !asked(2, name) {
            continue;
        }
        let (mid, high) = moved(evidence, cooks, seed, mistake);
        println!("{name}: the landing moves by {mid:.2}, 90 % under {high:.2} stages");
    }
}

/// Kitchens that learn from their batches, by what they read. Words: how many kitchens, the beginning of one row's
/// name, further evenings of each, batches that are learnt from, and `known` for kitchens of which all that stays the same
/// is known instead of learnt.
fn study_table() {
    let usual = Plan::default();
    let kitchens = number(2, 40);
    let known = word(6).as_deref() == Some("known");
    let (further, learn_after) = (number(4, usual.further), number(5, usual.learn_after));
    let plan = Plan { further, learn_after, known, ..usual };
    println!(
        "| evidence | within half a stage: first batches, next 3 | further evenings: without, with | miss, stages: without, with | the same before the first test | kitchens better: with tests, before the first | intervals held: strength, time | without |"
    );
    println!("|---|---|---|---|---|---|---|---|");
    for (evidence, name) in plain_rows() {
        let r = study(evidence, kitchens, 1, plan);
        println!(
            "| {name} | {:.0} %, {:.0} % | {:.0} %, {:.0} % | {:.2}, {:.2} | {:.2}, {:.2} | {:.0} %, {:.0} % | {:.0}, {:.0} | {:.0}, {:.0} |",
            r.within.0,
            r.within.1,
            r.within_further.0,
            r.within_further.1,
            r.miss.0,
            r.miss.1,
            r.miss_untested.0,
            r.miss_untested.1,
            r.better.0,
            r.better.1,
            r.held.0,
            r.held.1,
            r.held_without.0,
            r.held_without.1
        );
    }
}

/// How near anybody could land. Words: cooks per row, the beginning of one row's name.
fn limit_table() {
    let cooks = number(2, 300);
    println!(
        "| evidence | nearest that can be: 80 of 100 within, stages | one string · two strings · soft ball |"
    );
    println!("|---|---|---|");
    for (evidence, name) in plain_rows() {
        let l = limit(evidence, cooks, 1);
        let [one, two, ball] = l.by_stage;
        println!("| {name} | ±{:.2} | ±{one:.2} · ±{two:.2} · ±{ball:.2} |", l.all);
    }
}

/// How much could be learnt at most. Words: kitchens, the beginning of one row's name, further evenings, batches that are
/// learnt from.
fn learnable_table() {
    let usual = Plan::default();
    let (further, learn_after) = (number(4, usual.further), number(5, usual.learn_after));
    let plan = Plan { further, learn_after, ..usual };
    println!(
        "| evidence | nearest that can be, miss in stages: without, with | kitchens nearer: in {further} evenings, in very many | her hand afterwards: at best, learnt | her ring |"
    );
    println!("|---|---|---|---|---|");
    for (evidence, name) in plain_rows() {
        let l = learnable(evidence, number(2, 40), 1, plan);
        println!(
            "| {name} | {:.2}, {:.2} | {:.0} %, {:.0} % | {:.2}, {:.2} | {:.2}, {:.2} |",
            l.miss.0,
            l.miss.1,
            l.better.0,
            l.better.1,
            l.known_sd[0],
            l.learnt_off[0],
            l.known_sd[1],
            l.learnt_off[1]
        );
    }
}

/// Reference days against the best that is known. Words: seconds of computing for each, the seed, the folder.
fn days_table() {
    let seconds = word(2).and_then(|s| s.parse().ok()).unwrap_or(2.0);
    let folder =
        word(4).unwrap_or_else(|| concat!(env!("CARGO_MANIFEST_DIR"), "/../unctum-core/tests/days").into());
    let rows = match days(folder.as_ref(), seconds, number(3, 1)) {
        Ok(rows) => rows,
        Err(trouble) => return eprintln!("The days in {folder} cannot be read: {trouble}"),
    };
    println!(
        "| day | steps | late, stale, span: planned | best known | span over it | computing, s | sought, thousands |"
    );
    println!("|---|---|---|---|---|---|---|");
    for row in &rows {
        let best = match (row.known.late_min, row.known.stale_min, row.known.span_min) {
            (Some(late), Some(stale), Some(span)) => format!("{late}, {stale}, {span}"),
            _ => "cannot be done".to_owned(),
        };
        let got = row.terms.map_or_else(
            || "none".to_owned(),
            |t| format!("{}, {}, {}", t.late_min, t.stale_min, t.active_span_min),
        );
        let over = row.span_over().map_or_else(|| "–".to_owned(), |o| format!("{:+.1} %", 100.0 * o));
        println!(
            "| {} | {} | {got} | {best} | {over} | {:.2} | {} |",
            row.known.name,
            row.known.steps,
            row.cpu_s,
            row.sought / 1000
        );
    }
    let over: Vec<f64> = rows.iter().filter_map(unctum_truth::days::DayRow::span_over).collect();
    let can = rows.iter().filter(|r| r.known.late_min.is_some()).count();
    let mean = over.iter().sum::<f64>() / over.len().max(1) as f64;
    let worst = over.iter().copied().fold(f64::NEG_INFINITY, f64::max);
    println!(
        "as little late and as fresh as known: {} of {can}; span over the best known: mean {:+.1} %, worst {:+.1} %",
        over.len(),
        100.0 * mean,
        100.0 * worst
    );
}
