//! Entries by name and moment, and batches as lines of a list.

use diesel::prelude::*;
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Logged};
use unctum_store::batch::{Entry, Page, Standing};
use unctum_store::{StoreError, batch, schema};

use crate::common::{Notebook, setup};

fn entry(name: &str, at_ms: i64, event: BatchEvent) -> Entry {
    Entry { entry_id: Some(name.into()), at_ms: Some(at_ms), seen_seq: 0, by: None, event }
}

fn flame(flame: Flame) -> BatchEvent {
    BatchEvent::Flame { flame }
}

#[test]
fn an_entry_sent_twice_is_one_and_one_told_late_stands_at_its_moment() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    let other = notebook.started("Other", 1000);
    notebook.append(id, entry("phone-0001", 5000, flame(Flame::Low)), 6000).expect("kept");
    notebook.append(id, entry("phone-0003", 90_000, flame(Flame::Off)), 90_000).expect("kept");
    for _ in 0..3 {
        notebook.append(id, entry("phone-0002", 50_000, flame(Flame::High)), 95_000).expect("once");
    }
    let in_log = |l: &Logged| (l.seq, l.at_ms);
    assert_eq!(
        notebook.log(id).iter().map(in_log).collect::<Vec<_>>(),
        [(1, 5000), (2, 90_000), (3, 50_000)]
    );
    let followed = notebook.store.read(|c| notebook.following.at(c, id)).expect("followed");
    assert_eq!(
        followed.log().iter().map(in_log).collect::<Vec<_>>(),
        [(1, 5000), (3, 50_000), (2, 90_000)],
        "by moment"
    );
    assert_eq!(followed.state_at(95_000).flame, Flame::Off);
    let elsewhere = notebook.append(other, entry("phone-0001", 5000, flame(Flame::Low)), 95_000);
    assert!(matches!(elsewhere, Err(StoreError::EntryElsewhere)));
}

#[test]
fn a_moment_is_neither_in_the_future_nor_before_what_was_seen() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 10_000);
    notebook.append(id, entry("phone-0001", 99_999_999, flame(Flame::Low)), 20_000).expect("kept");
    let seen =
        Entry { entry_id: None, at_ms: Some(19_000), seen_seq: 1, by: None, event: flame(Flame::Medium) };
    notebook.append(id, seen, 21_000).expect("kept");
    notebook.append(id, entry("phone-0003", -5, flame(Flame::High)), 21_000).expect("kept");
    let moments: Vec<i64> = notebook.log(id).iter().map(|l| l.at_ms).collect();
    assert_eq!(moments, [20_000, 20_000, 10_000]);
}

#[test]
fn a_start_sent_twice_is_one_batch_and_a_pan_stands_on_one_ring() {
    let notebook = Notebook::new();
    let start = |entry_id: Option<&str>| {
        let setup = setup("Syrup");
        notebook.store.write(|c| batch::start(c, &notebook.following, &setup, entry_id, 1))
    };
    let first = start(Some("phone-0001")).expect("starts");
    assert_eq!(start(Some("phone-0001")).expect("found again"), first);
    assert!(matches!(start(Some("phone-0002")), Err(StoreError::Core(_))), "its pan is taken");
    notebook.append(first, BatchEvent::Rested, 5000).expect("may rest");
    let second = start(None).expect("the pan is free");
    assert_ne!(second, first);
    let again = notebook.append(first, BatchEvent::Undone { undone_seq: 1 }, 6000);
    assert!(matches!(again, Err(StoreError::Core(_))), "and taken again");
    notebook.append(second, BatchEvent::GivenUp, 7000).expect("ends");
    notebook.append(first, BatchEvent::Undone { undone_seq: 1 }, 8000).expect("taken up again");
}

#[test]
fn a_list_comes_in_pages_newest_first_and_each_line_stands_once() {
    let notebook = Notebook::new();
    let ids: Vec<i32> = (0..23).map(|i| notebook.given_up(&format!("Batch {i}"), 1000 * (i / 2))).collect();
    let mut seen = Vec::new();
    let mut page = Page { most: Some(5), ..Page::default() };
    loop {
        let shelf = notebook.shelf(&page);
        assert_eq!(shelf.total, 23);
        assert!(shelf.lines.len() <= 5);
        let last = shelf.lines.last().map(|l| (l.started_ms, l.id));
        seen.extend(shelf.lines.iter().map(|l| (l.started_ms, l.id)));
        if !shelf.more {
            break;
        }
        page.before = last;
    }
    assert!(seen.is_sorted_by(|a, b| a > b), "newest first, none twice");
    assert_eq!(seen.len(), ids.len());
    let named = notebook.shelf(&Page { words: Some("batch 2".into()), ..Page::default() });
    assert_eq!((named.total, named.lines.len()), (4, 4), "2, 20, 21, 22");
    let wild = notebook.shelf(&Page { words: Some("%".into()), ..Page::default() });
    assert_eq!(wild.total, 0, "a percent sign is a percent sign");
}

#[test]
fn a_line_says_what_its_log_says_whatever_became_of_the_batch() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    let line = || notebook.shelf(&Page::default()).lines.remove(0);
    assert_eq!((line().standing, line().going.is_some()), (Standing::Going, true));
    notebook.append(id, BatchEvent::GivenUp, 2000).expect("ends");
    let over = line();
    assert_eq!((over.standing, over.going.is_some()), (Standing::Over, false));
    assert!(over.brief.expect("brief").summary.given_up);
    notebook.append(id, BatchEvent::Undone { undone_seq: 1 }, 3000).expect("reopens");
    assert_eq!(line().standing, Standing::Going);
    assert!(!line().brief.expect("brief").summary.over);
}

#[test]
fn one_row_that_cannot_be_read_does_not_take_the_list_with_it() {
    let notebook = Notebook::new();
    let (broken, fine) = (notebook.started("Broken", 1000), notebook.given_up("Fine", 2000));
    let unreadable = notebook.given_up("Also broken", 3000);
    notebook
        .store
        .write(|c| {
            diesel::update(schema::batch::table.find(broken))
                .set(schema::batch::setup_json.eq("{"))
                .execute(c)?;
            diesel::update(schema::batch::table.find(unreadable))
                .set(schema::batch::brief_json.eq("no brief"))
                .execute(c)?;
            Ok(())
        })
        .expect("broken");
    let again = crate::common::Notebook { store: notebook.again(), ..notebook };
    let lines =
        Notebook { following: unctum_store::Following::default(), ..again }.shelf(&Page::default()).lines;
    let told: Vec<_> = lines.iter().map(|l| (l.id, l.standing)).collect();
    assert_eq!(
        told,
        [(unreadable, Standing::Unreadable), (fine, Standing::Over), (broken, Standing::Unreadable)]
    );
    assert_eq!(lines[2].title, "Broken", "its name is still said");
}

/// A clock that ran a year ahead is not carried on: what is written since stands at its own moment, and an entry of that
/// time is put right.
#[test]
fn what_a_wrong_clock_wrote_does_not_take_along_what_comes_after() {
    let notebook = Notebook::new();
    let (now_ms, year_ms) = (10_000_000, 365 * 86_400_000);
    let id = notebook.started("Syrup", now_ms);
    notebook.append(id, BatchEvent::done(&setup("Syrup").steps[0].key), now_ms + 1000).expect("fits");
    notebook.append(id, flame(Flame::High), now_ms + year_ms).expect("fits");
    notebook.append(id, flame(Flame::Low), now_ms + 2000).expect("fits");
    let state = |at_ms| notebook.store.read(|c| notebook.following.at(c, id)).expect("there").state_at(at_ms);
    assert_eq!((state(now_ms + 2500).now_ms, state(now_ms + 2500).flame), (now_ms + 2500, Flame::Low));
    assert_eq!(state(now_ms + 2 * year_ms).flame, Flame::High, "it counts when its time has come");
    let at = |seq: i32| notebook.log(id).iter().find(|l| l.seq == seq).map(|l| l.at_ms);
    assert_eq!((at(2), at(3)), (Some(now_ms + year_ms), Some(now_ms + 2000)));
    let given_up = notebook.store.write(|c| {
        unctum_store::batch::append(
            c,
            &notebook.following.within_write(),
            id,
            BatchEvent::GivenUp,
            now_ms + 2600,
        )?;
        Err::<(), _>(StoreError::Moved)
    });
    assert!(matches!(given_up, Err(StoreError::Moved)), "it could be given up: {given_up:?}");
    let right = BatchEvent::Amended {
        amended_seq: 2,
        amended_ms: Some(now_ms + 1500),
        reading: None,
        water_g: None,
        flame: None,
    };
    notebook.append(id, right, now_ms + 3000).expect("fits");
    let batch = notebook.store.read(|c| notebook.following.at(c, id)).expect("there");
    assert_eq!(
        (batch.state_at(now_ms + 4000).now_ms, batch.state_at(now_ms + 4000).flame),
        (now_ms + 4000, Flame::Low)
    );
}

/// Who waited for a look at a batch takes the last one if that has seen what he read; else one at all that was written since.
#[test]
fn many_who_look_at_once_share_a_look_that_has_seen_their_entry() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    let following = &notebook.following;
    let read = || notebook.store.read(|c| following.at(c, id)).expect("there");
    let looks = |read, now_ms: i64| {
        following.in_turn(id, read, now_ms, |batch| (batch.last_seq(), batch.glance_at(now_ms).now_ms))
    };
    notebook.append(id, flame(Flame::Low), 2000).expect("fits");
    let first = read();
    notebook.append(id, flame(Flame::High), 2100).expect("fits");
    let second = read();
    assert_eq!(looks(std::sync::Arc::clone(&first), 2200), (2, 2200), "all that was written by then");
    notebook.append(id, flame(Flame::Medium), 2210).expect("fits");
    let third = read();
    assert_eq!(looks(second, 2300), (2, 2200), "has seen its entry, and is fresh");
    assert_eq!(looks(third, 2310), (3, 2310), "has not seen the third");
    assert_eq!(looks(first, 9000), (3, 9000), "a look of seconds ago is none");
}
