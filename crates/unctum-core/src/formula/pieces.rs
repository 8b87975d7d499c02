//! What a finished mass comes to in pieces.

use serde::Serialize;

use crate::food::{Parts, thermal};
use crate::process::{Method, Shape};

/// Temperature at which the size of a finished piece is told, °C.
const TOLD_AT_C: f64 = 30.0;
/// Share of a sheet that whole pieces take; the rest is edge. What is rolled out is cut in diamonds: more of it is edge.
const POURED_WHOLE_FRAC: f64 = 0.94;
const ROLLED_WHOLE_FRAC: f64 = 0.86;

/// Share of what a method makes that is whole pieces; all of it but of a sheet.
pub(super) fn whole_frac(method: &Method) -> f64 {
    match method.shape {
        Shape::Slab { .. } if method.is_rolled() => ROLLED_WHOLE_FRAC,
        Shape::Slab { .. } => POURED_WHOLE_FRAC,
        _ => 1.0,
    }
}

/// What the finished sweet comes to in pieces.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PieceFigures {
    /// Whole pieces; none where it is used by weight.
    pub count: Option<f64>,
    /// Mass of one, g.
    pub piece_g: Option<f64>,
    /// Edges left over, g.
    pub edges_g: f64,
    /// Area of the sheet, cm².
    pub sheet_cm2: Option<f64>,
    /// Thickness of the sheet, mm.
    pub thickness_mm: Option<f64>,
    /// Diameter of a ball, mm.
    pub diameter_mm: Option<f64>,
    /// Volume of the whole, ml.
    pub volume_ml: f64,
}

fn volume_ml(finished: &Parts, air_frac: f64) -> f64 {
    let density = thermal(&finished.composition().makeup(), TOLD_AT_C).density_kg_m3 / 1000.0;
    finished.total_g() / density / (1.0 - air_frac)
}

/// Pieces of a finished mass.
#[must_use]
pub fn pieces_of(method: &Method, finished: &Parts) -> PieceFigures {
    let finished_g = finished.total_g();
    let bare = PieceFigures {
        count: None,
        piece_g: None,
        edges_g: 0.0,
        sheet_cm2: None,
        thickness_mm: None,
        diameter_mm: None,
        volume_ml: volume_ml(finished, 0.0),
    };
    // A hair below a whole piece is a whole piece.
    let whole = |n: f64| (n + 1e-6).floor();
    match method.shape {
        Shape::Slab { thickness_mm, piece_cm2, air_frac, .. } => {
            let volume_ml = volume_ml(finished, air_frac);
            let sheet_cm2 = volume_ml / (thickness_mm / 10.0);
            let piece_g = finished_g * piece_cm2 / sheet_cm2;
            let count = whole(whole_frac(method) * sheet_cm2 / piece_cm2);
            PieceFigures {
                count: Some(count),
                piece_g: Some(piece_g),
                edges_g: finished_g - count * piece_g,
                sheet_cm2: Some(sheet_cm2),
                thickness_mm: Some(thickness_mm),
                volume_ml,
                ..bare
            }
        }
        Shape::Balls { piece_g, air_frac } => {
            let volume_ml = volume_ml(finished, air_frac);
            let one_ml = volume_ml * piece_g / finished_g;
            let count = whole(finished_g / piece_g);
            PieceFigures {
                count: Some(count),
                piece_g: Some(piece_g),
                edges_g: finished_g - count * piece_g,
                diameter_mm: Some(10.0 * (6.0 * one_ml / std::f64::consts::PI).cbrt()),
                volume_ml,
                ..bare
            }
        }
        Shape::Pieces { piece_g } | Shape::Spooned { piece_g } => {
            let count = whole(finished_g / piece_g);
            PieceFigures {
                count: Some(count),
                piece_g: Some(piece_g),
                edges_g: finished_g - count * piece_g,
                ..bare
            }
        }
        Shape::Loose => bare,
    }
}
