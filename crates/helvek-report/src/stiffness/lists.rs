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
            blocks.extend([self.heading(title), Block::Table(table)]);
            let props = self.tables.get(place).into_iter().flat_map(|table| &table.props);
            blocks.extend(
                props.map(|prop| Line::new(Role::Working, prop.rule.clone()).lead("Prop force").into()),
            );
        }
        let lines = self.equations();
        if !lines.is_empty() {
            blocks.push(Line::words(Role::Heading, "Equations").into());
        }
        blocks.extend(lines.into_iter().map(Block::from));
        if let Some(table) = self.final_moments() {
            blocks.extend([self.heading("Final end moments"), Block::Table(table)]);
        }
        let from = self.compared.iter().map(|of| format!("Difference from {}: {}", of.from, of.says));
        blocks.extend(from.map(Block::item));
        blocks.extend(self.shears.iter().cloned());
        Chapter { part: Part::Stiffness, title: "Stiffness".into(), blocks }
    }

    /// Of a table of moments: their unit and their positive sense.
    fn heading(&self, title: &str) -> Block {
        Line::words(Role::Heading, format!("{title} ({}, {} positive)", self.unit, self.sense)).into()
    }

    /// The names of the ends of members, as the head of a table.
    fn names(&self) -> Vec<String> {
        row("end", self.ends.iter().map(|end| end.name.clone()))
    }

    /// The tables of the method that is shown.
    fn tables_by_title(&self) -> Vec<(&str, Table)> {
        let mut tables = Vec::new();
        for one in &self.tables {
            let columns =
                |of: fn(&PageEnd) -> &String| self.columns.iter().map(move |k| of(&self.ends[*k]).clone());
            let mut rows = vec![row("end", columns(|end| &end.name)), row("DF", columns(|end| &end.factor))];
            rows.extend(
                one.rows.iter().map(|of| row(&of.label, of.cells.iter().map(|cell| cell.text.clone()))),
            );
            tables.push((&one.title[..], table(rows)));
        }
        if let Some(forces) = &self.forces {
            let states = forces.rows.iter().map(|of| row(&of.label, of.cells.iter().cloned()));
            tables
                .push(("By the force method", table(std::iter::once(self.names()).chain(states).collect())));
        }
        tables
    }

    /// The moments that the method comes to, beside the exact ones.
    fn final_moments(&self) -> Option<Table> {
        let mut rows = vec![self.names()];
        // A method that does not apply has found nothing.
        if !self.moments.is_empty() {
            rows.push(row("by hand", self.moments.iter().cloned()));
        }
        rows.push(row("exact", self.exact.iter().cloned()));
        (!self.ends.is_empty()).then(|| table(rows))
    }

    /// Equations under their titles and what they come to, one a line.
    fn equations(&self) -> Vec<Line> {
        let mut lines: Vec<Line> = Vec::new();
        let alone = |formula: &Formula| item(vec![formula.clone().into()]);
        if let Some(slopes) = &self.slopes {
            lines.extend(slopes.ends.iter().map(|end| alone(&end.line)));
            lines.extend(slopes.equations.iter().map(|equation| alone(&equation.line).lead(&equation.title)));
            lines.extend(slopes.values.iter().map(alone));
        }
        if let Some(forces) = &self.forces {
            let all = forces.integrals.iter().chain(&forces.equations).chain(&forces.values);
            lines.extend(all.cloned().map(item));
        }
        lines.extend(self.balance.iter().cloned().map(item));
        if !self.scale.is_empty() {
            lines.push(Line::words(Role::Item, format!("so c = {}", self.scale.join(", "))));
        }
        lines
    }
}

fn item(says: Vec<Inline>) -> Line {
    Line::new(Role::Item, says)
}

fn row(name: &str, cells: impl Iterator<Item = String>) -> Vec<String> {
    std::iter::once(name.to_owned()).chain(cells).collect()
}

fn table(rows: Vec<Vec<String>>) -> Table {
    let head: Vec<&str> = rows[0].iter().map(String::as_str).collect();
    Table::of_words(&head, rows[1..].iter().cloned())
}
