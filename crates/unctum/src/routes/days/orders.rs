//! Orders: written down, changed, put away; in from a table and out to one.

use rocket::http::{ContentType, Status};
use rocket::serde::json::Json;
use rocket::{State, delete, get, post, put};
use serde::{Deserialize, Serialize};
use unctum_core::order::{Order, wall_clock};
use unctum_store::planning::{self, Written};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::exchange::order_table::{read_orders, write_orders};
use crate::problem::{Answer, Problem};
use crate::routes::sweet::known;
use crate::tagged::{IfMatch, Tagged};

/// An order as it stands.
#[derive(Serialize, ToSchema)]
pub struct OrderView {
    /// Its number.
    pub id: i32,
    /// Its version, for `If-Match`.
    pub version: i32,
    /// It.
    pub order: Order,
}

impl From<Written<Order>> for OrderView {
    fn from(w: Written<Order>) -> Self {
        Self { id: w.id, version: w.version, order: w.document }
    }
}

/// An order, and where the clock on her wall goes.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"zone": "Asia/Kathmandu", "order": {"who": "A bookshop", "due": "2030-12-07T17:00:00", "lines": [{"sweet_key": "cashew-sheet", "amount": {"kind": "pieces", "count": 20}}]}}))]
pub struct OrderAsk {
    /// Where the clock on her wall goes: `Asia/Kathmandu`.
    #[serde(default)]
    pub zone: String,
    /// The order.
    pub order: Order,
}

/// A table of orders as text.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"zone": "", "csv": "who,due,sweet,method,pieces,grams,boxes,pieces_each,eaten_on,price,avoids,note\nA bookshop,2030-12-07T17:00,cashew-sheet,,20,,,,,,sesame,\n"}))]
pub struct OrdersTable {
    /// Where the clock on her wall goes.
    #[serde(default)]
    pub zone: String,
    /// The table.
    pub csv: String,
}

/// Refuses an order that cannot be: with its sweets, and not due before now.
///
/// # Errors
/// 422 with what to change.
async fn fine(app: &App, order: &Order, zone: &str, not_past: bool) -> Answer<()> {
    order.check()?;
    order.check_avoids(&app.catalogue.larder)?;
    if not_past {
        order.check_due(wall_clock(zone, app.clock.now_ms())?)?;
    }
    for line in &order.lines {
        let sweet = known(app, &line.sweet_key).await.map_err(|_| {
            Problem::new(
                Status::UnprocessableEntity,
                "unknown-name",
                "That cannot be",
                format!("There is no sweet “{}” on the shelf. Choose one that is there.", line.sweet_key),
            )
        })?;
        line.check_with(&sweet.sweet)?;
    }
    Ok(())
}

fn tagged(written: Written<Order>, status: Status) -> Tagged<OrderView> {
    Tagged { status, version: Some(written.version), body: written.into() }
}

/// All orders, the oldest first.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "day", responses((status = 200, body = Vec<OrderView>)))]
#[get("/orders")]
pub async fn orders(app: &State<App>) -> Answer<Json<Vec<OrderView>>> {
    let all = app.read(planning::all::<Order>).await?;
    Ok(Json(all.into_iter().map(OrderView::from).collect()))
}

/// An order.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "day", params(("id" = i32, Path)),
    responses((status = 200, body = OrderView), (status = 404, body = Problem)))]
#[get("/orders/<id>")]
pub async fn order(app: &State<App>, id: i32) -> Answer<Tagged<OrderView>> {
    Ok(tagged(app.read(move |c| planning::load(c, id)).await?, Status::Ok))
}

/// Writes a new order down.
///
/// # Errors
/// 400, 413 or 422; nothing is stored then.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = OrderAsk,
    responses((status = 201, body = OrderView), (status = 422, body = Problem)))]
#[post("/orders", data = "<body>")]
pub async fn write_order(app: &State<App>, body: Body<OrderAsk>) -> Answer<Tagged<OrderView>> {
    let ask = body.0?;
    fine(app, &ask.order, &ask.zone, true).await?;
    let now_ms = app.clock.now_ms();
    let written = app.write(move |c| planning::create(c, &ask.order, now_ms)).await?;
    app.tell(Change::Days);
    Ok(tagged(written, Status::Created))
}

/// Changes an order, over the version named in `If-Match`. Another moment may not lie before now.
///
/// # Errors
/// 404; 412 if somebody saved in between; 428 without `If-Match`; 400, 413, 422. Nothing is lost then.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = OrderAsk,
    params(("id" = i32, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 200, body = OrderView), (status = 404, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem)))]
#[put("/orders/<id>", data = "<body>")]
pub async fn change_order(
    app: &State<App>,
    id: i32,
    based_on: IfMatch,
    body: Body<OrderAsk>,
) -> Answer<Tagged<OrderView>> {
    let (had, ask) = (based_on.0?, body.0?);
    let before = app.read(move |c| planning::load::<Order>(c, id)).await?;
    fine(app, &ask.order, &ask.zone, before.document.due != ask.order.due).await?;
    let now_ms = app.clock.now_ms();
    let written = app.write(move |c| planning::save(c, (id, had), &ask.order, now_ms)).await?;
    app.tell(Change::Days);
    Ok(tagged(written, Status::Ok))
}

/// Puts an order away.
///
/// # Errors
/// 404, 412, 428.
#[utoipa::path(context_path = "/api/v1", tag = "day",
    params(("id" = i32, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 204), (status = 404, body = Problem), (status = 412, body = Problem), (status = 428, body = Problem)))]
#[delete("/orders/<id>")]
pub async fn remove_order(app: &State<App>, id: i32, based_on: IfMatch) -> Answer<Status> {
    let (had, now_ms) = (based_on.0?, app.clock.now_ms());
    app.write(move |c| planning::remove::<Order>(c, (id, had), now_ms)).await?;
    app.tell(Change::Days);
    Ok(Status::NoContent)
}

/// Writes down all orders of a table, or none of them.
///
/// # Errors
/// 400, 413 or 422 with the line that cannot be read.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = OrdersTable,
    responses((status = 201, body = Vec<OrderView>), (status = 422, body = Problem)))]
#[post("/orders/table", data = "<body>")]
pub async fn orders_in(app: &State<App>, body: Body<OrdersTable>) -> Answer<(Status, Json<Vec<OrderView>>)> {
    let table = body.0?;
    let orders = read_orders(&table.csv)?;
    for order in &orders {
        fine(app, order, &table.zone, true).await?;
    }
    let now_ms = app.clock.now_ms();
    let written = app
        .write(move |c| orders.iter().map(|o| planning::create(c, o, now_ms)).collect::<Result<Vec<_>, _>>());
    let written = written.await?;
    app.tell(Change::Days);
    Ok((Status::Created, Json(written.into_iter().map(OrderView::from).collect())))
}

/// All orders as a table.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "day",
    responses((status = 200, description = "Comma-separated, a line for each sweet of each order.", content_type = "text/csv")))]
#[get("/orders.csv")]
pub async fn orders_out(app: &State<App>) -> Answer<(ContentType, String)> {
    let all = app.read(planning::all::<Order>).await?;
    let orders: Vec<Order> = all.into_iter().map(|w| w.document).collect();
    Ok((ContentType::CSV, write_orders(&orders)?))
}
