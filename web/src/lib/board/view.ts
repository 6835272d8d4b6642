/** World to screen and back: sheet units, y up; pixels, y down. */
import type { Scene, XY } from '../api/types';

export interface View {
  /** Pixels per sheet unit. */
  readonly k: number;
  /** Where the origin of the sheet lies. */
  readonly x: number;
  readonly y: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Room around the structure for arrows, dimensions and labels. */
const BOARD = { left: 100, right: 110, top: 130, bottom: 220 };

export function toScreen(view: View, [x, y]: XY): XY {
  return [view.x + view.k * x, view.y - view.k * y];
}

export function toWorld(view: View, [x, y]: XY): XY {
  return [(x - view.x) / view.k, (view.y - y) / view.k];
}

export interface Margin {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Chains of distances stand this far from their member, the whole length one lane farther. */
export const DIMENSION = { first: 112, lane: 30 };
/** Beyond a line of distances: its number, and a little air. */
const BEYOND = 34;

/** The room a scene needs on the board: more on the sides where distances stand. */
export function roomFor(scene: Scene): Margin {
  const margin = { ...BOARD };
  for (const m of scene.marks) {
    if (m.kind !== 'dimension') continue;
    const far = DIMENSION.first + DIMENSION.lane * m.lane + BEYOND;
    margin.right = Math.max(margin.right, far * m.side[0]);
    margin.left = Math.max(margin.left, -far * m.side[0]);
    margin.top = Math.max(margin.top, far * m.side[1]);
  }
  return margin;
}

/** The view in which all of a scene is seen. */
export function fit(bounds: Scene['bounds'], size: Size, margin: Margin = BOARD): View {
  const [min, max]: readonly [XY, XY] = bounds
    ? [bounds.min, bounds.max]
    : [
        [0, 0],
        [6, 0],
      ];
  const room = {
    width: Math.max(80, size.width - margin.left - margin.right),
    height: Math.max(60, size.height - margin.top - margin.bottom),
  };
  const [w, h] = [max[0] - min[0], max[1] - min[1]];
  const k = Math.min(w > 0 ? room.width / w : Infinity, h > 0 ? room.height / h : Infinity);
  const scale = Number.isFinite(k) ? k : room.width / 6;
  const centre: XY = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2];
  return {
    k: scale,
    x: margin.left + room.width / 2 - scale * centre[0],
    y: margin.top + room.height / 2 + scale * centre[1],
  };
}

/** A round step (1, 2, 5 × 10ⁿ) of the sheet that is at least `pixels` wide on the screen. */
export function roundStep(view: View, pixels: number): number {
  const least = pixels / view.k;
  const power = 10 ** Math.floor(Math.log10(least));
  return ([1, 2, 5, 10].find((m) => m * power >= least) ?? 10) * power;
}
