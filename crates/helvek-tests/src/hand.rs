//! The methods by hand read back: equations of slopes, props and forces that are too many with what they yield, and the sums and carry-overs of tables of distribution.

use crate::printed::{Number, number};
use std::collections::HashMap;

/// Behind a number a power of ten may stand: `−4.618·10⁻³`.
fn read(text: &str, figures: usize) -> Option<Number> {
    let (mantissa, power) = match text.split_once("·10") {
        None => (text, 0),
        Some((mantissa, raised)) => {
            let plain: String = raised
                .chars()
                .map(|c| "⁰¹²³⁴⁵⁶⁷⁸⁹".chars().position(|d| d == c).map_or('-', |d| (b'0' + d as u8) as char))
                .collect();
            (mantissa, plain.parse().ok()?)
        }
    };
    let Number { value, half } = number(mantissa, figures)?;
    Some(Number { value: value * 10f64.powi(power), half: half * 10f64.powi(power) })
}

/// `−3.343 + 33.91 c`: coefficients by their symbols, what stands alone by none.
fn linear(text: &str, figures: usize) -> Option<Vec<(Option<String>, Number)>> {
    let (mut terms, mut sign) = (Vec::new(), 1.0);
    let mut pending: Option<Number> = None;
    for word in text.split_whitespace() {
        if word == "+" || word == "−" {
            terms.extend(pending.take().map(|n| (None, n)));
            sign = if word == "−" { -1.0 } else { 1.0 };
        } else if let Some(found) = read(word, figures) {
            terms.extend(pending.take().map(|n| (None, n)));
            pending = Some(Number { value: sign * found.value, half: found.half });
            sign = 1.0;
        } else {
            let (bare, minus) = (word.trim_start_matches('−'), word.starts_with('−'));
            let one = Number { value: if minus { -sign } else { sign }, half: 0.0 };
            terms.push((Some(bare.to_owned()), pending.take().unwrap_or(one)));
            sign = 1.0;
        }
    }
    terms.extend(pending.map(|n| (None, n)));
    (!terms.is_empty()).then_some(terms)
}

/// Equations between the symbols that a text finds a number for.
fn equations(lines: &[&str], figures: usize) -> Result<usize, String> {
    // They are worked to four figures at least.
    let figures = figures.max(4);
    let unknown = |word: &str| word == "c" || word.starts_with(['c', 'X', 'θ', 'Δ', 'ψ', 'δ']);
    let mut found: HashMap<String, Number> = HashMap::new();
    for line in lines {
        let line = line.trim().trim_start_matches("so ");
        let Some((symbol, rest)) = line.split_once(" = ") else { continue };
        let last = rest.rsplit(" = ").next().unwrap_or(rest);
        if let Some(value) = last.split(' ').next().and_then(|word| read(word, figures))
            && !symbol.contains(' ')
            && unknown(symbol)
        {
            found.insert(symbol.to_owned(), value);
        }
    }
    let mut count = 0;
    for line in lines {
        let text = line.trim();
        let text = text.rsplit_once(": ").map_or(text, |(_, equation)| equation);
        let Some((left, right)) = text.split_once(" = ") else { continue };
        let (Some(left), Some(right)) = (linear(left, figures), linear(right, figures)) else {
            continue;
        };
        let symbols = || left.iter().chain(&right).filter_map(|(symbol, _)| symbol.as_ref());
        let alone = left.len() == 1 && left[0].1.half == 0.0;
        if alone || symbols().count() == 0 || symbols().any(|s| !found.contains_key(s)) {
            continue;
        }
        let (mut sum, mut slack) = (0.0, 0.0);
        for (terms, sign) in [(&left, 1.0), (&right, -1.0)] {
            for (symbol, Number { value, half }) in terms {
                let one = Number { value: 1.0, half: 0.0 };
                let of = symbol.as_ref().map_or(one, |symbol| found[symbol]);
                sum += sign * value * of.value;
                slack += value.abs() * of.half + of.value.abs() * half;
            }
        }
        if sum.abs() > slack * (1.0 + 1e-6) {
            return Err(format!("comes to {sum} (within {slack}): {line}"));
        }
        count += 1;
    }
    Ok(count)
}

/// The cells of a row by the columns whose ends they stand at.
fn cells(row: &str, ends: &[usize]) -> Vec<Option<f64>> {
    let letters: Vec<char> = row.chars().collect();
    let cell = |end: &usize| {
        let text: String = letters[..(*end).min(letters.len())]
            .iter()
            .rev()
            .take_while(|c| !c.is_whitespace())
            .collect::<Vec<_>>()
            .into_iter()
            .rev()
            .collect();
        number(&text, 8).map(|number| number.value)
    };
    ends.iter().map(|end| if *end > letters.len() { None } else { cell(end) }).collect()
}

/// A table of distribution: what is held, balanced and carried over adds up to the last row, and half of each balance is carried to the other end of its member.
fn table(rows: &[&str]) -> Result<usize, String> {
    let head: Vec<char> = rows[0].chars().collect();
    let ends: Vec<usize> = (1..=head.len())
        .filter(|at| !head[at - 1].is_whitespace() && head.get(*at).is_none_or(|c| c.is_whitespace()))
        .skip(1)
        .collect();
    let names: Vec<&str> = rows[0].split_whitespace().skip(1).collect();
    let mut sums = vec![0.0; ends.len()];
    let mut balance: Vec<Option<f64>> = vec![None; ends.len()];
    let decimals = rows.last().and_then(|row| Some(row.rsplit_once('.')?.1.trim().len())).unwrap_or(0);
    let half = 0.5 * 10f64.powi(-(decimals as i32)) + 1e-9;
    for row in &rows[1..] {
        let label = row.trim_start();
        let values = cells(row, &ends);
        if label.starts_with("DF") {
            continue;
        }
        if label.starts_with("sum") {
            for ((told, sum), name) in values.iter().zip(&sums).zip(&names) {
                if told.is_some_and(|told| (told - sum).abs() > 1e-6) {
                    return Err(format!("{name} adds up to {sum}: {row}"));
                }
            }
            return Ok(values.iter().flatten().count());
        }
        if label.starts_with("carry over") {
            for (name, told) in names.iter().zip(&values) {
                let turned: String = name.chars().rev().collect();
                let other = names.iter().position(|n| *n == turned).and_then(|at| balance[at]);
                if let (Some(told), Some(other)) = (told, other)
                    && name.chars().count() == 2
                    && (told - 0.5 * other).abs() > half
                {
                    return Err(format!("half of {other} is carried to {name}: {row}"));
                }
            }
        }
        if label.starts_with("balance") {
            balance.clone_from(&values);
        }
        sums.iter_mut().zip(&values).for_each(|(sum, value)| *sum += value.unwrap_or(0.0));
    }
    Err(format!("no sum below {}", rows[0]))
}

/// The number of equations and columns by hand of a text that came out, or the first that does not.
pub fn hand(text: &str, figures: usize) -> Result<usize, String> {
    let lines: Vec<&str> = text.lines().collect();
    let Some(start) = lines.iter().position(|line| *line == "Stiffness") else { return Ok(0) };
    let end = lines[start..].iter().position(|l| *l == "Asked").map_or(lines.len(), |at| start + at);
    let lines = &lines[start..end];
    let mut count = equations(lines, figures)?;
    for (at, line) in lines.iter().enumerate() {
        if line.trim_start().starts_with("end ") && lines[at + 1].trim_start().starts_with("DF ") {
            // Below the sum stand the forces of props.
            let below = |line: &&&str| line.trim_start().starts_with("Prop force") || line.trim().is_empty();
            let rows: Vec<&str> = lines[at..].iter().take_while(|line| !below(line)).copied().collect();
            count += table(&rows)?;
        }
    }
    Ok(count)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn equations_and_tables_by_hand_are_followed() {
        let text = |theta: &str, sum: &str| {
            format!(
                "Stiffness\n\n  end         AB     BA     BC\n  DF              0.400  0.600\n  FEM       1.00  −3.00\n  balance          1.20   1.80\n  carry over 0.60\n  sum       1.60  {sum}   1.80\n\n  280.0 θ_B = −1.293\n  θ_B = {theta}·10⁻³ rad\nAsked\n"
            )
        };
        assert_eq!(hand(&text("−4.618", "−1.80"), 3), Ok(4));
        assert!(hand(&text("−4.718", "−1.80"), 3).is_err());
        assert!(hand(&text("−4.618", "−1.90"), 3).is_err());
    }
}
