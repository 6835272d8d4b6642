import { describe, expect, it } from 'vitest';
import type { Scene, Sheet } from '../api/types';
import {
  limitSlots,
  loadNamed,
  loadSlots,
  pieceAt,
  plateSlots,
  sectionSlots,
  station,
  supportNamed,
  supportSlots,
} from './written';

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

describe('what is sized', () => {
  const sized: Sheet = {
    format: 'helvek-sheet/1',
    title: '',
    bodies: {
      jib: { runs: [['A', 'B']], section: 'plank', material: 'larch' },
      mast: { runs: [['A', 'C']], section: 'odd' },
    },
    bars: [['A', 'D'], { ends: ['B', 'D'], kind: 'bar', section: 'plank' }],
    sections: {
      plank: { shape: 'rectangle', width: 60, height: '4 in' },
      odd: { shape: 'pair', of: 'plank' },
    },
    pins: [
      {
        at: 'A',
        diameter: '12 mm',
        plates: [
          { of: 'ground', thickness: 5 },
          { of: 'jib', thickness: 8, edge: 20, material: 'larch' },
        ],
      },
    ],
    limits: [{ of: ['A', 'jib'], factor: 2 }, { stress: '160 MPa' }, { of: ['jib'], stress: 9 }],
  };

  it('stands in its slots as it would be typed', () => {
    expect(plateSlots(sized, 'A')).toEqual({
      plates: 'ground 5, jib 8 edge 20 in larch',
      diameter: '12 mm',
      material: '',
      factor: '2',
    });
    expect(plateSlots(sized, 'B')).toBeNull();
    expect(sectionSlots(sized, 'plank')).toEqual({
      shape: 'rectangle',
      dimensions: '60 x 4 in',
      of: 'jib, B-D',
      material: 'larch',
    });
    // What has no dimensions in a row is called by its name.
    expect(sectionSlots(sized, 'odd')?.['dimensions']).toBe('odd');
    expect(sectionSlots(sized, 'none')).toBeNull();
  });

  it('is limited by its own limit, else by that of all', () => {
    expect(limitSlots(sized, 'stress', 'jib')).toEqual({ sort: 'stress', most: '9', of: 'jib' });
    expect(limitSlots(sized, 'stress', 'mast')).toEqual({ sort: 'stress', most: '160 MPa', of: 'all' });
    expect(limitSlots(sized, 'factor', 'A')).toEqual({ sort: 'factor', most: '2', of: 'A' });
    expect(limitSlots(sized, 'reaction', 'A')).toBeNull();
  });
});
