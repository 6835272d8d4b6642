/** What the parts exert on each other, on a free body: assumed, being found, found. The two arrows of a pair always fly opposite ways. */
import type { MarkOf, XY } from '../api/types';
import { type AddLabel, ARC_RADIUS, arc, arrow, type Draft, HEAD_GAP, type Members } from './draft';
import type { Reading } from './painted';
import { standing } from './unknown';
import { add, degrees, dot, length, mix, right, scale, seen, sub, unit } from './vec';

const SIZE = 46;
/** Ends of arrows nearer than this to one point stand at the same place. */
const SAME = 14;

export function exerted(
  marks: readonly (MarkOf<'exerted'> | MarkOf<'reaction'>)[],
  at: (p: XY) => XY,
  members: Members,
  reading: Reading,
  draft: Draft,
  label: AddLabel,
): void {
  for (const m of marks) {
    const found = m.step === null ? reading.step === Infinity && m.text !== null : m.step < reading.step;
    const stands = standing(m, found, reading);
    if (!stands) continue;
    const { role, turned, label: what } = stands;
    const here = at(m.at);
    if (!m.toward) {
      arc(draft, { id: m.id, at: here, clockwise: (m.turn === 'cw') !== turned, role });
      label(m.id, here, [0.7, -0.7], ARC_RADIUS + 4, what);
      continue;
    }
    const flies = seen(m.toward);
    const { side, aside } = free(here, flies, members(here), draft);
    const near = add(here, aside);
    const middle = add(near, scale(side, HEAD_GAP + SIZE / 2));
    arrow(draft, { id: m.id, middle, angle: degrees(flies) + (turned ? 180 : 0), length: SIZE, role });
    label(m.id, add(middle, scale(side, SIZE / 2)), side, 4, what);
  }
}

/** On which side of its point an arrow stands: where neither the body nor another arrow is; off the body where both sides are taken. */
function free(here: XY, flies: XY, ways: readonly XY[], draft: Draft): { side: XY; aside: XY } {
  // Which ways other arrows already go from here.
  const taken = draft.arrows.flatMap((a) => {
    const half = scale(
      [Math.cos((a.angle * Math.PI) / 180), Math.sin((a.angle * Math.PI) / 180)],
      a.length / 2,
    );
    const ends = [sub(a.middle, half), add(a.middle, half)];
    return ends.some((end) => length(sub(end, here)) < SAME) ? [unit(sub(a.middle, here))] : [];
  });
  // Teeth of a distributed load stand there.
  const combed = (p: XY) =>
    draft.combs.some(({ outline }) => {
      const [xs, ys] = [outline.map((q) => q[0]), outline.map((q) => q[1])];
      const inside = (v: number, all: number[]) => v > Math.min(...all) - 4 && v < Math.max(...all) + 4;
      return inside(p[0], xs) && inside(p[1], ys);
    });
  const cost = (side: XY) =>
    (combed(add(here, scale(side, 20))) ? 3 : 0) +
    ways.filter((way) => dot(way, side) > 0.93).length * 4 +
    taken.filter((way) => dot(way, side) > 0.8).length * 5;
  // Away from the body it pulls, else it pushes: both are the same force.
  const [best, other] = [flies, scale(flies, -1)];
  const side = cost(best) <= cost(other) ? best : other;
  const aside: XY = cost(side) > 0 ? scale(right(side), 15) : [0, 0];
  return { side, aside };
}

/** From where to where a line joins the two arrows of a pair: their points. */
export const between = (a: XY, b: XY, by: number): readonly [XY, XY] => {
  const along = unit(sub(b, a));
  return length(sub(b, a)) < 2 * by
    ? [mix(a, b, 0.5), mix(a, b, 0.5)]
    : [add(a, scale(along, by)), sub(b, scale(along, by))];
};
