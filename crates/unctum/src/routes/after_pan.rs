//! The second half of the job, asked without a batch: setting, cutting, frying, soaking, chhena, keeping.

use rocket::post;
use rocket::serde::json::Json;
use unctum_core::keep::{Keep, KeepAsk, keep as keeps};
use unctum_core::milk::{Chhena, ChhenaAsk, chhena as chhena_of};
use unctum_core::pan::milk::Reduction;
use unctum_core::set::{
    Cooling, CoolingAsk, Firmness, Marked, RescueAsk, Rescued, TextureAsk, TrayAsk, cooling as cools,
    rescued, texture as texture_of, tray as marked,
};
use unctum_core::soak::{Fry, FryAsk, Uptake, UptakeAsk, fry as fries, uptake as soaks};

use crate::body::Body;
use crate::problem::{Answer, Problem};
use crate::routes::boil::MilkAsk;

/// How a poured or rolled mass cools, and what can be done with it when.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "set", request_body = CoolingAsk,
    responses((status = 200, body = Cooling), (status = 422, body = Problem)))]
#[post("/set/cooling", data = "<body>")]
pub fn cooling(body: Body<CoolingAsk>) -> Answer<Json<Cooling>> {
    Ok(Json(cools(&body.0?)?))
}

/// How firm a mass is at the temperature at which it is eaten.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "set", request_body = TextureAsk,
    responses((status = 200, body = Firmness), (status = 422, body = Problem)))]
#[post("/set/texture", data = "<body>")]
pub fn texture(body: Body<TextureAsk>) -> Answer<Json<Firmness>> {
    Ok(Json(texture_of(&body.0?)?))
}

/// Marks a tray: whole pieces, pieces cut by an edge, trim, lines.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "set", request_body = TrayAsk,
    responses((status = 200, body = Marked), (status = 422, body = Problem)))]
#[post("/set/tray", data = "<body>")]
pub fn tray(body: Body<TrayAsk>) -> Answer<Json<Marked>> {
    Ok(Json(marked(&body.0?)?))
}

/// How frying goes, load by load.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "soak", request_body = FryAsk,
    responses((status = 200, body = Fry), (status = 422, body = Problem)))]
#[post("/soak/fry", data = "<body>")]
pub fn fry(body: Body<FryAsk>) -> Answer<Json<Fry>> {
    Ok(Json(fries(&body.0?)?))
}

/// How syrup gets into pieces, and when that is enough.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "soak", request_body = UptakeAsk,
    responses((status = 200, body = Uptake), (status = 422, body = Problem)))]
#[post("/soak/uptake", data = "<body>")]
pub fn uptake(body: Body<UptakeAsk>) -> Answer<Json<Uptake>> {
    Ok(Json(soaks(&body.0?)?))
}

/// What chhena comes of milk, and how much acid it takes.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "milk", request_body = ChhenaAsk,
    responses((status = 200, body = Chhena), (status = 422, body = Problem)))]
#[post("/milk/chhena", data = "<body>")]
pub fn chhena(body: Body<ChhenaAsk>) -> Answer<Json<Chhena>> {
    Ok(Json(chhena_of(&body.0?)?))
}

/// Milk boiled down to a share of itself, never faster than it can take.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "milk", request_body = MilkAsk,
    responses((status = 200, body = Reduction), (status = 422, body = Problem)))]
#[post("/milk/reduce", data = "<body>")]
pub fn reduce(body: Body<MilkAsk>) -> Answer<Json<Reduction>> {
    Ok(Json(body.0?.reduced()?))
}

/// How long a sweet keeps, carefully; local food rules come first.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "keep", request_body = KeepAsk,
    responses((status = 200, body = Keep), (status = 422, body = Problem)))]
#[post("/keep", data = "<body>")]
pub fn keep(body: Body<KeepAsk>) -> Answer<Json<Keep>> {
    Ok(Json(keeps(&body.0?)?))
}

/// What puts a mass right that went wrong, with its grams.
///
/// # Errors
/// 400, 413 or 422 with a sentence and a code.
#[utoipa::path(context_path = "/api/v1", tag = "set", request_body = RescueAsk,
    responses((status = 200, body = Rescued), (status = 422, body = Problem)))]
#[post("/rescue", data = "<body>")]
pub fn rescue_mass(body: Body<RescueAsk>) -> Answer<Json<Rescued>> {
    Ok(Json(rescued(&body.0?)?))
}
