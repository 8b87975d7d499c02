//! Sweets out to open formats and in from them.

use std::sync::Arc;

use rocket::http::{ContentType, Header, Status};
use rocket::response::{self, Responder, Response};
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{Request, State, get, post};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use unctum_core::formula::{Measuring, Size, Written};
use unctum_core::process::{Fault, Sweet};
use unctum_core::reading::{
    CupSizes, Doubt, DraftLine, KnownShares, MOST_LETTERS, MOST_TEXT_LINES, Raw, ReadPart, Settled, bare,
    draft, take_apart, too_long,
};
use unctum_store::kitchen;
use utoipa::ToSchema;

use super::known;
use super::own::store_new;
use crate::app::App;
use crate::body::{Body, parse};
use crate::catalogue::Catalogue;
use crate::exchange::{FORMAT, OwnFile, VERSION, json_ld, schema};
use crate::problem::{Answer, Problem};

/// How a recipe is written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum RecipeFormat {
    /// Our own JSON.
    Unctum,
    /// schema.org Recipe as JSON-LD.
    #[serde(alias = "json-ld")]
    JsonLd,
    /// Plain text.
    Text,
}

/// What to read.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"format": "text", "content": "Gram flour ladoo\n2 cups besan\n1 cup ghee\n11/2 cups sugar\nRoast until it smells.", "commit": false}))]
pub struct ImportAsk {
    /// How it is written.
    pub format: RecipeFormat,
    /// It; may be left out where it was read already and comes back as `raw`.
    #[serde(default)]
    pub content: String,
    /// What was answered as `raw` when it was read: it is then not read again.
    #[serde(default)]
    pub raw: Option<Raw>,
    /// What cups and spoons hold there.
    #[serde(default)]
    pub cups: CupSizes,
    /// What the cook says about doubtful lines.
    #[serde(default)]
    pub settled: Vec<Settled>,
    /// Whether to store it; otherwise it is only shown.
    #[serde(default)]
    pub commit: bool,
}

/// What was understood.
#[derive(Serialize, ToSchema)]
pub struct ImportAnswer {
    /// The sweet as far as it is understood.
    pub sweet: Sweet,
    /// The recipe taken apart, to be sent back with what the cook says to its doubts; none for our own files.
    pub raw: Option<Raw>,
    /// Every line of the text with what it was taken for; empty for our own files.
    pub parts: Vec<ReadPart>,
    /// The ingredients, line by line; empty for our own files.
    pub lines: Vec<DraftLine>,
    /// What has to be settled before it can be stored.
    pub doubts: Vec<Doubt>,
    /// What else is wrong with it.
    pub faults: Vec<Fault>,
    /// What else the cook should know of how it was read.
    pub notes: Vec<String>,
    /// The key it was stored under.
    pub stored_key: Option<String>,
}

const CHANGED: &str = "Amounts or steps were changed after this file was written. It is read as it stands now; \
                       what boils off, and what else the text cannot say, is not known any more.";

fn longer_than_a_recipe() -> Problem {
    Problem::new(
        Status::PayloadTooLarge,
        "text-too-long",
        "More than one recipe",
        format!(
            "That is longer than any recipe. Paste only the part you need: at most {} lines and {} letters.",
            MOST_TEXT_LINES, MOST_LETTERS
        ),
    )
}

fn no_recipe() -> Problem {
    Problem::new(
        Status::UnprocessableEntity,
        "no-recipe",
        "No recipe found",
        "There is no recipe in that. Paste its text, or choose a file of a recipe.",
    )
}

fn own_file(content: &str) -> Answer<Sweet> {
    let file: OwnFile = parse(content.as_bytes())?;
    if file.format != FORMAT || !(1..=VERSION).contains(&file.version) {
        return Err(Problem::new(
            Status::UnprocessableEntity,
            "unknown-format",
            "Not one of ours",
            format!(
                "This file says it is “{}”, version {}. Only {FORMAT}, up to version {VERSION}, can be read.",
                bare_name(&file.format),
                file.version
            ),
        ));
    }
    Ok(file.sweet)
}

fn bare_name(text: &str) -> String {
    bare(text).chars().take(60).collect()
}

/// Reads a recipe, shows what was understood, and stores it once nothing is doubtful any more.
///
/// # Errors
/// 400 or 422 for what cannot be read; 413; 422 with code `doubts-open` for a commit with open doubts.
/// Nothing is stored then.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = ImportAsk,
    responses((status = 200, body = ImportAnswer), (status = 400, body = Problem), (status = 422, body = Problem)))]
#[post("/sweets/import", data = "<body>")]
pub async fn import(app: &State<App>, body: Body<ImportAsk>) -> Answer<Json<ImportAnswer>> {
    let ask = body.0?;
    for cup in [ask.cups.cup_ml, ask.cups.tablespoon_ml, ask.cups.teaspoon_ml] {
        unctum_core::error::within("The cup", cup, 1.0, 1000.0, "ml")?;
    }
    for mass_g in ask.settled.iter().filter_map(|s| s.mass_g) {
        unctum_core::error::within("The amount", mass_g, 0.001, 100_000.0, "g")?;
    }
    if ask.format == RecipeFormat::Text && too_long(&ask.content) {
        return Err(longer_than_a_recipe());
    }
    let commit = ask.commit;
    let catalogue = Arc::clone(&app.catalogue);
    // Reading takes its time: others are answered meanwhile.
    let read = spawn_blocking(move || understood(&ask, &catalogue)).await.map_err(|_| Problem::broken())?;
    let mut answer = read?;
    if commit {
        if !answer.doubts.is_empty() {
            return Err(Problem::new(
                Status::UnprocessableEntity,
                "doubts-open",
                "Something is still doubtful",
                format!("{} of its amounts are doubtful. Settle each one, then save.", answer.doubts.len()),
            ));
        }
        let saved = store_new(app, answer.sweet.clone(), "Read in").await?;
        answer.stored_key = Some(saved.key);
        answer.sweet = saved.sweet;
    }
    Ok(Json(answer))
}

/// What stands in what was sent: a sweet of ours, whole, or somebody's recipe, taken apart.
enum Stands {
    Whole(Sweet),
    Told(Raw),
}

fn stands(ask: &ImportAsk, catalogue: &Catalogue) -> Answer<Stands> {
    let larder = &catalogue.larder;
    let told = match (&ask.raw, ask.format) {
        (Some(raw), _) => {
            raw.check()?;
            raw.clone()
        }
        (None, RecipeFormat::Unctum) => return Ok(Stands::Whole(own_file(&ask.content)?)),
        (None, RecipeFormat::Text) => take_apart(&ask.content, larder),
        (None, RecipeFormat::JsonLd) => match json_ld::read(&parse::<Value>(ask.content.as_bytes())?, larder)
        {
            json_ld::Found::Whole(sweet) => return Ok(Stands::Whole(*sweet)),
            json_ld::Found::Recipe(raw) => raw,
            json_ld::Found::Changed(raw) => Raw { notes: vec![CHANGED.to_owned()], ..raw },
            json_ld::Found::Nothing => return Err(no_recipe()),
        },
    };
    if told.lines.is_empty() { Err(no_recipe()) } else { Ok(Stands::Told(told)) }
}

/// What a recipe says, as far as it is understood.
fn understood(ask: &ImportAsk, catalogue: &Catalogue) -> Answer<ImportAnswer> {
    let known = KnownShares { larder: &catalogue.larder, ranges: &catalogue.ranges };
    let none = ImportAnswer {
        sweet: Sweet::unnamed(),
        raw: None,
        parts: Vec::new(),
        lines: Vec::new(),
        doubts: Vec::new(),
        faults: Vec::new(),
        notes: Vec::new(),
        stored_key: None,
    };
    let mut answer = match stands(ask, catalogue)? {
        Stands::Whole(sweet) => ImportAnswer { sweet, ..none },
        Stands::Told(raw) => {
            let d = draft(&raw, &ask.cups, &ask.settled, known);
            let parts = raw.parts.clone();
            ImportAnswer {
                sweet: d.sweet,
                raw: Some(raw),
                parts,
                lines: d.lines,
                doubts: d.doubts,
                notes: d.notes,
                ..none
            }
        }
    };
    answer.faults = answer.sweet.faults(&catalogue.larder);
    Ok(answer)
}

/// A file to be saved.
pub struct File {
    content: String,
    kind: ContentType,
    name: String,
}

impl<'r> Responder<'r, 'static> for File {
    fn respond_to(self, request: &'r Request<'_>) -> response::Result<'static> {
        Response::build_from(self.content.respond_to(request)?)
            .header(self.kind)
            .header(Header::new("Content-Disposition", format!("attachment; filename=\"{}\"", self.name)))
            .ok()
    }
}

/// A sweet as a file: `format=unctum` without loss, `format=json_ld` as schema.org Recipe.
///
/// # Errors
/// 404; 422 for an unknown format or method.
#[utoipa::path(context_path = "/api/v1", tag = "sweet",
    params(("key" = String, Path), ("format" = Option<String>, Query, description = "`unctum` (default) or `json_ld`."),
        ("method" = Option<String>, Query, description = "The method for json_ld; the first if left out.")),
    responses((status = 200, description = "The file.", content_type = "application/json"),
        (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/sweets/<key>/export?<format>&<method>")]
pub async fn export(app: &State<App>, key: &str, format: Option<&str>, method: Option<&str>) -> Answer<File> {
    let sweet = known(app, key).await?.sweet;
    let name = sweet.key.clone();
    let broken = |_| Problem::broken();
    match format.unwrap_or("unctum") {
        "unctum" => {
            let file = OwnFile { format: FORMAT.into(), version: VERSION, sweet };
            let content = serde_json::to_string_pretty(&file).map_err(broken)?;
            Ok(File { content, kind: ContentType::JSON, name: format!("{name}.unctum.json") })
        }
        "json_ld" | "json-ld" => {
            let kitchen = app.read(kitchen::load).await?;
            let book = app.catalogue.book(&kitchen)?;
            let method = sweet.method(method)?;
            let at = Written::of(method.clone(), &book)?.at(&Size::Times { factor: 1.0 }, &book)?;
            let f = at.weighed(&Measuring::SCALE, &book)?.formula(None, &book)?;
            let figures = (f.finished_g, &f.pieces, &f.times);
            let value = json_ld::write(&sweet, method, book.larder, figures)?;
            let content = serde_json::to_string_pretty(&value).map_err(broken)?;
            let kind = ContentType::new("application", "ld+json");
            Ok(File { content, kind, name: format!("{name}.recipe.jsonld") })
        }
        _ => Err(Problem::new(
            Status::UnprocessableEntity,
            "unknown-format",
            "Not a format we write",
            "Choose unctum or json_ld.",
        )),
    }
}

/// The JSON Schema of a sweet.
#[utoipa::path(context_path = "/api/v1", tag = "sweet",
    responses((status = 200, description = "JSON Schema, draft 2020-12.", content_type = "application/schema+json")))]
#[get("/schemas/sweet")]
pub fn sweet_schema() -> (ContentType, Json<Value>) {
    (ContentType::new("application", "schema+json"), Json(schema::sweet()))
}
