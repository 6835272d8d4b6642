/** From the scene to what is painted: pixels, roles, and places for the labels. Pure: the same scene and view give the same picture. */
import type { Mark, MarkOf, Scene, XY } from '../api/types';
import { axialLabels, bars as barsOf, cuts, keeper, sectionLine } from './axial';
import { type AddLabel, type Draft, emptyDraft, membersOf, thick, valueOf } from './draft';
import { type Box, placeLabels, type Placed, type Segment, type Wish } from './labels';
import { exerted } from './exerted';
import { couples, distributed, forces, ownWeight } from './loads';
import type { Label, Measure, Painted, Reading, SupportSymbol } from './painted';
import { reactions } from './reactions';
import { add, degrees, length, mix, right, scale, seen, sub, unit } from './vec';
import { DIMENSION, type Size, toScreen, type View } from './view';

export function layout(scene: Scene, view: View, size: Size, reading: Reading, measure: Measure): Painted {
  const of = <K extends Mark['kind']>(kind: K) => scene.marks.filter((m): m is MarkOf<K> => m.kind === kind);
  const at = (p: XY) => toScreen(view, p);
  const draft = emptyDraft();
  const label: AddLabel = (id, anchor, toward, gap, what) => {
    if (reading.bare) return;
    // Large enough for a finger, also a single letter.
    const w = Math.max(24, measure(what.text + what.index, what.kind) + (what.kind === 'name' ? 4 : 12));
    draft.wishes.push({ id, anchor, toward, w, h: 24, gap });
    draft.labels.set(id, what);
  };

  const kept = keeper(reading.free);
  const beams = of('body').map((m) => ({ id: m.id, path: m.path.map((p) => at(p)), out: !kept(m.id) }));
  for (const beam of beams) {
    for (const [i, p] of beam.path.entries()) {
      const q = beam.path[i + 1];
      if (q) draft.segments.push(...thick(p, q, 5));
    }
  }
  const bars = barsOf(of('bar'), at, reading);
  const rides = of('ride').map((m) => ({ id: m.id, a: at(m.from), b: at(m.to) }));
  for (const ride of rides) draft.segments.push([ride.a, ride.b]);
  const ropes = of('rope').map((m) => ({
    id: m.id,
    legs: m.legs.map(({ from, to }): Segment => [at(from), at(to)]),
  }));
  const joints = of('joint').map((m) => ({
    id: m.id,
    at: at(m.at),
    shape: m.shape,
    turned: degrees(seen(m.facing)) + 90,
  }));
  const wheels = of('wheel').map((m) => ({ id: m.id, at: at(m.at), r: m.radius * view.k }));
  for (const wheel of wheels) draft.segments.push(...rim(wheel.at, wheel.r));
  for (const bar of bars) draft.segments.push(...thick(bar.a, bar.b, 4));
  for (const rope of ropes) draft.segments.push(...rope.legs);
  const members = membersOf([...beams.map((b) => b.path), ...bars.map((b) => [b.a, b.b])]);

  const number = (text: string) => text.split(' ')[0] ?? text;
  // A chain along an axis that cannot be read comes when one goes nearer; the whole length stays.
  const pieces = of('dimension').filter((m) => m.axis && m.lane === 0);
  const tight = (axis: string) =>
    pieces.some(
      (m) =>
        m.axis === axis && measure(number(m.text), 'dimension') + 14 >= length(sub(at(m.to), at(m.from))),
    );
  const hidden = new Set(['x', 'y'].filter(tight));
  const legible = of('dimension').filter((m) => !(m.axis && m.lane === 0 && hidden.has(m.axis)));
  const dimensions = legible.map((m) => {
    const below = seen(m.side);
    const offset = scale(below, DIMENSION.first + m.lane * DIMENSION.lane);
    const [p, q] = [at(m.from), at(m.to)];
    const [a, b] = [add(p, offset), add(q, offset)];
    draft.segments.push([a, b]);
    const what = { text: m.text, index: '', kind: 'dimension', role: 'given', editable: true } as const;
    // Along its line, as on any drawing, in a short one without its unit (the whole length has it); where even the number is too
    // long, beside it like any other label.
    const room = length(sub(b, a));
    const fits = [m.text, number(m.text)].find((text) => measure(text, 'dimension') + 14 < room);
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

  // On a free body only what acts on it.
  const on = <M extends { readonly id: string }>(marks: readonly M[]) => marks.filter((m) => kept(m.id));
  // What the ground does to other parts is not drawn here: its pale sign keeps its place.
  if (reading.free) {
    const here = new Set(on(of('reaction')).map((m) => m.support));
    for (const s of supports) if (!here.has(s.id)) draft.boxes.push(supportBox(s));
  }
  distributed(on(of('distributed')), at, reading, draft, label);
  const held = reading.freed ? of('support').map((m) => at(m.at)) : [];
  const acting = on(of('force'));
  const quiet = ownWeight(acting, reading.free !== null && reading.free !== undefined);
  forces(acting, at, members, held, quiet, reading, draft, label);
  couples(on(of('couple')), at, reading, draft, label);
  if (reading.piece) exerted([...of('reaction'), ...of('exerted')], at, members, reading, draft, label);
  else if (reading.freed) reactions(on(of('reaction')), at, members, reading, draft, label);
  if (reading.free) cuts(reading.free, at, reading, draft, label);
  const numbered = new Set(reading.order?.keys());
  for (const m of of('point')) if (numbered.has(m.id)) draft.segments.push(...rim(at(m.at), 10));
  axialLabels(of('bar'), bars, reading, draft, label, measure);

  const near = crowded(of('point').map((m) => at(m.at)));
  const points = of('point').map((m, i) => {
    const place = reading.order?.get(m.id) ?? null;
    // Where joints stand closer than their names are wide, the names come when one goes nearer, or points at a joint.
    if (!near[i] || reading.lit.includes(m.id)) {
      label(m.id, at(m.at), nameSide(members(at(m.at))), place ? 12 : 6, {
        text: m.name,
        index: '',
        kind: 'name',
        role: 'given',
        editable: true,
      });
    }
    return { id: m.id, at: at(m.at), number: place?.number ?? null, turn: place?.turn ?? null };
  });

  for (const m of of('unclear')) {
    if (!m.at) continue;
    const what = { text: m.text, index: '', kind: 'unclear', role: 'focus', editable: true } as const;
    label(m.id, at(m.at), [0.5, -1], 30, what);
  }

  if (reading.arm) {
    const [centre, foot] = [at(reading.arm.centre), at(reading.arm.foot)];
    label('arm', mix(centre, foot, 0.5), downward(right(unit(sub(foot, centre)))), 9, {
      text: reading.arm.text,
      index: '',
      kind: 'arm',
      role: 'focus',
      editable: false,
    });
  }
  // Dimensions and names stand closest to what they name; the arm comes and goes, and moves nothing else.
  const ranks: Label['kind'][] = [
    'dimension',
    'name',
    'unclear',
    'unknown',
    'value',
    'axial',
    'resultant',
    'arm',
  ];
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
    rides,
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
    section: reading.free ? sectionLine(reading.free, bars) : [],
    labels,
  };
}

/** A name needs so much room, and only where there are so many joints is it given up. */
const CROWD = { many: 30, room: 30 };

/** Which of many points have a neighbour nearer than a name is wide. */
function crowded(points: readonly XY[]): boolean[] {
  if (points.length <= CROWD.many) return points.map(() => false);
  return points.map((p, i) => points.some((q, j) => i !== j && length(sub(p, q)) < CROWD.room));
}

/** A circle as straight pieces, for labels to keep off. */
function rim(at: XY, r: number): Segment[] {
  const on = (i: number): XY => add(at, scale([Math.cos((i * Math.PI) / 8), Math.sin((i * Math.PI) / 8)], r));
  return Array.from({ length: 16 }, (_, i) => [on(i), on(i + 1)] as const);
}

/** Of two opposite directions the one that leads down on the screen. */
function downward(way: XY): XY {
  return way[1] >= -1e-9 ? way : scale(way, -1);
}

/** Where the name of a point goes: above the member on which it stands, and back along it. */
function nameSide(ways: readonly XY[]): XY {
  const along = ways[0] ?? ([1, 0] as XY);
  const forward = along[0] < -1e-9 ? scale(along, -1) : along;
  return unit(add(scale(downward(right(forward)), -1), scale(forward, -0.9)));
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

function supportBox(s: SupportSymbol): Box {
  const down: XY = [Math.sin((-s.turned * Math.PI) / 180), Math.cos((s.turned * Math.PI) / 180)];
  const centre = add(s.at, scale(down, 20));
  return { x: centre[0] - 22, y: centre[1] - 22, w: 44, h: 44 };
}
