use unctum_truth::{evening::Evidence, study::Kitchen};
fn main() {
    for s in 1..9 {
        println!("kitchen {s}");
        Kitchen::of(s, Evidence::Strings).show();
    }
}
