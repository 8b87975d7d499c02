//! The steps of a plain syrup.

use crate::kitchen::Flame;
use crate::process::effect::Effect;
use crate::process::kind::StepKind;
use crate::process::step::{Step, Take, Vessel};
use crate::syrup::{Ladder, StageKey};

/// The steps of a plain syrup: dissolve, boil to the stage, use.
#[must_use]
pub fn plain_syrup_steps(stage: StageKey) -> Vec<Step> {
    let name = Ladder::default().of(stage).name;
    let hazards = vec!["hot-syrup".to_owned()];
    let from = |step: &str| vec![Take { step: step.to_owned(), share_frac: 1.0, side: None, medium: false }];
    let mut dissolve = Step::new(
        "dissolve",
        StepKind::Dissolve,
        "Dissolve the sugar",
        "Stir over the flame until no grain is left, then stop stirring.",
    );
    dissolve.event = "All sugar has dissolved".into();
    dissolve.cue = "No crunch under the spoon, the syrup is clear".into();
    dissolve.reason = "A grain left behind seeds the whole syrup later.".into();
    let mut boil = Step::new(
        "boil",
        StepKind::BoilToStage,
        &format!("Boil to {name}"),
        "Keep the flame steady and read the pan as it nears the stage.",
    );
    for step in [&mut dissolve, &mut boil] {
        (step.vessel, step.flame) = (Vessel::Pan, Some(Flame::Medium));
    }
    boil.takes = from("dissolve");
    boil.effects = vec![Effect::boil_to(stage)];
    boil.event = "It is at its stage".into();
    boil.cue = format!("The {name} sign holds on a cooled drop");
    boil.reason = "Only water leaves; the sugar stays, so the weight tells the strength.".into();
    let mut put =
        Step::new("use", StepKind::Use, "Use the syrup", "Use it while it is as hot as the sweet asks for.");
    put.takes = from("boil");
    put.event = "Used".into();
    put.cue = "The syrup is where it should be".into();
    put.reason = "A syrup left standing thickens as it cools and may grain.".into();
    [dissolve, boil, put].into_iter().map(|step| Step { hazards: hazards.clone(), ..step }).collect()
}
