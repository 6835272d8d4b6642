/** N, V and M as they are drawn: under a straight beam, one below the other; along the members of anything else, one at a time. */
import type { Curve, Diagrams, StretchMark, XY } from '../api/types';
import { chords, valueAt } from '../curves';
import { type Box, overlap } from './labels';
import { add, mix, scale, seen, sub, unit } from './vec';
import { roundStep, type Size, toScreen, type View } from './view';

export type Inner = 'N' | 'V' | 'M';
export const INNER: readonly Inner[] = ['N', 'V', 'M'];
const NAMES: Record<Inner, string> = { N: 'Normal force', V: 'Shear force', M: 'Bending moment' };

/** Room under the structure for its reactions, at the foot of the board for its bar. */
const UNDER = { above: 96, below: 78, gap: 20 };
/** Room for a value at the edge of a band. */
const TEXT = 17;
/** The largest ordinate along a member, in pixels, at most. */
const REACH = 78;

export interface CurveLine {
  readonly id: string;
  readonly of: Inner;
  /** The curve from zero to zero, to be filled. */
  readonly area: string;
  readonly line: string;
}

/** One of the three over all members in a row. */
export interface Band {
  readonly of: Inner;
  readonly title: string;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  readonly zero: number;
}

export interface ValueLabel {
  readonly id: string;
  readonly text: string;
  readonly box: Box;
  readonly most: boolean;
}

export interface Plot {
  readonly mode: 'under' | 'along';
  readonly bands: readonly Band[];
  readonly curves: readonly CurveLine[];
  readonly labels: readonly ValueLabel[];
  /** From the places where something acts down through the bands. */
  readonly guides: readonly number[];
  /** What is drawn along the members, with its unit. */
  readonly title: string;
}

/** One curve; of an envelope two: the least and the greatest. */
const curvesOf = (stretch: StretchMark, of: Inner) => stretch.curves.filter((c) => c.of === of);
const ways = (s: StretchMark): XY => unit(sub(s.to, s.from));

/** How much of all members may stand off the level line: brackets that carry a wheel, short posts. */
const BRACKETS = 0.25;

/** The stretches on one level line, when they are most of it: their diagrams can be drawn below. */
export function level(inside: Diagrams): readonly StretchMark[] {
  const all = inside.stretches.reduce((sum, s) => sum + s.length, 0);
  const longest = [...inside.stretches].sort((a, b) => b.length - a.length)[0];
  if (!longest) return [];
  const flat = 1e-9 * all;
  const on = inside.stretches.filter((s) =>
    [s.from, s.to].every((p) => Math.abs(p[1] - longest.from[1]) <= flat),
  );
  const most = on.reduce((sum, s) => sum + s.length, 0) >= (1 - BRACKETS) * all;
  return most && on.some((s) => s.curves.length > 0) ? on : [];
}

/** Whether they are drawn below. */
export const lies = (inside: Diagrams): boolean => level(inside).length > 0;

/** The sign with which a value is drawn upwards under a beam, to the left along a member. */
function sense(inside: Diagrams, stretch: StretchMark, of: Inner, under: boolean): number {
  const turned = under && ways(stretch)[0] < 0 ? -1 : 1;
  return of === 'M' ? turned * (inside.tension_side ? -1 : 1) : 1;
}

/** Which of the three are drawn under a beam: N only where there is any, and what there is at all. */
export function shown(inside: Diagrams): readonly Inner[] {
  const drawn = (of: Inner) => inside.stretches.some((s) => s.refused || s.curves.some((c) => c.of === of));
  return INNER.filter((of, i) => drawn(of) && (of !== 'N' || (inside.largest[i] ?? 0) > 0));
}

/** What stands beside a band. */
export const letter = (inside: Diagrams, of: Inner): string => inside.titles?.[INNER.indexOf(of)] || of;

/** The room that the structure keeps on the board when its diagrams are drawn below it. */
export function roomAbove(size: Size, bounds: { min: XY; max: XY } | null, side: number): number {
  const [w, h] = bounds ? [bounds.max[0] - bounds.min[0], bounds.max[1] - bounds.min[1]] : [1, 0];
  const wide = Math.max(80, size.width - side);
  return Math.min(0.34 * size.height, Math.max(40, w > 0 ? (h * wide) / w : 40));
}

type Place = (station: number, value: number) => XY;

/** A curve from its Bézier ordinates: exact, because both axes are drawn to scale. */
function trace(curve: Curve, place: Place): { line: string; area: string } {
  const text = (p: XY) => `${p[0].toFixed(2)} ${p[1].toFixed(2)}`;
  let line = '';
  const first = curve.parts[0];
  const end = curve.parts[curve.parts.length - 1];
  for (const part of curve.parts) {
    const { ordinates } = part;
    const at = (t: number, value: number) => text(place(part.start + (part.end - part.start) * t, value));
    const degree = ordinates.length - 1;
    const [begin, ...rest] = chords(ordinates);
    line += `${line ? 'L' : 'M'}${at(begin ?? 0, ordinates[0] ?? 0)}`;
    // What a path has no command for is drawn through many of its points.
    const command = ['', '', 'Q', 'C'][degree];
    if (command)
      line +=
        command +
        ordinates
          .map((v, k) => at(k / degree, v))
          .slice(1)
          .join(' ');
    else for (const t of rest) line += `L${at(t, valueAt(ordinates, t))}`;
  }
  if (!first || !end) return { line: '', area: '' };
  const [begin, close] = [place(first.start, 0), place(end.end, 0)];
  return { line, area: `M${text(begin)}L${line.slice(1)}L${text(close)}Z` };
}

interface Wish {
  readonly id: string;
  readonly text: string;
  readonly most: boolean;
  readonly at: XY;
  /** Away from the zero line. */
  readonly out: XY;
}

/** From the middle of a box to a place. */
const far = (box: Box, at: XY) => Math.hypot(box.x + box.w / 2 - at[0], box.y + box.h / 2 - at[1]);

const idOf = (s: StretchMark, curve: Curve) => `${s.id}:${curve.of}${curve.bound ? `:${curve.bound}` : ''}`;

/** A normal force by its size and what it does. */
const pulled = (text: string) => (text.startsWith('−') ? `${text.slice(1)} C` : `${text} T`);

/** What of a curve is to be written, and where. */
function wanting(curve: Curve, id: string, place: Place, out: (value: number) => XY): Wish[] {
  return curve.values.map((value, i) => ({
    id: `${id}:${i}`,
    text: value.by ? `${value.text} ${value.by}` : value.text,
    most: value.most,
    at: place(value.station, value.value),
    out: out(value.value),
  }));
}

/** Puts values beside their places; the largest first and always, the others where there is room. */
function placed(wishes: readonly Wish[], taken: Box[], width: (text: string) => number): ValueLabel[] {
  const labels: ValueLabel[] = [];
  const sorted = [...wishes].sort((a, b) => Number(b.most) - Number(a.most));
  for (const wish of sorted) {
    const w = width(wish.text) + 4;
    const h = 15;
    const across: XY = [-wish.out[1], wish.out[0]];
    let free: Box | null = null;
    const rows = wish.most ? [0, 14, 28, -30, 42] : [0, 13];
    search: for (const row of rows) {
      for (const aside of [0, 0.55, -0.55, 1, -1]) {
        const reach = Math.abs(wish.out[0]) * (w / 2) + Math.abs(wish.out[1]) * (h / 2);
        const centre = add(
          add(wish.at, scale(wish.out, reach + 3 + row)),
          scale(across, aside * (Math.abs(across[0]) * w + Math.abs(across[1]) * h)),
        );
        const box = { x: centre[0] - w / 2, y: centre[1] - h / 2, w, h };
        if (taken.every((other) => overlap(box, other) === 0)) {
          free = box;
          break search;
        }
      }
    }
    // The same value goes on from one member to the next.
    const again = labels.some((l) => l.text === wish.text && far(l.box, wish.at) < 90 && !wish.most);
    const twice = labels.some((l) => l.text === wish.text && far(l.box, wish.at) < 66);
    if (again || twice) continue;
    if (!free && wish.most) {
      const centre = add(wish.at, scale(wish.out, 12));
      free = { x: centre[0] - w / 2, y: centre[1] - h / 2, w, h };
    }
    if (!free) continue;
    taken.push(free);
    labels.push({ id: wish.id, text: wish.text, box: free, most: wish.most });
  }
  return labels;
}

function under(
  inside: Diagrams,
  view: View,
  size: Size,
  { low, busy }: Wanted,
  width: (text: string) => number,
): Plot {
  const names = shown(inside);
  const all = level(inside).filter((s) => s.curves.length > 0);
  const lows = [...inside.stretches.flatMap((s) => [s.from, s.to]).map((p) => toScreen(view, p)[1]), low];
  // Below what is written under the structure, too.
  const written = busy.map((box) => box.y + box.h + UNDER.gap / 2);
  const top = Math.max(Math.max(...lows) + UNDER.above, ...written);
  const room = Math.max(150, size.height - UNDER.below - (Math.min(...lows) > 0 ? top : UNDER.above));
  const tall = (room - UNDER.gap * (names.length - 1)) / names.length;
  const xs = all.flatMap((s) => [s.from, s.to]).map((p) => toScreen(view, p)[0]);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const bands: Band[] = [];
  const curves: CurveLine[] = [];
  const labels: ValueLabel[] = [];
  names.forEach((of, row) => {
    const drawn = all.flatMap((s) =>
      curvesOf(s, of).flatMap((c) => c.values.map((v) => v.value * sense(inside, s, of, true))),
    );
    const [least, most] = [Math.min(0, ...drawn), Math.max(0, ...drawn)];
    const begin = top + row * (tall + UNDER.gap);
    const span = most - least;
    const k = span > 0 ? (tall - 2 * TEXT) / span : 0;
    const zero = span > 0 ? begin + TEXT + most * k : begin + tall / 2;
    const unitOf = inside.units[INNER.indexOf(of)] ?? '';
    bands.push({
      of,
      title: `${NAMES[of]} ${of}, ${unitOf}`,
      left,
      right,
      top: begin,
      bottom: begin + tall,
      zero,
    });
    const wishes: Wish[] = [];
    for (const s of all) {
      const sign = sense(inside, s, of, true);
      const [from, to] = [toScreen(view, s.from)[0], toScreen(view, s.to)[0]];
      const place: Place = (station, value) => [
        from + ((to - from) * station) / (s.length || 1),
        zero - value * sign * k,
      ];
      for (const curve of curvesOf(s, of)) {
        const id = idOf(s, curve);
        curves.push({ id, of, ...trace(curve, place) });
        wishes.push(...wanting(curve, id, place, (value) => [0, value * sign >= 0 ? -1 : 1]));
      }
    }
    const title: Box = { x: left - 92, y: zero - 16, w: 88, h: 32 };
    labels.push(...placed(wishes, [title], width));
  });
  const stations = all.flatMap((s) => {
    const [from, to] = [toScreen(view, s.from)[0], toScreen(view, s.to)[0]];
    const marks = s.curves[0]?.parts.flatMap((p) => [p.start, p.end]) ?? [];
    return marks.map((m) => from + ((to - from) * m) / (s.length || 1));
  });
  const guides = [...new Set(stations.map((x) => Math.round(x * 10) / 10))];
  return { mode: 'under', bands, curves, labels, guides, title: '' };
}

function along(
  inside: Diagrams,
  view: View,
  of: Inner,
  busy: readonly Box[],
  width: (text: string) => number,
): Plot {
  const index = INNER.indexOf(of);
  const largest = inside.largest[index] ?? 0;
  const longest = Math.max(...inside.stretches.map((s) => s.length)) * view.k;
  const k = largest > 0 ? Math.min(REACH, Math.max(26, 0.34 * longest)) / largest : 0;
  const curves: CurveLine[] = [];
  const wishes: Wish[] = [];
  const taken: Box[] = [...busy];
  for (const s of inside.stretches) {
    taken.push(...strewn(toScreen(view, s.from), toScreen(view, s.to)));
    const [from, to] = [toScreen(view, s.from), toScreen(view, s.to)];
    const way = seen(ways(s));
    // The left of the run, as it is seen.
    const left: XY = [way[1], -way[0]];
    const sign = sense(inside, s, of, false);
    const place: Place = (station, value) =>
      add(mix(from, to, station / (s.length || 1)), scale(left, value * sign * k));
    for (const curve of curvesOf(s, of)) {
      const id = idOf(s, curve);
      curves.push({ id, of, ...trace(curve, place) });
      const out = (value: number) => scale(left, value * sign >= 0 ? 1 : -1);
      wishes.push(
        ...wanting(curve, id, place, out).map((wish) =>
          of === 'N' ? { ...wish, text: pulled(wish.text) } : wish,
        ),
      );
    }
  }
  const labels = placed(wishes, taken, width);
  return {
    mode: 'along',
    bands: [],
    curves,
    labels,
    guides: [],
    title: `${NAMES[of]} ${of}, ${inside.units[index] ?? ''}`,
  };
}

/** Small boxes along a member, so that no value is written over it. */
function strewn(a: XY, b: XY): Box[] {
  const count = Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / 7);
  return Array.from({ length: count + 1 }, (_, i) => {
    const [x, y] = mix(a, b, i / Math.max(1, count));
    return { x: x - 4, y: y - 4, w: 8, h: 8 };
  });
}

export interface Wanted {
  /** Drawn along the members, whatever would fit below. */
  readonly along: boolean;
  /** Which of the three, along the members. */
  readonly of: Inner;
  /** The lowest place of the structure on the screen. */
  readonly low: number;
  /** What is written beside the structure. */
  readonly busy: readonly Box[];
}

/** What is drawn of the diagrams. */
export function plot(
  inside: Diagrams,
  view: View,
  size: Size,
  wanted: Wanted,
  width: (text: string) => number,
): Plot {
  return wanted.along
    ? along(inside, view, wanted.of, wanted.busy, width)
    : under(inside, view, size, wanted, width);
}

/** A place on a stretch: the nearest to the pointer, drawn to where something acts when that is near. */
export interface Spot {
  readonly stretch: StretchMark;
  readonly station: number;
  readonly at: XY;
}

/** Pixels within which a place is drawn to where something acts. */
const NEAR = 7;
/** The least width of a step between other places. */
const STEP = 6;

export function spotAt(inside: Diagrams, view: View, pointer: XY, flat: boolean): Spot | null {
  let best: (Spot & { off: number }) | null = null;
  for (const stretch of flat ? level(inside) : inside.stretches) {
    if (stretch.curves.length === 0) continue;
    const [from, to] = [toScreen(view, stretch.from), toScreen(view, stretch.to)];
    const d = sub(to, from);
    const size = d[0] ** 2 + d[1] ** 2;
    const raw = size > 0 ? ((pointer[0] - from[0]) * d[0] + (pointer[1] - from[1]) * d[1]) / size : 0;
    if (flat && (raw < -0.02 || raw > 1.02)) continue;
    let station = Math.min(1, Math.max(0, raw)) * stretch.length;
    const marks = stretch.curves[0]?.parts.flatMap((p) => [p.start, p.end]) ?? [];
    const near = marks.find((m) => Math.abs(m - station) * view.k <= NEAR);
    const step = roundStep(view, STEP);
    const round = Number((Math.round(station / step) * step).toPrecision(12));
    station = near ?? Math.min(stretch.length, round);
    const at = mix(from, to, station / (stretch.length || 1));
    const off = flat ? 0 : Math.hypot(pointer[0] - at[0], pointer[1] - at[1]);
    if (!flat && off > 90) continue;
    if (!best || off < best.off) best = { stretch, station, at, off };
  }
  return best;
}

/** One of the three at a place, just before and just after it; of an envelope the least and the greatest. */
export function readAt(stretch: StretchMark, of: Inner, station: number): readonly [number, number] {
  const [curve, other] = curvesOf(stretch, of);
  const parts = curve?.parts ?? [];
  const tiny = 1e-9 * (stretch.length || 1);
  const value = (part: (typeof parts)[number] | undefined) => {
    if (!part) return 0;
    const u = part.end > part.start ? (station - part.start) / (part.end - part.start) : 0;
    return valueAt(part.ordinates, Math.min(1, Math.max(0, u)));
  };
  // Of an envelope: the least and the greatest.
  if (other) {
    const at = (c: Curve | undefined) => value(c?.parts.find((p) => station <= p.end + tiny));
    return [at(curve), at(other)];
  }
  const before = parts.find((p) => station <= p.end + tiny);
  const after = parts.find((p) => station < p.end - tiny) ?? parts[parts.length - 1];
  return [value(station <= tiny ? parts[0] : before), value(after)];
}
