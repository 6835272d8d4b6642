import { describe, expect, it } from 'vitest';
import type { Curve, Diagrams, StretchMark, XY } from '../api/types';
import { lies, plot, readAt, shown, spotAt } from './diagrams';
import { asCsv } from './save';

/** A line from one value to another, as a curve. */
function line(of: Curve['of'], parts: [number, number, number, number][]): Curve {
  return {
    of,
    bound: null,
    parts: parts.map(([start, end, a, b]) => ({
      start,
      end,
      ordinates: [a, a + (b - a) / 3, a + (2 * (b - a)) / 3, b],
      by: null,
    })),
    values: parts.flatMap(([start, end, a, b]) =>
      [
        { station: start, value: a },
        { station: end, value: b },
      ]
        .filter((v) => v.value !== 0)
        .map((v) => ({ ...v, by: null, text: String(v.value), most: Math.abs(v.value) === 16 })),
    ),
    zeros: [],
  };
}

/** 12 down at 2 of 6: V 8 then −4, M 16 under the load. */
function beam(from: XY = [0, 0], to: XY = [6, 0]): StretchMark {
  return {
    id: 'inside:beam#0',
    body: 'beam',
    ends: ['A', 'B'],
    from: [...from],
    to: [...to],
    length: 6,
    curves: [
      line('N', [
        [0, 2, 0, 0],
        [2, 6, 0, 0],
      ]),
      line('V', [
        [0, 2, 8, 8],
        [2, 6, -4, -4],
      ]),
      line('M', [
        [0, 2, 0, 16],
        [2, 6, 16, 0],
      ]),
    ],
    refused: null,
  };
}

const scene = (...stretches: StretchMark[]): Diagrams => ({
  stretches,
  units: ['kN', 'kN', 'kN·m'],
  largest: [0, 8, 16],
  tension_side: false,
});
const view = { k: 50, x: 100, y: 150 };
const size = { width: 690, height: 690 };
const width = (text: string) => 7 * text.length;
const wanted = { along: false, of: 'M' as const, low: 150, busy: [] };

describe('diagrams', () => {
  it('read both sides of a step, and between', () => {
    expect(readAt(beam(), 'V', 2)).toEqual([8, -4]);
    expect(readAt(beam(), 'M', 1)[0]).toBeCloseTo(8, 12);
    expect(readAt(beam(), 'M', 4)[1]).toBeCloseTo(8, 12);
    expect(readAt(beam(), 'V', 0)).toEqual([8, 8]);
    expect(readAt(beam(), 'V', 6)).toEqual([-4, -4]);
  });

  it('stand below a level beam, aligned with it, without N when there is none', () => {
    const inside = scene(beam());
    expect(lies(inside)).toBe(true);
    expect(shown(inside)).toEqual(['V', 'M']);
    const drawn = plot(inside, view, size, wanted, width);
    expect(drawn.mode).toBe('under');
    expect(drawn.bands.map((b) => b.of)).toEqual(['V', 'M']);
    expect(drawn.bands[0]).toMatchObject({ left: 100, right: 400 });
    // The moment's curve rises from its zero line to above the load and comes back: sagging upwards.
    const [, moment] = drawn.bands;
    const path = drawn.curves.find((c) => c.of === 'M')?.line ?? '';
    expect(path.startsWith(`M100.00 ${moment?.zero.toFixed(2)}`)).toBe(true);
    expect(path.trim().endsWith(`400.00 ${moment?.zero.toFixed(2)}`)).toBe(true);
    const top = Number(/200\.00 ([\d.]+)/.exec(path)?.[1]);
    expect(top).toBeLessThan(moment?.zero ?? 0);
    // Nothing is drawn below its band, and the bands do not overlap.
    expect(drawn.bands[1]?.top).toBeGreaterThan(drawn.bands[0]?.bottom ?? Infinity);
    expect(drawn.bands[1]?.bottom).toBeLessThan(size.height);
  });

  it('draw lines, cubics and curves of a higher degree through the same values', () => {
    // M = 16 (1 − (1 − u)⁴) with u = s/6: its ordinates are 16 (1, 1, 1, 1) behind a first of 0.
    const curve = (ordinates: number[]): StretchMark => {
      const shown = line('M', [[0, 6, 0, 16]]);
      return { ...beam(), curves: [{ ...shown, parts: [{ start: 0, end: 6, ordinates, by: null }] }] };
    };
    const drawn = (ordinates: number[]) =>
      plot(scene(curve(ordinates)), view, size, wanted, width).curves[0]?.line ?? '';
    expect(drawn([0, 16])).toMatch(/^M100\.00 \S+L400\.00 \S+$/);
    expect(drawn([0, 16, 16, 16])).toMatch(/^M100\.00 \S+C/);
    const quartic = curve([0, 16, 16, 16, 16]);
    expect(readAt(quartic, 'M', 3)[0]).toBeCloseTo(15, 12);
    const path = drawn([0, 16, 16, 16, 16]);
    const zero = Number(/^M\S+ (\S+?)L/.exec(path)?.[1]);
    const [half, end] = [/L250\.00 (\S+?)L/, /L400\.00 (\S+)$/].map(
      (at) => zero - Number(at.exec(path)?.[1]),
    );
    expect((half ?? 0) / (end ?? 1)).toBeCloseTo(15 / 16, 3);
  });

  it('turn over on the side that is pulled, and for a run that is read from the right', () => {
    const peak = (inside: Diagrams) => {
      const drawn = plot(inside, view, size, wanted, width);
      const label = drawn.labels.find((l) => l.text === '16');
      return (label?.box.y ?? 0) - (drawn.bands[1]?.zero ?? 0);
    };
    expect(peak(scene(beam()))).toBeLessThan(0);
    expect(peak({ ...scene(beam()), tension_side: true })).toBeGreaterThan(0);
    expect(peak(scene(beam([6, 0], [0, 0])))).toBeGreaterThan(0);
  });

  it('follow the members of a frame, values clear of each other', () => {
    const post = { ...beam([0, 0], [0, 6]), id: 'inside:post#1', body: 'post' };
    const inside = scene(beam([0, 6], [6, 6]), post);
    expect(lies(inside)).toBe(false);
    const drawn = plot(inside, view, size, { ...wanted, along: true, of: 'V' }, width);
    expect(drawn.mode).toBe('along');
    expect(drawn.curves.map((c) => c.id)).toEqual(['inside:beam#0:V', 'inside:post#1:V']);
    for (const [i, a] of drawn.labels.entries())
      for (const b of drawn.labels.slice(i + 1)) {
        const apart =
          a.box.x + a.box.w <= b.box.x ||
          b.box.x + b.box.w <= a.box.x ||
          a.box.y + a.box.h <= b.box.y ||
          b.box.y + b.box.h <= a.box.y;
        expect(apart, `${a.text} ${b.text}`).toBe(true);
      }
  });

  it('find the place under the pointer: where something acts, else in round steps', () => {
    const inside = scene(beam());
    expect(spotAt(inside, view, [203, 400], true)?.station).toBe(2);
    expect(spotAt(inside, view, [263, 400], true)?.station).toBe(3.2);
    expect(spotAt(inside, view, [500, 400], true)).toBeNull();
  });

  it('go into a table with both sides of each step', () => {
    const rows = asCsv(scene({ ...beam(), body: 'rail, long' }), 'm')
      .trim()
      .split('\r\n');
    expect(rows[0]).toBe('body,from,to,distance m,side,N kN,V kN,M kN·m');
    expect(rows).toHaveLength(1 + 2 * 11);
    expect(rows).toContain('"rail, long",A,B,2,before,0,8,16');
    expect(rows).toContain('"rail, long",A,B,2,after,0,-4,16');
  });
});
