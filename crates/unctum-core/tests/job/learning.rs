//! What batches teach: found from logs of a hidden pan, whatever their order, and not spoilt by a slip.

use proptest::prelude::*;
use unctum_core::cook::Followed;
use unctum_core::kitchen::{
    Bench, Flame, KitchenDocument, Learning, NumberedPan, NumberedRing, Pan, Parameter, Room, Wished,
};
use unctum_core::learn::{AgainKey, BatchTold, Evidence, again, learn, shown, told_by};
use unctum_core::log::{BatchEvent, SeenReading};
use unctum_core::numeric::{Normal, Rng};
use unctum_core::process::plain_syrup_steps;
use unctum_core::review::{CauseKind, Texture, Verdict};
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::{BatchSetup, Chosen};
use unctum_core::syrup::{Ladder, StageKey};

use crate::common::{cashew_batch, gas, kadai};

const DAY_MS: i64 = 86_400_000;
const RING: Parameter = Parameter::RingPower { ring_id: 1 };

pub(crate) fn kitchen() -> KitchenDocument {
    KitchenDocument {
        name: "Hill".into(),
        room: Room { altitude_m: Some(1480.0), pressure_pa: None, room_c: 24.0, humidity_frac: 0.6 },
        rings: vec![NumberedRing { id: Some(1), ring: gas() }],
        pans: vec![NumberedPan { id: Some(1), pan: kadai() }],
        thermometers: vec![],
        trays: vec![],
        measures: vec![],
        bench: Bench::default(),
        ladder: Ladder::default(),
        learning: Learning::default(),
    }
}

fn syrup() -> BatchSetup {
    let chosen = Chosen { ring_id: Some(1), pan_id: Some(1), ..Chosen::default() };
    BatchSetup { steps: plain_syrup_steps(StageKey::OneString), chosen, ..cashew_batch() }
}

/// How the evenings of a test are cooked.
#[derive(Clone, Copy)]
pub(crate) struct Habit {
    /// The ring against what it was taken for.
    pub(crate) power: f64,
    /// The hand, as the logarithm of its strings.
    pub(crate) string: f64,
    /// Weighings typed so many times what the scale showed, at the second of them.
    pub(crate) slip: f64,
    /// Seconds that the flame stays on after the right moment.
    pub(crate) late_s: f64,
}

pub(crate) const PLAIN: Habit = Habit { power: 0.75, string: 0.0, slip: 1.0, late_s: 0.0 };

/// A syrup cooked beside a hidden pan: weighed three times, one string pulled, turned off at its strength.
pub(crate) fn cooked(seed: u64, habit: Habit) -> Followed {
    let setup = syrup();
    let world = World { flicker: 0.02, ..World::as_told(&setup, habit.power) };
    let hands = Hands { string: habit.string, scatter: (0.15, 0.3, 0.5), ..Hands::default() };
    let started_ms = 1_700_000_000_000 + seed as i64 * 7 * DAY_MS;
    let mut cook = Cook::of(setup, world, hands, Rng::of(seed), started_ms).expect("a batch");
    let mut rng = Rng::of(seed + 1000);
    cook.does(BatchEvent::Flame { flame: Flame::Medium }).expect("lit");
    cook.wait(300.0);
    cook.does(BatchEvent::done("dissolve")).expect("dissolved");
    let aim = cook.setup().syrup.expect("syrup").target_solids_frac;
    let mut weighed = 0;
    while cook.strength() < aim - 0.012 {
        cook.wait(20.0);
        if cook.elapsed_s() > 400.0 + 150.0 * f64::from(weighed) && weighed < 3 {
            let mut reading = cook.weight(&mut rng, 0.0);
            if let SeenReading::Weight { gross_g } = &mut reading
                && weighed == 1
            {
                *gross_g *= habit.slip;
            }
            let _ = cook.does_unasked(BatchEvent::Reading { reading });
            weighed += 1;
        }
    }
    let string_cm = cook.string_cm(&mut rng).clamp(0.1, 20.0);
    cook.does_unasked(BatchEvent::Reading { reading: SeenReading::String { string_cm } }).expect("pulled");
    cook.wait(habit.late_s);
    cook.does_unasked(BatchEvent::Flame { flame: Flame::Off }).expect("off");
    cook.wait(60.0);
    let reading = cook.weight(&mut rng, 0.0);
    cook.does_unasked(BatchEvent::Reading { reading }).expect("weighed");
    for step in ["boil", "use"] {
        cook.wait(60.0);
        let _ = cook.does_unasked(BatchEvent::done(step));
    }
    cook.batch().clone()
}

pub(crate) fn told(seed: u64, habit: Habit) -> BatchTold {
    told_by(seed as i32, &cooked(seed, habit), Some(&Verdict::of(Texture::Right)), &[], &kitchen())
}

fn ring_of(batches: &[BatchTold]) -> (f64, f64) {
    let learnt = learn(batches, |p| kitchen().told(p), &Learning::default());
    let value = learnt.of(&RING).expect("the ring was seen");
    (value.now.mean - value.before.mean, value.now.sd)
}

#[test]
fn a_ring_weaker_than_its_plate_and_an_early_hand_are_found_from_the_log() {
    let habit = Habit { string: 0.4, ..PLAIN };
    let batches: Vec<BatchTold> = (1..=4).map(|seed| told(seed, habit)).collect();
    let learnt = learn(&batches, |p| kitchen().told(p), &Learning::default());
    let ring = learnt.of(&RING).expect("ring");
    assert!((ring.now.mean - ring.before.mean - 0.75_f64.ln()).abs() < 2.5 * ring.now.sd, "{ring:?}");
    assert!(ring.now.sd < 0.4 * ring.before.sd && ring.batches() == 4);
    let hand = learnt.of(&Parameter::HerString).expect("hand");
    assert!((hand.now.mean - 0.4).abs() < 2.0 * hand.now.sd && hand.now.mean > 0.15, "{hand:?}");
    let said = shown(&learnt, &kitchen(), str::to_owned);
    let of_ring = said.iter().find(|v| v.about == RING).expect("told");
    assert!(of_ring.offered && of_ring.says.contains("longer than was reckoned"), "{}", of_ring.says);
    let of_hand = said.iter().find(|v| v.about == Parameter::HerString).expect("told");
    assert!(of_hand.says.contains("early"), "{}", of_hand.says);
}

#[test]
fn what_is_accepted_is_reckoned_with_and_taken_back_it_is_not() {
    let batches: Vec<BatchTold> = (1..=3).map(|seed| told(seed, PLAIN)).collect();
    let mut kitchen = kitchen();
    let learnt = learn(&batches, |p| kitchen.told(p), &Learning::default());
    let before = kitchen.pick(Wished::default()).expect("picked");
    kitchen.accept(&learnt, &RING, 5).expect("learnt");
    let after = kitchen.pick(Wished::default()).expect("picked");
    let ratio = after.ring.efficiency_frac / before.ring.efficiency_frac;
    assert!((ratio - 0.75).abs() < 0.08, "{ratio}");
    assert!(after.ring.efficiency_sd / after.ring.efficiency_frac < 0.1);
    assert_eq!(after.known[0].batches, 3);
    // Accepted again nothing moves: what was learnt is no evidence of itself.
    let again = learn(&batches, |p| kitchen.told(p), &Learning::default());
    assert_eq!(again, learnt);
    // A check of the ring puts aside what was learnt over it.
    let mut checked = kitchen.clone();
    checked.rings[0].ring.efficiency_frac = 0.33;
    assert_eq!(checked.pick(Wished::default()).expect("picked").ring, checked.rings[0].ring);
    kitchen.take_back(&RING);
    assert_eq!(kitchen.pick(Wished::default()).expect("picked").ring, before.ring);
    // Refused, it is not offered until some more have taught it.
    kitchen.refuse(&learnt, &RING).expect("learnt");
    assert!(!shown(&learnt, &kitchen, str::to_owned).iter().any(|v| v.about == RING && v.offered));
    let more: Vec<BatchTold> = (1..=6).map(|seed| told(seed, PLAIN)).collect();
    let later = learn(&more, |p| kitchen.told(p), &Learning::default());
    assert!(shown(&later, &kitchen, str::to_owned).iter().any(|v| v.about == RING && v.offered));
}

/// Of a hand nothing is told: what was learnt of it stays, whatever was reckoned usual when it was learnt.
#[test]
fn a_hand_stays_known_when_another_spread_is_usual() {
    let batches: Vec<BatchTold> = (1..=3).map(|seed| told(seed, PLAIN)).collect();
    let mut kitchen = kitchen();
    let learnt = learn(&batches, |p| kitchen.told(p), &Learning::default());
    kitchen.accept(&learnt, &Parameter::HerString, 5).expect("learnt");
    kitchen.accept(&learnt, &RING, 5).expect("learnt");
    kitchen.learning.known.iter_mut().for_each(|k| k.over.sd *= 1.2);
    assert!(kitchen.known(&Parameter::HerString).is_some());
    assert!(kitchen.known(&RING).is_none(), "a ring that was told anew");
}

#[test]
fn what_is_forgotten_or_left_out_leaves_no_trace() {
    let batches: Vec<BatchTold> = (1..=4).map(|seed| told(seed, PLAIN)).collect();
    let of = |batches: &[BatchTold], learning: &Learning| learn(batches, |p| kitchen().told(p), learning);
    let left_out = Learning { left_out: vec![3], ..Learning::default() };
    let without: Vec<BatchTold> = batches.iter().filter(|b| b.batch_id != 3).cloned().collect();
    assert_eq!(of(&batches, &left_out).values, of(&without, &Learning::default()).values);
    let mut kitchen = kitchen();
    kitchen.forget(&RING, batches[3].at_ms);
    assert!(
        of(&batches, &kitchen.learning)
            .of(&RING)
            .is_none_or(|v| v.batches() == 0 && v.now.sd > 0.9 * v.before.sd)
    );
}

/// A slip of the finger, ten times the weight: it is named, and moves what is known by less than its own doubt.
#[test]
fn one_slip_moves_little() {
    let clean: Vec<BatchTold> = (1..=4).map(|seed| told(seed, PLAIN)).collect();
    let (right, sd) = ring_of(&clean);
    let mut slipped = clean.clone();
    slipped[2] = told(3, Habit { slip: 0.1, ..PLAIN });
    let (with_slip, _) = ring_of(&slipped);
    assert!((with_slip - right).abs() < 0.6 * sd, "moved by {} of {sd}", with_slip - right);
    // A batch that tells of quite another ring weighs little, and is told.
    let mut astray = clean.clone();
    astray.push(told(9, Habit { power: 1.3, ..PLAIN }));
    let learnt = learn(&astray, |p| kitchen().told(p), &Learning::default());
    assert!(learnt.weights[&9] < 0.5, "{:?}", learnt.weights);
    assert!((ring_of(&astray).0 - right).abs() < 2.0 * sd);
}

#[test]
fn a_batch_that_never_boiled_teaches_nothing_of_the_ring() {
    let cold = Followed::new(syrup(), 1_700_000_000_000, &[]).expect("a batch");
    let told = told_by(1, &cold, Some(&Verdict::of(Texture::TooFirm)), &[], &kitchen());
    assert_eq!(told.evidence, vec![]);
    assert_eq!(cold.causes(Some(&Verdict::of(Texture::TooFirm))), vec![]);
}

#[test]
fn a_flame_left_on_is_the_first_cause_and_an_aim_that_was_wrong_is_changed() {
    let late = cooked(5, Habit { late_s: 120.0, ..PLAIN });
    let verdict = Verdict::of(Texture::TooFirm);
    let causes = late.causes(Some(&verdict));
    assert_eq!(causes[0].kind, CauseKind::TurnOff, "{causes:?}");
    assert!(causes[0].points.expect("points") > 1.5 && causes[0].words.contains("late"));
    let redone = again(&late, Some(&verdict), &kitchen(), None);
    assert!(redone.mind.iter().any(|m| m.contains("knob")) && redone.ask.aim_stages.is_none(), "{redone:?}");
    // Landed where it was aimed, and too soft all the same: boiled further, if she wants that.
    let soft = Verdict::of(Texture::TooSoft);
    let fine = cooked(6, PLAIN);
    let redone = again(&fine, Some(&soft), &kitchen(), None);
    assert!(redone.changes.iter().any(|c| c.key == AgainKey::Aim), "{redone:?}");
    assert!(redone.ask.aim_stages.expect("changed") > 0.0);
    assert_eq!(again(&fine, Some(&soft), &kitchen(), Some(&[])).ask.aim_stages, None);
}

/// A quarter of a minute late is a cause of what is too firm, and no matter where it is right; two minutes are told all the same.
#[test]
fn a_right_batch_is_not_told_trifles() {
    let told = |late_s: f64, texture: Texture| {
        let causes = cooked(5, Habit { late_s, ..PLAIN }).causes(Some(&Verdict::of(texture)));
        causes.into_iter().filter_map(|c| c.points).map(f64::abs).fold(0.0, f64::max)
    };
    let firm = told(15.0, Texture::TooFirm);
    assert!((0.3..1.0).contains(&firm), "{firm} points");
    assert!(told(15.0, Texture::Right) < 1e-9);
    assert!(told(120.0, Texture::Right) > 1.5);
}

#[test]
fn the_way_that_is_looked_back_at_ends_where_it_was_weighed() {
    let batch = cooked(7, PLAIN);
    let way = batch.boil_way(40).expect("a syrup").way;
    assert!(way.windows(2).all(|w| w[0].at_s < w[1].at_s && w[0].water_g >= w[1].water_g - 1e-6));
    let weighed = batch.readings().last().expect("weighed").solids_frac;
    let end = way.last().expect("an end").solids_frac;
    assert!((end - weighed.mid).abs() < 0.01, "{end} for {weighed:?}");
}

/// What a batch says of its pan is the same whether or not something had been learnt of that pan when it was started.
#[test]
fn what_was_known_at_the_start_is_not_learnt_a_second_time() {
    let batch = cooked(11, PLAIN);
    let of = |loss_factor: f64| {
        let pan = Pan { loss_factor, ..batch.setup().pan.clone() };
        let setup = BatchSetup { pan, ..batch.setup().clone() };
        let again = Followed::new(setup, batch.started_ms(), batch.log()).expect("the same log");
        let told = told_by(1, &again, Some(&Verdict::of(Texture::Right)), &[], &kitchen());
        // Of the pan alone, the ring known: what is seen of the two goes together.
        let prior = |about: &Parameter| {
            let sd = if *about == (Parameter::PanLoss { pan_id: 1 }) { 0.3 } else { 0.001 };
            Some(Normal { mean: kitchen().told(about).map_or(0.0, |n| n.mean), sd })
        };
        let learnt = learn(&[told], prior, &Learning::default());
        learnt.of(&Parameter::PanLoss { pan_id: 1 }).expect("seen").now.mean
    };
    let (plain, more) = (of(1.0), of(0.2_f64.exp()));
    assert!((plain - more).abs() < 0.06, "{plain} {more}");
}

/// Batches that each say something of a few parameters.
/// Places of parameters, what was seen of them, and how exactly.
type SeenSome = Vec<(usize, f64, f64)>;

fn some_batches() -> impl Strategy<Value = Vec<BatchTold>> {
    let evidence = (0..4_usize, -0.8..0.8f64, 0.03..0.6f64);
    let batch = (proptest::collection::vec(evidence, 1..4), 0..900_i64, any::<bool>());
    proptest::collection::vec(batch, 1..8).prop_map(|batches| {
        let about = [
            RING,
            Parameter::PanLoss { pan_id: 1 },
            Parameter::HerString,
            Parameter::Wish { sweet_key: "sheet".into() },
        ];
        let told = |(i, (evidence, day, odd)): (usize, (SeenSome, i64, bool))| BatchTold {
            batch_id: i as i32,
            title: format!("Batch {i}"),
            at_ms: day * DAY_MS,
            odd: if odd { vec!["Rescued.".into()] } else { vec![] },
            evidence: evidence
                .into_iter()
                .map(|(p, mean, sd)| {
                    Evidence::of(about[p].clone(), Normal { mean, sd }).scattering(0.05, 0.1)
                })
                .collect(),
        };
        batches.into_iter().enumerate().map(told).collect()
    })
}

fn told_of(_: &Parameter) -> Option<Normal> {
    Some(Normal { mean: 0.0, sd: 0.3 })
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(128))]

    /// Only their age matters, not the order in which they are told.
    #[test]
    fn the_order_of_batches_does_not_matter(batches in some_batches(), turn in 0..8_usize) {
        let mut turned = batches.clone();
        let by = turn % turned.len();
        turned.rotate_left(by);
        let (a, b) = (learn(&batches, told_of, &Learning::default()), learn(&turned, told_of, &Learning::default()));
        prop_assert_eq!(a.values.len(), b.values.len());
        for (x, y) in a.values.iter().zip(&b.values) {
            prop_assert!((x.now.mean - y.now.mean).abs() < 1e-6 && (x.now.sd - y.now.sd).abs() < 1e-6, "{x:?} {y:?}");
        }
    }

    /// Nothing is ever known less exactly than before, nothing is no number, and no weight is out of its bounds.
    #[test]
    fn what_is_learnt_makes_sense(batches in some_batches()) {
        let learnt = learn(&batches, told_of, &Learning::default());
        for v in &learnt.values {
            prop_assert!(v.now.mean.is_finite() && v.now.sd > 0.0 && v.now.sd <= v.before.sd + 1e-9, "{v:?}");
            prop_assert!(v.from.iter().all(|f| (0.0..=1.0).contains(&f.weight) && f.alone.sd > 0.0));
            prop_assert!(v.with.iter().all(|t| t.correlation.abs() <= 1.0 + 1e-9));
        }
    }

    /// One more batch that agrees is never worth less than nothing.
    #[test]
    fn more_of_the_same_is_known_more_exactly(mean in -0.5..0.5f64, sd in 0.05..0.5f64, count in 1..7_i32) {
        let told = |id: i32| BatchTold {
            batch_id: id, title: String::new(), at_ms: i64::from(id) * DAY_MS, odd: vec![],
            evidence: vec![Evidence::of(RING, Normal { mean, sd }).scattering(0.05, 0.1)],
        };
        let sd_of = |n: i32| {
            let batches: Vec<BatchTold> = (0..n).map(told).collect();
            learn(&batches, told_of, &Learning::default()).of(&RING).map_or(0.3, |v| v.now.sd)
        };
        prop_assert!(sd_of(count + 1) < sd_of(count) && sd_of(count) < sd_of(count - 1) + 1e-12);
    }

    /// The older a batch, the less it says.
    #[test]
    fn old_batches_fade(days in 1..2000_i64) {
        let told = |id: i32, at_ms: i64, mean: f64| BatchTold {
            batch_id: id, title: String::new(), at_ms, odd: vec![],
            evidence: vec![Evidence::of(RING, Normal { mean, sd: 0.1 }).scattering(0.02, 0.2)],
        };
        let at = |days: i64| {
            let batches = [told(1, 0, 0.2), told(2, days * DAY_MS, 0.0)];
            learn(&batches, told_of, &Learning::default()).of(&RING).map_or(0.0, |v| v.now.mean)
        };
        prop_assert!(at(days + 200) < at(days));
    }
}

/// Of very many batches the newest are drawn, and all count.
#[test]
fn of_very_many_batches_the_newest_are_drawn() {
    let kitchen = kitchen();
    let one = |batch_id: i32| BatchTold {
        batch_id,
        title: "Syrup".into(),
        at_ms: 1_700_000_000_000 + 3_600_000 * i64::from(batch_id),
        odd: vec![],
        evidence: vec![
            Evidence::of(Parameter::HerString, Normal { mean: 0.1, sd: 0.2 }).scattering(0.06, 0.12),
        ],
    };
    let batches: Vec<BatchTold> = (1..=350).map(one).collect();
    let learnt = learn(&batches, |p| kitchen.told(p), &Learning::default());
    let values = shown(&learnt, &kitchen, str::to_owned);
    let hers = values.iter().find(|v| v.about == Parameter::HerString).expect("learnt");
    assert_eq!(hers.batches, 350);
    assert_eq!((hers.from.len(), hers.from[0].batch_id, hers.from[199].batch_id), (200, 151, 350));
}

#[test]
fn nothing_told_is_what_was_told_before() {
    let learnt = learn(&[], told_of, &Learning::default());
    assert!(learnt.values.is_empty() && learnt.weights.is_empty());
}
