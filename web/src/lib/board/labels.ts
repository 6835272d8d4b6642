/**
 * Placing labels so that none covers another, or an arrow, or the structure.
 *
 * Greedy and deterministic: labels in order of rank try sixteen sides, the eight main ones first, at growing distances from their anchor; the first place that is free
 * wins, with a preference for the side they ask for. A label that finds no free place takes the one that covers least, and
 * gets a leader line when it ends up far away.
 */
import type { XY } from '../api/types';

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface Wish {
  readonly id: string;
  readonly anchor: XY;
  /** The side to try first, as a direction. */
  readonly toward: XY;
  readonly w: number;
  readonly h: number;
  /** How far the nearest edge keeps from the anchor. */
  readonly gap: number;
}

export interface Placed {
  readonly id: string;
  readonly box: Box;
  /** Where a leader line begins, when the label is far from its anchor. */
  readonly leader: XY | null;
}

export type Segment = readonly [XY, XY];

/** Rings round an anchor, then those that are tried where none of them has a free place: of an anchor outside of the window, say. */
const RINGS = [
  [0, 12, 26, 44, 66, 92, 124],
  [160, 200, 244],
] as const;
const TURNS = [0, 45, -45, 90, -90, 135, -135, 180, 22.5, -22.5, 67.5, -67.5, 112.5, -112.5, 157.5, -157.5];

export function overlap(a: Box, b: Box): number {
  const w = Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y);
  return w > 0 && h > 0 ? w * h : 0;
}

/** How much of a segment runs inside a box. */
export function crosses(box: Box, [a, b]: Segment): number {
  // Liang-Barsky: the part of the segment between the entry and the exit.
  let [enter, leave] = [0, 1];
  const d: XY = [b[0] - a[0], b[1] - a[1]];
  const edges: readonly (readonly [number, number])[] = [
    [-d[0], a[0] - box.x],
    [d[0], box.x + box.w - a[0]],
    [-d[1], a[1] - box.y],
    [d[1], box.y + box.h - a[1]],
  ];
  for (const [p, q] of edges) {
    if (p === 0) {
      if (q < 0) return 0;
    } else if (p < 0) {
      enter = Math.max(enter, q / p);
    } else {
      leave = Math.min(leave, q / p);
    }
  }
  return enter < leave ? (leave - enter) * Math.hypot(d[0], d[1]) : 0;
}

export function placeLabels(
  wishes: readonly Wish[],
  boxes: readonly Box[],
  segments: readonly Segment[],
  within: Box,
): Placed[] {
  const taken = [...boxes];
  const fences = segments.map((segment) => ({ segment, box: around(segment) }));
  return wishes.map((wish) => {
    let best: { cost: number; box: Box; far: number } | null = null;
    let tried = 0;
    search: for (const rings of RINGS) {
      // Only what lies within the farthest of them can be in the way.
      const far = (rings.at(-1) ?? 0) + wish.gap + wish.w + wish.h;
      const reach = { x: wish.anchor[0] - far, y: wish.anchor[1] - far, w: 2 * far, h: 2 * far };
      const lines = fences.filter(({ box }) => touches(box, reach));
      const others = taken.filter((box) => touches(box, reach));
      for (const distance of rings) {
        const ring = tried++;
        for (const [order, turn] of TURNS.entries()) {
          const box = boxAt(wish, turn, distance);
          const room = grown(box);
          let covered = 0;
          for (const other of others) covered += overlap(room, other);
          const outside = box.w * box.h - overlap(box, within);
          // A covered label is far worse than a crossed line, and both are worse than any distance.
          let cost = 1000 * covered + 60 * outside + 10 * ring + order;
          let crossed = 0;
          if (!best || cost < best.cost) {
            for (const line of lines) if (touches(line.box, room)) crossed += crosses(room, line.segment);
            cost += 20 * crossed;
          }
          if (!best || cost < best.cost) best = { cost, box, far: distance };
          if (covered === 0 && crossed === 0 && outside <= 0) break search;
        }
      }
    }
    const found = best as { cost: number; box: Box; far: number };
    taken.push(found.box);
    return { id: wish.id, box: found.box, leader: found.far >= 44 ? wish.anchor : null };
  });
}

function around([a, b]: Segment): Box {
  const [x, y] = [Math.min(a[0], b[0]), Math.min(a[1], b[1])];
  return { x, y, w: Math.max(a[0], b[0]) - x, h: Math.max(a[1], b[1]) - y };
}

/** Whether two boxes have a point in common; a box may be a line. */
function touches(a: Box, b: Box): boolean {
  return a.x <= b.x + b.w && b.x <= a.x + a.w && a.y <= b.y + b.h && b.y <= a.y + a.h;
}

function grown(box: Box): Box {
  return { x: box.x - 2, y: box.y - 2, w: box.w + 4, h: box.h + 4 };
}

/** The box whose nearest edge lies `gap + distance` from the anchor, on the side `turn` degrees from the wished one. */
function boxAt(wish: Wish, turn: number, distance: number): Box {
  const angle = Math.atan2(wish.toward[1], wish.toward[0]) + (turn * Math.PI) / 180;
  const side: XY = [Math.cos(angle), Math.sin(angle)];
  const far = wish.gap + distance;
  // The centre goes out until the box just clears the circle around the anchor.
  const reach = Math.min(
    Math.abs(side[0]) > 1e-6 ? wish.w / 2 / Math.abs(side[0]) : Infinity,
    Math.abs(side[1]) > 1e-6 ? wish.h / 2 / Math.abs(side[1]) : Infinity,
  );
  const centre: XY = [wish.anchor[0] + side[0] * (far + reach), wish.anchor[1] + side[1] * (far + reach)];
  return { x: centre[0] - wish.w / 2, y: centre[1] - wish.h / 2, w: wish.w, h: wish.h };
}
