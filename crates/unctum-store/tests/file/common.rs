//! A notebook in a folder of its own.

use unctum_core::formula::SyrupPlan;
use unctum_core::kitchen::{KitchenDocument, Pan, PanMetal, Ring, RingKind};
use unctum_core::log::{BatchEvent, Logged};
use unctum_core::process::plain_syrup_steps;
use unctum_core::start::{BatchSetup, Chosen};
use unctum_core::syrup::{Charge, Ladder, StageKey};
use unctum_store::batch::{Entry, Page, Shelf};
use unctum_store::{Following, Store, StoreError, batch, kitchen};

pub struct Notebook {
    pub store: Store,
    pub following: Following,
    pub folder: tempfile::TempDir,
}

impl Notebook {
    pub fn new() -> Self {
        let folder = tempfile::tempdir().expect("folder");
        let store = Store::open(&folder.path().join("notebook.db")).expect("opens");
        Self { store, following: Following::default(), folder }
    }

    pub fn path(&self) -> std::path::PathBuf {
        self.folder.path().join("notebook.db")
    }

    pub fn again(&self) -> Store {
        Store::open(&self.folder.path().join("notebook.db")).expect("opens again")
    }

    pub fn kitchen(&self) -> KitchenDocument {
        self.store.read(kitchen::load).expect("kitchen")
    }

    pub fn append(&self, id: i32, entry: impl Into<Entry>, now_ms: i64) -> Result<(), StoreError> {
        let entry = entry.into();
        let following = self.following.within_write();
        self.store.write(|c| batch::append(c, &following, id, entry, now_ms)).map(|_| ())
    }

    pub fn log(&self, id: i32) -> Vec<Logged> {
        self.again().read(|c| batch::load(c, id)).expect("there").log
    }

    pub fn shelf(&self, page: &Page) -> Shelf {
        self.store.read(|c| batch::list(c, &self.following, page)).expect("list")
    }

    pub fn started(&self, title: &str, now_ms: i64) -> i32 {
        let setup = setup(title);
        self.store.write(|c| batch::create(c, &setup, now_ms)).expect("starts")
    }
}

pub fn setup(title: &str) -> BatchSetup {
    BatchSetup {
        title: title.into(),
        sweet_key: None,
        lines: vec![],
        syrup: Some(SyrupPlan {
            charge: Charge::sugar_and_water(300.0, 150.0),
            stage: StageKey::OneString,
            target_solids_frac: 0.7575,
        }),
        plan: vec![],
        pan: Pan {
            name: "Pan".into(),
            tare_g: 900.0,
            diameter_cm: 22.0,
            wall_height_cm: 9.0,
            heat_capacity_j_k: 450.0,
            metal: Some(PanMetal::Steel),
            weighed: true,
            loss_factor: 1.0,
        },
        ring: Ring::of_kind("Ring", RingKind::Gas, 1800.0),
        thermometer: None,
        air: unctum_core::kitchen::Air::default(),
        steps: plain_syrup_steps(StageKey::OneString),
        ladder: Ladder::default(),
        chosen: Chosen { pan_id: Some(1), ring_id: Some(1), ..Chosen::default() },
        takes: vec![],
        allergens: vec![],
        mistakes: vec![],
        scale_step_g: Some(1.0),
        refractometer_offset_brix: None,
        rings: 0,
        ring_beside: None,
        pieces: None,
        ring_seen: None,
        sets: None,
        habits: unctum_core::estimate::Habits::default(),
        learnt: Vec::new(),
        keeps: None,
        laid: None,
    }
}

/// A batch that was given up, with a flame before.
impl Notebook {
    pub fn given_up(&self, title: &str, started_ms: i64) -> i32 {
        let id = self.started(title, started_ms);
        self.append(id, BatchEvent::Flame { flame: unctum_core::kitchen::Flame::Low }, started_ms + 1000)
            .ok();
        self.append(id, BatchEvent::GivenUp, started_ms + 60_000).expect("given up");
        id
    }
}
