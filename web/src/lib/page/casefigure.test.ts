import { describe, expect, it } from 'vitest';
import type { PageStiff } from '../api/types';
import { caseFigure } from './casefigure';

/** Only what the figure reads. */
const stiff = {
  lines: [
    { from: [0, 0], to: [0, 4] },
    { from: [0, 4], to: [8, 4] },
  ],
  tables: [
    { props: [{ at: [8, 4], way: [-1, 0], text: '7 kN', rule: '' }] },
    { props: [{ at: [8, 4], way: [0, 0], text: '0 kN', rule: '' }] },
  ],
} as unknown as PageStiff;

describe('the figure of a case', () => {
  it('keeps its proportions and stands in the middle', () => {
    const { lines } = caseFigure(stiff, 0, [116, 74]);
    const [[a, b], [, c]] = lines as [[number, number][], [number, number][]];
    const height = (a?.[1] ?? 0) - (b?.[1] ?? 0);
    const span = (c?.[0] ?? 0) - (b?.[0] ?? 0);
    expect(span / height).toBeCloseTo(2);
    expect(((a?.[1] ?? 0) + (b?.[1] ?? 0)) / 2).toBeCloseTo(37);
  });

  it('shows a prop by the arrow of what it exerts, and none in the sum', () => {
    const [prop] = caseFigure(stiff, 0, [116, 74]).props;
    // It pushes to the left: the arrow comes from the right.
    expect((prop?.from[0] ?? 0) - (prop?.tip[0] ?? 0)).toBe(17);
    expect(caseFigure(stiff, 1, [116, 74]).props[0]?.idle).toBe(true);
    expect(caseFigure(stiff, null, [116, 74]).props).toEqual([]);
  });
});
