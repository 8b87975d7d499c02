//! Health, the API's own description, and the clock.

use rocket::http::{ContentType, Status};
use rocket::serde::json::Json;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use unctum_core::error::within;
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};

/// That the program is up.
#[derive(Serialize, ToSchema)]
pub struct Health {
    /// `ok`.
    pub status: &'static str,
    /// Version of the program.
    pub version: &'static str,
    /// The program's time, ms since 1970.
    pub now_ms: i64,
    /// How far the machine's clock was set back behind this time, s; 0 while they agree.
    pub set_back_s: i64,
    /// How far ahead of now the notebook's last moment lay when the program began, s: written under a wrong clock. 0 where it
    /// was believed.
    pub written_ahead_s: i64,
    /// What keeps today's copy of the notebook from being made, in words; none while all is well.
    pub copy_trouble: Option<&'static str>,
}

/// The program's time.
#[derive(Serialize, ToSchema)]
pub struct Time {
    /// Milliseconds since 1970.
    pub now_ms: i64,
    /// Whether it stands still until it is moved.
    pub simulated: bool,
    /// How far the machine's clock was set back behind this time, s; 0 while they agree.
    pub set_back_s: i64,
}

/// A move of the simulated clock.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MoveClock {
    /// Seconds to go on, up to a week.
    pub advance_s: f64,
}

/// Whether the program is up.
#[utoipa::path(context_path = "/api/v1", tag = "system", responses((status = 200, body = Health)))]
#[get("/health")]
pub fn health(app: &State<App>) -> Json<Health> {
    Json(Health {
        status: "ok",
        version: env!("CARGO_PKG_VERSION"),
        now_ms: app.clock.now_ms(),
        set_back_s: app.clock.set_back_s(),
        written_ahead_s: app.clock.written_ahead_s(),
        copy_trouble: app.copy_trouble.words(),
    })
}

/// How the API is described: handed in by who puts the program together, since the description names every route.
pub struct Description(pub fn() -> serde_json::Result<String>);

/// This description.
///
/// # Errors
/// None in practice.
#[utoipa::path(context_path = "/api/v1", tag = "system", responses((status = 200, description = "OpenAPI document", content_type = "application/json")))]
#[get("/openapi.json")]
pub fn openapi(description: &State<Description>) -> Answer<(ContentType, String)> {
    let text = (description.0)().map_err(|_| Problem::broken())?;
    Ok((ContentType::JSON, text))
}

/// The program's time.
#[utoipa::path(context_path = "/api/v1", tag = "system", responses((status = 200, body = Time)))]
#[get("/clock")]
pub fn clock(app: &State<App>) -> Json<Time> {
    Json(Time {
        now_ms: app.clock.now_ms(),
        simulated: app.clock.is_simulated(),
        set_back_s: app.clock.set_back_s(),
    })
}

/// Moves the simulated clock on.
///
/// # Errors
/// 422 when the clock is real or the move out of range.
#[utoipa::path(context_path = "/api/v1", tag = "system", request_body = MoveClock,
    responses((status = 200, body = Time), (status = 422, body = Problem)))]
#[post("/clock", data = "<body>")]
pub fn move_clock(app: &State<App>, body: Body<MoveClock>) -> Answer<Json<Time>> {
    let advance_s = within("The time to go on", body.0?.advance_s, 0.0, 7.0 * 86_400.0, "s")?;
    if !app.clock.advance((advance_s * 1000.0) as i64) {
        return Err(Problem::new(
            Status::UnprocessableEntity,
            "clock-is-real",
            "The clock is real",
            "Start the program with --simulated-clock to move its time.",
        ));
    }
    app.tell(Change::Clock);
    Ok(clock(app))
}
