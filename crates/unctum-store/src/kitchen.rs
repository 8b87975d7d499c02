//! The kitchen: room, rings, pans, thermometers.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::kitchen::{Pan, Ring, RingKind, Room, Thermometer};

use crate::error::{Result, StoreError};
use crate::schema;

/// Something of the kitchen with its number.
#[derive(Debug, Clone, PartialEq)]
pub struct Numbered<T> {
    /// Its number; none before it was saved.
    pub id: Option<i32>,
    /// It.
    pub value: T,
}

/// The whole kitchen.
#[derive(Debug, Clone, PartialEq)]
pub struct Kitchen {
    /// What the cook calls it.
    pub name: String,
    /// The air in it.
    pub room: Room,
    /// Its rings.
    pub rings: Vec<Numbered<Ring>>,
    /// Its pans.
    pub pans: Vec<Numbered<Pan>>,
    /// Its thermometers.
    pub thermometers: Vec<Numbered<Thermometer>>,
}

#[derive(Queryable, Selectable, AsChangeset, Identifiable)]
#[diesel(table_name = schema::kitchen, treat_none_as_null = true)]
struct KitchenRow {
    id: i32,
    name: String,
    altitude_m: Option<f64>,
    pressure_pa: Option<f64>,
    room_c: f64,
    humidity_frac: f64,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::ring)]
struct RingRow {
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
    id: Option<i32>,
    name: String,
    tare_g: f64,
    diameter_cm: f64,
    wall_height_cm: f64,
    heat_capacity_j_k: f64,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = schema::thermometer)]
struct ThermometerRow {
    id: Option<i32>,
    name: String,
    offset_k: f64,
}

impl RingRow {
    fn into_numbered(self) -> Result<Numbered<Ring>> {
        let kind: RingKind = serde_json::from_value(self.kind.into())?;
        let ring = Ring {
            name: self.name,
            kind,
            rated_power_w: self.rated_power_w,
            efficiency_frac: self.efficiency_frac,
            efficiency_sd: self.efficiency_sd,
        };
        Ok(Numbered { id: self.id, value: ring })
    }

    fn of(numbered: &Numbered<Ring>) -> Result<Self> {
        let ring = &numbered.value;
        Ok(Self {
            id: numbered.id,
            name: ring.name.clone(),
            kind: serde_json::from_value(serde_json::to_value(ring.kind)?)?,
            rated_power_w: ring.rated_power_w,
            efficiency_frac: ring.efficiency_frac,
            efficiency_sd: ring.efficiency_sd,
        })
    }
}

/// The kitchen as it stands.
///
/// # Errors
/// Those of the database.
pub fn load(c: &mut SqliteConnection) -> Result<Kitchen> {
    let row = schema::kitchen::table.select(KitchenRow::as_select()).first(c)?;
    let rings = {
        use schema::ring::dsl as r;
        r::ring
            .order(r::id)
            .select((
                r::id.nullable(),
                r::name,
                r::kind,
                r::rated_power_w,
                r::efficiency_frac,
                r::efficiency_sd,
            ))
            .load::<RingRow>(c)?
    };
    let pans = {
        use schema::pan::dsl as p;
        p::pan
            .order(p::id)
            .select((
                p::id.nullable(),
                p::name,
                p::tare_g,
                p::diameter_cm,
                p::wall_height_cm,
                p::heat_capacity_j_k,
            ))
            .load::<PanRow>(c)?
    };
    let thermometers = {
        use schema::thermometer::dsl as t;
        t::thermometer
            .order(t::id)
            .select((t::id.nullable(), t::name, t::offset_k))
            .load::<ThermometerRow>(c)?
    };
    Ok(Kitchen {
        name: row.name,
        room: Room {
            altitude_m: row.altitude_m,
            pressure_pa: row.pressure_pa,
            room_c: row.room_c,
            humidity_frac: row.humidity_frac,
        },
        rings: rings.into_iter().map(RingRow::into_numbered).collect::<Result<_>>()?,
        pans: pans
            .into_iter()
            .map(|p| Numbered {
                id: p.id,
                value: Pan {
                    name: p.name,
                    tare_g: p.tare_g,
                    diameter_cm: p.diameter_cm,
                    wall_height_cm: p.wall_height_cm,
                    heat_capacity_j_k: p.heat_capacity_j_k,
                },
            })
            .collect(),
        thermometers: thermometers
            .into_iter()
            .map(|t| Numbered { id: t.id, value: Thermometer { name: t.name, offset_k: t.offset_k } })
            .collect(),
    })
}

/// Replaces the kitchen. Batches keep the copies they started with.
///
/// # Errors
/// [`StoreError::Core`] for values no kitchen has; those of the database.
pub fn save(c: &mut SqliteConnection, kitchen: &Kitchen) -> Result<()> {
    kitchen.room.air()?;
    kitchen.rings.iter().try_for_each(|r| r.value.check())?;
    kitchen.pans.iter().try_for_each(|p| p.value.check())?;
    kitchen.thermometers.iter().try_for_each(|t| t.value.check())?;
    let named = |name: &String| (1..=80).contains(&name.trim().chars().count());
    let names = kitchen.rings.iter().map(|r| &r.value.name).chain(kitchen.pans.iter().map(|p| &p.value.name));
    let mut names = names.chain(kitchen.thermometers.iter().map(|t| &t.value.name)).chain([&kitchen.name]);
    let words = |words: &str| StoreError::Core(unctum_core::CoreError::NotNow(words.to_owned()));
    if !names.all(named) {
        return Err(words("Give everything in the kitchen a name of 1 to 80 letters."));
    }
    if kitchen.rings.is_empty() || kitchen.pans.is_empty() {
        return Err(words("A kitchen needs at least one ring and one pan."));
    }
    diesel::update(schema::kitchen::table)
        .set(&KitchenRow {
            id: 1,
            name: kitchen.name.clone(),
            altitude_m: kitchen.room.altitude_m,
            pressure_pa: kitchen.room.pressure_pa,
            room_c: kitchen.room.room_c,
            humidity_frac: kitchen.room.humidity_frac,
        })
        .execute(c)?;
    diesel::delete(schema::ring::table).execute(c)?;
    for ring in &kitchen.rings {
        diesel::insert_into(schema::ring::table).values(RingRow::of(ring)?).execute(c)?;
    }
    diesel::delete(schema::pan::table).execute(c)?;
    for Numbered { id, value } in &kitchen.pans {
        let row = PanRow {
            id: *id,
            name: value.name.clone(),
            tare_g: value.tare_g,
            diameter_cm: value.diameter_cm,
            wall_height_cm: value.wall_height_cm,
            heat_capacity_j_k: value.heat_capacity_j_k,
        };
        diesel::insert_into(schema::pan::table).values(row).execute(c)?;
    }
    diesel::delete(schema::thermometer::table).execute(c)?;
    for Numbered { id, value } in &kitchen.thermometers {
        let row = ThermometerRow { id: *id, name: value.name.clone(), offset_k: value.offset_k };
        diesel::insert_into(schema::thermometer::table).values(row).execute(c)?;
    }
    Ok(())
}
