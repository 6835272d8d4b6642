//! The description of the interface, made from the same types that it is made of: OpenAPI 3.1 and JSON Schema.

use crate::api::{
    AboutHelvek, ArchiveMade, ArchiveOf, Differences, Entering, Example, Kept, Line, LiveReply, LiveRequest,
    NewRevision, NewSheet, Revision, SaveSheet, ShelfReply, TagRequest, Tags, WholeSheet,
};
use crate::card::Card;
use crate::error::ErrorBody;
use crate::incoming::Came;
use helvek_core::answers::Answers;
use helvek_core::edit::Tag;
use helvek_core::sheet::Sheet;
use helvek_report::kept::KeptLine;
use schemars::generate::SchemaSettings;
use schemars::{JsonSchema, SchemaGenerator};
use serde_json::{Map, Value, json};

/// The JSON Schema of a sheet, as one may write it.
pub fn sheet_schema() -> Value {
    SchemaSettings::draft2020_12()
        .for_deserialize()
        .into_generator()
        .into_root_schema_for::<Sheet>()
        .to_value()
}

/// The JSON Schema of the answers, as they are written.
pub fn answers_schema() -> Value {
    SchemaSettings::draft2020_12()
        .for_serialize()
        .into_generator()
        .into_root_schema_for::<Answers>()
        .to_value()
}

/// The OpenAPI description of the server.
pub fn document() -> Value {
    let components = |settings: SchemaSettings| {
        settings.with(|s| {
            s.definitions_path = "/components/schemas".into();
            s.meta_schema = None;
        })
    };
    let mut sent = components(SchemaSettings::draft2020_12().for_deserialize()).into_generator();
    let mut given = components(SchemaSettings::draft2020_12().for_serialize()).into_generator();

    let solve =
        post::<LiveRequest, LiveReply>(&mut sent, &mut given, "Solve a sheet, half-typed or whole", "200");
    let opened = post::<TagRequest, Option<Tag>>(
        &mut sent,
        &mut given,
        "What stands in the slots of a thing, as it can be typed; null where there is no such thing",
        "200",
    );
    let create = post::<NewSheet, Kept>(&mut sent, &mut given, "Keep a new sheet", "201");
    let save = post::<SaveSheet, Kept>(&mut sent, &mut given, "Keep a change of a sheet", "200");
    let mut look = answer::<ShelfReply>(&mut given, "Look through the shelf, or through the trash");
    look["parameters"] = queries(&[
        ("search", "string", "Part of a title or of a tag"),
        ("tag", "string", "With this tag"),
        ("sort", "string", "changed, title or created"),
        ("differing", "boolean", "Only what answers otherwise since an upgrade"),
        ("trash", "boolean", "In the trash instead"),
        ("offset", "integer", "How many to pass over"),
        ("limit", "integer", "How many at most, up to 200"),
    ]);
    let card = answer::<Card>(&mut given, "The face of a sheet, made and kept when it is asked for first");
    let archive = post::<ArchiveOf, ArchiveMade>(
        &mut sent,
        &mut given,
        "Put sheets into an archive, to be fetched from the address that is answered; what takes longer is told line by line: see ArchiveMadeLine",
        "200",
    );
    given.subschema_for::<Line<ArchiveMade>>();
    given.subschema_for::<Line<Came>>();
    let mut import = answer::<Came>(
        &mut given,
        "Take in a sheet (TOML or JSON) or an archive; what takes longer is told line by line: see CameLine",
    );
    import["requestBody"] = json!({
        "required": true,
        "content": { "application/octet-stream": { "schema": { "type": "string", "format": "binary" } } },
    });
    let file = json!({
        "summary": "A sheet as a file",
        "parameters": [{ "name": "as", "in": "query", "required": true, "schema": { "type": "string", "enum": ["toml", "json"] } }],
        "responses": { "200": { "description": "The file" } },
    });
    let about = answer::<AboutHelvek>(&mut given, "What this Helvek is, and how it stands with its backups");
    let enter = nothing::<Entering>(
        &mut sent,
        "Show the token of a server that asks for one; the answer sets a cookie",
    );
    let examples = answer::<Vec<Example>>(&mut given, "Sheets to start from");
    let copy = answer_with::<Kept>(&mut given, "Keep a copy", "201");
    let revisions = answer::<Vec<Revision>>(&mut given, "What the sheet was, the newest first");
    let answered =
        answer::<Vec<KeptLine>>(&mut given, "What a revision answered; empty where that was never kept");
    let differences = answer::<Differences>(
        &mut given,
        "What a sheet answered under an older engine beside what it answers now",
    );
    let cut = nothing::<NewRevision>(&mut sent, "Cut a revision of what the sheet is now");
    let tag = nothing::<Tags>(&mut sent, "Give a sheet its tags");
    // A kept sheet is what was sent: its schema is the one for reading, and must be described first.
    sent.subschema_for::<Sheet>();
    let get = answer::<WholeSheet>(&mut given, "One sheet");
    let done =
        |summary: &str| json!({ "summary": summary, "responses": { "204": { "description": "Done" } } });
    let remove = done("Put a sheet into the trash");
    let mut empty = done("Remove what is looked for in the trash for good: all of it where nothing is");
    empty["parameters"] = queries(&[
        ("search", "string", "Part of a title or of a tag"),
        ("tag", "string", "With this tag"),
        ("differing", "boolean", "Only what answers otherwise since an upgrade"),
    ]);
    let was = answer::<Sheet>(&mut sent, "A revision: the sheet as it was");
    given.subschema_for::<ErrorBody>();

    let mut schemas: Map<String, Value> = given.take_definitions(true);
    schemas.extend(sent.take_definitions(true));
    schemas.sort_keys();
    schemas.values_mut().for_each(split_references);
    let with_id = |mut path: Value| {
        path["parameters"] =
            json!([{ "name": "id", "in": "path", "required": true, "schema": { "type": "string" } }]);
        path
    };
    json!({
        "openapi": "3.1.0",
        "info": {
            "title": "Helvek",
            "version": env!("CARGO_PKG_VERSION"),
            "description": "Every failure answers with an ErrorBody: a code, what is wrong, and what to do.",
        },
        "paths": {
            "/api/solve": { "post": solve },
            "/api/tag": { "post": opened },
            "/api/live": { "get": {
                "summary": "The same over a WebSocket: each message a LiveRequest, each answer a LiveReply or an ErrorBody",
                "responses": { "101": { "description": "The line is open" } },
            } },
            "/api/sheets": { "get": look, "post": create },
            "/api/sheets/{id}": with_id(json!({ "get": get, "put": save, "delete": remove })),
            "/api/sheets/{id}/card": with_id(json!({ "get": card })),
            "/api/sheets/{id}/file": with_id(json!({ "get": file })),
            "/api/sheets/{id}/copy": with_id(json!({ "post": copy })),
            "/api/sheets/{id}/restore": with_id(json!({ "post": done("Take a sheet out of the trash") })),
            "/api/sheets/{id}/tags": with_id(json!({ "put": tag })),
            "/api/sheets/{id}/revisions": with_id(json!({ "get": revisions, "post": cut })),
            "/api/sheets/{id}/revisions/{number}": with_id(json!({ "get": was })),
            "/api/sheets/{id}/revisions/{number}/answers": with_id(json!({ "get": answered })),
            "/api/sheets/{id}/differences": with_id(json!({
                "get": differences, "delete": done("Take the answers of now; a revision keeps the old ones"),
            })),
            "/api/archive": { "post": archive },
            "/api/archive/{name}": { "get": {
                "summary": "Fetch an archive that was made",
                "parameters": [{ "name": "name", "in": "path", "required": true, "schema": { "type": "string" } }],
                "responses": { "200": { "description": "The archive" } },
            } },
            "/api/import": { "post": import },
            "/api/about": { "get": about },
            "/api/health": { "get": {
                "summary": "Whether it is well",
                "responses": { "200": { "description": "It is", "content": { "text/plain": {} } } },
            } },
            "/api/enter": { "post": enter },
            "/api/trash": { "delete": empty },
            "/api/trash/{id}": with_id(json!({ "delete": done("Remove one sheet of the trash for good") })),
            "/api/examples": { "get": examples },
        },
        "components": { "schemas": schemas },
    })
}

/// Readers of OpenAPI ignore what stands beside a `$ref`, and would lose the tag of a tagged variant: `{$ref, properties}` becomes
/// `{allOf: [{$ref}, {properties}]}`, which means the same.
fn split_references(value: &mut Value) {
    match value {
        Value::Array(items) => items.iter_mut().for_each(split_references),
        Value::Object(object) => {
            if object.contains_key("properties")
                && let Some(reference) = object.shift_remove("$ref")
            {
                let own = Value::Object(std::mem::take(object));
                object.insert("allOf".into(), json!([{ "$ref": reference }, own]));
            }
            object.values_mut().for_each(split_references);
        }
        _ => {}
    }
}

fn content(schema: schemars::Schema) -> Value {
    json!({ "application/json": { "schema": schema.to_value() } })
}

fn responses<T: JsonSchema>(given: &mut SchemaGenerator, status: &str) -> Value {
    let good = json!({ "description": "Done", "content": content(given.subschema_for::<T>()) });
    let bad = json!({ "description": "Refused", "content": content(given.subschema_for::<ErrorBody>()) });
    json!({ status: good, "default": bad })
}

fn answer<T: JsonSchema>(given: &mut SchemaGenerator, summary: &str) -> Value {
    answer_with::<T>(given, summary, "200")
}

fn answer_with<T: JsonSchema>(given: &mut SchemaGenerator, summary: &str, status: &str) -> Value {
    json!({ "summary": summary, "responses": responses::<T>(given, status) })
}

/// An operation that takes a body and answers with nothing.
fn nothing<Q: JsonSchema>(sent: &mut SchemaGenerator, summary: &str) -> Value {
    json!({
        "summary": summary,
        "requestBody": { "required": true, "content": content(sent.subschema_for::<Q>()) },
        "responses": { "204": { "description": "Done" } },
    })
}

fn queries(all: &[(&str, &str, &str)]) -> Value {
    let query = |(name, kind, what): &(&str, &str, &str)| json!({ "name": name, "in": "query", "description": what, "schema": { "type": kind } });
    all.iter().map(query).collect()
}

fn post<Q: JsonSchema, A: JsonSchema>(
    sent: &mut SchemaGenerator,
    given: &mut SchemaGenerator,
    summary: &str,
    status: &str,
) -> Value {
    json!({
        "summary": summary,
        "requestBody": { "required": true, "content": content(sent.subschema_for::<Q>()) },
        "responses": responses::<A>(given, status),
    })
}

#[cfg(test)]
mod tests {
    use std::collections::BTreeSet;

    #[test]
    fn every_path_is_described_and_every_description_has_its_path() {
        let routed: BTreeSet<String> =
            crate::api::routes().iter().map(|(path, _)| format!("/api{path}")).collect();
        let document = super::document();
        let described: BTreeSet<String> =
            document["paths"].as_object().expect("paths").keys().cloned().collect();
        assert_eq!(routed, described);
    }
}
