//! Water that is poured without a scale: by spoon, and by parts of her cup.

use serde::Serialize;

use crate::kitchen::document::KitchenDocument;

/// A level spoon of water, g.
pub const TEASPOON_G: f64 = 5.0;
/// The same of the large one.
pub const TABLESPOON_G: f64 = 15.0;

/// Water as it is poured in one go.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Pour {
    /// In her words: "1 teaspoon", "½ katori".
    pub words: String,
    /// How much it is, g, to whole grams.
    pub water_g: f64,
}

impl KitchenDocument {
    /// What water may be poured by, the least first: two spoons, and a quarter and a half of her first cup. A millilitre of
    /// water is taken for a gram, which is right to 0.5 % in any kitchen.
    #[must_use]
    pub fn pours(&self) -> Vec<Pour> {
        let pour = |words: String, water_g: f64| Pour { words, water_g: water_g.round() };
        let spoons = [("1 teaspoon", TEASPOON_G), ("1 tablespoon", TABLESPOON_G)];
        let mut pours: Vec<Pour> = spoons.map(|(words, g)| pour(words.to_owned(), g)).into();
        let cup = self.measures.iter().map(|m| &m.measure).find(|m| m.is_cup());
        pours.extend(cup.into_iter().flat_map(|cup| {
            [("¼", 0.25), ("½", 0.5)]
                .map(|(part, of)| pour(format!("{part} {}", cup.name.to_lowercase()), of * cup.volume_ml))
        }));
        pours
    }
}

#[cfg(test)]
mod tests {
    use crate::kitchen::first::{FirstAnswers, FirstCup, FirstPan, FirstRing, first_kitchen};

    #[test]
    fn water_is_poured_by_two_spoons_and_by_her_own_cup() {
        let answers = FirstAnswers {
            ring: FirstRing::GasMedium,
            pan: FirstPan::Heavy,
            width_cm: 22.0,
            cup: FirstCup::Katori,
            altitude_m: 0.0,
            has_scale: false,
            has_thermometer: false,
        };
        let (mut kitchen, _) = first_kitchen(&answers).expect("a kitchen");
        let cup_ml = kitchen.measures[0].measure.volume_ml;
        let pours = kitchen.pours();
        assert!(pours.windows(2).all(|w| w[0].water_g < w[1].water_g), "the least first: {pours:?}");
        assert_eq!((pours[0].water_g, pours[1].water_g), (5.0, 15.0));
        assert!(
            (pours[3].water_g - 0.5 * cup_ml).abs() <= 0.5 && pours[3].words.starts_with("½ katori"),
            "{pours:?}"
        );
        kitchen.measures.clear();
        assert_eq!(kitchen.pours().len(), 2, "without a cup by spoons alone");
    }
}
