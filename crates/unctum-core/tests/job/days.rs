//! Kitchen days: plans that hold, as good as the best that are known, and days that cannot be.

use std::collections::BTreeMap;

use proptest::prelude::*;
use unctum_core::day::{
    DayBatch, DayHold, DayLag, DayProblem, DayStep, DayTerms, NoPlan, Planner, Proof, SOUGHT_PER_S, Starts,
    StepId, impossible, judge,
};

fn problem(text: &str) -> DayProblem {
    serde_json::from_str(text).expect("a problem")
}

fn planned(of: &DayProblem, seed: u64, rounds: u32) -> DayTerms {
    let mut planner = Planner::new(of, seed).expect("can be done");
    planner.improve(rounds);
    judge(of, &planner.starts()).unwrap_or_else(|wrong| panic!("{}: {wrong:?}", of.name))
}

/// So much work is so much work, on whatever machine and however often it is asked whether to go on.
#[test]
fn a_plan_follows_from_its_seed_and_the_work_that_was_put_into_it() {
    let of = problem(include_str!("../days/i10.json"));
    let after = |seconds: f64| {
        let mut planner = Planner::new(&of, 1).expect("can be done");
        planner.improve_by(seconds, || true);
        (planner.sought(), planner.starts())
    };
    assert_eq!(after(0.05), after(0.05));
    let (mut before, mut terms) = (0, None);
    for seconds in [0.0, 0.02, 0.1, 0.3] {
        let (sought, starts) = after(seconds);
        assert!(sought as f64 >= seconds * SOUGHT_PER_S && sought >= before, "{sought} for {seconds} s");
        let now = judge(&of, &starts).expect("it holds");
        assert!(terms.is_none_or(|was| now <= was), "{now:?} after {terms:?}");
        (before, terms) = (sought, Some(now));
    }
    let mut planner = Planner::new(&of, 1).expect("can be done");
    let first = planner.starts();
    planner.improve_by(1.0, || false);
    assert_eq!(planner.starts(), first, "nobody waits for it");
}

#[test]
fn a_day_that_cannot_be_is_proved_and_says_why() {
    let of = problem(include_str!("../days/x01.json"));
    let proof = impossible(&of).expect("three rings where there are two");
    let words = proof.to_string();
    assert!(words.contains("B1.y") && words.contains("burner") && words.contains("Get 1 more"), "{words}");
    assert_eq!(Planner::new(&of, 1).err(), Some(NoPlan::Proved(proof)));
    // With one ring more nothing forbids it, and it is planned.
    let mut more = of;
    more.resources.insert("burner".into(), 3);
    assert_eq!(impossible(&more), None);
    assert_eq!(planned(&more, 1, 100).late_min, 0);
}

fn step(id: StepId, dur: i32, uses: &[(&str, i32)]) -> DayStep {
    DayStep { id, dur, uses: uses.iter().map(|(res, n)| ((*res).into(), *n)).collect() }
}

/// Batches of a pan, a rest and a cut, that share one cook and a pan.
fn small(batches: &[(i32, i32, i32)]) -> DayProblem {
    let one = |(i, (cook, rest, due)): (usize, &(i32, i32, i32))| {
        let id = |step: &str| StepId::from(format!("B{i}.{step}"));
        DayBatch {
            id: format!("B{i}"),
            name: String::new(),
            release: 0,
            due: *due,
            fresh: 600,
            steps: vec![
                step(id("cook"), *cook, &[("attention", 10), ("ring", 1)]),
                step(id("rest"), *rest, &[]),
                step(id("cut"), 10, &[("attention", 10)]),
            ],
            lags: vec![
                DayLag { from: id("cook"), to: id("rest"), min: 0, max: Some(0) },
                DayLag { from: id("rest"), to: id("cut"), min: 0, max: Some(300) },
            ],
            holds: vec![DayHold {
                res: "pan".into(),
                units: 1,
                from: id("cook"),
                to: id("rest"),
                after_min: 0,
            }],
        }
    };
    DayProblem {
        name: "small".into(),
        seed: 0,
        horizon: 2880,
        slack: 30,
        resources: [("attention", 10), ("ring", 1), ("pan", 2)].map(|(r, n)| (r.into(), n)).into(),
        windows: vec![(420, 1320), (1860, 2760)],
        batches: batches.iter().enumerate().map(one).collect(),
        links: vec![],
        taken: vec![],
        pins: Default::default(),
    }
}

/// A pot of fat that is held until what was fried is in the syrup, and the syrup's pan, that is warmed after the frying.
fn fried(waits_most_min: i32, pans: i32) -> DayProblem {
    let mut of = small(&[(20, 5, 1200)]);
    let id = |step: &str| StepId::from(format!("B0.{step}"));
    let batch = &mut of.batches[0];
    batch.steps.push(step(id("warm"), 4, &[("ring", 1)]));
    batch.lags = vec![
        DayLag { from: id("cook"), to: id("rest"), min: 0, max: Some(waits_most_min) },
        DayLag { from: id("warm"), to: id("rest"), min: 0, max: Some(0) },
        DayLag { from: id("rest"), to: id("cut"), min: 0, max: Some(300) },
    ];
    let hold = |from: &str, to: &str| DayHold {
        res: "pan".into(),
        units: 1,
        from: id(from),
        to: id(to),
        after_min: 0,
    };
    batch.holds = vec![hold("cook", "rest"), hold("warm", "rest")];
    of.resources.insert("pan".into(), pans);
    of
}

/// What has gone on since yesterday is counted from when it began, not from now.
#[test]
fn what_goes_on_since_yesterday_forbids_nothing() {
    let mut of = small(&[(1950, 5, 2400)]);
    of.batches[0].release = 1000;
    of.batches[0].steps[0].uses.clear();
    let words = impossible(&of).expect("not to be begun at 1,000").to_string();
    assert!(words.contains("1965 min from its first step"), "{words}");
    of.pins.insert("B0.cook".into(), 100);
    assert_eq!(impossible(&of), None);
    assert_eq!(planned(&of, 1, 20).late_min, 0);
}

/// Batters mixed in one morning hour that rise an hour, are ripe for another, and are fried in one pot in the hours after a break.
fn risen(batches: usize, least: i32, most: i32) -> DayProblem {
    let batch = |b: usize| {
        let step = |key: &str, dur: i32, pan: bool| {
            let mut uses = BTreeMap::from([("attention".into(), 2)]);
            uses.extend(pan.then(|| ("pan".into(), 1)));
            DayStep { id: format!("B{b}.{key}").into(), dur, uses }
        };
        let (mix, fry) = (step("mix", 10, false), step("fry", 40, true));
        let lag = DayLag { from: mix.id.clone(), to: fry.id.clone(), min: least, max: Some(most) };
        let id = format!("B{b}");
        DayBatch {
            id: id.clone(),
            name: id,
            release: 0,
            due: 660,
            fresh: 600,
            steps: vec![mix, fry],
            lags: vec![lag],
            holds: vec![],
        }
    };
    DayProblem {
        name: "A break".into(),
        seed: 0,
        horizon: 1440,
        slack: 0,
        resources: BTreeMap::from([("attention".into(), 10), ("pan".into(), 1)]),
        windows: vec![(480, 510), (570, 660)],
        batches: (0..batches).map(batch).collect(),
        links: vec![],
        taken: vec![],
        pins: Starts::new(),
    }
}

/// What the clock forbids is proved where no plan is found: a step to which no minute is left, and more in one pot than its
/// hours hold. One batch fewer, or a quarter of an hour longer, is planned.
#[test]
fn what_the_clock_leaves_no_room_for_is_proved() {
    let none = |of: &DayProblem| Planner::new(of, 1).err().expect("no plan");
    let crowded = none(&risen(3, 60, 120));
    let wants = NoPlan::Proved(Proof::Crowded {
        thing: "pan".into(),
        from_min: 570,
        to_min: 660,
        wanted_min: 120,
        there_min: 90,
        steps: ["B0.fry", "B1.fry", "B2.fry"].map(StepId::from).to_vec(),
    });
    assert_eq!(crowded, wants);
    assert!(
        crowded.to_string().contains("there are 90 min of “pan”, and what can lie nowhere else wants 120"),
        "{crowded}"
    );
    assert_eq!(planned(&risen(2, 60, 120), 1, 20).late_min, 0);
    // Ripe long after the kitchen has closed.
    assert_eq!(none(&risen(1, 300, 330)), NoPlan::Proved(Proof::NoHour { step: "B0.fry".into() }));
    assert_eq!(planned(&risen(1, 120, 130), 1, 20).late_min, 0);
}

#[test]
fn what_has_to_be_at_once_is_proved_and_what_only_may_be_is_not() {
    let proof = impossible(&fried(6, 1)).expect("two pots where there is one");
    let words = proof.to_string();
    assert!(
        words.contains("“B0.cook” and “B0.warm”") && words.contains("2 at once, and there is 1"),
        "{words}"
    );
    assert_eq!(impossible(&fried(6, 2)), None);
    assert_eq!(planned(&fried(6, 2), 1, 20).late_min, 0);
    // Where the pot is free as soon as it has fried, one does.
    let mut tipped = fried(6, 1);
    tipped.batches[0].holds[0].to = "B0.cook".into();
    assert_eq!(impossible(&tipped), None);
    assert_eq!(planned(&tipped, 1, 20).late_min, 0);
    // Less time than what comes between takes is no plan on any ring.
    let mut slow = fried(6, 2);
    let lag = |from: &str, to: &str, max| DayLag { from: from.into(), to: to.into(), min: 0, max };
    slow.batches[0].lags.push(lag("B0.cook", "B0.warm", None));
    slow.batches[0].lags[0].max = Some(3);
    let proof = impossible(&slow).expect("four minutes in three");
    let words = proof.to_string();
    assert!(words.contains("within 3 min") && words.contains("takes 4"), "{words}");
    slow.batches[0].lags[0].max = Some(4);
    assert_eq!(planned(&slow, 1, 20).late_min, 0);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]
    /// Whatever is asked for: the plan holds, the same seed is the same plan, and one thing more never makes it later.
    #[test]
    fn a_plan_holds_and_more_of_anything_never_makes_it_later(
        batches in prop::collection::vec((5..60i32, 20..400i32, 900..2700i32), 1..7), seed in 0..1000u64,
    ) {
        let of = small(&batches);
        let mut one = Planner::new(&of, seed).expect("two days are enough");
        let first = judge(&of, &one.starts());
        prop_assert!(first.is_ok(), "{first:?}");
        one.improve(60);
        let better = judge(&of, &one.starts()).expect("holds");
        prop_assert!(better <= first.expect("holds"), "never worse than the first");
        let mut again = Planner::new(&of, seed).expect("plans");
        again.improve(60);
        prop_assert_eq!(one.starts(), again.starts());
        if better.late_min == 0 {
            for thing in ["attention", "ring", "pan"] {
                let mut more = of.clone();
                more.resources.entry(thing.into()).and_modify(|n| *n *= 2);
                prop_assert_eq!(planned(&more, seed, 60).late_min, 0, "more {}", thing);
            }
            let mut longer = of.clone();
            longer.windows = vec![(360, 1380), (1800, 2820)];
            prop_assert_eq!(planned(&longer, seed, 60).late_min, 0, "more time");
        }
    }
}

#[test]
fn what_is_no_plan_is_judged_so_and_what_is_no_problem_is_refused() {
    let of = small(&[(20, 60, 1200), (30, 60, 1200)]);
    let mut planner = Planner::new(&of, 1).expect("plans");
    planner.improve(20);
    let good = planner.starts();
    let with = |id: &str, minute: i32| {
        let mut starts = good.clone();
        starts.insert(id.into(), minute);
        judge(&of, &starts).err().unwrap_or_default()
    };
    assert!(!with("B0.cook", good["B1.cook"]).is_empty(), "one cook at two pans");
    assert!(with("B0.cut", 200).iter().any(|w| w.to_string().contains("nobody is in the kitchen")));
    assert!(!with("B0.rest", good["B0.rest"] + 1).is_empty() && !with("nobody", 3).is_empty());
    let mut less = good.clone();
    less.remove("B1.cut");
    assert!(judge(&of, &less).is_err());

    let refused = |change: &dyn Fn(&mut DayProblem)| {
        let mut odd = of.clone();
        change(&mut odd);
        Planner::new(&odd, 1).err().map(|e| unctum_core::CoreError::from(e).code())
    };
    assert_eq!(refused(&|p| p.windows[0] = (900, 300)), Some("unreadable-text"), "hours inside out");
    assert_eq!(refused(&|p| p.horizon = -5), Some("out-of-range"));
    assert_eq!(refused(&|p| p.batches.clear()), Some("unreadable-text"), "nothing to plan");
    assert_eq!(refused(&|p| p.batches[0].steps[0].dur = 1500), Some("does-not-fit"), "longer than any hours");
    assert_eq!(refused(&|p| p.windows.clear()), Some("does-not-fit"), "no hands at all");
    let back = DayLag { from: "B0.cut".into(), to: "B0.cook".into(), min: 0, max: None };
    assert_eq!(refused(&|p| p.batches[0].lags.push(back.clone())), Some("unreadable-text"), "a circle");
    assert_eq!(
        refused(&|p| p.batches[1].steps[0].id = "B0.cook".into()),
        Some("unknown-name"),
        "lags of another name"
    );
    let late = Planner::new(&small(&[(20, 60, 100)]), 1).expect("late, and said so").starts();
    assert!(judge(&small(&[(20, 60, 100)]), &late).expect("holds").late_min > 0, "due before anybody comes");
}
