//! The plan against brute force: all connected groups of parts, all equations that isolate one unknown, all orders.

use helvek_random::assembly::{Assembly, Dice};
use helvek_sheet::sheet::{self, Syntax};
use helvek_statics::equilibrium::{ColumnId, Equilibrium};
use helvek_statics::model;
use helvek_statics::solution::{self, Solved};
use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use std::collections::{HashSet, VecDeque};

type Three = [f64; 3];

/// The net planar wrench of each column on a group of parts, about the origin.
fn nets(equilibrium: &Equilibrium, group: u32) -> Vec<Three> {
    equilibrium
        .columns
        .iter()
        .map(|column| {
            let mut sum = [0.0; 3];
            for act in column.acts.iter().filter(|a| group & (1 << a.on.index()) != 0) {
                let (f, p) = (act.wrench.force, act.wrench.about);
                sum[0] += f.x;
                sum[1] += f.y;
                sum[2] += act.wrench.moment.z + p.x * f.y - p.y * f.x;
            }
            sum
        })
        .collect()
}

fn rank(rows: &[Three]) -> usize {
    let mut rows = rows.to_vec();
    let mut rank = 0;
    for j in 0..3 {
        let Some(pivot) = (rank..rows.len()).max_by(|a, b| rows[*a][j].abs().total_cmp(&rows[*b][j].abs()))
        else {
            break;
        };
        if rows[pivot][j].abs() < 1e-7 {
            continue;
        }
        rows.swap(rank, pivot);
        let above = rows[rank];
        for row in rows.iter_mut().skip(rank + 1) {
            let factor = row[j] / above[j];
            for k in 0..3 {
                row[k] -= factor * above[k];
            }
        }
        rank += 1;
    }
    rank
}

/// The fewest single-unknown equations to all of `asked`; `None` when they do not lead there.
fn fewest(equilibrium: &Equilibrium, asked: &[ColumnId]) -> Option<usize> {
    let parts = equilibrium.parts.len();
    let groups: Vec<Vec<Three>> = (1u32..1 << parts).map(|group| nets(equilibrium, group)).collect();
    let goal = asked.iter().fold(0u32, |m, c| m | 1 << c.index());
    let mut seen = HashSet::from([0u32]);
    let mut queue = VecDeque::from([(0u32, 0usize)]);
    while let Some((known, steps)) = queue.pop_front() {
        if known & goal == goal {
            return Some(steps);
        }
        for nets in &groups {
            let open: Vec<usize> = (0..nets.len())
                .filter(|j| known & (1 << j) == 0 && nets[*j].iter().any(|x| x.abs() > 1e-9))
                .collect();
            for u in &open {
                let others: Vec<Three> = open.iter().filter(|j| *j != u).map(|j| nets[*j]).collect();
                let mut with = others.clone();
                with.push(nets[*u]);
                let next = known | 1 << u;
                if rank(&with) > rank(&others) && seen.insert(next) {
                    queue.push_back((next, steps + 1));
                }
            }
        }
    }
    None
}

fn solve(text: &str) -> Option<Solved> {
    let built = model::build(&sheet::read(text, Syntax::Toml));
    assert!(built.problems.is_empty(), "{text}\n{:#?}", built.problems);
    Some(solution::solve(built.model))
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, rng_seed: RngSeed::Fixed(11), ..ProptestConfig::default() })]

    #[test]
    fn no_plan_is_longer_than_the_shortest_that_brute_force_finds(seed in any::<u64>()) {
        let assembly = Assembly::grown(seed, 4);
        let unknowns = assembly.independent().map_or(99, |x| x.len());
        if unknowns > 12 {
            return Ok(());
        }
        let mut dice = Dice(seed ^ 0xA5A5);
        let find = match dice.below(3) {
            0 if !assembly.bars.is_empty() => {
                format!("{{ what = \"bar\", bar = \"bar{}\" }}", dice.below(assembly.bars.len()))
            }
            1 if !assembly.joints.is_empty() => {
                format!("{{ what = \"joint\", joint = \"J{}\" }}", dice.below(assembly.joints.len()))
            }
            _ => format!("{{ what = \"reactions\", support = \"S{}\" }}", dice.below(assembly.supports.len())),
        };
        let text = assembly.write(&format!("find = [{find}]"), 0.0, 1.0, 1.0, false);
        let Some(solved) = solve(&text) else { return Ok(()) };
        let asked: Vec<ColumnId> = solved
            .equilibrium
            .column_ids()
            .filter(|id| {
                let owner = solved.model.owner_name(solved.equilibrium.column(*id).of);
                find.contains(&format!("\"{owner}\""))
            })
            .collect();
        if let Some(best) = fewest(&solved.equilibrium, &asked) {
            let planned = solved.working.equations();
            prop_assert!(planned <= best, "{planned} equations, {best} would do, for {find} in\n{text}");
        }
    }
}
