import { describe, expect, it } from 'vitest';
import type { Deflected } from '../api/types';
import { enlarged, enlargement, roundBelow, shapeText } from './enlarged';

const view = { k: 100, x: 50, y: 400 };
const shape: Deflected = {
  paths: [
    {
      of: 'body:beam',
      places: [
        [0, 0],
        [2, 0],
      ],
      by: [
        [0, 0],
        [0.001, -0.004],
      ],
    },
  ],
  most: 0.004,
  text: '4.00 mm at B',
  form_only: false,
};

describe('the deflected shape', () => {
  it('is drawn a round number of times as large', () => {
    expect([0.7, 1, 1.99, 2, 4.9, 51, 0.03].map(roundBelow)).toEqual([0.5, 1, 1, 2, 2, 50, 0.02]);
    // 46 pixels for 0.4 of them: 115 times, 100 in round numbers.
    expect(enlargement(shape, view)).toBe(100);
    expect(enlarged(shape, view)[0]?.points).toEqual([
      [50, 400],
      [260, 440],
    ]);
    expect(shapeText(shape, view)).toContain('100 times as large · 4.00 mm at B');
  });

  it('has no scale where only ratios are known', () => {
    const form = { ...shape, form_only: true, text: '' };
    expect(enlargement(form, view)).toBeCloseTo(115);
    expect(shapeText(form, view)).toContain('its form only');
  });
});
