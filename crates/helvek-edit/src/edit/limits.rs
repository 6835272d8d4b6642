//! The forces bars can carry: set for some of them or for all, each side by itself.

use super::typed::{filled, kept};
use super::{chain, wrong};
use helvek_sheet::problem::Problem;
use helvek_sheet::sheet::{Limit, Quantity, Sheet};
use helvek_sheet::units::Dimension;
use helvek_statics::model;

type Outcome<T = ()> = Result<T, Vec<Problem>>;

/// A side as it was typed: left as it is, taken away, or set.
type Side = Option<Option<Quantity>>;

fn side(text: Option<&str>, slot: &str) -> Outcome<Side> {
    let Some(text) = text else { return Ok(None) };
    let Some(text) = filled(Some(text)) else { return Ok(Some(None)) };
    if text.starts_with(['-', '−']) {
        return wrong(slot, "A limit is a size, and not negative.", "Type it without its sign.");
    }
    Ok(Some(Some(kept(text, Dimension::FORCE, slot)?)))
}

/// Sets the limits of the bars that are named, or of `all`.
pub(super) fn set(
    sheet: &mut Sheet,
    bars: &str,
    tension: Option<&str>,
    compression: Option<&str>,
) -> Outcome {
    let (tension, compression) = (side(tension, "tension")?, side(compression, "compression")?);
    // What else is limited stays as it is, in limits of its own.
    let all = std::mem::take(&mut sheet.limits);
    let others = all.iter().map(|limit| Limit { tension: None, compression: None, ..limit.clone() });
    let others: Vec<Limit> = others.filter(Limit::says).collect();
    let of_bars = |limit: &Limit| Limit {
        of: limit.of.clone(),
        tension: limit.tension.clone(),
        compression: limit.compression.clone(),
        ..Limit::default()
    };
    sheet.limits = all.iter().map(of_bars).filter(Limit::says).collect();
    let outcome = set_of_bars(sheet, bars, &tension, &compression);
    sheet.limits.extend(others);
    outcome
}

fn set_of_bars(sheet: &mut Sheet, bars: &str, tension: &Side, compression: &Side) -> Outcome {
    let rows = chain::bar_rows(sheet, bars, "bars")?;
    let names = model::bar_names(sheet);
    if rows.is_empty() {
        return wrong("bars", "Whose limit?", "Name bars: A-B C-D, or all.");
    }
    if rows.len() == names.len() {
        let before = rows.iter().map(|row| of(sheet, &names[*row]));
        let before: Vec<Limit> = before.collect();
        let same = before.windows(2).all(|two| two[0] == two[1]);
        if same || (tension.is_some() && compression.is_some()) {
            let new = changed(before[0].clone(), tension, compression);
            sheet.limits = Some(new).filter(Limit::says).into_iter().collect();
            return Ok(());
        }
    }
    // The limit of all the others has to name them once one of them has none.
    if rows.iter().any(|row| !changed(of(sheet, &names[*row]), tension, compression).says()) {
        name_the_rest(sheet, &names);
    }
    for row in rows {
        let name = &names[row];
        let new = changed(of(sheet, name), tension, compression);
        for limit in &mut sheet.limits {
            let named = !limit.of.is_empty();
            limit.of.retain(|n| n != name);
            if named && limit.of.is_empty() {
                (limit.tension, limit.compression) = (None, None);
            }
        }
        sheet.limits.retain(Limit::says);
        if !new.says() {
            continue;
        }
        let twin = |l: &&mut Limit| {
            !l.of.is_empty() && (&l.tension, &l.compression) == (&new.tension, &new.compression)
        };
        match sheet.limits.iter_mut().find(twin) {
            Some(twin) => twin.of.push(name.clone()),
            None => sheet.limits.push(Limit { of: vec![name.clone()], ..new }),
        }
    }
    Ok(())
}

/// The limit of a bar as it is now, without its bars.
fn of(sheet: &Sheet, name: &str) -> Limit {
    let named = sheet.limits.iter().find(|limit| limit.of.iter().any(|n| n == name));
    let rest = || sheet.limits.iter().find(|limit| limit.of.is_empty());
    named.or_else(rest).map(|limit| Limit { of: Vec::new(), ..limit.clone() }).unwrap_or_default()
}

fn changed(limit: Limit, tension: &Side, compression: &Side) -> Limit {
    Limit {
        of: Vec::new(),
        tension: tension.clone().unwrap_or(limit.tension),
        compression: compression.clone().unwrap_or(limit.compression),
        ..Limit::default()
    }
}

fn name_the_rest(sheet: &mut Sheet, names: &[String]) {
    let said: Vec<String> = sheet.limits.iter().flat_map(|limit| limit.of.clone()).collect();
    if let Some(rest) = sheet.limits.iter_mut().find(|limit| limit.of.is_empty()) {
        rest.of = names.iter().filter(|name| !said.contains(name)).cloned().collect();
    }
    sheet.limits.retain(|limit| !limit.of.is_empty());
}
