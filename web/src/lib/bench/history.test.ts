import { describe, expect, it } from 'vitest';
import type { Sheet } from '../api/types';
import { History } from './history.svelte';

const sheet = (title: string): Sheet => ({ format: 'helvek-sheet/1', title });

describe('the history of a sheet', () => {
  it('goes back and forth, and no further than there is anything', () => {
    const history = new History(sheet('a'));
    expect([history.canUndo, history.canRedo, history.turn(-1), history.turn(1)]).toEqual([
      false,
      false,
      false,
      false,
    ]);
    history.push(sheet('b'));
    expect([history.sheet.title, history.turn(-1), history.sheet.title]).toEqual(['b', true, 'a']);
    expect([history.canRedo, history.turn(1), history.sheet.title]).toEqual([true, true, 'b']);
  });

  it('loses what was taken back as soon as something new is done', () => {
    const history = new History(sheet('a'));
    for (const title of ['b', 'c']) history.push(sheet(title));
    history.turn(-1);
    history.turn(-1);
    history.push(sheet('d'));
    expect([history.sheet.title, history.canRedo]).toEqual(['d', false]);
    history.turn(-1);
    expect(history.sheet.title).toBe('a');
  });

  it('holds what a list with a cursor holds, whatever is done', () => {
    // A generator of its own, so that a failure comes again.
    let seed = 7;
    const random = (below: number) => {
      seed = (seed * 48271) % 2147483647;
      return seed % below;
    };
    for (let round = 0; round < 50; round += 1) {
      const history = new History(sheet('0'));
      let past = ['0'];
      let future: string[] = [];
      for (let step = 1; step < 40; step += 1) {
        const what = random(3);
        if (what === 0) {
          history.push(sheet(String(step)));
          past = [...past, String(step)];
          future = [];
        } else if (what === 1 && past.length > 1) {
          future = [past.at(-1) as string, ...future];
          past = past.slice(0, -1);
          history.turn(-1);
        } else if (what === 2 && future.length > 0) {
          past = [...past, future[0] as string];
          future = future.slice(1);
          history.turn(1);
        } else expect(history.turn(what === 1 ? -1 : 1)).toBe(false);
        expect([history.sheet.title, history.canUndo, history.canRedo]).toEqual([
          past.at(-1),
          past.length > 1,
          future.length > 0,
        ]);
      }
    }
  });
});
