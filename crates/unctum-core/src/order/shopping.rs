//! One list over all orders of some days, and what it all costs.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::error::Result;
use crate::food::ShelfKind;
use crate::formula::LineUse;
use crate::numeric::Spread;
use crate::order::asked::Amount;
use crate::order::made::{DayMade, piece_count};
use crate::order::pantry::Pantry;
use crate::order::question::DayQuestion;
use crate::order::sold::{NOTHING_G, SoldAs};
use crate::order::whole::LaidOut;
use crate::process::Purpose;

/// A line of the list.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShoppingLine {
    /// Key in the larder.
    pub ingredient: String,
    /// Name.
    pub name: String,
    /// Where it stands in the shop.
    pub shelf: ShelfKind,
    /// What all batches take together, g.
    pub needed_g: f64,
    /// Of that to fry in and to grease with, g.
    pub not_eaten_g: f64,
    /// What is in the cupboard, g.
    pub have_g: f64,
    /// What is missing, g.
    pub missing_g: f64,
    /// Packs to buy; none where it is bought loose.
    pub packs: Option<u32>,
    /// How a shop sells what is bought loose, where that is not by its weight.
    pub sold: Option<SoldAs>,
    /// What is bought, g.
    pub buy_g: f64,
    /// What that costs; none where nobody told.
    pub cost: Option<f64>,
    /// Whether enough is in the cupboard.
    pub there: bool,
    /// Whether what is missing was bought: it is ticked off.
    pub bought: bool,
    /// Whether it can be made here instead.
    pub can_be_made: bool,
}

/// What a batch costs.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchCost {
    /// Its key.
    pub key: String,
    /// What it is called.
    pub title: String,
    /// What goes into it costs so much, what is made for it included; what nobody told the price of is left out.
    pub cost: f64,
    /// Whether it is made for other batches: its cost is theirs.
    pub for_others: bool,
    /// Names of what nobody told the price of.
    pub unpriced: Vec<String>,
    /// A piece costs so much: if all pieces are sold, and if the spares are not; none where it is not counted.
    pub piece_cost: Option<Spread>,
    /// Minutes of hands for a piece.
    pub piece_hands_min: Option<f64>,
    /// Minutes of hands.
    pub hands_min: f64,
}

/// What an order costs.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OrderCost {
    /// Its number.
    pub id: i32,
    /// For whom.
    pub who: String,
    /// What goes into it costs so much, its share of the spares included.
    pub cost: f64,
    /// For a box, if it goes in boxes.
    pub box_cost: Option<f64>,
    /// Its share of the hands, min.
    pub hands_min: f64,
    /// What was agreed.
    pub price: Option<f64>,
    /// What of that is left for the work.
    pub margin: Option<f64>,
}

/// The list, and what it all costs.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Shopping {
    /// What the money is called.
    pub money: String,
    /// The list, by where it stands in the shop.
    pub lines: Vec<ShoppingLine>,
    /// What the list costs; what nobody told the price of is left out.
    pub cost: f64,
    /// Names of what is bought and has no price.
    pub unpriced: Vec<String>,
    /// What each batch costs.
    pub batches: Vec<BatchCost>,
    /// What each order costs; with what was made to taste they are all batches together.
    pub orders: Vec<OrderCost>,
}

/// What a batch takes of each ingredient, g; what other batches make for it is theirs.
#[must_use]
pub fn ledger(made: &DayMade, made_here: &[String]) -> BTreeMap<String, f64> {
    let bought =
        made.formula.lines.iter().filter(|l| made.makes.is_some() || !made_here.contains(&l.ingredient));
    bought.map(|l| (l.ingredient.clone(), l.amount_g)).collect()
}

/// What is taken from the tap.
const WATER: &str = "water";

/// The list over all batches of the days that are not over, and what it costs.
///
/// # Errors
/// An ingredient that is unknown.
pub fn shopping(q: &DayQuestion<'_>, laid: &LaidOut, pantry: &Pantry) -> Result<Shopping> {
    let here: Vec<String> =
        laid.made.iter().filter_map(|m| m.makes.as_ref()).map(|(i, _)| i.clone()).collect();
    let over = |m: &&DayMade| q.begun.iter().any(|b| b.key == m.key && b.over);
    let mut needed: BTreeMap<String, (f64, f64)> = BTreeMap::new();
    for made in laid.made.iter().filter(|m| !over(m)) {
        for (key, amount_g) in ledger(made, &here) {
            let of = needed.entry(key.clone()).or_default();
            of.0 += amount_g;
            of.1 += not_eaten_g(made, &key);
        }
    }
    needed.remove(WATER);
    let mut lines = Vec::new();
    for (key, (needed_g, not_eaten_g)) in needed {
        let of = q.book.larder.get(&key)?;
        let item = pantry.items.get(&key).copied().unwrap_or_default();
        let missing_g = (needed_g - item.have_g).max(0.0);
        let packs = item.pack_g.map(|pack_g| (missing_g / pack_g - 1e-9).ceil().max(0.0) as u32);
        let sold = packs.is_none().then(|| SoldAs::of(of, missing_g)).flatten();
        let loose_g = sold.map_or(missing_g, |(_, buy_g)| buy_g);
        let buy_g = packs.zip(item.pack_g).map_or(loose_g, |(n, pack_g)| f64::from(n) * pack_g);
        lines.push(ShoppingLine {
            name: of.name.clone(),
            shelf: of.shelf,
            needed_g,
            not_eaten_g,
            have_g: item.have_g,
            missing_g,
            packs,
            sold: sold.map(|(sold, _)| sold),
            buy_g,
            cost: item.price_per_g().map(|price| price * buy_g),
            there: missing_g <= NOTHING_G,
            bought: missing_g > NOTHING_G && item.bought_g >= missing_g - NOTHING_G,
            can_be_made: q.book.components.contains_key(&key),
            ingredient: key,
        });
    }
    lines.sort_by(|a, b| a.shelf.cmp(&b.shelf).then_with(|| a.name.cmp(&b.name)));
    let mut batches: Vec<BatchCost> = laid.made.iter().map(|m| batch_cost(q, m, &here, pantry)).collect();
    made_for_them(laid, &mut batches);
    batches.iter_mut().zip(&laid.made).for_each(|(cost, made)| cost.by_the_piece(q, made));
    Ok(Shopping {
        money: pantry.money.clone(),
        cost: lines.iter().filter_map(|l| l.cost).sum(),
        unpriced: lines
            .iter()
            .filter(|l| l.buy_g > 0.0 && l.cost.is_none())
            .map(|l| l.name.clone())
            .collect(),
        orders: q.orders.iter().map(|(id, o)| order_cost(laid, (*id, o), &batches)).collect(),
        lines,
        batches,
    })
}

/// What of a line is only to fry in and to grease with, g.
fn not_eaten_g(made: &DayMade, ingredient: &str) -> f64 {
    let stays = |u: &&LineUse| matches!(u.purpose, Purpose::Frying | Purpose::Greasing);
    let lines = made.formula.lines.iter().filter(|l| l.ingredient == ingredient);
    lines.flat_map(|l| &l.uses).filter(stays).map(|u| u.amount_g).sum()
}

fn batch_cost(q: &DayQuestion<'_>, made: &DayMade, here: &[String], pantry: &Pantry) -> BatchCost {
    let mut unpriced = Vec::new();
    let mut cost = 0.0;
    for (key, amount_g) in ledger(made, here).iter().filter(|(key, _)| *key != WATER) {
        match pantry.items.get(key).and_then(|i| i.price_per_g()) {
            Some(price) => cost += price * amount_g,
            None => unpriced.push(q.book.larder.get(key).map_or_else(|_| key.clone(), |i| i.name.clone())),
        }
    }
    // The same hands that the sweet's page tells.
    let hands_min = made.formula.times.hands_min;
    BatchCost {
        key: made.key.clone(),
        title: made.title.clone(),
        cost,
        for_others: made.makes.is_some(),
        unpriced,
        piece_cost: None,
        piece_hands_min: None,
        hands_min,
    }
}

impl BatchCost {
    /// The same for a piece, where it is counted.
    fn by_the_piece(&mut self, q: &DayQuestion<'_>, made: &DayMade) {
        let spare_frac = q.spare_frac(made.ask.sweet_key.as_ref());
        let counted = piece_count(&made.wanted, spare_frac, q.days.tasting).filter(|_| !self.for_others);
        // Of several batches of the same each has its part.
        let parts = f64::from(made.of.max(1));
        let each = |of: f64, count: u32| parts * of / f64::from(count.max(1));
        self.piece_cost = counted.map(|c| {
            let (low, high) = (each(self.cost, c.made), each(self.cost, c.asked));
            Spread { low, mid: 0.5 * (low + high), high }
        });
        self.piece_hands_min = counted.map(|c| each(self.hands_min, c.made));
    }
}

/// What is made for other batches costs them what went into it, each by what it takes.
fn made_for_them(laid: &LaidOut, batches: &mut [BatchCost]) {
    for (giver, made) in laid.made.iter().enumerate() {
        let Some((ingredient, needed_g)) = &made.makes else { continue };
        let (cost, unpriced) = (batches[giver].cost, batches[giver].unpriced.clone());
        for (taker, of) in laid.made.iter().enumerate().filter(|(_, m)| m.makes.is_none()) {
            let Some(line) = of.formula.lines.iter().find(|l| l.ingredient == *ingredient) else { continue };
            batches[taker].cost += cost * line.amount_g / needed_g.max(1e-9);
            let more = unpriced.iter().filter(|u| !batches[taker].unpriced.contains(u));
            let more: Vec<String> = more.cloned().collect();
            batches[taker].unpriced.extend(more);
        }
    }
}

/// An order's share of each batch that is made for it: by pieces, or by mass. What is made for others is shared likewise.
fn order_cost(
    laid: &LaidOut,
    (id, order): (i32, &crate::order::asked::Order),
    batches: &[BatchCost],
) -> OrderCost {
    let share = |m: &DayMade| {
        let size = |a: &Amount| match a {
            Amount::Mass { finished_g } => *finished_g,
            counted => f64::from(counted.pieces().unwrap_or(0)),
        };
        let all: f64 = m.wanted.iter().map(|w| size(&w.amount)).sum();
        let own: f64 = m.wanted.iter().filter(|w| w.order_id == id).map(|w| size(&w.amount)).sum();
        if all > 0.0 { own / all } else { 0.0 }
    };
    let component_share = |m: &DayMade| {
        let Some((ingredient, needed_g)) = &m.makes else { return 0.0 };
        let takes = |taker: &DayMade| {
            let line = taker.formula.lines.iter().find(|l| l.ingredient == *ingredient);
            line.map_or(0.0, |l| l.amount_g) * share(taker)
        };
        laid.made.iter().filter(|t| t.makes.is_none()).map(takes).sum::<f64>() / needed_g.max(1e-9)
    };
    let of = |m: &DayMade| if m.makes.is_some() { component_share(m) } else { share(m) };
    let sum = |value: &dyn Fn(&BatchCost) -> f64| {
        let told = laid.made.iter().filter_map(|m| Some((m, batches.iter().find(|b| b.key == m.key)?)));
        told.map(|(m, b)| of(m) * value(b)).sum::<f64>()
    };
    // What is made for others is in their cost already.
    let cost = sum(&|b| if b.for_others { 0.0 } else { b.cost });
    OrderCost {
        id,
        who: order.who.clone(),
        cost,
        box_cost: order.boxes().map(|n| cost / f64::from(n.max(1))),
        hands_min: sum(&|b| b.hands_min),
        price: order.price,
        margin: order.price.map(|price| price - cost),
    }
}
