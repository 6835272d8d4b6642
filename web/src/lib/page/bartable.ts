/** The table of bars: which columns it has, how it is sorted, how it is copied. */
import { LETTER } from '../board/axial';
import type { TableRow } from '../api/types';
import { guarded } from '../ui/guarded';

export interface Column {
  readonly key: 'name' | 'length' | 'force' | 'sense' | 'used' | 'reserve';
  readonly name: string;
  readonly text: (row: TableRow) => string;
}

const ALL: readonly Column[] = [
  { key: 'name', name: 'bar', text: (row) => row.name },
  { key: 'length', name: 'length', text: (row) => row.length_text },
  { key: 'force', name: 'force', text: (row) => row.force_text },
  { key: 'sense', name: 'T / C', text: (row) => (row.sense ? LETTER[row.sense] : '') },
  { key: 'used', name: 'used', text: (row) => row.used_text ?? '' },
  { key: 'reserve', name: 'holds to', text: (row) => row.reserve_text ?? '' },
];

/** How much is used, and how far it holds, only where something is limited. */
export function columnsOf(rows: readonly TableRow[]): readonly Column[] {
  return ALL.filter((column) => {
    if (column.key === 'used') return rows.some((row) => row.used_text);
    if (column.key === 'reserve') return rows.some((row) => row.reserve_text);
    return true;
  });
}

/** What a row is sorted by; nothing known comes last, whichever way. */
function rank(row: TableRow, by: Column['key']): number | string | null {
  switch (by) {
    case 'name':
      return row.name;
    case 'length':
      return row.length;
    case 'force':
      return row.force === null ? null : Math.abs(row.force);
    case 'sense':
      return row.force;
    case 'used':
      return row.used;
    case 'reserve':
      return row.reserve;
  }
}

export function sorted(rows: readonly TableRow[], by: Column['key'], down: boolean): readonly TableRow[] {
  // By name means the order of the sheet.
  if (by === 'name') return down ? [...rows].reverse() : rows;
  const sign = down ? -1 : 1;
  return rows
    .map((row, i) => ({ row, i, key: rank(row, by) }))
    .sort((a, b) => {
      if (a.key === null || b.key === null)
        return Number(a.key === null) - Number(b.key === null) || a.i - b.i;
      return sign * (Number(a.key) - Number(b.key)) || a.i - b.i;
    })
    .map(({ row }) => row);
}

/** With tabs between the columns, as any sheet of figures takes it. */
export function asTable(rows: readonly TableRow[], columns: readonly Column[]): string {
  const lines = [
    columns.map((c) => c.name),
    ...rows.map((row) => columns.map((c) => (c.key === 'name' ? guarded(row.name) : c.text(row)))),
  ];
  return lines.map((line) => line.join('\t')).join('\n');
}
