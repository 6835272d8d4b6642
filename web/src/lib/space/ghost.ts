/** What is free to move, shown moving: every line where the motion takes it, and the axes about which parts turn. */
import type { FreeMotion, SolidScene } from '../api/types';
import { UNIT } from './camera';
import type { Prims, Rod, Word } from './paint/brush';
import { add, cross, size, sub, times, type V3 } from './vec3';

const as3 = (v: readonly number[]): V3 => [v[0] ?? 0, v[1] ?? 0, v[2] ?? 0];

/** `phase`: −1 to 1 and back. */
export function ghost(scene: SolidScene, motion: FreeMotion, phase: number): Prims {
  const rods: Rod[] = [];
  const heads: Prims['heads'][number][] = [];
  const words: Word[] = [];
  const { low, high } = scene.bounds ?? UNIT;
  const span = size(sub(high, low)) || 1;
  const key = (at: readonly number[]) => at.map((v) => v.toPrecision(7)).join();
  const named = new Map(scene.points.map((p) => [p.name, p.at]));
  const joints = new Map<string, V3>();
  const bodies = new Map<string, (at: V3) => V3>();
  for (const body of motion.bodies) {
    const [about, shift, turn] = [as3(body.about), as3(body.translation), as3(body.turn ?? [])];
    const moves = (at: V3) => add(shift, cross(turn, sub(at, about)));
    const joint = body.body.replace(/^(joint|pin) /, '');
    const at = named.get(joint);
    if (joint !== body.body && at) joints.set(key(at), moves(at));
    else bodies.set(body.body, moves);
  }
  const moved = (line: SolidScene['lines'][number], at: V3): V3 => {
    if (line.kind === 'run' || line.kind === 'ride') {
      const mine = bodies.get(line.name) ?? [...bodies.values()][0];
      return mine ? mine(at) : [0, 0, 0];
    }
    return joints.get(key(at)) ?? [0, 0, 0];
  };
  const most = Math.max(
    1e-12,
    ...scene.lines.flatMap((line) => line.path.map((at) => size(moved(line, at)))),
  );
  const by = (0.12 * span * phase) / most;
  for (const line of scene.lines) {
    if (line.kind === 'tie') continue;
    line.path.forEach((a, i) => {
      const b = line.path[i + 1];
      if (!b) return;
      const to = (at: V3) => add(at, times(moved(line, at), by));
      if (size(moved(line, a)) + size(moved(line, b)) > 0)
        rods.push({ a: to(a), b: to(b), w: 2.4, role: 'ghost' });
    });
  }
  for (const body of motion.bodies) {
    if (!body.screw) continue;
    const { through, axis, pitch } = body.screw;
    const [a, b] = [add(through, times(axis, -0.6 * span)), add(through, times(axis, 0.6 * span))];
    const count = 22;
    for (let i = 0; i < count; i += 1) {
      const at = (t: number) => add(a, times(sub(b, a), t));
      rods.push({ a: at(i / count), b: at((i + 0.62) / count), w: 1.6, role: 'ghost' });
    }
    heads.push({ tip: b, along: axis, size: 12, role: 'ghost' });
    const text = pitch === 0 ? 'turns about this line' : 'turns about this line and slides along it';
    words.push({ id: `screw:${body.body}`, at: b, away: axis, text, sort: 'unclear', role: 'ghost' });
  }
  return { rods, heads, balls: [], plates: [], words };
}
