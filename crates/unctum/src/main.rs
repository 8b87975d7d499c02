//! The command line.

use std::path::PathBuf;
use std::process::ExitCode;

use clap::{Parser, Subcommand};
use unctum::clock::Clock;
use unctum::{demo, exchange, openapi, server};
use unctum_store::Store;

/// Syrups to the right string, batch by batch.
#[derive(Parser)]
#[command(name = "unctum", version, about)]
struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Open the kitchen's notebook and serve it on this machine.
    Serve {
        /// The notebook file; by default in the user's data folder.
        #[arg(long)]
        db: Option<PathBuf>,
        /// Port on 127.0.0.1.
        #[arg(long, default_value_t = 8080)]
        port: u16,
        /// Let the time stand still, now or at MS since 1970, until it is moved through the API.
        #[arg(long, value_name = "MS", num_args = 0..=1, require_equals = true)]
        simulated_clock: Option<Option<i64>>,
    },
    /// Serve the made-up Lantern Steps kitchen from a throw-away notebook.
    Demo {
        /// Port on 127.0.0.1.
        #[arg(long, default_value_t = 8080)]
        port: u16,
        /// Let the time stand still, now or at MS since 1970, until it is moved through the API.
        #[arg(long, value_name = "MS", num_args = 0..=1, require_equals = true)]
        simulated_clock: Option<Option<i64>>,
    },
    /// Print the OpenAPI description.
    Openapi,
    /// Print the JSON Schema of a sweet.
    Schema,
}

type Failure = Box<dyn std::error::Error>;

fn main() -> ExitCode {
    match run(Cli::parse().command) {
        Ok(()) => ExitCode::SUCCESS,
        Err(error) => {
            eprintln!("unctum: {error}");
            ExitCode::FAILURE
        }
    }
}

fn run(command: Command) -> Result<(), Failure> {
    match command {
        Command::Serve { db, port, simulated_clock } => {
            let path = db.map_or_else(default_db, Ok)?;
            if let Some(folder) = path.parent().filter(|f| !f.as_os_str().is_empty()) {
                std::fs::create_dir_all(folder)?;
            }
            let store = Store::open(&path)?;
            println!("Notebook: {}", path.display());
            serve(store, port, clock(simulated_clock))
        }
        Command::Demo { port, simulated_clock } => {
            let folder = tempfile::tempdir()?;
            let store = Store::open(&folder.path().join("lantern-steps.db"))?;
            let clock = clock(simulated_clock);
            demo::fill(&store, clock.now_ms())?;
            println!("The Lantern Steps kitchen. Nothing here is kept when you stop it.");
            serve(store, port, clock)
        }
        Command::Openapi => {
            println!("{}", openapi::document().to_pretty_json()?);
            Ok(())
        }
        Command::Schema => {
            println!("{}", serde_json::to_string_pretty(&exchange::schema::sweet())?);
            Ok(())
        }
    }
}

fn clock(simulated: Option<Option<i64>>) -> Clock {
    simulated.map_or(Clock::System, |at_ms| at_ms.map_or_else(Clock::simulated, Clock::standing_at))
}

fn serve(store: Store, port: u16, clock: Clock) -> Result<(), Failure> {
    println!("Unctum listens on http://127.0.0.1:{port} (Ctrl-C ends it)");
    let rocket = server::build(store, clock, port)?;
    rocket::execute(rocket.launch())?;
    Ok(())
}

fn default_db() -> Result<PathBuf, Failure> {
    let folders = directories::ProjectDirs::from("", "", "unctum")
        .ok_or("there is no home folder for the notebook; name a file with --db")?;
    Ok(folders.data_dir().join("notebook.db"))
}
