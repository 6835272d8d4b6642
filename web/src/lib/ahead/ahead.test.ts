import { describe, expect, it } from 'vitest';
import { Ahead, type Pressed } from './ahead.svelte';

/** A key as a person presses it. */
function key(name: string, more: Partial<KeyboardEvent> = {}): KeyboardEvent {
  const stopped = { prevented: 0 };
  return {
    ...{ isTrusted: true, isComposing: false, key: name, code: '', repeat: false },
    ...{ shiftKey: false, ctrlKey: false, metaKey: false, altKey: false },
    getModifierState: () => false,
    preventDefault: () => (stopped.prevented += 1),
    stopImmediatePropagation: () => undefined,
    ...more,
  } as unknown as KeyboardEvent;
}
const paste = (text: string) =>
  ({ ...key(''), clipboardData: { getData: () => text } }) as unknown as ClipboardEvent;
const quiet = () => new Promise((resolve) => setTimeout(resolve, 20));

/** Something that is done when it is told to be. */
function work(): { readonly done: Promise<void>; readonly end: () => void } {
  let end: () => void = () => undefined;
  const done = new Promise<void>((resolve) => (end = resolve));
  return { done, end };
}

describe('keys typed ahead', () => {
  it('go their own way while nothing is being done', () => {
    const ahead = new Ahead(() => undefined);
    expect(ahead.take(key('f'))).toBe(false);
    expect(ahead.keys).toEqual([]);
  });

  it('wait, and go on in their order, each after what the one before has begun', async () => {
    const pressed: string[] = [];
    const [first, second] = [work(), work()];
    const ahead: Ahead = new Ahead((k: Pressed) => {
      pressed.push(k.paste ?? k.key);
      if (k.key === 'Enter') void ahead.during(second.done);
    });
    void ahead.during(first.done);
    for (const name of ['f', '5']) expect(ahead.take(key(name))).toBe(true);
    expect(ahead.take(paste('@2'))).toBe(true);
    for (const name of ['Enter', 'c']) ahead.take(key(name));
    expect([ahead.text, pressed]).toEqual(['f5@2⏎c', []]);
    first.end();
    await quiet();
    expect([ahead.text, pressed]).toEqual(['c', ['f', '5', '@2', 'Enter']]);
    // Later ones stand behind.
    expect(ahead.take(key('4'))).toBe(true);
    second.end();
    await quiet();
    expect(pressed).toEqual(['f', '5', '@2', 'Enter', 'c', '4']);
    expect(ahead.take(key('x'))).toBe(false);
  });

  it('leave to the browser, to input methods and to programs what is theirs', () => {
    const ahead = new Ahead(() => undefined);
    ahead.begin();
    const ours = [
      key('r', { ctrlKey: true }),
      key('F5'),
      key('Shift'),
      key('ü', { isComposing: true }),
      key('d', { altKey: true }),
      key('a', { isTrusted: false }),
      paste(''),
    ];
    expect(ours.map((event) => ahead.take(event))).toEqual(ours.map(() => false));
    // Control for taking back, and what a third row of a keyboard gives.
    expect(ahead.take(key('z', { ctrlKey: true }))).toBe(true);
    const graph = { ctrlKey: true, altKey: true, getModifierState: (of: string) => of === 'AltGraph' };
    expect(ahead.take(key('@', graph))).toBe(true);
    expect(ahead.keys.map((k) => [k.key, k.ctrlKey, k.altKey])).toEqual([
      ['z', true, false],
      ['@', false, false],
    ]);
  });

  it('are held while what was typed before is to be mended, and go on afterwards', async () => {
    const pressed: string[] = [];
    const ahead = new Ahead((k) => pressed.push(k.key));
    const commit = work();
    void ahead.during(commit.done);
    ahead.take(key('c'));
    ahead.hold();
    commit.end();
    await quiet();
    expect([ahead.held, pressed]).toEqual([true, []]);
    // What mends it is typed as ever.
    expect(ahead.take(key('5'))).toBe(false);
    ahead.release();
    await quiet();
    expect([ahead.held, pressed]).toEqual([false, ['c']]);
  });

  it('can be let go of', async () => {
    const pressed: string[] = [];
    const ahead = new Ahead((k) => pressed.push(k.key));
    ahead.begin();
    ahead.take(key('c'));
    ahead.hold();
    ahead.forget();
    ahead.end();
    await quiet();
    expect([ahead.held, ahead.keys, pressed]).toEqual([false, [], []]);
  });
});
