//! Output to a terminal. Titles and problems quote what stands in files of others: a terminal is not to be steered by it.

use std::borrow::Cow;
use std::io::Write;

/// Without characters that are not seen but done: controls but for the ends of lines, and those that turn the direction of writing. Each stands as
/// its code instead.
pub(crate) fn harmless(text: &str) -> Cow<'_, str> {
    let done = |c: char| {
        (c.is_control() && c != '\n')
            || matches!(c, '\u{202a}'..='\u{202e}' | '\u{2066}'..='\u{2069}' | '\u{200e}' | '\u{200f}')
    };
    if !text.contains(done) {
        return Cow::Borrowed(text);
    }
    Cow::Owned(text.chars().fold(String::with_capacity(text.len()), |mut plain, c| {
        if done(c) {
            plain.extend(c.escape_unicode());
        } else {
            plain.push(c);
        }
        plain
    }))
}

/// Prints a text on standard output, as it is. A reader that closes the pipe early is no error.
pub(crate) fn print(text: &str) {
    drop(std::io::stdout().write_all(harmless(text).as_bytes()));
}

/// Prints a line on standard error.
pub(crate) fn complain(line: &str) {
    eprintln!("{}", harmless(line));
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_steers_a_terminal_is_only_shown() {
        assert_eq!(harmless("Σ M: 0.5 (3)\n· ü"), "Σ M: 0.5 (3)\n· ü");
        assert_eq!(harmless("a\u{1b}[31mb\rc\td\u{9b}e"), "a\\u{1b}[31mb\\u{d}c\\u{9}d\\u{9b}e");
        assert_eq!(harmless("x\u{202e}y"), "x\\u{202e}y");
    }
}
