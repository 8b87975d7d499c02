//! A batch set up from what was asked: everything copied from catalogue and kitchen, with the stage on her
//! own instruments. The sweet's page, the start sheet and the stove ask it the same question.

use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::batch::{BatchSetup, Chosen};
use unctum_core::kitchen::{Flame, KitchenDocument};
use unctum_core::pan::program::HobChange;
use unctum_core::pan::{BoilDownQuestion, StageSigns, TurnOff, boil_down, stage_signs};
use unctum_core::process::{
    EffectNote, Knowledge, Measuring, Method, Setting, SheetTake, Size, StepKind, Sweet, Variation,
    change_words, changed_title, plain_sheet, plain_syrup_steps, stove_sheet, vary,
};
use unctum_core::syrup::physical::density_kg_m3;
use unctum_core::syrup::signs::{Seen, seen};
use unctum_core::syrup::{Charge, Contents, StageKey};
use unctum_core::water::saturation_temperature_c;
use utoipa::ToSchema;

use crate::app::App;
use crate::from_kitchen::{choose, measures, setting};
use crate::problem::{Answer, Problem};

/// What to start: a sweet with its base amount, or a plain syrup with its charge and stage.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"sweet_key": "cashew-sheet", "size": {"kind": "ingredient", "ingredient": "cashew", "amount_g": 400}, "pan_id": 1, "ring_id": 1, "thermometer_id": 1}))]
pub struct StartAsk {
    /// What to call it; the sweet's own name if left out.
    #[serde(default)]
    pub title: Option<String>,
    /// A sweet of the catalogue.
    #[serde(default)]
    pub sweet_key: Option<String>,
    /// Its method; the first if left out.
    #[serde(default)]
    pub method_key: Option<String>,
    /// How much of it.
    #[serde(default)]
    pub size: Option<Size>,
    /// What to change first.
    #[serde(default)]
    pub variation: Vec<Variation>,
    /// The cup to measure with, and all smaller ones; all measures of the kitchen if left out.
    #[serde(default)]
    pub cup_id: Option<i32>,
    /// Without a sweet: what goes into the pan, as she pours it.
    #[serde(default)]
    pub contents: Option<Contents>,
    /// Without a sweet: what is in the pan, if it was poured already.
    #[serde(default)]
    pub charge: Option<Charge>,
    /// Without a sweet: the stage to land on.
    #[serde(default)]
    pub stage: Option<StageKey>,
    /// The pan.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// The ring.
    #[serde(default)]
    pub ring_id: Option<i32>,
    /// The thermometer.
    #[serde(default)]
    pub thermometer_id: Option<i32>,
}

/// What the stage of the first syrup looks like on her own instruments.
#[derive(Serialize, ToSchema)]
pub struct SyrupSigns {
    /// The stage.
    pub stage: StageKey,
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// The stage it is at then.
    pub start_stage: StageKey,
    /// Water to boil off, g.
    pub water_to_lose_g: f64,
    /// The stage on her scale and thermometer.
    pub signs: StageSigns,
    /// What spoon, water and pan show there.
    pub seen: Seen,
    /// Share of the pan that it fills at the start.
    pub fill_frac: f64,
    /// Share that is safe to fill, with room for froth.
    pub fill_limit_frac: f64,
    /// When to turn off, on a medium flame; none if this ring never gets there.
    pub turn_off: Option<TurnOff>,
    /// Whether the froth may come over the rim.
    pub may_boil_over: bool,
    /// Boiling point of water here, °C.
    pub water_boil_c: f64,
}

/// What the stage of a syrup looks like on her instruments, in the pan and on the ring that were chosen.
pub fn signs(setup: &BatchSetup) -> SyrupSigns {
    let boil = boil_down(&BoilDownQuestion {
        charge: setup.charge,
        start_c: None,
        pan: setup.pan.clone(),
        ring: setup.ring.clone(),
        program: vec![HobChange::steady(Flame::Medium.frac())],
        charge_water_sd_g: 0.0,
        ladder: setup.ladder,
        air: setup.air,
        thermometer: setup.thermometer.clone(),
        target_frac: setup.target_solids_frac,
        max_points: 2,
    });
    let at_stage = setup.charge.at_strength(setup.target_solids_frac);
    let volume_ml =
        1000.0 * setup.charge.total_g() / density_kg_m3(setup.charge.solids_frac(), setup.air.room_c);
    SyrupSigns {
        stage: setup.stage,
        water_to_lose_g: setup.charge.total_g() - at_stage.total_g(),
        signs: stage_signs(
            &setup.charge,
            setup.stage,
            &setup.pan,
            setup.thermometer.as_ref(),
            &setup.air,
            &setup.ladder,
        ),
        seen: seen(setup.target_solids_frac, &setup.ladder),
        fill_frac: volume_ml / setup.pan.capacity_ml(),
        fill_limit_frac: StepKind::BoilToStage.fill_limit_frac().unwrap_or(1.0),
        may_boil_over: boil.as_ref().map_or(true, |b| b.may_boil_over),
        turn_off: boil.ok().map(|b| b.turn_off),
        water_boil_c: saturation_temperature_c(setup.air.pressure_pa),
        start_stage: setup.ladder.at(setup.charge.solids_frac()),
        charge: setup.charge,
    }
}

/// A method with its changes, what they do, and what they are called.
pub struct Changed {
    /// The method.
    pub method: Method,
    /// What the changes do.
    pub effects: Vec<EffectNote>,
    /// What they are called.
    pub words: Vec<String>,
}

/// The method of a question with its changes.
///
/// # Errors
/// 404 for an unknown method; 422 for changes that do not work out.
pub fn changed(
    app: &App,
    sweet: &Sweet,
    method_key: Option<&str>,
    variation: &[Variation],
    setting: &Setting<'_>,
) -> Answer<Changed> {
    let method = sweet.method(method_key)?;
    if variation.is_empty() {
        return Ok(Changed { method: method.clone(), effects: Vec::new(), words: Vec::new() });
    }
    let components = app.catalogue.components();
    let known = Knowledge { swaps: &app.catalogue.swaps, components: &components };
    let varied = vary(method, variation, &known, setting)?;
    let words = change_words(variation, setting.larder, setting.ladder);
    Ok(Changed { method: varied.method, effects: varied.effects, words })
}

/// The setup of a batch: everything a start asks for, copied from catalogue and kitchen.
///
/// # Errors
/// 404 for an unknown pan, ring, cup or thermometer; 422 for a method or an amount that cannot be.
pub fn set_up(
    app: &App,
    ask: &StartAsk,
    of: Option<&Sweet>,
    kitchen: &KitchenDocument,
) -> Answer<BatchSetup> {
    let things = choose(kitchen, ask.pan_id, ask.ring_id, ask.thermometer_id)?;
    let air = kitchen.room.air()?;
    let missing = |words: &str| Problem::from(CoreError::NotNow(words.to_owned()));
    let measures = measures(kitchen, ask.cup_id)?;
    let has_scale = kitchen.bench.scale_step_g.is_some();
    let measuring = Measuring { measures: &measures, by_scale: has_scale };
    let chosen = Chosen {
        size: ask.size.clone(),
        variation: ask.variation.clone(),
        cup_id: ask.cup_id,
        pan_id: things.pan_id,
        ring_id: things.ring_id,
        ..Chosen::default()
    };
    if let Some(sweet) = of {
        let size = ask
            .size
            .as_ref()
            .ok_or_else(|| missing("Say how much you want to make: the amount is missing."))?;
        let setting = setting(app, kitchen)?;
        let Changed { method, words, .. } =
            changed(app, sweet, ask.method_key.as_deref(), &ask.variation, &setting)?;
        let sheet = stove_sheet(&method, &size.after(&ask.variation), &measuring, &setting)?;
        return Ok(BatchSetup {
            title: ask.title.clone().unwrap_or_else(|| changed_title(&sweet.name, &words)),
            sweet_key: Some(sweet.key.clone()),
            lines: sheet.lines,
            charge: sheet.charge,
            stage: sheet.stage,
            target_solids_frac: sheet.target_solids_frac,
            pan: things.pan,
            ring: things.ring,
            thermometer: things.thermometer,
            air,
            steps: app.catalogue.cautioned(sheet.steps),
            ladder: kitchen.ladder,
            chosen: Chosen {
                method_key: Some(method.key),
                method_name: Some(method.name),
                changes: words,
                ..chosen
            },
            takes: sheet.takes,
            allergens: sheet.allergens,
            has_scale,
        });
    }
    let stage = ask.stage.ok_or_else(|| missing("Say which stage the syrup is to reach."))?;
    let (lines, charge) = match (&ask.contents, ask.charge) {
        (Some(contents), _) => plain_sheet(contents, &measuring, &app.catalogue.larder)?,
        (None, Some(charge)) => (Vec::new(), charge),
        (None, None) => return Err(missing("Say what goes into the pan, or choose a sweet.")),
    };
    let band = kitchen.ladder.of(stage);
    let takes = lines.iter().map(|l| SheetTake {
        step: "dissolve".to_owned(),
        ingredient: l.ingredient.clone(),
        name: l.name.clone(),
        mass_g: l.mass_g,
        measured: l.measured.clone(),
    });
    Ok(BatchSetup {
        title: ask.title.clone().unwrap_or_else(|| format!("Syrup, {}", band.name)),
        sweet_key: None,
        takes: takes.collect(),
        lines,
        charge,
        stage,
        target_solids_frac: band.aim_frac(),
        pan: things.pan,
        ring: things.ring,
        thermometer: things.thermometer,
        air,
        steps: app.catalogue.cautioned(plain_syrup_steps(stage)),
        ladder: kitchen.ladder,
        chosen,
        allergens: Vec::new(),
        has_scale,
    })
}
