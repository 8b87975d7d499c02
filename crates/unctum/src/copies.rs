//! Copies of the notebook: one a day, thinned out as they age; brought back when they are needed.

use std::collections::BTreeSet;
use std::fs::{self, File, TryLockError};
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::time::Duration;

use jiff::civil::Date;
use rocket::Shutdown;
use rocket::tokio::task::spawn_blocking;
use rocket::tokio::time::sleep;
use rocket::tokio::{select, spawn};
use unctum_store::check::check;
use unctum_store::file::{self, Kind, beside, copies_folder, private_folder};
use unctum_store::place::Making;
use unctum_store::{Store, network};

use crate::app::App;
use crate::clock::day_of;
use crate::copy_trouble::CopyTrouble;
use crate::failure::Failure;

/// Days, weeks and months of which a copy is kept.
const DAYS: usize = 7;
const WEEKS: usize = 4;
const MONTHS: usize = 12;
/// How often it is looked whether a new day has begun.
const LOOK_EVERY: Duration = Duration::from_secs(600);

/// That this program has the notebook, and no other of its kind; given back at the end.
pub struct Held {
    path: PathBuf,
    held: Vec<File>,
}

impl Held {
    /// Holds the notebook at `path`.
    ///
    /// # Errors
    /// In words, when another Unctum has it.
    pub fn of(path: &Path) -> Result<Self, Failure> {
        if let Some(folder) = path.parent().filter(|f| !f.as_os_str().is_empty()) {
            private_folder(folder)?;
        }
        // However it is linked to, it is one notebook.
        let path = fs::canonicalize(path).unwrap_or_else(|_| path.to_owned());
        let lock = beside(&path, ".in-use");
        let file = File::create(&lock).map_err(|e| format!("{}: {e}", lock.display()))?;
        match file.try_lock() {
            Ok(()) => Self { path, held: vec![file] }.with_file(),
            Err(TryLockError::WouldBlock) => Err(open_elsewhere(&path)),
            Err(TryLockError::Error(e)) => Err(e.into()),
        }
    }

    /// Holds the file itself too, once it is there: it may have a second name, with a lock of its own.
    ///
    /// # Errors
    /// In words, when another Unctum has it.
    pub fn with_file(mut self) -> Result<Self, Failure> {
        // Elsewhere the lock of a whole file would keep this program itself out of it.
        #[cfg(unix)]
        if let Ok(file) = File::open(&self.path)
            && self.held.len() < 2
        {
            match file.try_lock() {
                Err(TryLockError::WouldBlock) => return Err(open_elsewhere(&self.path)),
                // Not every file system has such locks.
                Ok(()) | Err(TryLockError::Error(_)) => self.held.push(file),
            }
        }
        Ok(self)
    }
}

fn open_elsewhere(path: &Path) -> Failure {
    format!("another Unctum has {} open; end it first", path.display()).into()
}

/// A notebook that is read while another Unctum may have it open.
///
/// # Errors
/// In words, when another Unctum has it open and it goes by several names: each has side files of its own.
pub fn may_be_opened_beside(path: &Path) -> Result<(), Failure> {
    #[cfg(unix)]
    {
        use std::os::unix::fs::MetadataExt;
        let file = File::open(path)?;
        if file.metadata()?.nlink() > 1 && matches!(file.try_lock(), Err(TryLockError::WouldBlock)) {
            return Err(open_elsewhere(path));
        }
    }
    #[cfg(not(unix))]
    let _ = path;
    Ok(())
}

/// Which of the days that have a copy keep it: the last seven, and the first of each of the last four weeks and
/// twelve months that have one.
#[must_use]
pub fn kept(days: &BTreeSet<Date>) -> BTreeSet<Date> {
    let newest = |n: usize| days.iter().rev().take(n).copied();
    let firsts = |period: fn(Date) -> Date, n: usize| {
        let mut firsts: Vec<Date> = Vec::new();
        for day in days {
            if firsts.last().is_none_or(|last| period(*last) != period(*day)) {
                firsts.push(*day);
            }
        }
        firsts.into_iter().rev().take(n)
    };
    let week = |day: Date| {
        let since_monday = i64::from(day.weekday().to_monday_zero_offset());
        day.saturating_sub(jiff::Span::new().days(since_monday))
    };
    newest(DAYS).chain(firsts(week, WEEKS)).chain(firsts(|day| day.first_of_month(), MONTHS)).collect()
}

fn copy_path(folder: &Path, day: Date) -> PathBuf {
    folder.join(format!("{day}.db"))
}

fn copied_on(name: &std::ffi::OsStr) -> Option<Date> {
    name.to_str()?.strip_suffix(".db")?.parse().ok()
}

/// Makes today's copy if there is none yet, and takes away those that are no longer kept. Returns whether it made
/// one.
///
/// # Errors
/// Those of the store and the file system.
pub fn make_daily(store: &Store, now_ms: i64) -> Result<bool, Failure> {
    let folder = copies_folder(store.path());
    private_folder(&folder)?;
    let today = day_of(now_ms);
    let path = copy_path(&folder, today);
    if path.exists() {
        return Ok(false);
    }
    store.copy_to(&path)?;
    let mut days = BTreeSet::new();
    for entry in fs::read_dir(&folder)? {
        days.extend(copied_on(&entry?.file_name()));
    }
    // What was copied under a clock that ran ahead is not newer than what was copied since.
    let past: BTreeSet<Date> = days.into_iter().filter(|day| *day <= today).collect();
    for day in past.difference(&kept(&past)) {
        fs::remove_file(copy_path(&folder, *day))?;
    }
    Ok(true)
}

/// Tries to make today's copy, and notes what kept it from that.
fn tried(trouble: &CopyTrouble, store: &Store, now_ms: i64) -> Result<bool, Failure> {
    let made = make_daily(store, now_ms);
    trouble.note(made.as_ref().err());
    made
}

/// Makes a copy a day while the program serves.
pub fn keep_daily(app: &App, mut end: Shutdown) {
    let (store, clock, trouble) = (app.store.clone(), Arc::clone(&app.clock), Arc::clone(&app.copy_trouble));
    spawn(async move {
        loop {
            let (store, now_ms, trouble) = (store.clone(), clock.now_ms(), Arc::clone(&trouble));
            let made =
                spawn_blocking(move || tried(&trouble, &store, now_ms).map_err(|e| e.to_string())).await;
            if let Ok(Err(words)) = made {
                eprintln!("unctum: today's copy could not be made: {words}");
            }
            select! {
                () = sleep(LOOK_EVERY) => {}
                () = &mut end => return,
            }
        }
    });
}

/// Brings a copy back in place of the notebook at `path`, which must not be in use. Returns where the notebook as
/// it was is kept, if there was one. Devices, tokens and the passcode are no part of it: nobody is let in.
///
/// # Errors
/// A copy that is not whole; nothing is changed then.
pub fn restore(copy: &Path, path: &Path) -> Result<Option<PathBuf>, Failure> {
    if !copy.is_file() {
        return Err(format!("there is no file {}", copy.display()).into());
    }
    let making = Making::at(path)?;
    let made = making.file();
    file::copy_as_it_lies(copy, &made)?;
    if file::kind(&made)? == Kind::Empty {
        return Err(format!("{} is empty", copy.display()).into());
    }
    let store = Store::open(&made)?;
    // Who was put out since, and a passcode that was changed since, do not come back with the copy.
    store.write(network::nobody_is_let_in)?;
    store.close()?;
    drop(store);
    if let Some(first) = check(&made)?.first() {
        return Err(format!("the copy is not whole, so nothing was changed: {first}").into());
    }
    Ok(making.put_in_place()?)
}

#[cfg(test)]
mod tests {
    use super::*;
    use jiff::ToSpan;
    use jiff::civil::date;
    use proptest::prelude::*;

    #[test]
    fn after_two_years_of_days_seven_days_four_weeks_and_twelve_months_are_kept() {
        let mut days = BTreeSet::new();
        let mut day = date(2024, 1, 1);
        for _ in 0..760 {
            days.insert(day);
            days = kept(&days);
            day = day.saturating_add(1.days());
        }
        let last = day.saturating_sub(1.days());
        assert!((0..7).all(|n| days.contains(&last.saturating_sub(n.days()))), "the last seven days");
        let months: BTreeSet<_> = days.iter().map(|d| d.first_of_month()).collect();
        assert_eq!(months.len(), 12, "{days:?}");
        assert!(days.len() <= DAYS + WEEKS + MONTHS);
    }

    #[test]
    fn a_clock_that_ran_ahead_takes_no_copy_away() {
        let folder = tempfile::tempdir().expect("folder");
        let store = Store::open(&folder.path().join("notebook.db")).expect("opens");
        let day_ms = |n: i64| 1_750_000_000_000 + n * 86_400_000;
        for n in (0..10).chain(400..420).chain(10..15) {
            assert!(make_daily(&store, day_ms(n)).expect("made"));
        }
        let copies = fs::read_dir(copies_folder(store.path())).expect("folder");
        let days: BTreeSet<Date> = copies.filter_map(|e| copied_on(&e.expect("entry").file_name())).collect();
        let today = day_of(day_ms(14));
        let last = (0..7).map(|n| today.saturating_sub(n.days())).filter(|d| days.contains(d)).count();
        assert!(last >= 5, "those made since are there: {days:?}");
    }

    #[test]
    fn a_copy_that_fails_is_told_until_one_is_made() {
        let folder = tempfile::tempdir().expect("folder");
        let store = Store::open(&folder.path().join("notebook.db")).expect("opens");
        let trouble = CopyTrouble::default();
        // Something else lies where the copies go.
        fs::write(copies_folder(store.path()), "a letter").expect("written");
        assert!(tried(&trouble, &store, 1_750_000_000_000).is_err());
        assert!(trouble.words().is_some_and(|w| w.contains("could not be made")));
        fs::remove_file(copies_folder(store.path())).expect("taken away");
        assert!(tried(&trouble, &store, 1_750_000_000_000).expect("made"));
        assert_eq!(trouble.words(), None);
    }

    #[test]
    fn a_notebook_of_two_names_is_held_once() {
        let folder = tempfile::tempdir().expect("folder");
        let (path, other) = (folder.path().join("notebook.db"), folder.path().join("other/name.db"));
        let held = Held::of(&path).expect("nobody has it");
        let store = Store::open(&path).expect("opens");
        let held = held.with_file().expect("nobody has it");
        fs::create_dir(folder.path().join("other")).expect("folder");
        may_be_opened_beside(&path).expect("it goes by one name");
        fs::hard_link(&path, &other).expect("linked");
        assert!(Held::of(&other).is_err_and(|e| e.to_string().contains("another Unctum")));
        assert!(may_be_opened_beside(&other).is_err());
        drop((store, held));
        may_be_opened_beside(&other).expect("free");
        assert!(Held::of(&other).is_ok());
    }

    proptest! {
        #[test]
        fn thinning_out_again_changes_nothing_and_never_takes_the_newest(
            offsets in proptest::collection::btree_set(0_i64..2000, 1..60),
        ) {
            let days: BTreeSet<Date> =
                offsets.iter().map(|n| date(2024, 1, 1).saturating_add(n.days())).collect();
            let once = kept(&days);
            prop_assert_eq!(&kept(&once), &once);
            prop_assert!(once.contains(days.last().expect("one")));
            prop_assert!(once.is_subset(&days));
        }
    }
}
