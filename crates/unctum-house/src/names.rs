//! Where a name comes from: followed through the fronts that pass it on.

use std::collections::{BTreeMap, BTreeSet};

use syn::{Item, UseTree, Visibility};

use crate::Source;

/// What the files of a crate define, and what their fronts pass on.
pub(crate) struct Names {
    modules: BTreeSet<String>,
    passed_on: BTreeMap<(String, String), Vec<String>>,
}

/// All full paths of a `use`, each with the name it gets here.
pub(crate) fn leaves(tree: &UseTree, before: &[String], found: &mut Vec<(Vec<String>, String)>) {
    let with = |name: String| before.iter().cloned().chain([name]).collect::<Vec<_>>();
    match tree {
        UseTree::Path(p) => leaves(&p.tree, &with(p.ident.to_string()), found),
        UseTree::Name(n) if n.ident == "self" => {
            found.push((before.to_vec(), before.last().cloned().unwrap_or_default()));
        }
        UseTree::Name(n) => found.push((with(n.ident.to_string()), n.ident.to_string())),
        UseTree::Rename(r) => found.push((with(r.ident.to_string()), r.rename.to_string())),
        UseTree::Glob(_) => found.push((before.to_vec(), "*".to_owned())),
        UseTree::Group(g) => g.items.iter().for_each(|t| leaves(t, before, found)),
    }
}

impl Names {
    pub fn of(sources: &[Source]) -> Self {
        let modules: BTreeSet<String> = sources.iter().map(|s| s.module.clone()).collect();
        let mut names = Self { modules, passed_on: BTreeMap::new() };
        for source in sources {
            for item in &source.file.items {
                let Item::Use(item) = item else { continue };
                if matches!(item.vis, Visibility::Inherited) {
                    continue;
                }
                let mut found = Vec::new();
                leaves(&item.tree, &[], &mut found);
                for (path, name) in found {
                    if let Some(path) = names.absolute(&source.module, &path) {
                        names.passed_on.insert((source.module.clone(), name), path);
                    }
                }
            }
        }
        names
    }

    /// A path from the crate's root; none if it leaves the crate.
    pub fn absolute(&self, from: &str, path: &[String]) -> Option<Vec<String>> {
        let here: Vec<String> = from.split("::").filter(|s| !s.is_empty()).map(str::to_owned).collect();
        let mut rest = path;
        let mut base = match path.first()?.as_str() {
            "crate" => Vec::new(),
            "self" | "super" => here,
            first => {
                let child = if from.is_empty() { first.to_owned() } else { format!("{from}::{first}") };
                return self
                    .modules
                    .contains(&child)
                    .then(|| here.into_iter().chain(path.iter().cloned()).collect());
            }
        };
        while let Some(word) = rest.first() {
            match word.as_str() {
                "crate" | "self" => {}
                "super" => {
                    base.pop();
                }
                _ => break,
            }
            rest = &rest[1..];
        }
        base.extend(rest.iter().cloned());
        Some(base)
    }

    /// Whether a path from the root stops at the front of its room, which only passes on what it names.
    pub fn stops_at_front(&self, path: &[String]) -> bool {
        let [room, name, ..] = path else { return false };
        !self.modules.contains(&format!("{room}::{name}"))
            && self.passed_on.contains_key(&(room.clone(), name.clone()))
    }

    /// The file in which what a path from the root names is defined.
    pub fn file_of(&self, path: &[String]) -> Option<String> {
        let mut path = path.to_vec();
        for _ in 0..12 {
            let depth = (0..=path.len()).rev().find(|n| self.modules.contains(&path[..*n].join("::")))?;
            let module = path[..depth].join("::");
            let Some(name) = path.get(depth) else { return Some(module) };
            match self.passed_on.get(&(module.clone(), name.clone())) {
                Some(on) => path = on.iter().chain(&path[depth + 1..]).cloned().collect(),
                None => return Some(module),
            }
        }
        None
    }
}
