//! The API under `/api/v1`, one file a room.

pub mod batch;
pub mod kitchen;
pub mod live;
pub mod sweet;
pub mod syrup;
pub mod system;

use rocket::{Route, routes};

/// All routes of the API.
#[must_use]
pub fn all() -> Vec<Route> {
    routes![
        system::health,
        system::openapi,
        system::clock,
        system::move_clock,
        syrup::stages,
        syrup::properties,
        syrup::locate,
        syrup::boil_down,
        kitchen::kitchen,
        kitchen::save_kitchen,
        sweet::sweets,
        sweet::sweet,
        sweet::formula,
        batch::batches,
        batch::start,
        batch::batch,
        batch::log_event,
        batch::judge,
        live::live,
    ]
}
