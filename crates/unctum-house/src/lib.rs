//! Which file of a crate leans on which, read from its source.
//!
//! A file leans on another when it names something that is *defined* there, by whatever front it goes: a
//! name that a room's front file only passes on ([`Names`]) counts for the file that it comes from. What
//! stands in a file's own test module counts too.
//!
//! `cargo run -p unctum-house` prints the arrows, `-- --draw` draws the floors (docs/floors.svg); `cargo test -p unctum-house` holds them to the floors.

mod arrows;
mod circles;
mod floors;
mod names;

use std::collections::BTreeMap;
use std::path::{Path, PathBuf};
use std::{fs, io};

pub use circles::circles;
pub use floors::{FLOORS, drawn};
use names::Names;

/// Arrows from each to those it leans on.
pub type Arrows = BTreeMap<String, std::collections::BTreeSet<String>>;

/// One file of a crate: its place in the crate (`syrup::locate`), and its syntax.
pub(crate) struct Source {
    /// Its module path; empty for the crate's own front file.
    pub module: String,
    /// Whether it is the front file of a folder.
    pub front: bool,
    /// What stands in it.
    pub file: syn::File,
}

/// A crate's files as arrows.
pub struct House {
    /// From file to file, by module path.
    pub files: Arrows,
    /// From room (folder right under the source) to room.
    pub rooms: Arrows,
    /// From file to what it fetches of its own room from that room's front instead of where it is defined.
    pub by_own_front: Arrows,
}

impl House {
    /// Reads the source of a crate.
    ///
    /// # Errors
    /// Files that cannot be read, or that are no Rust.
    pub fn read(source: &Path) -> io::Result<Self> {
        let mut sources = Vec::new();
        gather(source, source, &mut sources)?;
        let names = Names::of(&sources);
        let (mut files, mut by_own_front) = (Arrows::new(), Arrows::new());
        for source in &sources {
            let leans = arrows::leans_on(source, &names);
            files.insert(source.module.clone(), leans.on);
            if !leans.by_own_front.is_empty() {
                by_own_front.insert(source.module.clone(), leans.by_own_front);
            }
        }
        let mut rooms = Arrows::new();
        for (from, to) in &files {
            let own = room(from);
            let others = to.iter().map(|t| room(t)).filter(|r| *r != own).map(str::to_owned);
            rooms.entry(own.to_owned()).or_default().extend(others);
        }
        Ok(Self { files, rooms, by_own_front })
    }
}

/// The room that a file stands in.
#[must_use]
pub fn room(module: &str) -> &str {
    module.split("::").next().unwrap_or_default()
}

fn gather(root: &Path, folder: &Path, into: &mut Vec<Source>) -> io::Result<()> {
    let mut inside: Vec<PathBuf> =
        fs::read_dir(folder)?.map(|e| e.map(|e| e.path())).collect::<Result<_, _>>()?;
    inside.sort();
    for path in inside {
        if path.is_dir() {
            gather(root, &path, into)?;
        } else if path.extension().is_some_and(|e| e == "rs") {
            let text = fs::read_to_string(&path)?;
            let file = syn::parse_file(&text).map_err(|e| {
                io::Error::new(io::ErrorKind::InvalidData, format!("{}: {e}", path.display()))
            })?;
            let stem = path.file_stem().and_then(|s| s.to_str()).unwrap_or_default();
            let front = matches!(stem, "mod" | "lib" | "main");
            let parts = path.strip_prefix(root).unwrap_or(&path).with_extension("");
            let mut module: Vec<&str> = parts.iter().filter_map(|p| p.to_str()).collect();
            if front {
                module.pop();
            }
            into.push(Source { module: module.join("::"), front, file });
        }
    }
    Ok(())
}
