//! What instruments wrote by themselves, each in brief.

use serde::Serialize;

use crate::log::event::Logged;

/// What one instrument wrote by itself.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HeardInBrief {
    /// How often it wrote.
    pub times: u32,
    /// Its newest entry, with its name.
    pub last: Logged,
}

/// What was written by itself, by instrument, in the order in which they were first heard. Costs one walk of the log.
#[must_use]
pub fn heard_in_brief(log: &[Logged]) -> Vec<HeardInBrief> {
    let mut all: Vec<(u32, &Logged)> = Vec::new();
    for entry in log.iter().filter(|l| l.event.by_itself()) {
        match all.iter_mut().find(|(_, last)| last.by == entry.by) {
            Some((times, last)) => {
                *times += 1;
                if (entry.at_ms, entry.seq) >= (last.at_ms, last.seq) {
                    *last = entry;
                }
            }
            None => all.push((1, entry)),
        }
    }
    all.into_iter().map(|(times, last)| HeardInBrief { times, last: last.clone() }).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::log::event::{BatchEvent, SeenReading};

    #[test]
    fn each_instrument_is_told_once_with_its_newest() {
        let by = |seq: i32, at_ms: i64, name: &str| Logged {
            by: Some(name.to_owned()),
            ..Logged::new(
                seq,
                at_ms,
                BatchEvent::Heard { reading: SeenReading::Weight { gross_g: f64::from(seq) } },
            )
        };
        let hand = Logged::new(4, 9, BatchEvent::Reading { reading: SeenReading::Weight { gross_g: 4.0 } });
        // The third lay in a box for a while: it is older than it is late.
        let log = [by(1, 5, "scale"), by(2, 8, "scale"), by(3, 6, "scale"), hand, by(5, 7, "probe")];
        let told = heard_in_brief(&log);
        let seen: Vec<_> = told.iter().map(|h| (h.last.by.as_deref(), h.times, h.last.seq)).collect();
        assert_eq!(seen, [(Some("scale"), 3, 2), (Some("probe"), 1, 5)]);
    }
}
