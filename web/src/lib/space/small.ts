/** A figure of space small enough for a list: seen obliquely, without words. */
import type { SolidScene } from '../api/types';
import { fitted, projection, type Size, stand } from './camera';
import { type Flat, flatten } from './flat';
import { paint } from './paint';

export function small(scene: SolidScene, screen: Size): Flat[] {
  const [azimuth, elevation] = stand('oblique');
  const camera = fitted({ azimuth, elevation }, scene.up, scene.bounds ?? null, screen);
  const prims = paint(scene, {
    k: camera.k,
    freed: false,
    step: 0,
    apart: 0,
    free: null,
    six: null,
    lit: () => false,
    arm: null,
    axis: null,
    lengths: false,
    bare: true,
  });
  return flatten(prims, projection(camera, scene.up, screen), camera.k);
}
