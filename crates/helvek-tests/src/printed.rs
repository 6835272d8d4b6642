//! Printed equations read back and added up: from the text alone, with code of its own.
//!
//! A step is its sums (`↺ ΣM_A = 0:  − F·x_AB + C_y·x_AC = 0` and below it `− 0.6 (0.5) + C_y (2) = 0 kN·m`) and, below them, what they give (`C_y = 0.870 kN   (as assumed: up)`). Put into its sum as it is printed, each
//! result has to make it vanish within half a unit of its last place.

/// A printed number: its value, and half a unit of its last place.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Number {
    /// As printed.
    pub value: f64,
    /// Half a unit of its last place.
    pub half: f64,
}

/// A number as it is printed, with so many significant figures.
pub fn number(text: &str, figures: usize) -> Option<Number> {
    let text = text.replace('−', "-");
    let value: f64 = text.parse().ok()?;
    let digits = text.trim_start_matches('-');
    let half = match digits.split_once('.') {
        Some((_, decimals)) => 0.5 * 10f64.powi(-(decimals.len() as i32)),
        // Zeros that only say how large it is.
        None => 0.5 * 10f64.powi(digits.len().saturating_sub(figures) as i32),
    };
    Some(Number { value, half })
}

/// A term of a printed sum: its numbers multiplied, and the symbol that stands in it.
#[derive(Debug, Clone, PartialEq)]
struct Term {
    value: f64,
    symbol: Option<String>,
}

/// `− ½ 15 (12) (4)`, `304.84 sin 15°`, `N_foot (10.04)`.
fn term(text: &str, negative: bool) -> Option<Term> {
    let mut value = if negative { -1.0 } else { 1.0 };
    let mut symbol: Vec<&str> = Vec::new();
    let mut words = text.split_whitespace();
    while let Some(word) = words.next() {
        let inner = word.trim_start_matches('(').trim_end_matches(')');
        if word == "½" {
            value *= 0.5;
        } else if word == "cos" || word == "sin" {
            let angle =
                words.next()?.trim_end_matches('°').replace('−', "-").parse::<f64>().ok()?.to_radians();
            value *= if word == "cos" { angle.cos() } else { angle.sin() };
        } else if let Ok(number) = inner.replace('−', "-").parse::<f64>() {
            value *= number;
        } else {
            symbol.push(word);
        }
    }
    Some(Term { value, symbol: (!symbol.is_empty()).then(|| symbol.join(" ")) })
}

/// The terms of a sum: signs stand between spaces.
fn terms(text: &str) -> Option<Vec<Term>> {
    let mut list = Vec::new();
    let (mut negative, mut current) = (false, Vec::new());
    for word in text.split_whitespace() {
        if word == "+" || word == "−" {
            if !current.is_empty() {
                list.push(term(&current.join(" "), negative)?);
            }
            (negative, current) = (word == "−", Vec::new());
        } else {
            current.push(word);
        }
    }
    list.push(term(&current.join(" "), negative)?);
    Some(list)
}

/// A sum with the lines it goes on over, without the symbols that stand before its numbers; the line behind it.
fn whole(lines: &[&str], at: usize, begins: &str) -> Option<(String, usize)> {
    let (_, first) = lines[at].split_once(begins)?;
    let mut end = at + 1;
    while end < lines.len() && lines[end].starts_with("         ") {
        end += 1;
    }
    let parts: Vec<&str> =
        std::iter::once(first).chain(lines[at + 1..end].iter().map(|line| line.trim())).collect();
    let text = parts.join(" ");
    // Behind the symbols come the numbers, with what they come to.
    let numbers = match text.split_once(" = 0 ") {
        Some((_, numbers)) if numbers.contains(" = ") => numbers,
        _ => &text,
    };
    Some((numbers.to_owned(), end))
}

/// True of the first line of an equation in which everything is known.
fn is_check(line: &str) -> bool {
    line.contains('Σ') && line.contains(":  ") && !line.contains(" = 0:  ")
}

/// The number of sums of a text that were added up, or the first that does not come out.
pub fn adds_up(text: &str, figures: usize) -> Result<usize, String> {
    let lines: Vec<&str> = text.lines().collect();
    let mut count = 0;
    let mut at = 0;
    while at < lines.len() {
        let Some((sum, next)) = whole(&lines, at, " = 0:  ") else {
            // A check: `↺ ΣM_D:  0.6 (1.9) − 0.87 (0.4) = 0.002 kN·m ≈ 0   (closes)`
            let check = is_check(lines[at]).then(|| whole(&lines, at, ":  ")).flatten();
            at += 1;
            if let Some((rest, next)) = check
                && let Some((sum, end)) = rest.rsplit_once(" = ")
                && end.contains("(closes")
            {
                checked(sum, end, figures).map_err(|what| format!("{what}: {rest}"))?;
                count += 1;
                at = next;
            }
            continue;
        };
        // The sums of the step, then its results.
        let mut sums = vec![sum];
        at = next;
        let mut found: Vec<(String, Number)> = Vec::new();
        while at < lines.len() && !lines[at].trim().is_empty() && !is_check(lines[at]) {
            if let Some((sum, next)) = whole(&lines, at, " = 0:  ") {
                sums.push(sum);
                at = next;
                continue;
            }
            if let Some((symbol, rest)) = lines[at].trim().split_once(" = ")
                && let Some(value) = rest.split_whitespace().next().and_then(|word| number(word, figures))
            {
                found.push((symbol.to_owned(), value));
            }
            at += 1;
        }
        for sum in sums {
            solved(&sum, &found, figures).map_err(|what| format!("{what}: {sum} with {found:?}"))?;
            count += 1;
        }
    }
    Ok(count)
}

fn place(largest: f64, figures: usize) -> f64 {
    if largest == 0.0 { 0.0 } else { 0.5 * 10f64.powi(largest.log10().floor() as i32 + 1 - figures as i32) }
}

fn solved(sum: &str, found: &[(String, Number)], figures: usize) -> Result<(), String> {
    let (sum, rounding) = match sum.split_once("   (rounding)") {
        Some((sum, _)) => (sum, true),
        None => (sum, false),
    };
    let sum = sum.rsplit_once(" = 0").map_or(sum, |(sum, _)| sum);
    let all = terms(sum).ok_or("cannot be read")?;
    let (mut total, mut slack, mut largest) = (0.0, 0.0, 0.0f64);
    for Term { value, symbol } in all {
        let Some(symbol) = symbol else {
            total += value;
            largest = largest.max(value.abs());
            continue;
        };
        let Some((_, result)) = found.iter().find(|(name, _)| *name == symbol) else {
            // An equation of nothing but its unknown is its result.
            if sum == symbol || sum == format!("− {symbol}") {
                return Ok(());
            }
            return Err(format!("{symbol} has no result"));
        };
        total += value * result.value;
        if result.value != 0.0 {
            slack += value.abs() * result.half;
        }
        largest = largest.max((value * result.value).abs());
    }
    let slack = if slack == 0.0 { place(largest, figures) } else { slack };
    if total.abs() <= slack * (1.0 + 1e-6) + 1e-9 * largest || rounding {
        Ok(())
    } else {
        Err(format!("comes to {total}, allowed is {slack}"))
    }
}

fn checked(sum: &str, end: &str, figures: usize) -> Result<(), String> {
    let all = terms(sum).ok_or("cannot be read")?;
    let total: f64 = all.iter().map(|t| t.value).sum();
    let largest = all.iter().fold(0.0f64, |a, t| a.max(t.value.abs()));
    let slack = place(largest, figures);
    // What it is said to come to is what it comes to, to two figures.
    let told =
        end.split_whitespace().next().and_then(|word| number(word, 2)).ok_or("a sum without a result")?;
    if (total - told.value).abs() > told.half * (1.0 + 1e-6) + 1e-9 * largest {
        return Err(format!("comes to {total}, said is {}", told.value));
    }
    if total.abs() <= slack * (1.0 + 1e-6) + 1e-9 * largest || end.contains("rounding") {
        Ok(())
    } else {
        Err(format!("comes to {total}, allowed is {slack}"))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_sum_that_mixes_units_is_found_out() {
        let step = |arm: &str, result: &str| {
            format!(
                "1. Moments about O · wheel\n   reason\n   ↺ ΣM_O = 0:  − M₁\n                − F_block·x_OB = 0\n                − 18\n                − F_block ({arm}) = 0 N·m\n   F_block = {result} N   (negative)\n\n"
            )
        };
        assert!(adds_up(&step("160", "−113"), 3).is_err());
        assert_eq!(adds_up(&step("0.16", "−113"), 3), Ok(1));
        assert!(adds_up(&step("0.16", "−111"), 3).is_err());
        let check = |last: &str, to: &str| {
            format!("   ↺ ΣM_D:  0.6 (1.9) + ½ 2 (3) − {last} cos 60° = {to}   (closes)\n")
        };
        assert_eq!(adds_up(&check("8.28", "0 kN·m"), 3), Ok(1));
        assert_eq!(adds_up(&check("8.276", "0.0020 kN·m ≈ 0"), 3), Ok(1));
        assert!(adds_up(&check("8.276", "0.0030 kN·m ≈ 0"), 3).is_err(), "it comes to something else");
        assert!(adds_up(&check("8.4", "−0.060 kN·m ≈ 0"), 3).is_err(), "that is not nothing");
    }
}
