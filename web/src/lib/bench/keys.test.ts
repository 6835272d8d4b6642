import { beforeEach, describe, expect, it } from 'vitest';
import readme from '../../../../README.md?raw';
import { keymap } from './keymap';
import { type Hands, onKey } from './keys';
import type { Session, Stop } from './session.svelte';

/** What was done, in its order. */
let done: string[];
let session: Session;
let prevented: boolean;

const hands = new Proxy({} as Hands, {
  get: (_, key: string) =>
    key === 'tag'
      ? () => undefined
      : (...of: unknown[]) => {
          const word = (o: unknown) =>
            o instanceof Array ? o.join() : typeof o === 'object' && o ? (o as { id: string }).id : String(o);
          const said = of.map(word);
          if (key !== 'stopReplay') done.push([key, ...said].join(' '));
        },
});

function board(more: object = {}): Session {
  return {
    spatial: false,
    stop: 'idealise',
    stops: ['idealise', 'free', 'work', 'check'] satisfies Stop[],
    chosen: [],
    empty: false,
    blank: false,
    entry: null,
    parting: { possible: false, on: false },
    looking: { states: [null], state: null, cut: null },
    sheet: {},
    reply: null,
    tell: (text: string) => done.push(`tell ${text}`),
    walk: (by: number) => done.push(`walk ${by}`),
    go: (stop: string) => done.push(`go ${stop}`),
    choose: (ids: string[]) => done.push(`choose ${ids.length}`),
    remove: () => done.push('remove'),
    undo: () => done.push('undo'),
    redo: () => done.push('redo'),
    takeApart: (on: boolean) => done.push(`apart ${on}`),
    intoSpace: () => done.push('space'),
    pull: () => done.push('pull'),
    ...more,
  } as unknown as Session;
}

function press(
  key: string,
  how: { shift?: boolean; ctrl?: boolean; of?: string; handle?: string; code?: string } = {},
): string[] {
  done = [];
  prevented = false;
  const target = {
    matches: (css: string) => how.of !== undefined && css.includes(how.of),
    closest: () => null,
    dataset: how.handle ? { handle: how.handle } : {},
  };
  const event = {
    key,
    code: how.code ?? (/^[0-9]$/.test(key) ? `Digit${key}` : ''),
    shiftKey: how.shift ?? false,
    ctrlKey: how.ctrl ?? false,
    metaKey: false,
    altKey: false,
    target,
    preventDefault: () => (prevented = true),
  };
  onKey(event as unknown as KeyboardEvent, session, hands);
  return done;
}

beforeEach(() => (session = board()));

describe('a key on the bench', () => {
  it('takes a tool, with a Shift too many as well, unless that means something of its own', () => {
    expect(press('f')).toEqual(['choose force']);
    expect(press('F', { shift: true })).toEqual(['choose force']);
    expect(press('b')).toEqual(['choose beam']);
    expect(press('B', { shift: true })).toEqual(['choose body']);
    expect(press('N', { shift: true })).toEqual(['walk -1']);
    expect(press('Escape', { shift: true })).toEqual(['choose 0']);
  });

  it('walks through the working in the plane, and turns the figure in space', () => {
    expect([press('ArrowRight'), press('ArrowLeft')]).toEqual([['walk 1'], ['walk -1']]);
    expect(press('ArrowRight', { shift: true })).toEqual(['pan -60 0']);
    expect(press('ArrowRight', { handle: 'load:F1' })).toEqual([]);
    session = board({ spatial: true });
    expect(press('ArrowRight')).toEqual(['turn 33 0']);
  });

  it('chooses all that can be chosen, each thing once', () => {
    const marks = [
      { kind: 'force', id: 'load:W1@point:A' },
      { kind: 'force', id: 'load:W1@point:B' },
      { kind: 'point', id: 'point:A' },
      { kind: 'bar', id: 'bar:A-B' },
    ];
    session = board({ reply: { scene: { marks } } });
    expect(press('a', { ctrl: true })).toEqual(['choose 2']);
    const solid = {
      holds: [{ id: 'support:A' }],
      arrows: [
        { role: 'load', of: 'load:F' },
        { role: 'reaction', of: 'reaction:A_x' },
      ],
      spreads: [{ id: 'load:q' }],
    };
    session = board({ reply: { scene: { marks: [], solid } }, spatial: true });
    expect(press('a', { ctrl: true })).toEqual(['choose 3']);
    expect(keymap(board(), hands).some((action) => action.name?.startsWith('Choose all'))).toBe(false);
  });

  it('says so when there is nothing to do', () => {
    expect(press('7')).toEqual(['tell There are 4 stops.']);
    expect(press('3')).toEqual(['go work']);
    expect(press('z')).toEqual(['tell There is nothing here to take apart: one body alone.']);
    expect(press('Delete')).toEqual([
      'tell Nothing is chosen: Space on a thing, or Shift and a press on it.',
    ]);
    session = board({ empty: true, blank: true });
    expect(press('3')).toEqual(['tell Nothing is drawn yet.']);
    expect(press('1')).toEqual(['go idealise']);
    expect(press('z')).toEqual(['tell Nothing is drawn yet.']);
    expect(press('D', { shift: true })).toEqual(['space']);
  });

  it('is text in a field, the browser’s with Alt, and a press on a button with Space', () => {
    expect(press('f', { of: 'input' })).toEqual([]);
    expect([press(' ', { of: 'button' }), prevented]).toEqual([[], false]);
    expect([press(' '), prevented]).toEqual([['replay'], true]);
    expect(press('z', { ctrl: true })).toEqual(['undo']);
    expect(press('Z', { ctrl: true, shift: true })).toEqual(['redo']);
    expect([press('p', { ctrl: true }), prevented]).toEqual([[], false]);
  });

  it('removes what is chosen, and takes what is pointed at into a group', () => {
    session = board({ chosen: ['load:F1'] });
    expect(press('Delete')).toEqual(['remove']);
    expect(press('e')).toEqual(['group repeat load:F1']);
    session = board({ parting: { possible: true, on: true } });
    expect(press('z')).toEqual(['apart false']);
    expect(press('e', { handle: 'load:F2' })).toEqual(['group repeat load:F2']);
  });

  it('is the character that is typed, whatever keyboard that takes', () => {
    // On some keyboards `/` is Shift and 7, `=` is Shift and 0.
    expect(press('/', { shift: true, code: 'Digit7' })).toEqual(['find']);
    expect(press('=', { shift: true, code: 'Digit0' })).toEqual(['zoom 1.25']);
    expect(press('!', { shift: true, code: 'Digit1' })).toEqual([]);
    session = board({ spatial: true });
    expect(press('!', { shift: true, code: 'Digit1' })).toEqual(['see plan']);
  });

  it('looks into members where these are looked into, and works their states in turn', () => {
    const looking = {
      states: [null, 'combination:A', 'envelope'],
      state: 'combination:A',
      cut: null as unknown,
      halves: false,
      inner: 'M',
      read: (state: string | null) => done.push(`read ${state}`),
      cutAt: (cut: unknown) => done.push(`cut at ${String(cut)}`),
      showHalves: (on: boolean) => done.push(`halves ${on}`),
    };
    session = board({ stop: 'inside', looking });
    expect([press('c'), press('x'), press('z')]).toEqual([['read envelope'], ['cut'], ['halves true']]);
    expect([press('v'), looking.inner]).toEqual([[], 'V']);
    // N steps, whatever is drawn.
    expect([press('n'), looking.inner]).toEqual([['walk 1'], 'V']);
    expect(press('Escape')).toEqual(['choose 0']);
    looking.cut = {};
    expect(press('Escape')).toEqual(['cut at null']);
  });

  it('is found by word where it has a name, and told in the README', () => {
    const chosen = { chosen: ['load:F1'], canUndo: true, canRedo: true, sheet: { bars: [['A', 'B']] } };
    const full = {
      ...chosen,
      parting: { possible: true, on: true },
      looking: { states: [null, 'combination:A'], cut: {} },
    };
    const boards = [
      board({ ...full, stop: 'inside' }),
      board({ ...full, spatial: true }),
      board({ blank: true, empty: true }),
    ];
    const all = boards.flatMap((one) => keymap(one, hands));
    const table = readme.split('\n').filter((line) => line.startsWith('| '));
    const column = table.map((line) => line.split('|')[1] ?? '').join(' ');
    const written = new Set([...column.matchAll(/`([^`]+)`/g)].map((found) => found[1] ?? ''));
    // Of a range its ends are told; arrows by their word, and these with what they are told beside.
    const beside = /^([2-9]|Shift [23]|(Shift )?Arrow\w+|Backspace|=|\?|Escape)$/;
    const untold = all.flatMap((a) => a.keys).filter((key) => !written.has(key) && !beside.test(key));
    expect([...new Set(untold)]).toEqual([]);
    for (const name of [
      'Undo',
      'Next step',
      'Put down: Force',
      'Remove what is chosen (1)',
      'Cut through bars: a section',
    ])
      expect(
        all.some((action) => action.name === name),
        name,
      ).toBe(true);
    const names = keymap(board(), hands).flatMap((action) => action.name ?? []);
    expect(new Set(names).size).toBe(names.length);
  });
});
