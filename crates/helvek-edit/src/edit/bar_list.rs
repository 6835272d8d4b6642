//! The list of bars as it is written, and everything that mentions bars by their names.

use helvek_sheet::sheet::{Bar, BarKind, Find, FullBar, Load, Pick, Sheet};
use helvek_statics::model;

/// As a sheet writes it: short where there is nothing more to say.
pub(super) fn written(name: Option<String>, ends: [String; 2], kind: BarKind) -> Bar {
    if name.is_none() && kind == BarKind::Bar {
        return Bar::Short(ends);
    }
    Bar::Full(FullBar { name, kind, ..FullBar::new(ends) })
}

/// A bar of the same ends, name and kind of which nothing more is said.
pub(super) fn plain(bar: &FullBar) -> FullBar {
    FullBar { name: bar.name.clone(), kind: bar.kind, ..FullBar::new(bar.ends.clone()) }
}

/// Asks of the bars that take the place of one what was asked of it, or said of it.
pub(super) fn rename_asked(sheet: &mut Sheet, old: &str, new: &[String]) {
    let finds = std::mem::take(&mut sheet.find);
    for find in finds {
        match &find {
            Find::Bar { bar } if bar == old => {
                sheet.find.extend(new.iter().map(|bar| Find::Bar { bar: bar.clone() }));
            }
            _ => sheet.find.push(find),
        }
    }
    for list in lists(sheet) {
        if let Some(place) = list.iter().position(|bar| bar == old) {
            list.splice(place..=place, new.iter().cloned());
        }
    }
    if let [only] = new {
        cut_lists(sheet).flatten().filter(|bar| *bar == old).for_each(|bar| only.clone_into(bar));
    }
}

/// Every list of bars whose members stand each for itself: limits, and own weights.
fn lists(sheet: &mut Sheet) -> impl Iterator<Item = &mut Vec<String>> {
    let own = sheet.loads.iter_mut().filter_map(|load| match load {
        Load::Own(own) => Some(&mut own.bars),
        _ => None,
    });
    sheet.limits.iter_mut().map(|limit| &mut limit.of).chain(own)
}

/// The bars that chosen sections cut.
fn cut_lists(sheet: &mut Sheet) -> impl Iterator<Item = &mut Vec<String>> {
    sheet.conventions.order.iter_mut().filter_map(|pick| match pick {
        Pick::Section(bars) => Some(bars),
        Pick::One(_) | Pick::Equation(_) => None,
    })
}

/// Bars that are called otherwise now, each by its row.
pub(super) fn renamed(sheet: &mut Sheet, before: &[String], after: &[String]) {
    let new = |bar: &mut String| {
        if let Some(row) = before.iter().position(|n| n == bar) {
            after[row].clone_into(bar);
        }
    };
    lists(sheet).flatten().for_each(new);
    cut_lists(sheet).flatten().for_each(new);
}

/// Own weights of bars that are gone are forgotten.
pub(super) fn forget_gone(sheet: &mut Sheet) {
    let names = model::bar_names(sheet);
    let gone = |list: &mut Vec<String>| {
        let named = !list.is_empty();
        list.retain(|bar| names.contains(bar));
        named && list.is_empty()
    };
    sheet.loads.retain_mut(|load| match load {
        Load::Own(own) => !gone(&mut own.bars),
        _ => true,
    });
}

/// A joint on a bar parts it.
pub(super) fn part(sheet: &mut Sheet, row: usize, at: &str) {
    let old = model::bar_names(sheet)[row].clone();
    let (ends, kind) = (sheet.bars[row].ends().clone(), sheet.bars[row].kind());
    let [a, b] = ends;
    sheet.bars[row] = written(None, [a, at.to_owned()], kind);
    sheet.bars.insert(row + 1, written(None, [at.to_owned(), b], kind));
    let names = model::bar_names(sheet);
    rename_asked(sheet, &old, &names[row..=row + 1]);
}
