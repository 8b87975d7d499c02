//! Everything in a notebook as a folder of files that other programs can read: JSON for each thing, and a table of
//! the batches; and such a folder read back.

use std::fs;
use std::path::{Path, PathBuf};

use serde::Serialize;
use serde::de::DeserializeOwned;
use unctum_store::Store;
use unctum_store::file::{private_folder, write_private};
use unctum_store::place::Making;
use unctum_store::whole::{Whole, all_but_batches, batch_lines, each_batch, put_in};

use crate::exchange::notebook;
use crate::failure::Failure;

const KITCHEN: &str = "kitchen.json";
const UNFINISHED: &str = "unfinished.json";
const PLANNING: &str = "planning.json";
/// What that was called before.
const PLANNING_BEFORE: &str = "papers.json";
const BATCHES: &str = "batches";
const SWEETS: &str = "sweets";

const WHAT_IT_IS: &str = "Everything in an Unctum notebook, as plain files.

kitchen.json     the kitchen, and what it was before each change
batches/         one file a batch: how it was set up, what happened, how it turned out
batches.csv      the batches as a table
sweets/          one file an own sweet, with all its versions
unfinished.json  work on sweets that is not finished
planning.json    orders, the days on which they are made, the cupboard

Moments are milliseconds since 1970; names of amounts carry their units. Who may come in over the network is not
among this. `unctum import FOLDER` reads it into a new notebook.
";

/// Writes everything into a new folder. Returns how many files it wrote.
///
/// # Errors
/// A folder that is there already; those of the store and the file system.
pub fn export(store: &Store, folder: &Path) -> Result<usize, Failure> {
    if folder.exists() {
        return Err(format!("{} is there already; name a new folder", folder.display()).into());
    }
    let written = write_all(store, folder);
    if written.is_err() {
        // Half of a notebook is not to be taken for one.
        let _ = fs::remove_dir_all(folder);
    }
    written
}

fn write_all(store: &Store, folder: &Path) -> Result<usize, Failure> {
    private_folder(&folder.join(BATCHES))?;
    private_folder(&folder.join(SWEETS))?;
    write_private(&folder.join("README.txt"), WHAT_IT_IS.as_bytes())?;
    // One snapshot, of which one batch at a time is held.
    let (whole, table, batches) = store.read(|c| {
        let (mut table, lines) = (Vec::new(), batch_lines(c)?);
        notebook::write_batches(&lines, &mut table)?;
        each_batch(c, |batch| write(&folder.join(BATCHES).join(format!("{:06}.json", batch.id)), &batch))?;
        Ok((all_but_batches(c)?, table, lines.len()))
    })?;
    write_private(&folder.join("batches.csv"), &table)?;
    write(&folder.join(KITCHEN), &whole.kitchen)?;
    write(&folder.join(UNFINISHED), &whole.unfinished)?;
    write(&folder.join(PLANNING), &whole.planning)?;
    for sweet in &whole.sweets {
        write(&folder.join(SWEETS).join(format!("own-{}.json", sweet.id)), sweet)?;
    }
    Ok(5 + batches + whole.sweets.len())
}

/// Reads such a folder into a notebook that is not there yet, and that nobody else is making.
///
/// # Errors
/// A notebook that is there already; a file that is missing or not of this kind. Nothing is left then.
pub fn import(folder: &Path, path: &Path) -> Result<(), Failure> {
    if path.exists() {
        return Err(format!("{} is there already; name a new notebook with --db", path.display()).into());
    }
    let whole = Whole {
        kitchen: read(&folder.join(KITCHEN))?,
        batches: read_all(&folder.join(BATCHES))?,
        sweets: read_all(&folder.join(SWEETS))?,
        unfinished: read(&folder.join(UNFINISHED))?,
        // Folders of before there were orders lack it.
        planning: match [PLANNING, PLANNING_BEFORE].map(|name| folder.join(name)).iter().find(|p| p.exists())
        {
            Some(there) => read(there)?,
            None => Vec::new(),
        },
    };
    if let Some(parent) = path.parent().filter(|f| !f.as_os_str().is_empty()) {
        private_folder(parent)?;
    }
    let making = Making::at(path)?;
    let store = Store::open(&making.file())?;
    store.write(|c| put_in(c, &whole))?;
    store.close()?;
    drop(store);
    making.put_in_place()?;
    Ok(())
}

fn write(path: &Path, value: &impl Serialize) -> unctum_store::Result<()> {
    Ok(write_private(path, (serde_json::to_string_pretty(value)? + "\n").as_bytes())?)
}

fn read<T: DeserializeOwned>(path: &Path) -> Result<T, Failure> {
    let words = |e: &dyn std::fmt::Display| format!("{}: {e}", path.display());
    let text = fs::read_to_string(path).map_err(|e| words(&e))?;
    Ok(serde_json::from_str(&text).map_err(|e| words(&e))?)
}

/// All JSON files of a folder, by name.
fn read_all<T: DeserializeOwned>(folder: &Path) -> Result<Vec<T>, Failure> {
    let mut paths: Vec<PathBuf> = fs::read_dir(folder)
        .map_err(|e| format!("{}: {e}", folder.display()))?
        .map(|entry| Ok(entry?.path()))
        .collect::<std::io::Result<_>>()?;
    paths.retain(|p| p.extension().is_some_and(|e| e == "json"));
    paths.sort();
    paths.iter().map(|p| read(p)).collect()
}
