import { describe, expect, it } from 'vitest';
import type { Mark, Piece, Scene, XY } from '../api/types';
import { homeOf, lay, pairs, piecesAt, separate, spread } from './apart';
import type { Reading } from './painted';
import type { View } from './view';

const measure = (text: string) => text.length * 8;
const board = { width: 700, height: 640 };
const assembled: View = { k: 90, x: 100, y: 500 };
const PLAIN: Reading = { piece: true, freed: true, step: 0, resultants: false, lit: [], arm: null };

const force = (column: string, piece: string, at: XY, toward: XY, step = 1): Mark => ({
  kind: 'exerted',
  id: `${column}@${piece}#0`,
  column,
  symbol: { base: 'B', index: 'x' },
  at: [at[0], at[1]],
  toward: [toward[0], toward[1]],
  turn: null,
  text: '2.00 kN',
  turned: true,
  zero: false,
  step,
  relative: 1,
});

const body = (name: string, path: [number, number][], more: Mark[]): Piece => ({
  id: `body:${name}`,
  name,
  bounds: {
    min: [Math.min(...path.map((p) => p[0])), Math.min(...path.map((p) => p[1]))],
    max: [Math.max(...path.map((p) => p[0])), Math.max(...path.map((p) => p[1]))],
  },
  marks: [{ kind: 'body', id: `body:${name}`, name, path }, ...more],
  nature: 'body',
  lines: [],
});

const mast = body(
  'mast',
  [
    [0, 0],
    [0, 3],
  ],
  [force('joint:B#B_x', 'body:mast', [0, 3], [1, 0])],
);
const jib = body(
  'jib',
  [
    [0, 3],
    [2, 3],
  ],
  [force('joint:B#B_x', 'body:jib', [0, 3], [-1, 0])],
);
const scene: Scene = { bounds: { min: [0, 0], max: [2, 3] }, marks: [], apart: [mast, jib] };

describe('pieces', () => {
  it('stand clear of each other and of the edge of the board', () => {
    const places = spread([mast, jib], assembled, board, measure);
    const laid = lay(places, { k: 1, x: 0, y: 0 }, {}, () => PLAIN, measure);
    const [a, b] = laid.map(({ at, box }) => ({ ...box, x: at[0] + box.x, y: at[1] + box.y }));
    if (!a || !b) throw new Error('two pieces');
    const apart = a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y;
    expect(apart).toBe(true);
    for (const box of [a, b]) {
      expect(box.x).toBeGreaterThanOrEqual(0);
      expect(box.y).toBeGreaterThanOrEqual(0);
      expect(box.x + box.w).toBeLessThanOrEqual(board.width);
      expect(box.y + box.h).toBeLessThanOrEqual(board.height);
    }
  });

  it('fly the two arrows of a pair opposite ways, and turn both when the step that finds them is past', () => {
    const places = spread([mast, jib], assembled, board, measure);
    const angles = (step: number) =>
      lay(places, { k: 1, x: 0, y: 0 }, {}, () => ({ ...PLAIN, step }), measure).map(
        (l) => ((l.painted.arrows[0]?.angle ?? NaN) + 720) % 360,
      );
    expect(angles(1)).toEqual([0, 180]);
    expect(angles(2)).toEqual([180, 0]);
  });

  it('are joined from each unknown to its opposite', () => {
    const laid = lay(
      spread([mast, jib], assembled, board, measure),
      { k: 1, x: 0, y: 0 },
      {},
      () => PLAIN,
      measure,
    );
    expect(pairs(laid).map((p) => p.column)).toEqual(['joint:B#B_x']);
  });

  it('stay where they were dragged, as far as that is in the sheet', () => {
    const places = spread([mast, jib], assembled, board, measure);
    const at = (moved: Record<string, XY>, k = 1) =>
      lay(places, { k, x: 0, y: 0 }, moved, () => PLAIN, measure)[0]?.at ?? [NaN, NaN];
    const by = at({ 'body:mast': [1, 0.5] });
    expect(by[0] - at({})[0]).toBeCloseTo(places.k);
    expect(by[1] - at({})[1]).toBeCloseTo(-0.5 * places.k);
    const near = at({ 'body:mast': [1, 0.5] }, 2);
    expect(near[0] - at({}, 2)[0]).toBeCloseTo(2 * places.k);
  });

  it('go home to where the structure is together', () => {
    const places = spread([mast, jib], assembled, board, measure);
    const one = lay(places, { k: 1, x: 0, y: 0 }, {}, () => PLAIN, measure)[1];
    if (!one) throw new Error('the jib');
    const [x, y] = homeOf(one, assembled);
    // Its left end, (0, 3), at the scale of the assembled drawing.
    const s = assembled.k / one.view.k;
    expect(x + s * (one.view.x + one.view.k * 0)).toBeCloseTo(assembled.x);
    expect(y + s * (one.view.y - one.view.k * 3)).toBeCloseTo(assembled.y - 3 * assembled.k);
  });

  it('that are freed together stand as one', () => {
    const group = { ...mast, id: 'body:mast+body:jib', nature: 'group' as const };
    const free = { first: 1, last: 1, at: null, keep: [], cut: [], pieces: ['body:mast', 'body:jib'], group };
    expect(piecesAt(scene, free).map((p) => p.id)).toEqual(['body:mast+body:jib']);
    expect(piecesAt(scene, null)).toHaveLength(2);
  });

  it('are drawn on a larger sheet where a readable one does not fit', () => {
    const many = Array.from({ length: 40 }, (_, i) =>
      body(
        `s${i}`,
        [
          [3 * i, 0],
          [3 * i + 3, 0],
        ],
        [force(`joint:${i}#x`, `body:s${i}`, [3 * i, 0], [1, 0])],
      ),
    );
    const places = spread(many, { k: 12, x: 0, y: 300 }, board, measure);
    expect(places.shrink).toBeLessThan(1);
    expect(3 * places.k).toBeGreaterThan(100);
  });
});

describe('separate', () => {
  it('moves only what touches', () => {
    const at = separate(
      [
        { x: 0, y: 0, w: 100, h: 50 },
        { x: 90, y: 10, w: 100, h: 50 },
        { x: 500, y: 0, w: 10, h: 10 },
      ],
      10,
    );
    expect(at[2]).toEqual([500, 0]);
    expect((at[1]?.[0] ?? 0) - (at[0]?.[0] ?? 0)).toBeGreaterThanOrEqual(109);
  });
});
