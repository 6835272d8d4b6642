/** Sensible places near the pointer: points, round distances along a member, round coordinates. */
import { partOf, thingOf } from '../api/ids';
import type { MarkOf, Scene, XY } from '../api/types';
import { add, dot, length, scale, sub, unit } from './vec';
import { roundStep, toScreen, toWorld, type View } from './view';
import { along, short, wayOf } from './way';

/** How near the pointer has to be, in pixels: to a member, to a point, to a line through another point. */
const NEAR = { member: 70, joint: 46, point: 9, line: 7 };
/** The least width of a step on the screen. */
const STEP = 7;

export interface Snap {
  /** As it is typed into a place. */
  readonly place: string;
  /** Where that is, in sheet units. */
  readonly at: XY;
  /** What it snapped to, for the eye. */
  readonly said: string;
}

const bodies = (scene: Scene) => scene.marks.filter((m): m is MarkOf<'body'> => m.kind === 'body');
const points = (scene: Scene) => scene.marks.filter((m): m is MarkOf<'point'> => m.kind === 'point');

/** The point that stands just here. */
export function pointAt(scene: Scene, at: XY): MarkOf<'point'> | undefined {
  return points(scene).find((p) => p.at[0] === at[0] && p.at[1] === at[1]);
}

/** A distance rounded to a step, without the noise of the multiplication. */
function rounded(value: number, step: number): number {
  return Number((Math.round(value / step) * step).toPrecision(12));
}

/** The place at a distance along a path. */
export function walk(path: readonly XY[], station: number): XY {
  let rest = station;
  for (const [i, a] of path.entries()) {
    const b = path[i + 1];
    if (!b) break;
    const size = length(sub(b, a));
    if (rest <= size || i + 2 === path.length) return add(a, scale(unit(sub(b, a)), Math.min(rest, size)));
    rest -= size;
  }
  return path[0] ?? [0, 0];
}

/** A line that distances are measured along. */
interface Line {
  readonly name: string;
  readonly path: readonly XY[];
  /** How a place on it is named: by the distance alone, behind the name of its member, or by coordinates. */
  readonly by: 'distance' | 'member' | 'coordinates';
}

/** The way of the first member, then the members that do not lie on it. */
function linesOf(scene: Scene): readonly Line[] {
  const { path, bodies: followed } = wayOf(scene);
  const others = bodies(scene).flatMap((run): Line[] => {
    const further = partOf(run.id) !== null;
    if (followed.includes(run.name) && !further) return [];
    return [{ name: run.name, path: run.path, by: further ? 'coordinates' : 'member' }];
  });
  return [{ name: '', path, by: 'distance' }, ...others];
}

/** A place on a line as it is typed. */
function placeOn({ name, path, by }: Line, station: number): string {
  if (by === 'distance') return short(station);
  if (by === 'member') return `${name} ${short(station)}`;
  const at = walk(path, station);
  return `${exact(at[0])}; ${exact(at[1])}`;
}

const sizeOf = (path: readonly XY[]) => path.reduce((sum, p, i) => sum + length(sub(path[i + 1] ?? p, p)), 0);

/** The nearest place on a line: how far along it, and how far off, in sheet units. */
function nearestOn({ path }: Line, here: XY): { station: number; off: number } | null {
  let best: { station: number; off: number } | null = null;
  let before = 0;
  for (const [i, a] of path.entries()) {
    const b = path[i + 1];
    if (!b) break;
    const way = unit(sub(b, a));
    const size = length(sub(b, a));
    const t = Math.min(size, Math.max(0, dot(sub(here, a), way)));
    const off = length(sub(here, add(a, scale(way, t))));
    if (!best || off < best.off) best = { station: before + t, off };
    before += size;
  }
  return best;
}

/** The nearest place on a member: a point that is there, or a round distance from the member's start. */
function snapToMember(scene: Scene, view: View, pointer: XY): Snap | null {
  const here = toWorld(view, pointer);
  let best: { line: Line; station: number; off: number } | null = null;
  for (const line of linesOf(scene)) {
    const on = nearestOn(line, here);
    if (on && (!best || on.off < best.off)) best = { line, ...on };
  }
  if (!best || best.off * view.k > NEAR.member) return null;
  const { line, station } = best;
  const on = walk(line.path, station);
  const near = points(scene).find((p) => length(sub(p.at, on)) * view.k <= NEAR.point);
  if (near) return { place: near.name, at: near.at, said: `at ${near.name}` };
  const step = roundStep(view, STEP);
  const round = Math.min(sizeOf(line.path), rounded(station, step));
  return {
    place: placeOn(line, round),
    at: walk(line.path, round),
    said: `${short(round)}, steps of ${short(step)}`,
  };
}

/** A spread whose beginning is dragged keeps its length, and stays on its member. `null` where it lies along no member. */
export function snapSpread(
  scene: Scene,
  view: View,
  pointer: XY,
  spread: { readonly from: XY; readonly to: XY },
): (Omit<Snap, 'place'> & { readonly from: string; readonly to: string }) | null {
  for (const line of linesOf(scene)) {
    const [begin, end] = [along(line.path, spread.from), along(line.path, spread.to)];
    const on = nearestOn(line, toWorld(view, pointer));
    if (begin === null || end === null || !on) continue;
    const near = points(scene).find((p) => length(sub(toScreen(view, p.at), pointer)) <= NEAR.point);
    const onto = near ? along(line.path, near.at) : null;
    const step = roundStep(view, STEP);
    const wanted = onto ?? rounded(on.station, step);
    const [least, most] = [Math.max(0, begin - end), sizeOf(line.path) - Math.max(0, end - begin)];
    const station = Math.max(least, Math.min(most, wanted));
    const said =
      near && station === onto ? `from ${near.name}` : `from ${short(station)}, steps of ${short(step)}`;
    return {
      from: placeOn(line, station),
      to: placeOn(line, station + end - begin),
      at: walk(line.path, station),
      said,
    };
  }
  return null;
}

const bars = (scene: Scene) => scene.marks.filter((m): m is MarkOf<'bar'> => m.kind === 'bar');

/** The nearest joint of bars. */
function snapToJoint(scene: Scene, view: View, pointer: XY, near: number): Snap | null {
  const ends = new Set(bars(scene).flatMap((m) => [m.from.join(), m.to.join()]));
  let best: { point: MarkOf<'point'>; off: number } | null = null;
  for (const point of points(scene)) {
    if (!ends.has(point.at.join())) continue;
    const off = length(sub(toScreen(view, point.at), pointer));
    if (off <= near && (!best || off < best.off)) best = { point, off };
  }
  return best && { place: best.point.name, at: best.point.at, said: `at ${best.point.name}` };
}

/** A sensible place: a joint or a place on a member; with `anywhere` also round coordinates off them. */
export function snapToPlace(scene: Scene, view: View, pointer: XY, anywhere = false): Snap | null {
  if (anywhere) {
    const joint = snapToJoint(scene, view, pointer, NEAR.joint / 3);
    if (joint) return joint;
    const { at, said } = snapToGrid(scene, view, pointer, '');
    return { place: `${exact(at[0])};${exact(at[1])}`, at, said };
  }
  return snapToJoint(scene, view, pointer, NEAR.joint) ?? snapToMember(scene, view, pointer);
}

/** The names of the bars that a line of the screen crosses, in its order. */
export function barsAcross(scene: Scene, view: View, a: XY, b: XY): string[] {
  const along = sub(b, a);
  const cross = (u: XY, v: XY) => u[0] * v[1] - u[1] * v[0];
  const hits = bars(scene).flatMap((m) => {
    const [p, q] = [toScreen(view, m.from), toScreen(view, m.to)];
    const d = sub(q, p);
    const across = cross(along, d);
    if (Math.abs(across) < 1e-9) return [];
    const t = cross(sub(p, a), d) / across;
    const s = cross(sub(p, a), along) / across;
    return t >= 0 && t <= 1 && s > 0 && s < 1 ? [{ name: m.name, t }] : [];
  });
  return hits.sort((x, y) => x.t - y.t).map((h) => h.name);
}

export function exact(value: number): string {
  return String(Number(value.toPrecision(12)));
}

/** Round coordinates near the pointer, in line with another point where that is close. */
export function snapToGrid(scene: Scene, view: View, pointer: XY, but: string): { at: XY; said: string } {
  const here = toWorld(view, pointer);
  const step = roundStep(view, STEP);
  const others = points(scene).filter((p) => p.name !== but);
  const onto = others.find((p) => length(sub(toScreen(view, p.at), pointer)) <= NEAR.point);
  if (onto) return { at: onto.at, said: `onto ${onto.name}` };
  const lined = (axis: 0 | 1) => others.find((p) => Math.abs(p.at[axis] - here[axis]) * view.k <= NEAR.line);
  const [x, y] = [lined(0), lined(1)];
  const at: XY = [x ? x.at[0] : rounded(here[0], step), y ? y.at[1] : rounded(here[1], step)];
  const lines = [x && `above or below ${x.name}`, y && `level with ${y.name}`].filter(Boolean);
  return { at, said: lines.length > 0 ? lines.join(', ') : `steps of ${short(step)}` };
}

/** The marks whose places lie in a box of the screen. */
export function marksIn(scene: Scene, view: View, a: XY, b: XY): string[] {
  const inside = (p: XY) => {
    const [x, y] = toScreen(view, p);
    return (
      x >= Math.min(a[0], b[0]) &&
      x <= Math.max(a[0], b[0]) &&
      y >= Math.min(a[1], b[1]) &&
      y <= Math.max(a[1], b[1])
    );
  };
  const found = scene.marks.flatMap((m) => {
    switch (m.kind) {
      case 'support':
      case 'couple':
        return inside(m.at) ? [m.id] : [];
      case 'force':
        return inside(m.at) ? [thingOf(m.id)] : [];
      case 'distributed':
      case 'bar':
        return inside(m.from) && inside(m.to) ? [m.id] : [];
      default:
        return [];
    }
  });
  return [...new Set(found)];
}
