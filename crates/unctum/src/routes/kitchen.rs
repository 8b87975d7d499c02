//! The kitchen as the cook set it up.

use rocket::serde::json::Json;
use rocket::{State, get, put};
use serde::{Deserialize, Serialize};
use unctum_core::kitchen::{Pan, Ring, Room, Thermometer};
use unctum_core::water::saturation_temperature_c;
use unctum_store::kitchen::{Kitchen, Numbered, load, save};
use utoipa::ToSchema;

use crate::app::{App, Change};
use crate::body::Body;
use crate::problem::{Answer, Problem};

/// A ring with its number.
#[derive(Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NumberedRing {
    /// Its number; left out for a new one.
    #[serde(default)]
    pub id: Option<i32>,
    /// It.
    pub ring: Ring,
}

/// A pan with its number.
#[derive(Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NumberedPan {
    /// Its number; left out for a new one.
    #[serde(default)]
    pub id: Option<i32>,
    /// It.
    pub pan: Pan,
}

/// A thermometer with its number.
#[derive(Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NumberedThermometer {
    /// Its number; left out for a new one.
    #[serde(default)]
    pub id: Option<i32>,
    /// It.
    pub thermometer: Thermometer,
}

/// The whole kitchen.
#[derive(Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitchenDocument {
    /// What the cook calls it.
    pub name: String,
    /// The air in it.
    pub room: Room,
    /// Its rings.
    pub rings: Vec<NumberedRing>,
    /// Its pans.
    pub pans: Vec<NumberedPan>,
    /// Its thermometers.
    pub thermometers: Vec<NumberedThermometer>,
}

/// The kitchen with what follows from it.
#[derive(Serialize, ToSchema)]
pub struct KitchenView {
    /// As the cook set it up.
    pub kitchen: KitchenDocument,
    /// Air pressure computed with, Pa.
    pub pressure_pa: f64,
    /// Boiling point of water here, °C.
    pub water_boil_c: f64,
}

fn numbered<T>(id: Option<i32>, value: T) -> Numbered<T> {
    Numbered { id, value }
}

impl From<KitchenDocument> for Kitchen {
    fn from(d: KitchenDocument) -> Self {
        Self {
            name: d.name,
            room: d.room,
            rings: d.rings.into_iter().map(|r| numbered(r.id, r.ring)).collect(),
            pans: d.pans.into_iter().map(|p| numbered(p.id, p.pan)).collect(),
            thermometers: d.thermometers.into_iter().map(|t| numbered(t.id, t.thermometer)).collect(),
        }
    }
}

fn view(k: Kitchen) -> Answer<Json<KitchenView>> {
    let pressure_pa = k.room.air()?.pressure_pa;
    let kitchen = KitchenDocument {
        name: k.name,
        room: k.room,
        rings: k.rings.into_iter().map(|r| NumberedRing { id: r.id, ring: r.value }).collect(),
        pans: k.pans.into_iter().map(|p| NumberedPan { id: p.id, pan: p.value }).collect(),
        thermometers: k
            .thermometers
            .into_iter()
            .map(|t| NumberedThermometer { id: t.id, thermometer: t.value })
            .collect(),
    };
    Ok(Json(KitchenView { kitchen, pressure_pa, water_boil_c: saturation_temperature_c(pressure_pa) }))
}

/// The kitchen.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", responses((status = 200, body = KitchenView)))]
#[get("/kitchen")]
pub async fn kitchen(app: &State<App>) -> Answer<Json<KitchenView>> {
    view(app.read(load).await?)
}

/// Replaces the kitchen; batches keep the copies they started with.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code; nothing is changed then.
#[utoipa::path(context_path = "/api/v1", tag = "kitchen", request_body = KitchenDocument,
    responses((status = 200, body = KitchenView), (status = 422, body = Problem)))]
#[put("/kitchen", data = "<body>")]
pub async fn save_kitchen(app: &State<App>, body: Body<KitchenDocument>) -> Answer<Json<KitchenView>> {
    let wanted: Kitchen = body.0?.into();
    let saved = app.write(move |c| save(c, &wanted).and_then(|()| load(c))).await?;
    app.tell(Change::Kitchen);
    view(saved)
}
