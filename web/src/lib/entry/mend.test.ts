import { describe, expect, it } from 'vitest';
import type { Sheet } from '../api/types';
import { keysOf, mended, without, writtenAt } from './mend';

const sheet = {
  format: 'helvek-sheet/1',
  points: { A: [0, 0], B: [4, 'x'] },
  loads: [
    { kind: 'force', at: 'B', size: '2,5' },
    { kind: 'couple', size: 3 },
  ],
} as unknown as Sheet;

describe('what is not understood', () => {
  it('is found by its path, as it was written', () => {
    expect(keysOf('loads[0].direction.angle')).toEqual(['loads', 0, 'direction', 'angle']);
    expect(writtenAt(sheet, 'loads[0].size')).toBe('2,5');
    expect(writtenAt(sheet, 'points.B')).toBe('[4,"x"]');
    expect(writtenAt(sheet, 'loads[7].size')).toBe('');
  });

  it('is mended where it stands, and nothing else changes', () => {
    const good = mended(sheet, 'loads[0].size', ' 2.5 ');
    expect(good.loads?.[0]).toEqual({ kind: 'force', at: 'B', size: 2.5 });
    expect(mended(sheet, 'loads[0].direction', 'down').loads?.[0]).toMatchObject({ direction: 'down' });
    expect(writtenAt(sheet, 'loads[0].size')).toBe('2,5');
  });

  it('is taken out with the thing it belongs to', () => {
    expect(without(sheet, 'loads[0].size').loads).toEqual([{ kind: 'couple', size: 3 }]);
    expect(Object.keys(without(sheet, 'points.B[1]').points ?? {})).toEqual(['A']);
  });
});
