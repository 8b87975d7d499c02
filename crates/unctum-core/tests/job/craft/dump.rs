use crate::common::*;
use std::collections::BTreeMap;
use unctum_core::kitchen::*;
use unctum_core::process::*;
use unctum_core::syrup::Ladder;
use unctum_core::syrup::boiling::boil_c;

#[test]
#[ignore]
fn dump() {
    let (larder, ladder) = (larder(), Ladder::default());
    let air = Air { pressure_pa: 101_325.0, room_c: 25.0, humidity_frac: 0.6 };
    let setting = Setting { larder: &larder, ladder: &ladder, air };
    let only = std::env::var("ONLY").unwrap_or_default();
    let wide = Pan { name: "Milk pan".into(), diameter_cm: 28.0, wall_height_cm: 12.0, ..kadai() };
    let components = BTreeMap::new();
    for sweet in sweets() {
        if !only.is_empty() && !only.split(',').any(|o| o == sweet.key) {
            continue;
        }
        for m in &sweet.methods {
            let b = match balance(m, &larder, &ladder) {
                Ok(b) => b,
                Err(e) => {
                    println!("## {} {}: {e}", sweet.key, m.key);
                    continue;
                }
            };
            let mut told: Vec<Vec<StepTime>> = vec![];
            let mut totals = vec![];
            for w in [1800.0, 3000.0] {
                let tools = Tools {
                    pan: kadai(),
                    wide_pan: wide.clone(),
                    ring: Ring::of_kind("r", RingKind::Gas, w),
                };
                let size = Size::Times { factor: 1.0 };
                let f = formula(
                    &FormulaQuestion {
                        method: m,
                        size: &size,
                        measures: &[],
                        tools: Some(&tools),
                        components: &components,
                    },
                    &setting,
                )
                .unwrap();
                totals.push((f.times.total.mid_min, f.times.hands_min, f.pieces.count));
                told.push(f.times.steps.clone());
            }
            let f = b.finished.composition();
            println!(
                "## {} {}: {:.0} g water {:.3} sucrose {:.3} fat {:.3} lactose {:.3} aw {:?} totals {:?}",
                sweet.key,
                m.key,
                b.finished_g,
                f.water_frac,
                f.sucrose_frac,
                f.fat_frac,
                f.lactose_frac,
                sweet_water_activity(&b.finished.composition()),
                totals
            );
            for s in &m.steps {
                let x = b.step(&s.key).unwrap();
                let c = x.end.charge();
                let boil =
                    if c.water_g > 1.0 && c.dissolved_g() > 0.0 { boil_c(&c, 101_325.0) } else { 100.0 };
                let w = |t: &Vec<StepTime>| {
                    let t = t.iter().find(|t| t.step == s.key).unwrap();
                    format!(
                        "{:.1}{}{}",
                        t.minutes.mid_min,
                        t.pots.map(|p| format!(" pots{p}")).unwrap_or_default(),
                        t.flame_needed.map(|f| format!(" {f:?}")).unwrap_or_default()
                    )
                };
                let free = c.dissolved_g() / (c.dissolved_g() + c.water_g).max(1e-9);
                println!(
                    "   {:10} {:?} {}→{} g water {:.3}→{:.3} syrup {:.3} steam {:.0} boil {:.1} heat_to {:?} flame {:?} usual {:?} told {} | {}",
                    s.key,
                    s.kind,
                    x.start_g.round(),
                    x.end_g.round(),
                    x.start.composition().water_frac,
                    x.end.composition().water_frac,
                    free,
                    x.evaporated_g,
                    boil,
                    s.heat_to_c,
                    s.flame,
                    s.minutes.map(|m| (m.low_min, m.mid_min, m.high_min)),
                    w(&told[0]),
                    w(&told[1])
                );
            }
        }
    }
}
