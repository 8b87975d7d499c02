//! The notebook file itself: what it refuses, what it keeps, what it gives back.

use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use unctum_core::kitchen::{
    Flame, Measure, NumberedMeasure, NumberedThermometer, NumberedTray, PanMetal, TemperatureUnit,
    Thermometer, Tray,
};
use unctum_core::log::BatchEvent;
use unctum_core::review::{Texture, Verdict};
use unctum_core::syrup::SCHOOLS;
use unctum_store::batch::{Entry, Page};
use unctum_store::{StoreError, batch, kitchen};

use crate::common::{Notebook, setup};

#[test]
fn a_new_file_has_a_kitchen_to_begin_with_and_keeps_its_pragmas() {
    let notebook = Notebook::new();
    assert_eq!(notebook.kitchen().check(), Ok(()));
    #[derive(QueryableByName)]
    struct Pragmas {
        #[diesel(sql_type = diesel::sql_types::Text)]
        journal_mode: String,
        #[diesel(sql_type = diesel::sql_types::Integer)]
        foreign_keys: i32,
    }
    let found: Pragmas = notebook
        .store
        .read(|c| {
            let sql =
                "SELECT j.journal_mode, f.foreign_keys FROM pragma_journal_mode j, pragma_foreign_keys f";
            Ok(diesel::sql_query(sql).get_result(c)?)
        })
        .expect("pragmas");
    assert_eq!((found.journal_mode.as_str(), found.foreign_keys), ("wal", 1));
}

#[test]
fn the_log_cannot_be_changed_or_removed_and_knows_its_batch() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    let event = BatchEvent::Flame { flame: Flame::Medium };
    notebook.append(id, event, 2000).expect("appends");
    for sql in [
        "UPDATE batch_event SET at_ms = 0",
        "DELETE FROM batch_event",
        "INSERT INTO batch_event (batch_id, seq, at_ms, event_json) VALUES (999, 1, 0, '{}')",
        "INSERT INTO batch_event (batch_id, seq, at_ms, event_json) VALUES (1, 0, 0, '{}')",
    ] {
        let tried = notebook.store.write(|c| Ok(c.batch_execute(sql)?));
        assert!(matches!(tried, Err(StoreError::Database(_))), "{sql}");
    }
    assert_eq!(notebook.log(id).len(), 1);
}

#[test]
fn times_never_run_backwards_in_a_log() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 5000);
    notebook.append(id, BatchEvent::Flame { flame: Flame::High }, 9000).expect("appends");
    notebook.append(id, BatchEvent::Flame { flame: Flame::Low }, 100).expect("appends");
    let log = notebook.log(id);
    assert_eq!(log.iter().map(|l| (l.seq, l.at_ms)).collect::<Vec<_>>(), [(1, 9000), (2, 9000)]);
}

#[test]
fn a_write_that_fails_half_way_leaves_nothing() {
    let notebook = Notebook::new();
    let before = notebook.kitchen();
    let failed = notebook.store.write(|c| {
        batch::create(c, &setup("Half"), 1)?;
        let mut wrong = before.clone();
        wrong.pans[0].pan.diameter_cm = -1.0;
        kitchen::save(c, &wrong, "wrong", 1)
    });
    assert!(matches!(failed, Err(StoreError::Core(_))));
    assert!(notebook.shelf(&Page::default()).lines.is_empty());
    assert_eq!(notebook.kitchen(), before);
    assert!(notebook.store.read(kitchen::history).expect("history").is_empty());
}

#[test]
fn a_kitchen_comes_back_as_it_was_kept() {
    let notebook = Notebook::new();
    let mut full = notebook.kitchen();
    full.name = "Terrace".into();
    full.room.altitude_m = None;
    full.room.pressure_pa = Some(91_000.0);
    full.pans[0].pan.metal = Some(PanMetal::Brass);
    let spring = Thermometer { ice_offset_k: Some(-0.4), ..Thermometer::with_offset("Spring", 1.5) };
    full.thermometers.push(NumberedThermometer { id: Some(5), thermometer: spring });
    full.pans[0].pan.weighed = true;
    full.trays.push(NumberedTray {
        id: None,
        tray: Tray { name: "Tray".into(), length_cm: 30.0, width_cm: 20.0, height_cm: 2.5 },
    });
    full.measures.push(NumberedMeasure {
        id: None,
        measure: Measure { name: "Katori".into(), volume_ml: 180.0, volume_sd_ml: 3.0 },
    });
    full.bench.temperature_unit = TemperatureUnit::Fahrenheit;
    full.bench.refractometer_offset_brix = Some(0.4);
    full.ladder = SCHOOLS[2].ladder;
    notebook.store.write(|c| kitchen::save(c, &full, "Moved house", 7)).expect("kept");
    let mut kept = notebook.again().read(kitchen::load).expect("there");
    assert!(kept.trays[0].id.is_some() && kept.measures[0].id.is_some(), "new things get numbers");
    kept.trays[0].id = None;
    kept.measures[0].id = None;
    assert_eq!(kept, full);
}

#[test]
fn changes_of_the_kitchen_are_taken_back_one_by_one() {
    let notebook = Notebook::new();
    let mut states = vec![notebook.kitchen()];
    for (i, name) in ["One", "Two", "Three"].into_iter().enumerate() {
        let mut next = notebook.kitchen();
        next.name = name.into();
        let reason = format!("Named {name}");
        notebook.store.write(|c| kitchen::save(c, &next, &reason, i as i64)).expect("kept");
        states.push(next);
    }
    while states.len() > 1 {
        let history = notebook.store.read(kitchen::history).expect("history");
        assert_eq!(history.len(), states.len() - 1);
        if let Some(older) = history.last().filter(|_| history.len() > 1) {
            assert!(notebook.store.write(|c| kitchen::undo(c, older.id)).is_err(), "only the newest");
        }
        notebook.store.write(|c| kitchen::undo(c, history[0].id)).expect("taken back");
        states.pop();
        assert_eq!(Some(&notebook.kitchen()), states.last());
    }
    assert!(notebook.store.write(|c| kitchen::undo(c, 1)).is_err(), "nothing left");
}

#[test]
fn a_verdict_is_kept_once_and_can_be_written_anew() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1);
    let judge = |texture, note: &str| {
        let told = Verdict { pieces: Some(12), note: note.into(), ..Verdict::of(texture) };
        notebook.store.write(|c| batch::judge(c, id, &told, 5)).expect("judged");
        told
    };
    judge(Texture::Crumbly, "dry");
    let again = judge(Texture::Right, "better in the morning");
    assert_eq!(notebook.again().read(|c| batch::load(c, id)).expect("there").verdict, Some(again.clone()));
    assert!(matches!(
        notebook.store.write(|c| batch::judge(c, 77, &again, 5)),
        Err(StoreError::NotFound { .. })
    ));
}

#[test]
fn a_kitchen_that_nobody_set_up_has_no_instruments_and_says_that_its_pan_is_a_guess() {
    let notebook = Notebook::new();
    let kitchen = notebook.kitchen();
    assert!(kitchen.thermometers.is_empty() && kitchen.bench.scale_step_g.is_none());
    assert!(!kitchen.pans[0].pan.weighed);
    assert_eq!(notebook.store.read(kitchen::version).expect("version"), 1);
}

#[test]
fn a_change_based_on_a_version_that_is_forgotten_is_asked_about() {
    let notebook = Notebook::new();
    let (mut mine, mut theirs) = (notebook.kitchen(), notebook.kitchen());
    theirs.room.altitude_m = Some(900.0);
    mine.name = "Mine".into();
    notebook.store.write(|c| kitchen::save(c, &theirs, "theirs", 1)).expect("kept");
    let over = |version, mine_stands| {
        let based_on = kitchen::BasedOn { version, mine_stands };
        notebook.store.write(|c| kitchen::save_over(c, based_on, &mine, Some("mine"), 2))
    };
    assert!(matches!(over(77, false), Err(StoreError::BothChanged { .. })));
    assert_eq!(notebook.kitchen().room.altitude_m, Some(900.0));
    over(1, false).expect("both stay");
    let both = notebook.kitchen();
    assert_eq!((both.name.as_str(), both.room.altitude_m), ("Mine", Some(900.0)));
}

/// Two who look at the same sheet press its large button at the same moment: the step ends once, and the second is told.
#[test]
fn two_presses_at_once_are_one() {
    for round in 0..8 {
        let notebook = Notebook::new();
        let id = notebook.started("Syrup", 1000);
        let first = setup("Syrup").steps[0].key.clone();
        let press = |device: &str| {
            let entry = Entry {
                entry_id: Some(format!("{device}-{round}-0000")),
                by: Some(device.into()),
                ..BatchEvent::done(&first).into()
            };
            notebook.append(id, entry, 2000)
        };
        let (a, b) = std::thread::scope(|scope| {
            let a = scope.spawn(|| press("stirrer"));
            let b = scope.spawn(|| press("adder"));
            (a.join().expect("joins"), b.join().expect("joins"))
        });
        assert_eq!(usize::from(a.is_ok()) + usize::from(b.is_ok()), 1, "{a:?} {b:?}");
        let refused = a.and(b).expect_err("one of them");
        assert!(matches!(&refused, StoreError::Core(e) if e.code() == "not-now"), "{refused:?}");
        assert_eq!(notebook.log(id).len(), 1);
        // Sent again by the one that was taken, it is still one.
        let again = press("stirrer").or_else(|_| press("adder"));
        assert!(again.is_ok(), "{again:?}");
        assert_eq!(notebook.log(id).len(), 1);
    }
}

/// What is told of a step that has ended already is refused in words, and the log stays as it was.
#[test]
fn a_step_that_has_ended_does_not_end_again() {
    let notebook = Notebook::new();
    let id = notebook.started("Syrup", 1000);
    let first = setup("Syrup").steps[0].key.clone();
    notebook.append(id, BatchEvent::done(&first), 2000).expect("ends");
    for event in [
        BatchEvent::done(&first),
        BatchEvent::StepBegan { step: first.clone(), load: 1 },
        BatchEvent::Whistle { step: first.clone() },
        BatchEvent::done("no-such-step"),
    ] {
        let refused = notebook.append(id, event.clone(), 3000).expect_err("refused");
        assert!(matches!(&refused, StoreError::Core(e) if e.code() == "not-now"), "{event:?}: {refused:?}");
    }
    assert_eq!(notebook.log(id).len(), 1);
}
