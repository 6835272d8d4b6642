/** Rods, heads, balls and plates on the screen, the far ones first: what SVG paints where there is no WebGL, on the shelf and in files. */
import type { Projection } from './camera';
import type { Prims, Role } from './paint/brush';
import { add, times, type V3 } from './vec3';

export type Flat =
  | {
      readonly kind: 'line';
      readonly d: string;
      readonly w: number;
      readonly role: Role;
      readonly depth: number;
    }
  | {
      readonly kind: 'shape';
      readonly d: string;
      readonly role: Role;
      readonly pale: boolean;
      readonly depth: number;
    }
  | {
      readonly kind: 'ball';
      readonly x: number;
      readonly y: number;
      readonly r: number;
      readonly role: Role;
      readonly depth: number;
    };

const n = (v: number) => String(Math.round(v * 10) / 10);

export function flatten(prims: Prims, project: Projection, k: number): Flat[] {
  const list: Flat[] = [];
  for (const plate of prims.plates) {
    const at = plate.corners.map(project);
    const depth = at.reduce((sum, p) => sum + p[2], 0) / at.length;
    const d = `M${at.map(([x, y]) => `${n(x)} ${n(y)}`).join('L')}Z`;
    list.push({ kind: 'shape', d, role: plate.role, pale: true, depth });
  }
  // What lies on the ground is behind everything.
  const below = (role: Role) => (role === 'ground' ? -2e9 : role === 'shadow' ? -1e9 : 0);
  for (const rod of prims.rods) {
    const [a, b] = [project(rod.a), project(rod.b)];
    const d = `M${n(a[0])} ${n(a[1])}L${n(b[0])} ${n(b[1])}`;
    list.push({ kind: 'line', d, w: rod.w, role: rod.role, depth: (a[2] + b[2]) / 2 + below(rod.role) });
  }
  for (const head of prims.heads) {
    const tip = project(head.tip);
    const back: V3 = add(head.tip, times(head.along, -head.size / k));
    const base = project(back);
    const [dx, dy] = [tip[0] - base[0], tip[1] - base[1]];
    const length = Math.hypot(dx, dy);
    const half = head.size * 0.32;
    // Seen from behind or ahead an arrow is a ring.
    if (length < half) {
      list.push({ kind: 'ball', x: tip[0], y: tip[1], r: half, role: head.role, depth: tip[2] });
      continue;
    }
    const [nx, ny] = [(-dy / length) * half, (dx / length) * half];
    const d = `M${n(tip[0])} ${n(tip[1])}L${n(base[0] + nx)} ${n(base[1] + ny)}L${n(base[0] - nx)} ${n(base[1] - ny)}Z`;
    list.push({ kind: 'shape', d, role: head.role, pale: false, depth: tip[2] });
  }
  for (const ball of prims.balls) {
    const [x, y, depth] = project(ball.at);
    list.push({ kind: 'ball', x, y, r: ball.r, role: ball.role, depth: depth + ball.r / k });
  }
  return list.sort((a, b) => a.depth - b.depth);
}
