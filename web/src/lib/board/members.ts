/** Straight pieces of a path, between its ends and corners: what has a length and a slope of its own. */
import type { XY } from '../api/types';
import { mix } from './vec';

/** The ends and the corners of a path. */
export function cornersOf(path: readonly XY[]): XY[] {
  return path.filter((b, i) => {
    const [a, c] = [path[i - 1], path[i + 1]];
    if (!a || !c) return true;
    const cross = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.hypot(c[0] - b[0], c[1] - b[1]);
    return Math.abs(cross) > 1e-6 * size;
  });
}

/** The middle of each straight piece, in the order of the path. */
export function piecesOf(path: readonly XY[]): XY[] {
  const corners = cornersOf(path);
  return corners.slice(1).map((to, i) => mix(corners[i] ?? to, to, 0.5));
}
