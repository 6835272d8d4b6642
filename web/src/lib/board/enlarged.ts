/** The deflected shape as it is drawn: many times as large as it is. */
import type { Deflected, XY } from '../api/types';
import { toScreen, type View } from './view';

/** The farthest place goes about so far on the screen, in pixels. */
const REACH = 46;

/** The greatest of 1, 2, 5, 10 … that is not above. */
export function roundBelow(value: number): number {
  if (!(value > 0) || !Number.isFinite(value)) return 1;
  const power = 10 ** Math.floor(Math.log10(value));
  const step = [5, 2, 1].find((s) => s * power <= value * (1 + 1e-9)) ?? 1;
  // 0.1 + 0.2 and the like.
  return Number((step * power).toPrecision(3));
}

/** How many times as large as it is the shape is drawn. */
export function enlargement(shape: Deflected, view: View): number {
  const wanted = REACH / (shape.most * view.k);
  return shape.form_only ? wanted : roundBelow(wanted);
}

/** Its lines on the screen. */
export function enlarged(shape: Deflected, view: View): { of: string; points: XY[] }[] {
  const times = enlargement(shape, view);
  return shape.paths.map((path) => ({
    of: path.of,
    points: path.places.map((at, i) => {
      const by = path.by[i] ?? [0, 0];
      return toScreen(view, [at[0] + times * by[0], at[1] + times * by[1]]);
    }),
  }));
}

/** What is said beside it. */
export function shapeText(shape: Deflected, view: View): string {
  if (shape.form_only) return 'Deflected shape, its form only: EI is known by ratios';
  const times = enlargement(shape, view);
  const word = times >= 1 ? `${times} times` : `1/${Number((1 / times).toPrecision(3))}`;
  return `Deflected shape, ${word} as large · ${shape.text} at most`.replace(/ at most$/, '');
}
