/** The line along which distances are measured where no member is named: the first member, and on over joints as long as it goes straight. */
import type { MarkOf, Scene, XY } from '../api/types';
import { length, sub } from './vec';

const runs = (scene: Scene) => scene.marks.filter((m): m is MarkOf<'body'> => m.kind === 'body');

/** Whether a step goes on straight from the one before it. */
function straight(before: XY, here: XY, next: XY): boolean {
  const [u, v] = [
    [here[0] - before[0], here[1] - before[1]],
    [next[0] - here[0], next[1] - here[1]],
  ] as const;
  const size = Math.hypot(...u) * Math.hypot(...v);
  return Math.abs(u[0] * v[1] - u[1] * v[0]) <= 1e-9 * size && u[0] * v[0] + u[1] * v[1] > 0;
}

/** Its path, and the bodies that it follows. */
export function wayOf(scene: Scene): { readonly path: readonly XY[]; readonly bodies: readonly string[] } {
  const all = runs(scene);
  const first = all[0];
  if (!first) return { path: [], bodies: [] };
  const [path, bodies] = [[...first.path], [first.name]];
  for (;;) {
    const [before, here] = path.slice(-2);
    if (!before || !here) break;
    const on = all
      .filter((run) => !bodies.includes(run.name))
      .flatMap((run) => [run.path, [...run.path].reverse()].map((way) => ({ name: run.name, way })))
      .find(({ way }) => {
        const [start, next] = way;
        return start && next && start[0] === here[0] && start[1] === here[1] && straight(before, here, next);
      });
    if (!on) break;
    bodies.push(on.name);
    path.push(...on.way.slice(1));
  }
  return { path, bodies };
}

/** How far along a path a place lies, in sheet units; `null` beside it. */
export function along(path: readonly XY[], at: XY): number | null {
  let sum = 0;
  for (const [i, a] of path.entries()) {
    const b = path[i + 1];
    if (!b) break;
    const size = length(sub(a, b));
    const slack = 1e-6 * size;
    if (Math.abs(length(sub(a, at)) + length(sub(at, b)) - size) <= slack) return sum + length(sub(a, at));
    sum += size;
  }
  return null;
}

/** A length with six figures. */
export function short(value: number): string {
  return String(Number(value.toPrecision(6)));
}
