/** A case of a distribution as a small figure: where its members and its props stand on it. */
import type { PageStiff, XY } from '../api/types';

export interface PropFigure {
  readonly from: XY;
  readonly tip: XY;
  readonly head: readonly XY[];
  /** It exerts nothing: only where it stands is shown. */
  readonly idle: boolean;
}

const MARGIN = 20;
const AIR = 9;
const ARROW = 17;

/** `which`: the table, or `null` for the sum of all. */
export function caseFigure(
  stiff: PageStiff,
  which: number | null,
  [width, height]: XY,
): { lines: XY[][]; props: PropFigure[] } {
  const places = stiff.lines.flatMap((line) => [line.from, line.to]);
  const xs = places.map((p) => p[0]);
  const ys = places.map((p) => p[1]);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const k = Math.min((width - 2 * MARGIN) / (right - left || 1), (height - 2 * AIR) / (high - low || 1));
  const at = ([x, y]: XY): XY => [
    width / 2 + k * (x - (left + right) / 2),
    height / 2 - k * (y - (low + high) / 2),
  ];
  const table = which === null ? null : stiff.tables[which];
  const props = (table?.props ?? []).map((prop): PropFigure => {
    const tip = at(prop.at);
    const [dx, dy] = [prop.way[0], -prop.way[1]];
    const idle = dx === 0 && dy === 0;
    const from: XY = idle ? [tip[0] + ARROW, tip[1]] : [tip[0] - ARROW * dx, tip[1] - ARROW * dy];
    const back: XY = [tip[0] - 7 * dx, tip[1] - 7 * dy];
    const head: XY[] = [tip, [back[0] - 4 * dy, back[1] + 4 * dx], [back[0] + 4 * dy, back[1] - 4 * dx]];
    return { from, tip, head, idle };
  });
  return { lines: stiff.lines.map((line) => [at(line.from), at(line.to)]), props };
}
