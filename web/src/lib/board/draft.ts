/** A picture in the making: what is painted, and what labels have to keep clear of. */
import type { XY } from '../api/types';
import type { Box, Placed, Segment, Wish } from './labels';
import type { Arc, Arrow, Comb, Label } from './painted';
import { add, dot, length, right, scale, sub, unit } from './vec';

export const HEAD_GAP = 6;
export const ARC_RADIUS = 24;

export interface Draft {
  arrows: Arrow[];
  arcs: Arc[];
  combs: Comb[];
  segments: Segment[];
  boxes: Box[];
  wishes: Wish[];
  labels: Map<string, Omit<Label, keyof Placed>>;
  fixed: Label[];
}

export const emptyDraft = (): Draft => ({
  arrows: [],
  arcs: [],
  combs: [],
  segments: [],
  boxes: [],
  wishes: [],
  labels: new Map(),
  fixed: [],
});

export type AddLabel = (
  id: string,
  anchor: XY,
  toward: XY,
  gap: number,
  what: Omit<Label, keyof Placed>,
) => void;

/** The directions in which members leave a point of the screen. */
export type Members = (point: XY) => readonly XY[];

export function membersOf(paths: readonly (readonly XY[])[]): Members {
  return (point) =>
    paths.flatMap((path) =>
      path.flatMap((a, i) => {
        const b = path[i + 1];
        if (!b) return [];
        const along = unit(sub(b, a));
        const at = sub(point, a);
        const station = dot(at, along);
        const off = Math.abs(dot(at, right(along)));
        const size = length(sub(b, a));
        if (off > 2 || station < -2 || station > size + 2) return [];
        const ways: XY[] = [];
        if (station < size - 2) ways.push(along);
        if (station > 2) ways.push(scale(along, -1));
        return ways;
      }),
    );
}

/** Whether a member lies on the side `toward` of a point. */
export function overMember(point: XY, toward: XY, members: Members): boolean {
  return members(point).some((way) => dot(way, toward) > 0.985);
}

export function valueOf(text: string): Omit<Label, keyof Placed> {
  return { text, index: '', kind: 'value', role: 'given', editable: true };
}

export function arrow(draft: Draft, made: Arrow): void {
  draft.arrows.push(made);
  const half = scale(
    [Math.cos((made.angle * Math.PI) / 180), Math.sin((made.angle * Math.PI) / 180)],
    made.length / 2,
  );
  draft.segments.push(...thick(sub(made.middle, half), add(made.middle, half), 4));
}

export function arc(draft: Draft, made: Arc): void {
  draft.arcs.push(made);
  const at = (i: number): XY => {
    const turn = (i * Math.PI) / 6;
    return add(made.at, scale([Math.cos(turn), Math.sin(turn)], ARC_RADIUS));
  };
  for (let i = 0; i < 12; i += 1) draft.segments.push(...thick(at(i), at(i + 1), 4));
}

/** A thick line as three thin ones, so that a label keeps off its edges. */
export function thick(a: XY, b: XY, by: number): Segment[] {
  const n = scale(right(unit(sub(b, a))), by);
  return [
    [a, b],
    [add(a, n), add(b, n)],
    [sub(a, n), sub(b, n)],
  ];
}
