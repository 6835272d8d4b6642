import { describe, expect, it } from 'vitest';
import type { TableRow } from '../api/types';
import { asTable, columnsOf, sorted } from './bartable';

const row = (name: string, force: number | null, more: Partial<TableRow> = {}): TableRow => ({
  of: `bar:${name}`,
  name,
  length: name.length,
  length_text: `${name.length} m`,
  force,
  force_text: force === null ? 'not fixed' : `${Math.abs(force)} kN`,
  sense: force === null ? null : force > 0 ? 'tension' : force < 0 ? 'compression' : 'zero',
  used: null,
  used_text: null,
  reserve: null,
  reserve_text: null,
  rule: null,
  ...more,
});
const rows = [row('A-B', 4), row('tie', null), row('B-C', -9), row('C-D', 0)];
const names = (list: readonly TableRow[]) => list.map((r) => r.name);

describe('the table of bars', () => {
  it('is in the order of the sheet, and in the opposite one', () => {
    expect(names(sorted(rows, 'name', false))).toEqual(['A-B', 'tie', 'B-C', 'C-D']);
    expect(names(sorted(rows, 'name', true))).toEqual(['C-D', 'B-C', 'tie', 'A-B']);
  });

  it('sorts forces by their size and senses by their sign; what is not known stands last either way', () => {
    expect(names(sorted(rows, 'force', true))).toEqual(['B-C', 'A-B', 'C-D', 'tie']);
    expect(names(sorted(rows, 'force', false))).toEqual(['C-D', 'A-B', 'B-C', 'tie']);
    expect(names(sorted(rows, 'sense', true))).toEqual(['A-B', 'C-D', 'B-C', 'tie']);
  });

  it('shows how much is used only where something is limited', () => {
    expect(columnsOf(rows).map((c) => c.key)).toEqual(['name', 'length', 'force', 'sense']);
    const limited = [
      ...rows,
      row('D-E', 5, { used: 0.5, used_text: '50 %', reserve: 2, reserve_text: '× 2' }),
    ];
    expect(columnsOf(limited).map((c) => c.key)).toContain('used');
    expect(columnsOf(limited).map((c) => c.key)).toContain('reserve');
  });

  it('is copied as lines with tabs', () => {
    expect(asTable(rows.slice(0, 2), columnsOf(rows))).toBe(
      'bar\tlength\tforce\tT / C\nA-B\t3 m\t4 kN\tT\ntie\t3 m\tnot fixed\t',
    );
  });

  it('is copied so that no name is taken for a formula', () => {
    const bar = [row('=1+2', 4), row('-C', 1)];
    expect(asTable(bar, columnsOf(bar).slice(0, 1))).toBe("bar\n'=1+2\n'-C");
  });
});
