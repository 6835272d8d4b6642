/** What is painted of a scene of space, in the order in which it is laid down. */
import type { SolidScene } from '../../api/types';
import { curves, ground, pointed, unclear } from './about';
import { arrows, spreads } from './actions';
import { Brush, type Prims, type Reading } from './brush';
import { holds } from './holds';
import { lines, points, wheels } from './structure';

export type { Prims } from './brush';

export function paint(scene: SolidScene, reading: Reading): Prims {
  const brush = new Brush(scene, reading);
  if (!reading.bare) ground(brush);
  for (const part of [lines, wheels, holds, spreads, arrows, curves, points, pointed, unclear]) part(brush);
  const { rods, heads, balls, plates, words } = brush;
  return { rods, heads, balls, plates, words };
}
