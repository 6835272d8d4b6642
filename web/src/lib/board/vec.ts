/** Small planar arithmetic on screen points. */
import type { XY } from '../api/types';

export const add = (a: XY, b: XY): XY => [a[0] + b[0], a[1] + b[1]];
export const sub = (a: XY, b: XY): XY => [a[0] - b[0], a[1] - b[1]];
export const scale = (a: XY, by: number): XY => [a[0] * by, a[1] * by];
export const dot = (a: XY, b: XY): number => a[0] * b[0] + a[1] * b[1];
export const length = (a: XY): number => Math.hypot(a[0], a[1]);
export const mix = (a: XY, b: XY, t: number): XY => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
/** Turned by a right angle, clockwise as it is seen on a screen. */
export const right = (a: XY): XY => [-a[1], a[0]];
/** The direction of a vector of the sheet, as it is seen: y turned over. */
export const seen = (a: XY): XY => [a[0], -a[1]];
export const degrees = (a: XY): number => (Math.atan2(a[1], a[0]) * 180) / Math.PI;

export function unit(a: XY): XY {
  const size = length(a);
  return size > 0 ? scale(a, 1 / size) : [1, 0];
}
