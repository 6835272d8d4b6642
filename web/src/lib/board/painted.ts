/** What is painted: pixels and roles. */
import type { ArmMark, MarkOf, XY } from '../api/types';
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
  readonly kind: 'name' | 'value' | 'dimension' | 'unknown' | 'resultant' | 'arm' | 'unclear';
  readonly role: Role;
  /** It opens a tag. */
  readonly editable: boolean;
  /** Degrees it is turned about its middle. */
  readonly turned?: number;
}

export interface Painted {
  readonly beams: readonly { readonly id: string; readonly path: readonly XY[] }[];
  readonly rides: readonly { readonly id: string; readonly a: XY; readonly b: XY }[];
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
  /** Without words: for a thumbnail. */
  readonly bare?: boolean;
}

export type Measure = (text: string, kind: Label['kind']) => number;
