import { describe, expect, it } from 'vitest';
import type { Mark, Scene } from '../api/types';
import { overlap } from './labels';
import { layout } from './layout';
import type { Measure, Reading } from './painted';

const measure: Measure = (text) => text.length * 8;
const view = { k: 100, x: 100, y: 300 };
const size = { width: 800, height: 640 };
const idealised: Reading = { freed: false, step: 0, resultants: false, lit: [], arm: null };

const body: Mark = {
  kind: 'body',
  id: 'body:b',
  name: 'b',
  path: [
    [0, 0],
    [6, 0],
  ],
};

function reaction(over: Partial<Extract<Mark, { kind: 'reaction' }>>): Mark {
  return {
    kind: 'reaction',
    id: 'reaction:A_y',
    support: 'support:A',
    symbol: { base: 'A', index: 'y' },
    at: [0, 0],
    toward: [0, 1],
    turn: null,
    text: '5 kN',
    turned: false,
    zero: false,
    step: 1,
    relative: 1,
    ...over,
  };
}

function force(id: string, x: number, toward: [number, number]): Mark {
  return { kind: 'force', id, at: [x, 0], toward, text: '5 kN', relative: 1 };
}

const scene = (...marks: Mark[]): Scene => ({
  bounds: { min: [0, 0], max: [6, 0] },
  marks: [body, ...marks],
});
const paint = (marks: Mark[], reading: Partial<Reading> = {}) =>
  layout(scene(...marks), view, size, { ...idealised, ...reading }, measure);

describe('the layout', () => {
  it('lets a force push with its head on the point, from outside the member', () => {
    const [down, up] = paint([force('a', 2, [0, -1]), force('b', 3, [0, 1])]).arrows;
    expect([down?.angle, down && down.middle[1] < 300]).toEqual([90, true]);
    expect([up?.angle, up && up.middle[1] > 300]).toEqual([-90, true]);
  });

  it('lets a force along the member pull from its end and never lie on it', () => {
    const [outward, inward] = paint([force('a', 6, [1, 0]), force('b', 0, [1, 0])]).arrows;
    expect(outward && outward.middle[0] > 700).toBe(true);
    expect(inward && inward.middle[0] < 100).toBe(true);
    const [between] = paint([force('c', 3, [1, 0])]).arrows;
    expect(between && Math.abs(between.middle[1] - 300)).toBeGreaterThan(8);
  });

  it('draws reactions only when the body is freed: assumed, then in focus, then turned to their true sense', () => {
    const marks = [reaction({ turned: true, step: 2 })];
    expect(paint(marks).arrows).toEqual([]);
    const at = (step: number) => {
      const [arrow] = paint(marks, { freed: true, step }).arrows;
      return [arrow?.role, arrow?.angle];
    };
    expect(at(1)).toEqual(['assumed', -90]);
    expect(at(2)).toEqual(['focus', -90]);
    expect(at(3)).toEqual(['solved', 90]);
  });

  it('shows a symbol until the value is found, and leaves out what is exactly zero', () => {
    const label = (step: number) => {
      const found = paint([reaction({})], { freed: true, step }).labels.find((l) => l.id === 'reaction:A_y');
      return found && found.text + found.index;
    };
    expect([label(1), label(2)]).toEqual(['Ay', '5 kN']);
    const zero = [reaction({ zero: true, text: '0 kN' })];
    expect(paint(zero, { freed: true, step: 1 }).arrows.length).toBe(1);
    expect(paint(zero, { freed: true, step: 2 }).arrows.length).toBe(0);
  });

  it('keeps the labels of a crowded board clear of each other', () => {
    const marks = Array.from({ length: 9 }, (_, i): Mark[] => [
      force(`load:${i}`, i * 0.7, [0, -1]),
      { kind: 'point', id: `point:${i}`, name: `P${i}`, at: [i * 0.7, 0], along: [1, 0] },
    ]).flat();
    const { labels } = paint(marks);
    expect(labels.length).toBe(18);
    for (const a of labels) for (const b of labels) if (a !== b) expect(overlap(a.box, b.box)).toBe(0);
  });

  it('leaves the unit out of a short distance and the number beside a shorter one', () => {
    const dimension = (id: string, to: number): Mark => ({
      kind: 'dimension',
      id,
      first: 'A',
      second: 'B',
      axis: null,
      from: [0, 0],
      to: [to, 0],
      text: '0.75 m',
      lane: 0,
      side: [0, -1],
    });
    const text = (to: number) => paint([dimension('d', to)]).labels[0]?.text;
    expect([text(2), text(0.5), text(0.1)]).toEqual(['0.75 m', '0.75', '0.75 m']);
  });

  it('is the same picture for the same scene', () => {
    const marks = [force('a', 2, [0.6, -0.8]), reaction({})];
    expect(paint(marks, { freed: true, step: 1 })).toEqual(paint(marks, { freed: true, step: 1 }));
  });
});
