/** From the scene to what is painted: pixels, roles, and places for the labels. Pure: the same scene and view give the same picture. */
import type { ArmMark, Mark, MarkOf, Scene, XY } from '../api/types';
import { type Box, placeLabels, type Placed, type Segment, type Wish } from './labels';
import { add, degrees, dot, length, mix, right, scale, seen, sub, unit } from './vec';
import { type Size, toScreen, type View } from './view';

export type Role = 'given' | 'assumed' | 'solved' | 'focus' | 'faded';

/** An arrow by its middle, so that it can turn round where it stands. */
export interface Arrow {
  readonly id: string;
  readonly middle: XY;
  /** Degrees on the screen in which it flies. */
  readonly angle: number;
  readonly length: number;
  readonly role: Role;
}

export interface Arc {
  readonly id: string;
  readonly at: XY;
  readonly clockwise: boolean;
  readonly role: Role;
}

export interface Comb {
  readonly id: string;
  readonly outline: readonly XY[];
  readonly teeth: readonly { readonly tail: XY; readonly head: XY }[];
}

export interface SupportSymbol {
  readonly id: string;
  readonly at: XY;
  readonly shape: MarkOf<'support'>['shape'];
  /** Degrees the symbol is turned from standing upright. */
  readonly turned: number;
}

export interface DimensionLine {
  readonly id: string;
  readonly a: XY;
  readonly b: XY;
  readonly feet: readonly [Segment, Segment];
}

export interface Label extends Placed {
  readonly text: string;
  /** Set as an index behind the text. */
  readonly index: string;
  readonly kind: 'name' | 'value' | 'dimension' | 'unknown' | 'resultant' | 'arm';
  readonly role: Role;
  /** It opens a tag. */
  readonly editable: boolean;
  /** Degrees it is turned about its middle. */
  readonly turned?: number;
}

export interface Painted {
  readonly beams: readonly { readonly id: string; readonly path: readonly XY[] }[];
  readonly bars: readonly { readonly id: string; readonly a: XY; readonly b: XY; readonly carries: string }[];
  readonly ropes: readonly { readonly id: string; readonly legs: readonly Segment[] }[];
  /** Only to be pointed at: what bodies transmit there is not drawn on the assembled figure. */
  readonly joints: readonly { readonly id: string; readonly at: XY }[];
  readonly wheels: readonly { readonly id: string; readonly at: XY; readonly r: number }[];
  readonly points: readonly { readonly id: string; readonly at: XY }[];
  readonly supports: readonly SupportSymbol[];
  readonly arrows: readonly Arrow[];
  readonly arcs: readonly Arc[];
  readonly combs: readonly Comb[];
  readonly dimensions: readonly DimensionLine[];
  readonly labels: readonly Label[];
}

/** How the scene is read. */
export interface Reading {
  /** Supports are taken away and their reactions drawn. */
  readonly freed: boolean;
  /** Unknowns found by a step before this one are drawn in their true sense; the one found here as it was assumed. */
  readonly step: number;
  /** Distributed loads are joined by their resultants; without this, only those that are pointed at. */
  readonly resultants: boolean;
  /** The marks that are pointed at. */
  readonly lit: readonly string[];
  /** The lever arm that is pointed at. */
  readonly arm: ArmMark | null;
}

const HEAD_GAP = 6;
const ARROW = { least: 44, most: 76 };
const REACTION = 54;
const COMB = 36;
const LOWEST = 17;
export const ARC_RADIUS = 24;
const DIMENSION = { first: 112, lane: 30 };

export type Measure = (text: string, kind: Label['kind']) => number;

interface Draft {
  arrows: Arrow[];
  arcs: Arc[];
  combs: Comb[];
  segments: Segment[];
  boxes: Box[];
  wishes: Wish[];
  labels: Map<string, Omit<Label, keyof Placed>>;
  fixed: Label[];
}

export function layout(scene: Scene, view: View, size: Size, reading: Reading, measure: Measure): Painted {
  const of = <K extends Mark['kind']>(kind: K) => scene.marks.filter((m): m is MarkOf<K> => m.kind === kind);
  const at = (p: XY) => toScreen(view, p);
  const draft: Draft = {
    arrows: [],
    arcs: [],
    combs: [],
    segments: [],
    boxes: [],
    wishes: [],
    labels: new Map(),
    fixed: [],
  };
  const label = (id: string, anchor: XY, toward: XY, gap: number, what: Omit<Label, keyof Placed>) => {
    const w = measure(what.text + what.index, what.kind) + (what.kind === 'name' ? 4 : 12);
    draft.wishes.push({ id, anchor, toward, w, h: what.kind === 'name' ? 20 : 24, gap });
    draft.labels.set(id, what);
  };

  const beams = of('body').map((m) => ({ id: m.id, path: m.path.map((p) => at(p)) }));
  for (const beam of beams) {
    for (const [i, p] of beam.path.entries()) {
      const q = beam.path[i + 1];
      if (q) draft.segments.push(...thick(p, q, 5));
    }
  }
  const bars = of('bar').map((m) => ({ id: m.id, a: at(m.from), b: at(m.to), carries: m.carries }));
  const ropes = of('rope').map((m) => ({
    id: m.id,
    legs: m.legs.map(({ from, to }): Segment => [at(from), at(to)]),
  }));
  const joints = of('joint').map((m) => ({ id: m.id, at: at(m.at) }));
  const wheels = of('wheel').map((m) => ({ id: m.id, at: at(m.at), r: m.radius * view.k }));
  for (const bar of bars) draft.segments.push(...thick(bar.a, bar.b, 4));
  for (const rope of ropes) draft.segments.push(...rope.legs);
  const line = beams[0]?.path;
  const along = line ? unit(sub(line.at(-1) as XY, line[0] as XY)) : ([1, 0] as XY);
  const below: XY = right(along)[1] >= -1e-9 ? right(along) : scale(right(along), -1);

  const dimensions = of('dimension').map((m) => {
    const offset = scale(below, DIMENSION.first + m.lane * DIMENSION.lane);
    const [p, q] = [at(m.from), at(m.to)];
    const [a, b] = [add(p, offset), add(q, offset)];
    draft.segments.push([a, b]);
    const what = { text: m.text, index: '', kind: 'dimension', role: 'given', editable: true } as const;
    // Along its line, as on any drawing, in a short one without its unit (the whole length has it); where even the number is too
    // long, beside it like any other label.
    const number = m.text.split(' ')[0] ?? m.text;
    const room = length(sub(b, a));
    const fits = [m.text, number].find((text) => measure(text, 'dimension') + 14 < room);
    if (fits !== undefined) {
      alongLine(draft, m.id, a, b, below, measure(fits, 'dimension') + 10, { ...what, text: fits });
    } else label(m.id, mix(a, b, 0.5), below, 2, what);
    const foot = (from: XY, to: XY): Segment => [add(from, scale(below, 14)), add(to, scale(below, 6))];
    const feet = [foot(p, a), foot(q, b)] as const;
    return { id: m.id, a, b, feet };
  });

  const supports = of('support').map((m) => ({
    id: m.id,
    at: at(m.at),
    shape: m.shape,
    turned: degrees(seen(m.facing)) + 90,
  }));
  if (!reading.freed) {
    for (const s of supports) draft.boxes.push(supportBox(s));
    for (const m of of('support')) {
      if (m.text) label(m.id, add(at(m.at), scale(seen(m.facing), -24)), [-1, 0.2], 20, valueOf(m.text));
    }
  }

  distributed(of('distributed'), at, reading, draft, label);
  forces(of('force'), at, line, draft, label);
  for (const m of of('couple')) {
    arc(draft, { id: m.id, at: at(m.at), clockwise: m.turn === 'cw', role: 'given' });
    label(m.id, at(m.at), [0.6, -0.8], ARC_RADIUS + 4, valueOf(m.text));
  }
  if (reading.freed) reactions(of('reaction'), at, along, line, reading, draft, label);

  const points = of('point').map((m) => {
    label(m.id, at(m.at), unit(add(scale(below, -1), scale(along, -0.9))), 9, {
      text: m.name,
      index: '',
      kind: 'name',
      role: 'given',
      editable: false,
    });
    return { id: m.id, at: at(m.at) };
  });

  if (reading.arm) {
    const middle = mix(at(reading.arm.centre), at(reading.arm.foot), 0.5);
    label('arm', middle, below, 9, {
      text: reading.arm.text,
      index: '',
      kind: 'arm',
      role: 'focus',
      editable: false,
    });
  }
  // Dimensions and names stand closest to what they name; the arm comes and goes, and moves nothing else.
  const ranks: Label['kind'][] = ['dimension', 'name', 'unknown', 'value', 'resultant', 'arm'];
  const order = (w: Wish) => ranks.indexOf(draft.labels.get(w.id)?.kind ?? 'value');
  // What has been moved off the board takes its label with it.
  const onBoard = ({ anchor: [x, y] }: Wish) => x >= 0 && y >= 0 && x <= size.width && y <= size.height;
  const wishes = draft.wishes
    .filter(onBoard)
    .map((w, i) => ({ w, i }))
    .sort((a, b) => order(a.w) - order(b.w) || a.i - b.i);
  const within: Box = { x: 6, y: 6, w: size.width - 12, h: size.height - 12 };
  const placed = placeLabels(
    wishes.map(({ w }) => w),
    draft.boxes,
    draft.segments,
    within,
  );
  const found = placed.map((p) => ({ ...p, ...(draft.labels.get(p.id) as Omit<Label, keyof Placed>) }));
  const labels = [...draft.fixed, ...found];
  return {
    beams,
    bars,
    ropes,
    joints,
    wheels,
    points,
    supports,
    arrows: draft.arrows,
    arcs: draft.arcs,
    combs: draft.combs,
    dimensions,
    labels,
  };
}

/** A label on a line: turned with it, readable from below or from the right, and fixed before the others look for places. */
function alongLine(
  draft: Draft,
  id: string,
  a: XY,
  b: XY,
  below: XY,
  w: number,
  what: Omit<Label, keyof Placed>,
): void {
  const centre = add(mix(a, b, 0.5), scale(below, -13));
  const d = unit(sub(b, a));
  const turned = degrees(d[0] < -1e-9 ? scale(d, -1) : d);
  const [p, q] = [add(centre, scale(d, -w / 2)), add(centre, scale(d, w / 2))];
  draft.segments.push(...thick(p, q, 9));
  draft.fixed.push({
    id,
    box: { x: centre[0] - w / 2, y: centre[1] - 12, w, h: 24 },
    leader: null,
    turned,
    ...what,
  });
}

function valueOf(text: string): Omit<Label, keyof Placed> {
  return { text, index: '', kind: 'value', role: 'given', editable: true };
}

type AddLabel = (id: string, anchor: XY, toward: XY, gap: number, what: Omit<Label, keyof Placed>) => void;

function arrow(draft: Draft, made: Arrow): void {
  draft.arrows.push(made);
  const half = scale(
    [Math.cos((made.angle * Math.PI) / 180), Math.sin((made.angle * Math.PI) / 180)],
    made.length / 2,
  );
  draft.segments.push(...thick(sub(made.middle, half), add(made.middle, half), 4));
}

function arc(draft: Draft, made: Arc): void {
  draft.arcs.push(made);
  const at = (i: number): XY => {
    const turn = (i * Math.PI) / 6;
    return add(made.at, scale([Math.cos(turn), Math.sin(turn)], ARC_RADIUS));
  };
  for (let i = 0; i < 12; i += 1) draft.segments.push(...thick(at(i), at(i + 1), 4));
}

/** Whether the member lies on the side `toward` of a point. */
function overMember(point: XY, toward: XY, line: readonly XY[] | undefined): boolean {
  return (line ?? []).some((p) => {
    const d = sub(p, point);
    return length(d) > 2 && dot(unit(d), toward) > 0.985;
  });
}

function forces(
  marks: readonly MarkOf<'force'>[],
  at: (p: XY) => XY,
  line: readonly XY[] | undefined,
  draft: Draft,
  label: AddLabel,
): void {
  const seenAt = new Map<string, number>();
  for (const m of marks) {
    const flies = seen(m.toward);
    const size = ARROW.least + (ARROW.most - ARROW.least) * Math.sqrt(m.relative);
    const here = at(m.at);
    // A force pushes with its head on the point; along the member it pulls from the point, outside it.
    const pulls = overMember(here, scale(flies, -1), line) && !overMember(here, flies, line);
    const inside = overMember(here, scale(flies, -1), line) && overMember(here, flies, line);
    const side = pulls ? flies : scale(flies, -1);
    // Several at one point stand beside each other, and one that lies on the member is drawn just off it.
    const key = `${here.map(Math.round).join()} ${side.map((v) => v.toFixed(2)).join()}`;
    const count = seenAt.get(key) ?? 0;
    seenAt.set(key, count + 1);
    const aside = scale(right(flies), (inside ? 14 : 0) + count * 11);
    const tip = add(add(here, scale(side, inside ? 0 : HEAD_GAP)), aside);
    const tail = add(tip, scale(side, size));
    arrow(draft, {
      id: m.id,
      middle: mix(tip, tail, 0.5),
      angle: degrees(flies),
      length: size,
      role: 'given',
    });
    label(m.id, tail, side, 5, valueOf(m.text));
  }
}

function distributed(
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
    const most = Math.max(Math.abs(m.start), Math.abs(m.end));
    const per = most > 0 ? Math.max(COMB, LOWEST / most) : 0;
    const height = (t: number) => per * (m.start + (m.end - m.start) * t);
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
    draft.combs.push({ id: m.id, outline: [base(0), top(0), top(1), base(1)], teeth });
    draft.segments.push(...teeth.map((t): Segment => [t.tail, t.head]), [top(0), top(1)]);
    const [first, second] = m.texts;
    if (first !== undefined && second === undefined) {
      label(m.id, mix(top(0), top(1), 0.32), side, 4, valueOf(first));
    } else if (first !== undefined && second !== undefined) {
      label(m.id, top(0.04), side, 4, valueOf(first));
      label(`${m.id}#end`, top(0.96), side, 4, valueOf(second));
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

function reactions(
  marks: readonly MarkOf<'reaction'>[],
  at: (p: XY) => XY,
  along: XY,
  line: readonly XY[] | undefined,
  reading: Reading,
  draft: Draft,
  label: AddLabel,
): void {
  for (const m of marks) {
    const found = m.step !== null && m.step < reading.step;
    const now = m.step !== null && m.step === reading.step;
    if (m.zero && found) continue;
    const role: Role = now ? 'focus' : found ? 'solved' : 'assumed';
    const turned = found && m.turned;
    const what: Omit<Label, keyof Placed> =
      found && m.text !== null
        ? { text: m.text, index: '', kind: 'value', role, editable: false }
        : { text: m.symbol.base, index: m.symbol.index, kind: 'unknown', role, editable: false };
    const here = at(m.at);
    if (!m.toward) {
      arc(draft, { id: m.id, at: here, clockwise: (m.turn === 'cw') !== turned, role });
      label(m.id, here, [-0.7, -0.7], ARC_RADIUS + 4, what);
      continue;
    }
    const flies = seen(m.toward);
    const axial = Math.abs(dot(flies, along)) > 0.985;
    // Reactions stand where the ground was: below, or beyond the end of the member.
    let side: XY;
    if (axial) side = overMember(here, scale(flies, -1), line) ? flies : scale(flies, -1);
    else side = flies[1] > 0 || (flies[1] === 0 && flies[0] > 0) ? flies : scale(flies, -1);
    if (!axial && side[1] < 0) side = scale(side, -1);
    const inside = axial && overMember(here, side, line);
    const off = axial ? 30 : HEAD_GAP + 2;
    const middle = add(add(here, scale(side, off + REACTION / 2)), inside ? scale(right(along), 16) : [0, 0]);
    const angle = degrees(flies) + (turned ? 180 : 0);
    arrow(draft, { id: m.id, middle, angle, length: REACTION, role });
    label(m.id, add(middle, scale(side, REACTION / 2)), side, 4, what);
  }
}

/** A thick line as three thin ones, so that a label keeps off its edges. */
function thick(a: XY, b: XY, by: number): Segment[] {
  const n = scale(right(unit(sub(b, a))), by);
  return [
    [a, b],
    [add(a, n), add(b, n)],
    [sub(a, n), sub(b, n)],
  ];
}

function supportBox(s: SupportSymbol): Box {
  const down: XY = [Math.sin((-s.turned * Math.PI) / 180), Math.cos((s.turned * Math.PI) / 180)];
  const centre = add(s.at, scale(down, 20));
  return { x: centre[0] - 22, y: centre[1] - 22, w: 44, h: 44 };
}
