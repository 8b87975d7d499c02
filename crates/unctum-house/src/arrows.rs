//! What one file leans on.

use std::collections::{BTreeMap, BTreeSet};

use syn::visit::{self, Visit};
use syn::{ItemUse, Visibility};

use crate::names::{Names, leaves};
use crate::{Source, room};

struct Reader<'a> {
    own: &'a str,
    front: bool,
    names: &'a Names,
    /// Modules that the file has given a short name.
    short: BTreeMap<String, Vec<String>>,
    found: BTreeSet<String>,
    /// What it fetches of its own room from that room's front.
    by_own_front: BTreeSet<String>,
    within_test: bool,
}

impl Reader<'_> {
    fn note(&mut self, path: &[String]) {
        if let Some(path) = self.names.absolute(self.own, path).filter(|_| !self.front)
            && path.first().is_some_and(|r| r == room(self.own))
            && self.names.stops_at_front(&path)
        {
            self.by_own_front.insert(path.join("::"));
        }
        let found = self.names.absolute(self.own, path).and_then(|p| self.names.file_of(&p));
        if let Some(file) = found.filter(|f| f != self.own) {
            self.found.insert(file);
        }
    }
}

impl<'ast> Visit<'ast> for Reader<'_> {
    fn visit_item_use(&mut self, item: &'ast ItemUse) {
        let mut found = Vec::new();
        leaves(&item.tree, &[], &mut found);
        let passes_on = !matches!(item.vis, Visibility::Inherited);
        for (path, name) in found {
            // In a test module inside the file, `super` is the file.
            let super_here = self.within_test && path.first().is_some_and(|w| w == "super");
            if super_here || (passes_on && self.front) {
                continue;
            }
            if let Some(full) = self.names.absolute(self.own, &path) {
                if self.names.file_of(&full).is_some_and(|f| f == full.join("::")) {
                    // A module under a short name: what is named through it says which file is meant.
                    self.short.insert(name, full);
                } else {
                    self.note(&path);
                }
            }
        }
    }

    fn visit_item_mod(&mut self, item: &'ast syn::ItemMod) {
        let before = self.within_test;
        self.within_test = item.content.is_some();
        visit::visit_item_mod(self, item);
        self.within_test = before;
    }

    fn visit_path(&mut self, path: &'ast syn::Path) {
        let words: Vec<String> = path.segments.iter().map(|s| s.ident.to_string()).collect();
        let first = words.first().map(String::as_str).unwrap_or_default();
        if words.len() > 1 {
            if let Some(module) = self.short.get(first) {
                let full: Vec<String> = ["crate".to_owned()]
                    .into_iter()
                    .chain(module.clone())
                    .chain(words[1..].iter().cloned())
                    .collect();
                self.note(&full);
            } else if matches!(first, "crate" | "super" | "self") && !(self.within_test && first == "super") {
                self.note(&words);
            }
        }
        visit::visit_path(self, path);
    }
}

/// What one file leans on.
pub(crate) struct Leans {
    /// The files.
    pub on: BTreeSet<String>,
    /// What it fetches of its own room from that room's front, by its path.
    pub by_own_front: BTreeSet<String>,
}

/// The files that one file leans on.
pub(crate) fn leans_on(source: &Source, names: &Names) -> Leans {
    let mut reader = Reader {
        own: &source.module,
        front: source.front,
        names,
        short: BTreeMap::new(),
        found: BTreeSet::new(),
        by_own_front: BTreeSet::new(),
        within_test: false,
    };
    // Short names first: a path may stand above the `use` that a test module brings.
    reader.visit_file(&source.file);
    reader.visit_file(&source.file);
    Leans { on: reader.found, by_own_front: reader.by_own_front }
}
