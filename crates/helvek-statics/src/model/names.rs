//! Names for what the user left unnamed: made once, unique, and readable.

use std::collections::HashSet;

/// Gives every `None` a name that no user has written and that no other thing has.
///
/// `base(i)` proposes: a proposal that ends in a digit-free name is numbered from 2 with a hyphen (`A`, `A-2`); a proposal that ends in `#`
/// is numbered from 1 in its place (`F1`, `F2`).
pub(super) fn complete(given: &[Option<&str>], base: impl Fn(usize) -> String) -> Vec<String> {
    let mut taken: HashSet<String> = given.iter().flatten().map(|name| (*name).to_owned()).collect();
    let mut next = std::collections::HashMap::<String, usize>::new();
    given
        .iter()
        .enumerate()
        .map(|(i, name)| {
            if let Some(name) = name {
                return (*name).to_owned();
            }
            let base = base(i);
            let counter = next.entry(base.clone()).or_insert(1);
            loop {
                let name = match base.strip_suffix('#') {
                    Some(stem) => format!("{stem}{counter}"),
                    None if *counter == 1 => base.clone(),
                    None => format!("{base}-{counter}"),
                };
                *counter += 1;
                if taken.insert(name.clone()) {
                    return name;
                }
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn generated_names_avoid_written_ones_and_each_other() {
        let names = complete(&[None, Some("A-2"), None, None], |_| "A".into());
        assert_eq!(names, ["A", "A-2", "A-3", "A-4"]);
        assert_eq!(complete(&[None, Some("F1"), None], |_| "F#".into()), ["F2", "F1", "F3"]);
    }
}
