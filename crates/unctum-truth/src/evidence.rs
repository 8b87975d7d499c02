//! What a cook reads by, and how a reading can be a mistake.

/// What the cook reads by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Evidence {
    /// Nothing.
    #[default]
    Clock,
    /// Strings between the fingers, four at most, when asked.
    Strings,
    /// A probe, each minute.
    Thermometer,
    /// The scale, every two minutes.
    Scale,
    /// All of these.
    All,
    /// The scale, over jaggery.
    JaggeryScale,
}

impl Evidence {
    pub(crate) fn probes(self) -> bool {
        matches!(self, Self::Thermometer | Self::All)
    }

    pub(crate) fn weighs(self) -> bool {
        matches!(self, Self::Scale | Self::All | Self::JaggeryScale)
    }

    pub(crate) fn pulls(self) -> bool {
        matches!(self, Self::Strings | Self::All)
    }
}

/// All kinds, in the order of the table.
pub const EVIDENCE: [(Evidence, &str); 6] = [
    (Evidence::Clock, "clock only"),
    (Evidence::Strings, "strings, four at most"),
    (Evidence::Thermometer, "thermometer each minute"),
    (Evidence::Scale, "scale every 2 min"),
    (Evidence::All, "all"),
    (Evidence::JaggeryScale, "jaggery, scale"),
];

/// What a reading was made with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Instrument {
    /// A string between the fingers.
    Hand,
    /// The thermometer.
    Probe,
    /// The scale.
    Scale,
}

/// A reading that is a mistake, early or late: which evening of a study has one.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Mistake {
    /// At the reading of this number.
    pub nth: usize,
    /// The probe is so much too high, K.
    pub probe_k: f64,
    /// The scale so much, g.
    pub scale_g: f64,
}
