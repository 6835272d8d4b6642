import { expect, it } from 'vitest';
import { piecesOf } from './members';

it('a path has a piece from corner to corner, whatever stands between', () => {
  const path = [
    [0, 0],
    [1, 0],
    [4, 0],
    [4, 3],
    [2, 3],
    [0, 3],
  ] as const;
  expect(piecesOf(path)).toEqual([
    [2, 0],
    [4, 1.5],
    [2, 3],
  ]);
  expect(piecesOf([[1, 1]])).toEqual([]);
});
