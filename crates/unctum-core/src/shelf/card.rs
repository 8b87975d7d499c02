//! A sweet in brief, and what a cook looks for.

use serde::{Deserialize, Serialize};

use crate::course::Tools;
use crate::error::Result;
use crate::find::{Sound, best};
use crate::food::{Diet, Ingredient, Larder, ShelfKind};
use crate::formula::Written;
use crate::process::{Book, Family, Sweet};

/// A sweet in brief.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Card {
    /// Its key.
    pub key: String,
    /// Plain name.
    pub name: String,
    /// Other names.
    pub aliases: Vec<String>,
    /// Its family.
    pub family: Family,
    /// One sentence about it.
    pub about: String,
    /// Names of its methods.
    pub methods: Vec<String>,
    /// Keys of all ingredients of all methods.
    pub ingredients: Vec<String>,
    /// Allergens of the method that carries most of them.
    pub allergens: Vec<String>,
    /// Who can eat it.
    pub diet: Diet,
    /// Time from start to end of the method its page opens with, min.
    pub total_min: f64,
    /// Time with hands on it of that method, min.
    pub hands_min: f64,
    /// How hard that method is: 1–3.
    pub level: u8,
    /// Time of its quickest method, min.
    #[serde(default)]
    pub quickest_min: f64,
    /// Its easiest method: 1–3.
    #[serde(default)]
    pub easiest: u8,
    /// Whether a method can be judged without instruments.
    pub instrument_free: bool,
    /// The ingredient that it makes, if it is a component.
    pub makes: Option<String>,
    /// Whether it is the cook's own.
    pub own: bool,
    /// Everything it can be called, as it sounds, with how much each counts.
    #[serde(skip)]
    heard: Vec<(Sound, f64)>,
}

/// How much it counts that something is its name, another name of it, something in it, or a word here and a word there.
const NAME: f64 = 1.0;
const ALIAS: f64 = 0.99;
const MAKES: f64 = 0.9;
const ALL_TOGETHER: f64 = 0.86;
const INGREDIENT: f64 = 0.75;

/// Whom a sweet has to suit, with everything that its steps name, whether it could be left out or not.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Suits {
    /// Nothing an animal died for: no leaf beaten between hides, no colour from insects; no egg either.
    Vegetarian,
    /// No egg.
    NoEgg,
    /// Nothing from sugar cane, its jaggery neither.
    NoCane,
    /// Sweetened with jaggery and with nothing else.
    JaggeryOnly,
}

impl Suits {
    /// Whether what holds these ingredients suits; what is not known is taken not to.
    #[must_use]
    pub fn holds(self, ingredients: &[String], larder: &Larder) -> bool {
        let mut all = ingredients.iter().map(|key| larder.get(key).ok());
        let egg = |i: &Ingredient| i.shelf == ShelfKind::Egg || i.diet == Diet::WithEgg;
        match self {
            Self::Vegetarian => all.all(|i| i.is_some_and(|i| i.diet <= Diet::Vegetarian && !egg(i))),
            Self::NoEgg => all.all(|i| i.is_some_and(|i| !egg(i))),
            Self::NoCane => all.all(|i| i.is_some_and(|i| !i.from_cane)),
            Self::JaggeryOnly => {
                let known: Option<Vec<&Ingredient>> = all.collect();
                known.is_some_and(|known| {
                    known.iter().any(|i| i.shelf == ShelfKind::Jaggery)
                        && !known.iter().any(|i| i.shelf == ShelfKind::Sugar)
                })
            }
        }
    }
}

/// What a cook looks for; what is left out does not matter.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Wanted {
    /// What was typed: name, other name or ingredient, in any script and spelling.
    pub words: Sound,
    /// Family.
    pub family: Option<Family>,
    /// Key of an ingredient that is in it.
    pub ingredient: Option<String>,
    /// Allergens that are not in it.
    pub without: Vec<String>,
    /// Whom it has to suit.
    pub suits: Vec<Suits>,
    /// Longest time from start to end, min.
    pub max_total_min: Option<f64>,
    /// Only what needs no instrument.
    pub instrument_free: bool,
    /// Only what suits a first try.
    pub beginner: bool,
}

impl Card {
    /// The card of a sweet, its times those of its page: with her pans and ring, if they are told.
    ///
    /// # Errors
    /// A method that does not work out.
    pub fn of(sweet: &Sweet, own: bool, book: &Book<'_>, tools: Option<&Tools>) -> Result<Self> {
        let mut card = Self {
            key: sweet.key.clone(),
            name: sweet.name.clone(),
            aliases: sweet.aliases.clone(),
            family: sweet.family,
            about: sweet.about.clone(),
            methods: sweet.methods.iter().map(|m| m.name.clone()).collect(),
            ingredients: Vec::new(),
            allergens: Vec::new(),
            diet: Diet::Vegan,
            total_min: 0.0,
            hands_min: 0.0,
            level: sweet.methods.first().map_or(3, |m| m.level),
            quickest_min: f64::INFINITY,
            easiest: 3,
            instrument_free: false,
            makes: sweet.makes.clone(),
            own,
            heard: Vec::new(),
        };
        for (i, method) in sweet.methods.iter().enumerate() {
            let times = Written::of(method.clone(), book)?.so_often(1.0, book)?.plan(tools, book)?.times;
            if i == 0 {
                (card.total_min, card.hands_min) = (times.total_min.mid, times.hands_min);
            }
            card.quickest_min = card.quickest_min.min(times.total_min.mid);
            card.easiest = card.easiest.min(method.level);
            card.instrument_free |= method.instrument_free;
            let (allergens, diet) = method.eaters(book.larder)?;
            card.allergens.extend(allergens);
            card.diet = card.diet.max(diet);
            for entry in method.steps.iter().flat_map(|s| &s.inputs) {
                card.ingredients.push(entry.ingredient.clone());
            }
        }
        card.ingredients.sort();
        card.ingredients.dedup();
        card.allergens.sort();
        card.allergens.dedup();
        Ok(card.heard_by(book.larder))
    }

    /// The card made ready to be found, by its own names and those of what is in it.
    #[must_use]
    pub fn heard_by(mut self, larder: &Larder) -> Self {
        let inside = self.ingredients.iter().filter_map(|key| larder.get(key).ok());
        let inside: Vec<&String> = inside.flat_map(|i| std::iter::once(&i.name).chain(&i.aliases)).collect();
        let made = self.makes.iter().filter_map(|key| larder.get(key).ok());
        let made = made.flat_map(|i| std::iter::once(&i.name).chain(&i.aliases));
        let mut heard = vec![(Sound::of(&self.name), NAME)];
        heard.extend(self.aliases.iter().map(|a| (Sound::of(a), ALIAS)));
        heard.extend(made.map(|name| (Sound::of(name), MAKES)));
        heard.extend(inside.iter().map(|name| (Sound::of(name), INGREDIENT)));
        let own = std::iter::once(&self.name).chain(&self.aliases);
        let all: Vec<&str> = own.chain(inside.iter().copied()).map(String::as_str).collect();
        heard.push((Sound::of(&all.join(" ")), ALL_TOGETHER));
        self.heard = heard;
        self
    }

    /// Its names in one line, for who looks through the file by other means.
    #[must_use]
    pub fn names_said(&self) -> String {
        std::iter::once(&self.name).chain(&self.aliases).map(String::as_str).collect::<Vec<_>>().join(" · ")
    }

    /// Whether a name means it: one of its own, not of what is in it.
    #[must_use]
    pub fn is_called(&self, typed: &Sound) -> bool {
        self.heard.iter().any(|(name, weight)| *weight >= ALIAS && typed.likeness(name).is_some())
    }

    /// How well it answers, 0–1; none if it does not. Where no words are asked for, everything that fits answers alike.
    #[must_use]
    pub fn answers(&self, wanted: &Wanted, larder: &Larder) -> Option<f64> {
        let fits = wanted.family.is_none_or(|f| f == self.family)
            && wanted.ingredient.as_ref().is_none_or(|i| self.ingredients.contains(i))
            && wanted.without.iter().all(|a| !self.allergens.contains(a))
            && wanted.suits.iter().all(|s| s.holds(&self.ingredients, larder))
            && wanted.max_total_min.is_none_or(|most| self.quickest_min <= most)
            && (!wanted.instrument_free || self.instrument_free)
            && (!wanted.beginner || self.easiest == 1);
        if !fits || wanted.words.is_silent() {
            return fits.then_some(NAME);
        }
        best(&wanted.words, self.heard.iter().map(|(sound, weight)| ((), sound, *weight)))
            .first()
            .map(|f| f.1)
    }
}
