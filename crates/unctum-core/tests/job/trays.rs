//! Trays cut into pieces: what is whole, what an edge cuts, what is trim.

use proptest::prelude::*;
use unctum_core::set::{Pattern, TrayAsk, tray};

/// The part of a cell that lies inside: the polygon cut by the four edges.
fn inside(cell: [(f64, f64); 4], length_cm: f64, width_cm: f64) -> Vec<(f64, f64)> {
    let mut polygon = cell.to_vec();
    type Edge = (fn((f64, f64)) -> f64, f64, f64);
    let edges: [Edge; 4] =
        [(|p| p.0, 1.0, 0.0), (|p| p.0, -1.0, -length_cm), (|p| p.1, 1.0, 0.0), (|p| p.1, -1.0, -width_cm)];
    for (of, sign, limit) in edges {
        let depth = |p: (f64, f64)| sign * of(p) - limit;
        let mut kept = Vec::new();
        for (i, &a) in polygon.iter().enumerate() {
            let b = polygon[(i + 1) % polygon.len()];
            if depth(a) >= 0.0 {
                kept.push(a);
            }
            if (depth(a) >= 0.0) != (depth(b) >= 0.0) {
                let t = depth(a) / (depth(a) - depth(b));
                kept.push((a.0 + t * (b.0 - a.0), a.1 + t * (b.1 - a.1)));
            }
        }
        polygon = kept;
    }
    polygon
}

fn area_cm2(polygon: &[(f64, f64)]) -> f64 {
    let twice: f64 =
        polygon.iter().zip(polygon.iter().cycle().skip(1)).map(|(a, b)| a.0 * b.1 - b.0 * a.1).sum();
    0.5 * twice.abs()
}

proptest! {
    /// Cell by cell, cut by the edges: whole ones, cut ones, and the whole tray.
    #[test]
    fn pieces_and_trim_are_the_tray(
        length_cm in 12.0..40.0f64, width_cm in 10.0..30.0f64, piece in 2.0..4.0f64, wide in 2.0..4.0f64, deg in 35.0..90.0f64,
    ) {
        let ask = TrayAsk {
            length_cm, width_cm, piece_cm: Some(piece), piece_width_cm: Some(wide), angle_deg: Some(deg), ..diamonds()
        };
        let marked = tray(&ask).expect("fits");
        let angle = deg.to_radians();
        let (along, lean) = (piece / angle.sin(), angle.cos() / angle.sin());
        // The shift that was taken shows in the first line across.
        let first = marked.marks.iter().find(|m| (m.from_y_cm - m.to_y_cm).abs() > 1e-9).expect("a line");
        let shift = first.from_x_cm - lean * first.from_y_cm;
        let (mut whole, mut cut, mut covered) = (0, 0, 0.0);
        for row in 0..(width_cm / wide).ceil() as i32 {
            let y = f64::from(row) * wide;
            for n in -60..80 {
                let x = |y: f64| shift + f64::from(n) * along + lean * y;
                let cell = [(x(y), y), (x(y) + along, y), (x(y + wide) + along, y + wide), (x(y + wide), y + wide)];
                let part = inside(cell, length_cm, width_cm);
                covered += area_cm2(&part);
                let reaches = part.iter().any(|p| p.0 > 0.05) && part.iter().any(|p| p.0 < length_cm - 0.05)
                    && width_cm - y > 0.05;
                let fits = |(x, y): (f64, f64)| {
                    (-2e-6..=length_cm + 2e-6).contains(&x) && y <= width_cm + 2e-6
                };
                if cell.into_iter().all(fits) {
                    whole += 1;
                } else if reaches {
                    cut += 1;
                }
            }
        }
        prop_assert!((covered - length_cm * width_cm).abs() < 1e-3, "{covered}");
        prop_assert_eq!(marked.whole_pieces, whole);
        prop_assert_eq!(marked.edge_pieces, cut, "cut by an edge");
        let pieces_cm2 = f64::from(marked.whole_pieces) * marked.piece_cm2;
        prop_assert!((pieces_cm2 / (length_cm * width_cm) + marked.trim_frac - 1.0).abs() < 1e-9);
    }

    #[test]
    fn every_mark_lies_in_the_tray(deg in 25.0..90.0f64, piece in 1.0..4.0f64) {
        let ask = TrayAsk {
            length_cm: 32.0, width_cm: 22.0, piece_cm: Some(piece), angle_deg: Some(deg), thickness_mm: Some(12.0),
            mass_g: Some(900.0), ..diamonds()
        };
        let marked = tray(&ask).expect("fits");
        for m in &marked.marks {
            for (x, y) in [(m.from_x_cm, m.from_y_cm), (m.to_x_cm, m.to_y_cm)] {
                prop_assert!((-1e-6..=32.0 + 1e-6).contains(&x) && (-1e-6..=22.0 + 1e-6).contains(&y), "{m:?}");
            }
        }
        let sum_g = f64::from(marked.whole_pieces) * marked.piece_g.expect("told") + marked.trim_g.expect("told");
        prop_assert!((sum_g - 900.0).abs() < 1e-6);
    }
}

fn diamonds() -> TrayAsk {
    TrayAsk {
        length_cm: 30.0,
        width_cm: 20.0,
        pattern: Pattern::Diamond,
        piece_cm: None,
        pieces: None,
        piece_cm2: None,
        piece_width_cm: None,
        angle_deg: None,
        thickness_mm: None,
        volume_ml: None,
        spread_cm: None,
        height_cm: None,
        mass_g: None,
    }
}

#[test]
fn so_much_is_spread_until_it_lies_as_thick_as_told() {
    let poured = |spread_cm: Option<f64>, height_cm: f64| {
        let ask = TrayAsk {
            pieces: None,
            piece_cm2: Some(9.0),
            thickness_mm: Some(20.0),
            volume_ml: Some(800.0),
            spread_cm,
            height_cm: Some(height_cm),
            ..diamonds()
        };
        tray(&ask).expect("fits")
    };
    let told = poured(None, 3.0);
    assert!(
        (told.spread_cm - 20.0).abs() < 1e-9 && told.thickness_mm.is_some_and(|mm| (mm - 20.0).abs() < 1e-9)
    );
    assert!((told.piece_cm2 - 9.0).abs() < 1e-9 && told.said.is_empty(), "{:?}", told.said);
    let thin = poured(Some(28.0), 3.0);
    assert!(
        thin.thickness_mm.is_some_and(|mm| mm < 15.0) && thin.said[0].contains("Thinner"),
        "{:?}",
        thin.said
    );
    let high = poured(Some(10.0), 3.0);
    assert!(high.said[0].contains("higher"), "{:?}", high.said);
    let none = TrayAsk { piece_cm2: None, ..diamonds() };
    assert_eq!(tray(&none).map_err(|e| e.code()).err(), Some("missing"));
}

#[test]
fn what_cannot_be_cut_is_told() {
    let ask = |piece_cm: f64| TrayAsk { pattern: Pattern::Square, piece_cm: Some(piece_cm), ..diamonds() };
    let code = |piece_cm: f64| tray(&ask(piece_cm)).map_err(|e| e.code()).err();
    assert_eq!(code(0.3), Some("too-many"));
    assert_eq!(code(25.0), Some("does-not-fit"));
    assert_eq!(code(0.0), Some("out-of-range"));
    assert_eq!(code(f64::NAN), Some("not-a-number"));
    assert_eq!(code(20.0), None);
}

/// A size that fits is told where the one that is asked for leaves much over, and it is as good as it is told.
#[test]
fn a_piece_that_fits_better_is_told() {
    let squares = |piece_cm: f64| TrayAsk {
        length_cm: 20.0,
        width_cm: 20.0,
        pattern: Pattern::Square,
        piece_cm: Some(piece_cm),
        piece_width_cm: None,
        angle_deg: None,
        ..diamonds()
    };
    let asked = tray(&squares(3.46)).expect("fits");
    let better = asked.better.expect("five in a row leave a strip");
    assert!((better.piece_cm - 3.3).abs() < 1e-9 && better.whole_pieces == 36, "{better:?}");
    let taken = tray(&squares(better.piece_cm)).expect("fits");
    assert_eq!((taken.whole_pieces, taken.trim_frac), (better.whole_pieces, better.trim_frac));
    assert!(taken.trim_frac < asked.trim_frac - 0.04 && tray(&squares(4.0)).expect("fits").better.is_none());
}

/// A sheet is marked for the pieces that are counted on: none fewer, few more, the pieces near to their pattern.
#[test]
fn a_sheet_is_marked_for_the_pieces_that_are_counted_on() {
    for (pattern, n) in [Pattern::Square, Pattern::Finger, Pattern::Diamond]
        .into_iter()
        .flat_map(|p| [6, 12, 13, 24, 29, 47, 84, 117, 250].map(|n| (p, n)))
    {
        let ask = TrayAsk {
            pattern,
            pieces: Some(n),
            length_cm: 40.0,
            width_cm: 20.0,
            mass_g: Some(900.0),
            ..diamonds()
        };
        let marked = tray(&ask).expect("marked");
        assert!(marked.whole_pieces >= n, "{pattern:?} {n}: {}", marked.whole_pieces);
        assert_eq!(marked.more_pieces, marked.whole_pieces - n);
        assert!(marked.more_pieces <= 1 + n / 5, "{pattern:?} {n}: {} more", marked.more_pieces);
        let whole_g = f64::from(marked.whole_pieces) * marked.piece_g.expect("told");
        assert!((whole_g + marked.trim_g.expect("told") - 900.0).abs() < 1e-6);
    }
    // A size that she sets herself is cut as she says.
    let hers = TrayAsk { pieces: Some(24), piece_cm: Some(5.0), ..diamonds() };
    assert!((tray(&hers).expect("marked").piece_cm - 5.0).abs() < 1e-9);
}
