//! Documents of earlier programs in the form of today. Each rule leaves alone what has that form already.

use serde_json::{Map, Value, json};

type Fields = Map<String, Value>;

fn list<'a>(of: &'a mut Value, key: &str) -> impl Iterator<Item = &'a mut Fields> {
    of.get_mut(key).and_then(Value::as_array_mut).into_iter().flatten().filter_map(Value::as_object_mut)
}

/// A batch as it was set up.
pub(crate) fn setup(mut setup: Value) -> Value {
    shares_to_grams(&mut setup);
    scale(&mut setup);
    plain_steps(&mut setup);
    droplets(setup.get_mut("steps"));
    syrup(&mut setup);
    setup
}

/// A sweet.
pub(crate) fn sweet(mut sweet: Value) -> Value {
    for method in list(&mut sweet, "methods") {
        droplets(method.get_mut("steps"));
    }
    sweet
}

/// The first said what share of a line goes in at a step; since then a step says how many grams.
fn shares_to_grams(setup: &mut Value) {
    let lines = setup["lines"].clone();
    let whole_g = |ingredient: &Value| {
        let line = lines.as_array()?.iter().find(|l| l["ingredient"] == *ingredient)?;
        line["mass_g"].as_f64()
    };
    for step in list(setup, "steps") {
        let inputs = step.get_mut("inputs").and_then(Value::as_array_mut);
        for entry in inputs.into_iter().flatten() {
            let Some(share) = entry["share_frac"].as_f64() else { continue };
            let amount_g = share * whole_g(&entry["ingredient"]).unwrap_or(0.0);
            if let Some(entry) = entry.as_object_mut() {
                entry.remove("share_frac");
                entry.insert("amount_g".into(), amount_g.into());
            }
        }
    }
}

/// It said whether there is a scale, not which.
fn scale(setup: &mut Value) {
    let Some(fields) = setup.as_object_mut() else { return };
    let had = fields.remove("has_scale").is_none_or(|had| had != json!(false));
    fields.entry("scale_step_g").or_insert_with(|| if had { json!(1.0) } else { Value::Null });
}

/// A syrup's steps were known by their labels; now what they do says it.
fn plain_steps(setup: &mut Value) {
    let stage = setup["stage"].clone();
    let boils = |step: &Fields| {
        let effects = step.get("effects").and_then(Value::as_array);
        effects.into_iter().flatten().any(|e| e["kind"] == "boil_to_stage")
    };
    if list(setup, "steps").any(|s| boils(s)) {
        return;
    }
    let mut before: Option<Value> = None;
    for step in list(setup, "steps") {
        let kind = step.get("kind").cloned().unwrap_or_default();
        if kind == "dissolve" || kind == "boil_to_stage" {
            step.insert("vessel".into(), json!("pan"));
            step.entry("flame").or_insert(json!("medium"));
        }
        if kind == "boil_to_stage" {
            step.insert("effects".into(), json!([{"kind": "boil_to_stage", "stage": stage}]));
            if let Some(before) = before.take() {
                step.entry("takes").or_insert(json!([{"step": before}]));
            }
        }
        before = step.get("key").cloned();
    }
}

/// Every batch was a syrup; now the syrup is a part of it.
fn syrup(setup: &mut Value) {
    let Some(fields) = setup.as_object_mut() else { return };
    let parts = ["charge", "stage", "target_solids_frac"].map(|key| (key.to_owned(), fields.remove(key)));
    if let [(_, Some(_)), (_, Some(_)), (_, Some(_))] = &parts {
        let told = parts.into_iter().filter_map(|(key, value)| Some((key, value?)));
        fields.insert("syrup".into(), Value::Object(told.collect()));
    }
}

/// What is formed after frying lay in the pot as droplets because a later step was called so.
fn droplets(steps: Option<&mut Value>) {
    let Some(steps) = steps.and_then(Value::as_array_mut) else { return };
    let last_formed = steps.iter().rposition(|s| s["kind"] == "shape");
    for (i, step) in steps.iter_mut().enumerate().filter_map(|(i, s)| Some((i, s.as_object_mut()?))) {
        let fried = step.get("kind").is_some_and(|k| k == "fry") && last_formed.is_some_and(|at| at > i);
        if fried && !step.contains_key("droplet_cm") {
            let across = step.remove("across_cm").unwrap_or(json!(0.6));
            step.insert("droplet_cm".into(), across);
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_has_the_form_of_today_is_left_alone() {
        let now = json!({
            "syrup": {"stage": "one-string"}, "scale_step_g": 2.0, "lines": [],
            "steps": [{"key": "boil", "kind": "boil_to_stage", "effects": [{"kind": "boil_to_stage", "stage": "one-string"}],
                "inputs": [{"ingredient": "sugar", "amount_g": 3.0}]}]
        });
        assert_eq!(setup(now.clone()), now);
        let fried = json!({"methods": [{"steps": [
            {"key": "fry", "kind": "fry", "droplet_cm": 0.4}, {"key": "form", "kind": "shape"}]}]});
        assert_eq!(sweet(fried.clone()), fried);
        let discs = json!({"methods": [{"steps": [{"key": "fry", "kind": "fry", "across_cm": 9.0}]}]});
        assert_eq!(sweet(discs.clone()), discs, "nothing is formed after it: these are pieces");
    }

    #[test]
    fn a_document_that_is_none_of_ours_is_no_panic() {
        for odd in
            [json!(null), json!([]), json!("x"), json!({"steps": 3}), json!({"methods": [1, {"steps": {}}]})]
        {
            let _ = (setup(odd.clone()), sweet(odd));
        }
    }
}
