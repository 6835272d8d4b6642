import { describe, expect, it } from 'vitest';
import type { Diagrams } from '../api/types';
import { asCsv } from './save';

describe('the diagrams as CSV', () => {
  /** N, V and M along 2 m, by what spans their curves: V is 3 − 2x, so that M is 3x − x², whose slope at the start goes to 3 half-way. */
  const inside = {
    units: ['kN', 'kN', 'kN·m'],
    stretches: [
      {
        body: '=plank, "long"',
        ends: ['A', '@B'],
        curves: [
          { of: 'N', bound: null, parts: [{ start: 0, end: 2, ordinates: [0] }] },
          { of: 'V', bound: null, parts: [{ start: 0, end: 2, ordinates: [3, -1] }] },
          { of: 'M', bound: null, parts: [{ start: 0, end: 2, ordinates: [0, 3, 2] }] },
        ],
      },
    ],
  } as unknown as Diagrams;
  const rows = asCsv(inside, 'm').trimEnd().split('\r\n');

  it('has a row just behind the beginning and ten up to the end', () => {
    expect(rows[0]).toBe('body,from,to,distance m,side,N kN,V kN,M kN·m');
    expect(rows.length).toBe(1 + 11);
    expect(rows[1]).toMatch(/,0,after,/);
    expect(rows[11]).toMatch(/,2,before,/);
  });

  it('quotes what has to be, and lets no name be a formula', () => {
    expect(rows[1]).toMatch(/^"'=plank, ""long""",A,'@B,0,/);
  });

  it('says what the curves are', () => {
    expect(rows[6]).toMatch(/,1,before,0,1,2$/);
    expect(rows[11]).toMatch(/,2,before,0,-1,2$/);
  });
});
