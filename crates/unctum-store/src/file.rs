//! The file as a file: whose it is, what form it has, who may read it, and copies of it.

use std::fs::{self, OpenOptions};
use std::path::{Path, PathBuf};

use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use diesel::sql_types::{BigInt, Integer};
use diesel::sqlite::SqliteConnection;

use crate::error::{Result, StoreError};

/// Says in the file's head that it is a notebook of Unctum: “Unct” as SQLite's `application_id`.
const OURS: i32 = 0x556E_6374;
/// Form of the file that this program writes, SQLite's `user_version`: one up with each migration.
pub const FORM: i32 = 12;

/// Which file it is, whatever it is called: its disk and its number there.
pub(crate) type Identity = (u64, u64);

/// Which file stands at a path; none where there is none, or where the system does not number files.
pub(crate) fn identity(path: &Path) -> Option<Identity> {
    #[cfg(unix)]
    {
        use std::os::unix::fs::MetadataExt;
        fs::metadata(path).ok().map(|found| (found.dev(), found.ino()))
    }
    #[cfg(not(unix))]
    {
        let _ = path;
        None
    }
}

/// What stands at a path.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Kind {
    /// Nothing yet.
    Missing,
    /// An empty database.
    Empty,
    /// A notebook, in this form; 0 for one from before forms were counted.
    Ours {
        /// Its form.
        form: i32,
    },
}

#[derive(QueryableByName)]
struct Head {
    #[diesel(sql_type = Integer)]
    application_id: i32,
    #[diesel(sql_type = Integer)]
    user_version: i32,
    #[diesel(sql_type = BigInt)]
    tables: i64,
    #[diesel(sql_type = BigInt)]
    known: i64,
    #[diesel(sql_type = BigInt)]
    begun: i64,
}

const HEAD: &str = "SELECT a.application_id, u.user_version,
    (SELECT count(*) FROM sqlite_master) AS tables,
    (SELECT count(*) FROM sqlite_master WHERE type = 'table'
        AND name IN ('__diesel_schema_migrations', 'kitchen', 'batch', 'batch_event')) AS known,
    (SELECT count(*) FROM sqlite_master WHERE tbl_name = '__diesel_schema_migrations') AS begun
    FROM pragma_application_id a, pragma_user_version u";

/// Looks at a file without writing to it; only a write of ours that was broken off half way is rolled back first.
///
/// # Errors
/// [`StoreError::NotOurs`], [`StoreError::Newer`], or what keeps it from being read.
pub fn kind(path: &Path) -> Result<Kind> {
    roll_back(path)?;
    kind_as_it_lies(path)
}

fn kind_as_it_lies(path: &Path) -> Result<Kind> {
    match fs::metadata(path) {
        Ok(found) if found.is_file() && found.len() == 0 && side_files(path).all(|p| !p.exists()) => {
            return Ok(Kind::Empty);
        }
        Ok(found) if found.is_file() => {}
        Ok(_) => return Err(StoreError::NotOurs),
        Err(e) if e.kind() == std::io::ErrorKind::NotFound => return Ok(Kind::Missing),
        Err(e) => return Err(StoreError::Open(e.to_string())),
    }
    let head = read_only(path).and_then(|mut c| Ok(diesel::sql_query(HEAD).get_result::<Head>(&mut c)?));
    let head = match head {
        Ok(head) => head,
        Err(StoreError::Damaged) if !says_ours(path) => return Err(StoreError::NotOurs),
        Err(other) => return Err(other),
    };
    match head {
        Head { application_id: OURS, user_version: form, .. } if form > FORM => {
            Err(StoreError::Newer { theirs: form, ours: FORM })
        }
        Head { application_id: OURS, user_version: form, .. } => Ok(Kind::Ours { form }),
        // Ended as its first table was made, it has nothing in it yet.
        Head { application_id: 0, tables, begun, .. } if tables == begun => Ok(Kind::Empty),
        Head { application_id: 0, known: 4, .. } => Ok(Kind::Ours { form: 0 }),
        _ => Err(StoreError::NotOurs),
    }
}

/// Where SQLite lays down the `application_id` in a file's first bytes.
const OURS_AT: std::ops::Range<usize> = 68..72;

/// Whether the first bytes of a file say that it is ours, however damaged the rest is.
fn says_ours(path: &Path) -> bool {
    let mut head = [0_u8; 100];
    let read = fs::File::open(path).and_then(|mut f| std::io::Read::read_exact(&mut f, &mut head));
    read.is_ok() && head.starts_with(b"SQLite format 3\0") && head[OURS_AT] == OURS.to_be_bytes()
}

/// A connection that cannot write.
pub(crate) fn read_only(path: &Path) -> Result<SqliteConnection> {
    let open = |e: &dyn std::fmt::Display| StoreError::Open(e.to_string());
    let whole = std::path::absolute(path).map_err(|e| open(&e))?;
    let name = whole.to_str().ok_or_else(|| StoreError::Open("its name is not valid text".into()))?;
    // In a file's address these three mean something else.
    let name = name.replace('%', "%25").replace('?', "%3f").replace('#', "%23");
    let mut c = SqliteConnection::establish(&format!("file:{name}?mode=ro")).map_err(|e| open(&e))?;
    c.batch_execute("PRAGMA busy_timeout = 5000;")?;
    Ok(c)
}

/// Says in the head of a file that it is ours, and its form.
pub(crate) fn mark() -> String {
    format!("PRAGMA application_id = {OURS}; PRAGMA user_version = {FORM};")
}

/// Makes an empty file that only its owner may read.
pub(crate) fn make_private(path: &Path) -> std::io::Result<()> {
    let mut options = OpenOptions::new();
    options.write(true).create_new(true);
    #[cfg(unix)]
    std::os::unix::fs::OpenOptionsExt::mode(&mut options, 0o600);
    options.open(path).map(|_| ())
}

/// Lets only its owner read a file. What cannot be changed stays as it is: it is still the cook's file.
pub(crate) fn keep_private(path: &Path) {
    #[cfg(unix)]
    let _ = fs::set_permissions(path, std::os::unix::fs::PermissionsExt::from_mode(0o600));
    #[cfg(not(unix))]
    let _ = path;
}

/// Makes a folder that only its owner may enter, if it is not there.
///
/// # Errors
/// Those of the file system.
pub fn private_folder(path: &Path) -> std::io::Result<()> {
    if path.is_dir() {
        return Ok(());
    }
    let mut builder = fs::DirBuilder::new();
    builder.recursive(true);
    #[cfg(unix)]
    std::os::unix::fs::DirBuilderExt::mode(&mut builder, 0o700);
    builder.create(path)
}

/// The folder beside a notebook where its copies lie.
#[must_use]
pub fn copies_folder(path: &Path) -> PathBuf {
    beside(path, "-copies")
}

/// A name beside a file: the file's own with something behind it.
#[must_use]
pub fn beside(path: &Path, behind: &str) -> PathBuf {
    let mut name = path.file_stem().unwrap_or_default().to_owned();
    name.push(behind);
    path.with_file_name(name)
}

/// What SQLite may lay beside a file: the write-ahead log, its index, the journal of a write.
pub(crate) fn side_files(path: &Path) -> impl Iterator<Item = PathBuf> {
    ["-wal", "-shm", "-journal"].into_iter().map(move |ending| ended(path, ending))
}

fn ended(path: &Path, ending: &str) -> PathBuf {
    let mut name = path.as_os_str().to_owned();
    name.push(ending);
    name.into()
}

/// A write that was broken off leaves its journal, and with that the file can only be read by who may roll it back.
/// A copy shows first whether the file is ours: what is not stays as it is.
fn roll_back(path: &Path) -> Result<()> {
    let hot = |p: &Path| fs::metadata(p).is_ok_and(|found| found.is_file() && found.len() > 0);
    if !path.is_file() || !hot(&ended(path, "-journal")) {
        return Ok(());
    }
    let open = |e: std::io::Error| StoreError::Open(e.to_string());
    let folder = tempfile::tempdir().map_err(open)?;
    let copied = folder.path().join("looked-at.db");
    fs::copy(path, &copied).map_err(open)?;
    fs::copy(ended(path, "-journal"), ended(&copied, "-journal")).map_err(open)?;
    rolled_back(&copied)?;
    kind_as_it_lies(&copied)?;
    rolled_back(path)
}

/// The first read of who may write rolls back.
fn rolled_back(path: &Path) -> Result<()> {
    let name = path.to_str().ok_or_else(|| StoreError::Open("its name is not valid text".into()))?;
    let mut c = SqliteConnection::establish(name).map_err(|e| StoreError::Open(e.to_string()))?;
    c.batch_execute("PRAGMA busy_timeout = 5000; SELECT count(*) FROM sqlite_master;")?;
    Ok(())
}

/// Copies a notebook with all that lies beside it, as it lies: for a look at it that leaves it as it is.
///
/// # Errors
/// Those of the file system.
pub fn copy_as_it_lies(from: &Path, to: &Path) -> std::io::Result<()> {
    fs::copy(from, to)?;
    keep_private(to);
    for ending in ["-wal", "-journal"] {
        if ended(from, ending).is_file() {
            fs::copy(ended(from, ending), ended(to, ending))?;
            keep_private(&ended(to, ending));
        }
    }
    Ok(())
}

/// Writes a copy of a database as it stands to a file that is not there yet. It appears whole or not at all.
pub(crate) fn copy(c: &mut SqliteConnection, to: &Path) -> Result<()> {
    let open = |e: &dyn std::fmt::Display| StoreError::Open(format!("{}: {e}", to.display()));
    if to.exists() {
        return Err(open(&"there is such a file already; name another"));
    }
    let half = ended(to, ".half");
    let name = half.to_str().ok_or_else(|| open(&"its name is not valid text"))?;
    // What an earlier, broken off copy left.
    let _ = fs::remove_file(&half);
    make_private(&half).map_err(|e| open(&e))?;
    let copied = diesel::sql_query("VACUUM INTO ?").bind::<diesel::sql_types::Text, _>(name).execute(c);
    let kept = copied.map_err(StoreError::from).and_then(|_| {
        let file = fs::File::open(&half).map_err(|e| open(&e))?;
        file.sync_all().map_err(|e| open(&e))?;
        fs::rename(&half, to).map_err(|e| open(&e))
    });
    if kept.is_err() {
        let _ = fs::remove_file(&half);
    }
    kept
}

/// Lays a copy of a file beside it before its form changes.
pub(crate) fn copy_before_upgrade(path: &Path, form: i32) -> Result<()> {
    let folder = copies_folder(path);
    private_folder(&folder).map_err(|e| StoreError::Open(e.to_string()))?;
    let copy_path = folder.join(format!("before-form-{FORM}-from-{form}.db"));
    if copy_path.exists() {
        return Ok(());
    }
    copy(&mut read_only(path)?, &copy_path)
}

/// Writes a file that only its owner may read, whole or not at all.
///
/// # Errors
/// Those of the file system.
pub fn write_private(path: &Path, text: &[u8]) -> std::io::Result<()> {
    let half = ended(path, ".half");
    let _ = fs::remove_file(&half);
    make_private(&half)?;
    let kept = fs::write(&half, text)
        .and_then(|()| fs::File::open(&half)?.sync_all())
        .and_then(|()| fs::rename(&half, path));
    if kept.is_err() {
        // What a full disk cut short takes room from what is whole.
        let _ = fs::remove_file(&half);
    }
    kept
}
