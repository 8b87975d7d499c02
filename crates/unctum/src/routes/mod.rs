//! The API under `/api/v1`, one file a room.

pub mod access;
pub mod after_pan;
pub mod batch;
pub mod batch_page;
pub mod batches;
pub mod boil;
pub mod correct;
pub mod day;
pub mod days;
pub mod instrument;
pub mod kitchen;
pub mod learnt;
pub mod live;
pub mod network;
pub mod notebook;
pub mod photo;
pub mod stove;
pub mod sweet;
pub mod syrup;
pub mod system;

use rocket::{Route, routes};

use crate::guard::{Answers, behind_the_gateway};

/// Every route of the API, named once: what is mounted is what is described. Those that answer everybody stand apart;
/// a new one is answered to nobody who was not let in.
macro_rules! every_route {
    ($with:ident) => {
        $with! {
            everybody: [
                system::health,
                system::openapi,
                instrument::take_readings,
                access::standing,
                access::certificate,
                access::enter,
                access::pair,
            ],
            let_in: [
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
                boil::acid,
                boil::milk,
                correct::correct,
                after_pan::cooling,
                after_pan::texture,
                after_pan::tray,
                after_pan::fry,
                after_pan::uptake,
                after_pan::reduce,
                after_pan::chhena,
                after_pan::keep,
                after_pan::rescue_mass,
                day::solve,
                days::orders::orders,
                days::orders::order,
                days::orders::write_order,
                days::orders::change_order,
                days::orders::remove_order,
                days::orders::orders_in,
                days::orders::orders_out,
                days::keep::all_days,
                days::keep::days,
                days::keep::keep_days,
                days::keep::change_days,
                days::keep::remove_days,
                days::keep::days_told,
                days::at_once::plan_and_keep,
                days::at_once::line,
                days::plan::plan_days,
                days::plan::days_for,
                days::probe::probe,
                days::ready_by::ready,
                days::ways::ways_to_do_it,
                days::lists::day_shopping,
                days::lists::shopping_table,
                days::lists::shopping_text,
                days::lists::calendar,
                days::pantry::cupboard,
                days::pantry::stock,
                kitchen::kitchen,
                kitchen::save_kitchen,
                kitchen::history,
                kitchen::undo,
                kitchen::schools,
                kitchen::first,
                kitchen::ring_cups,
                kitchen::ring_heating,
                kitchen::ring_boil_off,
                kitchen::check_thermometer,
                kitchen::check_measure,
                kitchen::check_pan,
                kitchen::check_pressure,
                sweet::shelf::sweets,
                sweet::shelf::sweet,
                sweet::shelf::ingredients,
                sweet::shelf::allergens,
                sweet::figures::formula,
                sweet::figures::compare_methods,
                sweet::figures::convert,
                sweet::own::check,
                sweet::own::create,
                sweet::own::save,
                sweet::own::remove,
                sweet::own::versions,
                sweet::own::restore,
                sweet::own::unfinished,
                sweet::own::keep_unfinished,
                sweet::own::drop_unfinished,
                sweet::own::step_verbs,
                sweet::exchange::import,
                sweet::exchange::export,
                sweet::exchange::sweet_schema,
                batches::batches,
                batch::plan,
                batch::start,
                batch::batch,
                batch::log_event,
                batch::judge,
                batch::rescue,
                stove::stove,
                instrument::instruments,
                instrument::register_instrument,
                instrument::watch_pan,
                instrument::remove_instrument,
                live::live,
                notebook::copy,
                notebook::batches_table,
                notebook::readings_table,
                notebook::everything,
                notebook::notebook_schema,
                notebook::read_everything,
                learnt::what_was_learnt,
                learnt::say_to_learnt,
                batch_page::batch_page,
                batch_page::batch_page_of_before,
                batch_page::notebook_index,
                batch_page::compare_batches,
                batch_page::make_again,
                batch_page::taste_again,
                batch_page::untaste,
                photo::add_photo,
                photo::photo,
                photo::remove_photo,
                access::leave,
                network::network,
                network::switch,
                network::set_passcode,
                network::pairing,
                network::revoke,
            ]
        }
    };
}
pub(crate) use every_route;

macro_rules! mounted {
    (everybody: [$($($open:ident)::+),* $(,)?], let_in: [$($($kept:ident)::+),* $(,)?]) => {
        [
            behind_the_gateway(routes![$($($open)::+),*], Answers::Everybody),
            behind_the_gateway(routes![$($($kept)::+),*], Answers::LetIn),
        ]
        .concat()
    };
}

/// All routes of the API, each behind the gateway.
#[must_use]
pub fn all() -> Vec<Route> {
    every_route!(mounted)
}
