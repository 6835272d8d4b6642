/** What is painted: pixels and roles. */
import type { ArmMark, Free, MarkOf, XY } from '../api/types';
import type { Placed, Segment } from './labels';

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
  readonly kind: 'name' | 'value' | 'dimension' | 'unknown' | 'resultant' | 'arm' | 'unclear' | 'axial';
  readonly role: Role;
  /** It opens a tag. */
  readonly editable: boolean;
  /** Degrees it is turned about its middle. */
  readonly turned?: number;
}

export interface Bar {
  readonly id: string;
  readonly a: XY;
  readonly b: XY;
  readonly carries: string;
  /** What it carries, once that is found. */
  readonly sense: 'tension' | 'compression' | 'zero' | null;
  /** Not on the free body at hand, or cut by it. */
  readonly out: boolean;
}

/** How a joint stands in the order of the work. */
export type Turn = 'done' | 'now' | 'ready' | 'waits';

export interface Joint {
  readonly id: string;
  readonly at: XY;
  /** In which turn it is worked, from 1. */
  readonly number: number | null;
  readonly turn: Turn | null;
}

export interface Painted {
  readonly beams: readonly {
    readonly id: string;
    readonly path: readonly XY[];
    /** Not on the free body at hand. */
    readonly out: boolean;
  }[];
  readonly rides: readonly { readonly id: string; readonly a: XY; readonly b: XY }[];
  readonly bars: readonly Bar[];
  readonly ropes: readonly { readonly id: string; readonly legs: readonly Segment[] }[];
  /** Only to be pointed at: what bodies transmit there is not drawn on the assembled figure. */
  readonly joints: readonly {
    readonly id: string;
    readonly at: XY;
    readonly shape: MarkOf<'joint'>['shape'];
    /** Degrees the symbol is turned: its faces lie level at 0. */
    readonly turned: number;
  }[];
  readonly wheels: readonly { readonly id: string; readonly at: XY; readonly r: number }[];
  readonly points: readonly Joint[];
  readonly supports: readonly SupportSymbol[];
  readonly arrows: readonly Arrow[];
  readonly arcs: readonly Arc[];
  readonly combs: readonly Comb[];
  readonly dimensions: readonly DimensionLine[];
  /** The line of the section that is worked. */
  readonly section: readonly XY[];
  readonly labels: readonly Label[];
}

/** How the scene is read. */
export interface Reading {
  /** Supports are taken away and their reactions drawn. */
  readonly freed: boolean;
  /** Unknowns found by a step before this one are drawn in their true sense; the one found here as it was assumed. */
  readonly step: number;
  /** Everything that equilibrium fixes is shown as found, also where no step of the working found it. */
  readonly all?: boolean;
  /** Distributed loads are joined by their resultants; without this, only those that are pointed at. */
  readonly resultants: boolean;
  /** The marks that are pointed at. */
  readonly lit: readonly string[];
  /** The lever arm that is pointed at. */
  readonly arm: ArmMark | null;
  /** The free body of the step that is read; `null` for the whole, or where there is only one. */
  readonly free?: Free | null;
  /** The joints in the order of the work, and which could be next. */
  readonly order?: ReadonlyMap<string, { readonly number: number | null; readonly turn: Turn }>;
  /** One piece of a structure that is taken apart. */
  readonly piece?: boolean;
  /** Without words: for a thumbnail. */
  readonly bare?: boolean;
}

export type Measure = (text: string, kind: Label['kind']) => number;
