import { describe, expect, it } from 'vitest';
import type { Mark, Scene } from '../api/types';
import { DIMENSION, fit, roomFor, roundStep, toScreen, toWorld } from './view';

const size = { width: 700, height: 600 };

describe('the view', () => {
  it('has y up in the sheet and down on the screen, and goes back where it came from', () => {
    const view = { k: 50, x: 100, y: 400 };
    expect(toScreen(view, [2, 3])).toEqual([200, 250]);
    expect(toWorld(view, [200, 250])).toEqual([2, 3]);
  });

  it('shows all of a scene, also of one that has no height, no width or nothing', () => {
    for (const bounds of [
      { min: [-1, 2], max: [5, 4] },
      { min: [0, 0], max: [6, 0] },
      { min: [3, 0], max: [3, 4] },
      { min: [1, 1], max: [1, 1] },
    ] as const) {
      const view = fit({ min: [...bounds.min], max: [...bounds.max] }, size);
      for (const p of [bounds.min, bounds.max]) {
        const [x, y] = toScreen(view, p);
        expect(x).toBeGreaterThan(60);
        expect(x).toBeLessThan(640);
        expect(y).toBeGreaterThan(60);
        expect(y).toBeLessThan(540);
      }
    }
    expect(fit(null, size).k).toBeGreaterThan(0);
  });

  it('leaves room for distances on the side where they stand', () => {
    const mark = (side: [number, number], lane: number): Mark => ({
      kind: 'dimension',
      id: 'dimension:A-B',
      first: 'A',
      second: 'B',
      axis: null,
      from: [0, 0],
      to: [0, 3],
      text: '3 m',
      lane,
      side,
    });
    const bounds = { min: [0, 0], max: [4, 3] } as const;
    const scene: Scene = { bounds: { min: [...bounds.min], max: [...bounds.max] }, marks: [mark([1, 0], 1)] };
    const view = fit(scene.bounds, size, roomFor(scene));
    const [x] = toScreen(view, [4, 3]);
    expect(x + DIMENSION.first + DIMENSION.lane).toBeLessThan(size.width - 20);
    expect(roomFor({ bounds: null, marks: [mark([-1, 0], 0)] }).left).toBeGreaterThan(DIMENSION.first);
  });

  it('steps in round numbers', () => {
    expect(roundStep({ k: 100, x: 0, y: 0 }, 7)).toBeCloseTo(0.1);
    expect(roundStep({ k: 31, x: 0, y: 0 }, 7)).toBeCloseTo(0.5);
    expect(roundStep({ k: 0.4, x: 0, y: 0 }, 7)).toBeCloseTo(20);
  });
});
