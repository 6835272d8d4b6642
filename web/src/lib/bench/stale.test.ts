/** What an older Helvek left in this browser, or another page sends: read, or thrown away, and never a crash. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Entry } from '../entry/entry';
import { Asides } from './asides.svelte';
import { drafts } from './drafts';
import { Neighbours } from './neighbours';

let held: Map<string, string>;

class Channel {
  static all: Channel[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  constructor() {
    Channel.all.push(this);
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all) if (other !== this) other.onmessage?.({ data });
  }
  close(): void {
    Channel.all = Channel.all.filter((other) => other !== this);
  }
}

beforeEach(() => {
  held = new Map();
  Channel.all = [];
  vi.stubGlobal('localStorage', {
    setItem: (key: string, text: string) => held.set(key, text),
    getItem: (key: string) => held.get(key) ?? null,
    removeItem: (key: string) => held.delete(key),
  });
  vi.stubGlobal('BroadcastChannel', Channel);
});
afterEach(() => vi.unstubAllGlobals());

const force: Entry = {
  number: 3,
  tool: 'force',
  target: {},
  mark: null,
  before: {},
  typed: { size: '5 kN' },
  trail: [],
  slot: 'size',
};

it('tags that were left are taken up where they can be told, in the plane and in space', () => {
  const bad = [
    null,
    7,
    'force',
    {},
    { ...force, tool: 'catapult' },
    { ...force, typed: { size: 5 } },
    { ...force, before: null },
    { ...force, mark: 4 },
    { ...force, target: null },
    { ...force, slot: undefined },
  ];
  held.set('helvek-aside:x', JSON.stringify([...bad, { ...force, left: true }]));
  const asides = new Asides('x');
  expect(asides.all.map((entry) => asides.words(entry, false))).toEqual(['Force 5 kN']);
  // What there is in space only, on a sheet that was made a plane one.
  held.set('helvek-aside:y', JSON.stringify([{ ...force, tool: 'journal' }]));
  const plane = new Asides('y');
  expect(plane.all.map((entry) => plane.words(entry, false))).toEqual(['Journal 5 kN']);
  expect(asides.found()?.typed).toEqual({ size: '5 kN' });
  for (const text of ['', '{"tool":"force"}', 'null', '[', '"x"']) {
    held.set('helvek-aside:x', text);
    expect(new Asides('x').all, text).toEqual([]);
  }
});

it('a draft is a sheet with the version it was made from, or nothing', () => {
  for (const text of [
    'null',
    '4',
    '[]',
    '{}',
    '{"version":2}',
    '{"version":"2","sheet":{}}',
    '{"version":2,"sheet":[]}',
    '{',
  ]) {
    held.set('helvek-draft:x', text);
    expect(drafts.get('x'), text).toBeNull();
  }
  const draft = { version: 2, sheet: { format: 'helvek-sheet/1' as const } };
  drafts.put('x', draft);
  expect(drafts.get('x')).toEqual(draft);
});

it('other tabs are heard of this sheet, and nothing else', () => {
  const heard: number[] = [];
  const here = new Neighbours('x', (version) => heard.push(version));
  const there = new Neighbours('x', () => undefined);
  const older = new Channel();
  for (const data of [
    null,
    undefined,
    'x',
    { id: 'x' },
    { id: 'y', version: 3 },
    { id: 'x', version: '4' },
  ]) {
    older.postMessage(data);
  }
  expect(heard).toEqual([]);
  there.tell(5);
  expect(heard).toEqual([5]);
  here.leave();
  there.tell(6);
  expect(heard).toEqual([5]);
});
