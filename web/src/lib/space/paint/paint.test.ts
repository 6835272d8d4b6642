import { describe, expect, it } from 'vitest';
import type { SolidArrow, SolidScene } from '../../api/types';
import { projection } from '../camera';
import { flatten } from '../flat';
import { ghost } from '../ghost';
import { paint } from '.';
import type { Reading } from './brush';
import { roundStep } from './step';
import { pick } from '../pick';
import { sub, type V3 } from '../vec3';
import { placeWords } from '../words';

const arrow = (part: Partial<SolidArrow>): SolidArrow => ({
  id: 'reaction:A_x',
  of: 'reaction:A_x',
  role: 'reaction',
  at: [0, 0, 0],
  toward: [0, 1, 0],
  couple: false,
  symbol: { base: 'A', index: 'x' },
  text: '3 kN',
  turned: true,
  zero: false,
  step: 2,
  relative: 1,
  ...part,
});

const scene: SolidScene = {
  up: [0, 0, 1],
  bounds: { low: [0, 0, 0], high: [2, 0, 0] },
  length: 'm',
  points: [
    { id: 'point:A', name: 'A', at: [0, 0, 0], text: '0; 0; 0', used: true },
    { id: 'point:B', name: 'B', at: [2, 0, 0], text: '2; 0; 0', used: true },
  ],
  lines: [
    {
      id: 'body:arm',
      name: 'arm',
      kind: 'run',
      path: [
        [0, 0, 0],
        [2, 0, 0],
      ],
      carries: 'both',
      length: null,
      force: null,
    },
  ],
  holds: [
    { id: 'support:A', name: 'A', at: [0, 0, 0], shape: 'ball', along: null, couples: false, ground: true },
  ],
  wheels: [],
  spreads: [],
  arrows: [
    arrow({}),
    arrow({
      id: 'load:F',
      of: 'load:F',
      role: 'load',
      at: [2, 0, 0],
      symbol: null,
      turned: false,
      step: null,
    }),
  ],
};

const reading: Reading = {
  k: 100,
  freed: true,
  step: 1,
  apart: 0,
  free: null,
  six: null,
  lit: () => false,
  arm: null,
  axis: null,
  lengths: false,
};

const headOf = (at: number, change: Partial<Reading>) =>
  paint(scene, { ...reading, ...change }).heads[at]?.along;

describe('arrows', () => {
  it('keep their assumed sense until their step is done, then turn round and carry their size', () => {
    expect(headOf(0, { step: 1 })).toEqual([0, 1, 0]);
    expect(headOf(0, { step: 2 })).toEqual([0, 1, 0]);
    expect(headOf(0, { step: 3 })?.map((v) => v + 0)).toEqual([0, -1, 0]);
    const word = (step: number) =>
      paint(scene, { ...reading, step }).words.find((w) => w.id === 'reaction:A_x');
    expect(word(1)?.symbol).toEqual(['A', 'x']);
    expect(word(3)?.text).toBe('3 kN');
  });

  it('of supports are there only when these have given way', () => {
    expect(paint(scene, { ...reading, freed: false }).words.some((w) => w.id === 'reaction:A_x')).toBe(false);
    expect(paint(scene, { ...reading, freed: false }).balls.some((b) => b.id === 'support:A')).toBe(true);
    expect(paint(scene, reading).balls.some((b) => b.id === 'support:A')).toBe(false);
  });

  it('of couples have two heads and a turn about them', () => {
    const couple = { ...scene, arrows: [arrow({ couple: true, toward: [0, 0, 1] })] };
    expect(paint(couple, reading).heads.length).toBe(3);
  });

  it('along a member stand before it and end where they act', () => {
    const along = { ...scene, arrows: [arrow({ toward: [1, 0, 0], turned: false })] };
    const [head] = paint(along, reading).heads;
    expect(head?.tip[0]).toBeLessThan(0);
  });
});

describe('the figure on the screen', () => {
  const camera = { azimuth: -Math.PI / 2, elevation: 0, k: 100, target: [1, 0, 0] as V3 };
  const screen = { width: 600, height: 500 };
  const project = projection(camera, scene.up, screen);

  it('is painted from far to near, the ground first', () => {
    const items = flatten(paint(scene, reading), project, 100);
    const depths = items.map((i) => i.depth);
    expect([...depths].sort((a, b) => a - b)).toEqual(depths);
    expect(items[0]?.role).toBe('ground');
  });

  it('is pointed at: a point before the member it stands on', () => {
    const prims = paint(scene, { ...reading, freed: false });
    expect(pick(scene, prims, project, [300, 250])).toBe('body:arm');
    expect(pick(scene, prims, project, [401, 251])).toBe('point:B');
    expect(pick(scene, prims, project, [300, 60])).toBeNull();
  });

  it('has labels that do not cover each other', () => {
    const words = placeWords(paint(scene, reading), project, screen, (text) => 8 * text.length);
    for (const [i, a] of words.entries())
      for (const b of words.slice(i + 1))
        expect(a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h).toBe(false);
    expect(words.length).toBe(4);
  });
});

it('moves what nothing holds, the farther from its axis the more', () => {
  const at = (x: number, y: number, z: number): [number, number, number] => [x, y, z];
  const body = {
    body: 'arm',
    about: [0, 0, 0],
    translation: [0, 0, 0],
    rotation: 0,
    centre: null,
    turn: at(0, 0, 1),
  };
  const screw = { through: at(0, 0, 0), axis: at(0, 0, 1), pitch: 0 };
  const moved = ghost(scene, { bodies: [{ ...body, screw }], cures: [] }, 1);
  const [rod] = moved.rods;
  expect(sub(rod?.b ?? [0, 0, 0], [2, 0, 0])[1]).toBeCloseTo(0.24);
  expect(rod?.a).toEqual([0, 0, 0]);
  expect(moved.words[0]?.text).toBe('turns about this line');
});

it('divides a ground into round steps', () => {
  expect([0.013, 0.9, 3, 7].map(roundStep)).toEqual([0.02, 1, 5, 10]);
});
