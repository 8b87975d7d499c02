//! The program around the core: web routes, live events, command line, and the embedded front end.

// What is reached from outside never falls over a place that is not there.
#![cfg_attr(not(test), warn(clippy::indexing_slicing))]

pub mod app;
pub mod body;
pub mod catalogue;
pub mod changes;
pub mod clock;
pub mod copies;
pub mod copy_trouble;
pub mod demo;
pub mod device;
pub mod exchange;
pub mod failure;
pub mod folder;
pub mod front;
pub mod gateway;
pub mod guard;
pub mod headers;
pub mod intake;
pub mod openapi;
mod picture;
pub mod planning;
pub mod problem;
pub mod pulse;
pub mod query;
pub mod routes;
pub mod serve;
pub mod server;
pub mod shelves;
pub mod tagged;
pub mod views;
pub mod weighed;
