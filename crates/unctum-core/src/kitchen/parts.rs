//! The parts of a kitchen, each once: for its history, and for two who change it at the same time.

use crate::kitchen::document::KitchenDocument;

/// A part of the kitchen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum KitchenPart {
    /// What the cook calls it.
    Name,
    /// Height and air.
    Room,
    /// Rings.
    Rings,
    /// Pans.
    Pans,
    /// Thermometers.
    Thermometers,
    /// Cups and spoons.
    Measures,
    /// Trays.
    Trays,
    /// Scale, refractometer, units.
    Bench,
    /// Her own edges of the stages.
    Ladder,
    /// What was learnt, and what she said to it.
    Learning,
}

impl KitchenPart {
    /// All of them.
    pub const ALL: [Self; 10] = [
        Self::Name,
        Self::Room,
        Self::Rings,
        Self::Pans,
        Self::Thermometers,
        Self::Measures,
        Self::Trays,
        Self::Bench,
        Self::Ladder,
        Self::Learning,
    ];

    /// Its name in a stored kitchen.
    #[must_use]
    pub fn key(self) -> &'static str {
        match self {
            Self::Name => "name",
            Self::Room => "room",
            Self::Rings => "rings",
            Self::Pans => "pans",
            Self::Thermometers => "thermometers",
            Self::Measures => "measures",
            Self::Trays => "trays",
            Self::Bench => "bench",
            Self::Ladder => "ladder",
            Self::Learning => "learning",
        }
    }

    /// In her words, within a sentence.
    #[must_use]
    pub fn words(self) -> &'static str {
        match self {
            Self::Name => "its name",
            Self::Room => "the height and the air",
            Self::Rings => "the rings",
            Self::Pans => "the pans",
            Self::Thermometers => "the thermometers",
            Self::Measures => "the cups and spoons",
            Self::Trays => "the trays",
            Self::Bench => "scale and units",
            Self::Ladder => "the ladder",
            Self::Learning => "what was learnt",
        }
    }
}

impl KitchenDocument {
    /// The parts in which it differs from what it was.
    ///
    /// ```
    /// use unctum_core::kitchen::{FirstAnswers, FirstCup, FirstPan, FirstRing, KitchenPart, first_kitchen};
    ///
    /// let (before, _) = first_kitchen(&FirstAnswers {
    ///     ring: FirstRing::GasMedium,
    ///     pan: FirstPan::Heavy,
    ///     width_cm: 22.0,
    ///     cup: FirstCup::Katori,
    ///     altitude_m: 900.0,
    ///     has_scale: false,
    ///     has_thermometer: false,
    /// })?;
    /// let mut after = before.clone();
    /// after.name = "Hill kitchen".into();
    /// assert_eq!(after.changed_from(&before), [KitchenPart::Name]);
    /// # Ok::<(), unctum_core::CoreError>(())
    /// ```
    #[must_use]
    pub fn changed_from(&self, before: &Self) -> Vec<KitchenPart> {
        // Each part by its name: a new one does not compile until it is told here.
        let Self { name, room, rings, pans, thermometers, trays, measures, bench, ladder, learning } = self;
        let changed = [
            (KitchenPart::Name, *name != before.name),
            (KitchenPart::Room, *room != before.room),
            (KitchenPart::Rings, *rings != before.rings),
            (KitchenPart::Pans, *pans != before.pans),
            (KitchenPart::Thermometers, *thermometers != before.thermometers),
            (KitchenPart::Measures, *measures != before.measures),
            (KitchenPart::Trays, *trays != before.trays),
            (KitchenPart::Bench, *bench != before.bench),
            (KitchenPart::Ladder, *ladder != before.ladder),
            (KitchenPart::Learning, *learning != before.learning),
        ];
        changed.into_iter().filter(|(_, differs)| *differs).map(|(part, _)| part).collect()
    }
}
