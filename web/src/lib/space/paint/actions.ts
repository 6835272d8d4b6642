/** Forces, couples and distributed loads. */
import { is } from '../../api/ids';
import type { SolidArrow } from '../../api/types';
import { valueAt } from '../../curves';
import type { Brush, Role } from './brush';
import { add, dot, mix, size, sub, times, unit, type V3 } from '../vec3';

/** An arrow that leaves the place where it acts. */
function one(brush: Brush, arrow: SolidArrow, by: V3, faded: boolean): void {
  const { step, lit } = brush.reading;
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
  const length = brush.px(known || !unknown ? 40 + 44 * Math.min(1, Math.abs(arrow.relative)) : 56);
  const at = add(arrow.at, by);
  // What a bar exerts stands on its side: pulling it leaves the joint, pushing it arrives there. Any other arrow that would lie upon a member
  // stands before it, and ends where it acts.
  const arrives = is(arrow.of, 'bar') ? turned : goesOn(brush, arrow.at, along);
  // A couple stands beyond the force along the same axis.
  const gap = brush.px(arrow.couple && unknown ? 74 : 9);
  const from = arrives ? sub(at, times(along, length + gap)) : add(at, times(along, gap));
  const tip = add(from, times(along, length));
  const w = role === 'load' ? 3.2 : 2.6;
  const end = sub(tip, times(along, brush.px(9)));
  if (role === 'assumed') brush.dashed(from, end, w, role, 6, 4);
  else brush.rod(from, end, w, role, arrow.id);
  brush.heads.push({ tip, along, size: 13, role });
  if (arrow.couple) {
    brush.heads.push({ tip: sub(tip, times(along, brush.px(11))), along, size: 13, role });
    const points = brush.ring(mix(from, tip, 0.45), along, brush.px(11), 1.8, role, 0.72);
    const [a, b] = [points.at(-2), points.at(-1)];
    if (a && b)
      brush.heads.push({
        tip: add(b, times(unit(sub(b, a)), brush.px(4))),
        along: unit(sub(b, a)),
        size: 8,
        role,
      });
  }
  if (faded && !shown) return;
  const magnitude = known ? arrow.text : null;
  const symbol = arrow.symbol && !magnitude ? ([arrow.symbol.base, arrow.symbol.index] as const) : null;
  const text = unknown ? (magnitude ?? '') : (arrow.text ?? '');
  brush.words.push({
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
function goesOn(brush: Brush, at: V3, along: V3): boolean {
  const near = (p: V3) => size(sub(p, at)) < 1e-9 * (1 + size(at));
  return brush.scene.lines.some((line) =>
    line.path.some((p, i) => {
      const next = [line.path[i - 1], line.path[i + 1]];
      return line.kind !== 'tie' && near(p) && next.some((q) => q && dot(unit(sub(q, p)), along) > 0.96);
    }),
  );
}

export function arrows(brush: Brush): void {
  const { scene, reading } = brush;
  const parts = scene.parts ?? [];
  if (reading.apart > 0 || (reading.free !== null && parts.length > 0)) {
    for (const part of parts) {
      if (reading.apart === 0 && !brush.inFree(part.id)) continue;
      const by = brush.shift(part.id);
      const faded = !brush.inFree(part.id);
      for (const arrow of part.arrows) one(brush, arrow, by, faded);
    }
    return;
  }
  for (const arrow of scene.arrows)
    if (arrow.role === 'load' || reading.freed) one(brush, arrow, [0, 0, 0], false);
}

export function spreads(brush: Brush): void {
  for (const spread of brush.scene.spreads) {
    const part = brush.partOf(spread.id);
    const by = part ? brush.shift(part) : ([0, 0, 0] as V3);
    const role: Role = brush.reading.lit(spread.id)
      ? 'focus'
      : part !== null && !brush.inFree(part)
        ? 'faded'
        : 'load';
    const [from, to] = [add(spread.from, by), add(spread.to, by)];
    const count = Math.max(3, Math.min(14, Math.round(size(sub(to, from)) / brush.px(26))));
    const tops: V3[] = [];
    for (let i = 0; i <= count; i += 1) {
      const t = i / count;
      const height = valueAt(spread.heights, t);
      const foot = mix(from, to, t);
      const tall = brush.px(34 * Math.abs(height));
      const along = times(spread.toward, Math.sign(height) || 1);
      const top = sub(foot, times(along, tall + brush.px(4)));
      tops.push(top);
      if (tall > brush.px(6)) {
        brush.rod(top, sub(foot, times(along, brush.px(10))), 1.6, role, spread.id);
        brush.heads.push({ tip: sub(foot, times(along, brush.px(4))), along, size: 8, role });
      }
    }
    tops.forEach((p, i) => {
      const next = tops[i + 1];
      if (next) brush.rod(p, next, 1.6, role);
    });
    const middle = tops[Math.floor(tops.length / 2)];
    if (middle && !brush.reading.bare)
      brush.words.push({
        id: spread.id,
        at: middle,
        away: times(spread.toward, -1),
        text: spread.texts.join(' … '),
        sort: 'load',
        role,
      });
  }
}
