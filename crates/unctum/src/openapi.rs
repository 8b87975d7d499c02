//! The API described.

use utoipa::OpenApi;
use utoipa::openapi::path::Operation;
use utoipa::openapi::{Content, Ref, RefOr, ResponseBuilder};

use crate::changes::Change;
use crate::problem::Problem;
use crate::query::in_query;
use crate::routes::{
    access, after_pan, batch, batch_page, batches, boil, correct, day, days, every_route, instrument,
    kitchen, learnt, live, network, notebook, photo, stove, sweet, syrup, system,
};
use crate::views::Push;

macro_rules! described {
    (everybody: [$($($open:ident)::+),* $(,)?], let_in: [$($($kept:ident)::+),* $(,)?]) => {
        #[derive(OpenApi)]
        #[openapi(
            info(
                title = "Unctum",
                description = "Syrups to the right string, batch by batch. Quantities carry their unit in the name."
            ),
            paths($($($open)::+,)* $($($kept)::+),*),
            components(schemas(Problem, Change, Push))
        )]
        struct Document;
    };
}
every_route!(described);

/// The whole description.
#[must_use]
pub fn document() -> utoipa::openapi::OpenApi {
    let mut api = Document::openapi();
    for path in api.paths.paths.values_mut() {
        let changing = [&mut path.put, &mut path.post, &mut path.delete];
        changing.into_iter().flatten().for_each(|operation| refusals(operation, true));
        path.get.iter_mut().for_each(|operation| refusals(operation, false));
    }
    api
}

/// What holds for every operation: a body may be malformed or too large, an address asked with what nobody knows, the
/// notebook busy, broken or on a full disk; and every refusal is a problem.
fn refusals(operation: &mut Operation, changes: bool) {
    let mut may = vec!["500", "503"];
    if operation.request_body.is_some() {
        may.extend(["400", "413", "415"]);
    }
    if in_query(operation).next().is_some() {
        may.push("422");
    }
    if changes {
        may.push("507");
    }
    let responses = &mut operation.responses.responses;
    for code in may {
        let problem = Content::new(Some(Ref::from_schema_name("Problem")));
        responses.entry(code.to_owned()).or_insert_with(|| {
            RefOr::T(ResponseBuilder::new().description(words_of(code)).content(JSON, problem).build())
        });
    }
    for (code, response) in responses {
        if let RefOr::T(response) = response
            && response.description.is_empty()
        {
            response.description = words_of(code).to_owned();
        }
        if let RefOr::T(response) = response
            && code.starts_with(['4', '5'])
            && let Some(content) = response.content.shift_remove(JSON)
        {
            response.content.insert("application/problem+json".to_owned(), content);
        }
    }
}

/// What an answer of a code means where its route does not say more.
fn words_of(code: &str) -> &'static str {
    match code {
        "200" => "The answer.",
        "201" => "It was made.",
        "204" => "It is done; there is nothing to say.",
        "400" => "Empty, or no JSON.",
        "401" => "This device was not let in.",
        "403" => "Not from here.",
        "404" => "There is nothing at this address.",
        "409" => "It stands elsewhere already.",
        "412" => "It was changed in the meantime.",
        "413" => "Longer than it can be.",
        "415" => "It does not say that it is JSON.",
        "422" => "Understood, but it cannot be; the problem says what to do.",
        "428" => "It has to say on which version it is based.",
        "429" => "Too often, or too many.",
        "500" => "A fault of the program, or of the notebook's file; the problem says which.",
        "503" => "Busy, or the notebook was moved; asked again it may go through.",
        "507" => "The disk is full; nothing was written.",
        _ => "See the problem.",
    }
}

const JSON: &str = "application/json";
