//! A batch followed through its log, against a hidden true pan.

use crate::common::cashew_batch;
use unctum_core::batch::{
    Advice, BatchEvent, BatchSetup, BatchState, Logged, Phase, SeenReading, admit, state_at,
};
use unctum_core::kitchen::Flame;
use unctum_core::pan::{Heat, PanModel, PanState, Stop};

const START_MS: i64 = 1_700_000_000_000;

struct Kitchen {
    setup: BatchSetup,
    log: Vec<Logged>,
    now_ms: i64,
    model: PanModel,
    truth: PanState,
    true_power_w: f64,
    heat_on: bool,
    off_since_s: f64,
}

impl Kitchen {
    /// A ring that is in truth weaker than its plate says by `factor`.
    fn new(factor: f64) -> Self {
        let setup = cashew_batch();
        let model = PanModel::new(&setup.charge, &setup.pan, setup.air).expect("model");
        let truth = model.start(setup.air.room_c);
        let true_power_w = setup.ring.net_power_w(Flame::Medium.frac()) * factor;
        Self {
            setup,
            log: vec![],
            now_ms: START_MS,
            model,
            truth,
            true_power_w,
            heat_on: false,
            off_since_s: 0.0,
        }
    }

    fn wait(&mut self, seconds: f64) {
        let heat = if self.heat_on {
            Heat::On(self.true_power_w)
        } else {
            Heat::Off { since_s: self.off_since_s, stored_j: 0.0 }
        };
        self.model.advance(&mut self.truth, heat, seconds, Stop::Never, |_| {});
        self.now_ms += (seconds * 1000.0) as i64;
        self.off_since_s += seconds;
    }

    fn happens(&mut self, event: BatchEvent) {
        admit(&self.setup, START_MS, &self.log, &event, self.now_ms).expect("fits");
        if let BatchEvent::Flame { flame } = &event {
            self.heat_on = *flame != Flame::Off;
            self.off_since_s = 0.0;
        }
        let seq = i32::try_from(self.log.len()).expect("short") + 1;
        self.log.push(Logged { seq, at_ms: self.now_ms, event });
    }

    fn step_done(&mut self, step: &str) {
        self.happens(BatchEvent::StepDone { step: step.into() });
    }

    fn weigh(&mut self) {
        let gross_g = self.model.gross_g(self.truth.water_g).round();
        self.happens(BatchEvent::Reading { reading: SeenReading::Weight { gross_g } });
    }

    fn state(&self) -> BatchState {
        state_at(&self.setup, START_MS, &self.log, self.now_ms).expect("state")
    }
}

fn boiling(factor: f64) -> Kitchen {
    let mut k = Kitchen::new(factor);
    k.step_done("ready");
    k.happens(BatchEvent::Flame { flame: Flame::Medium });
    k.wait(180.0);
    k.step_done("dissolve");
    k
}

#[test]
fn weighing_narrows_and_teaches_the_ring() {
    let mut k = boiling(0.8);
    k.wait(300.0);
    let before = k.state().syrup.expect("syrup");
    k.weigh();
    let after = k.state().syrup.expect("syrup");
    let width = |s: &unctum_core::batch::SyrupState| s.solids_frac.high - s.solids_frac.low;
    assert!(width(&after) < 0.5 * width(&before), "{} then {}", width(&before), width(&after));
    assert!(after.power_factor < 0.95, "a slow pan means a weak ring: {}", after.power_factor);
    let truth = k.model.solids_frac(k.truth.water_g);
    assert!(after.solids_frac.low <= truth && truth <= after.solids_frac.high);
}

#[test]
fn followed_advice_lands_on_one_string_whatever_the_ring() {
    for factor in [0.7, 0.85, 1.0, 1.15, 1.3] {
        let mut k = boiling(factor);
        let mut off = false;
        for _ in 0..200 {
            k.wait(10.0);
            match k.state().advice {
                Advice::TurnOffNow => {
                    k.weigh();
                    if k.state().advice == Advice::TurnOffNow {
                        k.happens(BatchEvent::Flame { flame: Flame::Off });
                        off = true;
                        break;
                    }
                }
                Advice::ReadNow => k.weigh(),
                _ => {}
            }
        }
        assert!(off, "never told to turn off at {factor}");
        assert!(matches!(k.state().advice, Advice::Test), "{:?}", k.state().advice);
        k.wait(240.0);
        let landed = k.model.solids_frac(k.truth.water_g);
        assert!((0.73..0.785).contains(&landed), "landed at {landed} with ring factor {factor}");
        k.step_done("boil");
        assert_eq!(k.state().phase, Phase::Mass);
    }
}

#[test]
fn past_the_stage_it_says_how_much_water() {
    let mut k = boiling(1.3);
    k.wait(520.0);
    k.weigh();
    let state = k.state();
    let Advice::AddWater { water_g } = state.advice else {
        unreachable!("{:?} at {:?}", state.advice, state.syrup)
    };
    k.happens(BatchEvent::WaterAdded { water_g });
    let frac = k.state().syrup.expect("syrup").solids_frac.mid;
    assert!((frac - k.setup.target_solids_frac).abs() < 0.01, "{frac}");
}

#[test]
fn undo_gives_back_the_state_before() {
    let mut k = boiling(1.0);
    k.wait(60.0);
    let before = k.state();
    k.weigh();
    let seq = k.log.last().expect("entry").seq;
    k.happens(BatchEvent::Undone { undone_seq: seq });
    let after = k.state();
    assert_eq!(after.syrup, before.syrup);
    assert_eq!(after.can_undo, before.can_undo);
    let older = BatchEvent::Undone { undone_seq: 1 };
    assert!(admit(&k.setup, START_MS, &k.log, &older, k.now_ms).is_err());
}

#[test]
fn what_cannot_be_is_not_admitted() {
    let k = boiling(1.0);
    let refused =
        |event: BatchEvent| admit(&k.setup, START_MS, &k.log, &event, k.now_ms).expect_err("refused").code();
    let reading = |reading| BatchEvent::Reading { reading };
    assert_eq!(refused(reading(SeenReading::Weight { gross_g: 1900.0 })), "weight-below-solids");
    assert_eq!(refused(reading(SeenReading::Thermometer { shown_c: 90.0 })), "below-water-boil");
    assert_eq!(refused(reading(SeenReading::Thermometer { shown_c: f64::NAN })), "not-a-number");
    assert_eq!(refused(reading(SeenReading::String { string_cm: -1.0 })), "out-of-range");
    assert_eq!(refused(BatchEvent::StepDone { step: "cut".into() }), "not-now");
    assert_eq!(refused(BatchEvent::WaterAdded { water_g: 1e9 }), "out-of-range");
    assert_eq!(
        refused(BatchEvent::Gate { step: "ready".into(), gate: "moon".into(), ticked: true }),
        "unknown-name"
    );
}

#[test]
fn a_contradicting_reading_is_called_out() {
    let mut k = boiling(1.0);
    k.wait(30.0);
    k.happens(BatchEvent::Reading { reading: SeenReading::Weight { gross_g: 2125.0 } });
    assert!(k.state().syrup.expect("syrup").surprise);
}
