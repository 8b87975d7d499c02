//! How long the core takes; figures in docs/performance.md.
fn main() {
    divan::main();
}
