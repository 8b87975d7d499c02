//! On which ring each batch of the days is made.

use crate::error::Result;
use crate::order::made::DayMade;
use crate::order::plan::DayChoice;
use crate::order::question::DayQuestion;

/// Shares the batches out over her rings, what has most to heat first, to the ring that has least to do for its power.
/// What she chose stays.
pub(super) fn on_rings(q: &DayQuestion<'_>, batches: &mut [DayMade]) -> Result<()> {
    let mut rings: Vec<(i32, f64, f64)> =
        q.kitchen.rings.iter().filter_map(|r| Some((r.id?, r.ring.net_power_w(1.0), 0.0))).collect();
    let heats = |b: &DayMade| b.formula.evaporated_g + b.formula.put_in_g / 5.0;
    let mut order: Vec<usize> = (0..batches.len()).collect();
    order.sort_by(|a, b| heats(&batches[*b]).total_cmp(&heats(&batches[*a])).then(a.cmp(b)));
    let chosen = |b: &DayMade| q.chosen(&b.key).map(|c| c.ring_id);
    for i in &order {
        if let Some(ring) = chosen(&batches[*i]).and_then(|id| rings.iter_mut().find(|r| r.0 == id)) {
            ring.2 += heats(&batches[*i]) / ring.1;
        }
    }
    for i in order {
        let (heat, kept) = (heats(&batches[i]), chosen(&batches[i]));
        if kept.is_some_and(|id| rings.iter().any(|r| r.0 == id)) {
            continue;
        }
        let busy = |r: &(i32, f64, f64)| r.2 + heat / r.1;
        let Some(ring) = rings.iter_mut().min_by(|a, b| busy(a).total_cmp(&busy(b))) else { continue };
        ring.2 = busy(ring);
        let with = DayChoice { ring_id: ring.0, ..batches[i].choice };
        if with != batches[i].choice {
            let batch = &mut batches[i];
            batch.choice = with;
            batch.ask.ring_id = Some(with.ring_id);
        }
    }
    for batch in batches.iter_mut() {
        let picked = q.kitchen.pick(batch.ask.wished())?;
        if (picked.ring_id, picked.pan_id) != (batch.made.picked.ring_id, batch.made.picked.pan_id) {
            batch.made.picked = picked;
            batch.formula = batch.made.formula(q.book)?;
        }
    }
    Ok(())
}
