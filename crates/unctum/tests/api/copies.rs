//! Copies of the notebook: made by the day, brought back, taken out as files and read in again.

use rocket::http::Status;
use serde_json::json;
use unctum::{copies, folder};
use unctum_core::intake::{InstrumentKind, Record};
use unctum_store::file::copies_folder;
use unctum_store::whole::take_out;
use unctum_store::{Store, check, instrument, network};

use crate::common::Server;

const DAY_MS: i64 = 86_400_000;

/// A notebook with a past, an own sweet in two versions, unfinished work and a device.
fn full() -> Server {
    let server = Server::lantern_steps();
    let text =
        "Grandmother's ladoo\n\nIngredients\n200 g gram flour\n100 g ghee\n90 g sugar\n\nMethod\nRoast.\n";
    let ask = json!({"format": "text", "content": text, "commit": true});
    let key = server.ok("/api/v1/sweets/import", &ask)["stored_key"].clone();
    let key = key.as_str().expect("key");
    let mut sweet = server.get(&format!("/api/v1/sweets/{key}")).1["sweet"].clone();
    sweet["about"] = json!("hers");
    let (status, _) = server.put(&format!("/api/v1/sweets/{key}/unfinished"), &sweet);
    assert!(status.code < 300);
    server
}

#[test]
fn everything_goes_out_as_files_and_comes_back_whole() {
    let server = full();
    let out = server.folder.path().join("out");
    let files = folder::export(&server.store(), &out).expect("exported");
    assert!(files > 20, "{files} files");
    assert!(folder::export(&server.store(), &out).is_err(), "what is there is not written over");
    let again = server.folder.path().join("again.db");
    folder::import(&out, &again).expect("read back");
    assert!(folder::import(&out, &again).is_err(), "nor is a notebook");
    let whole = |store: &Store| store.read(take_out).expect("everything");
    let (before, after) = (whole(&server.store()), whole(&Store::open(&again).expect("opens")));
    assert!(!before.batches.is_empty() && !before.sweets.is_empty() && !before.unfinished.is_empty());
    assert_eq!(before, after);
    assert_eq!(check::check(&again).expect("checked"), Vec::<String>::new());
    // One file spoilt: nothing is left behind.
    std::fs::write(out.join("batches/000003.json"), "{").expect("spoilt");
    let third = server.folder.path().join("third.db");
    let refused = folder::import(&out, &third).expect_err("refused");
    assert!(refused.to_string().contains("000003.json"), "{refused}");
    assert!(!third.exists());
}

#[test]
fn a_copy_a_day_is_made_and_thinned_out() {
    let server = Server::lantern_steps();
    let (store, now_ms) = (server.store(), server.now_ms());
    for day in 0..20 {
        assert!(copies::make_daily(&store, now_ms + day * DAY_MS).expect("made"), "one a day");
        assert!(!copies::make_daily(&store, now_ms + day * DAY_MS + 1000).expect("made"), "and no more");
    }
    let kept = std::fs::read_dir(copies_folder(store.path())).expect("folder").count();
    assert!((9..=14).contains(&kept), "seven days, and the first of each week and month: {kept}");
}

#[test]
fn a_copy_is_looked_through_before_it_takes_the_notebooks_place() {
    let server = full();
    let (path, copy) = (server.folder.path().join("mine.db"), server.folder.path().join("copy.db"));
    server.store().copy_to(&copy).expect("copied");
    let whole =
        |path: &std::path::Path| Store::open(path).expect("opens").read(take_out).expect("everything");
    let before = whole(&copy);
    server.ok("/api/v1/batches", &json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string"}));
    server.store().copy_to(&path).expect("copied");
    let since = whole(&path);
    assert_ne!(before, since);
    // Nor does anything happen while somebody has it open.
    let open = Store::open(&path).expect("opens");
    assert!(copies::restore(&copy, &path).is_err());
    assert_eq!(whole(&path), since);
    drop(open);
    // A spoilt copy changes nothing.
    let spoilt = server.folder.path().join("spoilt.db");
    let mut bytes = std::fs::read(&copy).expect("read");
    let (from, until) = (bytes.len() / 2, bytes.len() / 2 + 16_384);
    bytes[from..until].fill(0x55);
    std::fs::write(&spoilt, bytes).expect("written");
    assert!(copies::restore(&spoilt, &path).is_err());
    assert!(copies::restore(&server.folder.path().join("none.db"), &path).is_err());
    assert_eq!(whole(&path), since);
    let kept = copies::restore(&copy, &path).expect("restored").expect("the notebook as it was is kept");
    assert_eq!(whole(&path), before);
    assert_eq!(whole(&kept), since);
    let elsewhere = server.folder.path().join("elsewhere.db");
    assert_eq!(copies::restore(&copy, &elsewhere).expect("restored"), None);
    assert_eq!(whole(&elsewhere), before);
}

#[test]
fn the_button_gives_a_whole_notebook() {
    let server = full();
    let answer = server.client.get("/api/v1/notebook/copy").dispatch();
    assert_eq!(answer.status(), Status::Ok);
    assert!(answer.headers().get_one("Content-Disposition").is_some_and(|d| d.contains("unctum-20")));
    let path = server.folder.path().join("taken.db");
    std::fs::write(&path, answer.into_bytes().expect("bytes")).expect("written");
    let whole = |store: &Store| store.read(take_out).expect("everything");
    assert_eq!(whole(&Store::open(&path).expect("opens")), whole(&server.store()));
}

#[test]
fn one_program_at_a_time_has_a_notebook() {
    let folder = tempfile::tempdir().expect("folder");
    let path = folder.path().join("notebook.db");
    let held = copies::Held::of(&path).expect("held");
    assert!(copies::Held::of(&path).is_err());
    drop(held);
    assert!(copies::Held::of(&path).is_ok());
}

/// A phone that was put out after the copy was made does not come in with it, nor does the passcode of then.
#[test]
fn nobody_comes_in_with_a_copy() {
    let server = full();
    let (path, copy) = (server.folder.path().join("mine.db"), server.folder.path().join("copy.db"));
    server
        .store()
        .write(|c| {
            network::set_passcode(c, "an old hash", 1)?;
            network::switch(c, true)?;
            network::let_in(c, "A phone", "hash of its secret", 2)?;
            let board = ("A board", InstrumentKind::Probe);
            instrument::register(c, board, &Record::default(), "hash of its token", 3)
        })
        .expect("let in");
    server.store().copy_to(&copy).expect("copied");
    copies::restore(&copy, &path).expect("restored");
    let store = Store::open(&path).expect("opens");
    let read = |c: &mut _| {
        let stands = network::load(c)?;
        Ok((
            stands,
            network::device_of(c, "hash of its secret")?,
            instrument::of_token(c, "hash of its token")?,
        ))
    };
    let (stands, device, board) = store.read(read).expect("read");
    assert_eq!((stands.switched_on, stands.passcode_hash), (false, None));
    assert_eq!(device, None);
    assert!(board.is_none());
}

#[test]
fn everything_is_written_batch_by_batch_and_comes_back_whole() {
    let server = full();
    let answer = server.client.get("/api/v1/notebook/everything.json").dispatch();
    let text = answer.into_string().expect("text");
    let file: serde_json::Value = serde_json::from_str(&text).expect("JSON");
    let before = server.store().read(take_out).expect("everything");
    let written = serde_json::to_value(&before).expect("JSON");
    assert_eq!(file["notebook"], written);
    assert!(written["batches"].as_array().is_some_and(|b| b.len() > 3));
    let table = server.client.get("/api/v1/notebook/batches.csv").dispatch().into_string().expect("text");
    assert_eq!(table.lines().count(), before.batches.len() + 1);
}
