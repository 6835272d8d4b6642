//! After an upgrade: which sheets answer otherwise than when they were saved, the old beside the new, and why.

use crate::{Api, beam};
use serde_json::{Value, json};
use sqlx::Connection;
use sqlx::sqlite::{SqliteConnectOptions, SqliteConnection};
use std::path::Path;
use std::time::{Duration, Instant};

async fn execute(file: &Path, statements: &[&'static str]) {
    let options = SqliteConnectOptions::new().filename(file);
    let mut connection = SqliteConnection::connect_with(&options).await.unwrap();
    for statement in statements {
        sqlx::query(*statement).execute(&mut connection).await.unwrap();
    }
    connection.close().await.unwrap();
}

/// The shelf as soon as so many sheets differ.
async fn differing(api: &Api, count: i64) -> Value {
    let end = Instant::now() + Duration::from_secs(20);
    loop {
        let shelf = api.call("GET /api/sheets", &Value::Null).await.json();
        if shelf["differing"] == count {
            return shelf;
        }
        assert!(Instant::now() < end, "{}", shelf["differing"]);
        tokio::time::sleep(Duration::from_millis(30)).await;
    }
}

/// Two planks, one with a couple, saved and answered.
async fn saved() -> (Api, String) {
    let api = Api::start(false).await;
    let made = api.call("POST /api/sheets", &json!({ "sheet": beam() })).await.json();
    let mut other = beam();
    other["title"] = json!("Another plank");
    api.call("POST /api/sheets", &json!({ "sheet": other })).await;
    (api, format!("/api/sheets/{}", made["id"].as_str().unwrap()))
}

#[tokio::test]
async fn what_was_kept_stands_beside_what_is_answered_now_until_that_is_taken() {
    let (api, path) = saved().await;
    // As if an older engine had found another reaction of one of them.
    let api = api
        .again(async |file: &Path| {
            let older = "UPDATE sheets SET engine = 1, compared = 1";
            let wrong =
                "UPDATE sheets SET answers = replace(answers, '2.00 kN', '1.50 kN') WHERE title = 'A plank'";
            execute(file, &[older, wrong]).await;
        })
        .await;
    let shelf = differing(&api, 1).await;
    let summary = shelf["sheets"].as_array().unwrap().iter().find(|s| s["title"] == "A plank").unwrap();
    assert_eq!((&summary["differs"], &summary["engine"]), (&json!(true), &json!(1)));
    let only = api.call("GET /api/sheets?differing=true", &Value::Null).await.json();
    assert_eq!((&only["total"], &only["sheets"][0]["title"]), (&json!(1), &json!("A plank")));
    let whole = api.call(&format!("GET {path}"), &Value::Null).await.json();
    assert_eq!((&whole["differs"], &whole["engine"]), (&json!(true), &json!(1)));

    let told = api.call(&format!("GET {path}/differences"), &Value::Null).await.json();
    assert_eq!(told["before"], 1);
    let line = &told["lines"][0];
    assert_eq!(line["label"], "reaction at B on plank");
    assert!(line["before"].as_str().unwrap().starts_with("1.50 kN"), "{line}");
    assert!(line["now"].as_str().unwrap().starts_with("2.00 kN"), "{line}");
    let reasons = told["reasons"].as_array().unwrap();
    assert!(
        reasons.iter().any(|reason| reason["title"] == "Halves are rounded away from zero"),
        "{reasons:?}"
    );

    assert_eq!(api.call(&format!("DELETE {path}/differences"), &Value::Null).await.status, 204);
    differing(&api, 0).await;
    let revisions = api.call(&format!("GET {path}/revisions"), &Value::Null).await.json();
    assert_eq!((&revisions[0]["why"], &revisions[0]["engine"]), (&json!("upgraded"), &json!(1)));
    let answers = api.call(&format!("GET {path}/revisions/1/answers"), &Value::Null).await.json();
    assert!(
        answers.as_array().unwrap().iter().any(|line| line["says"].as_str().unwrap().contains("1.50 kN"))
    );
    assert_eq!(api.call("GET /api/sheets/nobody/differences", &Value::Null).await.status, 404);
}

#[tokio::test]
async fn before_answers_were_kept_the_cards_of_the_shelf_tell_them() {
    let (api, path) = saved().await;
    let shelf = api.call("GET /api/sheets", &Value::Null).await.json();
    for sheet in shelf["sheets"].as_array().unwrap() {
        let card = format!("GET /api/sheets/{}/card", sheet["id"].as_str().unwrap());
        assert_eq!(api.call(&card, &Value::Null).await.status, 200);
    }
    let api = api
        .again(async |file: &Path| {
            let older = "UPDATE sheets SET engine = 1, compared = 1, answers = NULL";
            let cards =
                "UPDATE cards SET engine = 'former', card = replace(card, '\"determinate\"', '\"balanced\"')";
            execute(file, &[older, cards]).await;
        })
        .await;
    differing(&api, 2).await;
    let told = api.call(&format!("GET {path}/differences"), &Value::Null).await.json();
    assert_eq!(
        told["lines"],
        json!([{ "about": "verdict", "label": "verdict", "before": "balanced", "now": "determinate" }])
    );
    // The next change takes the answers of now, and what was answered stays.
    let save = json!({ "version": 1, "sheet": beam() });
    assert_eq!(api.call(&format!("PUT {path}"), &save).await.status, 200);
    differing(&api, 1).await;
    let answers = api.call(&format!("GET {path}/revisions/1/answers"), &Value::Null).await.json();
    assert_eq!(answers[0], json!({ "about": "verdict", "label": "verdict", "says": "balanced" }));
}
