import { describe, expect, it } from 'vitest';
import type { Mark, Scene } from '../api/types';
import { layout } from './layout';
import type { Reading } from './painted';
import { toScreen, type View } from './view';

const view: View = { k: 100, x: 50, y: 400 };
const reading: Reading = { freed: false, step: 0, resultants: false, lit: [], arm: null };
const size = { width: 700, height: 640 };
const measure = (text: string) => text.length * 8;

const marks: Mark[] = [
  {
    kind: 'body',
    id: 'body:arm',
    name: 'arm',
    path: [
      [0, 2],
      [1.2, 2],
    ],
  },
  {
    kind: 'body',
    id: 'body:arm#1',
    name: 'arm',
    path: [
      [0.6, 2],
      [0.6, 1],
    ],
  },
  {
    kind: 'bar',
    id: 'bar:stay',
    name: 'stay',
    from: [0, 3],
    to: [0.9, 2],
    carries: 'pull',
    length: '1.35 m',
    force: null,
  },
  { kind: 'wheel', id: 'wheel:w', name: 'w', at: [1.2, 2], radius: 0.1 },
  { kind: 'rope', id: 'rope:r', name: 'r', legs: [{ from: [1.3, 1], to: [1.3, 2] }] },
  { kind: 'point', id: 'point:A', name: 'A', at: [0, 3], along: null },
  { kind: 'support', id: 'support:A', name: 'A', at: [0, 3], shape: 'link', facing: [1, 0], text: null },
];
const scene: Scene = { bounds: { min: [0, 1], max: [1.3, 3] }, marks };

describe('structures on the board', () => {
  const painted = layout(scene, view, size, reading, measure);

  it('paints every run of a body', () => {
    expect(painted.beams.map((b) => b.id)).toEqual(['body:arm', 'body:arm#1']);
  });

  it('paints bars, ropes and wheels where they are', () => {
    expect(painted.bars).toEqual([
      {
        id: 'bar:stay',
        a: toScreen(view, [0, 3]),
        b: toScreen(view, [0.9, 2]),
        carries: 'pull',
        sense: null,
        out: false,
      },
    ]);
    expect(painted.ropes[0]?.legs).toEqual([[toScreen(view, [1.3, 1]), toScreen(view, [1.3, 2])]]);
    expect(painted.wheels[0]?.r).toBeCloseTo(10);
  });

  it('keeps names off the bars', () => {
    const name = painted.labels.find((l) => l.id === 'point:A');
    const [a, b] = [toScreen(view, [0, 3]), toScreen(view, [0.9, 2])];
    expect(name).toBeDefined();
    // The middle of the label lies clear of the line through both ends of the bar.
    const [x, y] = [(name?.box.x ?? 0) + (name?.box.w ?? 0) / 2, (name?.box.y ?? 0) + (name?.box.h ?? 0) / 2];
    const off =
      Math.abs((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) /
      Math.hypot(b[0] - a[0], b[1] - a[1]);
    expect(off).toBeGreaterThan(6);
  });

  it('keeps the symbol of every support', () => {
    expect(painted.supports).toMatchObject([{ id: 'support:A', shape: 'link' }]);
  });
});
