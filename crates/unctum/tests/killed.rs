//! The program killed while it makes a notebook: at a first opening, an import, a restore. Whatever the moment, there
//! stands the old notebook or the new one, and the next try goes through. `make faults` does it a hundred times each.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};
use std::time::{Duration, Instant};

use unctum::{demo, folder};
use unctum_store::whole::{Whole, take_out};
use unctum_store::{Store, check};

const KILLS: u32 = 8;

fn program(words: &[&str]) -> Command {
    let mut command = Command::new(env!("CARGO_BIN_EXE_unctum"));
    command.args(words).stdin(Stdio::null()).stdout(Stdio::null()).stderr(Stdio::null());
    command
}

/// How long these words take it, at most: with `until_there`, until there is such a file.
fn takes(words: &[&str], until_there: Option<&Path>) -> Duration {
    let begun = Instant::now();
    let mut child = program(words).spawn().expect("starts");
    while child.try_wait().expect("waited").is_none() && until_there.is_none_or(|p| !p.exists()) {
        std::thread::sleep(Duration::from_millis(1));
    }
    let _ = (child.kill(), child.wait());
    begun.elapsed()
}

fn killed_after(words: &[&str], after: Duration) {
    let mut child = program(words).spawn().expect("starts");
    std::thread::sleep(after);
    let _ = (child.kill(), child.wait());
}

fn everything(path: &Path) -> Whole {
    let whole = Store::open(path).expect("opens").read(take_out).expect("reads");
    assert_eq!(check::check(path).expect("checked"), Vec::<String>::new());
    whole
}

fn text(path: &Path) -> &str {
    path.to_str().expect("name")
}

/// A notebook with a past, another with nothing but a kitchen in it, and the first as a folder of files.
fn notebooks(folder: &Path) -> (PathBuf, PathBuf, PathBuf) {
    let (full, bare, files) = (folder.join("full.db"), folder.join("bare.db"), folder.join("files"));
    let store = Store::open(&full).expect("made");
    demo::fill(&store, 1_700_000_000_000).expect("filled");
    store.close().expect("closed");
    folder::export(&store, &files).expect("exported");
    Store::open(&bare).expect("made").close().expect("closed");
    (full, bare, files)
}

#[test]
fn killed_at_any_moment_the_old_or_the_new_notebook_stands_there() {
    let folder = tempfile::tempdir().expect("folder");
    let (full, bare, files) = notebooks(folder.path());
    let (whole, nothing) = (everything(&full), everything(&bare));
    let at = folder.path().join("mine.db");
    let clean = || {
        for entry in std::fs::read_dir(folder.path()).expect("folder").flatten() {
            if entry.file_name().to_string_lossy().starts_with("mine") {
                let _ = (std::fs::remove_file(entry.path()), std::fs::remove_dir_all(entry.path()));
            }
        }
    };
    let serve = ["serve", "--db", text(&at), "--port", "18491", "--simulated-clock"];
    let import = ["import", text(&files), "--db", text(&at)];
    let restore = ["restore", text(&full), "--db", text(&at)];
    let part = |whole: Duration, n: u32| whole * (2 * n + 1) / (2 * KILLS);

    let opening = takes(&serve, Some(&at)) * 2;
    for n in 0..KILLS {
        clean();
        killed_after(&serve, part(opening, n));
        assert_eq!(everything(&at), nothing, "a first opening, killed in part {n} of {KILLS}");
    }
    clean();
    let importing = takes(&import, None);
    for n in 0..KILLS {
        clean();
        killed_after(&import, part(importing, n));
        assert!(!at.exists() || everything(&at) == whole, "an import, killed in part {n} of {KILLS}");
        // A restore after it gives what is restored.
        assert!(program(&["restore", text(&full), "--db", text(&at)]).status().expect("ran").success());
        assert_eq!(everything(&at), whole, "a restore after an import that was killed");
    }
    clean();
    std::fs::copy(&bare, &at).expect("copied");
    let restoring = takes(&restore, None);
    for n in 0..KILLS {
        clean();
        std::fs::copy(&bare, &at).expect("copied");
        killed_after(&restore, part(restoring, n));
        let stands = everything(&at);
        assert!(stands == nothing || stands == whole, "a restore, killed in part {n} of {KILLS}");
        assert!(program(&restore).status().expect("ran").success(), "the same again");
        assert_eq!(everything(&at), whole);
    }
}
