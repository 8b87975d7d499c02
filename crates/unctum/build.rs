//! Makes sure there is a front end to embed: the built one, or a page that says how to build it.
use std::path::Path;

fn main() {
    let dist = Path::new("../../web/dist");
    println!("cargo:rerun-if-changed={}", dist.display());
    println!("cargo:rerun-if-changed=../../catalogue");
    if !dist.join("index.html").exists() {
        let page = "<!doctype html><title>Unctum</title><p>The front end is not built yet: run <code>make build</code>.";
        let written =
            std::fs::create_dir_all(dist).and_then(|()| std::fs::write(dist.join("index.html"), page));
        if let Err(error) = written {
            println!("cargo:warning=no placeholder front end: {error}");
        }
    }
}
