import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PageStiff } from '../api/types';
import { Sharing } from './sharing.svelte';

const row = (kind: string) => ({ kind, label: kind, round: 0, cells: [] });
/** Two cases: held, balance, over, balance and a sum; held, balance and a sum. */
const stiff = {
  tables: [
    { rows: ['held', 'balance', 'over', 'balance', 'sum'].map(row) },
    { rows: ['held', 'balance', 'sum'].map(row) },
  ],
} as unknown as PageStiff;

describe('the rounds of a distribution', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  it('are gone through row by row, and left at both ends', () => {
    const sharing = new Sharing(() => stiff);
    expect(sharing.walk(1)).toBe(false);
    expect([sharing.walk(-1), sharing.rows]).toEqual([true, 4]);
    for (const left of [3, 2, 1]) expect([sharing.walk(-1), sharing.rows]).toEqual([true, left]);
    expect(sharing.walk(-1)).toBe(false);
    for (let i = 0; i < 4; i++) sharing.walk(1);
    expect(sharing.rows).toBe(null);
  });

  it('are played from the first row to the sum, and stop when another case is read', () => {
    const sharing = new Sharing(() => stiff);
    sharing.toggle();
    expect([sharing.rows, sharing.playing]).toEqual([1, true]);
    vi.advanceTimersByTime(900);
    expect(sharing.rows).toBe(2);
    vi.advanceTimersByTime(10_000);
    expect([sharing.rows, sharing.playing]).toEqual([null, false]);
    sharing.toggle();
    sharing.read(1);
    expect([sharing.case, sharing.rows, sharing.playing, sharing.most]).toEqual([1, null, false, 2]);
  });

  it('do not exist where nothing is distributed', () => {
    const sharing = new Sharing(() => null);
    sharing.toggle();
    expect([sharing.table, sharing.playing, sharing.walk(-1)]).toEqual([null, false, false]);
  });

  it('say which entry is pointed at', () => {
    const sharing = new Sharing(() => stiff);
    sharing.point(3, '−3.72');
    expect([sharing.end, sharing.entry]).toEqual([3, '−3.72']);
    sharing.read(1);
    expect([sharing.end, sharing.entry]).toEqual([null, null]);
  });
});
