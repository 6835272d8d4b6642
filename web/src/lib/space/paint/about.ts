/** What is said about the structure: its shadow, the curves along its members, what a term points at, what is unclear. */
import type { Brush } from './brush';
import { roundStep } from './step';
import { add, cross, dot, mix, size, sub, times, unit, type V3 } from '../vec3';

/** The ground with the shadow on it. */
export function ground(brush: Brush): void {
  const { scene } = brush;
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
  for (let x = p0; x <= p1 + step / 2; x += step) brush.rod(at(x, q0), at(x, q1), 0.8, 'ground');
  for (let y = q0; y <= q1 + step / 2; y += step) brush.rod(at(p0, y), at(p1, y), 0.8, 'ground');
  const drop = (v: V3): V3 => add(sub(v, times(up, dot(v, up))), times(up, floor + 0.002 * span));
  for (const line of scene.lines)
    line.path.forEach((a, i) => {
      const b = line.path[i + 1];
      if (b) brush.rod(drop(a), drop(b), 2.4, 'shadow');
    });
}

/** The curves of one of the six along the members. */
export function curves(brush: Brush): void {
  const of = brush.reading.six;
  if (of === null) return;
  for (const curve of brush.scene.curves ?? []) {
    if (curve.of !== of) continue;
    const tip = (i: number): V3 =>
      add(curve.base[i] as V3, times(curve.toward, brush.px(62 * (curve.values[i] ?? 0))));
    curve.base.forEach((foot, i) => {
      const next = curve.base[i + 1];
      brush.rod(foot, tip(i), 1, 'solved');
      if (!next) return;
      brush.rod(tip(i), tip(i + 1), 2.2, 'solved', curve.id);
      brush.plates.push({ corners: [foot, next, tip(i + 1), tip(i)], role: 'solved' });
    });
    if (curve.peak) {
      const { row, text } = curve.peak;
      const sign = Math.sign(curve.values[row] ?? 0) || 1;
      brush.words.push({
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
export function pointed(brush: Brush): void {
  const { arm, axis } = brush.reading;
  const { low, high } = brush.scene.bounds ?? { low: brush.centre, high: brush.centre };
  const span = size(sub(high, low)) || 1;
  if (axis) {
    const { through, along } = axis;
    const reach = 0.62 * span;
    const middle = add(through, times(along, dot(sub(brush.centre, through), along)));
    brush.dashed(sub(middle, times(along, reach)), add(middle, times(along, reach)), 1.8, 'focus', 16, 5);
    brush.heads.push({ tip: add(middle, times(along, reach)), along, size: 11, role: 'focus' });
  }
  if (!arm) return;
  if (axis && size(sub(arm.at, axis.through)) > 1e-9 * span) {
    const r = sub(arm.at, axis.through);
    brush.rod(axis.through, sub(arm.at, times(unit(r), brush.px(9))), 1.4, 'focus');
    brush.heads.push({ tip: arm.at, along: unit(r), size: 10, role: 'focus' });
  }
  brush.rod(arm.centre, arm.foot, 3, 'focus');
  if (size(sub(arm.at, arm.foot)) > 1e-9 * span) brush.dashed(arm.foot, arm.at, 1.2, 'focus', 4, 4);
  brush.words.push({
    id: 'arm',
    at: mix(arm.centre, arm.foot, 0.5),
    away: cross(sub(arm.foot, arm.centre), brush.scene.up),
    text: arm.text,
    sort: 'arm',
    role: 'focus',
  });
}

/** What could not be understood, where it is. */
export function unclear(brush: Brush): void {
  for (const mark of brush.scene.unclear ?? []) {
    if (!mark.at) continue;
    brush.words.push({
      id: mark.id,
      at: mark.at,
      away: brush.scene.up,
      text: `⚠ ${mark.text}`,
      sort: 'unclear',
      role: 'focus',
    });
  }
}
