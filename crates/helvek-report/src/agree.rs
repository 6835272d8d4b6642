//! Printed arithmetic that comes out as it is printed: numbers get more figures until it does.

use crate::formula::{Number, read};
use crate::inline::Inline;
use helvek_core::units::figures;

/// Figures more than usual that numbers get at most.
const MORE: u8 = 2;

/// Writes a line with as many figures more as it takes until it agrees with its printed results; whether it still differs.
pub(crate) fn agreeing<T>(write: impl Fn(u8) -> (T, bool)) -> (T, bool) {
    let mut more = 0;
    loop {
        let (line, agrees) = write(more);
        if agrees || more == MORE {
            return (line, !agrees);
        }
        more += 1;
    }
}

/// True when what printed numbers come to is their printed result, within half a unit of its last place; a result of nothing within that of the largest of them.
pub(crate) fn comes_to(printed: f64, result: f64, largest: f64, digits: u8) -> bool {
    let place = figures::last_place(if result == 0.0 { largest } else { result }, digits);
    let shown = read(&figures::rounded(result, digits));
    (printed - shown).abs() <= 0.5 * place * (1.0 + 1e-9) + 1e-12 * largest.abs()
}

/// True when what printed numbers come to is a number as it is printed, within half a unit of its last place.
pub(crate) fn comes_to_number(printed: f64, result: &Number) -> bool {
    let decimals = result.text.split_once('.').map_or(0, |(_, decimals)| decimals.len());
    (printed - read(&result.text)).abs() <= 0.5 * 0.1f64.powi(decimals as i32) * (1.0 + 1e-9)
}

/// Said behind arithmetic whose printed numbers differ by what rounding leaves.
pub(crate) fn rounding(differs: bool) -> &'static str {
    if differs { "   (rounding)" } else { "" }
}

/// Says that behind a line, where its numbers differ.
pub(crate) fn marked(mut line: Vec<Inline>, differs: bool) -> Vec<Inline> {
    if differs {
        line.push(Inline::words(rounding(true)));
    }
    line
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_sum_gets_figures_until_it_comes_out() {
        // 1.004 + 2.003 = 3.007: to three figures 1.00 + 2.00 would be 3.00, and not 3.01.
        let (shown, differs) = agreeing(|more| {
            let terms = [1.004, 2.003].map(|term| figures::rounded(term, 3 + more));
            let printed = terms.iter().map(|term| read(term)).sum();
            (terms.join(" + "), comes_to(printed, 3.007, 3.0, 3))
        });
        assert_eq!((shown.as_str(), differs), ("1.004 + 2.003", false));
        let (_, differs) = agreeing(|_| ((), comes_to(3.0, 3.02, 3.0, 3)));
        assert!(differs);
    }

    #[test]
    fn nothing_is_known_no_better_than_what_cancels() {
        assert!(comes_to(0.004, 0.0, 8.0, 3));
        assert!(!comes_to(0.04, 0.0, 8.0, 3));
    }
}
