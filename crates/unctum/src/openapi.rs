//! The API described.

use utoipa::OpenApi;

use crate::app::Change;
use crate::problem::Problem;
use crate::routes::{batch, boil, kitchen, live, sweet, syrup, system};

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
        syrup::sweeteners,
        syrup::charge,
        syrup::string,
        syrup::invert,
        syrup::graining,
        boil::boil_down,
        boil::terms,
        boil::clock_rule,
        boil::correct,
        boil::acid,
        boil::milk,
        kitchen::kitchen,
        kitchen::save_kitchen,
        kitchen::history,
        kitchen::undo,
        kitchen::schools,
        kitchen::ring_heating,
        kitchen::ring_boil_off,
        kitchen::check_thermometer,
        kitchen::check_measure,
        kitchen::check_pan,
        kitchen::check_pressure,
        sweet::shelf::sweets,
        sweet::shelf::sweet,
        sweet::shelf::ingredients,
        sweet::figures::formula,
        sweet::figures::compare_methods,
        sweet::figures::convert,
        sweet::own::check,
        sweet::own::create,
        sweet::own::save,
        sweet::own::remove,
        sweet::own::versions,
        sweet::own::restore,
        sweet::exchange::import,
        sweet::exchange::export,
        sweet::exchange::sweet_schema,
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
