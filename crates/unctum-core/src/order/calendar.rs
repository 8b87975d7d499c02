//! Days and hours of a place, and minutes as they really pass: a night on which the clocks change is longer or shorter.

use jiff::civil::{Date, DateTime, Time};
use jiff::tz::{TimeZone, TimeZoneDatabase};
use jiff::{Timestamp, ToSpan};

use crate::error::{CoreError, Result};

/// Some days in a row at a place. Minutes count from the midnight that begins the first.
#[derive(Debug, Clone)]
pub struct Calendar {
    zone: TimeZone,
    first: Date,
    days: u32,
    begins: Timestamp,
}

const MS_MIN: i64 = 60_000;

/// The zone of a name, `Asia/Kathmandu`; that of no place if it is left empty.
///
/// # Errors
/// [`CoreError::Unknown`].
pub fn zone(name: &str) -> Result<TimeZone> {
    if name.is_empty() {
        return Ok(TimeZone::UTC);
    }
    let unknown = |_| CoreError::Unknown { kind: "time zone", name: name.to_owned() };
    TimeZoneDatabase::bundled().get(name).map_err(unknown)
}

impl Calendar {
    /// So many days from `first` on.
    ///
    /// # Errors
    /// A zone or a day that is none.
    pub fn new(zone_name: &str, first: Date, days: u32) -> Result<Self> {
        let zone = zone(zone_name)?;
        let begins = moment(&zone, first.to_datetime(Time::midnight()))?;
        Ok(Self { zone, first, days, begins })
    }

    /// The days.
    pub fn dates(&self) -> impl Iterator<Item = Date> + '_ {
        (0..i64::from(self.days)).filter_map(|n| self.first.checked_add(n.days()).ok())
    }

    /// Minutes until a moment by the clock on the wall; what the clock skips is taken as it is afterwards.
    #[must_use]
    pub fn minute(&self, at: DateTime) -> i32 {
        let ms = moment(&self.zone, at).map_or(0, |t| t.as_millisecond() - self.begins.as_millisecond());
        (ms / MS_MIN) as i32
    }

    /// The minute on which an instant falls, ms since 1970.
    #[must_use]
    pub fn minute_of_ms(&self, ms: i64) -> i32 {
        ((ms - self.begins.as_millisecond()).div_euclid(MS_MIN)).clamp(-1_000_000, 1_000_000) as i32
    }

    /// The instant of a minute, ms since 1970.
    #[must_use]
    pub fn ms(&self, minute: i32) -> i64 {
        self.begins.as_millisecond() + i64::from(minute) * MS_MIN
    }

    /// What the clock on the wall shows at a minute.
    #[must_use]
    pub fn wall(&self, minute: i32) -> DateTime {
        Timestamp::from_millisecond(self.ms(minute)).map_or(DateTime::MIN, |t| self.zone.to_datetime(t))
    }

    /// The end of the last day.
    #[must_use]
    pub fn horizon(&self) -> i32 {
        let after = self.first.checked_add(i64::from(self.days).days()).unwrap_or(self.first);
        self.minute(after.to_datetime(Time::midnight()))
    }

    /// A moment of these days in few words: `Sat 14:05`.
    #[must_use]
    pub fn words(&self, minute: i32) -> String {
        self.wall(minute).strftime("%a %H:%M").to_string()
    }
}

/// What the clock on the wall of a zone shows at an instant.
///
/// # Errors
/// A zone or an instant that is none.
pub fn wall_clock(zone_name: &str, ms: i64) -> Result<DateTime> {
    let at = Timestamp::from_millisecond(ms)
        .map_err(|_| CoreError::Unreadable("That moment is beyond any calendar.".into()))?;
    Ok(zone(zone_name)?.to_datetime(at))
}

fn moment(zone: &TimeZone, at: DateTime) -> Result<Timestamp> {
    zone.to_ambiguous_zoned_datetime(at).compatible().map(|z| z.timestamp()).map_err(|_| {
        CoreError::Unreadable("That day is beyond any calendar. Give one of the next years.".into())
    })
}
