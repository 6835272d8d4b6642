/** Vectors of space. */
export type V3 = readonly [number, number, number];

export const add = (a: V3, b: V3): V3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const sub = (a: V3, b: V3): V3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const times = (a: V3, k: number): V3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: V3, b: V3): V3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const size = (a: V3): number => Math.hypot(...a);
export const mix = (a: V3, b: V3, t: number): V3 => add(a, times(sub(b, a), t));

/** Of length 1; `[0, 0, 0]` stays what it is. */
export function unit(a: V3): V3 {
  const length = size(a);
  return length > 0 ? times(a, 1 / length) : a;
}

/** Two unit vectors square to a unit vector and to each other. */
export function across(axis: V3): readonly [V3, V3] {
  const flat: V3 = Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
  const first = unit(cross(flat, axis));
  return [first, cross(axis, first)];
}
