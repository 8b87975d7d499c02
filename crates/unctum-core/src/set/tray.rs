//! A tray cut into pieces: how many are whole, how many are cut by an edge, what is trim, and where the lines go.
//!
//! Two families of parallel lines: one along the tray, one across it at an angle. Squares and fingers stand upright,
//! diamonds lean. Whole pieces lie wholly inside; everything else is trim.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};

/// How a tray is marked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Pattern {
    /// As wide as long.
    Square,
    /// Longer than wide.
    Finger,
    /// Leaning.
    Diamond,
}

/// A tray to mark.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"length_cm": 30, "width_cm": 20, "pattern": "diamond", "piece_cm": 3, "angle_deg": 60})))]
pub struct TrayAsk {
    /// Length, cm.
    pub length_cm: f64,
    /// Width, cm.
    pub width_cm: f64,
    /// How it is marked.
    pub pattern: Pattern,
    /// Between two lines that run across, cm: the length of a finger. By `piece_cm2` if left out.
    #[serde(default)]
    pub piece_cm: Option<f64>,
    /// So many are to lie whole, where the length of a piece is not told: it is as large as that allows.
    #[serde(default)]
    pub pieces: Option<u32>,
    /// Area of a piece, cm², where neither is told.
    #[serde(default)]
    pub piece_cm2: Option<f64>,
    /// Between two lines that run along, cm: the width of a finger; as the other if left out, of a finger half of it.
    #[serde(default)]
    pub piece_width_cm: Option<f64>,
    /// Angle at which the lines across meet those along, 20–90°; of diamonds 60° if left out.
    #[serde(default)]
    pub angle_deg: Option<f64>,
    /// How thick it is to lie, mm.
    #[serde(default)]
    pub thickness_mm: Option<f64>,
    /// How much there is, ml: it is spread until it lies as thick as told, or as far as told.
    #[serde(default)]
    pub volume_ml: Option<f64>,
    /// How far along the tray it is spread, cm; all of it if nothing is told.
    #[serde(default)]
    pub spread_cm: Option<f64>,
    /// Height of the rim, cm.
    #[serde(default)]
    pub height_cm: Option<f64>,
    /// What all of it weighs, g: tells the weight of a piece and of the trim.
    #[serde(default)]
    pub mass_g: Option<f64>,
}

/// A line across the tray, cm from its corner.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Mark {
    /// One end, along.
    pub from_x_cm: f64,
    /// One end, across.
    pub from_y_cm: f64,
    /// The other end, along.
    pub to_x_cm: f64,
    /// The other end, across.
    pub to_y_cm: f64,
}

/// Another size of piece that leaves less over.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BetterPiece {
    /// Between two lines that run across, cm.
    pub piece_cm: f64,
    /// Pieces that are whole then.
    pub whole_pieces: u32,
    /// Share of the tray that is trim then, 0–1.
    pub trim_frac: f64,
}

/// A tray that is marked.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Marked {
    /// Pieces that are whole.
    pub whole_pieces: u32,
    /// So many of them are more than were asked for.
    pub more_pieces: u32,
    /// Pieces that an edge cuts: they are trim.
    pub edge_pieces: u32,
    /// Share of the tray that is trim, 0–1.
    pub trim_frac: f64,
    /// Between two lines that run across, cm.
    pub piece_cm: f64,
    /// One whole piece, cm².
    pub piece_cm2: f64,
    /// What a whole piece weighs, g, if it was told what all of it weighs.
    pub piece_g: Option<f64>,
    /// What the trim weighs, g.
    pub trim_g: Option<f64>,
    /// How far along the tray it is spread, cm.
    pub spread_cm: f64,
    /// How thick it lies, mm, if it was told how much there is, or how thick.
    pub thickness_mm: Option<f64>,
    /// Volume of the mass, ml, if that was told, or its thickness.
    pub volume_ml: Option<f64>,
    /// A size of piece near to this one that leaves much less over, if there is one.
    pub better: Option<BetterPiece>,
    /// What does not fit, and what to do.
    pub said: Vec<String>,
    /// Where to draw the lines.
    pub marks: Vec<Mark>,
}

/// Pieces of one tray at most.
const MOST_PIECES: f64 = 5000.0;
/// Leaning pieces are shifted so that most are whole: so many places are tried.
const SHIFTS: u32 = 48;
/// What lies so near to a line counts as on it, cm.
const ON_LINE_CM: f64 = 1e-6;
/// What an edge leaves of a piece counts as one if it reaches further in than this, cm: less is a crumb on the knife.
const CRUMB_CM: f64 = 0.05;
/// Another size is looked for as far as this from the one that is asked for, in so many steps each way, and told if so
/// much less of the tray is trim.
const OTHER_FRAC: f64 = 0.15;
const OTHER_STEPS: i32 = 15;
const MUCH_LESS_FRAC: f64 = 0.04;
const ABOUT_FRAC: f64 = 0.03;
/// Thinner than this share of what is written is said.
const THIN_FRAC: f64 = 0.8;

/// The two families of lines.
pub(super) struct Lines {
    length_cm: f64,
    width_cm: f64,
    /// Between lines that run along.
    row_cm: f64,
    /// Between lines that run across, measured along the tray.
    along_cm: f64,
    /// How far a line across goes along for each cm across.
    lean: f64,
    /// Where the first of them meets the edge.
    shift_cm: f64,
}

impl Lines {
    fn rows(&self) -> u32 {
        ((self.width_cm + ON_LINE_CM) / self.row_cm).floor() as u32
    }

    /// Numbers of the cells of a row of which all lies inside, and of which any does: the first and the one after the
    /// last. The row may be cut by the far edge.
    fn cells(&self, row: u32) -> ((i64, i64), (i64, i64)) {
        let from_y = f64::from(row) * self.row_cm;
        let to_y = (from_y + self.row_cm).min(self.width_cm);
        let (from_x, to_x) = (self.shift_cm + self.lean * from_y, self.shift_cm + self.lean * to_y);
        let (left, right) = (from_x.min(to_x), from_x.max(to_x));
        let number = |x: f64| x / self.along_cm;
        let near = ON_LINE_CM / self.along_cm;
        let first_whole = (number(-left) - near).ceil() as i64;
        let end_whole = (number(self.length_cm - right) + near).floor() as i64;
        let first_any = number(CRUMB_CM - right).floor() as i64;
        let end_any = number(self.length_cm - CRUMB_CM - left).ceil() as i64;
        ((first_whole, end_whole.max(first_whole)), (first_any, end_any.max(first_any)))
    }

    pub(super) fn whole(&self) -> u32 {
        (0..self.rows()).map(|r| self.cells(r).0).map(|(from, to)| (to - from) as u32).sum()
    }

    fn touched(&self) -> u32 {
        let cut = self.width_cm - f64::from(self.rows()) * self.row_cm > CRUMB_CM;
        (0..self.rows() + u32::from(cut)).map(|r| self.cells(r).1).map(|(from, to)| (to - from) as u32).sum()
    }

    /// Share of the tray that no whole piece covers.
    fn trim_frac(&self) -> f64 {
        let whole_cm2 = f64::from(self.whole()) * self.along_cm * self.row_cm;
        (1.0 - whole_cm2 / (self.length_cm * self.width_cm)).max(0.0)
    }

    fn marks(&self) -> Vec<Mark> {
        let (length_cm, width_cm) = (self.length_cm, self.width_cm);
        let along = (1..=self.rows()).map(|r| f64::from(r) * self.row_cm).filter(|y| *y < width_cm - 1e-3);
        let mut marks: Vec<Mark> =
            along.map(|y| Mark { from_x_cm: 0.0, from_y_cm: y, to_x_cm: length_cm, to_y_cm: y }).collect();
        let over = (self.lean * width_cm).abs();
        let first = ((-self.shift_cm - over) / self.along_cm).floor() as i64;
        let last = ((length_cm - self.shift_cm + over) / self.along_cm).ceil() as i64;
        marks.extend((first..=last).filter_map(|n| self.clipped(self.shift_cm + n as f64 * self.along_cm)));
        marks
    }

    /// The part of a line across that lies inside, if any does.
    fn clipped(&self, at_edge_cm: f64) -> Option<Mark> {
        let x = |y: f64| at_edge_cm + self.lean * y;
        let (mut from_y, mut to_y) = (0.0, self.width_cm);
        if self.lean.abs() > 1e-12 {
            let (a, b) = (-at_edge_cm / self.lean, (self.length_cm - at_edge_cm) / self.lean);
            (from_y, to_y) = (f64::max(from_y, a.min(b)), f64::min(to_y, a.max(b)));
        }
        let inside = |x: f64| x > 1e-3 && x < self.length_cm - 1e-3;
        let seen = to_y - from_y > 1e-3 && inside(x(0.5 * (from_y + to_y)));
        seen.then(|| Mark { from_x_cm: x(from_y), from_y_cm: from_y, to_x_cm: x(to_y), to_y_cm: to_y })
    }
}

impl TrayAsk {
    fn check(&self) -> Result<()> {
        let least = |what: &'static str, value: Option<f64>, low: f64, high: f64, unit: &'static str| {
            value.map_or(Ok(low), |v| within(what, v, low, high, unit))
        };
        within("The length of the tray", self.length_cm, 2.0, 120.0, "cm")?;
        within("The width of the tray", self.width_cm, 2.0, 120.0, "cm")?;
        within("The number of pieces", f64::from(self.pieces.unwrap_or(1)), 1.0, MOST_PIECES, "pieces")?;
        least("The size of a piece", self.piece_cm, 0.3, 60.0, "cm")?;
        least("The area of a piece", self.piece_cm2, 0.1, 3600.0, "cm²")?;
        least("The width of a piece", self.piece_width_cm, 0.3, 60.0, "cm")?;
        least("The angle", self.angle_deg, 20.0, 90.0, "°")?;
        least("The thickness", self.thickness_mm, 1.0, 120.0, "mm")?;
        least("The volume", self.volume_ml, 1.0, 100_000.0, "ml")?;
        least("How far it is spread", self.spread_cm, 1.0, 120.0, "cm")?;
        least("The height of the tray", self.height_cm, 0.0, 40.0, "cm")?;
        least("What it weighs", self.mass_g, 1.0, 100_000.0, "g")?;
        Ok(())
    }

    fn angle(&self) -> f64 {
        let usual_deg = if self.pattern == Pattern::Diamond { 60.0 } else { 90.0 };
        self.angle_deg.unwrap_or(usual_deg).to_radians()
    }

    /// The width of a piece against its length, where it is not told.
    pub(super) fn slimness(&self) -> f64 {
        if self.pattern == Pattern::Finger { 0.5 } else { 1.0 }
    }

    /// Between lines across, and between lines along, cm.
    fn piece(&self) -> Result<(f64, f64)> {
        let by_area = |cm2: f64| match self.piece_width_cm {
            Some(width_cm) => cm2 * self.angle().sin() / width_cm,
            None => (cm2 * self.angle().sin() / self.slimness()).sqrt(),
        };
        let piece_cm = self.piece_cm.or_else(|| self.piece_cm2.map(by_area));
        let piece_cm = piece_cm
            .ok_or_else(|| CoreError::Missing("Say how large a piece is: its length, or its area.".into()))?;
        Ok((piece_cm, self.piece_width_cm.unwrap_or(self.slimness() * piece_cm)))
    }

    /// How far it is spread, cm, and how thick it lies then, mm.
    fn lies(&self) -> (f64, Option<f64>) {
        let by_thickness = || Some(10.0 * self.volume_ml? / (self.width_cm * self.thickness_mm?));
        let spread_cm =
            self.spread_cm.or_else(by_thickness).unwrap_or(self.length_cm).min(self.length_cm).max(1.0);
        let thickness_mm = self.volume_ml.map(|ml| 10.0 * ml / (spread_cm * self.width_cm));
        (spread_cm, thickness_mm.or(self.thickness_mm))
    }

    /// The lines for pieces of a size, shifted so that most are whole.
    pub(super) fn lines(&self, spread_cm: f64, piece_cm: f64, row_cm: f64) -> Lines {
        let angle = self.angle();
        let along_cm = piece_cm / angle.sin();
        let lean = if angle.cos() < 1e-9 { 0.0 } else { angle.cos() / angle.sin() };
        let (length_cm, width_cm) = (spread_cm, self.width_cm);
        let unshifted = Lines { length_cm, width_cm, row_cm, along_cm, lean, shift_cm: 0.0 };
        (0..SHIFTS)
            .map(|i| Lines { shift_cm: along_cm * f64::from(i) / f64::from(SHIFTS), ..unshifted })
            .max_by(|a, b| a.whole().cmp(&b.whole()).then(b.shift_cm.total_cmp(&a.shift_cm)))
            .unwrap_or(unshifted)
    }

    /// A size near to one that leaves much less over.
    fn better(&self, spread_cm: f64, piece_cm: f64, trim_frac: f64) -> Option<BetterPiece> {
        let other = |step: i32| {
            let times = 1.0 + OTHER_FRAC * f64::from(step) / f64::from(OTHER_STEPS);
            // To the millimetre, as a ruler shows it.
            let piece_cm = (10.0 * piece_cm * times).round() / 10.0;
            let row_cm = self.piece_width_cm.unwrap_or(self.slimness() * piece_cm);
            let lines = self.lines(spread_cm, piece_cm, row_cm);
            let (whole_pieces, trim_frac) = (lines.whole(), lines.trim_frac());
            (piece_cm > 0.3 && whole_pieces > 0).then_some(BetterPiece { piece_cm, whole_pieces, trim_frac })
        };
        let tried: Vec<BetterPiece> = (-OTHER_STEPS..=OTHER_STEPS).filter_map(other).collect();
        let least_frac = tried.iter().map(|p| p.trim_frac).fold(trim_frac - MUCH_LESS_FRAC, f64::min);
        let far = |p: &BetterPiece| (p.piece_cm - piece_cm).abs();
        // The nearest of those that leave about as little as any.
        let good = |p: &BetterPiece| p.trim_frac <= (least_frac + ABOUT_FRAC).min(trim_frac - MUCH_LESS_FRAC);
        tried.into_iter().filter(good).min_by(|a, b| far(a).total_cmp(&far(b)))
    }

    fn said(&self, lies_mm: Option<f64>) -> Vec<String> {
        let mut said = Vec::new();
        let Some(lies_mm) = lies_mm else { return said };
        if self.height_cm.is_some_and(|cm| cm > 0.0 && lies_mm > 10.0 * cm) {
            said.push("It stands higher than this tray: take a larger one, or a second.".to_owned());
        }
        if self.thickness_mm.is_some_and(|mm| lies_mm < THIN_FRAC * mm) {
            said.push("Thinner than it is written: it sets sooner and breaks more easily.".to_owned());
        }
        said
    }
}

/// Marks a tray.
///
/// Costs under a millisecond with 500 pieces: most of it looks for a size that leaves less over.
///
/// ```
/// use unctum_core::set::{Pattern, TrayAsk, tray};
/// let ask = TrayAsk {
///     length_cm: 30.0, width_cm: 20.0, pattern: Pattern::Square, piece_cm: Some(3.0), pieces: None, piece_cm2: None,
///     piece_width_cm: None, angle_deg: None, thickness_mm: None, volume_ml: None, spread_cm: None, height_cm: None,
///     mass_g: Some(1000.0),
/// };
/// let marked = tray(&ask)?;
/// assert_eq!((marked.whole_pieces, marked.edge_pieces), (60, 10));
/// assert!((marked.trim_frac - 0.1).abs() < 1e-9 && (marked.trim_g.unwrap() - 100.0).abs() < 1e-6);
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
///
/// # Errors
/// Sizes and angles no tray has; more pieces than anybody cuts.
pub fn tray(ask: &TrayAsk) -> Result<Marked> {
    ask.check()?;
    let (spread_cm, lies_mm) = ask.lies();
    let counted = ask.pieces.filter(|_| ask.piece_cm.is_none());
    let for_pieces = counted.and_then(|n| ask.for_pieces(spread_cm, n));
    let (piece_cm, row_cm) = for_pieces.map_or_else(|| ask.piece(), Ok)?;
    let area_cm2 = spread_cm * ask.width_cm;
    let piece_cm2 = piece_cm / ask.angle().sin() * row_cm;
    if area_cm2 / piece_cm2 > MOST_PIECES {
        return Err(CoreError::TooMany(format!(
            "That would be more than {MOST_PIECES:.0} pieces. Make them larger, or check the size of the tray."
        )));
    }
    let lines = ask.lines(spread_cm, piece_cm, row_cm);
    let whole_pieces = lines.whole();
    if whole_pieces == 0 {
        return Err(CoreError::DoesNotFit(
            "Not one piece of this size lies whole in the tray. Make them smaller, or take a larger tray."
                .into(),
        ));
    }
    let trim_frac = lines.trim_frac();
    Ok(Marked {
        whole_pieces,
        edge_pieces: lines.touched().saturating_sub(whole_pieces),
        trim_frac,
        piece_cm,
        piece_cm2,
        piece_g: ask.mass_g.map(|g| g * piece_cm2 / area_cm2),
        trim_g: ask.mass_g.map(|g| g * trim_frac),
        spread_cm,
        thickness_mm: lies_mm,
        volume_ml: ask.volume_ml.or_else(|| lies_mm.map(|mm| area_cm2 * mm / 10.0)),
        better: counted.is_none().then(|| ask.better(spread_cm, piece_cm, trim_frac)).flatten(),
        more_pieces: counted.map_or(0, |n| whole_pieces.saturating_sub(n)),
        said: ask.said(lies_mm),
        marks: lines.marks(),
    })
}
