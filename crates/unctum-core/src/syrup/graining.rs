//! Whether a syrup will grain: how full it is of sucrose when it cools, what reducing sugars hold back,
//! and what stirs or seeds it. A judgement with a number on it, not a measured law.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::syrup::charge::Charge;
use crate::syrup::physical::supersaturation;

/// What may set graining off.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Provocation {
    /// It is stirred after the sugar has dissolved.
    pub stirred: bool,
    /// Crystals stick to the wall above the syrup.
    pub crystals_on_wall: bool,
    /// It went to the boil before all sugar had dissolved.
    pub undissolved: bool,
}

/// Something that lowers the risk, and to what.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Remedy {
    /// What to do.
    pub words: String,
    /// Risk that is left then, 0–1.
    pub risk_frac: f64,
}

/// The risk and what it comes from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Graining {
    /// Supersaturation at the temperature it cools to; above 1 it wants to grain.
    pub supersaturation: f64,
    /// Share of the dissolved sugars that are reducing, 0–1.
    pub reducing_frac: f64,
    /// Risk that it grains before it is used, 0–1: a judgement.
    pub risk_frac: f64,
    /// What would lower it, best first.
    pub remedies: Vec<Remedy>,
}

fn risk(supersaturation: f64, reducing_frac: f64, how: &Provocation) -> f64 {
    if supersaturation <= 1.0 {
        return 0.0;
    }
    let provoked = f64::from(u8::from(how.stirred)) * 1.4
        + f64::from(u8::from(how.crystals_on_wall)) * 1.8
        + f64::from(u8::from(how.undissolved)) * 2.2;
    // Half of the unprovoked syrups grain near twice saturation; 10 % reducing sugars hold most back.
    let z = 3.2 * (supersaturation - 1.0).ln_1p() - 2.6 + provoked - 22.0 * reducing_frac;
    // What is hardly past full has nothing to grain with: the risk begins at nothing and is whole a seventh past it.
    let ready = ((supersaturation - 1.0) / FULL_RISK_PAST).min(1.0);
    ready * ready * (3.0 - 2.0 * ready) / (1.0 + (-z).exp())
}

/// So far past saturation a provoked syrup grains as surely as it will.
const FULL_RISK_PAST: f64 = 0.15;

/// The risk that a syrup grains when it cools to `cooled_c` (0–100 °C).
///
/// # Errors
/// A charge that cannot be, or a temperature out of range.
pub fn graining(charge: &Charge, cooled_c: f64, how: &Provocation) -> Result<Graining> {
    let charge = charge.checked()?;
    let cooled_c = within("The temperature it cools to", cooled_c, 0.0, 100.0, "°C")?;
    let sugars_g = charge.sucrose_g + charge.reducing_g;
    let reducing_frac = if sugars_g > 0.0 { charge.reducing_g / sugars_g } else { 0.0 };
    let full = supersaturation(&charge, cooled_c);
    let now = risk(full, reducing_frac, how);
    let mut remedies = Vec::new();
    let mut offer = |words: &str, left: f64| {
        if left < now - 0.01 {
            remedies.push(Remedy { words: words.to_owned(), risk_frac: left });
        }
    };
    let calm = |change: fn(&mut Provocation)| {
        let mut how = *how;
        change(&mut how);
        risk(full, reducing_frac, &how)
    };
    offer("Stop stirring once the sugar has dissolved.", calm(|h| h.stirred = false));
    offer(
        "Wash the wall down with a wet brush, or put the lid on for a minute.",
        calm(|h| h.crystals_on_wall = false),
    );
    offer("Dissolve every grain before it boils.", calm(|h| h.undissolved = false));
    let sweetened = crate::syrup::inversion::inverted(&charge, 0.05);
    offer(
        "A little acid or liquid glucose: 5 % of the sugar split.",
        risk(
            supersaturation(&sweetened, cooled_c),
            sweetened.reducing_g / (sweetened.sucrose_g + sweetened.reducing_g).max(1e-9),
            how,
        ),
    );
    let warm_c = (cooled_c + 20.0).min(100.0);
    offer("Use it warmer: 20 °C more.", risk(supersaturation(&charge, warm_c), reducing_frac, how));
    remedies.sort_by(|a, b| a.risk_frac.total_cmp(&b.risk_frac));
    Ok(Graining { supersaturation: full, reducing_frac, risk_frac: now, remedies })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn risk_begins_at_nothing_and_never_jumps() {
        let worst = Provocation { stirred: true, crystals_on_wall: true, undissolved: true };
        let at = |i: i32| risk(1.0 + 0.002 * f64::from(i), 0.0, &worst);
        assert!(at(0).abs() < 1e-12 && at(200) > 0.9);
        assert!(
            (1..300).all(|i| (0.0..0.05).contains(&(at(i) - at(i - 1)))),
            "a five-hundredth fuller is not sure"
        );
    }

    #[test]
    fn risk_grows_with_fullness_and_provocation_and_falls_with_glucose() {
        let calm = Provocation::default();
        let at = |w: f64, reducing: f64, how: &Provocation| {
            let charge = Charge {
                reducing_g: 300.0 * reducing,
                ..Charge::sugar_and_water(300.0 * (1.0 - reducing), 1.0)
            };
            graining(&charge.at_strength(w), 30.0, how).map_or(f64::NAN, |g| g.risk_frac)
        };
        assert!(at(0.60, 0.0, &calm) < 1e-9, "a thin syrup never grains");
        assert!(at(0.72, 0.0, &calm) < at(0.78, 0.0, &calm) && at(0.78, 0.0, &calm) < at(0.85, 0.0, &calm));
        assert!(at(0.78, 0.1, &calm) < 0.5 * at(0.78, 0.0, &calm));
        let stirred = Provocation { stirred: true, ..calm };
        assert!(at(0.78, 0.0, &stirred) > at(0.78, 0.0, &calm));
        let found = graining(&Charge::sugar_and_water(780.0, 220.0), 30.0, &stirred).map(|g| g.remedies);
        assert!(found.is_ok_and(|m| m.len() >= 2 && m.windows(2).all(|p| p[0].risk_frac <= p[1].risk_frac)));
    }
}
