import { describe, expect, it } from 'vitest';
import type { Askable, Page, Sheet } from '../api/types';
import { asText, isAsked, toggled } from './asked';

const support = (name: string): Askable => ({
  find: { what: 'reactions', support: name },
  of: `support:${name}`,
  label: name,
});
const sought: Askable = { find: { what: 'load', load: 'P' }, of: 'sought:P', label: 'P' };
const all = [support('A'), support('B'), sought];

describe('what is asked', () => {
  it('is everything as long as nothing is written', () => {
    expect(all.every((a) => isAsked([], a.find))).toBe(true);
    expect(isAsked([{ what: 'reactions' }], support('B').find)).toBe(true);
    expect(isAsked([{ what: 'reactions' }], sought.find)).toBe(false);
  });

  it('is written out once something is left out, and back again', () => {
    const without = toggled([], all, support('A').find);
    expect(without).toEqual([support('B').find, sought.find]);
    expect(toggled(without, all, support('A').find)).toEqual([]);
    expect(toggled([sought.find], all, sought.find)).toEqual([]);
  });

  it('is copied so that nothing is taken for a formula', () => {
    const line = { of: 'bar:@x', label: '@x', parts: [{ says: '1 kN T' }], answered: true };
    const page = { asked: [line], caution: 'c', engine: 'e' } as unknown as Page;
    const copied = asText({ format: 'helvek-sheet/1', title: '=HYPERLINK("x")\tB' } as Sheet, page);
    expect(copied.split('\n').slice(0, 2)).toEqual(['\'=HYPERLINK("x") B', "'@x: 1 kN T"]);
  });

  it('is copied with its caution and the engine that answered', () => {
    const page = {
      asked: [
        {
          of: 'support:A',
          label: 'reaction at A',
          parts: [{ symbol: { base: 'A', index: 'y' }, says: '3 kN ↑' }, { says: '4 kN·m' }],
          answered: true,
        },
      ],
      caution: 'To be checked.',
      engine: 'Helvek, engine 2',
    } as unknown as Page;
    const copied = asText({ format: 'helvek-sheet/1', title: '' } as Sheet, page);
    expect(copied.split('\n')).toEqual([
      'Untitled sheet',
      'reaction at A: A_y 3 kN ↑, 4 kN·m',
      'To be checked.',
      'Helvek, engine 2',
    ]);
  });
});
