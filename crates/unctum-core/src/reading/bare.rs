//! Text without the marks of a web page.

/// Longest text of a step or description, letters.
pub const LONGEST: usize = 1000;

/// Text without the marks of a web page, on one line, at most [`LONGEST`] letters.
#[must_use]
pub fn bare(text: &str) -> String {
    let mut out = String::new();
    let mut within = false;
    for c in text.chars() {
        match c {
            '<' => within = true,
            '>' if within => {
                within = false;
                out.push(' ');
            }
            _ if within => {}
            c if c.is_control() => out.push(' '),
            c => out.push(c),
        }
    }
    let out = out.replace("&amp;", "&").replace("&nbsp;", " ").replace("&frac12;", "½").replace("&deg;", "°");
    out.split_whitespace().collect::<Vec<_>>().join(" ").chars().take(LONGEST).collect()
}
