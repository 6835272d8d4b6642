/** Bars with what they carry, and what members that are cut exert on the free body at hand. */
import { placeOf, thingOf } from '../api/ids';
import type { Free, MarkOf, XY } from '../api/types';
import { type AddLabel, arrow, type Draft, HEAD_GAP } from './draft';
import { crosses, type Placed, type Segment } from './labels';
import type { Bar, Label, Measure, Reading, Role } from './painted';
import { add, degrees, dot, length, mix, right, scale, seen, sub, unit } from './vec';

const CUT = 46;
/** On more bars than these a label that finds no room on its bar is left to the table. */
const CROWDED = 40;
const HALF = 11;
/** From the middle of a bar to the middle of its label. */
const OFF = 16;
/** Where along its bar a label may stand, the best first. */
const PLACES = [0.5, 0.44, 0.56, 0.38, 0.62, 0.32, 0.68];

/** What a bar carries, in one letter. */
export const LETTER = { tension: 'T', compression: 'C', zero: '0' } as const;

/** Whether a mark is on the free body at hand. */
export function keeper(free: Free | null | undefined): (id: string) => boolean {
  if (!free || free.keep.length === 0) return () => true;
  const keep = new Set(free.keep);
  // One arrow of several of a load (`load:W1@point:B`) counts by itself, everything else with its mark.
  return (id) => keep.has(id) || (placeOf(id) === null && keep.has(thingOf(id)));
}

/** Whether what a bar carries is found before the step that is read. */
function found(m: MarkOf<'bar'>, reading: Reading): boolean {
  if (!reading.freed || !m.force) return false;
  return m.force.step === null ? reading.step === Infinity : m.force.step < reading.step;
}

export function bars(marks: readonly MarkOf<'bar'>[], at: (p: XY) => XY, reading: Reading): Bar[] {
  const kept = keeper(reading.free);
  return marks.map((m) => ({
    id: m.id,
    a: at(m.from),
    b: at(m.to),
    carries: m.carries,
    sense: found(m, reading) ? (m.force?.sense ?? null) : null,
    out: !kept(m.id),
  }));
}

/** The forces on the bars: along them where there is room, else beside them. */
export function axialLabels(
  marks: readonly MarkOf<'bar'>[],
  painted: readonly Bar[],
  reading: Reading,
  draft: Draft,
  label: AddLabel,
  measure: Measure,
): void {
  if (reading.bare) return;
  const cut = new Set(reading.free?.cut.map((c) => c.id));
  const shown = marks.flatMap((m, i) => {
    const bar = painted[i];
    const hidden = !bar || !found(m, reading) || cut.has(m.id) || (bar.out && marks.length > CROWDED);
    return hidden ? [] : [{ m, bar, size: length(sub(bar.b, bar.a)) }];
  });
  // Short bars have the least choice of places.
  shown.sort((a, b) => a.size - b.size);
  for (const { m, bar } of shown) {
    const sense = m.force?.sense ?? null;
    const full = sense === null ? '?' : sense === 'zero' ? '0' : `${LETTER[sense]} ${m.force?.text ?? ''}`;
    const short = full.split(' ').slice(0, 2).join(' ');
    const what = { index: '', kind: 'axial', role: 'solved', editable: true } as const;
    const width = (text: string) => Math.max(24, measure(text, 'axial') + 8);
    // Where there is little room without its unit, which stands at the others and in the table.
    const fits = [full, short].flatMap((text) => {
      const place = onBar(bar, width(text), draft);
      return place ? [{ text, place }] : [];
    })[0];
    if (fits) fix(draft, m.id, fits.place, width(fits.text), { ...what, text: fits.text });
    else if (marks.length <= CROWDED) {
      const across = right(unit(sub(bar.b, bar.a)));
      const up = across[1] > 0 ? scale(across, -1) : across;
      label(m.id, mix(bar.a, bar.b, 0.5), up, 7, { ...what, text: short });
    }
  }
}

interface Place {
  readonly centre: XY;
  readonly along: XY;
}

/** A clear place beside a bar, in its direction, readable from below or from the right. */
function onBar(bar: Bar, w: number, draft: Draft): Place | null {
  const d = unit(sub(bar.b, bar.a));
  const along = d[0] < -1e-9 || (Math.abs(d[0]) <= 1e-9 && d[1] > 0) ? scale(d, -1) : d;
  const up = scale(right(along), -1);
  const size = length(sub(bar.b, bar.a));
  for (const t of PLACES) {
    for (const side of [1, -1]) {
      if (Math.min(t, 1 - t) * size < w / 2 + 8) continue;
      const centre = add(mix(bar.a, bar.b, t), scale(up, side * OFF));
      if (clear(centre, along, w, draft)) return { centre, along };
    }
  }
  return null;
}

/** Whether nothing drawn so far runs through a label that is turned along a line. */
function clear(centre: XY, along: XY, w: number, draft: Draft): boolean {
  const n = right(along);
  const box = { x: -w / 2, y: -HALF, w, h: 2 * HALF };
  const local = (p: XY): XY => [dot(sub(p, centre), along), dot(sub(p, centre), n)];
  const near = ([a, b]: Segment) => {
    const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const reach = length(sub(b, a)) / 2 + w;
    return Math.abs(x - centre[0]) < reach && Math.abs(y - centre[1]) < reach;
  };
  const free = (s: Segment) => !near(s) || crosses(box, [local(s[0]), local(s[1])]) === 0;
  const outside = (b: { x: number; y: number; w: number; h: number }) => {
    const corners: XY[] = [
      [b.x, b.y],
      [b.x + b.w, b.y],
      [b.x + b.w, b.y + b.h],
      [b.x, b.y + b.h],
    ];
    return corners.every((c, i) => free([c, corners[(i + 1) % 4] ?? c]));
  };
  return draft.segments.every(free) && draft.boxes.every(outside);
}

function fix(
  draft: Draft,
  id: string,
  { centre, along }: Place,
  w: number,
  what: Omit<Label, keyof Placed>,
): void {
  const n = right(along);
  // For the others: its outline, and a line through its middle.
  for (const off of [-12, -6, 0, 6, 12]) {
    const half = scale(along, w / 2);
    const middle = add(centre, scale(n, off));
    draft.segments.push([sub(middle, half), add(middle, half)]);
  }
  draft.fixed.push({
    id,
    box: { x: centre[0] - w / 2, y: centre[1] - 12, w, h: 24 },
    leader: null,
    turned: degrees(along),
    ...what,
  });
}

/** What cut members exert: assumed as pulling, in their true sense once they are found. */
export function cuts(free: Free, at: (p: XY) => XY, reading: Reading, draft: Draft, label: AddLabel): void {
  // Labels stand beside their arrows, on the side that leads away from the others.
  const middleOf = (c: Free['cut'][number]) => add(at(c.at), scale(seen(c.toward), HEAD_GAP + 8 + CUT / 2));
  const middles = free.cut.map(middleOf);
  const centre = scale(
    middles.reduce((sum, p) => add(sum, p), [0, 0] as XY),
    1 / Math.max(1, middles.length),
  );
  for (const [i, c] of free.cut.entries()) {
    const known = c.step !== null && c.step < reading.step;
    const now = c.step !== null && c.step === reading.step;
    if (known && c.zero) continue;
    const role: Role = now ? 'focus' : known ? 'solved' : 'assumed';
    const away = seen(c.toward);
    const middle = middles[i] ?? at(c.at);
    const turned = known && c.turned;
    arrow(draft, {
      id: c.id,
      middle,
      angle: degrees(away) + (turned ? 180 : 0),
      length: CUT,
      role,
    });
    const letter = c.turned ? 'C' : 'T';
    const what: Omit<Label, keyof Placed> =
      known && c.text !== null
        ? { text: `${letter} ${c.text}`, index: '', kind: 'value', role, editable: false }
        : { text: c.symbol.base, index: c.symbol.index, kind: 'unknown', role, editable: false };
    const n = right(away);
    const side = dot(n, sub(middle, centre)) < 0 ? scale(n, -1) : n;
    label(`${c.id}#cut`, middle, side, 7, what);
  }
}

/** How far the line of a section goes on beyond the first and the last bar. */
const BEYOND = 30;

/** The line of a section: across the middles of the bars it cuts. */
export function sectionLine(free: Free, painted: readonly Bar[]): XY[] {
  if (free.at) return [];
  const cut = new Set(free.cut.map((c) => c.id));
  const middles = painted.filter((b) => cut.has(b.id)).map((b) => mix(b.a, b.b, 0.5));
  const [first, ...rest] = middles;
  if (!first || rest.length === 0) return [];
  const farthest = (from: XY) =>
    middles.reduce((best, p) => (length(sub(p, from)) > length(sub(best, from)) ? p : best), from);
  const end = farthest(first);
  const start = farthest(end);
  const along = unit(sub(end, start));
  const sorted = middles.sort((a, b) => dot(sub(a, start), along) - dot(sub(b, start), along));
  const [head, tail] = [sorted[0] as XY, sorted.at(-1) as XY];
  return [add(head, scale(along, -BEYOND)), ...sorted, add(tail, scale(along, BEYOND))];
}
