import { describe, expect, it } from 'vitest';
import type { SectionMark } from '../api/types';
import { circle, CIRCLE, fibreAt, frame, outline, profiles, VIEW } from './sectionview';

const text = (value: number) => ({ value, text: String(value) });
const band = (low: number, high: number) => ({ ends: [text(low), text(high)] });

/** 40 wide, 100 high; 2 axial, 60 at the bottom and −60 at the top from M. */
const mark = {
  name: 's',
  unit: 'mm',
  stress: 'MPa',
  parts: [
    {
      outline: [
        [-20, -50],
        [20, -50],
        [20, 50],
        [-20, 50],
      ],
      centre: null,
      radius: 0,
      hole: false,
    },
    { outline: [], centre: [0, 10], radius: 5, hole: true },
  ],
  faces: [-50, 50],
  sides: [-20, 20],
  top: 'up',
  axial: band(2, 2),
  bending: band(60, -60),
  normal: band(62, -58),
  neutral: 1.7,
  shear: [
    [-50, 0],
    [0, 9],
    [50, 0],
  ],
  sheared: text(9),
  fibres: [
    { level: -50, normal: 62, shear: 0, principal: [62, 0], radius: 31 },
    { level: 0, normal: 2, shear: 9, principal: [10.06, -8.06], radius: 9.06 },
    { level: 50, normal: -58, shear: 0, principal: [0, -58], radius: 29 },
  ],
} as unknown as SectionMark;

describe('a section with its stresses', () => {
  const f = frame(mark);

  it('stands upright in its column, at one scale both ways', () => {
    expect(f.y(50)).toBeLessThan(f.y(-50));
    expect(f.y(-50) - f.y(50)).toBeCloseTo(100 * f.scale);
    expect(f.z(20) - f.z(-20)).toBeCloseTo(40 * f.scale);
    expect(f.y(50)).toBeGreaterThanOrEqual(VIEW.top - 1e-9);
    expect(f.level(f.y(13))).toBeCloseTo(13);
    expect(f.level(-1000)).toBe(50);
    expect(outline(mark, f).match(/M/g)).toHaveLength(2);
  });

  it('reads the fibre that is nearest', () => {
    expect([-60, -20, 10, 31].map((level) => fibreAt(mark, level))).toEqual([0, 1, 1, 2]);
  });

  it('draws the circle of a fibre through its two faces', () => {
    const drawn = circle(mark.fibres[1] as (typeof mark.fibres)[number]);
    const far = ([x, y]: readonly [number, number]) =>
      Math.hypot(x - (drawn?.x ?? 0), y - (drawn?.y ?? 0)) / CIRCLE.most;
    expect(drawn?.ends.map(far)).toEqual([expect.closeTo(1, 2), expect.closeTo(1, 2)]);
    // σ = 2 lies right of where σ is nothing, τ = 9 above.
    expect(drawn?.ends[0][0]).toBeGreaterThan(drawn?.zero ?? Infinity);
    expect(drawn?.ends[0][1]).toBeLessThan(drawn?.y ?? 0);
    expect(circle({ ...mark.fibres[0], radius: 0 } as (typeof mark.fibres)[number])).toBeNull();
  });

  it('parts what is pulled from what is pressed, and draws the three to one scale', () => {
    const [axial, bending, both, shear] = profiles(mark, f);
    expect(axial?.pressed).toBe('');
    expect(axial?.pulled).not.toBe('');
    expect(bending?.pulled).not.toBe('');
    expect(bending?.pressed).not.toBe('');
    expect(new Set([axial?.k, bending?.k, both?.k]).size).toBe(1);
    expect(shear?.k).toBeCloseTo(24 / 9);
  });
});
