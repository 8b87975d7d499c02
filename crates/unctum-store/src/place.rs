//! A new notebook takes its place: made in a folder of its own, whole and on the disk, then put where it belongs in
//! one step. Whatever ends the program in between, there stands the old notebook or the new one.

use std::fs::{self, File};
use std::path::{Path, PathBuf};
use std::time::Duration;

use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use tempfile::TempDir;

use crate::error::{Result, StoreError};
use crate::file::{self, Kind, beside, side_files};

/// What the name of such a folder begins with, behind the notebook's own.
const MAKING: &str = "-making-";
/// What an earlier program made a notebook under, behind the notebook's own name.
const MADE_BEFORE: &str = "-next.db";

/// The folder in which a notebook is made. It goes with the value; what a program that was killed left of one is never
/// looked at again.
pub struct Making {
    folder: TempDir,
    path: PathBuf,
}

fn told(path: &Path) -> impl Fn(std::io::Error) -> StoreError {
    move |e| StoreError::Open(format!("{}: {e}", path.display()))
}

impl Making {
    /// A folder beside the place at `path`. What earlier tries left is swept away: for who holds the notebook, so that
    /// nobody else is making one.
    ///
    /// # Errors
    /// Those of the file system.
    pub fn at(path: &Path) -> Result<Self> {
        sweep(path);
        Self::folder_at(path)
    }

    /// The same, with nothing swept away.
    pub(crate) fn folder_at(path: &Path) -> Result<Self> {
        let (parent, prefix) = (parent_of(path), beside(path, MAKING));
        let prefix = prefix.file_name().unwrap_or_default().to_owned();
        let folder = tempfile::Builder::new().prefix(&prefix).tempdir_in(&parent).map_err(told(&parent))?;
        Ok(Self { folder, path: path.to_owned() })
    }

    /// Where to make it.
    #[must_use]
    pub fn file(&self) -> PathBuf {
        self.folder.path().join("notebook.db")
    }

    /// Puts what was made in the notebook's place, once nobody has it open any more. Returns where the notebook that
    /// stood there is kept, if there was one.
    ///
    /// # Errors
    /// Those of the file system; what stood there stands there still.
    pub fn put_in_place(self) -> Result<Option<PathBuf>> {
        let made = self.file();
        into_one_file(&made)?;
        File::open(&made).and_then(|f| f.sync_all()).map_err(told(&made))?;
        let kept = keep_what_stands(&self.path)?;
        fs::rename(&made, &self.path).map_err(told(&self.path))?;
        let parent = parent_of(&self.path);
        File::open(&parent).and_then(|f| f.sync_all()).map_err(told(&parent))?;
        Ok(kept)
    }
}

fn parent_of(path: &Path) -> PathBuf {
    path.parent().filter(|f| !f.as_os_str().is_empty()).unwrap_or(Path::new(".")).to_owned()
}

/// What an earlier try left. That it cannot be taken away is no reason not to begin anew.
fn sweep(path: &Path) {
    let before = beside(path, MADE_BEFORE);
    for file in side_files(&before).chain([before.clone()]) {
        let _ = fs::remove_file(file);
    }
    let prefix = beside(path, MAKING);
    let prefix = prefix.file_name().unwrap_or_default().to_string_lossy().into_owned();
    for entry in fs::read_dir(parent_of(path)).into_iter().flatten().flatten() {
        if entry.file_name().to_string_lossy().starts_with(&prefix) {
            let _ = fs::remove_dir_all(entry.path());
        }
    }
}

/// How long, and how often, it is waited for others to close a file.
const CLOSING: (Duration, u32) = (Duration::from_millis(20), 250);

/// Brings everything that stands beside a file into it. Connections that are just being closed are waited for.
fn into_one_file(path: &Path) -> Result<()> {
    let name = path.to_str().ok_or_else(|| StoreError::Open("its name is not valid text".into()))?;
    for _ in 0..CLOSING.1 {
        let mut c = SqliteConnection::establish(name).map_err(|e| StoreError::Open(e.to_string()))?;
        // SQLite itself does not wait with this one.
        match c.batch_execute("PRAGMA journal_mode = DELETE;").map_err(StoreError::from) {
            Ok(()) if side_files(path).all(|p| !p.exists()) => return Ok(()),
            Ok(()) | Err(StoreError::Locked) => std::thread::sleep(CLOSING.0),
            Err(other) => return Err(other),
        }
    }
    Err(StoreError::Locked)
}

/// Gives what stands at a path a second name, with whatever SQLite laid beside it, so that another can take its place.
fn keep_what_stands(path: &Path) -> Result<Option<PathBuf>> {
    // What is still in the write-ahead log belongs into the file. One that is damaged is kept as it lies.
    if matches!(file::kind(path), Ok(Kind::Ours { .. }))
        && let Err(StoreError::Locked) = into_one_file(path)
    {
        return Err(StoreError::Locked);
    }
    let beside_it: Vec<PathBuf> = side_files(path).filter(|p| p.exists()).collect();
    if !path.exists() && beside_it.is_empty() {
        return Ok(None);
    }
    let free = |aside: &PathBuf| !aside.exists() && side_files(aside).all(|p| !p.exists());
    let aside = (1..1000)
        .map(|n| beside(path, &format!("-before-{n}.db")))
        .find(free)
        .ok_or_else(|| StoreError::Open("very many notebooks were put aside; take some away".into()))?;
    let there = path.exists();
    if there {
        fs::hard_link(path, &aside).or_else(|_| fs::copy(path, &aside).map(|_| ())).map_err(told(&aside))?;
    }
    for file in beside_it {
        let ending = file.to_string_lossy().rsplit_once('-').map(|(_, e)| e.to_owned()).unwrap_or_default();
        let mut to = aside.clone().into_os_string();
        to.push(format!("-{ending}"));
        fs::rename(&file, &to).map_err(told(&file))?;
    }
    Ok(there.then_some(aside))
}
