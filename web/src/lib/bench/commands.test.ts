import { describe, expect, it } from 'vitest';
import { type Command, eitherWay, look } from './commands';

const command = (name: string, words = ''): Command => ({ name, words, run: () => undefined });
const list = [
  command('Put down: Force', 'load push'),
  command('The first equation is a force sum', 'convention'),
  command('Put down: Wall', 'fixed built in'),
  command('Undo', 'back'),
];
const names = (text: string) => look(list, text).map((c) => c.name);

describe('the list of commands', () => {
  it('is looked through by any words, also other ones than are shown', () => {
    expect(names('fixed')).toEqual(['Put down: Wall']);
    expect(names('equation force')).toEqual(['The first equation is a force sum']);
    expect(names('nothing of the kind')).toEqual([]);
    expect(names('')).toHaveLength(4);
  });

  it('puts what begins with the word first', () => {
    expect(look([command('Second half', 'forward'), ...list], 'for')[0]?.name).toBe('Put down: Force');
    const points = [command('Change point A', 'coordinates'), command('Change point D', 'coordinates')];
    expect(look(points, 'point d')[0]?.name).toBe('Change point D');
  });

  it('finds a bar by its ends, whichever is said first', () => {
    const bars = ['A-B', 'E-B', 'stay'].map((bar) => command(`Change bar ${bar}`, eitherWay(bar)));
    const beam = command('Beam', 'member bar');
    for (const text of ['bar be', 'bar eb', 'bar b-e', 'e-b'])
      expect(look([beam, ...bars], text)[0]?.name, text).toBe('Change bar E-B');
    expect(eitherWay('stay')).toBe('');
  });
});
