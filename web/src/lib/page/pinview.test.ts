import { describe, expect, it } from 'vitest';
import type { PinMark } from '../api/types';
import { drawnPin, ROOM } from './pinview';

const plate = (of: string, thickness: number, push: number) => ({
  of,
  thickness,
  push,
  force: '',
  aligned: true,
});
const fork: PinMark = {
  at: 'A',
  diameter: 16,
  unit: 'mm',
  plates: [plate('ground', 6, -0.5), plate('eye', 10, 1), plate('ground', 6, -0.5)],
  planes: [
    { force: '2 kN', share: 1 },
    { force: '2 kN', share: 1 },
  ],
};

describe('a pin among its plates', () => {
  it('stands in its room, plate beside plate, to one scale both ways', () => {
    const drawn = drawnPin(fork);
    const [a, b, c] = drawn.plates;
    expect(drawn.toScale).toBe(true);
    expect((b?.width ?? 0) / (a?.width ?? 1)).toBeCloseTo(10 / 6);
    expect((a?.x ?? 0) + (a?.width ?? 0)).toBeCloseTo(b?.x ?? 0);
    expect(drawn.pin.height / (b?.width ?? 1)).toBeCloseTo(1.6);
    expect(drawn.pin.x).toBeGreaterThan(0);
    expect((c?.x ?? 0) + (c?.width ?? 0)).toBeLessThan(ROOM.width);
  });

  it('presses from below with what pushes up, from above with what holds it, half as far', () => {
    const [a, b] = drawnPin(fork).plates;
    expect(b?.arrow?.from).toBeGreaterThan(b?.arrow?.to ?? Infinity);
    expect(b?.arrow?.to).toBeGreaterThan(ROOM.middle);
    expect(a?.arrow?.from).toBeLessThan(a?.arrow?.to ?? -Infinity);
    const length = (arrow: { from: number; to: number } | null | undefined) =>
      Math.abs((arrow?.from ?? 0) - (arrow?.to ?? 0));
    expect(length(a?.arrow) * 2).toBeCloseTo(length(b?.arrow));
  });

  it('says so when a thin plate had to be made thicker to be seen', () => {
    const thin = { ...fork, plates: [plate('a', 0.2, 1), plate('b', 40, -1)] };
    expect(drawnPin(thin).toScale).toBe(false);
  });

  it('puts each plane where two plates touch', () => {
    const drawn = drawnPin(fork);
    expect(drawn.planes.map((p) => p.x)).toEqual([drawn.plates[1]?.x, drawn.plates[2]?.x]);
  });
});
