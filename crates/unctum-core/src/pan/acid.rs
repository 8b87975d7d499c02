//! Acid at the start, or at the end: what each does to the sugar along this pan's own heat.

use serde::Serialize;

use crate::error::Result;
use crate::pan::boil_down::{BoilDown, BoilDownQuestion};
use crate::pan::heat::Heat;
use crate::pan::model::PanModel;
use crate::pan::state::Stop;
use crate::syrup::graining::{Graining, Provocation, graining};
use crate::syrup::inversion::{AcidAdded, AcidKind, Stretch, along, inverted, ph};

/// How long the hot syrup stands after the heat is off, s.
const STANDS_S: f64 = 900.0;

/// One moment to add the acid, and what comes of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AcidMoment {
    /// The moment in words.
    pub when: &'static str,
    /// The moment, s from heat on.
    pub at_s: f64,
    /// pH of the syrup at that moment.
    pub ph: f64,
    /// Share of the sucrose split by the time the heat goes off, 0–1.
    pub inverted_at_off_frac: f64,
    /// The same a quarter of an hour later, 0–1.
    pub inverted_frac: f64,
    /// Risk of graining with it.
    pub graining: Graining,
}

/// The moments compared: at the start, at the boil, two minutes before the end, off the heat.
///
/// # Errors
/// An amount of acid out of range.
pub fn early_or_late(
    question: &BoilDownQuestion,
    boil: &BoilDown,
    kind: AcidKind,
    mass_g: f64,
    cooled_c: f64,
    how: &Provocation,
) -> Result<Vec<AcidMoment>> {
    let model = PanModel::new(&question.charge, &question.pan, question.air)?;
    let off_s = boil.turn_off.at_s.mid;
    let water = |solids_frac: f64| model.water_at(solids_frac.max(1e-6));
    let mut path: Vec<Stretch> = boil
        .series
        .windows(2)
        .filter(|pair| pair[0].elapsed_s.mid < off_s)
        .map(|pair| Stretch {
            from_s: pair[0].elapsed_s.mid,
            to_s: pair[1].elapsed_s.mid.min(off_s),
            liquid_c: 0.5 * (pair[0].liquid_c + pair[1].liquid_c),
            water_g: water(0.5 * (pair[0].solids_frac + pair[1].solids_frac)),
        })
        .collect();
    let boiled = path.len();
    let mut state = model.steady_boil(water(boil.turn_off.solids_frac), boil.net_power_w);
    let stored_j = question.ring.kind.stored_heat_j();
    let mut before_s = 0.0;
    model.advance(&mut state, Heat::Off { since_s: 0.0, stored_j }, STANDS_S, Stop::Never, |s| {
        path.push(Stretch {
            from_s: off_s + before_s,
            to_s: off_s + s.elapsed_s,
            liquid_c: s.liquid_c,
            water_g: s.water_g,
        });
        before_s = s.elapsed_s;
    });
    let boil_s = boil.boils_at_s.map_or(0.5 * off_s, |s| s.mid);
    let moments = [
        ("at the start", 0.0),
        ("when it boils", boil_s),
        ("two minutes before the end", (off_s - 120.0).max(boil_s)),
        ("off the heat", off_s),
    ];
    let landed = question.charge.at_strength(boil.turn_off.landing_frac.mid);
    moments
        .into_iter()
        .map(|(when, at_s)| {
            let acid = AcidAdded { kind, mass_g, at_s };
            let then = path.iter().find(|s| s.to_s > at_s).or(path.last());
            let charge_then = then.map_or(question.charge, |s| question.charge.with_water(s.water_g));
            let inverted_frac = along(&path, &question.charge, &acid)?;
            Ok(AcidMoment {
                when,
                at_s,
                ph: ph(&charge_then, kind, mass_g)?,
                inverted_at_off_frac: along(&path[..boiled], &question.charge, &acid)?,
                inverted_frac,
                graining: graining(&inverted(&landed, inverted_frac), cooled_c, how)?,
            })
        })
        .collect()
}
