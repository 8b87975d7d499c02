//! Sweets out to open formats and in from them.

use std::collections::BTreeMap;
use std::sync::Arc;

use rocket::http::{ContentType, Header, Status};
use rocket::response::{self, Responder, Response};
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{Request, State, get, post};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use unctum_core::food::reading::CupSizes;
use unctum_core::process::{Doubt, Fault, FormulaQuestion, Size, Sweet, formula};
use unctum_store::kitchen;
use utoipa::ToSchema;

use super::known;
use super::own::store_new;
use crate::app::App;
use crate::body::{Body, parse};
use crate::catalogue::Catalogue;
use crate::exchange::draft::{DraftLine, Settled, draft};
use crate::exchange::{FORMAT, OwnFile, ReadPart, json_ld, schema, text};
use crate::from_kitchen::setting;
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
    /// It.
    pub content: String,
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

fn too_long() -> Problem {
    Problem::new(
        Status::PayloadTooLarge,
        "text-too-long",
        "More than one recipe",
        format!(
            "That is longer than any recipe. Paste only the part you need: at most {} lines and {} letters.",
            text::MOST_TEXT_LINES,
            text::MOST_LETTERS
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
    if file.format != FORMAT || file.version != 1 {
        return Err(Problem::new(
            Status::UnprocessableEntity,
            "unknown-format",
            "Not one of ours",
            format!(
                "This file says it is “{}”, version {}. Only {FORMAT}, version 1, can be read.",
                bare_name(&file.format),
                file.version
            ),
        ));
    }
    Ok(file.sweet)
}

fn bare_name(text: &str) -> String {
    crate::exchange::bare(text).chars().take(60).collect()
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
    if ask.format == RecipeFormat::Text && text::too_long(&ask.content) {
        return Err(too_long());
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

/// What a recipe says, as far as it is understood.
fn understood(ask: &ImportAsk, catalogue: &Catalogue) -> Answer<ImportAnswer> {
    let larder = &catalogue.larder;
    let mut notes = Vec::new();
    let raw = match ask.format {
        RecipeFormat::Unctum => Err(own_file(&ask.content)?),
        RecipeFormat::JsonLd => match json_ld::read(&parse::<Value>(ask.content.as_bytes())?, larder) {
            json_ld::Found::Whole(sweet) => Err(*sweet),
            json_ld::Found::Recipe(raw) => Ok(raw),
            json_ld::Found::Changed(raw) => {
                notes.push(CHANGED.to_owned());
                Ok(raw)
            }
            json_ld::Found::Nothing => return Err(no_recipe()),
        },
        RecipeFormat::Text => Ok(text::take_apart(&ask.content, larder)),
    };
    let (sweet, parts, lines, doubts) = match raw {
        Err(sweet) => (sweet, Vec::new(), Vec::new(), Vec::new()),
        Ok(raw) if raw.lines.is_empty() => return Err(no_recipe()),
        Ok(raw) => {
            let d = draft(&raw, &ask.cups, &ask.settled, catalogue);
            notes.extend(d.notes);
            (d.sweet, raw.parts, d.lines, d.doubts)
        }
    };
    let faults = sweet.faults(larder);
    Ok(ImportAnswer { sweet, parts, lines, doubts, faults, notes, stored_key: None })
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
            let file = OwnFile { format: FORMAT.into(), version: 1, sweet };
            let content = serde_json::to_string_pretty(&file).map_err(broken)?;
            Ok(File { content, kind: ContentType::JSON, name: format!("{name}.unctum.json") })
        }
        "json_ld" | "json-ld" => {
            let kitchen = app.read(kitchen::load).await?;
            let setting = setting(app, &kitchen)?;
            let method = sweet.method(method)?;
            let (size, components) = (Size::Times { factor: 1.0 }, BTreeMap::new());
            let q =
                FormulaQuestion { method, size: &size, measures: &[], tools: None, components: &components };
            let f = formula(&q, &setting)?;
            let figures = (f.finished_g, &f.pieces, &f.times);
            let value = json_ld::write(&sweet, method, setting.larder, figures)?;
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
