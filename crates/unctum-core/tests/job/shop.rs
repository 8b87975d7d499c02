//! The list as shops sell: enough of it, and no more than one too many.

use proptest::prelude::*;
use unctum_core::order::{Amount, Pantry, Shopping, ShoppingLine, SoldAs, WholeThing, shopping};

use crate::common::weekend::{days, line, order, planned, with};

/// The list for one order of so many pieces of each.
fn list(of: &[(&str, u32)]) -> Shopping {
    let lines = of.iter().map(|(key, count)| line(key, Amount::Pieces { count: *count })).collect();
    let orders = vec![(1, order("A bookshop", 17, lines))];
    with(&orders, &days(&orders), &[], |q| {
        let (laid, _) = planned(q, 1);
        shopping(q, &laid, &Pantry::default()).expect("a list")
    })
}

fn of<'a>(list: &'a Shopping, ingredient: &str) -> &'a ShoppingLine {
    list.lines.iter().find(|l| l.ingredient == ingredient).unwrap_or_else(|| panic!("{ingredient}: {list:?}"))
}

#[test]
fn milk_is_bought_by_the_litre_and_a_coconut_whole() {
    let list = list(&[("discs-in-saffron-milk", 60), ("coconut-khoya-barfi", 24)]);
    let milk = of(&list, "whole-milk");
    let Some(SoldAs::Poured { volume_ml }) = milk.sold else { panic!("{milk:?}") };
    assert!((volume_ml / 100.0).fract().abs() < 1e-9 && volume_ml >= 1000.0, "{milk:?}");
    assert!(volume_ml - 100.0 < milk.missing_g / 1.03 && milk.buy_g >= milk.missing_g, "{milk:?}");
    assert!(milk.sold.expect("sold").to_string().ends_with(" l"));
    let coconut = of(&list, "fresh-coconut");
    let Some(SoldAs::Whole { count, of: WholeThing::Coconut }) = coconut.sold else { panic!("{coconut:?}") };
    // 160 g of white in one, 125 g in a small one.
    assert!(f64::from(count) * 125.0 >= coconut.missing_g, "enough of small ones");
    assert!((f64::from(count) - 1.0) * 125.0 < coconut.missing_g, "and none too many");
    assert_eq!(of(&list, "sugar").sold, None, "by weight");
    let words = SoldAs::Whole { count: 1, of: WholeThing::Coconut }.to_string();
    assert_eq!(words, "1 coconut");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// However many are made, what is bought is enough, and not much more.
    #[test]
    fn what_is_bought_is_enough(pieces in 4_u32..60, balls in 2_u32..20) {
        let list = list(&[("coconut-khoya-barfi", pieces), ("poached-chhena-balls", balls)]);
        for l in &list.lines {
            prop_assert!(l.buy_g >= l.missing_g - 1e-6, "{l:?}");
            let most_g = match l.sold {
                Some(SoldAs::Whole { count, .. }) => 1.6 * l.missing_g + l.buy_g / f64::from(count),
                Some(SoldAs::Poured { .. }) => 1.26 * l.missing_g + 12.0,
                None => l.missing_g + 1e-6,
            };
            prop_assert!(l.buy_g <= most_g, "{l:?}");
        }
    }
}
