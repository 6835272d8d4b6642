//! The verification that is published, compared and kept up to date.

use helvek_tests::verification::{Chapter, chapters, page};

/// Every value of every case within its tolerance, and the document as it is published.
#[test]
fn every_closed_form_comes_out_as_published() {
    let written = page(&chapters()).unwrap_or_else(|what| panic!("{what}"));
    let path = format!("{}/../../docs/verification.md", env!("CARGO_MANIFEST_DIR"));
    if std::env::var_os("HELVEK_WRITE_READS").is_some() {
        std::fs::write(&path, &written).unwrap();
    }
    let published = std::fs::read_to_string(&path).unwrap_or_default();
    let differs = written.lines().zip(published.lines()).find(|(now, then)| now != then);
    assert!(
        written == published,
        "docs/verification.md differs: {differs:?}; HELVEK_WRITE_READS=1 writes it"
    );
}

/// A closed form that differs, and a place where there is no number, are told by the name of their case.
#[test]
fn what_does_not_come_out_is_told() {
    let wrong = |how: &dyn Fn(&mut Chapter)| {
        let mut all = chapters();
        how(&mut all[0]);
        page(&all).unwrap_err()
    };
    let form = wrong(&|chapter| chapter.cases[0].values[0].is = "B_y = P·a/(L + 1)".into());
    assert!(form.starts_with("A beam under a force: B_y = P·a/(L + 1) is 2.14"), "{form}");
    let place = wrong(&|chapter| chapter.cases[1].values[2].at = "reactions/G/force/1".into());
    assert!(place.ends_with("M_B = −w·c²/2 − K: no number at reactions/G/force/1"), "{place}");
    let given = wrong(&|chapter| chapter.cases[0].given.clear());
    assert!(given.contains("`P·a/L` cannot be read"), "{given}");
}
