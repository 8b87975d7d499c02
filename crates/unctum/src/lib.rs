//! The program around the core: web routes, live events, command line, and the embedded front end.

pub mod app;
pub mod body;
pub mod catalogue;
pub mod changes;
pub mod clock;
pub mod copies;
pub mod demo;
pub mod device;
pub mod door;
pub mod exchange;
pub mod failure;
pub mod folder;
pub mod front;
pub mod guard;
pub mod headers;
pub mod intake;
pub mod openapi;
mod picture;
pub mod problem;
pub mod pulse;
pub mod routes;
pub mod serve;
pub mod server;
pub mod shelves;
pub mod tagged;
pub mod views;
pub mod weighed;
