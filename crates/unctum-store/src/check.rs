//! Looks a notebook through: whether the file is whole and every row can be read.

use std::path::Path;

use diesel::prelude::*;
use diesel::sql_types::Text;
use diesel::sqlite::SqliteConnection;
use unctum_core::order::{KitchenDays, Order, Pantry};

use crate::batch::{followed, told};
use crate::document::read;
use crate::error::{Result, StoreError};
use crate::file::{self, Kind};
use crate::planning::PlanningDocument;
use crate::schema::{batch, planning_document, sweet, sweet_version};
use crate::{kitchen, sweet as sweets};

#[derive(QueryableByName)]
struct Said {
    #[diesel(sql_type = Text)]
    said: String,
}

/// Everything wrong with a notebook, in words; nothing if it is whole. The file is not written to.
///
/// # Errors
/// A file that is no notebook of this program or an older one, or cannot be opened.
pub fn check(path: &Path) -> Result<Vec<String>> {
    match check_there(path) {
        Err(StoreError::Disk | StoreError::ReadOnly | StoreError::Open(_)) if path.is_file() => {
            // Where nothing may be laid beside it (a disc, a stick that is locked) a copy of it is looked through.
            let folder = tempfile::tempdir()?;
            let copied = folder.path().join("looked-at.db");
            file::copy_as_it_lies(path, &copied)?;
            check_there(&copied)
        }
        told => told,
    }
}

fn check_there(path: &Path) -> Result<Vec<String>> {
    match file::kind(path)? {
        Kind::Missing => return Err(StoreError::Open("there is no such file".into())),
        Kind::Empty => return Ok(vec!["The file is empty: nothing was ever kept in it.".into()]),
        Kind::Ours { form } if form < file::FORM => {
            let words = "It is an older notebook. Open it once with unctum serve, then check it again.";
            return Ok(vec![words.into()]);
        }
        Kind::Ours { .. } => {}
    }
    let mut c = file::read_only(path)?;
    let mut wrong = pages(&mut c)?;
    if wrong.is_empty() {
        wrong = c.transaction(rows)?;
    }
    Ok(wrong)
}

fn pages(c: &mut SqliteConnection) -> Result<Vec<String>> {
    let whole =
        diesel::sql_query("SELECT integrity_check AS said FROM pragma_integrity_check").load::<Said>(c);
    let whole = match whole.map_err(StoreError::from) {
        Ok(said) => said,
        Err(StoreError::Damaged) => return Ok(vec!["The file is damaged: pages of it are missing.".into()]),
        Err(other) => return Err(other),
    };
    let astray = diesel::sql_query(
        "SELECT \"table\" || ' ' || rowid || ' belongs to nothing in ' || parent AS said
         FROM pragma_foreign_key_check",
    )
    .load::<Said>(c)?;
    Ok(whole.into_iter().chain(astray).map(|s| s.said).filter(|s| s != "ok").collect())
}

fn rows(c: &mut SqliteConnection) -> Result<Vec<String>> {
    let mut wrong = Vec::new();
    let mut look = |what: String, read: Result<()>| match read {
        Ok(()) => Ok(()),
        Err(e @ (StoreError::Corrupt(_) | StoreError::Core(_) | StoreError::NotFound { .. })) => {
            wrong.push(format!("{what}: {e}"));
            Ok(())
        }
        Err(other) => Err(other),
    };
    let kitchen = kitchen::load(c).and_then(|k| Ok(k.check()?));
    look("The kitchen".into(), kitchen)?;
    for id in batch::table.order(batch::id).select(batch::id).load::<i32>(c)? {
        let read = followed(c, id).and_then(|_| told(c, id).map(|_| ()));
        look(format!("Batch {id}"), read)?;
    }
    let versions: Vec<(i32, i32)> =
        sweet_version::table.select((sweet_version::sweet_id, sweet_version::version)).load(c)?;
    for (id, version) in versions {
        look(format!("Sweet {id}, version {version}"), sweets::at_version(c, id, version).map(|_| ()))?;
    }
    for id in sweet::table.filter(sweet::removed_ms.is_null()).select(sweet::id).load::<i32>(c)? {
        look(format!("Sweet {id}"), sweets::load(c, id).map(|_| ()))?;
    }
    let plannings: Vec<(i32, String, String)> = planning_document::table
        .filter(planning_document::removed_ms.is_null())
        .select((planning_document::id, planning_document::kind, planning_document::document_json))
        .load(c)?;
    for (id, kind, json) in plannings {
        let readable = match kind.as_str() {
            Order::KIND => read::<Order>(&json).and_then(|o| Ok(o.check()?)),
            KitchenDays::KIND => read::<KitchenDays>(&json).and_then(|d| Ok(d.check()?)),
            _ => read::<Pantry>(&json).map(|_| ()),
        };
        look(format!("Planning document {id} ({kind})"), readable)?;
    }
    Ok(wrong)
}
