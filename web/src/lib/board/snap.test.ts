import { describe, expect, it } from 'vitest';
import type { Scene, XY } from '../api/types';
import { marksIn, snapSpread, snapToGrid, snapToPlace, walk } from './snap';
import { toScreen, type View } from './view';
import { wayOf } from './way';

const view: View = { k: 100, x: 50, y: 400 };
const scene: Scene = {
  bounds: null,
  marks: [
    {
      kind: 'body',
      id: 'body:crank',
      name: 'crank',
      path: [
        [0, 0],
        [4, 0],
        [4, 3],
      ],
    },
    {
      kind: 'body',
      id: 'body:crank#1',
      name: 'crank',
      path: [
        [2, 0],
        [2, -2],
      ],
    },
    { kind: 'point', id: 'point:C', name: 'C', at: [1, 0], along: null },
    { kind: 'force', id: 'load:F1', at: [1, 0], toward: [0, -1], text: '', relative: 1 },
  ],
};
const near = (p: XY): XY => {
  const [x, y] = toScreen(view, p);
  return [x + 2, y - 3];
};

describe('snapping', () => {
  it('goes round corners, in round steps from the start', () => {
    expect(walk(scene.marks[0]?.kind === 'body' ? scene.marks[0].path : [], 5)).toEqual([4, 1]);
    const up = snapToPlace(scene, view, near([4, 1.32]));
    expect(up).toMatchObject({ place: '5.3', at: [4, 1.2999999999999998] });
    expect(snapToPlace(scene, view, near([2.48, 0]))?.place).toBe('2.5');
  });

  it('prefers a point that is there, and names further runs by coordinates', () => {
    expect(snapToPlace(scene, view, near([1.03, 0]))).toMatchObject({ place: 'C', said: 'at C' });
    expect(snapToPlace(scene, view, near([2, -1.5]))?.place).toBe('2; -1.5');
    expect(snapToPlace(scene, view, near([2, 3]))).toBeNull();
  });

  it('keeps a spread its length and on its member', () => {
    const drag = (from: XY, to: XY, pointer: XY) =>
      snapSpread(scene, view, toScreen(view, pointer), { from, to });
    const level: [XY, XY] = [
      [0.5, 0],
      [2, 0],
    ];
    // 1.5 m long on a way of 7 m: it begins at 5.5 at the latest.
    expect(drag(...level, [2.04, 0.2])).toMatchObject({ from: '2', to: '3.5', said: 'from 2, steps of 0.1' });
    expect(drag(...level, [9, 9])).toMatchObject({ from: '5.5', to: '7' });
    expect(drag(...level, [-3, 0])).toMatchObject({ from: '0', to: '1.5' });
    expect(drag(...level, [1.02, 0])).toMatchObject({ from: '1', to: '2.5', said: 'from C' });
    // Written backwards: it ends 1.5 m before it begins.
    expect(drag(level[1], level[0], [0.7, 0])).toMatchObject({ from: '1.5', to: '0' });
    // On a further run it is named by coordinates; along no member it stays.
    expect(drag([2, 0], [2, -1], [2, -0.7])).toMatchObject({ from: '2; -0.7', to: '2; -1.7' });
    expect(drag([0, 1], [1, 1], [0, 0])).toBeNull();
  });

  it('measures on over a hinge, whichever way the next part was drawn, and not round its corner', () => {
    const body = (name: string, ...path: [number, number][]) => ({
      kind: 'body' as const,
      id: `body:${name}`,
      name,
      path,
    });
    const parted: Scene = {
      bounds: null,
      marks: [body('AB', [0, 0], [3, 0]), body('CB', [5, 0], [3, 0]), body('CD', [5, 0], [5, 2])],
    };
    expect(wayOf(parted).bodies).toEqual(['AB', 'CB']);
    expect(snapToPlace(parted, view, near([4.52, 0]))?.place).toBe('4.5');
    expect(snapToPlace(parted, view, near([5, 1.51]))?.place).toBe('CD 1.5');
  });

  it('lines points up with each other', () => {
    const snapped = snapToGrid(scene, view, toScreen(view, [1.02, 2.34]), 'B');
    expect(snapped).toEqual({ at: [1, 2.3], said: 'above or below C' });
  });

  it('takes what lies in a box', () => {
    expect(marksIn(scene, view, toScreen(view, [0.5, 1]), toScreen(view, [2, -1]))).toEqual(['load:F1']);
    expect(marksIn(scene, view, [0, 0], [10, 10])).toEqual([]);
  });
});
