/** What is painted of a scene of space: rods, heads, balls and plates in sheet units, with sizes in pixels. Both painters take it, WebGL and SVG. */
import type { SolidArrow, SolidScene, SpaceArm, AxisMark } from '../api/types';
import { UNIT } from './camera';
import { add, across, cross, dot, mix, size, sub, times, unit, type V3 } from './vec3';

export type Role =
  | 'member'
  | 'tension'
  | 'compression'
  | 'idle'
  | 'thin'
  | 'hold'
  | 'load'
  | 'assumed'
  | 'solved'
  | 'focus'
  | 'faded'
  | 'shadow'
  | 'ground'
  | 'ghost';

export interface Rod {
  readonly a: V3;
  readonly b: V3;
  /** In pixels. */
  readonly w: number;
  readonly role: Role;
  readonly id?: string;
}
export interface Head {
  readonly tip: V3;
  readonly along: V3;
  /** Its length in pixels. */
  readonly size: number;
  readonly role: Role;
}
export interface Ball {
  readonly at: V3;
  /** Its radius in pixels. */
  readonly r: number;
  readonly role: Role;
  readonly id?: string;
}
export interface Plate {
  readonly corners: readonly V3[];
  readonly role: Role;
}
/** A label that is wished for. */
export interface Word {
  readonly id: string;
  readonly at: V3;
  /** Away from here, where it can be. */
  readonly away: V3;
  readonly text: string;
  readonly symbol?: readonly [base: string, index: string];
  readonly sort: 'point' | 'load' | 'unknown' | 'bar' | 'length' | 'curve' | 'unclear' | 'arm';
  readonly role: Role;
}

export interface Prims {
  readonly rods: readonly Rod[];
  readonly heads: readonly Head[];
  readonly balls: readonly Ball[];
  readonly plates: readonly Plate[];
  readonly words: readonly Word[];
}

/** How a scene is read just now. */
export interface Reading {
  /** Pixels for each unit of length. */
  readonly k: number;
  /** Supports have given way to what they exert. */
  readonly freed: boolean;
  /** Steps before this one are done: 0 none, Infinity all. */
  readonly step: number;
  /** How far its parts are pulled apart, 0 to 1. */
  readonly apart: number;
  /** The ids of the parts that are freed just now; `null` for everything. */
  readonly free: readonly string[] | null;
  /** Which of the six is drawn along the members. */
  readonly six: string | null;
  readonly lit: (id: string) => boolean;
  readonly arm: SpaceArm | null;
  readonly axis: AxisMark | null;
  /** Lines are named by their lengths. */
  readonly lengths: boolean;
  /** Without words and ground: on the shelf. */
  readonly bare?: boolean;
}

/** Half the side of a plate, in pixels. */
const PLATE = 15;

class Painter {
  readonly rods: Rod[] = [];
  readonly heads: Head[] = [];
  readonly balls: Ball[] = [];
  readonly plates: Plate[] = [];
  readonly words: Word[] = [];
  readonly centre: V3;

  constructor(
    readonly scene: SolidScene,
    readonly reading: Reading,
  ) {
    const { low, high } = scene.bounds ?? UNIT;
    this.centre = times(add(low, high), 0.5);
  }

  px(n: number): number {
    return n / this.reading.k;
  }

  rod(a: V3, b: V3, w: number, role: Role, id?: string): void {
    if (size(sub(b, a)) > 0) this.rods.push(id === undefined ? { a, b, w, role } : { a, b, w, role, id });
  }

  dashed(a: V3, b: V3, w: number, role: Role, on = 7, off = 5): void {
    const length = size(sub(b, a));
    const count = Math.min(80, Math.max(1, Math.floor(length / this.px(on + off))));
    const share = on / (on + off);
    for (let i = 0; i < count; i += 1)
      this.rod(mix(a, b, i / count), mix(a, b, (i + share) / count), w, role);
  }

  ring(centre: V3, axis: V3, r: number, w: number, role: Role, turns = 1): V3[] {
    const [u, v] = across(axis);
    const count = Math.ceil(18 * turns);
    const at = (i: number): V3 => {
      const t = (2 * Math.PI * turns * i) / count;
      return add(centre, add(times(u, r * Math.cos(t)), times(v, r * Math.sin(t))));
    };
    const points = Array.from({ length: count + 1 }, (_, i) => at(i));
    points.forEach((p, i) => {
      const next = points[i + 1];
      if (next) this.rod(p, next, w, role);
    });
    return points;
  }

  plate(centre: V3, normal: V3, half: number, role: Role): void {
    const [u, v] = across(normal);
    const h = this.px(half);
    const corner = (i: number, j: number) => add(centre, add(times(u, i * h), times(v, j * h)));
    const corners = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
    this.plates.push({ corners, role });
    corners.forEach((c, i) => this.rod(c, corners[(i + 1) % 4] as V3, 1.2, role));
  }

  /** How far a part is moved when everything is pulled apart. */
  shift(part: string): V3 {
    const found = this.scene.parts?.find((p) => p.id === part);
    if (!found || this.reading.apart === 0) return [0, 0, 0];
    return times(sub(found.centre, this.centre), 0.75 * this.reading.apart);
  }

  /** Where the joint at a place goes when everything is pulled apart. */
  parted(at: V3): V3 {
    const joint = this.scene.parts?.find(
      (p) => p.id.startsWith('pin:') && size(sub(p.centre, at)) < 1e-9 * (1 + size(at)),
    );
    return joint ? add(at, this.shift(joint.id)) : at;
  }

  inFree(part: string): boolean {
    return this.reading.free === null || this.reading.free.includes(part);
  }

  /** An arrow that leaves the place where it acts. */
  arrow(arrow: SolidArrow, by: V3, faded: boolean): void {
    const { step, lit } = this.reading;
    const unknown = arrow.role !== 'load' || arrow.symbol !== null;
    const past = arrow.step !== null && arrow.step !== undefined && arrow.step < step;
    const now = arrow.step === step;
    // Without an equation of its own it is known when all are done.
    const known = past || step === Infinity;
    if (unknown && known && arrow.zero) return;
    const shown = lit(arrow.id) || lit(arrow.of);
    const role: Role = shown
      ? 'focus'
      : faded
        ? 'faded'
        : unknown
          ? known
            ? 'solved'
            : now
              ? 'focus'
              : 'assumed'
          : 'load';
    const turned = (known || !unknown) && arrow.turned;
    const along = times(arrow.toward, turned ? -1 : 1);
    const length = this.px(known || !unknown ? 40 + 44 * Math.min(1, Math.abs(arrow.relative)) : 56);
    const at = add(arrow.at, by);
    // Along its member an arrow stands before it, and ends where it acts.
    const arrives = this.goesOn(arrow.at, along);
    // A couple stands beyond the force along the same axis.
    const gap = this.px(arrow.couple && unknown ? 74 : 9);
    const from = arrives ? sub(at, times(along, length + gap)) : add(at, times(along, gap));
    const tip = add(from, times(along, length));
    const w = role === 'load' ? 3.2 : 2.6;
    const end = sub(tip, times(along, this.px(9)));
    if (role === 'assumed') this.dashed(from, end, w, role, 6, 4);
    else this.rod(from, end, w, role, arrow.id);
    this.heads.push({ tip, along, size: 13, role });
    if (arrow.couple) {
      this.heads.push({ tip: sub(tip, times(along, this.px(11))), along, size: 13, role });
      const points = this.ring(mix(from, tip, 0.45), along, this.px(11), 1.8, role, 0.72);
      const [a, b] = [points.at(-2), points.at(-1)];
      if (a && b)
        this.heads.push({
          tip: add(b, times(unit(sub(b, a)), this.px(4))),
          along: unit(sub(b, a)),
          size: 8,
          role,
        });
    }
    if (faded && !shown) return;
    const magnitude = known ? arrow.text : null;
    const symbol = arrow.symbol && !magnitude ? ([arrow.symbol.base, arrow.symbol.index] as const) : null;
    const text = unknown ? (magnitude ?? '') : (arrow.text ?? '');
    this.words.push({
      id: arrow.id,
      at: arrives ? from : tip,
      away: times(along, arrives ? -1 : 1),
      text,
      ...(symbol ? { symbol } : {}),
      sort: unknown ? 'unknown' : 'load',
      role,
    });
  }

  /** Whether a member leads on from a place this way. */
  goesOn(at: V3, along: V3): boolean {
    const near = (p: V3) => size(sub(p, at)) < 1e-9 * (1 + size(at));
    return this.scene.lines.some((line) =>
      line.path.some((p, i) => {
        const next = [line.path[i - 1], line.path[i + 1]];
        return line.kind !== 'tie' && near(p) && next.some((q) => q && dot(unit(sub(q, p)), along) > 0.96);
      }),
    );
  }

  ground(): void {
    const { scene } = this;
    const bounds = scene.bounds;
    if (!bounds) return;
    const up = scene.up;
    const { low, high } = bounds;
    const span = size(sub(high, low)) || 1;
    const floor = dot(low, up) - 0.04 * span;
    const axes: V3[] = (
      [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ] as V3[]
    ).filter((a) => dot(a, up) === 0);
    const [p, q] = axes as [V3, V3];
    const step = roundStep(span / 5);
    const range = (axis: V3): readonly [number, number] => {
      const pad = 0.12 * span;
      return [
        Math.floor((dot(low, axis) - pad) / step) * step,
        Math.ceil((dot(high, axis) + pad) / step) * step,
      ];
    };
    const [p0, p1] = range(p);
    const [q0, q1] = range(q);
    const at = (x: number, y: number): V3 => add(add(times(p, x), times(q, y)), times(up, floor));
    for (let x = p0; x <= p1 + step / 2; x += step) this.rod(at(x, q0), at(x, q1), 0.8, 'ground');
    for (let y = q0; y <= q1 + step / 2; y += step) this.rod(at(p0, y), at(p1, y), 0.8, 'ground');
    const drop = (v: V3): V3 => add(sub(v, times(up, dot(v, up))), times(up, floor + 0.002 * span));
    for (const line of scene.lines)
      line.path.forEach((a, i) => {
        const b = line.path[i + 1];
        if (b) this.rod(drop(a), drop(b), 2.4, 'shadow');
      });
  }

  /** Which part a line belongs to. */
  partOf(id: string): string | null {
    return this.scene.parts?.find((p) => p.keep.includes(id))?.id ?? null;
  }

  lines(): void {
    const { scene, reading } = this;
    for (const line of scene.lines) {
      const part = this.partOf(line.id);
      const by = part ? this.shift(part) : ([0, 0, 0] as V3);
      const apart = reading.apart > 0;
      // Pulled apart, what joins parts is told by its arrows.
      if (apart && line.kind === 'tie') continue;
      // Pulled apart, what joins parts is told by its arrows; thin lines say which of them belong together.
      if (apart && line.kind === 'bar') {
        const [a, b] = [line.path[0], line.path.at(-1)];
        const role: Role = reading.lit(line.id) ? 'focus' : 'faded';
        if (a && b) this.dashed(this.parted(a), this.parted(b), 1.2, role, 3, 6);
        continue;
      }
      if (line.kind === 'tie' && reading.freed) continue;
      const held = reading.free !== null && line.kind !== 'bar' && part !== null && !this.inFree(part);
      const beyond = reading.free !== null && line.kind === 'bar';
      const lit = reading.lit(line.id);
      const force = line.force;
      const known =
        force &&
        ((force.step !== null && force.step !== undefined && force.step < reading.step) ||
          reading.step === Infinity);
      const told: Role =
        known && force.sense
          ? force.sense === 'tension'
            ? 'tension'
            : force.sense === 'compression'
              ? 'compression'
              : 'idle'
          : 'member';
      const role: Role = lit
        ? 'focus'
        : held || (beyond && !known)
          ? 'faded'
          : line.kind === 'ride'
            ? 'thin'
            : told;
      const width = {
        run: 6,
        ride: 2,
        bar: line.carries === 'pull' ? 2.6 : 4.4,
        tie: line.carries === 'pull' ? 2.6 : 4.4,
      };
      line.path.forEach((a, i) => {
        const b = line.path[i + 1];
        if (!b) return;
        const [from, to] = [add(a, by), add(b, by)];
        if (role === 'idle') this.dashed(from, to, 2.4, role);
        else {
          // Tension and compression are told by weight, too.
          const told = role === 'tension' ? 3.2 : role === 'compression' ? 6.6 : width[line.kind];
          this.rod(from, to, lit ? told + 2 : told, role, line.id);
        }
      });
      const [a, b] = [line.path[0], line.path.at(-1)];
      if (!a || !b || reading.bare || line.kind === 'run' || line.kind === 'ride') continue;
      const middle = mix(a, b, 0.5);
      const away = sub(middle, this.centre);
      if (known && force.text && line.kind === 'bar') {
        const letter = { tension: ' T', compression: ' C', zero: '' }[force.sense ?? 'zero'];
        const text = force.sense === 'zero' ? '0' : `${force.text}${letter}`;
        this.words.push({ id: line.id, at: middle, away, text, sort: 'bar', role });
      } else if (reading.lengths && line.length) {
        this.words.push({ id: line.id, at: middle, away, text: line.length, sort: 'length', role: 'thin' });
      }
    }
  }

  holds(): void {
    const { scene, reading } = this;
    const up = scene.up;
    for (const hold of scene.holds) {
      if (hold.ground && (reading.freed || reading.apart > 0)) continue;
      if (!hold.ground && reading.apart > 0) continue;
      const role: Role = reading.lit(hold.id) ? 'focus' : 'hold';
      const { at } = hold;
      const along: V3 = hold.along ?? up;
      switch (hold.shape) {
        case 'ball':
          this.balls.push({ at, r: hold.ground ? 7 : 6, role, id: hold.id });
          if (hold.ground) this.plate(sub(at, times(up, this.px(10))), up, PLATE, role);
          break;
        case 'fixed':
          this.plate(at, along, PLATE + 3, role);
          break;
        case 'roller':
          this.balls.push({ at: sub(at, times(along, this.px(7))), r: 6, role, id: hold.id });
          this.plate(sub(at, times(along, this.px(14))), along, PLATE, role);
          break;
        case 'surface':
        case 'contact':
          this.plate(sub(at, times(along, this.px(3))), along, PLATE, role);
          break;
        case 'anchor':
          this.plate(at, along, PLATE - 5, role);
          break;
        case 'weld':
          this.balls.push({ at, r: 4, role, id: hold.id });
          break;
        case 'hinge': {
          const half = times(along, this.px(15));
          this.rod(sub(at, half), sub(at, times(along, this.px(6))), 11, role, hold.id);
          this.rod(sub(at, times(along, this.px(4))), add(at, times(along, this.px(4))), 11, role, hold.id);
          this.rod(add(at, times(along, this.px(6))), add(at, half), 11, role, hold.id);
          break;
        }
        case 'journal':
        case 'thrust': {
          const off = times(along, this.px(5));
          this.ring(sub(at, off), along, this.px(11), 2.4, role);
          this.ring(add(at, off), along, this.px(11), 2.4, role);
          if (hold.shape === 'thrust') this.ring(add(at, off), along, this.px(16), 2.4, role);
          const down =
            Math.abs(dot(along, up)) > 0.9 ? across(along)[0] : unit(sub(up, times(along, dot(up, along))));
          this.plate(sub(at, times(down, this.px(17))), down, PLATE, role);
          break;
        }
      }
      if (hold.couples && ['journal', 'thrust', 'hinge'].includes(hold.shape))
        this.ring(at, along, this.px(20), 1.6, role);
    }
  }

  points(): void {
    const { scene, reading } = this;
    for (const point of scene.points) {
      const part = this.partOf(point.id);
      const faded = reading.free !== null && part !== null && !this.inFree(part);
      const at = add(point.at, part ? this.shift(part) : [0, 0, 0]);
      const lit = reading.lit(point.id);
      const role: Role = lit ? 'focus' : faded ? 'faded' : point.used ? 'member' : 'thin';
      this.balls.push({ at, r: lit ? 5.5 : 3.6, role, id: point.id });
      if (!reading.bare && !(faded && !lit))
        this.words.push({
          id: point.id,
          at,
          away: sub(at, this.centre),
          text: point.name,
          sort: 'point',
          role: lit ? 'focus' : 'member',
        });
    }
  }

  spreads(): void {
    for (const spread of this.scene.spreads) {
      const part = this.partOf(spread.id);
      const by = part ? this.shift(part) : ([0, 0, 0] as V3);
      const role: Role = this.reading.lit(spread.id)
        ? 'focus'
        : part !== null && !this.inFree(part)
          ? 'faded'
          : 'load';
      const [from, to] = [add(spread.from, by), add(spread.to, by)];
      const count = Math.max(3, Math.min(14, Math.round(size(sub(to, from)) / this.px(26))));
      const tops: V3[] = [];
      for (let i = 0; i <= count; i += 1) {
        const t = i / count;
        const height = spread.start + (spread.end - spread.start) * t;
        const foot = mix(from, to, t);
        const tall = this.px(34 * Math.abs(height));
        const along = times(spread.toward, Math.sign(height) || 1);
        const top = sub(foot, times(along, tall + this.px(4)));
        tops.push(top);
        if (tall > this.px(6)) {
          this.rod(top, sub(foot, times(along, this.px(10))), 1.6, role, spread.id);
          this.heads.push({ tip: sub(foot, times(along, this.px(4))), along, size: 8, role });
        }
      }
      tops.forEach((p, i) => {
        const next = tops[i + 1];
        if (next) this.rod(p, next, 1.6, role);
      });
      const middle = tops[Math.floor(tops.length / 2)];
      if (middle && !this.reading.bare)
        this.words.push({
          id: spread.id,
          at: middle,
          away: times(spread.toward, -1),
          text: spread.texts.join(' … '),
          sort: 'load',
          role,
        });
    }
  }

  arrows(): void {
    const { scene, reading } = this;
    const parts = scene.parts ?? [];
    if (reading.apart > 0 || (reading.free !== null && parts.length > 0)) {
      for (const part of parts) {
        if (reading.apart === 0 && !this.inFree(part.id)) continue;
        const by = this.shift(part.id);
        const faded = !this.inFree(part.id);
        for (const arrow of part.arrows) this.arrow(arrow, by, faded);
      }
      return;
    }
    for (const arrow of scene.arrows)
      if (arrow.role === 'load' || reading.freed) this.arrow(arrow, [0, 0, 0], false);
  }

  wheels(): void {
    for (const wheel of this.scene.wheels) {
      const part = this.partOf(wheel.id);
      const by = part ? this.shift(part) : ([0, 0, 0] as V3);
      const role: Role = part !== null && !this.inFree(part) ? 'faded' : 'thin';
      const [u, v] = across(wheel.axis);
      const at = (i: number): V3 => {
        const t = (2 * Math.PI * i) / 36;
        return add(
          add(wheel.centre, by),
          add(times(u, wheel.radius * Math.cos(t)), times(v, wheel.radius * Math.sin(t))),
        );
      };
      for (let i = 0; i < 36; i += 1) this.rod(at(i), at(i + 1), 2.4, role);
    }
  }

  curves(): void {
    const of = this.reading.six;
    if (of === null) return;
    for (const curve of this.scene.curves ?? []) {
      if (curve.of !== of) continue;
      const tip = (i: number): V3 =>
        add(curve.base[i] as V3, times(curve.toward, this.px(62 * (curve.values[i] ?? 0))));
      curve.base.forEach((foot, i) => {
        const next = curve.base[i + 1];
        this.rod(foot, tip(i), 1, 'solved');
        if (!next) return;
        this.rod(tip(i), tip(i + 1), 2.2, 'solved', curve.id);
        this.plates.push({ corners: [foot, next, tip(i + 1), tip(i)], role: 'solved' });
      });
      if (curve.peak) {
        const { row, text } = curve.peak;
        const sign = Math.sign(curve.values[row] ?? 0) || 1;
        this.words.push({
          id: `${curve.id}#${of}`,
          at: tip(row),
          away: times(curve.toward, sign),
          text,
          sort: 'curve',
          role: 'solved',
        });
      }
    }
  }

  /** The position vector, the lever arm, the line of action and the axis of a term that is pointed at. */
  pointed(): void {
    const { arm, axis } = this.reading;
    const { low, high } = this.scene.bounds ?? { low: this.centre, high: this.centre };
    const span = size(sub(high, low)) || 1;
    if (axis) {
      const { through, along } = axis;
      const reach = 0.62 * span;
      const middle = add(through, times(along, dot(sub(this.centre, through), along)));
      this.dashed(sub(middle, times(along, reach)), add(middle, times(along, reach)), 1.8, 'focus', 16, 5);
      this.heads.push({ tip: add(middle, times(along, reach)), along, size: 11, role: 'focus' });
    }
    if (!arm) return;
    if (axis && size(sub(arm.at, axis.through)) > 1e-9 * span) {
      const r = sub(arm.at, axis.through);
      this.rod(axis.through, sub(arm.at, times(unit(r), this.px(9))), 1.4, 'focus');
      this.heads.push({ tip: arm.at, along: unit(r), size: 10, role: 'focus' });
    }
    this.rod(arm.centre, arm.foot, 3, 'focus');
    if (size(sub(arm.at, arm.foot)) > 1e-9 * span) this.dashed(arm.foot, arm.at, 1.2, 'focus', 4, 4);
    this.words.push({
      id: 'arm',
      at: mix(arm.centre, arm.foot, 0.5),
      away: cross(sub(arm.foot, arm.centre), this.scene.up),
      text: arm.text,
      sort: 'arm',
      role: 'focus',
    });
  }

  unclear(): void {
    for (const mark of this.scene.unclear ?? []) {
      if (!mark.at) continue;
      this.words.push({
        id: mark.id,
        at: mark.at,
        away: this.scene.up,
        text: `⚠ ${mark.text}`,
        sort: 'unclear',
        role: 'focus',
      });
    }
  }
}

/** 1, 2 or 5 times a power of ten, at least as large as this. */
export function roundStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least || 1));
  return [1, 2, 5, 10].map((n) => n * power).find((n) => n >= least * 0.999) ?? power * 10;
}

export function paint(scene: SolidScene, reading: Reading): Prims {
  const painter = new Painter(scene, reading);
  if (!reading.bare) painter.ground();
  painter.lines();
  painter.wheels();
  painter.holds();
  painter.spreads();
  painter.arrows();
  painter.curves();
  painter.points();
  painter.pointed();
  painter.unclear();
  const { rods, heads, balls, plates, words } = painter;
  return { rods, heads, balls, plates, words };
}
