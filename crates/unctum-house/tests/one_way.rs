//! Arrows go one way: no circle between files or rooms of any crate, and the core's rooms stand on floors.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

use std::path::{Path, PathBuf};

use unctum_house::{FLOORS, House, circles, drawn};

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

/// The picture of the floors is the one of today: `cargo run -p unctum-house -- --draw > docs/floors.svg`.
#[test]
fn the_floors_are_drawn_as_they_are() {
    let committed = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../docs/floors.svg");
    let committed = std::fs::read_to_string(committed).expect("the picture");
    assert!(committed == drawn(&house("unctum-core").rooms), "docs/floors.svg is of another day");
}

/// A file takes what it needs of its own room from where it is defined: a front is for who comes from outside.
#[test]
fn no_file_goes_through_the_front_of_its_own_room() {
    for name in ["unctum-core", "unctum-store", "unctum"] {
        assert_eq!(house(name).by_own_front, unctum_house::Arrows::new(), "{name}");
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
