//! Lists of some days to take away: what to buy, and a calendar of what wants hands.

use icalendar::{Alarm, Calendar, Component, Event, EventLike};
use jiff::Timestamp;
use rocket::http::ContentType;
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, get, post};
use serde::Serialize;
use unctum_core::food::measure::dose_words;
use unctum_core::order::{DayQuestion, KitchenDays, Pantry, Shopping, hands, lay_out, shopping};
use unctum_store::planning;

use super::asked::AskedDays;
use super::plan::follow;
use super::ways::WaysAsk;
use crate::app::App;
use crate::body::Body;
use crate::problem::{Answer, Problem};

/// What to buy for some days, and what it all costs.
///
/// # Errors
/// 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = WaysAsk,
    responses((status = 200, body = Shopping), (status = 422, body = Problem)))]
#[post("/day/shopping", data = "<body>")]
pub async fn day_shopping(app: &State<App>, body: Body<WaysAsk>) -> Answer<Json<Shopping>> {
    let ask = body.0?;
    Ok(Json(listed(app, ask.days, ask.days_id).await?))
}

async fn listed(app: &App, days: KitchenDays, id: Option<i32>) -> Answer<Shopping> {
    let pantry: Pantry = app.read(planning::pantry).await?.document;
    let asked = AskedDays::read(app, days, id).await?;
    let of = move |q: &DayQuestion<'_>| Ok(shopping(q, &lay_out(q)?, &pantry)?);
    spawn_blocking(move || asked.ask(of)).await.map_err(|_| Problem::broken())?
}

async fn kept(app: &App, id: i32) -> Answer<KitchenDays> {
    Ok(app.read(move |c| planning::load::<KitchenDays>(c, id)).await?.document)
}

/// A line of the list as a row.
#[derive(Serialize)]
struct ShoppingRow<'a> {
    ingredient: &'a str,
    name: &'a str,
    needed_g: f64,
    have_g: f64,
    buy_g: f64,
    packs: Option<u32>,
    cost: Option<f64>,
}

/// To a tenth of a gram.
fn tenth(grams: f64) -> f64 {
    (10.0 * grams).round() / 10.0
}

/// The shopping list as a table.
///
/// # Errors
/// 404, 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", params(("id" = i32, Path)),
    responses((status = 200, description = "Comma-separated, a line for each ingredient.", content_type = "text/csv"), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/days/<id>/shopping.csv")]
pub async fn shopping_table(app: &State<App>, id: i32) -> Answer<(ContentType, String)> {
    let list = listed(app, kept(app, id).await?, Some(id)).await?;
    let mut writer = csv::Writer::from_writer(Vec::new());
    for l in &list.lines {
        let row = ShoppingRow {
            ingredient: &l.ingredient,
            name: &l.name,
            needed_g: tenth(l.needed_g),
            have_g: tenth(l.have_g),
            buy_g: tenth(l.buy_g),
            packs: l.packs,
            cost: l.cost.map(|c| (100.0 * c).round() / 100.0),
        };
        writer.serialize(row).map_err(|_| Problem::broken())?;
    }
    let bytes = writer.into_inner().map_err(|_| Problem::broken())?;
    Ok((ContentType::CSV, String::from_utf8(bytes).map_err(|_| Problem::broken())?))
}

/// The shopping list as text.
///
/// # Errors
/// 404, 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", params(("id" = i32, Path)),
    responses((status = 200, description = "A line for each thing to buy.", content_type = "text/plain"), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/days/<id>/shopping.txt")]
pub async fn shopping_text(app: &State<App>, id: i32) -> Answer<(ContentType, String)> {
    let list = listed(app, kept(app, id).await?, Some(id)).await?;
    let line = |l: &unctum_core::order::ShoppingLine| match l.packs {
        Some(packs) => format!(
            "{}: {packs} × {} ({} missing)",
            l.name,
            dose_words(l.buy_g / f64::from(packs.max(1))),
            dose_words(l.missing_g)
        ),
        None => match l.sold {
            Some(sold) => format!("{}: {sold} ({} missing)", l.name, dose_words(l.missing_g)),
            None => format!("{}: {}", l.name, dose_words(l.buy_g)),
        },
    };
    let bought = list.lines.iter().filter(|l| l.buy_g > 0.0 && !l.bought).map(line);
    Ok((ContentType::Plain, bought.collect::<Vec<_>>().join("\n") + "\n"))
}

/// So long before it begins a step rings, min.
const ALARM_MIN: i64 = 10;

/// The steps that want hands, and the orders, as a calendar.
///
/// # Errors
/// 404, 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", params(("id" = i32, Path)),
    responses((status = 200, description = "iCalendar.", content_type = "text/calendar"), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/days/<id>/calendar.ics")]
pub async fn calendar(app: &State<App>, id: i32) -> Answer<(ContentType, String)> {
    let asked = AskedDays::read(app, kept(app, id).await?, Some(id)).await?;
    let title = asked.days.title.clone();
    let told = spawn_blocking(move || asked.ask(follow)).await.map_err(|_| Problem::broken())??.told;
    let mut calendar = Calendar::empty();
    calendar.append_property(("VERSION", "2.0"));
    calendar.append_property(("PRODID", "-//Unctum//Days in the kitchen//EN"));
    calendar.name(&title);
    let at = |minute: i32| stamp(told.begins_ms + i64::from(minute) * 60_000);
    for batch in &told.batches {
        let with_hands = batch.steps.iter().filter(|s| hands(s.manner) > 0);
        for step in with_hands {
            let summary = format!("{} · {}", step.title, batch.title);
            let mut event = Event::new();
            event
                .uid(&format!("{id}-{}@unctum", step.id))
                .summary(&summary)
                .add_property("DTSTAMP", at(told.now_min))
                .add_property("DTSTART", at(step.from_min))
                .add_property("DTEND", at(step.to_min))
                .alarm(Alarm::display(&summary, -chrono::Duration::minutes(ALARM_MIN)));
            if let Some(cook) = &step.cook {
                event.description(cook);
            }
            calendar.push(event.done());
        }
    }
    for order in &told.orders {
        let mut event = Event::new();
        event
            .uid(&format!("{id}-order-{}@unctum", order.id))
            .summary(&format!("Fetched: {}", order.who))
            .add_property("DTSTAMP", at(told.now_min))
            .add_property("DTSTART", at(order.due_min))
            .add_property("DTEND", at(order.due_min));
        calendar.push(event.done());
    }
    Ok((ContentType::new("text", "calendar"), calendar.done().to_string()))
}

/// An instant as calendars write it: `20261205T113000Z`.
fn stamp(ms: i64) -> String {
    Timestamp::from_millisecond(ms).map(|t| t.strftime("%Y%m%dT%H%M%SZ").to_string()).unwrap_or_default()
}
