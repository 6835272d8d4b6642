/** What lies under the pointer. */
import type { SolidScene, XY } from '../api/types';
import type { Projection } from './camera';
import type { Prims } from './paint/brush';

/** How near it has to be, in pixels. */
const NEAR = 9;

/** The mark under a place of the screen: points before supports before lines; of several the one that is nearest to the viewer. */
export function pick(scene: SolidScene, prims: Prims, project: Projection, [x, y]: XY): string | null {
  const off = (px: number, py: number) => Math.hypot(px - x, py - y);
  let best: { id: string; cost: number } | null = null;
  const take = (id: string, cost: number) => {
    if (!best || cost < best.cost) best = { id, cost };
  };
  for (const point of scene.points) {
    const [px, py] = project(point.at);
    if (off(px, py) <= NEAR) take(point.id, off(px, py) - 6);
  }
  for (const hold of scene.holds) {
    const [px, py] = project(hold.at);
    const far = off(px, py);
    if (far <= 22) take(hold.id, far);
  }
  for (const rod of prims.rods) {
    if (rod.id === undefined) continue;
    const [a, b] = [project(rod.a), project(rod.b)];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const along = dx * dx + dy * dy;
    const t = along > 0 ? Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / along)) : 0;
    const far = off(a[0] + t * dx, a[1] + t * dy) - rod.w / 2;
    if (far <= NEAR) take(rod.id, far + 4 - 1e-3 * (a[2] + b[2]));
  }
  return (best as { id: string } | null)?.id ?? null;
}
