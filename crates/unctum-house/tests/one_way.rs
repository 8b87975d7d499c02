//! Arrows go one way: no circle between files or rooms of any crate, and the core's rooms stand on floors.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

use std::path::{Path, PathBuf};

use unctum_house::{House, circles};

/// Rooms of the core from the ground up. A room may lean on rooms named before it, on none after.
const FLOORS: [&str; 27] = [
    "error",
    "find",
    "numeric",
    "water",
    "syrup",
    "kitchen",
    "pan",
    "calibrate",
    "food",
    "set",
    "soak",
    "milk",
    "keep",
    "process",
    "course",
    "formula",
    "variation",
    "shelf",
    "reading",
    "estimate",
    "batch",
    "learn",
    "intake",
    "stove",
    "sim",
    "day",
    "order",
];

fn source(name: &str) -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("..").join(name).join("src")
}

fn house(name: &str) -> House {
    House::read(&source(name)).expect("source")
}

#[test]
fn nothing_leans_in_a_circle() {
    for name in ["unctum-core", "unctum-store", "unctum", "unctum-truth", "unctum-house"] {
        let house = house(name);
        assert!(house.files.len() > 3, "{name} was read");
        assert_eq!(circles(&house.rooms), Vec::<Vec<String>>::new(), "rooms of {name}");
        assert_eq!(circles(&house.files), Vec::<Vec<String>>::new(), "files of {name}");
    }
}

#[test]
fn the_rooms_of_the_core_stand_on_floors() {
    let rooms = house("unctum-core").rooms;
    let floor = |room: &str| FLOORS.iter().position(|f| *f == room);
    for (from, to) in rooms.iter().filter(|(from, _)| !from.is_empty()) {
        let own = floor(from).unwrap_or_else(|| panic!("{from} has no floor: put it on one"));
        for on in to {
            assert!(floor(on).is_some_and(|f| f < own), "{from} leans on {on}, which stands above it");
        }
    }
}

/// What the fronts pass on is followed to where it is defined: otherwise a circle could hide behind a front.
#[test]
fn a_name_is_followed_through_the_fronts() {
    let files = house("unctum-core").files;
    assert!(files["formula::sheet"].contains("process::book"), "{:?}", files["formula::sheet"]);
    assert!(files["syrup::pull"].contains("syrup::string"), "{:?}", files["syrup::pull"]);
    assert!(files["kitchen::ring"].contains("numeric::spread"), "{:?}", files["kitchen::ring"]);
}

/// Every code that a program may see stands on the page about the house.
#[test]
fn every_code_of_an_error_is_listed() {
    let root = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
    let read = |path: &str| std::fs::read_to_string(root.join(path)).expect("a file of the house");
    let page = read("docs/architecture.md");
    let error = read("crates/unctum-core/src/error.rs");
    let codes = error.split("fn code(").nth(1).and_then(|t| t.split("fn step(").next()).expect("the codes");
    let codes: Vec<&str> = codes.split('"').skip(1).step_by(2).collect();
    assert!(codes.len() > 25, "{codes:?}");
    let missing: Vec<_> = codes.iter().filter(|c| !page.contains(&format!("`{c}`"))).collect();
    assert!(missing.is_empty(), "{missing:?}");
}
