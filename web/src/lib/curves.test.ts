import { describe, expect, it } from 'vitest';
import { chords, valueAt } from './curves';

describe('curves', () => {
  it('go through what their ordinates say', () => {
    // 3 + 2t: its ordinates are its ends. t² − t³: 0, 0, 1/3, 0.
    expect(valueAt([3, 5], 0.25)).toBe(3.5);
    expect(valueAt([0, 0, 1 / 3, 0], 0.4)).toBeCloseTo(0.4 ** 2 - 0.4 ** 3, 15);
    expect(valueAt([7], 0.4)).toBe(7);
    expect(valueAt([], 0.4)).toBe(0);
  });

  it('are drawn straight in one piece where they are straight', () => {
    expect(chords([3, 5])).toEqual([0, 1]);
    const many = chords([0, 0, 9]);
    expect(many.length).toBeGreaterThan(20);
    expect([many[0], many.at(-1)]).toEqual([0, 1]);
  });
});
