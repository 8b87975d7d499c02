//! What a verdict teaches, and what a change is called.

use crate::common::shelf::*;
use crate::common::*;
use unctum_core::cook::Followed;
use unctum_core::formula::*;
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Logged, SeenReading};
use unctum_core::process::*;
use unctum_core::review::{Mend, NextTime, Texture, Verdict, lesson};
use unctum_core::syrup::{Pull, StageKey};
use unctum_core::variation::*;

fn taught(texture: Texture, pull: Option<Pull>) -> unctum_core::review::Lesson {
    let setup = cashew_batch();
    let mut log = vec![Logged::new(1, 1, BatchEvent::Flame { flame: Flame::Medium })];
    if let Some(pull) = pull {
        let event = BatchEvent::Reading { reading: SeenReading::Pull { pull } };
        log.push(Logged::new(2, 2, event));
    }
    let verdict = Verdict::of(texture);
    lesson(&Followed::new(setup, 0, &log).expect("a batch"), &verdict).expect("of a syrup")
}

#[test]
fn a_verdict_says_what_to_do_now_and_what_to_change() {
    assert_eq!(taught(Texture::Right, None).now, Mend::Nothing);
    assert_eq!(taught(Texture::Right, None).next, NextTime::Same);
    let soft = taught(Texture::TooSoft, Some(Pull::Snaps));
    let Mend::BackInThePan { lose_g } = soft.now else { unreachable!("{soft:?}") };
    let NextTime::Further { water_g, string_cm, .. } = soft.next else { unreachable!("{soft:?}") };
    assert!((5.0..60.0).contains(&lose_g) && (5.0..60.0).contains(&water_g), "{soft:?}");
    assert!((0.5..1.5).contains(&string_cm), "the stage as asked: {string_cm}");
    let blind = taught(Texture::TooSoft, None);
    assert!(matches!(blind.next, NextTime::Further { string_cm, .. } if string_cm > 0.7), "{blind:?}");
    for texture in [Texture::TooFirm, Texture::Crumbly] {
        let firm = taught(texture, None);
        assert!(matches!(firm.now, Mend::WorkIn { water_g } if water_g > 1.0), "{firm:?}");
        assert!(matches!(firm.next, NextTime::Earlier { string_cm, .. } if string_cm < 0.7), "{firm:?}");
    }
    assert_eq!(taught(Texture::Grainy, None).next, NextTime::Clearer);
}

#[test]
fn the_water_of_a_lesson_goes_with_the_size_of_the_next_batch() {
    for texture in [Texture::TooSoft, Texture::TooFirm] {
        let next = taught(texture, None).next;
        let (NextTime::Further { water_g, string_cm, .. } | NextTime::Earlier { water_g, string_cm, .. }) =
            next
        else {
            unreachable!("{next:?}")
        };
        let (NextTime::Further { water_g: more_g, string_cm: same_cm, .. }
        | NextTime::Earlier { water_g: more_g, string_cm: same_cm, .. }) = next.for_times(3.0)
        else {
            unreachable!("{next:?}")
        };
        assert!((more_g - 3.0 * water_g).abs() < 1e-9 && (same_cm - string_cm).abs() < 1e-12);
    }
    assert_eq!(NextTime::Clearer.for_times(3.0), NextTime::Clearer);
}

#[test]
fn a_changed_sweet_is_called_by_its_changes() {
    let (l, s) = (&shelf().0, book());
    let swap = |to: &str| Variation::Swap { from: "cashew".into(), to: to.into(), by: SwapBy::Mass };
    let stage = Variation::Stage { step: "boil".into(), stage: StageKey::TwoString };
    let title = |changes: &[Variation]| changed_title("Cashew sheet", &change_words(changes, l, s.ladder));
    assert_eq!(title(&[swap("peanut")]), "Cashew sheet with peanuts");
    assert_eq!(title(&[swap("peanut"), stage]), "Cashew sheet with peanuts, boiled to two strings");
    let less = Variation::Amount { ingredient: "sugar".into(), times: 0.85 };
    assert_eq!(title(&[less]), "Cashew sheet, 15 % less sugar");
    assert_eq!(title(&[]), "Cashew sheet");
}

fn texts(method: &Method) -> Vec<String> {
    let of = |s: &Step| {
        let own = [&s.title, &s.text, &s.event, &s.cue, &s.reason].map(String::clone);
        own.into_iter().chain(s.gates.iter().map(|g| g.text.clone())).collect::<Vec<_>>()
    };
    method.steps.iter().flat_map(of).collect()
}

/// No step of a method with peanuts speaks of cashews; and nothing else is touched.
#[test]
fn texts_follow_a_swap() {
    let swaps = swaps();
    let mut followed = 0;
    for method in methods() {
        for swap in &swaps {
            let Swap { from, to, by, .. } = swap.clone();
            let name = shelf().0.get(&from).expect("known").name.to_lowercase();
            let Ok(varied) = changed(method, &[Variation::Swap { from, to, by }], &swaps) else {
                continue;
            };
            let (before, after) = (texts(method), texts(&varied.method));
            followed += before.iter().zip(&after).filter(|(b, a)| b != a).count();
            let new_name = shelf().0.get(&swap.to).expect("known").name.to_lowercase();
            for text in after {
                let left = text.to_lowercase().replace(&new_name, "");
                let others = ["powdered sugar", "sugar syrup", "coconut"];
                let spoken = format!(" {left} ").contains(&format!(" {name} "));
                assert!(
                    !spoken || others.iter().any(|o| left.contains(o)),
                    "{} → {}: {text}",
                    swap.from,
                    swap.to
                );
            }
        }
    }
    assert!(followed > 50, "{followed} texts followed");
    let swap = Variation::Swap { from: "cashew".into(), to: "peanut".into(), by: SwapBy::Mass };
    let varied = changed(method("cashew-sheet", "one-string"), &[swap], &swaps).expect("varied");
    let all = texts(&varied.method).join(" ");
    assert!(
        !all.to_lowercase().contains("cashew") && all.contains("Peanuts ground in short bursts"),
        "{all}"
    );
}

#[test]
fn texts_follow_a_changed_stage() {
    let stage = Variation::Stage { step: "boil".into(), stage: StageKey::TwoString };
    let varied = changed(method("cashew-sheet", "one-string"), &[stage], &[]).expect("varied");
    let boil = varied.method.boil_step().expect("boils");
    assert_eq!(boil.stage(), Some(StageKey::TwoString));
    let said = format!("{} {} {}", boil.title, boil.text, boil.cue);
    assert!(said.contains("two strings") && !said.contains("one string"), "{said}");
}

#[test]
fn without_a_scale_her_cups_are_what_goes_into_the_pan() {
    let cup = katori(180.0);
    let size = Size::Times { factor: 1.0 };
    let by = |by_scale| {
        let measuring = Measuring { measures: cup.clone(), by_scale };
        sheet_of(method("cashew-sheet", "one-string"), &size, &measuring).expect("sheet")
    };
    let (scale, cups) = (by(true), by(false));
    let sugar = cups.takes.iter().find(|t| t.ingredient == "sugar").expect("sugar");
    let measured = sugar.measured.as_ref().expect("measured");
    assert!((sugar.mass_g - measured.mass_g.mid).abs() < 1e-9);
    let sucrose_g = |sheet: &StoveSheet| sheet.syrup.expect("a syrup").charge.sucrose_g;
    assert!((sucrose_g(&cups) - sugar.mass_g).abs() < 0.01 * sugar.mass_g);
    assert!((sucrose_g(&cups) - sucrose_g(&scale)).abs() > 0.5, "a cup is not a gram figure");
    assert!(scale.lines.iter().all(|l| l.measured.is_some() || l.mass_g < 1.0));
}

#[test]
fn a_size_by_what_was_swapped_is_a_size_by_what_replaces_it() {
    let swap = Variation::Swap { from: "cashew".into(), to: "peanut".into(), by: SwapBy::Mass };
    let size = Size::Ingredient { ingredient: "cashew".into(), amount_g: 400.0 };
    let varied = changed(method("cashew-sheet", "one-string"), std::slice::from_ref(&swap), &[]);
    let method = varied.expect("varied").method;
    assert!(worked(&method, size.clone(), &[]).is_err());
    let f = worked(&method, size.after(&[swap]), &[]).expect("worked");
    let nuts = f.lines.iter().find(|l| l.ingredient == "peanut").expect("peanuts");
    assert!((nuts.amount_g - 400.0).abs() < 1e-6);
}

/// What the last time taught is an aim for the next, unless that stands there already.
#[test]
fn a_lesson_is_an_aim() {
    let method = method("cashew-sheet", "one-string");
    let ladder = unctum_core::syrup::Ladder::default();
    let now_frac = cashew_batch().syrup.expect("syrup").target_solids_frac;
    let aim = |next: NextTime, now_frac: f64| unctum_core::review::aim_of(next, method, &ladder, now_frac);
    let soft = taught(Texture::TooSoft, None).next;
    let firm = taught(Texture::TooFirm, None).next;
    assert!(aim(soft, now_frac).is_some_and(|stages| (0.2..=0.5).contains(&stages)));
    assert!(aim(firm, now_frac).is_some_and(|stages| (-0.5..=-0.2).contains(&stages)));
    assert_eq!(aim(NextTime::Same, now_frac), None);
    // Heeded once it is not heeded again.
    let NextTime::Further { to_frac, .. } = soft else { unreachable!() };
    assert_eq!(aim(soft, to_frac), None);
}
