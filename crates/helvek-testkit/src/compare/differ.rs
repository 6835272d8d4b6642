//! Two values side by side: numbers to 1e-12 of what is largest in their place, everything else to the letter.

use serde_json::Value;
use std::collections::{BTreeMap, HashMap};

/// Of the largest number in the same place of a reply.
const SLACK: f64 = 1e-12;
/// The values left over after adding up: all that counts is that they are nothing.
const LEFT_OVER: [&str; 4] = ["residual", "energy", "relative", "disagreement"];
/// Below this it is nothing.
const NOTHING: f64 = 1e-9;
/// The time it took, the question it answers, and the engine: that is raised because something differs.
const APART: [&str; 3] = ["micros", "seq", "engine"];
/// The words before the number of the engine in a text.
const ENGINE: &str = "engine ";
/// The differences that were found, place by place.
#[derive(Default)]
pub(crate) struct Differences {
    /// In how many replies, and the first of them.
    places: BTreeMap<String, (usize, String)>,
    replies: usize,
}

impl Differences {
    /// The number of replies that differ.
    pub(crate) fn count(&self) -> usize {
        self.replies
    }

    /// Compares two replies about a sheet.
    pub(crate) fn compare(&mut self, name: &str, sheet: &Value, old: &Value, new: &Value) {
        let mut scales = HashMap::new();
        largest(old, &mut String::new(), &mut scales);
        let mut found = BTreeMap::new();
        differ(old, new, &mut String::new(), &scales, &mut found);
        self.replies += usize::from(!found.is_empty());
        for (place, what) in found {
            let told =
                self.places.entry(place).or_insert_with(|| (0, format!("{what}\n    {name}\n    {sheet}")));
            told.0 += 1;
        }
    }

    pub(crate) fn print(&self) {
        for (place, (count, first)) in &self.places {
            println!("{place}, in {count} replies, first: {first}");
        }
    }
}

/// The largest number in each place; the rows of a list are one place.
fn largest(value: &Value, place: &mut String, scales: &mut HashMap<String, f64>) {
    match value {
        Value::Number(number) => {
            let size = number.as_f64().unwrap_or_default().abs();
            let most = scales.entry(place.clone()).or_default();
            *most = most.max(size);
        }
        Value::Array(rows) => rows.iter().for_each(|row| largest(row, place, scales)),
        Value::Object(fields) => {
            for (key, field) in fields {
                let end = place.len();
                place.push('/');
                place.push_str(key);
                largest(field, place, scales);
                place.truncate(end);
            }
        }
        _ => {}
    }
}

/// Notes where two values differ, and how: the first row of each place.
fn differ(
    old: &Value,
    new: &Value,
    place: &mut String,
    scales: &HashMap<String, f64>,
    found: &mut BTreeMap<String, String>,
) {
    let mut tell = |place: &str, what: String| {
        found.entry(place.to_owned()).or_insert(what);
    };
    match (old, new) {
        (Value::Number(a), Value::Number(b)) => {
            let (x, y) = (a.as_f64().unwrap_or(f64::NAN), b.as_f64().unwrap_or(f64::NAN));
            let left_over = LEFT_OVER.iter().any(|key| place.ends_with(&format!("/{key}")));
            let scale = scales.get(place.as_str()).copied().unwrap_or_default().max(x.abs());
            let same = (x - y).abs() <= SLACK * scale || left_over && x.abs().max(y.abs()) < NOTHING;
            if !same {
                tell(place, format!("{a} became {b}"));
            }
        }
        (Value::String(a), Value::String(b)) if quiet(a) == quiet(b) => {}
        (Value::Array(a), Value::Array(b)) => {
            if a.len() != b.len() {
                tell(place, format!("{} rows became {}", a.len(), b.len()));
                return;
            }
            a.iter().zip(b).for_each(|(a, b)| differ(a, b, place, scales, found));
        }
        (Value::Object(a), Value::Object(b)) => {
            for key in b.keys().filter(|key| !a.contains_key(*key)) {
                tell(&format!("{place}/{key}"), "it is new".into());
            }
            for (key, field) in a.iter().filter(|(key, _)| !APART.contains(&key.as_str())) {
                let end = place.len();
                place.push('/');
                place.push_str(key);
                match b.get(key) {
                    Some(other) => differ(field, other, place, scales, found),
                    None => {
                        found.entry(place.clone()).or_insert("it is gone".into());
                    }
                }
                place.truncate(end);
            }
        }
        _ if old != new => tell(place, format!("{old} became {new}")),
        _ => {}
    }
}

/// A text in which whatever is smaller than a millionth of a millionth is nothing: `closes to 3·10⁻¹⁶`.
fn quiet(text: &str) -> String {
    const MARKS: [(&str, &str); 2] = [("·10⁻", ""), (r"\cdot 10^{-", "}")];
    let mut text = text.to_owned();
    let number = text.split_once(ENGINE).map_or("", |(_, number)| number);
    if number.parse::<u32>().is_ok() {
        text.truncate(text.len() - number.len());
    }
    for (mark, end) in MARKS {
        let mut from = 0;
        while let Some(at) = text[from..].find(mark).map(|at| from + at) {
            let begin = text[..at].trim_end_matches(|c: char| c.is_ascii_digit() || c == '.').len();
            let after = at + mark.len();
            let power: String = text[after..]
                .chars()
                .map_while(|c| {
                    "⁰¹²³⁴⁵⁶⁷⁸⁹".chars().position(|d| d == c).or(c.to_digit(10).map(|d| d as usize))
                })
                .map(|digit| char::from(b'0' + digit as u8))
                .collect();
            let length =
                text[after..].chars().take(power.len()).map(char::len_utf8).sum::<usize>() + end.len();
            if power.parse::<u32>().is_ok_and(|power| power >= 12) && begin < at {
                text.replace_range(begin..after + length, "nothing");
                from = begin;
            } else {
                from = after;
            }
        }
    }
    text
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::json;

    fn told(old: &Value, new: &Value) -> Option<String> {
        let mut found = Differences::default();
        found.compare("sheet", &Value::Null, old, new);
        let (place, (_, first)) = found.places.pop_first()?;
        Some(format!("{place}: {}", first.lines().next().unwrap_or_default()))
    }

    #[test]
    fn numbers_are_compared_by_what_is_largest_in_their_place() {
        let old = json!({ "force": [[1000.0, 1e-14]], "moment": [1e-14] });
        assert_eq!(told(&old, &json!({ "force": [[1000.0, 9e-10]], "moment": [1e-14] })), None);
        assert_eq!(
            told(&old, &json!({ "force": [[1000.0, 2e-9]], "moment": [1e-14] })),
            Some("/force: 1e-14 became 2e-9".into())
        );
        assert_eq!(
            told(&old, &json!({ "force": [[1000.0, 1e-14]], "moment": [2e-14] })),
            Some("/moment: 1e-14 became 2e-14".into())
        );
        assert_eq!(told(&json!({ "residual": 3e-16 }), &json!({ "residual": 0 })), None);
        assert_eq!(told(&json!({ "micros": 3, "seq": 1 }), &json!({ "micros": 5, "seq": 2 })), None);
    }

    #[test]
    fn fields_rows_and_words_are_compared_to_the_letter() {
        assert_eq!(told(&json!({ "a": 1 }), &json!({})), Some("/a: it is gone".into()));
        assert_eq!(told(&json!({}), &json!({ "a": 1 })), Some("/a: it is new".into()));
        assert_eq!(told(&json!({ "a": [1, 2] }), &json!({ "a": [1] })), Some("/a: 2 rows became 1".into()));
        assert_eq!(told(&json!({ "a": null }), &json!({ "a": 0 })), Some("/a: null became 0".into()));
        assert_eq!(told(&json!(["A_y"]), &json!(["A_x"])), Some(": \"A_y\" became \"A_x\"".into()));
    }

    #[test]
    fn what_is_nothing_in_a_text_is_nothing() {
        let closes = |what: &str| json!(format!("the arithmetic closes to {what}, 4 steps"));
        assert_eq!(told(&closes("3·10⁻¹⁶"), &closes("2·10⁻¹⁷")), None);
        assert!(told(&closes("3·10⁻¹⁶"), &closes("2·10⁻⁷")).is_some());
        assert_eq!(told(&json!(r"1.5\cdot 10^{-16}"), &json!(r"4\cdot 10^{-15}")), None);
        assert!(told(&json!("3·10⁻¹⁶ kN"), &json!("3·10⁻¹⁶ N")).is_some());
        assert_eq!(told(&json!("Helvek, engine 2"), &json!("Helvek, engine 3")), None);
    }
}
