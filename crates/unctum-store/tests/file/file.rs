//! The file as a file: whose it is, its form, its copies, and what is said when it fails.

use std::path::Path;

use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::kitchen::Flame;
use unctum_core::log::BatchEvent;
use unctum_store::batch::Page;
use unctum_store::file::{FORM, copies_folder};
use unctum_store::{Store, StoreError};

use crate::common::Notebook;

fn run(path: &Path, sql: &str) {
    let mut c = SqliteConnection::establish(path.to_str().expect("name")).expect("opens");
    c.batch_execute(sql).expect("runs");
}

fn bytes(path: &Path) -> Vec<u8> {
    std::fs::read(path).expect("read")
}

#[test]
fn what_is_not_a_notebook_is_left_as_it_is() {
    let folder = tempfile::tempdir().expect("folder");
    let letter = folder.path().join("letter.db");
    std::fs::write(&letter, "Dear cook, this is not a database, only a letter. ".repeat(50))
        .expect("written");
    let (other, marked) = (folder.path().join("other.db"), folder.path().join("marked.db"));
    run(&other, "CREATE TABLE batch (id INTEGER); INSERT INTO batch VALUES (7);");
    run(&marked, "PRAGMA application_id = 77;");
    for path in [&letter, &other, &marked] {
        let before = bytes(path);
        assert!(matches!(Store::open(path), Err(StoreError::NotOurs)), "{}", path.display());
        assert_eq!(bytes(path), before, "not a byte of it changed");
    }
    assert!(matches!(Store::open(folder.path()), Err(StoreError::NotOurs)));
    assert!(Store::open(&folder.path().join("no/such/folder/n.db")).is_err());
    let left: Vec<_> =
        std::fs::read_dir(folder.path()).expect("folder").map(|f| f.expect("file").path()).collect();
    assert_eq!(left.len(), 3, "nothing lies beside them: {left:?}");
}

#[test]
fn a_newer_notebook_is_refused_in_words_and_left_as_it_is() {
    let notebook = Notebook::new();
    let path = notebook.path();
    notebook.store.close().expect("closes");
    run(&path, &format!("PRAGMA user_version = {}", FORM + 1));
    let before = bytes(&path);
    let Err(refused) = Store::open(&path) else { panic!("opened") };
    assert!(refused.to_string().contains("newer Unctum"), "{refused}");
    assert_eq!(bytes(&path), before);
}

#[test]
fn an_older_notebook_is_copied_before_it_is_brought_up_to_date() {
    let notebook = Notebook::new();
    let id = notebook.given_up("Syrup", 1000);
    let path = notebook.path();
    notebook.store.close().expect("closes");
    // As a program before forms were counted left it.
    let down = include_str!("../../migrations/0005_steady/down.sql");
    run(&path, "DROP INDEX batch_untold; DROP INDEX batch_searched;");
    run(&path, down);
    run(
        &path,
        "PRAGMA application_id = 0; PRAGMA user_version = 0; PRAGMA wal_checkpoint(TRUNCATE);
         DELETE FROM __diesel_schema_migrations WHERE version IN ('0005', '0011');",
    );
    let again = Notebook { store: Store::open(&path).expect("opens"), ..Notebook::new() };
    let lines = again.shelf(&Page::default()).lines;
    assert_eq!(lines[0].id, id);
    assert!(
        lines[0].brief.as_ref().is_some_and(|b| b.summary.given_up),
        "and its batches are known to lists"
    );
    let copies: Vec<_> = std::fs::read_dir(copies_folder(&path))
        .expect("copies")
        .map(|f| f.expect("file").file_name().into_string().expect("name"))
        .collect();
    assert_eq!(copies, [format!("before-form-{FORM}-from-0.db")]);
}

#[test]
fn a_copy_made_while_it_is_written_to_is_a_whole_notebook() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    for i in 0..20 {
        notebook.append(id, BatchEvent::Flame { flame: Flame::Low }, 2000 + i).expect("kept");
    }
    let copy = notebook.folder.path().join("copy.db");
    notebook.store.copy_to(&copy).expect("copied");
    assert!(notebook.store.copy_to(&copy).is_err(), "what is there is not written over");
    notebook.append(id, BatchEvent::GivenUp, 9000).expect("kept");
    let there = Store::open(&copy).expect("opens").read(|c| unctum_store::batch::load(c, id)).expect("reads");
    assert_eq!(there.log.len(), 20);
    assert!(unctum_store::check::check(&copy).expect("checks").is_empty());
}

#[test]
fn closing_leaves_everything_in_the_one_file() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    notebook.store.close().expect("closes");
    let alone = notebook.folder.path().join("alone.db");
    std::fs::copy(notebook.path(), &alone).expect("copied by hand");
    assert!(Store::open(&alone).expect("opens").read(|c| unctum_store::batch::load(c, id)).is_ok());
}

#[cfg(unix)]
#[test]
fn only_its_owner_may_read_it() {
    use std::os::unix::fs::PermissionsExt;
    let notebook = Notebook::new();
    notebook.started("Syrup", 1000);
    let folder = notebook.folder.path().join("data/unctum");
    unctum_store::file::private_folder(&folder).expect("made");
    let mode = |p: &Path| std::fs::metadata(p).expect("there").permissions().mode() & 0o777;
    assert_eq!(mode(&folder), 0o700);
    for entry in std::fs::read_dir(notebook.folder.path()).expect("folder") {
        let path = entry.expect("file").path();
        if path.is_file() {
            assert_eq!(mode(&path), 0o600, "{}", path.display());
        }
    }
}

#[test]
fn each_way_to_fail_is_told_truly() {
    let notebook = Notebook::new();
    notebook.started("Syrup", 1000);
    let fails =
        |sql: &str| -> StoreError { notebook.store.write(|c| Ok(c.batch_execute(sql)?)).expect_err("fails") };
    assert!(matches!(fails("PRAGMA query_only = ON; DELETE FROM verdict"), StoreError::ReadOnly));
    // The pool may lend the same connection again.
    notebook.store.read(|c| Ok(c.batch_execute("PRAGMA query_only = OFF")?)).expect("writes again");
    let other = notebook.again();
    let locked = other.write(|_| {
        let tried = notebook.store.write(|c| Ok(diesel::sql_query("DELETE FROM verdict").execute(c)?));
        Ok(tried.expect_err("one at a time"))
    });
    assert!(matches!(locked.expect("held"), StoreError::Locked));
    let full = fails("PRAGMA max_page_count = 1; CREATE TABLE filler AS SELECT randomblob(900000) AS b");
    assert!(matches!(full, StoreError::Full), "{full:?}");
    let (mut read_only, mut full_words) = (StoreError::ReadOnly.to_string(), StoreError::Full.to_string());
    for words in [&mut read_only, &mut full_words] {
        assert!(words.contains("nothing was written"), "{words}");
    }
}

#[test]
fn each_migration_is_a_form_of_its_own() {
    let migrations = Path::new(env!("CARGO_MANIFEST_DIR")).join("migrations");
    let count = std::fs::read_dir(migrations).expect("migrations").count();
    assert_eq!(usize::try_from(FORM).expect("positive"), count);
}

#[test]
fn a_damaged_notebook_of_ours_is_called_damaged() {
    let notebook = Notebook::new();
    notebook.store.close().expect("closes");
    let copied = notebook.path().with_file_name("damaged.db");
    notebook.store.copy_to(&copied).expect("copied");
    let mut torn = bytes(&copied);
    torn[100..4096].fill(0x55);
    std::fs::write(&copied, &torn).expect("written");
    assert!(matches!(Store::open(&copied), Err(StoreError::Damaged)), "{:?}", Store::open(&copied).err());
    assert_eq!(bytes(&copied), torn, "not a byte of it changed");
}

#[test]
fn what_lies_where_nothing_may_be_written_is_looked_through() {
    let notebook = Notebook::new();
    notebook.store.close().expect("closes");
    let path = notebook.path().with_file_name("on-a-disc.db");
    std::fs::copy(notebook.path(), &path).expect("copied");
    // As on a disc: nothing can be laid beside it.
    std::fs::create_dir(path.with_file_name("on-a-disc.db-shm")).expect("folder");
    assert_eq!(unctum_store::check::check(&path).expect("read"), Vec::<String>::new());
}
