/** What a scene of space is painted with: rods, heads, balls and plates in sheet units, with sizes in pixels. Both painters take them, WebGL and SVG. */
import { is } from '../../api/ids';
import type { AxisMark, SolidScene, SpaceArm } from '../../api/types';
import { UNIT } from '../camera';
import { add, across, mix, size, sub, times, type V3 } from '../vec3';

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

/** Lays down what is painted of a scene, read in one way. */
export class Brush {
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

  /** So many pixels in sheet units. */
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
      (p) => is(p.id, 'pin') && size(sub(p.centre, at)) < 1e-9 * (1 + size(at)),
    );
    return joint ? add(at, this.shift(joint.id)) : at;
  }

  inFree(part: string): boolean {
    return this.reading.free === null || this.reading.free.includes(part);
  }

  /** Which part a line belongs to. */
  partOf(id: string): string | null {
    return this.scene.parts?.find((p) => p.keep.includes(id))?.id ?? null;
  }
}
