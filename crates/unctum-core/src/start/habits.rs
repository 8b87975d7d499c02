//! What is known of a pan and of her hand, from what was learnt of the kitchen.

use crate::estimate::{Habits, TogetherBy};
use crate::kitchen::{Flame, Parameter, Picked};
use crate::numeric::Normal;
use crate::syrup::StageKey;

/// By it what was learnt together goes together a little less.
const LOOSER: f64 = 0.9;

/// The habits of the things that were picked.
pub(super) fn habits(picked: &Picked, stage: Option<StageKey>) -> Habits {
    let usual = Habits::default();
    let known = |about: &Parameter| picked.known.iter().find(|k| k.about == *about).map(|k| k.value);
    // What is known of it with the scatter of an evening.
    let tonight = |about: &Parameter| known(about).map(|value| value.wider(about.learnable().evening_sd));
    let of_pan = |about: fn(i32) -> Parameter| picked.pan_id.and_then(|id| tonight(&about(id)));
    let word = |flame| {
        let known = picked.ring_id.and_then(|ring_id| known(&Parameter::RingWord { ring_id, flame }));
        known.map_or(0.0, |n| n.mean)
    };
    let by_string = stage.is_none_or(StageKey::is_by_string);
    let hand = tonight(if by_string { &Parameter::HerString } else { &Parameter::HerDrop });
    Habits {
        // What the pan loses is in the pan as it is known; here is only how exactly.
        loss_ln: of_pan(|pan_id| Parameter::PanLoss { pan_id })
            .map_or(usual.loss_ln, |n| Normal { mean: 0.0, ..n }),
        wall_ln: of_pan(|pan_id| Parameter::PanHeat { pan_id }),
        hand_ln: hand.unwrap_or(usual.hand_ln),
        look_sd: usual.look_sd * known(&Parameter::HerLook).map_or(1.0, |n: Normal| n.mean.exp()),
        bias_sd_k: picked.thermometer_bias_sd_k,
        cups_sd: tonight(&Parameter::Cups).map(|n| n.sd),
        wish_stages: usual.wish_stages,
        low_ln: word(Flame::Low),
        high_ln: word(Flame::High),
        together: together(picked, by_string),
    }
}

/// How far what was learnt of the ring, the pan and the hand goes together.
fn together(picked: &Picked, by_string: bool) -> TogetherBy {
    let power = picked.ring_id.map(|ring_id| Parameter::RingPower { ring_id });
    let loss = picked.pan_id.map(|pan_id| Parameter::PanLoss { pan_id });
    let hand = Some(if by_string { Parameter::HerString } else { Parameter::HerDrop });
    let of = |a: &Option<Parameter>, b: &Option<Parameter>| {
        let find = |about: &Option<Parameter>| picked.known.iter().find(|k| Some(&k.about) == about.as_ref());
        let with = find(a).zip(find(b)).and_then(|(a, b)| a.with.iter().find(|t| t.about == b.about));
        with.map_or(0.0, |t| t.correlation)
    };
    // Each evening's own scatter loosens them.
    TogetherBy {
        power_loss: LOOSER * of(&power, &loss),
        power_hand: LOOSER * of(&power, &hand),
        loss_hand: LOOSER * of(&loss, &hand),
    }
}
