use super::*;
use crate::{Look, Order, RevisionReason, Saved, Store};
use std::io::{Cursor, Write};
use zip::write::SimpleFileOptions;

/// A shelf with what an archive has to carry: tags, revisions with and without names, answers, an older engine.
async fn shelf() -> Store {
    let store = Store::in_memory().await.unwrap();
    let hoist = store.create("Tub hoist / north", "{\"title\":\"Tub hoist / north\"}", 1).await.unwrap();
    store.tag(&hoist, &["wood".into(), "north \"bed\"".into()]).await.unwrap();
    store.cut(&hoist, RevisionReason::Named, Some("as built")).await.unwrap();
    assert_eq!(
        store.save(&hoist, 1, "Tub hoist", "{ \"title\": \"Tub hoist\",\n\"x\": 1.50 }", 2).await.unwrap(),
        Saved::Version(2)
    );
    store.cut(&hoist, RevisionReason::Left, None).await.unwrap();
    for text in store.unanswered(2, 9).await.unwrap() {
        store.keep_answers(&[(text, "[{\"says\":\"3 kN\"}]".into())]).await.unwrap();
    }
    store.create("", "{}", 1).await.unwrap();
    let gone = store.create("Gone", "{}", 1).await.unwrap();
    store.trash(&gone, true).await.unwrap();
    store
}

fn all() -> Choice {
    Choice::Found(Look::default())
}

async fn packed(store: &Store, choice: &Choice) -> Vec<u8> {
    let mut bytes = Cursor::new(Vec::new());
    pack(store, choice, &mut bytes, &mut |_| true).await.unwrap();
    bytes.into_inner()
}

async fn taken(store: &Store, bytes: &[u8]) -> Result<Taken, ArchiveError> {
    store.take_in(&mut Archive::open(Cursor::new(bytes))?, &mut |_| true).await
}

/// Every row of a table, as text.
async fn rows(store: &Store, table: &str) -> Vec<String> {
    let columns = if table == "sheets" {
        "id, title, body, version, created, changed, tags, trashed, engine, answers, compared, differs"
    } else {
        "sheet, number, title, body, why, name, cut, engine, answers"
    };
    let query = format!("SELECT json_array({columns}) FROM {table} ORDER BY 1");
    sqlx::query_scalar(sqlx::AssertSqlSafe(query)).fetch_all(&store.readers).await.unwrap()
}

/// An archive made by hand.
fn made(files: &[(&str, &[u8])]) -> Vec<u8> {
    let mut zip = zip::ZipWriter::new(Cursor::new(Vec::new()));
    for (name, bytes) in files {
        zip.start_file(
            *name,
            SimpleFileOptions::default().compression_method(zip::CompressionMethod::Deflated),
        )
        .unwrap();
        zip.write_all(bytes).unwrap();
    }
    zip.finish().unwrap().into_inner()
}

#[tokio::test]
async fn elsewhere_everything_is_as_it_was_and_twice_changes_nothing() {
    let (here, there) = (shelf().await, Store::in_memory().await.unwrap());
    let bytes = packed(&here, &all()).await;
    let came = taken(&there, &bytes).await.unwrap();
    assert_eq!((came.added.len(), came.revisions, came.beside, came.there), (2, 2, 0, 0));
    let mut expected = rows(&here, "sheets").await;
    expected.retain(|row| !row.contains("Gone"));
    assert_eq!(rows(&there, "sheets").await, expected);
    assert_eq!(rows(&there, "revisions").await, rows(&here, "revisions").await);
    let again = taken(&there, &bytes).await.unwrap();
    assert_eq!((again.added.len(), again.there), (0, 2));
    assert_eq!(rows(&there, "sheets").await, expected);
    // From there it goes on just the same.
    assert_eq!(Archive::open(Cursor::new(packed(&there, &all()).await)).unwrap().sheets(), 2);
}

#[tokio::test]
async fn nothing_is_written_over_and_what_is_in_the_trash_comes_back() {
    let here = shelf().await;
    let bytes = packed(&here, &all()).await;
    let look = Look { search: "hoist".into(), limit: 9, ..Look::default() };
    let id = here.look(&look).await.unwrap().sheets[0].0.id.clone();
    here.save(&id, 2, "Tub hoist", "{\"changed\":true}", 2).await.unwrap();
    let came = taken(&here, &bytes).await.unwrap();
    assert_eq!((came.added.len(), came.beside, came.there), (1, 1, 1));
    assert_ne!(came.added[0].0, id);
    assert_eq!(here.get(&id).await.unwrap().unwrap().body, "{\"changed\":true}");
    assert_eq!(here.revisions(&came.added[0].0).await.unwrap().len(), 2);
    let again = taken(&here, &bytes).await.unwrap();
    assert_eq!((again.added.len(), again.there), (0, 2), "the one beside is found again");
    here.trash(&came.added[0].0, true).await.unwrap();
    let back = taken(&here, &bytes).await.unwrap();
    assert_eq!((back.added, back.there, back.beside), (came.added, 1, 0));
}

#[tokio::test]
async fn a_choice_is_what_was_chosen() {
    let here = shelf().await;
    let tagged = Choice::Found(Look { tag: Some("wood".into()), ..Look::default() });
    let there = Store::in_memory().await.unwrap();
    assert_eq!(taken(&there, &packed(&here, &tagged).await).await.unwrap().added[0].1, "Tub hoist");
    let look = Look { order: Order::Title, limit: 9, ..Look::default() };
    let first = here.look(&look).await.unwrap().sheets[0].0.id.clone();
    let these = Choice::These(vec![first, "0000000000000000".into()]);
    let mut bytes = Cursor::new(Vec::new());
    let mut heard = Vec::new();
    let counted = pack(&here, &these, &mut bytes, &mut |p| {
        heard.push(p);
        true
    })
    .await
    .unwrap();
    assert_eq!(counted, Packed { sheets: 1, revisions: 0 });
    assert_eq!(heard, [Progress { stage: "packing", done: 0, total: 1 }]);
    let none = Choice::These(vec!["0000000000000000".into()]);
    let refused = pack(&here, &none, &mut Cursor::new(Vec::new()), &mut |_| true).await;
    assert!(matches!(refused, Err(ArchiveError::Nothing)));
}

/// 200 times the same packed 8 MB of nothing.
fn bomb() -> Vec<u8> {
    let one = made(&[("sheets/0.json", &vec![b' '; 8 << 20])]);
    let mut one = zip::ZipArchive::new(Cursor::new(one)).unwrap();
    let mut zip = zip::ZipWriter::new(Cursor::new(Vec::new()));
    for i in 0..200 {
        zip.raw_copy_file_rename(one.by_index_raw(0).unwrap(), format!("sheets/{i}.json")).unwrap();
    }
    zip.finish().unwrap().into_inner()
}

/// An archive of one sheet whose text unpacks to more than its list says.
fn liar() -> Vec<u8> {
    let long = format!("{{{}}}", " ".repeat(5000));
    let mut bytes = made(&[
        (MANIFEST, MANIFEST_OF_ONE),
        ("records/1.json", record("sheets/1.json").as_bytes()),
        ("sheets/1.json", long.as_bytes()),
    ]);
    // The size stands in four bytes, before the file and in the list.
    let said = (long.len() as u32).to_le_bytes();
    let places: Vec<usize> = (0..bytes.len() - 4).filter(|i| bytes[*i..i + 4] == said).collect();
    assert_eq!(places.len(), 2);
    for place in places {
        bytes[place..place + 4].copy_from_slice(&2_u32.to_le_bytes());
    }
    bytes
}

const MANIFEST_OF_ONE: &[u8] = br#"{"format":"helvek-archive/1","made":"","sheets":1}"#;

fn record(of: &str) -> String {
    format!(
        r#"{{"text":{of:?},"id":"00112233445566aa","title":"x","version":1,"created":"soon","changed":"2026-05-01T10:00:00Z","tags":[],
        "engine":1,"answers":null,"compared":1,"differs":null,"revisions":[]}}"#
    )
}

#[tokio::test]
async fn what_is_foreign_torn_newer_or_hostile_is_refused_by_name_and_changes_nothing() {
    let here = shelf().await;
    let (sheets, revisions) = (rows(&here, "sheets").await, rows(&here, "revisions").await);
    let whole = packed(&here, &all()).await;
    let mut torn = whole.clone();
    // Within the packed bytes of the first text: its sum is not right any more.
    let at = 30 + MANIFEST.len() + 40;
    torn[at] ^= 0x55;
    let good = record("sheets/1.json");
    let cases: Vec<(&str, Vec<u8>, &str)> = vec![
        ("foreign", b"Dear gardener".to_vec(), "no zip file"),
        ("foreign", Vec::new(), "no zip file"),
        ("foreign", made(&[("letter.txt", b"Dear gardener")]), "something else"),
        ("damaged", whole[..whole.len() / 2].to_vec(), ""),
        ("damaged", whole[..whole.len() - 3].to_vec(), ""),
        ("damaged", torn, ""),
        ("newer", made(&[(MANIFEST, br#"{"format":"helvek-archive/2"}"#)]), "helvek-archive/2"),
        ("foreign", made(&[(MANIFEST, br#"{"format":"other/1"}"#)]), "another name"),
        ("damaged", made(&[(MANIFEST, b"{}")]), "format"),
        ("damaged", made(&[(MANIFEST, MANIFEST_OF_ONE)]), "should have 1 sheet"),
        ("hostile", made(&[(MANIFEST, MANIFEST_OF_ONE), ("../../etc/passwd", b"x")]), "leads out"),
        ("hostile", made(&[(MANIFEST, MANIFEST_OF_ONE), ("/etc/passwd", b"x")]), "leads out"),
        ("hostile", made(&[(MANIFEST, MANIFEST_OF_ONE), ("a\\..\\b", b"x")]), "leads out"),
        (
            "hostile",
            made(&[(MANIFEST, MANIFEST_OF_ONE), ("sheets/1.json", &vec![b' '; 9 << 20])]),
            "larger than 8 MB",
        ),
        ("hostile", bomb(), "unpacks to 1600 MB"),
        ("damaged", liar(), "larger than its declared"),
        ("damaged", made(&[(MANIFEST, MANIFEST_OF_ONE), ("records/1.json", good.as_bytes())]), "is missing"),
        (
            "damaged",
            made(&[
                (MANIFEST, MANIFEST_OF_ONE),
                ("records/1.json", good.as_bytes()),
                ("sheets/1.json", b"[1]"),
            ]),
            "is no sheet",
        ),
        (
            "damaged",
            made(&[
                (MANIFEST, MANIFEST_OF_ONE),
                ("records/1.json", good.as_bytes()),
                ("sheets/1.json", b"{\"a\":"),
            ]),
            "is no sheet",
        ),
        (
            "damaged",
            made(&[
                (MANIFEST, MANIFEST_OF_ONE),
                ("records/1.json", good.replace("00112233445566aa", "../../../sheet!!").as_bytes()),
                ("sheets/1.json", b"{}"),
            ]),
            "hexadecimal",
        ),
    ];
    for (expected, bytes, says) in cases {
        let refused = taken(&here, &bytes).await.expect_err(says);
        let sort = match refused {
            ArchiveError::Foreign(_) => "foreign",
            ArchiveError::Damaged(_) => "damaged",
            ArchiveError::Newer(_) => "newer",
            ArchiveError::Hostile(_) => "hostile",
            _ => "another",
        };
        assert_eq!(sort, expected, "{says}: {refused}");
        assert!(refused.to_string().contains(says), "{says}: {refused}");
        assert!(!refused.cure().is_empty());
    }
    assert_eq!(rows(&here, "sheets").await, sheets);
    assert_eq!(rows(&here, "revisions").await, revisions);
    // The same parts put right are taken in; a date that is none is now.
    let right =
        made(&[(MANIFEST, MANIFEST_OF_ONE), ("records/1.json", good.as_bytes()), ("sheets/1.json", b"{}")]);
    assert_eq!(taken(&here, &right).await.unwrap().added, [("00112233445566aa".to_owned(), "x".to_owned())]);
    let kept = here.get("00112233445566aa").await.unwrap().unwrap();
    assert_eq!(kept.row.changed, "2026-05-01T10:00:00.000Z");
}

#[tokio::test]
async fn given_up_in_the_middle_nothing_is_kept() {
    let folder = tempfile::tempdir().unwrap();
    let there = Store::open(&folder.path().join("there.sqlite")).await.unwrap();
    let here = shelf().await;
    let bytes = packed(&here, &all()).await;
    for stage in ["checking", "keeping"] {
        let mut archive = Archive::open(Cursor::new(&bytes)).unwrap();
        let gone = there.take_in(&mut archive, &mut |p| p.stage != stage || p.done == 0).await;
        assert!(matches!(gone, Err(ArchiveError::GivenUp)), "{stage}");
        assert!(there.is_empty().await.unwrap(), "{stage}");
    }
    let given_up = pack(&here, &all(), &mut Cursor::new(Vec::new()), &mut |_| false).await;
    assert!(matches!(given_up, Err(ArchiveError::GivenUp)));
}
