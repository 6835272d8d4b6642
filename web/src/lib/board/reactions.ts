/** What supports exert, once they are taken away: assumed, being found, found. */
import type { MarkOf, XY } from '../api/types';
import {
  type AddLabel,
  ARC_RADIUS,
  arc,
  arrow,
  type Draft,
  HEAD_GAP,
  type Members,
  overMember,
} from './draft';
import type { Reading } from './painted';
import { standing } from './unknown';
import { add, degrees, dot, right, scale, seen } from './vec';

const REACTION = 54;

export function reactions(
  marks: readonly MarkOf<'reaction'>[],
  at: (p: XY) => XY,
  members: Members,
  reading: Reading,
  draft: Draft,
  label: AddLabel,
): void {
  for (const m of marks) {
    const found = reading.all ? m.text !== null : m.step !== null && m.step < reading.step;
    const stands = standing(m, found, reading);
    if (!stands) continue;
    const { role, turned, label: what } = stands;
    const here = at(m.at);
    if (!m.toward) {
      arc(draft, { id: m.id, at: here, clockwise: (m.turn === 'cw') !== turned, role });
      label(m.id, here, [-0.7, -0.7], ARC_RADIUS + 4, what);
      continue;
    }
    const flies = seen(m.toward);
    const along = members(here).find((way) => Math.abs(dot(flies, way)) > 0.985);
    const axial = along !== undefined;
    // Reactions stand where the ground was: below, or beyond the end of the member.
    let side: XY;
    if (axial) side = overMember(here, scale(flies, -1), members) ? flies : scale(flies, -1);
    else side = flies[1] > 0 || (flies[1] === 0 && flies[0] > 0) ? flies : scale(flies, -1);
    if (!axial && side[1] < 0) side = scale(side, -1);
    const inside = axial && overMember(here, side, members);
    const off = axial ? 30 : HEAD_GAP + 2;
    const middle = add(
      add(here, scale(side, off + REACTION / 2)),
      inside && along ? scale(right(along), 16) : [0, 0],
    );
    const angle = degrees(flies) + (turned ? 180 : 0);
    arrow(draft, { id: m.id, middle, angle, length: REACTION, role });
    label(m.id, add(middle, scale(side, REACTION / 2)), side, 4, what);
  }
}
