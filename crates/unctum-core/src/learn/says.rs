//! What was learnt, in words: what each thing is called, what it says, and what it changes.

use crate::kitchen::{Flame, KitchenDocument, Pace, Parameter};
use crate::numeric::{Normal, Spread};
use crate::syrup::StageKey;
use crate::syrup::string::{solids_frac_of_string, string_cm};

fn pace_name(work: Pace) -> &'static str {
    match work {
        Pace::MakingReady => "Making ready",
        Pace::Handwork => "Forming by hand",
        Pace::Kneading => "Kneading and grinding",
        Pace::Roasting => "Roasting",
        Pace::Reducing => "Boiling milk down",
        Pace::Cooking => "Cooking a mass",
        Pace::Frying => "Frying",
        Pace::Soaking => "Soaking",
        Pace::Setting => "Setting",
    }
}

fn ring_name(kitchen: &KitchenDocument, id: i32) -> Option<&str> {
    kitchen.rings.iter().find(|r| r.id == Some(id)).map(|r| r.ring.name.as_str())
}

fn pan_name(kitchen: &KitchenDocument, id: i32) -> Option<&str> {
    kitchen.pans.iter().find(|p| p.id == Some(id)).map(|p| p.pan.name.as_str())
}

fn thermometer_name(kitchen: &KitchenDocument, id: i32) -> Option<&str> {
    kitchen.thermometers.iter().find(|t| t.id == Some(id)).map(|t| t.thermometer.name.as_str())
}

/// What a parameter is called; none where its thing is gone.
pub(super) fn name(
    about: &Parameter,
    kitchen: &KitchenDocument,
    sweet: &impl Fn(&str) -> String,
) -> Option<String> {
    Some(match about {
        Parameter::RingPower { ring_id } => ring_name(kitchen, *ring_id)?.to_owned(),
        Parameter::RingWord { ring_id, flame } => {
            let word = if *flame == Flame::Low { "low" } else { "high" };
            format!("{}, on {word}", ring_name(kitchen, *ring_id)?)
        }
        Parameter::PanLoss { pan_id } => format!("{}: heat it loses", pan_name(kitchen, *pan_id)?),
        Parameter::PanHeat { pan_id } => format!("{}: how far it carries on", pan_name(kitchen, *pan_id)?),
        Parameter::ThermometerOffset { thermometer_id } => {
            thermometer_name(kitchen, *thermometer_id)?.to_owned()
        }
        Parameter::HerString => "Your strings".to_owned(),
        Parameter::HerDrop => "Your balls in water".to_owned(),
        Parameter::HerLook => "How steady your tests are".to_owned(),
        Parameter::Cups => "How full your cups are".to_owned(),
        Parameter::Pace { work } => pace_name(*work).to_owned(),
        Parameter::Yield { sweet_key } => format!("{}: what it weighs", sweet(sweet_key)),
        Parameter::Lost { sweet_key } => format!("{}: pieces lost", sweet(sweet_key)),
        Parameter::Wish { sweet_key } => format!("{}: how firm it should be", sweet(sweet_key)),
        Parameter::Sweetness { sweet_key } => format!("{}: how sweet it should be", sweet(sweet_key)),
        Parameter::Keeping { sweet_key } => format!("{}: how long it keeps", sweet(sweet_key)),
    })
}

/// More or less than usual by so much, in words; none within a percent or two.
fn more(factor: f64, more: &str, less: &str) -> Option<String> {
    let percent = 100.0 * (factor - 1.0).abs();
    (percent >= 2.0).then(|| format!("{percent:.0} % {}", if factor > 1.0 { more } else { less }))
}

/// What a value says and what it changes.
pub(super) fn says(
    about: &Parameter,
    value: Normal,
    kitchen: &KitchenDocument,
    sweet: &impl Fn(&str) -> String,
    (now, before): (Spread, Spread),
) -> Option<String> {
    let factor = now.mid;
    let usual = |what: &str| format!("{what} as is usual.");
    Some(match about {
        Parameter::RingPower { ring_id } => {
            let name = ring_name(kitchen, *ring_id)?;
            let boils = more(before.mid / now.mid, "longer", "less time");
            let boils = boils.map_or(" as long as was reckoned".to_owned(), |b| format!(" {b} than was reckoned"));
            format!("{name} gives {factor:.2} of its plate: boils take{boils}.")
        }
        Parameter::RingWord { ring_id, .. } => {
            let name = name(about, kitchen, sweet).or_else(|| ring_name(kitchen, *ring_id).map(str::to_owned))?;
            more(factor, "more", "less").map_or_else(
                || usual(&format!("{name}: it gives its share")),
                |m| format!("{name}: {m} than its share of the full flame."),
            )
        }
        Parameter::PanLoss { pan_id } => {
            let name = pan_name(kitchen, *pan_id)?;
            more(factor, "more", "less").map_or_else(
                || usual(&format!("{name} loses as much heat to the room")),
                |m| format!("{name} loses {m} heat to the room than is usual: on a low flame that is felt."),
            )
        }
        Parameter::PanHeat { pan_id } => {
            let name = pan_name(kitchen, *pan_id)?;
            more(factor, "further", "less far").map_or_else(
                || usual(&format!("{name} carries a syrup on as far")),
                |m| format!("{name} carries a syrup on {m} after the heat is off than was reckoned."),
            )
        }
        Parameter::ThermometerOffset { thermometer_id } => {
            let name = thermometer_name(kitchen, *thermometer_id)?;
            let way = if factor < 0.0 { "low" } else { "high" };
            if factor.abs() < 0.15 {
                format!("{name} reads true.")
            } else {
                format!("{name} reads {:.1} K {way}: that is taken out of every reading.", factor.abs())
            }
        }
        Parameter::HerString => her_string(kitchen, value.mean),
        Parameter::HerDrop => {
            let way = if value.mean > 0.0 { "early" } else { "late" };
            if value.mean.abs() < 0.08 {
                "What you call a ball is a ball: your tests in water are taken as they are.".to_owned()
            } else {
                format!("You call a ball a little {way}: that is allowed for when you test in water.")
            }
        }
        Parameter::HerLook => more(factor, "more", "less").map_or_else(
            || usual("One of your tests differs from the next"),
            |m| format!("One of your tests differs {m} from the next than is usual: so much is a single one believed."),
        ),
        Parameter::Cups => more(factor, "more", "less").map_or_else(
            || "Your cups hold what was told.".to_owned(),
            |m| format!("As you fill them your cups hold {m} than was told: the sheet's cups follow."),
        ),
        Parameter::Pace { work } => {
            let name = pace_name(*work);
            more(factor, "longer", "less time").map_or_else(
                || usual(&format!("{name} takes you as long")),
                |m| format!("{name} takes you {m} than is usual: sheet, stove and day follow."),
            )
        }
        Parameter::Yield { sweet_key } => {
            let sweet = sweet(sweet_key);
            let so_much = if factor < 1.0 { ": so much more is made for orders" } else { "" };
            more(factor, "more", "less").map_or_else(
                || format!("{sweet} weighs what is reckoned."),
                |m| format!("{sweet} comes out {m} than is reckoned{so_much}."),
            )
        }
        Parameter::Lost { sweet_key } => {
            format!("Of {} {:.0} in a hundred pieces are second grade or lost: as many more are made for orders.", sweet(sweet_key), factor.max(0.0))
        }
        Parameter::Wish { sweet_key } => {
            let (sweet, way) = (sweet(sweet_key), if factor > 0.0 { "further" } else { "less far" });
            if factor.abs() < 0.04 {
                format!("{sweet} is right in the middle of its stage.")
            } else {
                format!("{sweet} is right when its syrup is boiled {:.2} of a stage {way}: the next one is.", factor.abs())
            }
        }
        Parameter::Sweetness { sweet_key } => {
            let sweet = sweet(sweet_key);
            more(factor, "sweeter", "less sweet").map_or_else(
                || format!("{sweet} is as sweet as you want it."),
                |m| format!("You want {sweet} {m} than it is written."),
            )
        }
        Parameter::Keeping { sweet_key } => {
            let sweet = sweet(sweet_key);
            more(factor, "longer", "shorter").map_or_else(
                || format!("{sweet} keeps as long as is reckoned."),
                |m| format!("{sweet} keeps {m} than is reckoned; only what is shorter is used."),
            )
        }
    })
}

/// What she calls one string, on the ladder.
fn her_string(kitchen: &KitchenDocument, hand_ln: f64) -> String {
    let stage = kitchen.ladder.of(StageKey::OneString);
    let aim_frac = stage.aim_frac();
    let hers_frac = solids_frac_of_string(string_cm(aim_frac) / hand_ln.exp());
    let stages = (hers_frac - aim_frac) / (stage.high_frac - stage.low_frac);
    let way = if stages < 0.0 { "early" } else { "late" };
    if stages.abs() < 0.04 {
        return "What you call one string is one string: your tests are taken as they are.".to_owned();
    }
    format!(
        "What you call one string comes at {:.1} % instead of {:.1} %, {:.2} of a stage {way}: your tests are read by that.",
        100.0 * hers_frac,
        100.0 * aim_frac,
        stages.abs()
    )
}
