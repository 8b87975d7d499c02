//! Own sweets in the file: versions that stay, changes that do not overrun each other.

use std::collections::BTreeMap;

use unctum_core::find::Sound;
use unctum_core::food::{Composition, Larder};
use unctum_core::kitchen::Air;
use unctum_core::process::{Book, Entry, Family, Keeping, Method, Purpose, Shape, Step, StepKind, Sweet};
use unctum_core::shelf::Card;
use unctum_core::syrup::Ladder;
use unctum_store::{Store, StoreError, sweet};

fn larder() -> Larder {
    let mut larder = Larder::default();
    let sugar = r#"{"name":"Sugar","shelf":"sugar","composition":{"sucrose_frac":1.0},
        "densities":{"level":{"g_per_ml":0.85}},"usual_state":"level","diet":"vegan","source":"sucrose"}"#;
    larder.0.insert("sugar".into(), serde_json::from_str(sugar).expect("sugar"));
    larder
}

fn named(name: &str) -> (Sweet, Card) {
    let mut step = Step::new("one", StepKind::Combine, "Heap it", "Heap the sugar.");
    step.inputs.push(Entry {
        ingredient: "sugar".into(),
        amount_g: 100.0,
        state: None,
        purpose: Purpose::Mass,
    });
    let sweet = Sweet {
        key: String::new(),
        name: name.into(),
        aliases: vec![],
        family: Family::OnePan,
        about: String::new(),
        makes: None,
        mistakes: vec![],
        methods: vec![Method {
            key: "m".into(),
            name: "M".into(),
            about: String::new(),
            level: 1,
            instrument_free: true,
            aims: Composition::default(),
            shape: Shape::Loose,
            structure: vec![],
            equal_measures: None,
            keeping: Keeping { room_days: 1.0, cold_days: 1.0, note: String::new() },
            steps: vec![step],
        }],
    };
    let (larder, ladder, components) = (larder(), Ladder::default(), BTreeMap::new());
    let air = Air::default();
    let book = Book {
        larder: &larder,
        swaps: &[],
        components: &components,
        ladder: &ladder,
        air,
        paces: unctum_core::process::Paces::default(),
    };
    let card = Card::of(&sweet, true, &book, None);
    (sweet, card.expect("card"))
}

fn store() -> (Store, tempfile::TempDir) {
    let folder = tempfile::tempdir().expect("folder");
    (Store::open(&folder.path().join("notebook.db")).expect("store"), folder)
}

fn create(store: &Store, name: &str) -> sweet::OwnSweet {
    let (document, card) = named(name);
    store.write(|c| sweet::create(c, &document, &card, ("Made", 1))).expect("made")
}

fn save(store: &Store, id: i32, had: i32, name: &str) -> unctum_store::Result<sweet::OwnSweet> {
    let (document, card) = named(name);
    store.write(|c| sweet::save(c, (id, had), &document, &card, ("Changed", 2)))
}

#[test]
fn every_version_stays_as_it_was() {
    let (store, _folder) = store();
    let made = create(&store, "First");
    assert_eq!((made.version, made.sweet.key.as_str()), (1, sweet::key_of(made.id).as_str()));
    let second = save(&store, made.id, 1, "Second").expect("saved");
    assert_eq!((second.version, second.sweet.name.as_str()), (2, "Second"));
    let first = store.read(|c| sweet::at_version(c, made.id, 1)).expect("kept");
    assert_eq!(first, made.sweet);
    let history = store.read(|c| sweet::history(c, made.id)).expect("history");
    let told: Vec<(i32, &str)> = history.iter().map(|v| (v.version, v.reason.as_str())).collect();
    assert_eq!(told, [(2, "Changed"), (1, "Made")]);
    assert!(matches!(store.read(|c| sweet::at_version(c, made.id, 9)), Err(StoreError::NotFound { .. })));
    assert!(matches!(store.read(|c| sweet::history(c, 99)), Err(StoreError::NotFound { .. })));
}

#[test]
fn who_comes_second_is_told_and_changes_nothing() {
    let (store, _folder) = store();
    let made = create(&store, "First");
    save(&store, made.id, 1, "Mine").expect("saved");
    let late = save(&store, made.id, 1, "Yours").expect_err("late");
    assert!(matches!(late, StoreError::Changed { had: 1, now: 2, .. }));
    assert_eq!(store.read(|c| sweet::load(c, made.id)).expect("there").sweet.name, "Mine");
}

#[test]
fn of_many_at_once_exactly_one_wins() {
    let (store, _folder) = store();
    let made = create(&store, "First");
    let saved: usize = std::thread::scope(|scope| {
        let hands: Vec<_> = (0..8)
            .map(|i| {
                let store = store.clone();
                scope.spawn(move || save(&store, made.id, 1, &format!("Hand {i}")).is_ok())
            })
            .collect();
        hands.into_iter().map(|hand| hand.join().expect("joined")).filter(|saved| *saved).count()
    });
    assert_eq!(saved, 1);
    let now = store.read(|c| sweet::load(c, made.id)).expect("there");
    assert_eq!(now.version, 2, "one saved, seven were told");
    assert_eq!(store.read(|c| sweet::history(c, made.id)).expect("history").len(), 2);
}

#[test]
fn what_is_taken_off_the_shelf_can_be_put_back() {
    let (store, _folder) = store();
    let made = create(&store, "First");
    assert!(matches!(
        store.write(|c| sweet::remove(c, (made.id, 7), 3)),
        Err(StoreError::Changed { had: 7, now: 1, .. })
    ));
    store.write(|c| sweet::remove(c, (made.id, 1), 3)).expect("removed");
    assert!(matches!(store.read(|c| sweet::load(c, made.id)), Err(StoreError::NotFound { .. })));
    assert!(store.read(|c| sweet::cards(c, &larder())).expect("cards").is_empty());
    assert!(store.write(|c| sweet::remove(c, (made.id, 2), 4)).is_err(), "twice is once");
    let back = save(&store, made.id, 2, "First").expect("back");
    assert_eq!(back.version, 3);
    assert_eq!(store.read(|c| sweet::cards(c, &larder())).expect("cards").len(), 1);
}

#[test]
fn the_stamp_changes_with_every_change_and_only_then() {
    let (store, _folder) = store();
    let stamp = || store.read(sweet::stamp).expect("stamp");
    let mut seen = vec![stamp()];
    let made = create(&store, "First");
    seen.push(stamp());
    save(&store, made.id, 1, "Second").expect("saved");
    seen.push(stamp());
    create(&store, "Another");
    seen.push(stamp());
    store.write(|c| sweet::remove(c, (made.id, 2), 3)).expect("removed");
    seen.push(stamp());
    for (i, a) in seen.iter().enumerate() {
        assert!(seen[i + 1..].iter().all(|b| a != b), "{seen:?}");
    }
    assert!(save(&store, made.id, 1, "Late").is_err());
    assert_eq!(Some(&stamp()), seen.last());
}

#[test]
fn cards_stand_by_name_and_can_be_searched() {
    let (store, _folder) = store();
    for name in ["pear", "Apple", "mango"] {
        create(&store, name);
    }
    let cards = store.read(|c| sweet::cards(c, &larder())).expect("cards");
    let names: Vec<&str> = cards.iter().map(|c| c.name.as_str()).collect();
    assert_eq!(names, ["Apple", "mango", "pear"]);
    let wanted = |words: &str| unctum_core::shelf::Wanted { words: Sound::of(words), ..Default::default() };
    let answers =
        |words: &str| cards.iter().filter(|c| c.answers(&wanted(words), &larder()).is_some()).count();
    assert_eq!((answers("mango"), answers("sugar"), answers("moon"), answers("")), (1, 3, 0, 3));
    assert!(
        cards[1].answers(&wanted("mango"), &larder()) > cards[1].answers(&wanted("sugar"), &larder()),
        "by its own name is best"
    );
    assert_eq!(
        (sweet::id_of("own-12"), sweet::id_of("cashew-sheet"), sweet::id_of("own-x")),
        (Some(12), None, None)
    );
}

#[test]
fn unfinished_work_is_kept_beside_the_sweet_until_it_is_left() {
    let folder = tempfile::tempdir().expect("folder");
    let store = Store::open(&folder.path().join("notebook.db")).expect("store");
    let (sweet, card) = named("Mine");
    let own = store.write(|c| sweet::create(c, &sweet, &card, ("Made", 1))).expect("made");
    let key = sweet::key_of(own.id);
    assert_eq!(store.read(|c| sweet::unfinished(c, &key)).expect("none"), None);
    let mut work = sweet.clone();
    work.methods[0].steps[0].cue = String::new();
    for at_ms in [2, 3] {
        store.write(|c| sweet::keep_unfinished(c, &key, &work, at_ms)).expect("kept");
    }
    let kept = store.read(|c| sweet::unfinished(c, &key)).expect("there").expect("work");
    assert_eq!((kept.at_ms, kept.sweet), (3, work));
    assert_eq!(store.read(|c| sweet::load(c, own.id)).expect("sweet").version, 1, "the sweet itself stands");
    store.write(|c| sweet::drop_unfinished(c, &key)).expect("left");
    assert_eq!(store.read(|c| sweet::unfinished(c, &key)).expect("none"), None);
}
