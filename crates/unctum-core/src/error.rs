//! What can be wrong with a question, as a sentence a cook understands and a code that stays.

use thiserror::Error;

/// Result of a computation that may refuse its input.
pub type Result<T> = std::result::Result<T, CoreError>;

/// A refusal. The message says what to do; [`CoreError::code`] is stable for programs.
#[derive(Debug, Clone, PartialEq, Error)]
pub enum CoreError {
    /// A number is missing, not finite, negative, or beyond what a kitchen holds.
    #[error(
        "{what} is {value} {unit}, but it has to lie between {low} and {high} {unit}. Please check the number."
    )]
    OutOfRange {
        /// The quantity, in words.
        what: &'static str,
        /// What was given.
        value: f64,
        /// Smallest accepted value.
        low: f64,
        /// Largest accepted value.
        high: f64,
        /// Unit of all three.
        unit: &'static str,
    },
    /// A number that is not a number (NaN or infinite).
    #[error("{what} is not a number. Please enter it again.")]
    NotANumber {
        /// The quantity, in words.
        what: &'static str,
    },
    /// Nothing in the pan.
    #[error("The pan is empty: enter the sugar and the water you put in.")]
    EmptyPan,
    /// There is no sugar to find the strength of.
    #[error("There is no sugar in the pan, so there is no strength to find. Enter the sugar first.")]
    NoSugar,
    /// Stronger than the model reaches (98 % solids).
    #[error(
        "That leaves only {water_g:.1} g of water: drier than any syrup this tool can follow. Enter the water you put in."
    )]
    TooDry {
        /// Water in the question, g.
        water_g: f64,
    },
    /// Gross weight minus tare is below what cannot boil away.
    #[error(
        "The pan weighs {contents_g:.0} g without its own weight, less than the {solids_g:.0} g of sugar in it. Sugar does not boil away: check the empty weight of the pan, or weigh again."
    )]
    WeightBelowSolids {
        /// Contents by the scale, g.
        contents_g: f64,
        /// What cannot evaporate, g.
        solids_g: f64,
    },
    /// The pan is heavier than all that was ever put into it.
    #[error(
        "The pan weighs {contents_g:.0} g without its own weight, more than the {put_in_g:.0} g that were put in. Is a spoon or a lid on the scale? Check the empty weight of the pan, or weigh again."
    )]
    WeightAbovePutIn {
        /// Contents by the scale, g.
        contents_g: f64,
        /// All that was put in, g.
        put_in_g: f64,
    },
    /// A pan or a ring that another batch holds.
    #[error("The {what} “{name}” is taken: “{by}” is on it. Choose another {what}, or finish that first.")]
    Taken {
        /// Pan or ring.
        what: &'static str,
        /// Its name.
        name: String,
        /// The batch that holds it.
        by: String,
    },
    /// A thermometer reading below the boiling point of plain water here.
    #[error(
        "{boil_c:.1} °C is below the boil of plain water here ({water_boil_c:.1} °C), so it says nothing about strength. Wait until the syrup boils, then read again."
    )]
    BelowWaterBoil {
        /// Corrected reading, °C.
        boil_c: f64,
        /// Boiling point of water at this pressure, °C.
        water_boil_c: f64,
    },
    /// A thermometer reading hotter than any syrup that can be followed.
    #[error(
        "{boil_c:.1} °C is hotter than a syrup boils here ({limit_c:.1} °C at most): it would be caramel. Check the thermometer."
    )]
    AboveSyrupBoil {
        /// Corrected reading, °C.
        boil_c: f64,
        /// Boiling point at the strongest valid syrup, °C.
        limit_c: f64,
    },
    /// Altitude and pressure contradict each other.
    #[error(
        "At {altitude_m:.0} m the air presses with about {expected_hpa:.0} hPa, not {given_hpa:.0} hPa. Enter one of the two: the station pressure (not the sea-level figure of a weather report) or the altitude."
    )]
    AltitudePressureConflict {
        /// Altitude given, m.
        altitude_m: f64,
        /// Pressure of the standard atmosphere there, hPa.
        expected_hpa: f64,
        /// Pressure given, hPa.
        given_hpa: f64,
    },
    /// The target is not beyond the start.
    #[error(
        "The syrup already stands at {now_percent:.0} %, past the {target_percent:.0} % asked for. Choose a later stage or add water."
    )]
    AlreadyPast {
        /// Strength now, %.
        now_percent: f64,
        /// Strength asked for, %.
        target_percent: f64,
    },
    /// The contents do not fit the pan.
    #[error(
        "{contents_ml:.0} ml do not fit a pan that holds {capacity_ml:.0} ml, and syrup froths as it boils. Take a larger pan or a smaller batch."
    )]
    PanTooSmall {
        /// Volume of the contents, ml.
        contents_ml: f64,
        /// Volume of the pan to its rim, ml.
        capacity_ml: f64,
    },
    /// The heat is too weak for the target to be reached in the time looked at.
    #[error(
        "On this flame the syrup does not reach that stage within {hours:.0} hours. Turn the flame up or take a smaller batch."
    )]
    NeverReached {
        /// Horizon of the computation, h.
        hours: f64,
    },
    /// A name that the catalogue, the kitchen or the ladder does not know.
    #[error("There is no {kind} called “{name}”. Choose one from the list.")]
    Unknown {
        /// What kind of thing was looked for.
        kind: &'static str,
        /// The name given.
        name: String,
    },
    /// A thing of the kitchen that is not there (any more).
    #[error("There is no {what} number {id}. Go back and choose from the list.")]
    NoSuchThing {
        /// What was looked for.
        what: &'static str,
        /// Its number; 0 for the first of them.
        id: i32,
    },
    /// An event that does not fit the state of things: of a batch, of the door, of what can be taken back.
    #[error("{0}")]
    NotNow(String),
    /// Something was not told without which there is no answer.
    #[error("{0}")]
    Missing(String),
    /// A text that holds nothing to be seen, or orders to a machine.
    #[error("{0}")]
    Unreadable(String),
    /// What was told cannot all be true.
    #[error("{0}")]
    Contradiction(String),
    /// More of them than a kitchen has.
    #[error("{0}")]
    TooMany(String),
    /// A moment that is counted from never comes.
    #[error(
        "In this pan that moment never comes: the sugar does not all dissolve, or it does not boil. Add water, or count from the heat on."
    )]
    NeverComes,
    /// A reading where no syrup is boiled to a stage.
    #[error("No syrup is boiled to a stage here, so there is nothing to read. Go on with the step at hand.")]
    NothingToFollow,
    /// A swap between ingredients without anything to keep equal.
    #[error("{from} and {to} have nothing in common to keep equal.")]
    NothingToKeepEqual {
        /// What is replaced.
        from: String,
        /// What was to replace it.
        to: String,
    },
    /// Something asked for does not fit what it is to go into.
    #[error("{0}")]
    DoesNotFit(String),
    /// What a step is to do cannot happen to its mass.
    #[error("The method is not complete: step “{title}”: {words}")]
    StepCannot {
        /// Key of the step.
        step: String,
        /// Its title.
        title: String,
        /// What cannot be, and what to do.
        words: String,
    },
    /// A step takes over what is not there, or what it gives is not all taken up.
    #[error("The method is not complete: step “{title}”: {words}")]
    HandOver {
        /// Key of the step.
        step: String,
        /// Its title.
        title: String,
        /// What does not close.
        words: String,
    },
    /// Steps that wait for each other.
    #[error("The method is not complete: these steps wait for each other: {0}.")]
    StepsInCircle(String),
    /// A method into which nothing goes.
    #[error("The method is not complete: nothing goes in.")]
    NoAmounts,
    /// Several steps whose products are used nowhere.
    #[error(
        "The method is not complete: what these steps give is used nowhere: {0}. One step has to be the last."
    )]
    LooseEnds(String),
    /// A sweet that is not written down soundly.
    #[error("The method is not complete: {0}")]
    BadSweet(String),
    /// A file of the catalogue that is not sound.
    #[error("The catalogue is damaged: {0}")]
    BadCatalogue(String),
}

impl CoreError {
    /// Stable code for programs; never changes once published.
    #[must_use]
    pub fn code(&self) -> &'static str {
        match self {
            Self::OutOfRange { .. } => "out-of-range",
            Self::NotANumber { .. } => "not-a-number",
            Self::EmptyPan => "empty-pan",
            Self::NoSugar => "no-sugar",
            Self::TooDry { .. } => "too-dry",
            Self::WeightBelowSolids { .. } => "weight-below-solids",
            Self::WeightAbovePutIn { .. } => "weight-above-put-in",
            Self::Taken { .. } => "taken",
            Self::BelowWaterBoil { .. } => "below-water-boil",
            Self::AboveSyrupBoil { .. } => "above-syrup-boil",
            Self::AltitudePressureConflict { .. } => "altitude-pressure-conflict",
            Self::AlreadyPast { .. } => "already-past",
            Self::PanTooSmall { .. } => "pan-too-small",
            Self::NeverReached { .. } => "never-reached",
            Self::Unknown { .. } => "unknown-name",
            Self::NoSuchThing { .. } => "not-found",
            Self::NotNow(_) => "not-now",
            Self::Missing(_) => "missing",
            Self::Unreadable(_) => "unreadable-text",
            Self::Contradiction(_) => "contradiction",
            Self::TooMany(_) => "too-many",
            Self::NeverComes => "never-comes",
            Self::NothingToFollow => "nothing-to-follow",
            Self::NothingToKeepEqual { .. } => "nothing-to-keep-equal",
            Self::DoesNotFit(_) => "does-not-fit",
            Self::StepCannot { .. } => "step-cannot",
            Self::HandOver { .. } => "hand-over",
            Self::StepsInCircle(_) => "steps-in-circle",
            Self::NoAmounts => "no-amounts",
            Self::LooseEnds(_) => "loose-ends",
            Self::BadSweet(_) => "bad-sweet",
            Self::BadCatalogue(_) => "bad-catalogue",
        }
    }

    /// Key of the step that is at fault, if one is.
    #[must_use]
    pub fn step(&self) -> Option<&str> {
        match self {
            Self::StepCannot { step, .. } | Self::HandOver { step, .. } => Some(step),
            _ => None,
        }
    }
}

/// Whether nothing in a text is seen: it is empty, or only blanks and marks without width.
#[must_use]
pub fn looks_empty(text: &str) -> bool {
    let unseen = |c: char| {
        c.is_whitespace()
            || c.is_control()
            || matches!(
                c,
                '\u{ad}' | '\u{34f}' | '\u{61c}' | '\u{115f}' | '\u{1160}' | '\u{17b4}' | '\u{17b5}'
            )
            || matches!(c, '\u{180b}'..='\u{180f}' | '\u{200b}'..='\u{200f}' | '\u{202a}'..='\u{202e}')
            || matches!(c, '\u{2060}'..='\u{206f}' | '\u{2800}' | '\u{3164}' | '\u{fe00}'..='\u{fe0f}')
            || matches!(c, '\u{feff}' | '\u{ffa0}' | '\u{fff0}'..='\u{fff8}' | '\u{e0000}'..='\u{e0fff}')
    };
    text.chars().all(unseen)
}

/// Whether a text holds characters that are orders to a machine, or that turn the direction of what follows.
/// A note may have lines.
#[must_use]
pub fn holds_control(text: &str, lines: bool) -> bool {
    text.chars().any(|c| {
        let line = lines && matches!(c, '\n' | '\r' | '\t');
        (c.is_control() && !line) || matches!(c, '\u{202a}'..='\u{202e}' | '\u{2066}'..='\u{2069}')
    })
}

/// Refuses a text that holds such characters.
pub(crate) fn refuse_control(what: &str, text: &str, lines: bool) -> Result<()> {
    if holds_control(text, lines) {
        return Err(CoreError::Unreadable(format!(
            "Something in {what} cannot be read. Write it anew by hand."
        )));
    }
    Ok(())
}

/// Refuses a text that is too long.
pub(crate) fn check_text(what: &'static str, text: &str, most: usize) -> Result<()> {
    let length = u32::try_from(text.chars().count()).unwrap_or(u32::MAX);
    within(what, f64::from(length), 0.0, most as f64, "characters").map(|_| ())
}

/// Accepts `value` when it is finite and within `low..=high`.
///
/// # Errors
/// [`CoreError::NotANumber`] or [`CoreError::OutOfRange`].
pub fn within(what: &'static str, value: f64, low: f64, high: f64, unit: &'static str) -> Result<f64> {
    if !value.is_finite() {
        return Err(CoreError::NotANumber { what });
    }
    if value < low || value > high {
        return Err(CoreError::OutOfRange { what, value, low, high, unit });
    }
    Ok(value)
}
