import { describe, expect, it } from 'vitest';
import type { SectionMark } from '../api/types';
import { at, frame, outline, profiles, shearAt, VIEW } from './sectionview';

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

  it('reads every profile at a level', () => {
    expect(at(mark, mark.normal, -50)).toBe(62);
    expect(at(mark, mark.normal, 0)).toBeCloseTo(2);
    expect(shearAt(mark, 25)).toBeCloseTo(4.5);
    expect(shearAt(mark, 80)).toBe(0);
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
