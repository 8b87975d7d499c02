//! The command line.

use std::path::PathBuf;
use std::process::ExitCode;

use clap::{Parser, Subcommand};
use unctum::clock::Clock;
use unctum::copies::{self, Held};
use unctum::{demo, device, exchange, folder, gateway, openapi, serve};
use unctum_store::check::check;
use unctum_store::file::{beside, private_folder};
use unctum_store::{Store, batch};

/// Syrups to the right string, batch by batch.
#[derive(Parser)]
#[command(name = "unctum", version, about)]
struct Cli {
    #[command(subcommand)]
    command: Command,
}

/// Where and how it is reached.
#[derive(clap::Args)]
struct Reach {
    /// Port on 127.0.0.1.
    #[arg(long, default_value_t = 8080)]
    port: u16,
    /// Let the kitchen's network in, from the start: phones and tablets, behind a passcode.
    #[arg(long)]
    network: bool,
    /// Port for the network.
    #[arg(long, default_value_t = 8443)]
    network_port: u16,
    /// A name that this machine is called by, besides its addresses. May be given several times.
    #[arg(long = "name", value_name = "NAME")]
    names: Vec<String>,
    /// Let the network in without the certificate too: then everyone on it can read along.
    #[arg(long)]
    plain: bool,
    /// A file with the passcode in its first line, to set it without being asked.
    #[arg(long, value_name = "FILE")]
    passcode_file: Option<PathBuf>,
    /// Let the time stand still, now or at MS since 1970, until it is moved through the API.
    #[arg(long, value_name = "MS", num_args = 0..=1, require_equals = true)]
    simulated_clock: Option<Option<i64>>,
}

#[derive(Subcommand)]
enum Command {
    /// Open the kitchen's notebook and serve it.
    Serve {
        /// The notebook file; by default in the user's data folder.
        #[arg(long)]
        db: Option<PathBuf>,
        #[command(flatten)]
        reach: Reach,
    },
    /// Serve the made-up Lantern Steps kitchen from a throw-away notebook.
    Demo {
        #[command(flatten)]
        reach: Reach,
    },
    /// Write a copy of the notebook to FILE, also while it is served.
    Backup {
        /// The file to write; it must not be there yet.
        file: PathBuf,
        /// The notebook file; by default in the user's data folder.
        #[arg(long)]
        db: Option<PathBuf>,
    },
    /// Bring a copy back in place of the notebook. The copy is looked through first; the notebook as it is now is
    /// kept beside it.
    Restore {
        /// The copy.
        file: PathBuf,
        /// The notebook file; by default in the user's data folder.
        #[arg(long)]
        db: Option<PathBuf>,
    },
    /// Look a notebook through: whether the file is whole, and whether every entry can be read.
    Check {
        /// The notebook file; by default in the user's data folder.
        db: Option<PathBuf>,
    },
    /// Write everything in the notebook into a new folder, as files that other programs can read.
    Export {
        /// The folder to make.
        folder: PathBuf,
        /// The notebook file; by default in the user's data folder.
        #[arg(long)]
        db: Option<PathBuf>,
    },
    /// Read such a folder into a new notebook.
    Import {
        /// The folder.
        folder: PathBuf,
        /// The notebook file to make; by default in the user's data folder.
        #[arg(long)]
        db: Option<PathBuf>,
    },
    /// Instruments of the kitchen's network.
    Device {
        #[command(subcommand)]
        command: device::Command,
    },
    /// Print the OpenAPI description.
    Openapi,
    /// Print the JSON Schema of a sweet.
    Schema,
}

use unctum::failure::Failure;

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
        Command::Serve { db, reach } => {
            let path = own_or(db)?;
            if let Some(folder) = path.parent().filter(|f| !f.as_os_str().is_empty()) {
                private_folder(folder)?;
            }
            let held = Held::of(&path)?;
            let store = Store::open(&path)?;
            let _held = held.with_file()?;
            println!("Notebook: {}", path.display());
            let clock = clock(reach.simulated_clock, store.read(batch::last_moment)?);
            serve::serve(&store, clock, reach.into(), Some(beside(&path, "-door")))?;
            Ok(store.close()?)
        }
        Command::Demo { reach } => {
            let folder = tempfile::tempdir()?;
            let store = Store::open(&folder.path().join("lantern-steps.db"))?;
            let clock = clock(reach.simulated_clock, 0);
            demo::fill(&store, clock.now_ms())?;
            println!("The Lantern Steps kitchen. Nothing here is kept when you stop it.");
            // Where time stands still nothing boils.
            let _probe = match reach.simulated_clock {
                Some(_) => None,
                None => Some(device::Beside::in_pan(demo::put_on(&store, clock.now_ms())?, reach.port)?),
            };
            serve::serve(&store, clock, reach.into(), None)
        }
        Command::Backup { file, db } => {
            let path = there(own_or(db)?)?;
            copies::may_be_opened_beside(&path)?;
            Store::open(&path)?.copy_to(&file)?;
            println!("Copied {} to {}.", path.display(), file.display());
            Ok(())
        }
        Command::Restore { file, db } => {
            let path = own_or(db)?;
            let _held = Held::of(&path)?;
            let kept = copies::restore(&file, &path)?;
            println!("{} is the notebook now.", file.display());
            println!(
                "Phones, tablets and instruments are to be let in again; the network is shut until a new passcode is set."
            );
            if let Some(kept) = kept {
                println!("The notebook as it was before is kept at {}.", kept.display());
            }
            Ok(())
        }
        Command::Check { db } => {
            let path = there(own_or(db)?)?;
            let wrong = check(&path)?;
            wrong.iter().for_each(|words| println!("{words}"));
            if wrong.is_empty() {
                println!("{} is whole; every entry can be read.", path.display());
                return Ok(());
            }
            Err(format!("{} of {} is not as it should be", wrong.len(), path.display()).into())
        }
        Command::Export { folder, db } => {
            let path = there(own_or(db)?)?;
            copies::may_be_opened_beside(&path)?;
            let store = Store::open(&path)?;
            let files = folder::export(&store, &folder)?;
            println!("Wrote {files} files to {}.", folder.display());
            Ok(())
        }
        Command::Import { folder, db } => {
            let path = own_or(db)?;
            let _held = Held::of(&path)?;
            folder::import(&folder, &path)?;
            println!("{} holds what was in {}.", path.display(), folder.display());
            Ok(())
        }
        Command::Device { command } => command.run(),
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

impl From<Reach> for serve::Reach {
    fn from(reach: Reach) -> Self {
        Self {
            port: reach.port,
            network: reach.network,
            passcode_file: reach.passcode_file,
            gateway: gateway::Settings {
                network_port: reach.network_port,
                names: reach.names,
                plain: reach.plain,
                folder: None,
            },
        }
    }
}

fn clock(simulated: Option<Option<i64>>, least_ms: i64) -> Clock {
    match simulated {
        None => Clock::system(least_ms),
        Some(None) => Clock::simulated(),
        Some(Some(at_ms)) => Clock::standing_at(at_ms),
    }
}

fn own_or(db: Option<PathBuf>) -> Result<PathBuf, Failure> {
    if let Some(db) = db {
        return Ok(db);
    }
    let folders = directories::ProjectDirs::from("", "", "unctum")
        .ok_or("there is no home folder for the notebook; name a file with --db")?;
    Ok(folders.data_dir().join("notebook.db"))
}

/// A notebook that is there already: these commands make none.
fn there(path: PathBuf) -> Result<PathBuf, Failure> {
    if path.exists() { Ok(path) } else { Err(format!("there is no notebook at {}", path.display()).into()) }
}
