//! What every answer carries besides itself, and answers made smaller on the way.

use std::io::Write;

use flate2::Compression;
use flate2::write::GzEncoder;
use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::{ContentType, Header};
use rocket::{Request, Response};

/// Answers shorter than this are sent as they are.
const WORTH_IT: usize = 1024;

/// The headers that keep a browser from letting others in.
pub struct Headers;

/// Style elements carry this answer's own word: Vuetify sets its theme in one.
fn content_policy(nonce: Option<&str>) -> String {
    let style = nonce.map(|n| format!(" 'nonce-{n}'")).unwrap_or_default();
    format!(
        "default-src 'self'; style-src 'self'{style}; img-src 'self' data: blob:; object-src 'none'; \
         base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    )
}

/// The word that this answer's style elements carry, if it has any.
#[derive(Default)]
pub struct Nonce(pub Option<String>);

#[rocket::async_trait]
impl Fairing for Headers {
    fn info(&self) -> Info {
        Info { name: "headers", kind: Kind::Response }
    }

    async fn on_response<'r>(&self, request: &'r Request<'_>, response: &mut Response<'r>) {
        let nonce = &request.local_cache(Nonce::default).0;
        response.set_header(Header::new("Content-Security-Policy", content_policy(nonce.as_deref())));
        for (name, value) in [
            ("Referrer-Policy", "no-referrer"),
            ("Cross-Origin-Opener-Policy", "same-origin"),
            ("Cross-Origin-Resource-Policy", "same-origin"),
            ("X-Content-Type-Options", "nosniff"),
            ("Permissions-Policy", "camera=(), microphone=(), geolocation=(), interest-cohort=()"),
        ] {
            response.set_header(Header::new(name, value));
        }
        // What does not say that it may be kept is kept nowhere.
        if response.headers().get_one("Cache-Control").is_none() {
            response.set_header(Header::new("Cache-Control", "no-store"));
        }
    }
}

/// Makes answers of data smaller for who takes that.
pub struct Compressed;

#[rocket::async_trait]
impl Fairing for Compressed {
    fn info(&self) -> Info {
        Info { name: "compressed answers", kind: Kind::Response }
    }

    async fn on_response<'r>(&self, request: &'r Request<'_>, response: &mut Response<'r>) {
        let json = |t: &ContentType| t.is_json() || t.sub().as_str().ends_with("+json");
        let takes = request.headers().get("Accept-Encoding").any(|e| e.contains("gzip"));
        let long = response.body().preset_size().is_some_and(|n| n >= WORTH_IT);
        if !takes || !long || !response.content_type().as_ref().is_some_and(json) {
            return;
        }
        let Ok(plain) = response.body_mut().to_bytes().await else { return };
        let mut encoder = GzEncoder::new(Vec::with_capacity(plain.len() / 4), Compression::fast());
        let packed = encoder.write_all(&plain).and_then(|()| encoder.finish());
        let (body, encoded) = match packed {
            Ok(packed) => (packed, true),
            Err(_) => (plain, false),
        };
        response.set_sized_body(body.len(), std::io::Cursor::new(body));
        if encoded {
            response.set_header(Header::new("Content-Encoding", "gzip"));
            response.set_header(Header::new("Vary", "Accept-Encoding"));
        }
    }
}
