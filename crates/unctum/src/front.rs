//! The front end, served from inside the program.

use std::path::PathBuf;

use rocket::http::{ContentType, Header, Status};
use rocket::request::{FromRequest, Outcome};
use rocket::response::{self, Responder};
use rocket::{Either, Request, Response, get};
use rust_embed::{EmbeddedFile, RustEmbed};

use crate::gateway::fresh_secret;
use crate::headers::Nonce;
use crate::problem::Problem;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
struct Files;

/// Encodings the browser takes and the version it already has.
pub struct Wants {
    encodings: String,
    etag: Option<String>,
}

#[rocket::async_trait]
impl<'r> FromRequest<'r> for Wants {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Self::Error> {
        // No room of the page is called like this, in whatever letters.
        if request.uri().path().segments().get(0).is_some_and(|first| first.eq_ignore_ascii_case("api")) {
            return Outcome::Forward(Status::NotFound);
        }
        let header = |name| request.headers().get_one(name).map(str::to_owned);
        Outcome::Success(Self {
            encodings: header("Accept-Encoding").unwrap_or_default(),
            etag: header("If-None-Match"),
        })
    }
}

/// Where the page wants the word that its style elements carry.
const NONCE_PLACE: &str = "__NONCE__";

/// The page itself, with a word of its own for its style elements.
pub struct Page(EmbeddedFile);

impl<'r> Responder<'r, 'static> for Page {
    fn respond_to(self, request: &'r Request<'_>) -> response::Result<'static> {
        let nonce = fresh_secret(24).map_err(|_| Status::InternalServerError)?;
        let text = String::from_utf8_lossy(&self.0.data).replace(NONCE_PLACE, &nonce);
        request.local_cache(|| Nonce(Some(nonce)));
        Response::build()
            .header(ContentType::HTML)
            .header(Header::new("Cache-Control", "no-store"))
            .sized_body(text.len(), std::io::Cursor::new(text))
            .ok()
    }
}

/// One file of the front end.
pub struct Asset {
    file: EmbeddedFile,
    content_type: ContentType,
    encoding: Option<&'static str>,
    immutable: bool,
    etag: String,
    unchanged: bool,
}

impl<'r> Responder<'r, 'static> for Asset {
    fn respond_to(self, _request: &'r Request<'_>) -> response::Result<'static> {
        let cache = if self.immutable { "public, max-age=31536000, immutable" } else { "no-cache" };
        let mut answer = Response::build();
        answer
            .header(Header::new("Cache-Control", cache))
            .header(Header::new("Vary", "Accept-Encoding"))
            .header(Header::new("ETag", self.etag));
        if self.unchanged {
            return answer.status(Status::NotModified).ok();
        }
        if let Some(encoding) = self.encoding {
            answer.header(Header::new("Content-Encoding", encoding));
        }
        let data = self.file.data.into_owned();
        answer.header(self.content_type).sized_body(data.len(), std::io::Cursor::new(data)).ok()
    }
}

fn asset(path: &str, wants: &Wants) -> Option<Asset> {
    let twin = |name: &str| wants.encodings.contains(name).then_some(name.to_owned());
    let (file, encoding) = [("br", "br"), ("gzip", "gz")]
        .into_iter()
        .filter(|(name, _)| twin(name).is_some())
        .find_map(|(name, ending)| Files::get(&format!("{path}.{ending}")).map(|f| (f, Some(name))))
        .or_else(|| Files::get(path).map(|f| (f, None)))?;
    let hash: String = file.metadata.sha256_hash().iter().take(12).map(|b| format!("{b:02x}")).collect();
    let etag = format!("\"{hash}\"");
    let ending = path.rsplit('.').next().unwrap_or_default();
    Some(Asset {
        content_type: ContentType::from_extension(ending).unwrap_or(ContentType::Binary),
        encoding,
        immutable: path.starts_with("assets/"),
        unchanged: wants.etag.as_deref() == Some(&etag),
        etag,
        file,
    })
}

/// The page as it is served at a room's address: it names the files of the room. Of any other, the plain one.
fn page_of(path: &str) -> Option<EmbeddedFile> {
    let names = match path.split('/').collect::<Vec<_>>()[..] {
        [""] => vec!["stove".to_owned()],
        [room] => vec![room.to_owned()],
        [room, of] => vec![format!("{room}.{of}"), format!("{room}.one")],
        _ => Vec::new(),
    };
    let page = names.iter().find_map(|name| Files::get(&format!("pages/{name}.html")));
    page.or_else(|| Files::get("index.html"))
}

/// A file if there is one; the page itself for a room's address; 404 for a missing file.
///
/// # Errors
/// 404.
#[get("/<path..>", rank = 20)]
pub fn file(path: PathBuf, wants: Wants) -> Result<Either<Page, Asset>, Problem> {
    let path = path.to_string_lossy().replace('\\', "/");
    let last = path.rsplit('/').next().unwrap_or_default();
    if path.is_empty() || (!last.contains('.') && !path.starts_with("assets/")) {
        return page_of(&path).map(|page| Either::Left(Page(page))).ok_or_else(Problem::not_found);
    }
    asset(&path, &wants).map(Either::Right).ok_or_else(Problem::not_found)
}
