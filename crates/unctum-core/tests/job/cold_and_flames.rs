//! What has to lie cold until it is fetched, and what has to be hot beside the pan: planned, and told.

use unctum_core::order::{DayQuestion, LaneBar, LaneKind, Names, tell};

use crate::common::weekend::{days, order, pieces, planned, with};

/// What waits for whoever fetches it, and does not keep so long in the room, lies in the refrigerator until then; where that
/// holds less, it is said when.
#[test]
fn what_must_lie_cold_is_put_into_the_refrigerator_and_told_where_it_finds_no_room() {
    let orders = vec![
        (1, order("A neighbour", 12, vec![pieces("poached-chhena-balls", 24)])),
        (2, order("The hall", 17, vec![pieces("cashew-sheet", 24)])),
    ];
    let mut of = days(&orders);
    of.cold_litres = 60.0;
    with(&orders, &of, &[], |q| {
        let (laid, starts) = planned(q, 40);
        let told = tell(q, &laid, &starts);
        let of = |sweet: &str| told.batches.iter().find(|b| b.sweet_key == sweet).expect("made");
        let due = |id: i32| told.orders.iter().find(|o| o.id == id).expect("an order").due_min;
        let (balls, sheet) = (of("poached-chhena-balls"), of("cashew-sheet"));
        let kept = balls.kept.as_ref().expect("it hardly keeps in the room");
        assert_eq!((Some(kept.from_min), kept.to_min, kept.cold), (balls.ready_min, due(1), true));
        assert_eq!(sheet.kept, None, "a sheet stands where it is");
        assert!(!told.said.iter().any(|s| s.contains("refrigerator")), "{:?}", told.said);
        // With room for less than that, it is said.
        let mut small = q.days.clone();
        small.cold_litres = 1.0;
        let told = tell(&DayQuestion { days: &small, ..*q }, &laid, &starts);
        let said = told.said.iter().find(|s| s.contains("there is room for 1")).expect("told");
        assert!(said.contains("Clear it out"), "{said}");
    });
}

/// What goes in hot is heated on another ring: nothing else stands on that meanwhile, and it is told; with one ring it is
/// heated before.
#[test]
fn what_goes_in_hot_has_a_second_flame() {
    let orders = vec![(
        1,
        order(
            "The hall",
            17,
            ["gram-flour-ghee-slab", "cashew-sheet", "khoya-pancakes"].map(|s| pieces(s, 20)).to_vec(),
        ),
    )];
    with(&orders, &days(&orders), &[], |q| {
        let (laid, starts) = planned(q, 40);
        let told = tell(q, &laid, &starts);
        let slab = told.batches.iter().find(|b| b.sweet_key == "gram-flour-ghee-slab").expect("made");
        let at = |key: &str| slab.steps.iter().find(|s| s.id.as_str().ends_with(key)).expect("a step");
        let (flour, ghee) = (at("/flour"), at("/ghee"));
        let words = flour.heat_too.as_deref().expect("told when to begin");
        assert!(words.contains("ghee") && ghee.heat_too.is_none(), "{words}");
        let named = laid.problem.resources.keys().filter(|r| r.is_ring());
        let ring =
            named.map(|r| Names::of(&laid, q.kitchen).thing(r)).find(|r| words.ends_with(r)).expect("a ring");
        assert_ne!(Some(&ring), ghee.ring_name.as_ref());
        let lane = told.lanes.iter().find(|l| l.kind == LaneKind::Ring && l.name == ring).expect("its lane");
        let over = |b: &&LaneBar| b.from_min < ghee.to_min && flour.from_min < b.to_min;
        let stands: Vec<&LaneBar> = lane.bars.iter().filter(over).collect();
        assert_eq!(stands.len(), 1, "{stands:?}");
        assert_eq!((stands[0].from_min, stands[0].to_min), (flour.from_min, ghee.to_min));
        // With one ring.
        let mut one = q.kitchen.clone();
        one.rings.truncate(1);
        let q = &DayQuestion { kitchen: &one, ..*q };
        let (laid, starts) = planned(q, 40);
        let told = tell(q, &laid, &starts);
        let steps =
            told.batches.iter().find(|b| b.sweet_key == "gram-flour-ghee-slab").expect("made").steps.iter();
        let before: Vec<_> = steps.filter(|s| s.heat_too.is_some()).collect();
        assert_eq!(before.len(), 1);
        assert!(before[0].heat_too.as_deref().is_some_and(|w| w.contains("there is one ring")));
        assert!(before[0].ring_name.is_some());
    });
}
