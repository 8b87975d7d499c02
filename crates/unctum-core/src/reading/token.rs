//! A line of a recipe taken apart: words, and numbers as people write them (“1½”, “1-1/2”, “1,000”, “२००”), each with
//! the other way it could be read.

use winnow::combinator::{alt, opt, preceded, repeat};
use winnow::prelude::*;
use winnow::token::{any, one_of, take_while};

/// A number as it stands in a line.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Number {
    /// What it most likely means.
    pub value: f64,
    /// What it means if it is read the other way.
    pub other: Option<f64>,
    /// What parts its digits in threes, if something does.
    pub parted: Option<char>,
}

/// One part of a line.
#[derive(Debug, Clone, PartialEq)]
pub(super) enum Token {
    /// A number.
    Number(Number),
    /// A word in small letters.
    Word(String),
    /// A dash.
    Dash,
    /// Times: `x`, `×`, `*` before a number.
    Times,
    /// A plus.
    Plus,
    /// Of a hundred: what stands before it counts nothing.
    Percent,
}

/// Zeros of the scripts whose digits are read.
const ZEROS: [u32; 13] =
    [0x30, 0x660, 0x6F0, 0x966, 0x9E6, 0xA66, 0xAE6, 0xB66, 0xBE6, 0xC66, 0xCE6, 0xD66, 0xFF10];

fn digit(c: char) -> Option<char> {
    let of = |zero: &u32| u32::from(c).checked_sub(*zero).filter(|d| *d < 10);
    char::from_digit(ZEROS.iter().find_map(of)?, 10)
}

fn vulgar(c: char) -> Option<f64> {
    let (over, under) = match c {
        '½' => (1, 2),
        '⅓' => (1, 3),
        '⅔' => (2, 3),
        '¼' => (1, 4),
        '¾' => (3, 4),
        '⅕' => (1, 5),
        '⅖' => (2, 5),
        '⅗' => (3, 5),
        '⅘' => (4, 5),
        '⅙' => (1, 6),
        '⅚' => (5, 6),
        '⅐' => (1, 7),
        '⅛' => (1, 8),
        '⅜' => (3, 8),
        '⅝' => (5, 8),
        '⅞' => (7, 8),
        '⅑' => (1, 9),
        '⅒' => (1, 10),
        _ => return None,
    };
    Some(f64::from(over) / f64::from(under))
}

const SLASHES: [char; 3] = ['/', '⁄', '∕'];
const DASHES: [char; 5] = ['-', '–', '—', '‐', '−'];
const SPACES: [char; 4] = [' ', '\u{a0}', '\u{2009}', '\u{202f}'];
/// What parts digits in threes.
const PARTERS: [char; 8] = [',', '.', ' ', '\u{a0}', '\u{2009}', '\u{202f}', '\'', '’'];

fn plain(value: f64) -> Number {
    Number { value, other: None, parted: None }
}

fn digits(input: &mut &str) -> ModalResult<String> {
    take_while(1..=9, |c| digit(c).is_some())
        .map(|d: &str| d.chars().filter_map(digit).collect())
        .parse_next(input)
}

fn value(digits: &str) -> f64 {
    digits.parse().unwrap_or(f64::NAN)
}

/// “½”, “3/4”: less than one.
fn part(input: &mut &str) -> ModalResult<f64> {
    let slashed = (digits, one_of(SLASHES), digits).map(|(n, _, d)| value(&n) / value(&d));
    alt((any.verify_map(vulgar), slashed)).verify(|v: &f64| *v > 0.0 && *v < 1.0).parse_next(input)
}

/// “1½”, “1 1/2”, “1-1/2”, “1 and 1/2”.
fn mixed(input: &mut &str) -> ModalResult<Number> {
    let spaces = || take_while(0.., SPACES);
    let dash = (spaces(), one_of(DASHES), spaces()).void();
    let and = (spaces(), alt(("and", "&")), take_while(1.., SPACES)).void();
    let gap = alt((dash, and, take_while(1.., SPACES).void()));
    let close = any.verify_map(vulgar);
    (digits, alt((close, preceded(gap, part))))
        .map(|(whole, part)| plain(value(&whole) + part))
        .parse_next(input)
}

/// “11/2” is eleven halves, or one and a half.
fn slashed(input: &mut &str) -> ModalResult<Number> {
    let number = |(over, _, under): (String, char, String)| {
        let (n, d) = (value(&over), value(&under));
        let (head, tail) = over.split_at(over.len() - 1);
        let part = value(tail) / d;
        let other = (!head.is_empty() && part > 0.0 && part < 1.0).then(|| value(head) + part);
        (d > 0.0).then_some(Number { value: n / d, other, parted: None })
    };
    (digits, one_of(SLASHES), digits).verify_map(number).parse_next(input)
}

/// “1,000”, “1 000”, “1,00,000”: thousands; a single group after a comma or a point may be decimals, after a space
/// the size of one of several packs.
fn parted(input: &mut &str) -> ModalResult<Number> {
    let groups = repeat(1..=3, (one_of(PARTERS), digits));
    let number = |(first, groups): (String, Vec<(char, String)>)| {
        let (by, last) = (groups.first()?.0, groups.last()?);
        let inner = groups.iter().all(|(c, g)| *c == by && (2..=3).contains(&g.len()));
        let threes = groups.len() > 1 || first.len() <= 3;
        if !inner || !threes || last.1.len() != 3 || first.starts_with('0') || first.len() > 3 {
            return None;
        }
        let whole = groups.iter().fold(first.clone(), |all, (_, g)| all + g);
        let other = match by {
            _ if groups.len() > 1 => None,
            ',' | '.' => Some(value(&format!("{first}.{}", last.1))),
            '\'' | '’' => None,
            _ => Some(value(&first) * value(&last.1)).filter(|v| *v > 0.0),
        };
        let by = if SPACES.contains(&by) { ' ' } else { by };
        Some(Number { value: value(&whole), other, parted: Some(by) })
    };
    (digits, groups).verify_map(number).parse_next(input)
}

/// “1.5”, “1,5”, “.5”.
fn decimal(input: &mut &str) -> ModalResult<Number> {
    let number = |(whole, _, rest): (Option<String>, char, String)| {
        plain(value(&format!("{}.{rest}", whole.as_deref().unwrap_or("0"))))
    };
    (opt(digits), one_of(['.', ',']), digits).map(number).parse_next(input)
}

fn number(input: &mut &str) -> ModalResult<Number> {
    let alone = part.map(plain);
    let whole = digits.map(|d| plain(value(&d)));
    alt((mixed, alone, parted, slashed, decimal, whole))
        .verify(|n: &Number| n.value.is_finite())
        .parse_next(input)
}

fn begins_number(rest: &str) -> bool {
    let mut chars = rest.chars();
    match chars.next() {
        Some('.') => chars.next().is_some_and(|c| digit(c).is_some()),
        Some(c) => digit(c).is_some() || vulgar(c).is_some(),
        None => false,
    }
}

/// Takes a line apart. What is none of these parts words and says nothing itself.
pub(super) fn tokens(text: &str) -> Vec<Token> {
    let mut found: Vec<Token> = Vec::new();
    let mut rest = text;
    while let Some(c) = rest.chars().next() {
        if begins_number(rest)
            && let Ok(read) = number(&mut rest)
        {
            found.push(Token::Number(read));
            continue;
        }
        let word: &str = &rest[..rest.find(|c: char| !c.is_alphabetic()).unwrap_or(rest.len())];
        if word.is_empty() {
            rest = &rest[c.len_utf8()..];
            found.extend(match c {
                '×' | '*' | '✕' => Some(Token::Times),
                '+' => Some(Token::Plus),
                '%' => Some(Token::Percent),
                c if DASHES.contains(&c) => Some(Token::Dash),
                _ => None,
            });
            continue;
        }
        rest = &rest[word.len()..];
        let small = word.to_lowercase();
        let times = small == "x" && begins_number(rest.trim_start()) && !found.is_empty();
        if !times && begins_number(rest) && !matches!(found.last(), Some(Token::Number(_))) {
            // “E120” names something: its digits count nothing.
            let tail = rest.find(|c: char| !c.is_alphanumeric()).unwrap_or(rest.len());
            rest = &rest[tail..];
        }
        found.push(if times { Token::Times } else { Token::Word(small) });
    }
    found
}

#[cfg(test)]
mod tests {
    use super::*;

    fn read(text: &str) -> (f64, Option<f64>) {
        match tokens(text).as_slice() {
            [Token::Number(n)] => (n.value, n.other),
            other => panic!("{text}: {other:?}"),
        }
    }

    #[test]
    fn numbers_are_read_as_people_write_them() {
        let near = |a: f64, b: f64| (a - b).abs() < 1e-9;
        for (text, value) in [
            ("7", 7.0),
            ("250", 250.0),
            ("1.5", 1.5),
            ("1,5", 1.5),
            (".5", 0.5),
            ("0.125", 0.125),
            ("½", 0.5),
            ("1½", 1.5),
            ("1 ½", 1.5),
            ("1-½", 1.5),
            ("1 1/2", 1.5),
            ("1-1/2", 1.5),
            ("2 - 3/4", 2.75),
            ("2–1/2", 2.5),
            ("1 and 1/2", 1.5),
            ("1⁄3", 1.0 / 3.0),
            ("3/4", 0.75),
            ("⅞", 0.875),
            ("1'000", 1000.0),
            ("1,00,000", 100_000.0),
            ("12,500,000", 12_500_000.0),
            ("1 000", 1000.0),
            ("1\u{202f}000", 1000.0),
            ("२००", 200.0),
            ("௧௦", 10.0),
            ("২½", 2.5),
            ("10000", 10_000.0),
            ("1000.5", 1000.5),
        ] {
            assert!(near(read(text).0, value) && read(text).1.is_none(), "{text}: {:?}", read(text));
        }
        for (text, value, other) in
            [("11/2", 5.5, 1.5), ("1,000", 1000.0, 1.0), ("1.250", 1250.0, 1.25), ("2 250", 2250.0, 500.0)]
        {
            let (v, o) = read(text);
            assert!(near(v, value) && o.is_some_and(|o| near(o, other)), "{text}: {v} or {o:?}");
        }
    }

    #[test]
    fn what_is_no_number_counts_nothing() {
        let counts = |text: &str| tokens(text).iter().filter(|t| matches!(t, Token::Number(_))).count();
        assert_eq!(["E120 red", "1/0 cup", "", "….", "x", "-"].map(counts), [0, 2, 0, 0, 0, 0]);
        assert_eq!(tokens("2x200g"), [tokens("2"), vec![Token::Times], tokens("200 g")].concat());
        assert_eq!(tokens("5% milk").get(1), Some(&Token::Percent));
    }
}
