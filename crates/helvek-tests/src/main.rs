//! The soak: fresh seeds through every family for as long as it is asked to. Whatever fails is kept with its seed in `target/soak`.

use helvek_tests::FAMILIES;
use std::path::Path;
use std::process::ExitCode;
use std::time::{Duration, Instant, SystemTime, UNIX_EPOCH};

const USE: &str = "soak [MINUTES] [SEED] [FAMILY]";
/// Failures of one family that are printed and kept.
const KEPT: usize = 3;

/// The outcome of a family.
#[derive(Default, Clone)]
struct Tally {
    sheets: usize,
    values: usize,
    failed: usize,
}

fn main() -> ExitCode {
    let mut words = std::env::args().skip(1);
    let clock = SystemTime::now().duration_since(UNIX_EPOCH).map_or(1, |d| d.as_nanos() as u64);
    let (Ok(minutes), Ok(seed)) = (
        words.next().map_or(Ok(1.0), |word| word.parse::<f64>()),
        words.next().map_or(Ok(clock), |word| word.parse::<u64>()),
    ) else {
        eprintln!("{USE}");
        return ExitCode::from(2);
    };
    let only = words.next();
    println!("seed {seed}");
    let end = Instant::now() + Duration::from_secs_f64(60.0 * minutes);
    let mut tallies = vec![Tally::default(); FAMILIES.len()];
    for round in 0u64.. {
        if Instant::now() >= end {
            break;
        }
        let own = seed.wrapping_add(round.wrapping_mul(0x9E37_79B9_7F4A_7C15));
        for (family, tally) in FAMILIES.iter().zip(&mut tallies) {
            if only.as_ref().is_some_and(|only| only != family.name) {
                continue;
            }
            match (family.run)(own) {
                Ok(0) => {}
                Ok(count) => {
                    tally.sheets += 1;
                    tally.values += count;
                }
                Err(what) => {
                    tally.failed += 1;
                    if tally.failed <= KEPT {
                        keep(family.name, own, &what);
                    }
                }
            }
        }
    }
    for (family, tally) in FAMILIES.iter().zip(&tallies) {
        println!(
            "{:14} {:8} sheets {:9} values {:6} failed",
            family.name, tally.sheets, tally.values, tally.failed
        );
    }
    let sum = |of: fn(&Tally) -> usize| tallies.iter().map(of).sum::<usize>();
    println!("{} sheets, {} values, {} failed", sum(|t| t.sheets), sum(|t| t.values), sum(|t| t.failed));
    if sum(|t| t.failed) > 0 { ExitCode::FAILURE } else { ExitCode::SUCCESS }
}

/// Prints what failed, and keeps it: the first lines say why, the rest is the sheet.
fn keep(family: &str, seed: u64, what: &str) {
    println!("FAILED {family}, seed {seed}: {what}");
    let folder = Path::new("target/soak");
    let file = folder.join(format!("{}-{seed}.txt", family.replace(' ', "-")));
    if let Err(error) = std::fs::create_dir_all(folder).and_then(|()| std::fs::write(&file, what)) {
        eprintln!("{}: {error}", file.display());
    }
}
