//! The days that are planned: their hours, whose hands, which orders; what was chosen, and how it stands.

use std::collections::BTreeMap;

use jiff::civil::{Date, Time};
use serde::{Deserialize, Serialize};

use crate::day::{ResourceId, Starts, StepId};
use crate::error::{CoreError, Result, holds_control, looks_empty, within};
use crate::order::calendar::{Calendar, zone};

/// Some days in the kitchen with what is to be made on them.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct KitchenDays {
    /// What she calls them.
    pub title: String,
    /// Where the clock on her wall goes: `Asia/Kathmandu`.
    #[serde(default)]
    pub zone: String,
    /// The first of them.
    #[cfg_attr(feature = "schema", schema(value_type = String))]
    pub first: Date,
    /// How many, 1–7.
    pub days: u32,
    /// Who cooks, and when; 1–3.
    pub cooks: Vec<DayCook>,
    /// Numbers of the orders.
    pub orders: Vec<i32>,
    /// Ingredients that are made here and not bought.
    #[serde(default)]
    pub made: Vec<String>,
    /// Room in the refrigerator, litres.
    #[serde(default = "usual_cold_litres")]
    pub cold_litres: f64,
    /// So long after it is empty a pan is clean for the next batch, min, where that is otherwise than her kitchen says.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wash_min: Option<u32>,
    /// So long before it is fetched an order is to be ready, min.
    #[serde(default = "usual_margin_min")]
    pub margin_min: u32,
    /// More pieces than are asked for, as a share, 0–0.5: some break.
    #[serde(default = "usual_spare_frac")]
    pub spare_frac: f64,
    /// Whether a piece of each sweet is made to taste.
    #[serde(default = "yes")]
    pub tasting: bool,
    /// Pan and ring of each batch, by its key.
    #[serde(default)]
    pub choices: BTreeMap<String, DayChoice>,
    /// Steps that stay where they are, min.
    #[serde(default)]
    pub pins: Starts,
    /// When each step starts, min from the first midnight; empty before it was planned.
    #[serde(default)]
    pub starts: Starts,
    /// How much longer she lets wait what may wait, min by the step that ends and the one that follows it.
    #[serde(default)]
    pub waits: Vec<DayWait>,
    /// What was eased, by the key of the batch.
    #[serde(default)]
    pub eased: BTreeMap<String, DayEased>,
    /// More of these than the kitchen has, borrowed for these days.
    #[serde(default)]
    pub borrowed: BTreeMap<ResourceId, u32>,
}

/// What was eased of a batch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct DayEased {
    /// It is fetched so much later, min.
    pub later_min: u32,
    /// It may be made so much earlier than it is wanted fresh, min.
    pub staler_min: u32,
    /// It is not made at all.
    pub left_out: bool,
}

/// A wait that was made longer.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DayWait {
    /// The step that ends.
    pub from: StepId,
    /// The step that follows.
    pub to: StepId,
    /// At most, min.
    pub max_min: u32,
}

/// A cook with her hours.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DayCook {
    /// What she is called.
    pub name: String,
    /// When she is there; between them she is away.
    pub hours: Vec<DayHours>,
}

/// Hours of a day.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DayHours {
    /// The day.
    #[cfg_attr(feature = "schema", schema(value_type = String))]
    pub date: Date,
    /// From.
    #[cfg_attr(feature = "schema", schema(value_type = String))]
    pub from: Time,
    /// To, later the same day.
    #[cfg_attr(feature = "schema", schema(value_type = String))]
    pub to: Time,
}

/// Pan and ring of a batch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DayChoice {
    /// Number of the pan.
    pub pan_id: i32,
    /// Number of the ring.
    pub ring_id: i32,
}

fn usual_cold_litres() -> f64 {
    60.0
}

fn usual_margin_min() -> u32 {
    30
}

fn usual_spare_frac() -> f64 {
    0.05
}

fn yes() -> bool {
    true
}

pub(super) const MOST_DAYS: u32 = 7;
const MOST_COOKS: usize = 3;
/// No step of some days starts further from their first midnight, min.
pub const FURTHEST_MIN: f64 = 100_000.0;
const MOST_ORDERS: usize = 40;

impl KitchenDays {
    /// So many days from the first on, with these cooks and orders; everything else as it usually is, and nothing planned.
    #[must_use]
    pub fn usual(
        title: &str,
        zone: &str,
        (first, days): (Date, u32),
        cooks: Vec<DayCook>,
        orders: Vec<i32>,
    ) -> Self {
        Self {
            title: title.to_owned(),
            zone: zone.to_owned(),
            first,
            days,
            cooks,
            orders,
            made: Vec::new(),
            cold_litres: usual_cold_litres(),
            wash_min: None,
            margin_min: usual_margin_min(),
            spare_frac: usual_spare_frac(),
            tasting: true,
            choices: BTreeMap::new(),
            pins: Starts::new(),
            starts: Starts::new(),
            waits: Vec::new(),
            eased: BTreeMap::new(),
            borrowed: BTreeMap::new(),
        }
    }

    /// # Errors
    /// The first thing in it that cannot be.
    pub fn check(&self) -> Result<()> {
        let fine = |name: &str| {
            !looks_empty(name) && name.trim().chars().count() <= 80 && !holds_control(name, false)
        };
        if !fine(&self.title) || !self.cooks.iter().all(|c| fine(&c.name)) {
            return Err(CoreError::Unreadable(
                "Give the days and each cook a name of 1 to 80 letters.".into(),
            ));
        }
        zone(&self.zone)?;
        within("The number of days", f64::from(self.days), 1.0, f64::from(MOST_DAYS), "days")?;
        within("The room in the refrigerator", self.cold_litres, 0.0, 2000.0, "litres")?;
        within("The time to wash a pan", f64::from(self.wash_min.unwrap_or(0)), 0.0, 120.0, "min")?;
        within("The margin", f64::from(self.margin_min), 0.0, 1440.0, "min")?;
        for minute in self.pins.values().chain(self.starts.values()) {
            within(
                "The minute at which a step starts",
                f64::from(*minute),
                -FURTHEST_MIN,
                FURTHEST_MIN,
                "min",
            )?;
        }
        let longest = self.waits.iter().map(|w| w.max_min);
        let eased = self.eased.values().flat_map(|e| [e.later_min, e.staler_min]);
        let most = longest.chain(eased).max().unwrap_or(0);
        within("A wait that was made longer", f64::from(most), 0.0, 14_400.0, "min")?;
        let borrowed = self.borrowed.values().copied().max().unwrap_or(0);
        within("What is borrowed", f64::from(borrowed), 0.0, 100.0, "")?;
        within("The spares", self.spare_frac, 0.0, 0.5, "(share)")?;
        if self.cooks.is_empty() || self.cooks.iter().all(|c| c.hours.is_empty()) {
            return Err(CoreError::Missing(
                "Nobody is in the kitchen on these days: say who cooks, from when to when.".into(),
            ));
        }
        if self.cooks.len() > MOST_COOKS {
            return Err(CoreError::TooMany(format!("At most {MOST_COOKS} cooks are planned at once.")));
        }
        if self.orders.len() > MOST_ORDERS {
            return Err(CoreError::TooMany(format!("At most {MOST_ORDERS} orders are planned at once.")));
        }
        self.cooks.iter().try_for_each(|cook| cook.check(self))
    }

    /// The days.
    ///
    /// # Errors
    /// A zone or a day that is none.
    pub fn calendar(&self) -> Result<Calendar> {
        Calendar::new(&self.zone, self.first, self.days)
    }
}

impl DayCook {
    fn check(&self, of: &KitchenDays) -> Result<()> {
        let dates: Vec<Date> = of.calendar()?.dates().collect();
        for hours in &self.hours {
            if hours.from >= hours.to {
                return Err(CoreError::Contradiction(format!(
                    "{} would leave at {} before coming at {}: turn the hours round.",
                    self.name,
                    hours.to.strftime("%H:%M"),
                    hours.from.strftime("%H:%M")
                )));
            }
            if !dates.contains(&hours.date) {
                return Err(CoreError::Contradiction(format!(
                    "{} is none of these days: take the hours out, or plan more days.",
                    hours.date.strftime("%-d %B")
                )));
            }
        }
        let mut sorted = self.hours.clone();
        sorted.sort_by_key(|h| (h.date, h.from));
        if sorted.windows(2).any(|w| w[0].date == w[1].date && w[1].from < w[0].to) {
            return Err(CoreError::Contradiction(format!(
                "Two of {}'s hours lie over each other: put them together.",
                self.name
            )));
        }
        Ok(())
    }
}
