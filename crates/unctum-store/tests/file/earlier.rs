//! Notebooks left by each earlier form: opened, everything is found, in the form of today.

use std::path::{Path, PathBuf};

use diesel::connection::SimpleConnection;
use diesel::dsl::sql;
use diesel::prelude::*;
use diesel::sql_types::Integer;
use diesel::sqlite::SqliteConnection;
use unctum_core::cook::state_at;
use unctum_core::log::Phase;
use unctum_core::order::Order;
use unctum_core::syrup::StageKey;
use unctum_store::batch::Page;
use unctum_store::{Following, Store, batch, check, file, kitchen, planning, sweet};

/// Forms before today's.
const EARLIER: std::ops::Range<i32> = 1..file::FORM;

fn root() -> PathBuf {
    PathBuf::from(env!("CARGO_MANIFEST_DIR"))
}

/// A notebook in an earlier form: its migrations, and what its program left in it.
fn left_in_form(form: i32, path: &Path) {
    let mut c = SqliteConnection::establish(path.to_str().expect("name")).expect("opens");
    c.batch_execute(
        "CREATE TABLE __diesel_schema_migrations (
            version VARCHAR(50) PRIMARY KEY NOT NULL, run_on TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP)",
    )
    .expect("migrations are counted");
    let mut folders: Vec<PathBuf> = std::fs::read_dir(root().join("migrations"))
        .expect("folder")
        .map(|f| f.expect("one").path())
        .collect();
    folders.sort();
    for folder in folders.iter().take(usize::try_from(form).expect("positive")) {
        let up = std::fs::read_to_string(folder.join("up.sql")).expect("migration");
        let name = folder.file_name().and_then(|n| n.to_str()).expect("name");
        let number = name.split('_').next().expect("number");
        c.batch_execute(&up).expect("runs");
        c.batch_execute(&format!("INSERT INTO __diesel_schema_migrations (version) VALUES ('{number}')"))
            .expect("noted");
    }
    let left = root().join(format!("tests/earlier/form-{form}.sql"));
    c.batch_execute(&std::fs::read_to_string(left).expect("a notebook of that form")).expect("filled");
    if form >= 5 {
        c.batch_execute(&format!("PRAGMA application_id = 1433297780; PRAGMA user_version = {form};"))
            .expect("marked");
    }
}

#[test]
fn a_notebook_of_each_earlier_form_is_opened_and_everything_is_found() {
    for form in EARLIER {
        let folder = tempfile::tempdir().expect("folder");
        let path = folder.path().join("notebook.db");
        left_in_form(form, &path);
        let store = Store::open(&path).unwrap_or_else(|e| panic!("form {form}: {e}"));
        kitchen_is_found(form, &store);
        batches_are_found(form, &store);
        if form >= 3 {
            sweets_are_found(form, &store);
        }
        store.close().expect("closes");
        if form >= 10 {
            let orders = store.read(planning::all::<Order>).unwrap_or_else(|e| panic!("form {form}: {e}"));
            assert_eq!((orders.len(), orders[0].document.lines.len()), (1, 1), "form {form}");
        }
        if form >= 11 {
            let verdict = store.read(|c| batch::told(c, 1)).expect("reads").expect("said");
            assert_eq!(verdict.second_grade, Some(3), "form {form}");
            let told = "(SELECT count(*) FROM batch WHERE told_json IS NOT NULL)";
            let told = store.read(|c| Ok(diesel::select(sql::<Integer>(told)).get_result::<i32>(c)?));
            assert_eq!(told.expect("reads"), 0, "form {form}: what each teaches is asked anew");
        }
        assert_eq!(check::check(&path).expect("checks"), Vec::<String>::new(), "form {form}");
    }
}

fn kitchen_is_found(form: i32, store: &Store) {
    let found = store.read(kitchen::load).expect("kitchen");
    assert_eq!((found.name.as_str(), found.room.altitude_m), ("Hill kitchen", Some(1480.0)), "form {form}");
    let ring = found.rings.iter().find(|r| r.id == Some(4)).expect("the back ring keeps its number");
    assert_eq!((ring.ring.name.as_str(), ring.ring.rated_power_w), ("Back ring", 2000.0));
    let pan = found.pans.iter().find(|p| p.id == Some(2)).expect("the kadai keeps its number");
    assert_eq!((pan.pan.name.as_str(), pan.pan.tare_g), ("Iron kadai", 1850.0));
    assert!(pan.pan.weighed && (form < 4 || !found.pans[0].pan.weighed), "form {form}");
    if form >= 2 {
        assert_eq!(found.bench.scale_step_g, Some(2.0));
        assert_eq!(found.ladder.edges_frac.get(2), Some(&0.74));
        assert_eq!(found.measures[0].id, Some(5));
        let dial = found.thermometers.iter().find(|t| t.id == Some(3)).expect("dial");
        assert_eq!((dial.thermometer.offset_k, dial.thermometer.sd_k), (-2.5, 1.2));
        let newest = store.read(kitchen::history).expect("history")[0].id;
        store.write(|c| kitchen::undo(c, newest)).expect("taken back");
        assert_eq!(store.read(kitchen::load).expect("kitchen").name, "My kitchen", "form {form}");
    }
}

fn batches_are_found(form: i32, store: &Store) {
    let sheet = store.read(|c| batch::load(c, 1)).unwrap_or_else(|e| panic!("form {form}: {e}"));
    assert_eq!((sheet.log.len(), sheet.setup.scale_step_g), (7, Some(1.0)), "form {form}");
    let sugar_g: f64 = sheet.setup.steps.iter().flat_map(|s| &s.inputs).map(|e| e.amount_g).sum();
    assert!(sugar_g > 700.0, "form {form}: {sugar_g} g go in");
    assert_eq!(sheet.verdict.map(|v| v.note).as_deref(), Some("Lifted clean."));
    let last_ms = sheet.log.last().expect("entry").at_ms;
    let state = state_at(&sheet.setup, sheet.started_ms, &sheet.log, last_ms + 1000).expect("state");
    assert!(state.syrup.is_some_and(|s| s.solids_frac.mid > 0.66), "form {form}");
    let plain = store.read(|c| batch::load(c, 2)).expect("plain");
    assert_eq!(plain.setup.has_scale(), form == 1, "the first form knew of no kitchen without a scale");
    let boil = plain.setup.boil_index().expect("its boil is known by what it does");
    assert_eq!(plain.setup.steps[boil].stage(), Some(StageKey::OneString));
    let state =
        state_at(&plain.setup, plain.started_ms, &plain.log, plain.log[1].at_ms + 1000).expect("state");
    assert_eq!(state.phase, Phase::Syrup, "form {form}: {state:?}");
    let shelf = store.read(|c| batch::list(c, &Following::default(), &Page::default())).expect("list");
    assert!(shelf.lines.len() == 2 && shelf.lines.iter().all(|l| l.brief.is_some()), "form {form}");
}

fn sweets_are_found(form: i32, store: &Store) {
    let own = store.read(|c| sweet::load(c, 1)).unwrap_or_else(|e| panic!("form {form}: {e}"));
    let steps = &own.sweet.methods[0].steps;
    assert!(steps.iter().filter_map(|s| s.minutes).all(|m| m.low <= m.mid && m.mid <= m.high));
    let fry = steps.iter().find(|s| s.key == "fry").expect("fry");
    assert_eq!((fry.droplet_cm, fry.across_cm), (Some(0.6), None), "form {form}");
    assert_eq!(
        store.read(|c| sweet::cards(c, &unctum_core::food::Larder::default())).expect("cards")[0].key,
        "own-1"
    );
    let unfinished = store.read(|c| sweet::unfinished(c, "own-1")).expect("reads");
    assert_eq!(unfinished.map(|u| u.sweet.name).as_deref(), (form >= 4).then_some("Half done"));
}
