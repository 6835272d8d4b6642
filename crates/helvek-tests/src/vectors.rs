//! Printed vectors and tables of coefficients read back: `r × F = (0.6 i + 1.5 j) × (C_z (1.00 k)) = C_z (1.50 i − 0.600 j)`, unit vectors with the way they go, and tables with what
//! they yield; by a reader with code of its own.

use crate::printed::{Number, number};

type Triple = [f64; 3];

/// `−0.900 i + 0.600 j + 2.10 k`: components, and half a unit of the last place of each.
fn vector(text: &str, figures: usize) -> Option<(Triple, Triple)> {
    let text = text.trim();
    if text == "0" {
        return Some(([0.0; 3], [0.0; 3]));
    }
    let (mut sum, mut half, mut sign, mut pending) = ([0.0; 3], [0.0; 3], 1.0, None::<Number>);
    for word in text.split_whitespace() {
        match word {
            "+" => sign = 1.0,
            "−" => sign = -1.0,
            "i" | "j" | "k" => {
                let axis = ["i", "j", "k"].iter().position(|w| *w == word)?;
                let read = pending.take().unwrap_or(Number { value: 1.0, half: 0.0 });
                sum[axis] = sign * read.value;
                half[axis] = read.half;
                sign = 1.0;
            }
            _ => pending = Some(number(word, figures)?),
        }
    }
    pending.is_none().then_some((sum, half))
}

/// The text in the brackets of a factor, and its multiplier: `C_z (1.00 k)`, or `(−177 k)`.
fn factor(text: &str) -> Option<(&str, &str)> {
    let text = text.trim();
    match text.split_once('(') {
        Some((symbol, rest)) => Some((symbol.trim(), rest.strip_suffix(')')?)),
        None => Some(("", text)),
    }
}

fn cross(a: Triple, b: Triple) -> Triple {
    [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
}

fn product(line: &str, figures: usize) -> Result<(), String> {
    let unread = || format!("cannot be read: {line}");
    let rest = line.trim().strip_prefix("r × F = ").ok_or_else(unread)?;
    let rest = rest.strip_suffix("   (rounding)").map_or((rest, false), |rest| (rest, true));
    let (rest, rounding) = rest;
    let (left, result) = rest.rsplit_once(" = ").ok_or_else(unread)?;
    let (arm, force) = left.split_once(" × ").ok_or_else(unread)?;
    let force = force.strip_prefix('(').and_then(|f| f.strip_suffix(')')).ok_or_else(unread)?;
    let (_, arm) = factor(arm).ok_or_else(unread)?;
    let [(symbol, force), (of, result)] =
        [factor(force).ok_or_else(unread)?, factor(result).ok_or_else(unread)?];
    if symbol != of {
        return Err(format!("{symbol} became {of}: {line}"));
    }
    let read = |text| vector(text, figures).ok_or_else(unread);
    let ((arm, _), (force, _), (told, half)) = (read(arm)?, read(force)?, read(result)?);
    let found = cross(arm, force);
    let size = |v: Triple| v.iter().map(|c| c * c).sum::<f64>().sqrt();
    for k in 0..3 {
        // A component of nothing is known no better than what cancels in it.
        let cancels = 0.5 * 10f64.powi(1 - figures as i32) * size(arm) * size(force);
        let slack = if told[k] == 0.0 { cancels } else { half[k] };
        if !rounding && (found[k] - told[k]).abs() > slack * (1.0 + 1e-6) + 1e-12 * size(found) {
            return Err(format!("comes to {found:?}: {line}"));
        }
    }
    Ok(())
}

/// `u_CT = r_CT/r = (0.1, −0.9, 2.1) m/2.2869 m = 0.0437 i − 0.394 j + 0.918 k`
fn unit(line: &str, figures: usize) -> Result<(), String> {
    let unread = || format!("cannot be read: {line}");
    let line = line.strip_suffix("   (rounding)").unwrap_or(line);
    let [_, _, quotient, along] = line.split(" = ").collect::<Vec<_>>()[..] else { return Err(unread()) };
    let (way, rest) = quotient.trim_start_matches('(').split_once(") ").ok_or_else(unread)?;
    let (unit, length) = rest.split_once('/').ok_or_else(unread)?;
    let length = length.strip_suffix(unit).ok_or_else(unread)?.trim_end();
    let way: Vec<f64> =
        way.split(", ").filter_map(|word| number(word, figures)).map(|number| number.value).collect();
    let length = number(length, figures).ok_or_else(unread)?.value;
    let (along, half) = vector(along, figures).ok_or_else(unread)?;
    let fits = way.len() == 3
        && (0..3).all(|k| {
            (way[k] / length - along[k]).abs() <= half[k] * (1.0 + 1e-6) + 5e-4 * f64::from(along[k] == 0.0)
        });
    if fits { Ok(()) } else { Err(format!("{way:?} over {length} is not {along:?}: {line}")) }
}

/// A table of coefficients, `[names, rows ...]` of words, with the results below it.
fn table(rows: &[Vec<&str>], results: &[(String, Number)], figures: usize) -> Result<usize, String> {
    let (names, rows) = rows.split_first().ok_or("no table")?;
    let names = &names[..names.len() - 1];
    for row in rows {
        let cells: Option<Vec<Number>> =
            row[row.len() - names.len() - 1..].iter().map(|word| number(word, figures + 1)).collect();
        let cells = cells.ok_or_else(|| format!("{row:?} cannot be read"))?;
        let (constant, cells) = cells.split_last().ok_or("an empty row")?;
        let (mut sum, mut slack) = (0.0, constant.half);
        for (name, cell) in names.iter().zip(cells) {
            let (_, result) = results
                .iter()
                .find(|(symbol, _)| symbol == name)
                .ok_or_else(|| format!("{name} is not found"))?;
            sum += cell.value * result.value;
            slack += cell.value.abs() * result.half + result.value.abs() * cell.half;
        }
        if (sum - constant.value).abs() > slack * (1.0 + 1e-6) {
            return Err(format!("{row:?} comes to {sum} with {results:?}"));
        }
    }
    Ok(rows.len())
}

/// The columns of a row.
fn words(line: &str) -> Vec<&str> {
    line.split("  ").map(str::trim).filter(|word| !word.is_empty()).collect()
}

/// The number of vectors, and rows of tables, of a text that came out; or the first that does not.
pub fn vectors(text: &str, figures: usize) -> Result<usize, String> {
    let lines: Vec<&str> = text.lines().collect();
    let mut count = 0;
    for (at, line) in lines.iter().enumerate() {
        if line.contains("r × F = ") {
            product(line, figures)?;
            count += 1;
        } else if line.trim_start().starts_with("u_") && line.contains(" = r_") {
            unit(line, figures)?;
            count += 1;
        } else if line.ends_with("constant") {
            let rows: Vec<Vec<&str>> = std::iter::once(words(line))
                .chain(lines[at + 1..].iter().take_while(|l| l.starts_with("     ")).map(|l| words(l)))
                .collect();
            let results: Vec<(String, Number)> = lines[at + rows.len()..]
                .iter()
                .take_while(|l| !l.trim().is_empty())
                .filter_map(|l| {
                    let (symbol, rest) = l.trim().split_once(" = ")?;
                    Some((symbol.to_owned(), number(rest.split(' ').next()?, figures)?))
                })
                .collect();
            count += table(&rows, &results, figures)?;
        }
    }
    Ok(count)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn products_unit_vectors_and_tables_are_read_and_followed() {
        let product = |z: &str| format!("r × F = (0.6 i + 1.5 j) × (C_z (1.00 k)) = C_z ({z} i − 0.600 j)");
        assert_eq!(vectors(&product("1.50"), 3), Ok(1));
        assert!(vectors(&product("1500"), 3).is_err());
        let way =
            |k: &str| format!("u_CT = r_CT/r = (0.1, −0.9, 2.1) m/2.2869 m = 0.0437 i − 0.394 j + {k} k");
        assert_eq!(vectors(&way("0.918"), 3), Ok(1));
        assert!(vectors(&way("0.981"), 3).is_err());
        let table = |b: &str| {
            format!(
                "             A     B  constant\n     ΣF  1.000  2.000     12.00\n     ΣM      0  −3.000   −9.000\n   A = 6.00 N   (x)\n   B = {b} N   (x)\n"
            )
        };
        assert_eq!(vectors(&table("3.00"), 3), Ok(2));
        assert!(vectors(&table("3.05"), 3).is_err());
    }
}
