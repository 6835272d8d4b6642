import { describe, expect, it } from 'vitest';
import { editOf, GROUP, toolFor, TOOLS, keyOf } from './tools';

describe('tools', () => {
  it('have one key each', () => {
    const keys = [...TOOLS, ...GROUP].map(keyOf);
    expect(new Set(keys).size).toBe(keys.length);
    // N walks (Shift N back), A asks, Q copies, H looks back, K cures, Z takes apart: no tool may take them.
    expect(keys.filter((k) => ['N', 'Shift N', 'A', 'Q', 'H', 'K', 'Z'].includes(k))).toEqual([]);
  });

  it('keep of a limit, a section and a pin which one it was', () => {
    const limit = { sort: 'stress', of: 'jib' };
    expect(editOf('most', { limit }, { most: '90 MPa' })).toEqual({ edit: 'most', ...limit, most: '90 MPa' });
    const section = { shape: 'box', of: 'jib' };
    expect(editOf('profile', { section }, { dimensions: '40 x 60 x 3' })).toEqual({
      edit: 'profile',
      ...section,
      dimensions: '40 x 60 x 3',
    });
    expect(editOf('plates', { name: 'A' }, { diameter: '' })).toEqual({
      edit: 'plates',
      at: 'A',
      diameter: '',
    });
    expect(editOf('plates', {}, { at: 'B' })).toEqual({ edit: 'plates', at: 'B' });
  });

  it('send what was typed and nothing else', () => {
    expect(editOf('roller', {}, { place: '2' })).toEqual({ edit: 'support', kind: 'roller', place: '2' });
    expect(editOf('force', { name: 'F1' }, { size: '4' })).toEqual({ edit: 'force', name: 'F1', size: '4' });
    const roller = editOf('pin', { name: 'A' }, { kind: 'roller', normal: 'left' });
    expect(roller).toEqual({ edit: 'support', kind: 'roller', name: 'A', normal: 'left' });
    expect(editOf('repeat', { ids: ['load:F1'] }, { by: '0.5' })).toEqual({
      edit: 'shift',
      ids: ['load:F1'],
      by: '0.5',
      copies: '1',
    });
    expect(editOf('distance', { first: 'A', second: 'C' }, { value: '3' })).toEqual({
      edit: 'distance',
      first: 'A',
      second: 'C',
      value: '3',
    });
  });
});

describe('tools for what is there', () => {
  it('finds the tool of a kind, and none for kinds that no tool puts down', () => {
    expect(toolFor('roller')).toBe('roller');
    expect(toolFor('distributed')).toBe('distributed');
    expect(toolFor('surface')).toBe('surface');
    expect(toolFor('mesh')).toBeNull();
  });
});
