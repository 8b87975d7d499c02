//! What the docs say of the code is so: paths, names of rooms, codes of errors.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

use std::collections::BTreeSet;
use std::path::{Path, PathBuf};

use unctum_house::FLOORS;

fn root() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../..")
}

fn read(path: &Path) -> String {
    std::fs::read_to_string(path).unwrap_or_else(|e| panic!("{}: {e}", path.display()))
}

/// Files under a folder with an ending.
fn files(folder: &Path, ending: &str) -> Vec<PathBuf> {
    let mut found = Vec::new();
    for entry in std::fs::read_dir(folder).expect("a folder") {
        let path = entry.expect("an entry").path();
        if path.is_dir() {
            found.extend(files(&path, ending));
        } else if path.extension().is_some_and(|e| e == ending) {
            found.push(path);
        }
    }
    found
}

/// The pages that a person reads, each with its text.
fn pages() -> Vec<(PathBuf, String)> {
    let top = ["README.md", "CONTRIBUTING.md"].map(|name| root().join(name));
    let all = top.into_iter().chain(files(&root().join("docs"), "md"));
    all.map(|path| (path.clone(), read(&path))).collect()
}

/// What stands between two marks in a text, on one line.
fn between<'a>(text: &'a str, open: &str, close: &str) -> Vec<&'a str> {
    let of =
        |line: &'a str| line.split(open).skip(1).filter_map(|rest| rest.split_once(close)).map(|(t, _)| t);
    text.lines().flat_map(of).collect()
}

#[test]
fn every_path_that_the_docs_name_exists() {
    let mut dead = Vec::new();
    let mut seen = 0;
    for (page, text) in pages() {
        let folder = page.parent().expect("a folder");
        for link in
            between(&text, "](", ")").into_iter().filter(|l| !l.contains("://") && !l.starts_with('#'))
        {
            seen += 1;
            let path = folder.join(link.split('#').next().unwrap_or_default());
            if !path.exists() {
                dead.push(format!("{}: {link}", page.display()));
            }
        }
        let told = text.split('`').skip(1).step_by(2).map(str::trim);
        let is_path = |t: &&str| {
            ["crates/", "web/", "e2e/", "docs/", "scripts/", "catalogue/"]
                .iter()
                .any(|top| t.starts_with(top))
                && !t.contains([' ', '*', '<', '{', '$'])
        };
        for path in told.filter(is_path) {
            seen += 1;
            if !root().join(path.trim_end_matches('/')).exists() {
                dead.push(format!("{}: {path}", page.display()));
            }
        }
    }
    assert!(seen > 60, "{seen} paths were looked at");
    assert!(dead.is_empty(), "{dead:#?}");
}

/// `room::name` in the docs is a file of that room, or something that it defines.
#[test]
fn every_name_of_a_room_in_the_docs_is_there() {
    let core = root().join("crates/unctum-core/src");
    let mut dead = Vec::new();
    let mut seen = 0;
    for (page, text) in pages() {
        for told in text.split('`').skip(1).step_by(2) {
            let words: Vec<&str> = told.split("::").collect();
            let [room, rest @ ..] = &words[..] else { continue };
            if rest.is_empty() || !FLOORS.contains(room) || told.contains([' ', '(', '{', '/']) {
                continue;
            }
            seen += 1;
            let name = rest[rest.len() - 1];
            let of_room = match core.join(room) {
                folder if folder.is_dir() => files(&folder, "rs"),
                _ => vec![core.join(format!("{room}.rs"))],
            };
            let is_file = of_room.iter().any(|f| f.file_stem().is_some_and(|s| s == name));
            let defines = |text: &str| {
                ["fn", "struct", "enum", "const", "trait", "type", "mod"].iter().any(|what| {
                    let with = format!("{what} {name}");
                    text.match_indices(&with).any(|(at, _)| {
                        let next = text[at + with.len()..].chars().next();
                        next.is_none_or(|c| !c.is_alphanumeric() && c != '_')
                    })
                })
            };
            if !is_file && !of_room.iter().any(|f| defines(&read(f))) {
                dead.push(format!("{}: {told}", page.display()));
            }
        }
    }
    assert!(seen > 20, "{seen} names were looked at");
    assert!(dead.is_empty(), "{dead:#?}");
}

/// Whoever comes to a room of the core finds on its front what it is for, and an example that compiles.
#[test]
fn every_room_has_an_example_at_its_front() {
    let core = root().join("crates/unctum-core/src");
    let without: Vec<&str> = FLOORS
        .into_iter()
        .filter(|room| core.join(room).is_dir())
        .filter(|room| {
            let front = read(&core.join(room).join("mod.rs"));
            !(front.starts_with("//! ") && front.matches("//! ```").count() >= 2)
        })
        .collect();
    assert!(without.is_empty(), "{without:?}");
    let house = read(&core.join("lib.rs"));
    let untold: Vec<&str> = FLOORS.into_iter().filter(|r| !house.contains(&format!("[`{r}`]"))).collect();
    assert!(untold.is_empty(), "not on the core's own page: {untold:?}");
}

fn is_code(text: &str) -> bool {
    text.len() > 2 && text.bytes().all(|b| b.is_ascii_lowercase() || b == b'-')
}

/// Every code that a program may see stands on the page about the house, whichever crate tells it.
#[test]
fn every_code_of_an_error_is_listed() {
    let page = read(&root().join("docs/architecture.md"));
    let mut codes = BTreeSet::new();
    for source in ["crates/unctum-core/src/error.rs", "crates/unctum-store/src/error.rs"] {
        let error = read(&root().join(source));
        let told = error.split("fn code(").nth(1).and_then(|t| t.split("\n    }\n").next());
        codes.extend(told.unwrap_or_default().split('"').skip(1).step_by(2).map(str::to_owned));
    }
    for file in files(&root().join("crates/unctum/src"), "rs") {
        let text = read(&file);
        let code = text.split("#[cfg(test)]").next().unwrap_or_default();
        for after in code.split("Problem::new(").skip(1) {
            // The status, the code, the title: the first text is the code.
            let first = after.split('"').nth(1).filter(|t| is_code(t));
            codes.extend(first.map(str::to_owned));
        }
    }
    assert!(codes.len() > 60, "{} codes: {codes:?}", codes.len());
    let missing: Vec<_> = codes.iter().filter(|c| !page.contains(&format!("`{c}`"))).collect();
    assert!(missing.is_empty(), "{missing:?}");
}
