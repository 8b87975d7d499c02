//! In which pan and in which trays each batch of the days is made: what fits, and of that what has least to do.

use crate::course::Tools;
use crate::day::ResourceId;
use crate::error::{CoreError, Result};
use crate::formula::{THICKER, laid};
use crate::kitchen::Tray;
use crate::order::graph::{TRAY, working};
use crate::order::made::DayMade;
use crate::order::plan::DayChoice;
use crate::order::question::DayQuestion;
use crate::process::{Method, Vessel};
use crate::start::Made;

/// What fits a pan is still at home in one so much larger; a slab in so much more tray.
const LARGER: f64 = 2.0;

fn is_in(method: &Method, vessel: Vessel) -> bool {
    method.steps.iter().any(|s| s.vessel == vessel)
}

/// Whether a method cooks in the widest pan and in a pot of fat: the pan she picks is then the wide one, so that another is
/// left for the fat.
fn wants_two_pans(method: &Method) -> bool {
    is_in(method, Vessel::WidePan) && is_in(method, Vessel::FryingPot)
}

/// The smallest of her pans that holds so much, or the largest; that she chose, if she did.
pub(super) fn pan_for(
    q: &DayQuestion<'_>,
    method: &Method,
    needs_ml: f64,
    choice: Option<&DayChoice>,
) -> Result<(i32, f64)> {
    let all = || q.kitchen.pans.iter().filter_map(|p| Some((p.id?, p.pan.capacity_ml(), p.pan.diameter_cm)));
    if let Some((id, holds_ml, _)) = choice.and_then(|c| all().find(|p| p.0 == c.pan_id)) {
        return Ok((id, holds_ml));
    }
    let least_cm = if wants_two_pans(method) { all().map(|p| p.2).fold(0.0, f64::max) } else { 0.0 };
    let wide = all().filter(|p| p.2 >= least_cm);
    let mut pans: Vec<(i32, f64)> = wide.map(|(id, holds_ml, _)| (id, holds_ml)).collect();
    pans.sort_by(|a, b| a.1.total_cmp(&b.1));
    let found = pans.iter().find(|p| p.1 >= needs_ml).or(pans.last()).copied();
    found.ok_or(CoreError::NoSuchThing { what: "pan", id: 0 })
}

/// Shares the batches out over the pans that they fit, what takes longest first, to the one that has least to do. What she
/// chose, what was begun and what wants a pot of fat besides stays where it is.
pub(super) fn in_pans(q: &DayQuestion<'_>, batches: &mut [DayMade]) {
    let mut busy: Vec<(i32, f64, f64)> =
        q.kitchen.pans.iter().filter_map(|p| Some((p.id?, p.pan.capacity_ml(), 0.0))).collect();
    let stays = |b: &DayMade| {
        let chosen = q.days.choices.contains_key(&b.key)
            || b.alike.as_ref().is_some_and(|key| q.days.choices.contains_key(key));
        chosen || q.begun.iter().any(|begun| begun.key == b.key) || is_in(b.made.method(), Vessel::FryingPot)
    };
    let minutes = |b: &DayMade| {
        let tools = Tools::of(&b.made.picked);
        let held = working(b).into_iter().filter(|(s, _)| tools.pan_of(s).is_some());
        held.map(|(_, m)| m.mid).sum::<f64>() + f64::from(q.wash_min())
    };
    let mut order: Vec<usize> = (0..batches.len()).collect();
    order.sort_by(|a, b| minutes(&batches[*b]).total_cmp(&minutes(&batches[*a])).then(a.cmp(b)));
    order.sort_by_key(|i| !stays(&batches[*i]));
    for i in order {
        let batch = &mut batches[i];
        let (takes_min, now) = (minutes(batch), batch.choice.pan_id);
        let needs_ml = batch.made.weighed.at.written.fullest_ml();
        let holds_ml = busy.iter().find(|p| p.0 == now).map_or(0.0, |p| p.1);
        let fits = |p: &&mut (i32, f64, f64)| {
            let room = (needs_ml..=LARGER * holds_ml).contains(&p.1);
            p.0 == now || (room && !stays(batch))
        };
        // Of those that have as little to do the one it is in, then the smallest.
        let rank = |p: &&mut (i32, f64, f64)| (p.2, f64::from(u8::from(p.0 != now)), p.1);
        let least = busy.iter_mut().filter(fits).min_by(|a, b| {
            let (a, b) = (rank(a), rank(b));
            a.0.total_cmp(&b.0).then(a.1.total_cmp(&b.1)).then(a.2.total_cmp(&b.2))
        });
        let Some(pan) = least else { continue };
        pan.2 += takes_min;
        batch.choice.pan_id = pan.0;
        batch.ask.pan_id = Some(pan.0);
    }
}

/// Trays of one size: the first of them, its area, cm², and how many there are.
struct TrayKind {
    first: i32,
    cm2: f64,
    there: i32,
}

fn kinds(q: &DayQuestion<'_>) -> Vec<TrayKind> {
    let mut kinds: Vec<(&Tray, TrayKind)> = Vec::new();
    for numbered in &q.kitchen.trays {
        let (Some(first), tray) = (numbered.id, &numbered.tray) else { continue };
        match kinds.iter_mut().find(|(of, _)| alike(of, tray)) {
            Some((_, kind)) => kind.there += 1,
            None => kinds.push((tray, TrayKind { first, cm2: tray.length_cm * tray.width_cm, there: 1 })),
        }
    }
    kinds.into_iter().map(|(_, kind)| kind).collect()
}

/// Of one size, by the millimetre.
fn alike(one: &Tray, other: &Tray) -> bool {
    let near = |a: f64, b: f64| (a - b).abs() < 0.1;
    near(one.length_cm, other.length_cm) && near(one.width_cm, other.width_cm)
}

/// Trays of the kitchen as things of the day: those of one size are one thing, by the number of the first of them.
pub(super) fn trays(q: &DayQuestion<'_>) -> Vec<(ResourceId, i32)> {
    let kinds: Vec<_> = kinds(q).iter().map(|k| (ResourceId::tray(k.first), k.there)).collect();
    if kinds.is_empty() { vec![(TRAY.into(), 1)] } else { kinds }
}

/// What the trays of a size are called, in their order.
pub(super) fn tray_names(q: &DayQuestion<'_>, res: &ResourceId) -> Vec<String> {
    let first = q.kitchen.trays.iter().find(|t| t.id.is_some_and(|id| ResourceId::tray(id) == *res));
    let of = q.kitchen.trays.iter().filter(|t| first.is_some_and(|f| alike(&f.tray, &t.tray)));
    of.map(|t| t.tray.name.clone()).collect()
}

/// What a mass covers of trays, cm²; none for what is no sheet or is rolled out on the board.
fn sheet_cm2(q: &DayQuestion<'_>, made: &Made) -> Option<f64> {
    let written = &made.weighed.at.written;
    let pieces = written.pieces();
    let places = laid(&pieces, written.balance().finished_g, made.method().is_rolled(), &q.kitchen.trays);
    places.first().filter(|l| l.tray_id.is_some()).and(pieces.sheet_cm2)
}

/// How many batches it takes so that the slab of each lies in her trays together.
pub(super) fn batches_for_trays(q: &DayQuestion<'_>, whole: &Made) -> f64 {
    let all_cm2: f64 = kinds(q).iter().map(|k| k.cm2 * f64::from(k.there)).sum();
    sheet_cm2(q, whole)
        .filter(|_| all_cm2 > 0.0)
        .map_or(1.0, |cm2| (cm2 / (THICKER * all_cm2) - 1e-9).ceil().max(1.0))
}

/// Gives each batch that lies in trays its own: the one that holds it and has least to do, of these the smallest; several
/// where none holds it, the largest first.
pub(super) fn in_trays(q: &DayQuestion<'_>, batches: &mut [DayMade]) {
    let kinds = kinds(q);
    let mut lies_in = vec![0_i32; kinds.len()];
    for batch in batches.iter_mut().filter(|b| is_in(b.made.method(), Vessel::Tray)) {
        batch.trays = match taken(&kinds, &lies_in, sheet_cm2(q, &batch.made)) {
            of if of.is_empty() => vec![(TRAY.into(), 1)],
            of => {
                of.iter().for_each(|(k, count)| lies_in[*k] += count);
                of.into_iter().map(|(k, count)| (ResourceId::tray(kinds[k].first), count)).collect()
            }
        };
    }
}

/// Of which kinds how many trays a sheet takes, by how many lie in each already.
fn taken(kinds: &[TrayKind], lies_in: &[i32], sheet_cm2: Option<f64>) -> Vec<(usize, i32)> {
    let cm2 = sheet_cm2.unwrap_or(0.0);
    let holds = |k: &TrayKind| THICKER * k.cm2 >= cm2;
    let smallest = kinds.iter().filter(|k| holds(k)).map(|k| k.cm2).fold(f64::INFINITY, f64::min);
    let fits = |k: &usize| holds(&kinds[*k]) && kinds[*k].cm2 <= LARGER * smallest;
    let load = |k: usize| f64::from(lies_in[k]) / f64::from(kinds[k].there);
    let one = (0..kinds.len()).filter(fits).min_by(|a, b| {
        load(*a).floor().total_cmp(&load(*b).floor()).then(kinds[*a].cm2.total_cmp(&kinds[*b].cm2))
    });
    if let Some(one) = one {
        return vec![(one, 1)];
    }
    let mut by_size: Vec<usize> = (0..kinds.len()).collect();
    by_size.sort_by(|a, b| kinds[*b].cm2.total_cmp(&kinds[*a].cm2));
    let (mut left_cm2, mut of) = (cm2, Vec::new());
    for k in by_size {
        let want = (left_cm2 / (THICKER * kinds[k].cm2) - 1e-9).ceil().max(0.0) as i32;
        let count = want.min(kinds[k].there);
        if count > 0 {
            of.push((k, count));
            left_cm2 -= f64::from(count) * THICKER * kinds[k].cm2;
        }
    }
    of
}
