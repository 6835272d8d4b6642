import { describe, expect, it } from 'vitest';
import type { XY } from '../api/types';
import { type Box, crosses, overlap, placeLabels } from './labels';

const within: Box = { x: 0, y: 0, w: 400, h: 300 };
const wish = (id: string, anchor: XY) => ({ id, anchor, toward: [0, -1] as const, w: 60, h: 20, gap: 4 });

describe('placing labels', () => {
  it('puts a free label on the side it asks for', () => {
    const [label] = placeLabels([wish('a', [200, 150])], [], [], within);
    expect(label?.box).toEqual({ x: 170, y: 126, w: 60, h: 20 });
    expect(label?.leader).toBeNull();
  });

  it('lets no two labels of one anchor cover each other', () => {
    const placed = placeLabels(
      Array.from({ length: 7 }, (_, i) => wish(String(i), [200, 150])),
      [],
      [],
      within,
    );
    for (const a of placed) for (const b of placed) if (a !== b) expect(overlap(a.box, b.box)).toBe(0);
  });

  it('keeps off lines, boxes and the edge', () => {
    const line = [
      [0, 136],
      [400, 136],
    ] as const;
    const box: Box = { x: 100, y: 150, w: 200, h: 60 };
    const [label] = placeLabels([wish('a', [200, 150])], [box], [line], within);
    if (!label) throw new Error('no label');
    expect(crosses(label.box, line)).toBe(0);
    expect(overlap(label.box, box)).toBe(0);
    const [cornered] = placeLabels([wish('b', [4, 4])], [], [], within);
    expect(cornered && overlap(cornered.box, within)).toBe(60 * 20);
  });

  it('looks farther where everything near is taken, and leads there', () => {
    const box: Box = { x: 0, y: 0, w: 190, h: 300 };
    const [label] = placeLabels([wish('a', [20, 150])], [box], [], within);
    if (!label) throw new Error('no label');
    expect(overlap(label.box, box)).toBe(0);
    expect(overlap(label.box, within)).toBe(60 * 20);
    expect(label.leader).toEqual([20, 150]);
  });

  it('measures how much of a line runs inside a box', () => {
    const box: Box = { x: 10, y: 10, w: 20, h: 10 };
    expect(
      crosses(box, [
        [0, 15],
        [100, 15],
      ]),
    ).toBeCloseTo(20);
    expect(
      crosses(box, [
        [0, 0],
        [0, 100],
      ]),
    ).toBe(0);
    expect(
      crosses(box, [
        [15, 12],
        [15, 14],
      ]),
    ).toBeCloseTo(2);
  });
});
