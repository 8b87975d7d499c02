//! Prints the arrows of the house: `cargo run -p unctum-house [CRATE]`, the core if none is named; with `--draw` the
//! picture of the core's floors.

use std::path::Path;

use unctum_house::{House, circles, drawn};

fn main() -> std::io::Result<()> {
    let asked = std::env::args().nth(1);
    let draws = asked.as_deref() == Some("--draw");
    let name = asked.filter(|_| !draws).unwrap_or_else(|| "unctum-core".to_owned());
    let source = Path::new(env!("CARGO_MANIFEST_DIR")).join("..").join(name).join("src");
    let house = House::read(&source)?;
    if draws {
        print!("{}", drawn(&house.rooms));
        return Ok(());
    }
    for (from, to) in &house.rooms {
        println!("{from} → {}", to.iter().cloned().collect::<Vec<_>>().join(", "));
    }
    for (what, arrows) in [("rooms", &house.rooms), ("files", &house.files)] {
        for circle in circles(arrows) {
            println!("circle of {what}: {}", circle.join(" ⇄ "));
            for one in &circle {
                let to: Vec<&String> = arrows[one].iter().filter(|t| circle.contains(t)).collect();
                println!("    {one} → {to:?}");
            }
        }
    }
    Ok(())
}
