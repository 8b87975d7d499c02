//! Two changes of one kitchen brought together: what each side changed is kept; where both changed the same
//! thing differently, it is told.

use std::collections::BTreeMap;

use serde_json::{Map, Value};
use unctum_core::kitchen::KitchenPart;

/// A kitchen merged from two changes.
pub(crate) struct Merged {
    /// It.
    pub document: Value,
    /// Parts of the kitchen that both changed.
    pub both: Vec<KitchenPart>,
}

/// Merges what `mine` and `theirs` made of `base`. Where both changed the same thing, `mine` stands and its
/// part is named.
pub(crate) fn merge(base: &Value, mine: &Value, theirs: &Value) -> Merged {
    let mut both = Vec::new();
    let mut document = Map::new();
    for part in KitchenPart::ALL {
        let mut clash = false;
        let of = |kitchen: &Value| kitchen.get(part.key()).cloned().unwrap_or(Value::Null);
        document.insert(part.key().to_owned(), value(&of(base), of(mine), of(theirs), &mut clash));
        if clash {
            both.push(part);
        }
    }
    Merged { document: Value::Object(document), both }
}

fn value(base: &Value, mine: Value, theirs: Value, clash: &mut bool) -> Value {
    if mine == theirs || theirs == *base {
        return mine;
    }
    if mine == *base {
        return theirs;
    }
    match (base, mine, theirs) {
        (Value::Object(base), Value::Object(mine), Value::Object(theirs)) => {
            let keys: std::collections::BTreeSet<&String> = mine.keys().chain(theirs.keys()).collect();
            let of = |map: &Map<String, Value>, key: &String| map.get(key).cloned().unwrap_or(Value::Null);
            let merged = keys.into_iter().map(|key| {
                let was = of(base, key);
                (key.clone(), value(&was, of(&mine, key), of(&theirs, key), clash))
            });
            Value::Object(merged.collect())
        }
        (Value::Array(base), Value::Array(mine), Value::Array(theirs))
            if [base, &mine, &theirs].iter().all(|l| l.iter().all(|v| v.get("id").is_some())) =>
        {
            Value::Array(things(base, &mine, &theirs, clash))
        }
        (_, mine, _) => {
            *clash = true;
            mine
        }
    }
}

/// Lists of numbered things: each is merged by its number; new things of both sides stay.
fn things(base: &[Value], mine: &[Value], theirs: &[Value], clash: &mut bool) -> Vec<Value> {
    let numbered = |list: &[Value]| -> BTreeMap<i64, Value> {
        list.iter().filter_map(|v| Some((v.get("id")?.as_i64()?, v.clone()))).collect()
    };
    let (was, here, there) = (numbered(base), numbered(mine), numbered(theirs));
    let mut merged = Vec::new();
    for id in was.keys().chain(there.keys().filter(|id| !was.contains_key(*id))) {
        let (old, a, b) = (was.get(id), here.get(id), there.get(id));
        match (old, a, b) {
            (Some(old), Some(a), Some(b)) => merged.push(value(old, a.clone(), b.clone(), clash)),
            // Taken out on one side: it goes, unless the other side changed it.
            (Some(old), Some(kept), None) | (Some(old), None, Some(kept)) if kept != old => {
                *clash = true;
                merged.push(kept.clone());
            }
            (None, _, Some(b)) => merged.push(b.clone()),
            _ => {}
        }
    }
    // A new thing has no number yet; it gets one that is free.
    merged.extend(mine.iter().filter(|v| v.get("id").is_none_or(Value::is_null)).cloned());
    merged
}

#[cfg(test)]
mod tests {
    use std::collections::BTreeSet;

    use serde_json::json;
    use unctum_core::kitchen::{FirstAnswers, FirstCup, FirstPan, FirstRing, first_kitchen};

    use super::*;

    fn kitchen() -> Value {
        json!({"name": "Kitchen", "room": {"altitude_m": 0, "room_c": 25},
            "measures": [{"id": 1, "measure": {"name": "Cup", "volume_ml": 240}}],
            "pans": [{"id": 1, "pan": {"name": "Pan", "tare_g": 900}}, {"id": 2, "pan": {"name": "Wok", "tare_g": 700}}]})
    }

    #[test]
    fn both_changes_stay_where_they_do_not_touch() {
        let (mut mine, mut theirs) = (kitchen(), kitchen());
        mine["room"]["altitude_m"] = json!(1480);
        mine["pans"][0]["pan"]["tare_g"] = json!(1850);
        mine["measures"]
            .as_array_mut()
            .expect("list")
            .push(json!({"id": null, "measure": {"name": "Katori"}}));
        theirs["measures"][0]["measure"]["volume_ml"] = json!(180);
        theirs["pans"][0]["pan"]["name"] = json!("Kadai");
        theirs["pans"].as_array_mut().expect("list").remove(1);
        let merged = merge(&kitchen(), &mine, &theirs);
        assert!(merged.both.is_empty(), "{:?}", merged.both);
        let d = merged.document;
        assert_eq!(d["room"]["altitude_m"], 1480);
        assert_eq!(d["pans"], json!([{"id": 1, "pan": {"name": "Kadai", "tare_g": 1850}}]));
        assert_eq!(d["measures"].as_array().map(Vec::len), Some(2));
        assert_eq!(d["measures"][0]["measure"]["volume_ml"], 180);
    }

    #[test]
    fn the_same_thing_changed_twice_is_named_and_mine_stands() {
        let (mut mine, mut theirs) = (kitchen(), kitchen());
        mine["room"]["altitude_m"] = json!(1480);
        theirs["room"]["altitude_m"] = json!(1200);
        theirs["pans"].as_array_mut().expect("list").remove(0);
        mine["pans"][0]["pan"]["tare_g"] = json!(910);
        let merged = merge(&kitchen(), &mine, &theirs);
        assert_eq!(merged.both, [KitchenPart::Room, KitchenPart::Pans]);
        assert_eq!(merged.document["room"]["altitude_m"], 1480);
        assert_eq!(
            merged.document["pans"][0]["pan"]["tare_g"], 910,
            "changed here, taken out there: it stays"
        );
    }

    #[test]
    fn the_same_change_twice_is_no_question() {
        let mut both = kitchen();
        both["name"] = json!("Ours");
        assert!(merge(&kitchen(), &both, &both).both.is_empty());
    }
    /// What one side learns while the other changes a pan stays; no part is left out.
    #[test]
    fn every_part_of_a_kitchen_is_merged() {
        let (first, _) = first_kitchen(&FirstAnswers {
            ring: FirstRing::GasMedium,
            pan: FirstPan::Heavy,
            width_cm: 22.0,
            cup: FirstCup::Katori,
            altitude_m: 900.0,
            has_scale: false,
            has_thermometer: false,
        })
        .expect("a kitchen");
        let base = serde_json::to_value(first).expect("a kitchen");
        let parts: BTreeSet<&str> = KitchenPart::ALL.iter().map(|p| p.key()).collect();
        let stored: BTreeSet<&str> = base.as_object().expect("parts").keys().map(String::as_str).collect();
        assert_eq!(parts, stored);
        let (mut mine, mut theirs) = (base.clone(), base.clone());
        mine["name"] = json!("Ours");
        theirs["learning"]["left_out"] = json!([4]);
        let merged = merge(&base, &mine, &theirs);
        assert!(merged.both.is_empty(), "{:?}", merged.both);
        assert_eq!(merged.document["learning"]["left_out"], json!([4]));
        assert_eq!(merged.document["name"], "Ours");
    }
}
