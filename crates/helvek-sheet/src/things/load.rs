//! Loads: a row for each kind, and one for each way in which what is spread varies along its stretch.

use schemars::JsonSchema;
use serde::Serialize;

/// The kinds of load.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum LoadWord {
    /// A force at a point.
    Force,
    /// A couple.
    Couple,
    /// A force along a stretch.
    Distributed,
    /// The weight of a mass.
    Weight,
    /// The own weight of bars.
    Own,
}

/// A kind of load.
#[derive(Debug)]
pub struct LoadSort {
    /// The word.
    pub kind: LoadWord,
    /// Its word.
    pub word: &'static str,
    /// The letter with which those without a name are numbered.
    pub letter: &'static str,
}

/// Every kind, in the order of [`LoadWord`].
pub const SORTS: [LoadSort; 5] = [
    LoadSort { kind: LoadWord::Force, word: "force", letter: "F" },
    LoadSort { kind: LoadWord::Couple, word: "couple", letter: "M" },
    LoadSort { kind: LoadWord::Distributed, word: "distributed", letter: "q" },
    LoadSort { kind: LoadWord::Weight, word: "weight", letter: "W" },
    LoadSort { kind: LoadWord::Own, word: "own", letter: "W" },
];

impl LoadWord {
    /// Its row.
    pub fn sort(self) -> &'static LoadSort {
        &SORTS[self as usize]
    }
}

/// The profile of a part of a spread load along its stretch.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Profile {
    /// The same all along.
    Uniform,
    /// A triangle that is high where the stretch begins.
    Falling,
    /// A triangle that is high where the stretch ends.
    Rising,
}

/// The highest power of the place in a profile: what decides how far the polynomials of N, V, M and of the deflected shape go.
pub const HIGHEST: usize = 1;

/// Something that varies with the place: what stands with each of its powers, the constant first.
pub type Powers<T> = [T; HIGHEST + 1];

/// The facts of a profile.
#[derive(Debug)]
pub struct ProfileSort {
    /// The profile.
    pub profile: Profile,
    /// The intensity per unit of its size, with the powers of the place as a fraction of the stretch.
    pub shape: Powers<f64>,
    /// Its resultant per unit of size and length: a fraction.
    pub share: [u8; 2],
    /// The place of its resultant: a fraction of the stretch.
    pub centre: [u8; 2],
    /// The same profile, seen from the other end of its stretch.
    pub reversed: Profile,
    /// The words for it.
    pub said: &'static str,
}

/// Every profile, in the order of [`Profile`].
pub const PROFILES: [ProfileSort; 3] = [
    ProfileSort {
        profile: Profile::Uniform,
        shape: [1.0, 0.0],
        share: [1, 1],
        centre: [1, 2],
        reversed: Profile::Uniform,
        said: "the uniform part as its resultant at its middle",
    },
    ProfileSort {
        profile: Profile::Falling,
        shape: [1.0, -1.0],
        share: [1, 2],
        centre: [1, 3],
        reversed: Profile::Rising,
        said: "the triangular part as its resultant a third from its high end",
    },
    ProfileSort {
        profile: Profile::Rising,
        shape: [0.0, 1.0],
        share: [1, 2],
        centre: [2, 3],
        reversed: Profile::Falling,
        said: "the triangular part as its resultant a third from its high end",
    },
];

impl Profile {
    /// Its row.
    pub fn sort(self) -> &'static ProfileSort {
        &PROFILES[self as usize]
    }

    /// The resultant per unit of size and length, no unit.
    pub fn share(self) -> f64 {
        let [part, whole] = self.sort().share;
        f64::from(part) / f64::from(whole)
    }

    /// The place of its resultant, as a fraction of the stretch.
    pub fn centre(self) -> f64 {
        let [part, whole] = self.sort().centre;
        f64::from(part) / f64::from(whole)
    }

    /// The intensity per unit of its size, at a fraction of the stretch.
    pub fn at(self, t: f64) -> f64 {
        self.sort().shape.iter().rev().fold(0.0, |sum, c| sum * t + c)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn rows_stand_in_the_order_of_their_kinds() {
        for (i, sort) in SORTS.iter().enumerate() {
            assert_eq!(sort.kind as usize, i, "{}", sort.word);
            assert_eq!(serde_json::to_value(sort.kind).unwrap(), sort.word);
        }
        for (i, sort) in PROFILES.iter().enumerate() {
            assert_eq!(sort.profile as usize, i);
            for t in [0.0, 0.3, 1.0] {
                assert!((sort.profile.at(t) - sort.reversed.at(1.0 - t)).abs() < 1e-12, "{:?}", sort.profile);
            }
        }
    }

    #[test]
    fn a_resultant_is_what_its_profile_comes_to() {
        // ∫ p dt and ∫ t p dt over the stretch, by the midpoints of many strips.
        const STRIPS: usize = 20_000;
        for ProfileSort { profile, .. } in &PROFILES {
            let (mut sum, mut first) = (0.0, 0.0);
            for t in (0..STRIPS).map(|k| (k as f64 + 0.5) / STRIPS as f64) {
                sum += profile.at(t) / STRIPS as f64;
                first += t * profile.at(t) / STRIPS as f64;
            }
            assert!((sum - profile.share()).abs() < 1e-8, "{profile:?}: {sum}");
            assert!((first / sum - profile.centre()).abs() < 1e-8, "{profile:?}: {}", first / sum);
        }
    }
}
