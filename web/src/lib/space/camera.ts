/** How a figure of space is looked at: parallel projection, so that what is parallel stays so and lengths along a direction can be compared. */
import type { XY } from '../api/types';
import { add, cross, dot, sub, times, type V3 } from './vec3';

export interface Camera {
  /** Where the viewer stands, from the first level axis towards the second, in radians. */
  readonly azimuth: number;
  /** How high above the level, in radians. */
  readonly elevation: number;
  /** Pixels for each unit of length. */
  readonly k: number;
  /** What is in the middle. */
  readonly target: V3;
}

/** A box with sides along the axes. */
export interface Bounds {
  readonly low: V3;
  readonly high: V3;
}

/** Where nothing is drawn yet. */
export const UNIT: Bounds = { low: [0, 0, 0], high: [1, 1, 1] };

export interface Size {
  readonly width: number;
  readonly height: number;
}

export const VIEWS = ['plan', 'front', 'side', 'oblique'] as const;
export type ViewName = (typeof VIEWS)[number];

const QUARTER = Math.PI / 2;
/** From which way each view is seen. */
const STANDS: Record<ViewName, readonly [number, number]> = {
  plan: [-QUARTER, QUARTER],
  front: [-QUARTER, 0],
  side: [0, 0],
  oblique: [-0.96, 0.42],
};

export function stand(view: ViewName): readonly [azimuth: number, elevation: number] {
  return STANDS[view];
}

/** The view that a camera is in, unless it was turned. */
export function viewOf(camera: Camera): ViewName | null {
  const near = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  return (
    VIEWS.find((v) => near(STANDS[v][0], camera.azimuth) && near(STANDS[v][1], camera.elevation)) ?? null
  );
}

/** The level axes: x, and the one that follows it right-handed about up. */
export function level(up: V3): readonly [V3, V3] {
  const x: V3 = [1, 0, 0];
  return [x, cross(up, x)];
}

/** To the right, upwards on the screen, and towards the viewer. */
export function frame(camera: Camera, up: V3): readonly [V3, V3, V3] {
  const [h1, h2] = level(up);
  const { azimuth: a, elevation: e } = camera;
  const out = add(times(h1, Math.cos(a)), times(h2, Math.sin(a)));
  const toward = add(times(out, Math.cos(e)), times(up, Math.sin(e)));
  const right = add(times(h1, -Math.sin(a)), times(h2, Math.cos(a)));
  return [right, cross(toward, right), toward];
}

export type Projection = (at: V3) => readonly [x: number, y: number, depth: number];

/** Onto the screen; the depth grows towards the viewer, in units of length. */
export function projection(camera: Camera, up: V3, screen: Size): Projection {
  const [right, upward, toward] = frame(camera, up);
  return (at) => {
    const r = sub(at, camera.target);
    return [
      screen.width / 2 + camera.k * dot(r, right),
      screen.height / 2 - camera.k * dot(r, upward),
      dot(r, toward),
    ];
  };
}

/** The place on the screen's plane through the target that lies under a point of the screen. */
export function unproject(camera: Camera, up: V3, screen: Size, [x, y]: XY): V3 {
  const [right, upward] = frame(camera, up);
  const [dx, dy] = [(x - screen.width / 2) / camera.k, (screen.height / 2 - y) / camera.k];
  return add(camera.target, add(times(right, dx), times(upward, dy)));
}

/** The axis along which a plane view looks: 0, 1 or 2; `null` in any other. */
export function lookAxis(camera: Camera, up: V3): number | null {
  const view = viewOf(camera);
  if (view === null || view === 'oblique') return null;
  const [, , toward] = frame(camera, up);
  return toward.map(Math.abs).indexOf(Math.max(...toward.map(Math.abs)));
}

/** Room along the edges for arrows and labels, in pixels. */
const MARGIN = 92;
/** What covers the lower edge: the tools. */
export const FOOT = 60;
/** The same with an open tag above them. */
export const FOOT_TAGGED = 176;

/** All of a box in sight, seen from the same side. */
export function fitted(
  camera: Pick<Camera, 'azimuth' | 'elevation'>,
  up: V3,
  bounds: Bounds | null,
  screen: Size,
  foot = FOOT,
): Camera {
  const { low, high } = bounds ?? UNIT;
  const middle = times(add(low, high), 0.5);
  const target = middle;
  const [right, upward] = frame({ ...camera, k: 1, target }, up);
  let [w, h] = [0, 0];
  for (let corner = 0; corner < 8; corner += 1) {
    const at: V3 = [(corner & 1 ? high : low)[0], (corner & 2 ? high : low)[1], (corner & 4 ? high : low)[2]];
    const r = sub(at, target);
    w = Math.max(w, Math.abs(dot(r, right)));
    h = Math.max(h, Math.abs(dot(r, upward)));
  }
  const room = (whole: number) => Math.max(60, whole / 2 - MARGIN);
  const fits = Math.min(room(screen.width) / (w || 1e-9), room(screen.height - foot) / (h || 1e-9));
  const k = Number.isFinite(fits) && fits < 1e8 ? fits : 200;
  // In the middle of what is left above the foot.
  const raised = sub(middle, times(upward, foot / 2 / k));
  return { azimuth: camera.azimuth, elevation: camera.elevation, k, target: raised };
}

/** Turned by a drag of so many pixels; never over the top. */
export function turned(camera: Camera, dx: number, dy: number): Camera {
  const elevation = Math.max(-QUARTER, Math.min(QUARTER, camera.elevation + dy * 0.008));
  return { ...camera, azimuth: camera.azimuth - dx * 0.008, elevation };
}

/** Moved by a drag of so many pixels. */
export function moved(camera: Camera, up: V3, dx: number, dy: number): Camera {
  const [right, upward] = frame(camera, up);
  const by = add(times(right, -dx / camera.k), times(upward, dy / camera.k));
  return { ...camera, target: add(camera.target, by) };
}

/** Nearer or farther; what is under a point of the screen stays there. */
export function nearer(camera: Camera, up: V3, screen: Size, factor: number, at: XY): Camera {
  const before = unproject(camera, up, screen, at);
  const zoomed = { ...camera, k: camera.k * factor };
  const after = unproject(zoomed, up, screen, at);
  return { ...zoomed, target: add(zoomed.target, sub(before, after)) };
}

/** Part of the way from one camera to another. */
export function between(a: Camera, b: Camera, t: number): Camera {
  const go = (x: number, y: number) => x + (y - x) * t;
  // Round the shorter way.
  const round =
    ((((b.azimuth - a.azimuth + Math.PI) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)) - Math.PI;
  return {
    azimuth: t >= 1 ? b.azimuth : a.azimuth + round * t,
    elevation: go(a.elevation, b.elevation),
    k: a.k * (b.k / a.k) ** t,
    target: add(times(a.target, 1 - t), times(b.target, t)),
  };
}
