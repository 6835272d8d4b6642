import { describe, expect, it } from 'vitest';
import type { Scene, Sheet } from '../api/types';
import { loadNamed, loadSlots, pieceAt, station, supportNamed, supportSlots } from './written';

const scene: Scene = {
  bounds: null,
  marks: [
    {
      kind: 'body',
      id: 'body:b',
      name: 'b',
      path: [
        [1, 1],
        [4, 5],
      ],
    },
    {
      kind: 'support',
      id: 'support:wall',
      name: 'wall',
      at: [1, 1],
      shape: 'pin',
      facing: [0, 1],
      text: null,
    },
    { kind: 'force', id: 'load:F1', at: [2.5, 3], toward: [0, -1], text: '4 kN', relative: 1 },
    { kind: 'point', id: 'point:C', name: 'C', at: [2.5, 3], along: null },
  ],
};

const sheet: Sheet = {
  format: 'helvek-sheet/1',
  title: '',
  supports: [{ at: 'A', kind: 'roller', normal: { angle: 15, from: '+y', turn: 'cw' } }],
  loads: [{ kind: 'force', at: 'C', size: '900 lb', direction: { toward: 'A' } }],
};

describe('what stands in a slot', () => {
  it('is a distance along the beam, whatever its slope', () => {
    expect(station(scene, 'C')).toBe('2.5');
  });

  it('is what was written, in its own unit', () => {
    const load = loadNamed(sheet, scene, 'load:F1');
    expect(load && loadSlots(load, 'F1', scene)).toEqual({
      size: '900 lb',
      place: '2.5',
      direction: 'to A',
      case: '',
      rename: 'F1',
    });
    const support = supportNamed(sheet, scene, 'support:wall');
    expect(support && supportSlots(support, 'wall', scene).normal).toBe('15 from +y cw');
  });

  it('is the straight piece that is pointed at, from corner to corner', () => {
    const bent: Scene = {
      bounds: null,
      marks: [
        {
          kind: 'body',
          id: 'body:crank',
          name: 'crank',
          path: [
            [0, 0],
            [1, 0],
            [4, 0],
            [4, 3],
          ],
        },
      ],
    };
    const crank: Sheet = {
      format: 'helvek-sheet/1',
      title: '',
      bodies: { crank: { runs: [['A', 'D', 'B', 'C']] } },
    };
    const level = { first: 'A', second: 'B', slots: { length: '4', angle: '0', rename: 'crank' } };
    expect(pieceAt(crank, bent, 'body:crank', [0.5, 0.1])).toEqual(level);
    expect(pieceAt(crank, bent, 'body:crank', [3, 0.1])).toEqual(level);
    expect(pieceAt(crank, bent, 'body:crank', [4.1, 2])).toMatchObject({ first: 'B', second: 'C' });
  });

  it('names components as they are typed, and leaves their direction empty', () => {
    const slots = loadSlots({ kind: 'force', at: 'C', components: [3, '-4 kN'] }, 'F2', scene);
    expect([slots['size'], slots['direction']]).toEqual(['3; -4 kN', '']);
    const spread = loadSlots({ kind: 'distributed', from: 'C', to: 'C', start: 2 }, 'q1', scene);
    expect([spread['end'], spread['per'], spread['direction']]).toEqual(['', 'length', 'down']);
  });
});
