//! Order, gates, windows, waits and cautions.

use super::{every_method, heats, said, waits};
use crate::common::larder;
use unctum_core::food::sweet_water_activity;
use unctum_core::process::{Attention, Family, Method, Purpose, Shape, Step, StepKind, Sweet, balance};
use unctum_core::syrup::Ladder;

/// Steps that shape a mass which stiffens as it cools.
fn shapes(step: &Step) -> bool {
    matches!(step.kind, StepKind::Pour | StepKind::Press | StepKind::Roll | StepKind::Shape)
}

fn step_of<'a>(method: &'a Method, key: &str) -> &'a Step {
    method.steps.iter().find(|s| s.key == key).expect("step")
}

/// All steps a step comes from.
fn before<'a>(method: &'a Method, step: &'a Step) -> Vec<&'a Step> {
    let mut found: Vec<&Step> = Vec::new();
    let mut open: Vec<&str> = step.before().collect();
    while let Some(key) = open.pop() {
        let one = step_of(method, key);
        if !found.iter().any(|s| s.key == one.key) {
            open.extend(one.before());
            found.push(one);
        }
    }
    found
}

#[test]
fn gates_stand_before_the_heat() {
    every_method(|sweet, method, faults| {
        let Some(first) = method.steps.iter().find(|s| heats(s)) else { return };
        let mut early = before(method, first);
        early.push(first);
        if early.iter().all(|s| s.gates.is_empty()) {
            faults.note(sweet, method, Some(first), "nothing is made ready before its first flame");
        }
        let gates: String =
            method.steps.iter().flat_map(|s| &s.gates).map(|g| g.text.to_lowercase() + "; ").collect();
        if matches!(method.shape, Shape::Slab { .. }) && !(gates.contains("tray") || gates.contains("paper"))
        {
            faults.note(sweet, method, None, "a slab without a tray or paper made ready");
        }
    });
}

#[test]
fn every_frying_tests_its_fat_and_heats_it_when_it_is_wanted() {
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            let fries = step.inputs.iter().any(|e| e.purpose == Purpose::Frying);
            let tested = step.gates.iter().any(|g| g.key == "test" || g.key == "hot");
            if fries && !tested {
                faults.note(sweet, method, Some(step), "no test of the fat");
            }
            if fries && !step.hazards.iter().any(|h| h == "deep-fat") {
                faults.note(sweet, method, Some(step), "no caution of hot fat");
            }
            // Nobody lets fat heat up in a step that does not watch it.
            let heats_fat = step.gates.iter().any(|g| g.text.contains("heating"));
            if heats_fat {
                faults.note(sweet, method, Some(step), "fat heats up beside other work");
            }
        }
    });
}

#[test]
fn what_stiffens_has_its_window() {
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            for next in
                method.steps.iter().filter(|n| n.takes.iter().any(|t| t.step == step.key && !t.medium))
            {
                let strings = step.stage().is_some_and(|s| s >= unctum_core::syrup::StageKey::OneString);
                let rewarmed = next.kind == StepKind::Simmer;
                let windowed = step.windows.iter().any(|w| w.high_min <= 8.0);
                if strings && !rewarmed && !step.windows.iter().any(|w| w.to == next.key && w.high_min <= 1.0)
                {
                    faults.note(
                        sweet,
                        method,
                        Some(step),
                        format!("a string has to meet “{}” within a minute", next.key),
                    );
                }
                let cooked = matches!(step.kind, StepKind::CookTillLeavesSides | StepKind::AddInstalments)
                    && heats(step);
                if cooked && shapes(next) && !windowed {
                    faults.note(sweet, method, Some(step), format!("no window to “{}”", next.key));
                }
            }
        }
    });
}

#[test]
fn waits_are_steps_of_their_own() {
    every_method(|sweet, method, faults| {
        for step in &method.steps {
            if step.attention == Attention::None && !waits(step) {
                faults.note(sweet, method, Some(step), "it works without hands");
            }
            let hands = step.attention == Attention::Constant;
            if hands && waits(step) && step.kind != StepKind::Steep {
                faults.note(sweet, method, Some(step), "it waits with both hands");
            }
            let long = step.minutes.is_some_and(|m| m.mid > 40.0);
            if long && !waits(step) && !heats(step) && step.kind != StepKind::PressureCook {
                faults.note(sweet, method, Some(step), "handwork of more than forty minutes");
            }
        }
    });
}

/// A syrup that stood through other work is warmed again before anything goes into it.
#[test]
fn a_syrup_that_waited_is_warmed_again() {
    every_method(|sweet, method, faults| {
        for step in method.steps.iter().filter(|s| s.kind == StepKind::Steep && s.takes.len() > 1) {
            for take in step.takes.iter().filter(|t| t.medium) {
                let syrup = step_of(method, &take.step);
                let warmed = syrup.kind == StepKind::Simmer || said(syrup).contains("warm");
                if !warmed {
                    faults.note(sweet, method, Some(step), format!("“{}” has stood and is cool", syrup.key));
                }
            }
        }
    });
}

fn grams(step: &Step, keys: &[&str]) -> f64 {
    step.inputs.iter().filter(|e| keys.contains(&e.ingredient.as_str())).map(|e| e.amount_g).sum()
}

/// The caution that each kind of danger asks for.
fn cautions_of(step: &Step) -> Vec<&'static str> {
    let mut asked = Vec::new();
    if step.stage().is_some() {
        asked.push("hot-syrup");
        asked.push("test-cooled");
    }
    if step.kind == StepKind::PressureCook {
        asked.push("pressure");
    }
    if step.kind == StepKind::Caramelise {
        asked.push("caramel");
    }
    if matches!(step.kind, StepKind::WaterBath | StepKind::Poach) {
        asked.push("steam");
    }
    if step.kind == StepKind::Grind {
        asked.push("blades");
    }
    if step.kind == StepKind::Ferment {
        asked.push("warm-batter");
    }
    if step.inputs.iter().any(|e| e.ingredient == "egg") {
        asked.push("raw-egg");
    }
    if step.inputs.iter().any(|e| e.ingredient == "bottle-gourd") {
        asked.push("bitter-gourd");
    }
    if step.inputs.iter().any(|e| e.ingredient == "edible-camphor") {
        asked.push("camphor");
    }
    if step
        .inputs
        .iter()
        .any(|e| matches!(e.ingredient.as_str(), "silver-leaf" | "orange-colour" | "red-colour"))
    {
        asked.push("leaf-colour");
    }
    if grams(step, &["chhena", "reduced-milk"]) > 0.0 && !heats(step) {
        asked.push("fresh-dairy");
    }
    if grams(step, &["whole-milk"]) >= 150.0 && heats(step) && step.kind != StepKind::CookTillLeavesSides {
        asked.push(if step.kind == StepKind::Combine { "hot-mass" } else { "hot-milk" });
    }
    if matches!(step.kind, StepKind::CookTillLeavesSides | StepKind::AddInstalments) && heats(step) {
        asked.push("hot-mass");
    }
    asked
}

#[test]
fn each_danger_has_its_caution() {
    let (larder, ladder) = (larder(), Ladder::default());
    every_method(|sweet, method, faults| {
        let b = balance(method, &larder, &ladder).expect("balance");
        for step in &method.steps {
            for asked in cautions_of(step) {
                let alike: &[&str] = match asked {
                    // Seven cups are stirred together lukewarm.
                    "hot-mass" if step.heat_to_c.is_some_and(|c| c < 70.0) => continue,
                    "hot-mass" => &["hot-mass", "spitting", "jaggery-froths"],
                    other => &[other],
                };
                if !step.hazards.iter().any(|h| alike.contains(&h.as_str())) {
                    faults.note(sweet, method, Some(step), format!("no caution “{asked}”"));
                }
            }
            // Bare hands on what has just left the flame.
            let by_hand =
                matches!(step.kind, StepKind::Knead | StepKind::Roll | StepKind::Shape | StepKind::Squeeze);
            let hot = step.takes.iter().any(|t| heats(step_of(method, &t.step)));
            let warned = step.hazards.iter().any(|h| h == "hot-inside" || h == "hot-mass");
            if by_hand && hot && b.step(&step.key).is_some_and(|x| x.start_g > 0.0) && !warned {
                faults.note(sweet, method, Some(step), "hands in a hot mass without a caution");
            }
        }
    });
}

/// A finger, tongue or thread test is made on a drop that has cooled.
#[test]
fn finger_tests_are_made_on_a_cooled_drop() {
    let fingers =
        ["between the fingers", "thread", "string", "rolls into a ball", "pinch", "tacky", "ball that"];
    every_method(|sweet, method, faults| {
        for step in method.steps.iter().filter(|s| heats(s)) {
            let cooks = step.stage().is_some() || step.kind == StepKind::CookTillLeavesSides;
            let told = step.cue.to_lowercase();
            if cooks && fingers.iter().any(|f| told.contains(f)) {
                let all = format!("{told} {}", said(step));
                if !all.contains("cool") {
                    faults.note(sweet, method, Some(step), format!("tested hot: {}", step.cue));
                }
            }
        }
    });
}

/// What each kind of sweet goes wrong by, and the word its rescue is found under.
fn rescues_of(sweet: &Sweet, method: &Method) -> Vec<&'static [&'static str]> {
    let mut asked: Vec<&'static [&'static str]> = Vec::new();
    let has = |kind: StepKind| method.steps.iter().any(|s| s.kind == kind);
    let sugar = method.steps.iter().any(|s| s.inputs.iter().any(|e| e.ingredient == "sugar"));
    if method.boil_step().is_some() && sugar && sweet.family != Family::Component {
        let sticky =
            method.steps.iter().any(|s| s.stage().is_some_and(|k| k <= unctum_core::syrup::StageKey::Sticky));
        if !sticky || sweet.key == "milk-solid-balls" {
            asked.push(&["grained"]);
        }
    }
    if method.boil_step().is_some() && !sugar {
        asked.push(&["too far"]);
    }
    if matches!(method.shape, Shape::Slab { .. }) && sweet.family == Family::OnePan {
        asked.push(&["not set", "soft in the middle"]);
    }
    if sweet.family == Family::SyrupBound {
        asked.push(&["crumbl"]);
    }
    if sweet.family == Family::Chhena {
        asked.push(&["not swell"]);
    }
    if has(StepKind::Curdle) {
        asked.push(&["milky"]);
        asked.push(&["sour"]);
    }
    if has(StepKind::Reduce) {
        asked.push(&["scorch"]);
    }
    asked
}

#[test]
fn what_goes_wrong_has_its_rescue() {
    every_method(|sweet, method, faults| {
        let signs: Vec<String> = sweet.mistakes.iter().map(|m| m.sign.to_lowercase()).collect();
        if signs.is_empty() {
            faults.note(sweet, method, None, "no rescue at all");
        }
        for asked in rescues_of(sweet, method) {
            if !asked.iter().any(|word| signs.iter().any(|s| s.contains(word))) {
                faults.note(sweet, method, None, format!("no rescue for “{}”: {signs:?}", asked[0]));
            }
        }
        for m in &sweet.mistakes {
            if m.now.split_whitespace().count() < 3 || m.next_time.split_whitespace().count() < 3 {
                faults.note(sweet, method, None, format!("a rescue nobody can act on: {}", m.now));
            }
        }
    });
}

/// Room days by the water activity of the liquid in it: the figure of the drier neighbour is never taken.
fn days_of(water_activity: f64) -> f64 {
    const DAYS: [(f64, f64); 10] = [
        (0.60, 30.0),
        (0.65, 21.0),
        (0.70, 15.0),
        (0.75, 10.0),
        (0.80, 7.0),
        (0.85, 5.0),
        (0.88, 3.0),
        (0.91, 2.0),
        (0.94, 1.0),
        (1.0, 0.0),
    ];
    DAYS.iter().find(|(a, _)| water_activity <= *a).map_or(0.0, |(_, days)| *days)
}

/// Keeping takes the careful figure: what its water allows, what milk, egg, fresh coconut and cooked starch allow, and
/// in the cold at most three times that.
#[test]
fn keeping_takes_the_careful_figure() {
    let (larder, ladder) = (larder(), Ladder::default());
    every_method(|sweet, method, faults| {
        let c = balance(method, &larder, &ladder).expect("balance").finished.composition();
        let uses = |key: &str| method.steps.iter().flat_map(|s| &s.inputs).any(|e| e.ingredient == key);
        let activity = sweet_water_activity(&c);
        // With crystals beside it the liquid is saturated whatever the water; little of it, shut in fat, keeps longer.
        let shut_in = if c.fat_frac > 0.25 && c.water_frac < 0.06 {
            2.0
        } else if activity < 0.86 {
            1.3
        } else {
            1.0
        };
        let mut most = (days_of(activity) * shut_in).min(14.0);
        let mut cap = |days: f64| most = most.min(days);
        if uses("egg") || uses("chhena") || sweet.key == "chhena" {
            cap(0.0);
        }
        if uses("fresh-coconut") {
            cap(if c.water_frac < 0.10 { 7.0 } else { 2.0 });
        }
        if c.lactose_frac > 0.03 {
            let milk = [(0.70, 12.0), (0.80, 7.0), (0.85, 5.0), (0.90, 3.0), (0.93, 1.0)];
            cap(milk.iter().find(|(a, _)| activity <= *a).map_or(0.0, |(_, days)| *days));
        }
        // Starch that swelled in water.
        if c.starch_frac > 0.05 && c.water_frac > 0.18 {
            cap(if activity > 0.95 { 0.0 } else { 1.0 });
        }
        let room = method.keeping.room_days;
        let most_cold = match () {
            () if uses("egg") => 7.0,
            () if room >= 3.0 => 2.5 * room,
            () => (3.0 * room).max(3.0),
        };
        // Flour, sugar and whole dry goods keep as such.
        let dry = sweet.family == Family::Component && c.water_frac < 0.15;
        if !dry && room > most {
            faults.note(
                sweet,
                method,
                None,
                format!("keeps {room} days, careful {most:.1} at a_w {activity:.2}"),
            );
        }
        if !dry && method.keeping.cold_days > most_cold {
            faults.note(
                sweet,
                method,
                None,
                format!("keeps {} days cold, careful {most_cold}", method.keeping.cold_days),
            );
        }
    });
}
