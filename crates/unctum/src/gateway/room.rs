//! How many connections may stand at once, and who makes room for the next.
//!
//! Who holds a connection is known only once a request came through it. So nobody is kept out by others who say
//! nothing: where all places are taken, the oldest connection of the stranger who holds the most is ended. A
//! connection through which a let-in device asked is never ended for another.

use std::collections::{BTreeMap, HashMap};
use std::net::IpAddr;
use std::sync::{Arc, Mutex};

use rocket::tokio::sync::Notify;

use super::lock;

/// So many places there are, in all and for one address.
#[derive(Debug, Clone, Copy)]
pub(super) struct Most {
    pub all: usize,
    pub of_one: usize,
}

/// The places that are taken, the oldest first.
pub(super) struct Room {
    most: Most,
    taken: Mutex<Taken>,
}

#[derive(Default)]
struct Taken {
    next: u64,
    by_age: BTreeMap<u64, Held>,
}

struct Held {
    ip: IpAddr,
    is_known: bool,
    leave: Arc<Notify>,
}

/// A place that is held as long as this lives.
pub(super) struct Place {
    room: Arc<Room>,
    number: u64,
    leave: Arc<Notify>,
}

impl Room {
    pub(super) fn new(most: Most) -> Arc<Self> {
        Arc::new(Self { most, taken: Mutex::default() })
    }

    /// A place for one more; none where all are held by who is known.
    pub(super) fn one_more(self: &Arc<Self>, ip: IpAddr, is_known: bool) -> Option<Place> {
        let mut taken = lock(&self.taken);
        let of_it = taken.by_age.values().filter(|h| h.ip == ip).count();
        if of_it >= self.most.of_one {
            taken.oldest_stranger(Some(ip))?.leave();
        } else if taken.by_age.len() >= self.most.all {
            taken.oldest_stranger(None)?.leave();
        }
        let (number, leave) = (taken.next, Arc::<Notify>::default());
        taken.next += 1;
        taken.by_age.insert(number, Held { ip, is_known, leave: Arc::clone(&leave) });
        Some(Place { room: Arc::clone(self), number, leave })
    }
}

impl Taken {
    /// Takes out the oldest of an address; without one, of the address with the most of them.
    fn oldest_stranger(&mut self, of: Option<IpAddr>) -> Option<Held> {
        let strangers = || self.by_age.iter().filter(|(_, held)| !held.is_known);
        let of = of.or_else(|| {
            let mut held = HashMap::<IpAddr, usize>::new();
            strangers().for_each(|(_, h)| *held.entry(h.ip).or_default() += 1);
            held.into_iter().max_by_key(|(_, count)| *count).map(|(ip, _)| ip)
        })?;
        let number = strangers().find(|(_, h)| h.ip == of).map(|(number, _)| *number)?;
        self.by_age.remove(&number)
    }
}

impl Held {
    fn leave(self) {
        self.leave.notify_one();
    }
}

impl Place {
    /// Whether a device that was let in asks through it.
    pub(super) fn is_known(&self, is_known: bool) {
        if let Some(held) = lock(&self.room.taken).by_age.get_mut(&self.number) {
            held.is_known = is_known;
        }
    }

    /// Until somebody else needs it.
    pub(super) async fn needed(&self) {
        self.leave.notified().await;
    }
}

impl Drop for Place {
    fn drop(&mut self) {
        lock(&self.room.taken).by_age.remove(&self.number);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn from(last: u8) -> IpAddr {
        [192, 168, 1, last].into()
    }

    fn stands(place: &Place) -> bool {
        lock(&place.room.taken).by_age.contains_key(&place.number)
    }

    #[test]
    fn who_says_nothing_keeps_nobody_out() {
        let room = Room::new(Most { all: 40, of_one: 8 });
        let phone = room.one_more(from(1), false).expect("room");
        phone.is_known(true);
        let silent: Vec<Place> =
            (0..50).map(|n| room.one_more(from(10 + n % 5), false).expect("somebody leaves")).collect();
        assert_eq!(silent.iter().filter(|p| stands(p)).count(), 39);
        assert!(stands(&phone), "a let-in device stays");
        // A phone that comes back finds a place, and keeps it while the others press on.
        let back = room.one_more(from(2), false).expect("somebody leaves");
        let more: Vec<Place> =
            (0..20).map(|n| room.one_more(from(10 + n % 5), false).expect("somebody leaves")).collect();
        assert!(stands(&back) && more.iter().any(stands));
        drop((silent, more));
        assert_eq!(lock(&room.taken).by_age.len(), 2);
    }

    #[test]
    fn one_address_makes_room_for_itself_alone() {
        let room = Room::new(Most { all: 40, of_one: 8 });
        let other = room.one_more(from(2), false).expect("room");
        let held: Vec<Place> = (0..9).map(|_| room.one_more(from(3), false).expect("room")).collect();
        assert!(stands(&other) && !stands(&held[0]) && held[1..].iter().all(stands));
        held.iter().for_each(|p| p.is_known(true));
        assert!(room.one_more(from(3), false).is_none(), "all of it are of one who is known");
    }

    #[rocket::async_test]
    async fn whoever_has_to_leave_hears_it() {
        let room = Room::new(Most { all: 1, of_one: 1 });
        let first = room.one_more(from(1), false).expect("room");
        let _second = room.one_more(from(2), false).expect("room");
        first.needed().await;
    }
}
