//! The API described.

use utoipa::OpenApi;

use crate::app::Change;
use crate::problem::Problem;
use crate::routes::{batch, kitchen, live, sweet, syrup, system};

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Unctum",
        description = "Syrups to the right string, batch by batch. Quantities carry their unit in the name."
    ),
    paths(
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
    ),
    components(schemas(Problem, Change))
)]
struct Document;

/// The whole description.
#[must_use]
pub fn document() -> utoipa::openapi::OpenApi {
    Document::openapi()
}
