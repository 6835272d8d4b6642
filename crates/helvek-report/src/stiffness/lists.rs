//! Stiffness as chapters, for documents that are read from top to bottom.

use super::{PageEnd, PageStiff};
use crate::document::{Block, Chapter, Line, Part, Role, Table};
use crate::formula::Formula;
use crate::inline::Inline;

impl PageStiff {
    /// Sentences, the tables of the method that is shown, its equations, and where its differences come from.
    pub(crate) fn chapter(&self) -> Chapter {
        let sentences = self.refused.iter().chain(&self.says).chain(&self.inapplicable);
        let mut blocks: Vec<Block> = sentences.chain(&self.forces_not).cloned().map(Block::item).collect();
        blocks.extend(self.given.iter().cloned());
        for (place, (title, table)) in self.tables_by_title().into_iter().enumerate() {
            let title = format!("{title} ({}, {} positive)", self.unit, self.sense);
            blocks.extend([Line::words(Role::Heading, title).into(), Block::Table(table)]);
            let props = self.tables.get(place).into_iter().flat_map(|table| &table.props);
            blocks.extend(
                props.map(|prop| Line::new(Role::Working, prop.rule.clone()).lead("Prop force").into()),
            );
        }
        let lines = self.lines();
        if !lines.is_empty() {
            blocks.push(Line::words(Role::Heading, "Equations").into());
        }
        blocks.extend(lines.into_iter().map(|says| Line::new(Role::Item, says).into()));
        blocks.extend(self.shears.iter().cloned());
        Chapter { part: Part::Stiffness, title: "Stiffness".into(), blocks }
    }

    /// The tables of the method that is shown, then the moments it comes to beside the exact ones.
    fn tables_by_title(&self) -> Vec<(&str, Table)> {
        let row = |name: &str, cells: &mut dyn Iterator<Item = String>| {
            std::iter::once(name.to_owned()).chain(cells).collect::<Vec<String>>()
        };
        let table = |rows: Vec<Vec<String>>| {
            let head: Vec<&str> = rows[0].iter().map(String::as_str).collect();
            Table::of_words(&head, rows[1..].iter().cloned())
        };
        let mut tables = Vec::new();
        for one in &self.tables {
            let columns =
                |of: fn(&PageEnd) -> &String| self.columns.iter().map(move |k| of(&self.ends[*k]).clone());
            let mut rows =
                vec![row("end", &mut columns(|end| &end.name)), row("DF", &mut columns(|end| &end.factor))];
            rows.extend(
                one.rows.iter().map(|of| row(&of.label, &mut of.cells.iter().map(|cell| cell.text.clone()))),
            );
            tables.push((&one.title[..], table(rows)));
        }
        if self.ends.is_empty() {
            return tables;
        }
        let ends = || row("end", &mut self.ends.iter().map(|end| end.name.clone()));
        if let Some(forces) = &self.forces {
            let states = forces.rows.iter().map(|of| row(&of.label, &mut of.cells.iter().cloned()));
            let rows = std::iter::once(ends()).chain(states).collect();
            tables.push(("By the force method", table(rows)));
        }
        let mut rows = vec![ends()];
        // A method that does not apply has found nothing.
        if !self.moments.is_empty() {
            rows.push(row("by hand", &mut self.moments.iter().cloned()));
        }
        rows.push(row("exact", &mut self.exact.iter().cloned()));
        tables.push(("Final end moments", table(rows)));
        tables
    }

    /// Equations and what they come to, one a line, and where the difference from what is exact comes from.
    fn lines(&self) -> Vec<Vec<Inline>> {
        let mut lines: Vec<Vec<Inline>> = Vec::new();
        let alone = |formula: &Formula| vec![Inline::Formula(formula.clone())];
        if let Some(slopes) = &self.slopes {
            lines.extend(slopes.ends.iter().map(|end| alone(&end.line)));
            lines.extend(slopes.equations.iter().map(|equation| alone(&equation.line)));
            lines.extend(slopes.values.iter().map(alone));
        }
        if let Some(forces) = &self.forces {
            lines.extend(forces.integrals.iter().chain(&forces.equations).chain(&forces.values).cloned());
        }
        lines.extend(self.balance.iter().cloned());
        let mut words = Vec::new();
        if !self.scale.is_empty() {
            words.push(format!("so c = {}", self.scale.join(", ")));
        }
        words.extend(self.compared.iter().map(|of| format!("Difference from {}: {}", of.from, of.says)));
        lines.extend(words.into_iter().map(|words| vec![Inline::Words(words)]));
        lines
    }
}
