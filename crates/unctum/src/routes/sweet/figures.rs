//! A method worked out: amounts, balance, weights, times, signs; two side by side; cups and grams.

use std::collections::BTreeMap;

use rocket::serde::json::Json;
use rocket::{State, post};
use serde::{Deserialize, Serialize};
use unctum_core::food::by_hand::{Measured, in_measures};
use unctum_core::food::measure::{Unit, from_grams, to_grams};
use unctum_core::formula::{BoxAsk, Formula, Label, Laid, Measuring, Size, laid};
use unctum_core::kitchen::{KitchenDocument, Wished};
use unctum_core::numeric::Spread;
use unctum_core::process::{Line, Method, Sweet};
use unctum_core::set::Placement;
use unctum_core::shelf::{Comparison, compare};
use unctum_core::start::{Made, StartAsk, SyrupSigns, syrup_signs};
use unctum_core::variation::{EffectNote, Variation};
use unctum_store::kitchen::load;
use utoipa::ToSchema;

use super::{cautions, known};
use crate::app::App;
use crate::body::Body;
use crate::problem::{Answer, Problem};

/// How much, how, and with what.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"size": {"kind": "pieces", "count": 24}, "pan_id": 1, "ring_id": 1, "variation": []}))]
pub struct FormulaAsk {
    /// Method; the first if left out.
    #[serde(default)]
    pub method_key: Option<String>,
    /// How much.
    pub size: Size,
    /// What to change first.
    #[serde(default)]
    pub variation: Vec<Variation>,
    /// The cup to measure with, and all smaller ones; all measures of the kitchen if left out.
    #[serde(default)]
    pub cup_id: Option<i32>,
    /// Pan; the first of the kitchen if left out.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// Ring; the first of the kitchen if left out.
    #[serde(default)]
    pub ring_id: Option<i32>,
    /// Thermometer; none if left out.
    #[serde(default)]
    pub thermometer_id: Option<i32>,
    /// How she lays it, where that is otherwise than it is written.
    #[serde(default, alias = "lies")]
    pub placement: Placement,
    /// The box that the label is for.
    #[serde(default, rename = "box")]
    pub on_a_box: Option<BoxAsk>,
}

/// Everything that follows from a method at a size.
#[derive(Serialize, ToSchema)]
pub struct FormulaAnswer {
    /// Amounts, balance, weights, times, warnings.
    pub formula: Formula,
    /// The ingredient that the cook starts from, at this size.
    pub base: Line,
    /// The same in ml; none where it is not poured.
    pub base_ml: Option<f64>,
    /// The method as it was worked out: with the changes, at the size it is written for.
    pub method: Method,
    /// Words of the cautions that its steps name.
    pub cautions: BTreeMap<String, String>,
    /// What the changes do.
    pub effects: Vec<EffectNote>,
    /// What it is called with its changes.
    pub title: String,
    /// The syrup, if one is boiled to a stage.
    pub syrup: Option<SyrupSigns>,
    /// What has to stand on a box of it.
    pub label: Label,
    /// Where a poured or rolled mass can be laid, the best place first.
    pub laid: Vec<Laid>,
}

impl FormulaAsk {
    /// The same question, as the stove would be asked it.
    fn as_start(&self) -> StartAsk {
        StartAsk {
            method_key: self.method_key.clone(),
            size: Some(self.size.clone()),
            variation: self.variation.clone(),
            cup_id: self.cup_id,
            pan_id: self.pan_id,
            ring_id: self.ring_id,
            thermometer_id: self.thermometer_id,
            placement: self.placement,
            ..StartAsk::default()
        }
    }
}

fn answer(app: &App, sweet: &Sweet, ask: &FormulaAsk, kitchen: &KitchenDocument) -> Answer<FormulaAnswer> {
    let (book, start) = (app.catalogue.book(kitchen)?, ask.as_start());
    let made = Made::of(sweet, &start, kitchen, &book)?;
    let method = made.method().clone();
    let formula = made.formula(&book)?;
    let base = made.base(&book)?;
    let label = match &ask.on_a_box {
        Some(of) => formula.label().on_a_box(of)?,
        None => formula.label(),
    };
    Ok(FormulaAnswer {
        base_ml: made.base_ml(&base, &book),
        base,
        label,
        laid: laid(&formula.pieces, formula.finished_g, method.is_rolled(), &kitchen.trays),
        formula,
        syrup: made.setup(sweet, &start, kitchen, &book).ok().and_then(|setup| syrup_signs(&setup)),
        cautions: cautions(app, &method.steps),
        method,
        title: made.title,
        effects: made.varied.effects,
    })
}

/// Amounts, balance, weights and times of a method at a size.
///
/// # Errors
/// 404 for an unknown sweet, cup, pan, ring or thermometer; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)), request_body = FormulaAsk,
    responses((status = 200, body = FormulaAnswer), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/sweets/<key>/formula", data = "<body>")]
pub async fn formula(app: &State<App>, key: &str, body: Body<FormulaAsk>) -> Answer<Json<FormulaAnswer>> {
    let ask = body.0?;
    let sweet = known(app, key).await?.sweet;
    let kitchen = app.read(load).await?;
    Ok(Json(app.works_out(move |app| answer(app, &sweet, &ask, &kitchen)).await?))
}

/// Which two methods, at which size.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"left": "syrup", "right": "one-pan", "size": {"kind": "mass", "finished_g": 800}}))]
pub struct CompareAsk {
    /// Key of the first method.
    pub left: String,
    /// Key of the second.
    pub right: String,
    /// How much of each.
    pub size: Size,
    /// Pan; the first of the kitchen if left out.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// Ring; the first of the kitchen if left out.
    #[serde(default)]
    pub ring_id: Option<i32>,
}

/// Two methods side by side.
#[derive(Serialize, ToSchema)]
pub struct CompareAnswer {
    /// Step by step, number by number.
    pub comparison: Comparison,
    /// The first worked out.
    pub left: Formula,
    /// The second worked out.
    pub right: Formula,
}

/// Two methods of one sweet side by side.
///
/// # Errors
/// 404 for an unknown sweet, pan or ring; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)), request_body = CompareAsk,
    responses((status = 200, body = CompareAnswer), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/sweets/<key>/compare", data = "<body>")]
pub async fn compare_methods(
    app: &State<App>,
    key: &str,
    body: Body<CompareAsk>,
) -> Answer<Json<CompareAnswer>> {
    let ask = body.0?;
    let sweet = known(app, key).await?.sweet;
    let kitchen = app.read(load).await?;
    Ok(Json(app.works_out(move |app| compared(app, &sweet, &ask, &kitchen)).await?))
}

fn compared(app: &App, sweet: &Sweet, ask: &CompareAsk, kitchen: &KitchenDocument) -> Answer<CompareAnswer> {
    let (left, right) = (sweet.method(Some(&ask.left))?, sweet.method(Some(&ask.right))?);
    let one = |key: &str| FormulaAsk {
        method_key: Some(key.to_owned()),
        size: ask.size.clone(),
        variation: vec![],
        cup_id: None,
        pan_id: ask.pan_id,
        ring_id: ask.ring_id,
        thermometer_id: None,
        placement: Placement::default(),
        on_a_box: None,
    };
    let a = answer(app, sweet, &one(&ask.left), kitchen)?.formula;
    let b = answer(app, sweet, &one(&ask.right), kitchen)?.formula;
    Ok(CompareAnswer { comparison: compare((left, &a), (right, &b)), left: a, right: b })
}

/// What to convert.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"ingredient": "gram-flour", "state": "sifted", "count": 1.5,
    "from": {"kind": "volume", "volume_ml": 180}, "to": {"kind": "gram"}}))]
pub struct ConvertAsk {
    /// Key of the ingredient.
    pub ingredient: String,
    /// State it is measured in; its usual one if left out.
    #[serde(default)]
    pub state: Option<String>,
    /// How many, 0–100,000.
    pub count: f64,
    /// Of what.
    pub from: Unit,
    /// Into what.
    pub to: Unit,
}

/// What it comes to.
#[derive(Serialize, ToSchema)]
pub struct ConvertAnswer {
    /// What it weighs, g.
    pub mass_g: Spread,
    /// How many of the unit asked for.
    pub count: f64,
    /// The way to measure it in this kitchen.
    pub in_this_kitchen: Option<Measured>,
}

/// Cups, spoons, pieces and grams into each other.
///
/// # Errors
/// 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = ConvertAsk,
    responses((status = 200, body = ConvertAnswer), (status = 422, body = Problem)))]
#[post("/measures/convert", data = "<body>")]
pub async fn convert(app: &State<App>, body: Body<ConvertAsk>) -> Answer<Json<ConvertAnswer>> {
    let ask = body.0?;
    let ingredient = app.catalogue.larder.get(&ask.ingredient)?;
    let state = ask.state.as_deref();
    let mass_g = to_grams(ingredient, ask.count, &ask.from, state)?;
    let count = from_grams(ingredient, mass_g.mid, &ask.to, state)?;
    let kitchen = app.read(load).await?;
    let hers = Measuring::of(&kitchen.pick(Wished::default())?).measures;
    let in_this_kitchen = in_measures(ingredient, mass_g.mid, state, &hers);
    Ok(Json(ConvertAnswer { mass_g, count, in_this_kitchen }))
}
