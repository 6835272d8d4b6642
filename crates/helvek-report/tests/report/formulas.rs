//! Formulas as they are printed and their values. The cases are those that the page is tested with.

use helvek_report::formula::{Addend, Formula, Number, Source, Symbol, latex};
use serde_json::Value;

#[test]
fn every_formula_is_printed_as_text_and_in_latex() {
    let file = concat!(env!("CARGO_MANIFEST_DIR"), "/../../web/src/lib/page/formulas.json");
    let cases: Vec<Value> = serde_json::from_str(&std::fs::read_to_string(file).unwrap()).unwrap();
    for case in &cases {
        let formula: Formula = serde_json::from_value(case["formula"].clone()).unwrap();
        assert_eq!(formula.to_string(), case["text"], "{case}");
        assert_eq!(latex(&formula), case["latex"], "{case}");
        assert_eq!(serde_json::to_value(&formula).unwrap(), case["formula"]);
    }
    assert!(cases.len() > 20);
}

/// 2.1·12/4200 − 24/360 = 0.006 − 0.0667, as printed; π·4²/4 = 12.566; √(4·9/(π·…)) and cos 60° = ½.
#[test]
fn a_formula_comes_to_what_its_printed_numbers_come_to() {
    let number = |text: &str| Formula::from(Number::new(text));
    let bending = Formula::over(Formula::product([number("2.1"), number("12")]), number("4200"));
    let axial = Formula::over(number("24"), number("360"));
    let stress = Formula::Sum(vec![Addend::plus(bending), Addend::minus(axial)]);
    assert!((stress.value() - (0.006 - 24.0 / 360.0)).abs() < 1e-15);
    let area = Formula::over(Formula::product(["π".into(), number("4").power(2)]), 4);
    assert!((area.value() - 12.566_370_614).abs() < 1e-8);
    assert!((Formula::Root(Box::new(number("2.25"))).value() - 1.5).abs() < 1e-15);
    // Printed to three figures, 1/3 is 0.333.
    assert_eq!(Formula::from(Number::rounded(1.0 / 3.0, 3)).value(), 0.333);
    // The coefficient of an unknown; half of 6 over 2 at 60° and an arm of 4.
    let unknown = Formula::from(Symbol::indexed("A", "y"));
    let angle = Formula::cos(Number::degrees(std::f64::consts::FRAC_PI_3, 3));
    let term = Formula::Put(vec![Formula::Share([1, 2]), unknown.clone(), angle, number("−4")]);
    assert!((term.value() + 1.0).abs() < 1e-12);
    // Units make SI of what stands before them: 7.41 kN over 6 mm times 233 MPa is 5.3004 mm.
    let unit = |symbol| helvek_core::units::parse_unit(symbol).unwrap();
    let of = |text: &str, symbol| Formula::from(Number::new(text).unit(&unit(symbol)));
    let diameter = Formula::over(of("7.41", "kN"), Formula::product([of("6", "mm"), of("233", "MPa")]));
    assert!((diameter.value() - 7410.0 / (0.006 * 233e6)).abs() < 1e-12);
    // The end of a chain; nothing that is a vector has a value.
    let end = Number::new("3").from(Source::Result);
    assert_eq!(Formula::Equal(vec![unknown, end.into()]).value(), 3.0);
    assert!(Formula::List(vec![number("1")]).value().is_nan());
}
