/** The symbols of supports and joints. */
import type { Brush, Role } from './brush';
import { add, across, dot, sub, times, unit, type V3 } from '../vec3';

/** Half the side of a plate, in pixels. */
const PLATE = 15;

export function holds(brush: Brush): void {
  const { scene, reading } = brush;
  const up = scene.up;
  for (const hold of scene.holds) {
    if (hold.ground && (reading.freed || reading.apart > 0)) continue;
    if (!hold.ground && reading.apart > 0) continue;
    const role: Role = reading.lit(hold.id) ? 'focus' : 'hold';
    const { at } = hold;
    const along: V3 = hold.along ?? up;
    switch (hold.shape) {
      case 'ball':
        brush.balls.push({ at, r: hold.ground ? 7 : 6, role, id: hold.id });
        if (hold.ground) brush.plate(sub(at, times(up, brush.px(10))), up, PLATE, role);
        break;
      case 'fixed':
        brush.plate(at, along, PLATE + 3, role);
        break;
      case 'roller':
        brush.balls.push({ at: sub(at, times(along, brush.px(7))), r: 6, role, id: hold.id });
        brush.plate(sub(at, times(along, brush.px(14))), along, PLATE, role);
        break;
      case 'surface':
      case 'contact':
        brush.plate(sub(at, times(along, brush.px(3))), along, PLATE, role);
        break;
      case 'anchor':
        brush.plate(at, along, PLATE - 5, role);
        break;
      case 'weld':
        brush.balls.push({ at, r: 4, role, id: hold.id });
        break;
      case 'hinge': {
        const half = times(along, brush.px(15));
        brush.rod(sub(at, half), sub(at, times(along, brush.px(6))), 11, role, hold.id);
        brush.rod(sub(at, times(along, brush.px(4))), add(at, times(along, brush.px(4))), 11, role, hold.id);
        brush.rod(add(at, times(along, brush.px(6))), add(at, half), 11, role, hold.id);
        break;
      }
      case 'journal':
      case 'thrust': {
        const off = times(along, brush.px(5));
        brush.ring(sub(at, off), along, brush.px(11), 2.4, role);
        brush.ring(add(at, off), along, brush.px(11), 2.4, role);
        if (hold.shape === 'thrust') brush.ring(add(at, off), along, brush.px(16), 2.4, role);
        const down =
          Math.abs(dot(along, up)) > 0.9 ? across(along)[0] : unit(sub(up, times(along, dot(up, along))));
        brush.plate(sub(at, times(down, brush.px(17))), down, PLATE, role);
        break;
      }
    }
    if (hold.couples && ['journal', 'thrust', 'hinge'].includes(hold.shape))
      brush.ring(at, along, brush.px(20), 1.6, role);
  }
}
