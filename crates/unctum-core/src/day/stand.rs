//! Whether a batch can stay where it stood, when things around it have changed.

use crate::day::insert::{Batch, Bound};
use crate::day::room::Room;

/// Whether a batch fits into a room with these starts. Holds it there if it does.
pub(super) fn stands(batch: &Batch, room: &mut Room, starts: &[i32], bounds: &[Bound]) -> bool {
    let fits = |i: usize| {
        let (step, at) = (&batch.steps[i], starts[i]);
        let begins = step.pin.map_or(at >= batch.release, |pin| pin == at);
        let open = !step.hands || room.with_hands(at, step.dur) == Some(at);
        let ends = at + step.dur;
        let follows = step.after.iter().all(|(to, min, max)| {
            let gap = starts[*to] - ends;
            gap >= *min && max.is_none_or(|max| gap <= max)
        });
        begins && open && follows && at >= 0 && ends <= room.horizon()
    };
    let asked = bounds.iter().all(|b| (b.no_earlier..=b.no_later).contains(&starts[b.step]));
    if !asked || !(0..batch.steps.len()).all(fits) {
        return false;
    }
    batch.hold(room, starts, 1);
    let free = room.is_free();
    if !free {
        batch.hold(room, starts, -1);
    }
    free
}
