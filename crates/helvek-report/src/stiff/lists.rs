//! What a page says of stiffness as tables and lines, for documents that are read from top to bottom.

use super::PageStiff;
use crate::fragment::Fragment;

/// A table: its title, then rows with their labels; the first row names the columns.
pub(crate) struct List {
    pub(crate) title: String,
    pub(crate) rows: Vec<(String, Vec<String>)>,
}

impl PageStiff {
    /// Sentences: why there is nothing, or what it rests on.
    pub(crate) fn sentences(&self) -> impl Iterator<Item = &String> {
        self.refused.iter().chain(&self.says).chain(&self.inapplicable).chain(&self.forces_not)
    }

    /// The tables of the method that is shown, then the moments it comes to beside the exact ones.
    pub(crate) fn lists(&self) -> Vec<List> {
        let named = |title: &str| format!("{title} ({}, {} positive)", self.unit, self.sense);
        let mut lists = Vec::new();
        for table in &self.tables {
            let columns = |of: fn(&super::PageEnd) -> &String| {
                self.columns.iter().map(|k| of(&self.ends[*k]).clone()).collect::<Vec<_>>()
            };
            let mut rows = vec![
                ("end".to_owned(), columns(|end| &end.name)),
                ("share".to_owned(), columns(|end| &end.factor)),
            ];
            let cells = |row: &super::PageRow| row.cells.iter().map(|cell| cell.text.clone()).collect();
            rows.extend(table.rows.iter().map(|row| (row.label.clone(), cells(row))));
            lists.push(List { title: named(&table.title), rows });
        }
        if self.ends.is_empty() {
            return lists;
        }
        let ends = || ("end".to_owned(), self.ends.iter().map(|end| end.name.clone()).collect::<Vec<_>>());
        if let Some(forces) = &self.forces {
            let mut rows = vec![ends()];
            rows.extend(forces.rows.iter().map(|row| (row.label.clone(), row.cells.clone())));
            lists.push(List { title: named("By the forces that are too many"), rows });
        }
        // A method that does not apply has found nothing.
        let mut rows = vec![ends()];
        if !self.moments.is_empty() {
            rows.push(("by hand".to_owned(), self.moments.clone()));
        }
        rows.push(("exact".to_owned(), self.exact.clone()));
        lists.push(List { title: named("Moments in the end"), rows });
        lists
    }

    /// Equations and what they come to, one a line, and where the difference from what is exact comes from.
    pub(crate) fn lines(&self) -> Vec<Fragment> {
        let mut lines = Vec::new();
        if let Some(slopes) = &self.slopes {
            lines.extend(slopes.ends.iter().map(|end| end.line.clone()));
            lines.extend(slopes.equations.iter().map(|equation| equation.line.clone()));
            lines.extend(slopes.values.iter().cloned());
        }
        if let Some(forces) = &self.forces {
            lines.extend(forces.equations.iter().chain(&forces.values).cloned());
        }
        lines.extend(self.balance.iter().map(Fragment::words));
        if !self.scale.is_empty() {
            lines.push(Fragment::words(format!("so c = {}", self.scale.join(", "))));
        }
        lines.extend(
            self.compared
                .iter()
                .map(|line| Fragment::words(format!("Difference from {}: {}", line.from, line.says))),
        );
        lines
    }
}
