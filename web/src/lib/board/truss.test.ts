/** A truss on the board: how its bars are read, its order told, its sections drawn. */
import { describe, expect, it } from 'vitest';
import type { Mark, NextLine, Page, Scene, XY } from '../api/types';
import { keeper, sectionLine } from './axial';
import { layout } from './layout';
import { ownWeight } from './loads';
import { freeAt, nextAt, orderAt } from './order';
import type { Reading } from './painted';
import { barsAcross, marksIn, snapToPlace } from './snap';
import { toScreen, type View } from './view';

const view: View = { k: 60, x: 100, y: 400 };
const size = { width: 700, height: 640 };
const measure = (text: string) => text.length * 7;
const at: Record<string, XY> = { A: [0, 0], B: [4, 0], C: [8, 0], D: [4, 3] };
const sense = {
  'A-B': 'tension',
  'B-C': 'tension',
  'A-D': 'compression',
  'D-C': 'compression',
  'B-D': 'zero',
} as const;

const bar = (name: keyof typeof sense, step: number | null): Mark => ({
  kind: 'bar',
  id: `bar:${name}`,
  name,
  from: [...(at[name.charAt(0)] as XY)],
  to: [...(at[name.charAt(2)] as XY)],
  carries: 'both',
  length: '4 m',
  force: { sense: sense[name], text: sense[name] === 'zero' ? '0 kN' : '6.00 kN', step, relative: 1 },
});
const point = (name: string): Mark => ({
  kind: 'point',
  id: `point:${name}`,
  name,
  at: [...(at[name] as XY)],
  along: null,
});
const own = (joint: string): Mark => ({
  kind: 'force',
  id: `load:W1@point:${joint}`,
  at: [...(at[joint] as XY)],
  toward: [0, -1],
  text: '0.1 kN',
  relative: 0.1,
});
const scene: Scene = {
  bounds: { min: [0, 0], max: [8, 3] },
  marks: [
    bar('A-B', 2),
    bar('B-C', 3),
    bar('A-D', 1),
    bar('D-C', 4),
    bar('B-D', null),
    ...['A', 'B', 'C', 'D'].map(point),
    ...['A', 'B'].map(own),
  ],
  free: [
    { first: 1, last: 2, at: [0, 0], keep: ['point:A', 'load:W1@point:A'], cut: [], pieces: [] },
    { first: 3, last: 3, at: [4, 0], keep: ['bar:A-B', 'point:A', 'point:B'], cut: [], pieces: [] },
    { first: 4, last: 4, at: null, keep: [], cut: [], pieces: [] },
  ],
};
const reading = (more: Partial<Reading>): Reading => ({
  freed: true,
  step: Infinity,
  resultants: false,
  lit: [],
  arm: null,
  ...more,
});
const paint = (more: Partial<Reading>) => layout(scene, view, size, reading(more), measure);
const text = (painted: ReturnType<typeof paint>, id: string) => painted.labels.find((l) => l.id === id)?.text;

describe('the forces on bars', () => {
  it('are told by letter and line once they are found, and not before', () => {
    const done = paint({});
    expect(done.bars.map((b) => b.sense)).toEqual([
      'tension',
      'tension',
      'compression',
      'compression',
      'zero',
    ]);
    expect([text(done, 'bar:A-B'), text(done, 'bar:A-D'), text(done, 'bar:B-D')]).toEqual([
      'T 6.00 kN',
      'C 6.00 kN',
      '0',
    ]);
    const early = paint({ step: 2 });
    expect(early.bars.map((b) => b.sense)).toEqual([null, null, 'compression', null, null]);
    expect(text(early, 'bar:A-B')).toBeUndefined();
    expect(paint({ freed: false }).bars.every((b) => b.sense === null)).toBe(true);
  });

  it('lie along their bars, upright for a reader', () => {
    for (const label of paint({}).labels.filter((l) => l.kind === 'axial')) {
      expect(Math.abs(label.turned ?? 0)).toBeLessThanOrEqual(90);
    }
  });
});

describe('a free body', () => {
  it('keeps what is on it, of own weight only the arrow of its own joint', () => {
    const kept = keeper(scene.free?.[0]);
    expect(['point:A', 'load:W1@point:A', 'load:W1@point:B', 'bar:A-B'].map(kept)).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(keeper(null)('anything')).toBe(true);
    const painted = paint({ step: 1, free: scene.free?.[0] ?? null });
    expect(painted.arrows.map((a) => a.id)).toEqual(['load:W1@point:A']);
    expect(painted.bars.every((b) => b.out)).toBe(true);
  });

  it('shows what cut members exert: assumed as pulling, turned once they push', () => {
    const cut = {
      id: 'bar:A-D',
      symbol: { base: 'S', index: 'AD' },
      at: [0, 0] as [number, number],
      toward: [0.8, 0.6] as [number, number],
      text: '6.00 kN',
      turned: true,
      zero: false,
      step: 1,
    };
    const free = {
      first: 1,
      last: 2,
      at: [0, 0] as [number, number],
      keep: ['point:A'],
      cut: [cut],
      pieces: [],
    };
    const now = paint({ step: 1, free });
    const later = paint({ step: 2, free });
    const angle = (p: typeof now) => p.arrows.find((a) => a.id === 'bar:A-D')?.angle ?? NaN;
    expect(Math.abs(angle(later) - angle(now))).toBe(180);
    expect([text(now, 'bar:A-D#cut'), text(later, 'bar:A-D#cut')]).toEqual(['S', 'C 6.00 kN']);
    // Away from the joint, up to the right on the screen.
    expect(angle(now)).toBeCloseTo(-36.87, 1);
  });

  it('of a section is told by a line across the bars that are cut, beyond the first and the last', () => {
    const bars = paint({}).bars;
    const cut = ['bar:B-C', 'bar:D-C'].map((id) => ({ id }) as never);
    const line = sectionLine({ first: 1, last: 1, at: null, keep: ['x'], cut, pieces: [] }, bars);
    expect(line).toHaveLength(4);
    expect(sectionLine({ first: 1, last: 1, at: [0, 0], keep: ['x'], cut, pieces: [] }, bars)).toEqual([]);
  });

  it('is found by its step; the whole has none', () => {
    expect(freeAt(scene, 2)?.first).toBe(1);
    expect(freeAt(scene, 3)?.last).toBe(3);
    expect(freeAt(scene, 4)).toBeNull();
  });
});

describe('the order of the work', () => {
  const line = (of: string, after: number, can: boolean, done = false): NextLine => ({
    of,
    after,
    can,
    done,
    says: '',
  });
  const page = {
    next: [
      line('point:A', 0, true),
      line('point:A', 2, false, true),
      line('point:B', 0, false),
      line('point:B', 2, true),
    ],
  } as unknown as Page;

  it('tells what is done, at hand, ready and waiting', () => {
    expect(nextAt(page, 'point:B', 1)?.can).toBe(false);
    expect(nextAt(page, 'point:B', 2)?.can).toBe(true);
    const at1 = orderAt(scene, page, 1);
    expect([at1.get('point:A'), at1.get('point:B')]).toEqual([
      { number: 1, turn: 'now' },
      { number: 2, turn: 'waits' },
    ]);
    expect(orderAt(scene, page, 3).get('point:A')?.turn).toBe('done');
    expect(at1.has('point:C')).toBe(false);
  });
});

describe('pointing at a truss', () => {
  it('finds bars along a line in its order, joints near the pointer, and round places off them', () => {
    const [x, top, bottom] = [
      toScreen(view, [6, 0])[0],
      toScreen(view, [0, 3])[1],
      toScreen(view, [0, -1])[1],
    ];
    expect(barsAcross(scene, view, [x, top], [x, bottom])).toEqual(['D-C', 'B-C']);
    expect(barsAcross(scene, view, [x, bottom], [x, top])).toEqual(['B-C', 'D-C']);
    const near = (p: XY) => toScreen(view, p);
    expect(snapToPlace(scene, view, near([4.1, 0.1]))).toMatchObject({ place: 'B' });
    expect(snapToPlace(scene, view, near([2, 1.7]))).toBeNull();
    expect(snapToPlace(scene, view, near([4.1, 0.1]), true)).toMatchObject({ place: 'B' });
    expect(snapToPlace(scene, view, near([2.03, 5.98]), true)?.place).toBe('2;6');
  });

  it('chooses what lies in a box, an own weight once', () => {
    const [a, b] = [toScreen(view, [-1, -1]), toScreen(view, [5, 1])];
    expect(marksIn(scene, view, a, b)).toEqual(['bar:A-B', 'load:W1']);
  });

  it('tells the size of an own weight once, and on the free body of a joint', () => {
    const marks = scene.marks.filter((m) => m.kind === 'force');
    const quiet = ownWeight(marks, false);
    expect(marks.map((m) => quiet(m.id))).toEqual([false, true]);
    expect(marks.map((m) => ownWeight(marks, true)(m.id))).toEqual([false, false]);
  });
});
