//! Writes that were broken off: what they leave is recovered, or never looked at again.

use std::path::{Path, PathBuf};

use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::kitchen::Flame;
use unctum_core::log::BatchEvent;
use unctum_core::start::BatchSetup;
use unctum_store::file::{Kind, kind};
use unctum_store::place::Making;
use unctum_store::whole::take_out;
use unctum_store::{Store, StoreError};

use crate::common::{Notebook, setup};

fn opened(path: &Path) -> SqliteConnection {
    SqliteConnection::establish(path.to_str().expect("name")).expect("opens")
}

fn beside(path: &Path, ending: &str) -> PathBuf {
    let mut name = path.as_os_str().to_owned();
    name.push(ending);
    name.into()
}

/// Lays the file at `path` to `to` as a power cut in the midst of `sql` would leave it: the journal beside it.
fn cut_off(path: &Path, sql: &str, to: &Path) {
    let mut c = opened(path);
    c.batch_execute(
        "PRAGMA journal_mode = DELETE; PRAGMA cache_size = 2; PRAGMA cache_spill = 1; BEGIN IMMEDIATE",
    )
    .expect("begins");
    c.batch_execute(sql).expect("writes");
    std::fs::copy(path, to).expect("copied");
    std::fs::copy(beside(path, "-journal"), beside(to, "-journal")).expect("a journal lies there");
    c.batch_execute("ROLLBACK").expect("ends");
}

const MUCH: &str = "CREATE TABLE filler (b BLOB);
    INSERT INTO filler SELECT randomblob(3000) FROM batch_event, batch_event AS other LIMIT 400";

#[test]
fn a_notebook_whose_write_was_cut_off_opens_as_it_was_before() {
    let notebook = Notebook::new();
    let id = notebook.given_up("Syrup", 1000);
    for i in 0..20 {
        let flame = unctum_core::kitchen::Flame::Low;
        let _ = notebook.append(id, unctum_core::log::BatchEvent::Flame { flame }, 2000 + i);
    }
    let before = notebook.store.read(take_out).expect("everything");
    let copy = notebook.folder.path().join("alone.db");
    notebook.store.copy_to(&copy).expect("copied");
    let cut = notebook.folder.path().join("cut.db");
    cut_off(&copy, MUCH, &cut);
    assert!(matches!(kind(&cut), Ok(Kind::Ours { .. })), "{:?}", kind(&cut));
    assert!(unctum_store::check::check(&cut).expect("checks").is_empty());
    assert_eq!(Store::open(&cut).expect("opens").read(take_out).expect("everything"), before);
}

#[test]
fn a_first_opening_that_was_cut_off_is_begun_anew() {
    let folder = tempfile::tempdir().expect("folder");
    let at = |name: &str| folder.path().join(name);
    let migrations = "CREATE TABLE __diesel_schema_migrations (version VARCHAR(50) PRIMARY KEY NOT NULL,
        run_on TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP)";
    // Before, and just after, its first table was made.
    opened(&at("first.db")).batch_execute("PRAGMA user_version = 0").expect("made");
    cut_off(
        &at("first.db"),
        &format!("{migrations}; CREATE TABLE f AS SELECT randomblob(90000)"),
        &at("cut.db"),
    );
    opened(&at("begun.db")).batch_execute(migrations).expect("made");
    std::fs::write(at("nothing.db"), []).expect("made");
    std::fs::write(at("nothing.db-journal"), [0_u8; 512]).expect("made");
    for name in ["cut.db", "begun.db", "nothing.db"] {
        let path = at(name);
        assert!(matches!(kind(&path), Ok(Kind::Empty)), "{name}: {:?}", kind(&path));
        let store = Store::open(&path).unwrap_or_else(|e| panic!("{name}: {e}"));
        assert!(store.read(take_out).expect("reads").batches.is_empty());
        drop(store);
        assert!(unctum_store::check::check(&path).expect("checks").is_empty(), "{name}");
    }
}

#[test]
fn a_fresh_notebook_stands_whole_or_not_at_all_and_joins_nothing_that_lay_there() {
    let folder = tempfile::tempdir().expect("folder");
    let path = folder.path().join("notebook.db");
    // The log of a notebook that somebody took away by hand.
    let other = Notebook::new();
    other.given_up("Syrup", 1000);
    std::fs::copy(beside(&other.path(), "-wal"), beside(&path, "-wal")).expect("a log lies there");
    let store = Store::open(&path).expect("opens");
    assert!(store.read(take_out).expect("reads").batches.is_empty(), "the other's log is not replayed");
    let left: Vec<String> = std::fs::read_dir(folder.path())
        .expect("folder")
        .map(|f| f.expect("file").file_name().into_string().expect("name"))
        .filter(|name| name.contains("making"))
        .collect();
    assert!(left.is_empty(), "{left:?}");
}

#[test]
fn what_is_not_ours_is_not_rolled_back() {
    let folder = tempfile::tempdir().expect("folder");
    let (path, cut) = (folder.path().join("other.db"), folder.path().join("cut.db"));
    opened(&path)
        .batch_execute("CREATE TABLE batch (id INTEGER); INSERT INTO batch VALUES (7)")
        .expect("made");
    let many =
        "INSERT INTO batch WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 40000)
        SELECT i FROM n";
    cut_off(&path, many, &cut);
    let bytes =
        |p: &Path| (std::fs::read(p).expect("file"), std::fs::read(beside(p, "-journal")).expect("journal"));
    let before = bytes(&cut);
    assert!(matches!(Store::open(&cut), Err(StoreError::NotOurs)));
    assert_eq!(bytes(&cut), before, "not a byte of it changed");
}

#[test]
fn what_an_earlier_try_left_is_never_joined() {
    let notebook = Notebook::new();
    let id = notebook.given_up("Syrup", 1000);
    let path = notebook.folder.path().join("new.db");
    let next = notebook.folder.path().join("new-next.db");
    // Both kinds of leavings: an earlier program's file with its log, and a folder of today's.
    std::fs::copy(notebook.path(), &next).expect("copied");
    std::fs::copy(beside(&notebook.path(), "-wal"), beside(&next, "-wal")).expect("copied");
    std::mem::forget(Making::at(&path).expect("a folder"));
    let making = Making::at(&path).expect("a folder");
    assert!(!next.exists() && !beside(&next, "-wal").exists());
    drop(Store::open(&making.file()).expect("made"));
    assert_eq!(making.put_in_place().expect("placed"), None);
    let there = Store::open(&path).expect("opens").read(take_out).expect("everything");
    assert!(there.batches.is_empty());
    // Put over another: not while somebody has that open; then it is kept whole.
    let Notebook { store, folder, .. } = notebook;
    let at = folder.path().join("notebook.db");
    let making = Making::at(&at).expect("a folder");
    drop(Store::open(&making.file()).expect("made"));
    assert!(matches!(making.put_in_place(), Err(StoreError::Locked)));
    drop(store);
    let making = Making::at(&at).expect("a folder");
    drop(Store::open(&making.file()).expect("made"));
    let kept_path = making.put_in_place().expect("placed").expect("kept");
    let kept = Store::open(&kept_path).expect("opens").read(|c| unctum_store::batch::load(c, id));
    assert!(kept.is_ok());
    let names: Vec<String> = std::fs::read_dir(folder.path())
        .expect("folder")
        .map(|f| f.expect("file").file_name().into_string().expect("name"))
        .filter(|name| name.contains("-making-"))
        .collect();
    assert!(names.is_empty(), "{names:?}");
}

/// What is written into a file that has no name any more is gone with the program: nothing is said to be kept.
#[test]
fn a_notebook_that_was_moved_takes_nothing_until_it_stands_there_again() {
    let notebook = Notebook::new();
    let path = notebook.path();
    let id = notebook.started("before", 1000);
    let away = notebook.folder.path().join("away.db");
    let tries = || notebook.store.write(|c| unctum_store::batch::create(c, &setup("since"), 2000));
    std::fs::rename(&path, &away).expect("moved");
    assert!(matches!(tries(), Err(StoreError::Moved)));
    std::fs::copy(&away, &path).expect("another stands there");
    assert!(matches!(tries(), Err(StoreError::Moved)));
    std::fs::remove_file(&path).expect("deleted");
    assert!(matches!(tries(), Err(StoreError::Moved)));
    std::fs::rename(&away, &path).expect("put back");
    let after = tries().expect("it stands there again");
    assert_eq!(after, id + 1, "what was refused left nothing");
}

/// What is asked for within a write that comes to nothing is not remembered: neither an entry nor a batch.
#[test]
fn a_write_that_was_rolled_back_is_not_remembered() {
    use unctum_store::batch::{append, create};
    let notebook = Notebook::new();
    let (first, following) = (notebook.started("first", 1000), &notebook.following);
    let within = following.within_write();
    let done = |setup: &BatchSetup| BatchEvent::done(&setup.steps[0].key);
    notebook.append(first, done(&setup("first")), 2000).expect("fits");
    let undone: unctum_store::Result<()> = notebook.store.write(|c| {
        append(c, &within, first, BatchEvent::Flame { flame: Flame::Low }, 3000)?;
        assert_eq!(within.at(c, first)?.last_seq(), 2);
        let second = create(c, &setup("never"), 4000)?;
        within.at(c, second)?;
        Err(StoreError::Moved)
    });
    assert!(matches!(undone, Err(StoreError::Moved)));
    let at = |id| notebook.store.read(|c| following.at(c, id)).expect("there");
    assert_eq!(at(first).last_seq(), 1, "as it stands in the file");
    notebook.append(first, BatchEvent::Flame { flame: Flame::High }, 5000).expect("fits");
    assert_eq!(
        at(first).log().last().map(|l| l.event.clone()),
        Some(BatchEvent::Flame { flame: Flame::High })
    );
    let second = notebook.started("second", 6000);
    assert_eq!((at(second).setup().title.as_str(), at(second).started_ms()), ("second", 6000));
}
