//! Fat to fry in is heated as a step of its own: minutes for this ring and this much, a sign that tells that it is ready,
//! and only then the first load.

use crate::kitchen::Flame;
use crate::numeric::Spread;
use crate::process::kind::StepKind;
use crate::process::step::{Attention, Gate, Purpose, Step, Timing, Vessel, Window};
use crate::process::sweet::Method;

/// The gate of a step that fries which is no making ready but the fat's own sign.
const CRUMB: &str = "test";
/// Fat to fry in is so hot where the method does not say, °C.
const USUAL_FAT_C: f64 = 160.0;
/// Hot fat waits so long for its first load at most, min.
const WAITS_MIN: f64 = 6.0;
/// A large pot of fat on a weak ring is hot after so long, min.
const HEATS_MOST_MIN: f64 = 30.0;
/// Usual minutes to heat a pot of fat.
const USUAL_MIN: Spread = Spread { low: 5.0, mid: 8.0, high: 14.0 };

/// Whether a step fries in a pot of fat on a flame.
fn fries(step: &Step) -> bool {
    let fat = step.inputs.iter().any(|e| e.purpose == Purpose::Frying);
    step.kind == StepKind::Fry && step.on_flame() && fat
}

/// What comes before the fat is heated: what comes before the frying, but for what may not wait so long for it.
fn before_the_fat(steps: &[Step], fry: &Step) -> Vec<String> {
    let waits = |key: &str| {
        let from = steps.iter().find(|s| s.key == key)?;
        from.windows.iter().find(|w| w.to == fry.key).filter(|w| w.high_min < HEATS_MOST_MIN).map(|_| from)
    };
    let of = |key: &str| match waits(key) {
        Some(from) => from.before().map(str::to_owned).collect(),
        None => vec![key.to_owned()],
    };
    let mut before: Vec<String> = fry.before().flat_map(of).collect();
    before.dedup();
    before
}

/// The step that heats the fat of one that fries.
fn heating(fry: &mut Step, before: Vec<String>) -> Step {
    let (signs, gates): (Vec<Gate>, Vec<Gate>) = fry.gates.drain(..).partition(|g| g.key == CRUMB);
    let cue =
        signs.into_iter().next().map_or_else(|| "A crumb rises at once without browning".into(), |g| g.text);
    let key = format!("{}-fat", fry.key);
    fry.after.push(key.clone());
    Step {
        after: before,
        gates,
        vessel: Vessel::FryingPot,
        flame: Some(Flame::Medium),
        heat_to_c: Some(fry.heat_to_c.unwrap_or(USUAL_FAT_C)),
        attention: Attention::NowAndThen,
        event: "The fat is ready".into(),
        cue,
        minutes: Some(USUAL_MIN),
        timing: Timing::Heat,
        windows: vec![Window { to: fry.key.clone(), low_min: 0.0, high_min: WAITS_MIN }],
        reason: "Too cool, and they drink it; too hot, and they brown raw.".into(),
        ..Step::new(
            &key,
            StepKind::HeatFat,
            "Heat the fat",
            "Put the fat into a dry pot and heat it on a medium flame; stay beside it. Try it with a crumb, and turn the flame down if it smokes.",
        )
    }
}

/// A method whose fat is heated before it is fried in; as it is where that is told already.
pub(crate) fn with_fat_heated(mut method: Method) -> Method {
    let heats: Vec<String> =
        method.steps.iter().filter(|s| s.kind == StepKind::HeatFat).map(|s| s.key.clone()).collect();
    let mut i = 0;
    while i < method.steps.len() {
        let told = method.steps[i].after.iter().any(|key| heats.contains(key));
        if fries(&method.steps[i]) && !told {
            let before = before_the_fat(&method.steps, &method.steps[i]);
            let step = heating(&mut method.steps[i], before);
            method.steps.insert(i, step);
            i += 1;
        }
        i += 1;
    }
    method
}
