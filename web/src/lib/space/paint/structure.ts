/** The structure: members, bars, ties, wheels and points. */
import type { Brush, Role } from './brush';
import { add, across, mix, sub, times, type V3 } from '../vec3';

export function lines(brush: Brush): void {
  const { scene, reading } = brush;
  for (const line of scene.lines) {
    const part = brush.partOf(line.id);
    const by = part ? brush.shift(part) : ([0, 0, 0] as V3);
    const apart = reading.apart > 0;
    // Pulled apart, what joins parts is told by its arrows.
    if (apart && line.kind === 'tie') continue;
    // Pulled apart, what joins parts is told by its arrows; thin lines say which of them belong together.
    if (apart && line.kind === 'bar') {
      const [a, b] = [line.path[0], line.path.at(-1)];
      const role: Role = reading.lit(line.id) ? 'focus' : 'faded';
      if (a && b) brush.dashed(brush.parted(a), brush.parted(b), 1.2, role, 3, 6);
      continue;
    }
    if (line.kind === 'tie' && reading.freed) continue;
    const held = reading.free !== null && line.kind !== 'bar' && part !== null && !brush.inFree(part);
    const beyond = reading.free !== null && line.kind === 'bar';
    const lit = reading.lit(line.id);
    const force = line.force;
    const known =
      force &&
      ((force.step !== null && force.step !== undefined && force.step < reading.step) ||
        reading.step === Infinity);
    const told: Role =
      known && force.sense
        ? force.sense === 'tension'
          ? 'tension'
          : force.sense === 'compression'
            ? 'compression'
            : 'idle'
        : 'member';
    const role: Role = lit
      ? 'focus'
      : held || (beyond && !known)
        ? 'faded'
        : line.kind === 'ride'
          ? 'thin'
          : told;
    const width = {
      run: 6,
      ride: 2,
      bar: line.carries === 'pull' ? 2.6 : 4.4,
      tie: line.carries === 'pull' ? 2.6 : 4.4,
    };
    line.path.forEach((a, i) => {
      const b = line.path[i + 1];
      if (!b) return;
      const [from, to] = [add(a, by), add(b, by)];
      if (role === 'idle') brush.dashed(from, to, 2.4, role);
      else {
        // Tension and compression are told by weight, too; what a bar exerts on what is freed lies over it.
        const told =
          role === 'tension'
            ? 3.2
            : role === 'compression'
              ? 6.6
              : beyond && role === 'faded'
                ? 1.4
                : width[line.kind];
        brush.rod(from, to, lit ? told + 2 : told, role, line.id);
      }
    });
    const [a, b] = [line.path[0], line.path.at(-1)];
    if (!a || !b || reading.bare || line.kind === 'run' || line.kind === 'ride') continue;
    const middle = mix(a, b, 0.5);
    const away = sub(middle, brush.centre);
    if (known && force.text && line.kind === 'bar') {
      const letter = { tension: ' T', compression: ' C', zero: '' }[force.sense ?? 'zero'];
      const text = force.sense === 'zero' ? '0' : `${force.text}${letter}`;
      brush.words.push({ id: line.id, at: middle, away, text, sort: 'bar', role });
    } else if (reading.lengths && line.length) {
      brush.words.push({ id: line.id, at: middle, away, text: line.length, sort: 'length', role: 'thin' });
    }
  }
}

export function wheels(brush: Brush): void {
  for (const wheel of brush.scene.wheels) {
    const part = brush.partOf(wheel.id);
    const by = part ? brush.shift(part) : ([0, 0, 0] as V3);
    const role: Role = part !== null && !brush.inFree(part) ? 'faded' : 'thin';
    const [u, v] = across(wheel.axis);
    const at = (i: number): V3 => {
      const t = (2 * Math.PI * i) / 36;
      return add(
        add(wheel.centre, by),
        add(times(u, wheel.radius * Math.cos(t)), times(v, wheel.radius * Math.sin(t))),
      );
    };
    for (let i = 0; i < 36; i += 1) brush.rod(at(i), at(i + 1), 2.4, role);
  }
}

export function points(brush: Brush): void {
  const { scene, reading } = brush;
  for (const point of scene.points) {
    const part = brush.partOf(point.id);
    const faded = reading.free !== null && part !== null && !brush.inFree(part);
    const at = add(point.at, part ? brush.shift(part) : [0, 0, 0]);
    const lit = reading.lit(point.id);
    const role: Role = lit ? 'focus' : faded ? 'faded' : point.used ? 'member' : 'thin';
    brush.balls.push({ at, r: lit ? 5.5 : 3.6, role, id: point.id });
    if (!reading.bare && !(faded && !lit))
      brush.words.push({
        id: point.id,
        at,
        away: sub(at, brush.centre),
        text: point.name,
        sort: 'point',
        role: lit ? 'focus' : 'member',
      });
  }
}
