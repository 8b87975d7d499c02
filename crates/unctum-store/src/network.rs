//! Who may come in over the kitchen's network: the passcode's hash, and the devices that were let in.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;

use crate::error::{Result, StoreError};
use crate::schema::{device, instrument, network};

/// Most devices that stand in the list at once, revoked ones aside.
const MOST_DEVICES: i64 = 100;
/// A device is noted as seen at most so often, ms.
const SEEN_EVERY_MS: i64 = 60_000;

/// How the notebook is reached over the network.
#[derive(Debug, Clone, PartialEq, Eq, Queryable)]
pub struct Network {
    /// Whether it was switched on.
    pub switched_on: bool,
    /// Argon2id hash of the passcode, once one is set.
    pub passcode_hash: Option<String>,
}

/// A phone or tablet that was let in.
#[derive(Debug, Clone, PartialEq, Eq, Queryable, Selectable)]
#[diesel(table_name = device)]
pub struct Device {
    /// Its number.
    pub id: i32,
    /// What the cook calls it.
    pub name: String,
    /// When it was let in, ms since 1970.
    pub since_ms: i64,
    /// When it was last seen, ms since 1970.
    pub seen_ms: i64,
}

/// How it stands.
///
/// # Errors
/// Those of the database.
pub fn load(c: &mut SqliteConnection) -> Result<Network> {
    Ok(network::table.select((network::switched_on, network::passcode_hash)).first(c)?)
}

/// Keeps whether it is switched on.
///
/// # Errors
/// Those of the database.
pub fn switch(c: &mut SqliteConnection, on: bool) -> Result<()> {
    diesel::update(network::table).set(network::switched_on.eq(on)).execute(c)?;
    Ok(())
}

/// Keeps a new passcode's hash; whoever came in under an older one is out.
///
/// # Errors
/// Those of the database.
pub fn set_passcode(c: &mut SqliteConnection, hash: &str, now_ms: i64) -> Result<()> {
    diesel::update(network::table).set(network::passcode_hash.eq(hash)).execute(c)?;
    diesel::update(device::table.filter(device::revoked_ms.is_null()))
        .set(device::revoked_ms.eq(now_ms))
        .execute(c)?;
    Ok(())
}

/// Nobody is let in any more, and there is no passcode: for a notebook that comes back from a copy.
///
/// # Errors
/// Those of the database.
pub fn nobody_is_let_in(c: &mut SqliteConnection) -> Result<()> {
    diesel::delete(device::table).execute(c)?;
    let no_token = diesel::dsl::sql::<diesel::sql_types::Text>("'out-' || id");
    diesel::update(instrument::table).set(instrument::token_hash.eq(no_token)).execute(c)?;
    diesel::update(network::table)
        .set((network::switched_on.eq(false), network::passcode_hash.eq(None::<String>)))
        .execute(c)?;
    Ok(())
}

/// Lets a device in under the hash of its secret.
///
/// # Errors
/// [`StoreError::Core`] when there are very many already; those of the database.
pub fn let_in(c: &mut SqliteConnection, name: &str, secret_hash: &str, now_ms: i64) -> Result<Device> {
    let there: i64 = device::table.filter(device::revoked_ms.is_null()).count().get_result(c)?;
    if there >= MOST_DEVICES {
        let words = "Very many devices were let in. Take those off the list that are no longer used.";
        return Err(StoreError::Core(unctum_core::CoreError::NotNow(words.into())));
    }
    Ok(diesel::insert_into(device::table)
        .values((
            device::name.eq(name),
            device::secret_hash.eq(secret_hash),
            device::since_ms.eq(now_ms),
            device::seen_ms.eq(now_ms),
        ))
        .returning(Device::as_returning())
        .get_result(c)?)
}

/// The device with this secret, unless it was revoked.
///
/// # Errors
/// Those of the database.
pub fn device_of(c: &mut SqliteConnection, secret_hash: &str) -> Result<Option<Device>> {
    Ok(device::table
        .filter(device::secret_hash.eq(secret_hash).and(device::revoked_ms.is_null()))
        .select(Device::as_select())
        .first(c)
        .optional()?)
}

/// Whether a device should be noted as seen again.
#[must_use]
pub fn seen_long_ago(device: &Device, now_ms: i64) -> bool {
    now_ms - device.seen_ms >= SEEN_EVERY_MS
}

/// Notes that a device was seen.
///
/// # Errors
/// Those of the database.
pub fn note_seen(c: &mut SqliteConnection, id: i32, now_ms: i64) -> Result<()> {
    diesel::update(device::table.find(id)).set(device::seen_ms.eq(now_ms)).execute(c)?;
    Ok(())
}

/// The devices that were let in and not revoked, newest first.
///
/// # Errors
/// Those of the database.
pub fn devices(c: &mut SqliteConnection) -> Result<Vec<Device>> {
    Ok(device::table
        .filter(device::revoked_ms.is_null())
        .order(device::id.desc())
        .select(Device::as_select())
        .load(c)?)
}

/// Puts a device out.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn revoke(c: &mut SqliteConnection, id: i32, now_ms: i64) -> Result<()> {
    let out = diesel::update(device::table.find(id)).set(device::revoked_ms.eq(now_ms)).execute(c)?;
    if out == 0 { Err(StoreError::NotFound { what: "device", id }) } else { Ok(()) }
}
