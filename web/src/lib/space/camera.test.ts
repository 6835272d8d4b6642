import { describe, expect, it } from 'vitest';
import {
  between,
  fitted,
  frame,
  level,
  lookAxis,
  nearer,
  projection,
  stand,
  turned,
  unproject,
  viewOf,
} from './camera';
import { cross, dot, type V3 } from './vec3';

const SCREEN = { width: 700, height: 600 };
const BOX = { low: [0, 0, 0] as V3, high: [2, 3, 4] as V3 };
const UPS: readonly V3[] = [
  [0, 0, 1],
  [0, 1, 0],
];
const near = (a: readonly number[], b: readonly number[]) =>
  a.forEach((v, i) => expect(v).toBeCloseTo(b[i] ?? NaN, 9));

describe('the views', () => {
  it('have x to the right, and up upwards, from the front; they are right-handed', () => {
    for (const up of UPS) {
      const [azimuth, elevation] = stand('front');
      const [right, upward, toward] = frame({ azimuth, elevation, k: 1, target: [0, 0, 0] }, up);
      near(right, [1, 0, 0]);
      near(upward, up);
      near(toward, cross(right, upward));
    }
  });

  it('from above: y upwards when z points up, −z upwards when y does', () => {
    const [azimuth, elevation] = stand('plan');
    const seen = (up: V3) => frame({ azimuth, elevation, k: 1, target: [0, 0, 0] }, up);
    near(seen([0, 0, 1])[1], [0, 1, 0]);
    near(seen([0, 1, 0])[1], [0, 0, -1]);
    near(level([0, 1, 0])[1], [0, 0, -1]);
  });

  it('are told from a turned one, and say along which axis they look', () => {
    const [azimuth, elevation] = stand('side');
    const camera = { azimuth, elevation, k: 1, target: [0, 0, 0] as V3 };
    expect(viewOf(camera)).toBe('side');
    expect(lookAxis(camera, [0, 0, 1])).toBe(0);
    expect(viewOf(turned(camera, 5, 0))).toBeNull();
    expect(lookAxis(turned(camera, 5, 0), [0, 0, 1])).toBeNull();
  });
});

describe('the projection', () => {
  it('keeps everything above the foot of the screen, and is undone by its opposite', () => {
    for (const up of UPS) {
      for (const view of ['plan', 'front', 'side', 'oblique'] as const) {
        const [azimuth, elevation] = stand(view);
        const camera = fitted({ azimuth, elevation }, up, BOX, SCREEN, 100);
        const project = projection(camera, up, SCREEN);
        for (let i = 0; i < 8; i += 1) {
          const corner: V3 = [i & 1 ? 2 : 0, i & 2 ? 3 : 0, i & 4 ? 4 : 0];
          const [x, y] = project(corner);
          expect(x).toBeGreaterThan(80);
          expect(x).toBeLessThan(620);
          expect(y).toBeGreaterThan(80);
          expect(y).toBeLessThan(420);
          // What comes back lies under the same place, though not at the same depth.
          near(project(unproject(camera, up, SCREEN, [x, y])).slice(0, 2), [x, y]);
        }
      }
    }
  });

  it('is finite where all is in one point', () => {
    const camera = fitted(
      { azimuth: 0, elevation: 0 },
      [0, 0, 1],
      { low: [1, 1, 1], high: [1, 1, 1] },
      SCREEN,
    );
    expect(Number.isFinite(camera.k)).toBe(true);
  });

  it('keeps what is under the pointer where it is when it comes nearer', () => {
    const camera = fitted({ azimuth: 0.4, elevation: 0.3 }, [0, 0, 1], BOX, SCREEN);
    const there = unproject(camera, [0, 0, 1], SCREEN, [100, 150]);
    const closer = nearer(camera, [0, 0, 1], SCREEN, 2.5, [100, 150]);
    near(projection(closer, [0, 0, 1], SCREEN)(there).slice(0, 2), [100, 150]);
  });
});

describe('a turn', () => {
  it('never goes over the top', () => {
    const camera = fitted({ azimuth: 0, elevation: 0 }, [0, 0, 1], BOX, SCREEN);
    expect(turned(camera, 0, 1e5).elevation).toBeCloseTo(Math.PI / 2);
    const [right, upward] = frame(turned(camera, 0, 1e5), [0, 0, 1]);
    expect(dot(right, upward)).toBeCloseTo(0);
  });

  it('glides round the shorter way and ends exactly', () => {
    const a = { azimuth: 3, elevation: 0, k: 10, target: [0, 0, 0] as V3 };
    const b = { azimuth: -3, elevation: 1, k: 40, target: [1, 0, 0] as V3 };
    expect(between(a, b, 0.5).azimuth).toBeCloseTo(Math.PI);
    expect(between(a, b, 0.5).k).toBeCloseTo(20);
    expect(between(a, b, 1)).toEqual(b);
  });
});
