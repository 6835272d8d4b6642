/** Forces, couples and distributed loads as they are given. */
import { endOf, is, placeOf, thingOf, withoutPlace } from '../api/ids';
import type { MarkOf, XY } from '../api/types';
import { chords, valueAt } from '../curves';
import {
  type AddLabel,
  ARC_RADIUS,
  arc,
  arrow,
  type Draft,
  HEAD_GAP,
  type Members,
  overMember,
  valueOf,
} from './draft';
import type { Segment } from './labels';
import type { Reading } from './painted';
import { add, degrees, dot, length, mix, right, scale, seen, sub, unit } from './vec';

const ARROW = { least: 44, most: 76 };
const COMB = 36;
const LOWEST = 17;

/** A sought size, once the step that finds it has been read: what it is, and whether it acts the other way. */
function foundOf(
  m: MarkOf<'force'> | MarkOf<'couple'>,
  reading: Reading,
): { text: string; turned: boolean } | null {
  if (!m.found || !reading.freed) return null;
  const past = m.found.step === null ? reading.step === Infinity : m.found.step < reading.step;
  return past ? m.found : null;
}

const solvedOf = (text: string) => ({ ...valueOf(text), role: 'solved' as const });

export function forces(
  marks: readonly MarkOf<'force'>[],
  at: (p: XY) => XY,
  members: Members,
  held: readonly XY[],
  quiet: (id: string) => boolean,
  reading: Reading,
  draft: Draft,
  label: AddLabel,
): void {
  const seenAt = new Map<string, number>();
  for (const m of marks) {
    const flies = seen(m.toward);
    const found = foundOf(m, reading);
    const size = ARROW.least + (ARROW.most - ARROW.least) * Math.sqrt(m.relative);
    const here = at(m.at);
    // A force pushes with its head on the point; along the member it pulls from the point, outside it.
    // What hangs on a rope pulls at its end.
    const hangs = is(m.id, 'rope');
    const pulls = hangs || (overMember(here, scale(flies, -1), members) && !overMember(here, flies, members));
    const inside = overMember(here, scale(flies, -1), members) && overMember(here, flies, members);
    const side = pulls ? flies : scale(flies, -1);
    // Several at one point stand beside each other, and one that lies on the member is drawn just off it.
    const key = `${here.map(Math.round).join()} ${side.map((v) => v.toFixed(2)).join()}`;
    // Below a joint that is held stands what the support exerts: a load that hangs there stands beside it.
    const taken = pulls && held.some((p) => length(sub(p, here)) < 1) ? 1 : 0;
    const count = seenAt.get(key) ?? taken;
    seenAt.set(key, count + 1);
    const aside = scale(right(flies), (inside ? 14 : 0) + count * 11);
    const tip = add(add(here, scale(side, inside ? 0 : HEAD_GAP)), aside);
    const tail = add(tip, scale(side, size));
    arrow(draft, {
      id: m.id,
      middle: mix(tip, tail, 0.5),
      angle: degrees(flies) + (found?.turned ? 180 : 0),
      length: size,
      role: found ? 'solved' : 'given',
    });
    if (!quiet(m.id)) label(m.id, tail, side, 5, found ? solvedOf(found.text) : valueOf(m.text));
  }
}

/**
 * Own weight acts at every joint: its first arrow tells its size, the others only on the free body of their joint. The page tells them all.
 */
export function ownWeight(marks: readonly MarkOf<'force'>[], free: boolean): (id: string) => boolean {
  const told = new Set<string>();
  const first = new Set<string>();
  for (const { id } of marks) {
    const load = withoutPlace(id);
    if (!told.has(load)) first.add(id);
    told.add(load);
  }
  return (id) => placeOf(id) !== null && !free && !first.has(id);
}

export function distributed(
  marks: readonly MarkOf<'distributed'>[],
  at: (p: XY) => XY,
  reading: Reading,
  draft: Draft,
  label: AddLabel,
): void {
  const lanes: { from: XY; to: XY; side: XY }[] = [];
  for (const m of marks) {
    const [a, b] = [at(m.from), at(m.to)];
    const side = scale(seen(m.toward), -1);
    // To scale within a load and among them, but never so low that its arrows cannot be seen.
    const most = Math.max(...m.heights.map(Math.abs));
    const per = most > 0 ? Math.max(COMB, LOWEST / most) : 0;
    const height = (t: number) => per * valueAt(m.heights, t);
    // A second load over the same stretch stands on top of the first.
    const covers = (l: { from: XY; to: XY; side: XY }) => {
      const d = unit(sub(l.to, l.from));
      const s = (p: XY) => dot(sub(p, l.from), d);
      const [lo, hi] = [Math.min(s(a), s(b)), Math.max(s(a), s(b))];
      return hi > 2 && lo < length(sub(l.to, l.from)) - 2 && dot(l.side, side) > 0.9;
    };
    const lane = lanes.filter(covers).length;
    lanes.push({ from: a, to: b, side });
    const base = (t: number) =>
      add(
        mix(a, b, t),
        scale(side, (HEAD_GAP + lane * (COMB + 12)) * Math.sign(height(t) || height(0.5) || 1)),
      );
    const top = (t: number) => add(base(t), scale(side, height(t)));
    const gaps = Math.max(2, Math.round(length(sub(b, a)) / 26));
    const teeth = Array.from({ length: gaps + 1 }, (_, i) => i / gaps)
      .filter((t) => Math.abs(height(t)) > 7)
      .map((t) => ({ tail: top(t), head: base(t) }));
    const edge = chords(m.heights).map(top);
    draft.combs.push({ id: m.id, outline: [base(0), ...edge, base(1)], teeth });
    draft.segments.push(
      ...teeth.map((t): Segment => [t.tail, t.head]),
      ...edge.slice(1).map((p, i): Segment => [edge[i] ?? p, p]),
    );
    const [first, second] = m.texts;
    // What lies over a joint is one load: where its parts meet on the assembled figure nothing is said twice.
    const parts = reading.piece ? [m] : marks.filter((other) => thingOf(other.id) === thingOf(m.id));
    const [begins, ends] = [parts[0] === m, parts.at(-1) === m];
    if (first !== undefined && second === undefined) {
      if (begins) label(m.id, mix(top(0), top(1), 0.32), side, 4, valueOf(first));
    } else if (first !== undefined && second !== undefined) {
      if (begins) label(m.id, top(0.04), side, 4, valueOf(first));
      if (ends) label(endOf(m.id), top(0.96), side, 4, valueOf(second));
    }
    if (reading.resultants || (reading.freed && reading.lit.includes(m.id))) {
      m.resultants.forEach((r, i) => {
        const flies = seen(r.toward);
        const tip = add(at(r.at), scale(flies, -HEAD_GAP));
        const size = ARROW.most + 8;
        arrow(draft, {
          id: `${m.id}#${i}`,
          middle: add(tip, scale(flies, -size / 2)),
          angle: degrees(flies),
          length: size,
          role: 'faded',
        });
        label(`${m.id}#${i}`, add(tip, scale(flies, -size)), scale(flies, -1), 4, {
          ...valueOf(r.text),
          kind: 'resultant',
          role: 'faded',
          editable: false,
        });
      });
    }
  }
}

export function couples(
  marks: readonly MarkOf<'couple'>[],
  at: (p: XY) => XY,
  reading: Reading,
  draft: Draft,
  label: AddLabel,
): void {
  for (const m of marks) {
    const found = foundOf(m, reading);
    const clockwise = (m.turn === 'cw') !== (found?.turned ?? false);
    arc(draft, { id: m.id, at: at(m.at), clockwise, role: found ? 'solved' : 'given' });
    label(m.id, at(m.at), [0.6, -0.8], ARC_RADIUS + 4, found ? solvedOf(found.text) : valueOf(m.text));
  }
}
