//! Moment distribution: the out-of-balance moment of a joint is shared by stiffness, and half of each share goes over to the far end (H. Cross, Analysis of
//! continuous frames by distributing fixed-end moments, 1930). With sway: props hold the frame; each is displaced in turn by any amount, and the cases are added so that no
//! prop carries anything.

use super::beam::{Part, PartOf};
use super::frame::{End, EndKind, Frame, Inapplicable};
use super::half::Half;
use super::reduce;

/// Rounds that are made at most when their number is not said.
const ROUNDS: usize = 60;
/// The share of the largest fixed-end moment below which what is out of balance is left: nobody goes on then.
const LEFT: f64 = 0.01;
/// The largest fixed-end moment of a case of sway, in the sheet's units: any amount will do, and this one reads well.
const ANY: f64 = 100.0;

/// A case: the loads with all props holding, or one prop displaced.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Case {
    /// The loads, and every prop holds.
    Held,
    /// This sway, by an arbitrary amount.
    Sway(usize),
}

/// One round: what is balanced, and what is carried over from it; the last one carries nothing over.
#[derive(Debug, Clone, PartialEq)]
pub struct Round {
    /// Per joint, what is out of balance before it, N·m.
    pub open: Vec<f64>,
    /// Per end, N·m.
    pub balanced: Vec<f64>,
    /// Per end, N·m; empty in the last round.
    pub carried: Vec<f64>,
}

/// The table of one case.
#[derive(Debug, Clone, PartialEq)]
pub struct Table {
    /// Of what.
    pub case: Case,
    /// By how much the prop is displaced, m.
    pub displaced: f64,
    /// Per end: the moment with all joints held, N·m.
    pub fixed: Vec<f64>,
    /// Per end, what that comes from.
    pub parts: Vec<Vec<(PartOf, f64)>>,
    /// The rounds.
    pub rounds: Vec<Round>,
    /// Per end: their sum.
    pub sums: Vec<f64>,
    /// Per prop, N along its direction: what it exerts.
    pub props: Vec<f64>,
}

/// A moment distribution. Per end means per column of its tables.
#[derive(Debug, Clone, PartialEq)]
pub struct Distribution {
    /// The ends of members that are its columns: all of them in the order of [`Frame::ends`], or those of one half.
    pub ends: Vec<End>,
    /// The half that is worked.
    pub half: Option<Half>,
    /// Per end: the moment that turns its joint by 1, N·m/rad: 4EI/L, or 3EI/L when its far end is hinged.
    pub stiffness: Vec<f64>,
    /// Per end: its share of what is out of balance.
    pub factors: Vec<f64>,
    /// Per end: the end to which half of its share goes over.
    pub over: Vec<Option<usize>>,
    /// The first with all props holding, then one for each prop.
    pub tables: Vec<Table>,
    /// By what each sway is multiplied so that no prop carries anything.
    pub scale: Vec<f64>,
    /// Per end of [`Frame::ends`]: the moment, N·m.
    pub moments: Vec<f64>,
}

impl Part {
    /// Its fixed-end moment at one end when the other is hinged, N·m: half of the moment there is carried back.
    pub(super) fn at(&self, end: usize, kinds: [EndKind; 2]) -> f64 {
        let [near, far] = [self.held[end], self.held[1 - end]];
        match (kinds[end], kinds[1 - end]) {
            (EndKind::Hinged | EndKind::Free, _) => 0.0,
            (_, EndKind::Hinged) => near - far / 2.0,
            _ => near,
        }
    }
}

impl Frame {
    /// The moment that turns an end by 1 while the far end is held or hinged; 0 for what does not turn with a joint.
    pub fn stiffness(&self, end: End) -> f64 {
        let member = &self.members[end.member];
        if member.overhang || member.kinds[end.end] != EndKind::Rigid {
            return 0.0;
        }
        let times = if member.kinds[1 - end.end] == EndKind::Hinged { 3.0 } else { 4.0 };
        times * member.ei / member.length
    }

    /// The parts of the fixed-end moment of an end, under its loads.
    pub(super) fn fixed_parts(&self, end: End) -> Vec<(PartOf, f64)> {
        let member = &self.members[end.member];
        if member.overhang {
            return member.parts.iter().map(|part| (part.of, part.held[end.end])).collect();
        }
        member.parts.iter().map(|part| (part.of, part.at(end.end, member.kinds))).collect()
    }
}

/// The rounds of a distribution.
#[derive(Debug, Clone, Copy)]
enum Rounds<'a> {
    /// Until nothing is out of balance that matters.
    Enough,
    /// So many.
    Exactly(usize),
    /// So many in each table.
    Each(&'a [usize]),
    /// Until nothing changes.
    Endless,
}

impl Distribution {
    /// The distribution with so many decimals of the moments in units of `unit` N·m, in so many rounds.
    ///
    /// # Errors
    /// When the sways cannot be told apart.
    pub(super) fn of(
        frame: &Frame,
        decimals: u8,
        rounds: Option<u8>,
        unit: f64,
        half: Option<&Half>,
    ) -> Result<Self, Inapplicable> {
        let step = 10f64.powi(i32::from(decimals));
        let round = |v: f64| (v / unit * step).round() / step * unit + 0.0;
        let rounds = rounds.map_or(Rounds::Enough, |rounds| Rounds::Exactly(usize::from(rounds)));
        Self::rounded(frame, &round, 0.5 * unit / step, rounds, unit, Some(decimals), half)
    }

    /// The same without any rounding: in as many rounds as each table of `like` has, or until nothing changes.
    pub(super) fn exactly(
        frame: &Frame,
        like: Option<&Self>,
        unit: f64,
        half: Option<&Half>,
    ) -> Result<Self, Inapplicable> {
        let counts: Option<Vec<usize>> =
            like.map(|like| like.tables.iter().map(|table| table.rounds.len()).collect());
        let rounds = counts.as_deref().map_or(Rounds::Endless, Rounds::Each);
        Self::rounded(frame, &|v| v, 1e-12 * unit, rounds, unit, None, half)
    }

    fn rounded(
        frame: &Frame,
        round: &dyn Fn(f64) -> f64,
        least: f64,
        rounds: Rounds<'_>,
        unit: f64,
        decimals: Option<u8>,
        half: Option<&Half>,
    ) -> Result<Self, Inapplicable> {
        let all = frame.ends();
        let mine = |k: &usize| half.is_none_or(|half| half.worked[*k]);
        let ends: Vec<End> = (0..all.len()).filter(mine).map(|k| all[k]).collect();
        let stiff =
            |end: &End| half.map_or_else(|| frame.stiffness(*end), |half| half.stiffness(frame, *end));
        let stiffness: Vec<f64> = ends.iter().map(stiff).collect();
        // Factors have one decimal more than moments, three at least, and add up to 1.
        let places = decimals.map(|decimals| 10f64.powi(i32::from(decimals.max(2)) + 1));
        let mut factors = vec![0.0; ends.len()];
        for joint in 0..frame.joints.len() {
            let mine: Vec<usize> =
                (0..ends.len()).filter(|k| frame.joint(ends[*k]) == joint && stiffness[*k] > 0.0).collect();
            let sum: f64 = mine.iter().map(|k| stiffness[*k]).sum();
            let mut left = 1.0;
            for (i, k) in mine.iter().enumerate() {
                let share = stiffness[*k] / sum;
                let share = match places {
                    _ if i + 1 == mine.len() => left,
                    Some(places) => (share * places).round() / places,
                    None => share,
                };
                factors[*k] = share;
                left -= share;
            }
        }
        let over: Vec<Option<usize>> = ends
            .iter()
            .zip(&stiffness)
            .map(|(end, k)| {
                let far = End { member: end.member, end: 1 - end.end };
                let kind = frame.members[end.member].kinds[far.end];
                let across = half.is_some_and(|half| half.crosses[end.member]);
                let takes = *k > 0.0 && !across && matches!(kind, EndKind::Rigid | EndKind::Fixed);
                ends.iter().position(|other| takes && *other == far)
            })
            .collect();
        let shared =
            Shared { frame, ends: &ends, factors: &factors, over: &over, round, least, rounds, half };
        let mut tables = vec![shared.table(Case::Held, unit)];
        // What is symmetrical does not sway.
        let count = if half.is_some_and(|half| half.sign < 0.0) { 0 } else { frame.sways.len() };
        tables.extend((0..count).map(|sway| shared.table(Case::Sway(sway), unit)));
        let rows = (0..count).map(|j| (0..count).map(|k| tables[k + 1].props[j]).collect()).collect();
        let rhs: Vec<f64> = tables[0].props.iter().take(count).map(|prop| -prop).collect();
        let scale = reduce::solved(rows, &rhs).ok_or(Inapplicable::Numbers)?;
        let add = |k: usize| {
            let swayed = tables[1..].iter().zip(&scale).map(|(table, c)| table.sums[k] * c);
            round(tables[0].sums[k] + swayed.sum::<f64>())
        };
        let moments = everywhere(frame, &ends, half, add);
        let half = half.cloned();
        Ok(Self { half, stiffness, factors, over, tables, scale, moments, ends })
    }
}

impl Distribution {
    /// The moment of an end when the columns have these: its own, or its image's.
    pub fn mirrored(&self, frame: &Frame, end: End, columns: &[f64]) -> f64 {
        let all = everywhere(frame, &self.ends, self.half.as_ref(), |k| columns[k]);
        frame.ends().iter().position(|other| *other == end).map_or(0.0, |k| all[k])
    }
}

/// Per end of [`Frame::ends`] what the columns have, or what they have mirrored.
fn everywhere(frame: &Frame, ends: &[End], half: Option<&Half>, of: impl Fn(usize) -> f64) -> Vec<f64> {
    let Some(half) = half else { return (0..ends.len()).map(of).collect() };
    let all = frame.ends();
    half.mirrored(|k| ends.iter().position(|end| *end == all[k]).map_or(0.0, &of))
}

struct Shared<'a> {
    frame: &'a Frame,
    ends: &'a [End],
    factors: &'a [f64],
    over: &'a [Option<usize>],
    round: &'a dyn Fn(f64) -> f64,
    least: f64,
    rounds: Rounds<'a>,
    half: Option<&'a Half>,
}

impl Shared<'_> {
    fn table(&self, case: Case, unit: f64) -> Table {
        let frame = self.frame;
        let parts_of = |case: Case| -> Vec<Vec<(PartOf, f64)>> {
            let of = |end: &End| match case {
                Case::Held => frame.fixed_parts(*end),
                Case::Sway(sway) => {
                    let member = &frame.members[end.member];
                    let turn = frame.sways[sway].turns[end.member];
                    if turn == 0.0 {
                        return Vec::new();
                    }
                    let part = Part::displaced(turn, member.ei, member.length);
                    vec![(part.of, part.at(end.end, member.kinds))]
                }
            };
            self.ends.iter().map(of).collect()
        };
        let mut parts = parts_of(case);
        let mut displaced = 0.0;
        if case != Case::Held {
            let largest = parts.iter().flatten().map(|(_, m)| m.abs()).fold(0.0, f64::max);
            displaced = if largest > 0.0 { ANY * unit / largest } else { 1.0 };
            for (of, moment) in parts.iter_mut().flatten() {
                *moment *= displaced;
                if let PartOf::Displaced(turn) = of {
                    *turn *= displaced;
                }
            }
        }
        let fixed: Vec<f64> =
            parts.iter().map(|parts| (self.round)(parts.iter().map(|p| p.1).sum())).collect();
        let couples = |joint: usize| if case == Case::Held { frame.joints[joint].couple } else { 0.0 };
        let rounds = self.distribute(case, &fixed, couples);
        let sums: Vec<f64> = (0..fixed.len())
            .map(|k| {
                let each = rounds.iter().map(|r| r.balanced[k] + r.carried.get(k).copied().unwrap_or(0.0));
                // Sums of rounded numbers have no more decimals than they.
                (self.round)(fixed[k] + each.sum::<f64>())
            })
            .collect();
        let (all, every) = (frame.ends(), everywhere(frame, self.ends, self.half, |k| sums[k]));
        let moment = |end: End| all.iter().position(|other| *other == end).map_or(0.0, |k| every[k]);
        let count = frame.sways.len();
        let props = (0..count).map(|sway| frame.prop(sway, moment, case == Case::Held)).collect();
        Table { case, displaced, fixed, parts, rounds, sums, props }
    }

    /// Balances all joints, carries over, and so on; the last round is a balance.
    fn distribute(&self, case: Case, fixed: &[f64], couple: impl Fn(usize) -> f64) -> Vec<Round> {
        let count = self.ends.len();
        let couples = (0..self.frame.joints.len()).map(&couple);
        let enough = LEFT * fixed.iter().copied().chain(couples).fold(0.0, |most, m| m.abs().max(most));
        let mut open: Vec<f64> = (0..self.frame.joints.len()).map(|joint| -couple(joint)).collect();
        for (end, moment) in self.ends.iter().zip(fixed) {
            open[self.frame.joint(*end)] += moment;
        }
        let mut rounds: Vec<Round> = Vec::new();
        loop {
            let mut balanced = vec![0.0; count];
            for (joint, open) in open.iter().enumerate() {
                let mine: Vec<usize> = (0..count)
                    .filter(|k| self.frame.joint(self.ends[*k]) == joint && self.factors[*k] > 0.0)
                    .collect();
                let mut left = (self.round)(-open);
                for (i, k) in mine.iter().enumerate() {
                    // The last end takes what rounding leaves, so that the joint is in balance.
                    let share =
                        if i + 1 == mine.len() { left } else { (self.round)(-open * self.factors[*k]) };
                    balanced[*k] = share;
                    left = (self.round)(left - share);
                }
            }
            let mut carried = vec![0.0; count];
            for (k, over) in self.over.iter().enumerate() {
                if let Some(far) = over {
                    carried[*far] = (self.round)(balanced[k] / 2.0);
                }
            }
            let mut next = vec![0.0; self.frame.joints.len()];
            for (end, moment) in self.ends.iter().zip(&carried) {
                next[self.frame.joint(*end)] += moment;
            }
            // What goes over to a fixed end counts as much.
            let largest = next.iter().fold(0.0, |most: f64, m| most.max(m.abs()));
            let made = rounds.len() + 1;
            let last = match self.rounds {
                Rounds::Exactly(wanted) => made >= wanted,
                Rounds::Each(counts) => {
                    let table = if let Case::Sway(k) = case { k + 1 } else { 0 };
                    made >= counts.get(table).copied().unwrap_or(ROUNDS)
                }
                Rounds::Enough => made >= ROUNDS || largest < enough,
                Rounds::Endless => made >= ROUNDS,
            };
            // Half of the last decimal goes on for ever when it is rounded up each time.
            let goes = |(b, over): (&f64, &Option<usize>)| over.map_or(0.0, |_| (b / 2.0).abs());
            let mut going = balanced.iter().zip(self.over).map(goes);
            let still = going.all(|b| b <= self.least * (1.0 + 1e-9));
            if last || still {
                // Always ends on a balance: nothing goes over from it.
                rounds.push(Round { open, balanced, carried: Vec::new() });
                return rounds;
            }
            let before = std::mem::replace(&mut open, next);
            rounds.push(Round { open: before, balanced, carried });
        }
    }
}
