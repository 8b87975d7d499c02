//! The kitchen: its rows, turned into one document and back, and what it was before each change.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use serde::Serialize;
use serde::de::DeserializeOwned;
use unctum_core::kitchen::{
    Bench, KitchenDocument, Measure, NumberedMeasure, NumberedPan, NumberedRing, NumberedThermometer,
    NumberedTray, Pan, Ring, Room, Thermometer, Tray,
};

use crate::error::{Result, StoreError};
use crate::kitchen_merge::merge;
use crate::schema::{self, kitchen_history};

/// Most changes kept to be taken back.
const HISTORY_KEPT: i64 = 200;

#[derive(Queryable, Selectable, AsChangeset, Identifiable)]
#[diesel(table_name = schema::kitchen, treat_none_as_null = true)]
struct KitchenRow {
    id: i32,
    name: String,
    altitude_m: Option<f64>,
    pressure_pa: Option<f64>,
    room_c: f64,
    humidity_frac: f64,
    scale_step_g: Option<f64>,
    refractometer_offset_brix: Option<f64>,
    temperature_unit: String,
    mass_unit: String,
    ladder_json: String,
    version: i32,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::ring)]
struct RingRow {
    #[diesel(select_expression = schema::ring::id.nullable())]
    id: Option<i32>,
    name: String,
    kind: String,
    rated_power_w: f64,
    efficiency_frac: f64,
    efficiency_sd: f64,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::pan)]
struct PanRow {
    #[diesel(select_expression = schema::pan::id.nullable())]
    id: Option<i32>,
    name: String,
    tare_g: f64,
    diameter_cm: f64,
    wall_height_cm: f64,
    heat_capacity_j_k: f64,
    metal: Option<String>,
    weighed: bool,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::thermometer)]
struct ThermometerRow {
    #[diesel(select_expression = schema::thermometer::id.nullable())]
    id: Option<i32>,
    name: String,
    offset_k: f64,
    ice_offset_k: Option<f64>,
    sd_k: f64,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::tray)]
struct TrayRow {
    #[diesel(select_expression = schema::tray::id.nullable())]
    id: Option<i32>,
    name: String,
    length_cm: f64,
    width_cm: f64,
    height_cm: f64,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::measure)]
struct MeasureRow {
    #[diesel(select_expression = schema::measure::id.nullable())]
    id: Option<i32>,
    name: String,
    volume_ml: f64,
    volume_sd_ml: f64,
}

/// The word of a plain enum, as it stands in a row.
fn word<T: Serialize>(value: T) -> Result<String> {
    Ok(serde_json::from_value(serde_json::to_value(value)?)?)
}

fn from_word<T: DeserializeOwned>(word: String) -> Result<T> {
    Ok(serde_json::from_value(word.into())?)
}

/// The kitchen as it stands.
///
/// # Errors
/// Those of the database.
pub fn load(c: &mut SqliteConnection) -> Result<KitchenDocument> {
    let row = schema::kitchen::table.select(KitchenRow::as_select()).first(c)?;
    let rings = schema::ring::table.order(schema::ring::id).select(RingRow::as_select()).load(c)?;
    let pans = schema::pan::table.order(schema::pan::id).select(PanRow::as_select()).load(c)?;
    let thermometers = schema::thermometer::table
        .order(schema::thermometer::id)
        .select(ThermometerRow::as_select())
        .load(c)?;
    let trays = schema::tray::table.order(schema::tray::id).select(TrayRow::as_select()).load(c)?;
    let measures =
        schema::measure::table.order(schema::measure::id).select(MeasureRow::as_select()).load(c)?;
    Ok(KitchenDocument {
        name: row.name,
        room: Room {
            altitude_m: row.altitude_m,
            pressure_pa: row.pressure_pa,
            room_c: row.room_c,
            humidity_frac: row.humidity_frac,
        },
        rings: rings.into_iter().map(ring).collect::<Result<_>>()?,
        pans: pans.into_iter().map(pan).collect::<Result<_>>()?,
        thermometers: thermometers.into_iter().map(thermometer).collect(),
        trays: trays.into_iter().map(tray).collect(),
        measures: measures.into_iter().map(measure).collect(),
        bench: Bench {
            scale_step_g: row.scale_step_g,
            refractometer_offset_brix: row.refractometer_offset_brix,
            temperature_unit: from_word(row.temperature_unit)?,
            mass_unit: from_word(row.mass_unit)?,
        },
        ladder: serde_json::from_str(&row.ladder_json)?,
    })
}

fn ring(row: RingRow) -> Result<NumberedRing> {
    let ring = Ring {
        name: row.name,
        kind: from_word(row.kind)?,
        rated_power_w: row.rated_power_w,
        efficiency_frac: row.efficiency_frac,
        efficiency_sd: row.efficiency_sd,
    };
    Ok(NumberedRing { id: row.id, ring })
}

fn pan(row: PanRow) -> Result<NumberedPan> {
    let pan = Pan {
        name: row.name,
        tare_g: row.tare_g,
        diameter_cm: row.diameter_cm,
        wall_height_cm: row.wall_height_cm,
        heat_capacity_j_k: row.heat_capacity_j_k,
        metal: row.metal.map(from_word).transpose()?,
        weighed: row.weighed,
    };
    Ok(NumberedPan { id: row.id, pan })
}

fn thermometer(row: ThermometerRow) -> NumberedThermometer {
    let thermometer = Thermometer {
        name: row.name,
        offset_k: row.offset_k,
        ice_offset_k: row.ice_offset_k,
        sd_k: row.sd_k,
    };
    NumberedThermometer { id: row.id, thermometer }
}

fn tray(row: TrayRow) -> NumberedTray {
    let tray =
        Tray { name: row.name, length_cm: row.length_cm, width_cm: row.width_cm, height_cm: row.height_cm };
    NumberedTray { id: row.id, tray }
}

fn measure(row: MeasureRow) -> NumberedMeasure {
    let measure = Measure { name: row.name, volume_ml: row.volume_ml, volume_sd_ml: row.volume_sd_ml };
    NumberedMeasure { id: row.id, measure }
}

/// The version that the kitchen stands at; 1 is one that nobody has changed.
///
/// # Errors
/// Those of the database.
pub fn version(c: &mut SqliteConnection) -> Result<i32> {
    Ok(schema::kitchen::table.select(schema::kitchen::version).first(c)?)
}

/// Replaces the kitchen and keeps what it was, to be taken back. Batches keep the copies they started
/// with.
///
/// # Errors
/// [`StoreError::Core`] for values no kitchen has; those of the database.
pub fn save(c: &mut SqliteConnection, kitchen: &KitchenDocument, reason: &str, now_ms: i64) -> Result<()> {
    kitchen.check()?;
    let before = serde_json::to_string(&load(c)?)?;
    let version = version(c)?;
    let reason: String = reason.chars().take(200).collect();
    diesel::insert_into(kitchen_history::table)
        .values((
            kitchen_history::at_ms.eq(now_ms),
            kitchen_history::reason.eq(reason),
            kitchen_history::document_json.eq(before),
            kitchen_history::version.eq(version),
        ))
        .execute(c)?;
    let newest: Option<i32> =
        kitchen_history::table.select(diesel::dsl::max(kitchen_history::id)).first(c)?;
    let oldest_kept = i64::from(newest.unwrap_or(0)) - HISTORY_KEPT;
    if let Ok(oldest_kept) = i32::try_from(oldest_kept) {
        diesel::delete(kitchen_history::table.filter(kitchen_history::id.le(oldest_kept))).execute(c)?;
    }
    write(c, kitchen)
}

/// What becomes of a change that was based on an older kitchen.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct BasedOn {
    /// The version it was read at.
    pub version: i32,
    /// Whether it stands where somebody else changed the same thing.
    pub mine_stands: bool,
}

/// Saves a change that was based on a version. What others changed since is kept beside it; where both
/// changed the same thing, nothing is kept and it is said what that is.
///
/// # Errors
/// [`StoreError::BothChanged`]; those of [`save`].
pub fn save_over(
    c: &mut SqliteConnection,
    based_on: BasedOn,
    kitchen: &KitchenDocument,
    reason: &str,
    now_ms: i64,
) -> Result<()> {
    kitchen.check()?;
    let now = version(c)?;
    if now == based_on.version {
        return save(c, kitchen, reason, now_ms);
    }
    let base: Option<String> = kitchen_history::table
        .filter(kitchen_history::version.eq(based_on.version))
        .order(kitchen_history::id.desc())
        .select(kitchen_history::document_json)
        .first(c)
        .optional()?;
    let theirs = serde_json::to_value(load(c)?)?;
    // A version that is no longer known: whatever differs is asked about.
    let base = match base {
        Some(json) => serde_json::to_value(serde_json::from_str::<KitchenDocument>(&json)?)?,
        None => serde_json::Value::Null,
    };
    let merged = merge(&base, &serde_json::to_value(kitchen)?, &theirs);
    if !merged.both.is_empty() && !based_on.mine_stands {
        return Err(StoreError::BothChanged { parts: merged.both.join(", ") });
    }
    save(c, &serde_json::from_value(merged.document)?, reason, now_ms)
}

fn write(c: &mut SqliteConnection, kitchen: &KitchenDocument) -> Result<()> {
    let version = version(c)? + 1;
    diesel::update(schema::kitchen::table)
        .set(&KitchenRow {
            id: 1,
            name: kitchen.name.clone(),
            altitude_m: kitchen.room.altitude_m,
            pressure_pa: kitchen.room.pressure_pa,
            room_c: kitchen.room.room_c,
            humidity_frac: kitchen.room.humidity_frac,
            scale_step_g: kitchen.bench.scale_step_g,
            refractometer_offset_brix: kitchen.bench.refractometer_offset_brix,
            temperature_unit: word(kitchen.bench.temperature_unit)?,
            mass_unit: word(kitchen.bench.mass_unit)?,
            ladder_json: serde_json::to_string(&kitchen.ladder)?,
            version,
        })
        .execute(c)?;
    diesel::delete(schema::ring::table).execute(c)?;
    for NumberedRing { id, ring } in &kitchen.rings {
        let row = RingRow {
            id: *id,
            name: ring.name.clone(),
            kind: word(ring.kind)?,
            rated_power_w: ring.rated_power_w,
            efficiency_frac: ring.efficiency_frac,
            efficiency_sd: ring.efficiency_sd,
        };
        diesel::insert_into(schema::ring::table).values(row).execute(c)?;
    }
    diesel::delete(schema::pan::table).execute(c)?;
    for NumberedPan { id, pan } in &kitchen.pans {
        let row = PanRow {
            id: *id,
            name: pan.name.clone(),
            tare_g: pan.tare_g,
            diameter_cm: pan.diameter_cm,
            wall_height_cm: pan.wall_height_cm,
            heat_capacity_j_k: pan.heat_capacity_j_k,
            metal: pan.metal.map(word).transpose()?,
            weighed: pan.weighed,
        };
        diesel::insert_into(schema::pan::table).values(row).execute(c)?;
    }
    diesel::delete(schema::thermometer::table).execute(c)?;
    for NumberedThermometer { id, thermometer } in &kitchen.thermometers {
        let row = ThermometerRow {
            id: *id,
            name: thermometer.name.clone(),
            offset_k: thermometer.offset_k,
            ice_offset_k: thermometer.ice_offset_k,
            sd_k: thermometer.sd_k,
        };
        diesel::insert_into(schema::thermometer::table).values(row).execute(c)?;
    }
    diesel::delete(schema::tray::table).execute(c)?;
    for NumberedTray { id, tray } in &kitchen.trays {
        let row = TrayRow {
            id: *id,
            name: tray.name.clone(),
            length_cm: tray.length_cm,
            width_cm: tray.width_cm,
            height_cm: tray.height_cm,
        };
        diesel::insert_into(schema::tray::table).values(row).execute(c)?;
    }
    diesel::delete(schema::measure::table).execute(c)?;
    for NumberedMeasure { id, measure } in &kitchen.measures {
        let row = MeasureRow {
            id: *id,
            name: measure.name.clone(),
            volume_ml: measure.volume_ml,
            volume_sd_ml: measure.volume_sd_ml,
        };
        diesel::insert_into(schema::measure::table).values(row).execute(c)?;
    }
    Ok(())
}

/// Puts a kitchen in as it stood elsewhere, with the version it stood at.
pub(crate) fn put_in(c: &mut SqliteConnection, kitchen: &KitchenDocument, version: i32) -> Result<()> {
    kitchen.check()?;
    write(c, kitchen)?;
    diesel::update(schema::kitchen::table).set(schema::kitchen::version.eq(version)).execute(c)?;
    Ok(())
}

/// A change of the kitchen that can be taken back.
#[derive(Debug, Clone, PartialEq, Eq, Queryable, Selectable)]
#[diesel(table_name = kitchen_history)]
pub struct KitchenChange {
    /// Its number.
    pub id: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What was done, in the cook's words.
    pub reason: String,
}

/// The changes that can be taken back, newest first.
///
/// # Errors
/// Those of the database.
pub fn history(c: &mut SqliteConnection) -> Result<Vec<KitchenChange>> {
    Ok(kitchen_history::table.order(kitchen_history::id.desc()).select(KitchenChange::as_select()).load(c)?)
}

/// Takes the newest change back: the kitchen stands as it did before it.
///
/// # Errors
/// [`StoreError::Core`] when there is nothing to take back, or it is no longer the newest.
pub fn undo(c: &mut SqliteConnection, id: i32) -> Result<()> {
    let newest: Option<(i32, String)> = kitchen_history::table
        .order(kitchen_history::id.desc())
        .select((kitchen_history::id, kitchen_history::document_json))
        .first(c)
        .optional()?;
    let words = |words: &str| StoreError::Core(unctum_core::CoreError::NotNow(words.to_owned()));
    let (newest_id, before) =
        newest.ok_or_else(|| words("There is no change of the kitchen to take back."))?;
    if newest_id != id {
        return Err(words("Only the newest change can be taken back. Take the later ones back first."));
    }
    write(c, &serde_json::from_str(&before)?)?;
    diesel::delete(kitchen_history::table.find(newest_id)).execute(c)?;
    Ok(())
}
