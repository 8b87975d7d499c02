//! Why a batch came out as it did: what the log shows, each cause with its size in the syrup's strength where it has
//! one, the largest first, and what to do next time.

use serde::Serialize;

use crate::cook::Followed;
use crate::process::{StepKind, Work};
use crate::review::boil_course::{BoilCourse, boil_course};
use crate::review::verdict::{Taste, Texture, Verdict};
use crate::start::BatchSetup;

/// Smaller than this, in points of strength, and it is not worth a word.
const WORTH_POINTS: f64 = 0.3;
/// Of a batch that is right, less than this is no more than a pan is known by.
const WORTH_RIGHT_POINTS: f64 = 1.0;
/// What landed so near to its aim, in stages, was not missed by the hand.
const NEAR_AIM: f64 = 0.3;
/// A cause without a size of its own weighs as much as so many points.
const SIZELESS: f64 = 0.2;
/// A single test is no better than this.
const TEST_POINTS: f64 = 1.5;
/// A step so many times as short as its shortest, or as long as its longest, is worth a word.
const MUCH: f64 = 0.8;

/// A likely cause.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Cause {
    /// What it is of.
    pub kind: CauseKind,
    /// What the log shows, in a sentence with its figures.
    pub words: String,
    /// By how much it made the syrup stronger, in points of strength; negative: weaker. None where it has no such size.
    pub points: Option<f64>,
    /// What to do next time.
    pub next: String,
}

/// What a cause is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum CauseKind {
    /// The heat went off late or early.
    TurnOff,
    /// It stood in the hot pan.
    CarriedOn,
    /// A test by hand said another stage than it was.
    Test,
    /// A step took less or more than it should.
    Minutes,
    /// Grain in the syrup.
    Grain,
    /// The sweet wants another strength than was aimed for.
    Aim,
}

impl Followed {
    /// Likely causes of how it turned out, the largest first. Nothing for a batch that is right and went about as planned.
    #[must_use]
    pub fn causes(&self, verdict: Option<&Verdict>) -> Vec<Cause> {
        let setup = self.setup();
        let course = boil_course(self);
        let mut causes = Vec::new();
        if let Some(course) = &course {
            causes.extend(turn_off(course));
            causes.extend(carried_on(setup, course));
            causes.extend(test(setup, course));
        }
        let texture = verdict.map(|v| v.texture);
        causes.extend(self.minutes_causes(verdict));
        if texture == Some(Texture::Grainy) {
            causes.push(Cause {
                kind: CauseKind::Grain,
                words: "It turned grainy: a grain of sugar was left, or the syrup was stirred once it boiled.".into(),
                points: None,
                next: "Stir until no grain is left to see, wipe the rim down, and let it stand still once it boils.".into(),
            });
        }
        // What pulls the way it turned out comes first, the largest of it at the head.
        let way = texture.map_or(0.0, |t| match t {
            Texture::TooSoft => -1.0,
            Texture::TooFirm | Texture::Crumbly => 1.0,
            Texture::Right | Texture::Grainy => 0.0,
        });
        let size = |c: &Cause| c.points.map_or(SIZELESS, |p| if way == 0.0 { p.abs() } else { way * p });
        let mut ranked: Vec<(f64, Cause)> = causes.into_iter().map(|c| (size(&c), c)).collect();
        ranked.extend(texture.zip(course.as_ref()).and_then(|(texture, course)| aim(setup, course, texture)));
        ranked.sort_by(|a, b| b.0.total_cmp(&a.0));
        let right = texture == Some(Texture::Right);
        let worth = |(size, cause): &(f64, Cause)| match cause.points {
            Some(_) if right => *size >= WORTH_RIGHT_POINTS,
            _ => way == 0.0 || *size > 0.0,
        };
        ranked.into_iter().filter(worth).map(|(_, cause)| cause).collect()
    }

    fn minutes_causes(&self, verdict: Option<&Verdict>) -> Vec<Cause> {
        let taste = verdict.and_then(|v| v.taste);
        let steps = self.steps_told();
        let of = |told: &crate::review::steps_told::StepTold| {
            let step = &self.setup().steps[self.setup().place_of(&told.step)?];
            let (planned, real) = (told.planned_min?, told.real_min?);
            let short = real < MUCH * planned.low;
            let long = real > planned.high / MUCH;
            let matters = matches!(
                step.kind,
                StepKind::Roast | StepKind::CookTillLeavesSides | StepKind::Reduce | StepKind::Simmer
            ) || matches!(step.work(), Work::Fry);
            let sets = matches!(step.kind, StepKind::Mark | StepKind::Cut | StepKind::Chill);
            if !(matters || sets) || !(short || long) {
                return None;
            }
            let way = if short { "less" } else { "more" };
            let next = match (step.kind, short) {
                (StepKind::Roast, true) => "Roast it until it smells of nuts, however long that takes.",
                (StepKind::Roast, false) => "A lower flame, and stop at the first colour.",
                (_, true) if sets => "Let it set as long as the sheet says before you cut.",
                (_, false) if sets => "Mark it while it is still warm; then it cuts clean.",
                (_, true) => "Give it its minutes: go by the look, not by the clock alone.",
                (_, false) => "A little more flame, or a wider pan.",
            };
            Some(Cause {
                kind: CauseKind::Minutes,
                words: format!(
                    "“{}” took {real:.0} min, {way} than the {:.0}–{:.0} planned.",
                    told.title, planned.low, planned.high
                ),
                points: None,
                next: next.to_owned(),
            })
        };
        let mut causes: Vec<Cause> = steps.iter().filter_map(of).collect();
        let tasted = match taste {
            Some(Taste::Raw) => Some((
                "It tasted raw: what was roasted or cooked had too little heat.",
                "Roast until it smells done, and give it the longer end of its minutes.",
            )),
            Some(Taste::Burnt) => Some((
                "It tasted burnt: somewhere the flame was too high, or nobody stirred.",
                "One flame lower, and scrape the ground of the pan as you stir.",
            )),
            _ => None,
        };
        causes.extend(tasted.map(|(words, next)| Cause {
            kind: CauseKind::Minutes,
            words: words.to_owned(),
            points: None,
            next: next.to_owned(),
        }));
        causes
    }
}

fn turn_off(course: &BoilCourse) -> Option<Cause> {
    let points = 100.0 * (course.off_frac - course.due_frac);
    let water_g = course.water_g(course.due_frac) - course.water_g(course.off_frac);
    let (way, how) = if points > 0.0 { ("late", "more") } else { ("early", "less") };
    let seconds = course.off_late_s.map_or(String::new(), |s| format!(", {:.0} s", s.abs()));
    let next = if points > 0.0 {
        "Have your hand at the knob when it calls: it calls five seconds ahead."
    } else {
        "Wait for the call, or test once more before you turn it off."
    };
    (points.abs() >= WORTH_POINTS).then(|| Cause {
        kind: CauseKind::TurnOff,
        words: format!(
            "The heat went off {:.0} g of water {way}{seconds}: {how} water was gone than should have been, {points:+.1} points.",
            water_g.abs()
        ),
        points: Some(points),
        next: next.to_owned(),
    })
}

fn carried_on(setup: &BatchSetup, course: &BoilCourse) -> Option<Cause> {
    let points = 100.0 * (course.landed_frac - course.off_frac - course.carry_frac);
    let stood_min = course.stood_s / 60.0;
    (points >= WORTH_POINTS && stood_min > 0.5).then(|| Cause {
        kind: CauseKind::CarriedOn,
        words: format!(
            "It stood {stood_min:.0} min in the {} after the heat was off: {points:+.1} points.",
            setup.pan.name.to_lowercase()
        ),
        points: Some(points),
        next: "Pour it, or stir the next thing in, within two minutes: this pan keeps its heat.".to_owned(),
    })
}

fn test(setup: &BatchSetup, course: &BoilCourse) -> Option<Cause> {
    let test = course.test?;
    let points = 100.0 * (test.then_frac - test.told_frac);
    let way = if points > 0.0 { "weaker" } else { "stronger" };
    let dial = setup.thermometer.as_ref().map_or("thermometer".to_owned(), |t| t.name.to_lowercase());
    let (by, next) = if test.by_hand {
        ("test by hand".to_owned(), "Pull two drops before you believe one.".to_owned())
    } else {
        let next = format!("Hold the {dial} in boiling water, or use what the notebook has learnt of it.");
        (format!("reading of the {dial}"), next)
    };
    (points.abs() >= TEST_POINTS).then(|| Cause {
        kind: CauseKind::Test,
        words: format!(
            "The last {by} said {:.1} %, {way} than everything together says it was then, {:.1} %: {points:+.1} points.",
            100.0 * test.told_frac,
            100.0 * test.then_frac
        ),
        points: Some(points),
        next,
    })
}

/// Landed where it was aimed, and still not right: then the aim was not. It weighs the more, in points, the nearer the
/// landing was: what the verdict says the aim was off by, less what the landing was.
fn aim(setup: &BatchSetup, course: &BoilCourse, texture: Texture) -> Option<(f64, Cause)> {
    let plan = setup.syrup?;
    let stage = setup.ladder.of(plan.stage);
    let width = stage.high_frac - stage.low_frac;
    let stages = (course.landed_frac - plan.target_solids_frac) / width;
    let (way, off_stages) = match texture {
        Texture::TooSoft => ("further", stages),
        Texture::TooFirm | Texture::Crumbly => ("less far", -stages),
        Texture::Right | Texture::Grainy => return None,
    };
    let weight = 100.0 * width * (NEAR_AIM + 0.5 * off_stages).max(0.1);
    (off_stages > -NEAR_AIM).then(|| (weight, Cause {
        kind: CauseKind::Aim,
        words: format!(
            "The syrup landed at {:.1} %, near the {:.1} % aimed for: this sweet wants it boiled {way}.",
            100.0 * course.landed_frac,
            100.0 * plan.target_solids_frac
        ),
        points: None,
        next: format!("Boil it {way} within {}.", stage.name.to_lowercase()),
    }))
}
