import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Sheet } from '../api/types';
import { drafts } from './drafts';
import { Saver } from './saver.svelte';

const titled = (title: string): Sheet => ({ format: 'helvek-sheet/1', title });

type Answer = { status: number; body: unknown } | 'down';

/** A server that gives these answers one after another, and keeps what it was sent. */
function server(answers: Answer[]) {
  const sent: { version: number; sheet: Sheet }[] = [];
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    if (init.body !== undefined)
      sent.push(JSON.parse(String(init.body)) as { version: number; sheet: Sheet });
    const answer = answers.shift() ?? 'down';
    if (answer === 'down') throw new TypeError('refused');
    return new Response(JSON.stringify(answer.body), { status: answer.status });
  });
  return sent;
}

const kept = (version: number): Answer => ({ status: 200, body: { id: 'x', version } });

/** What the browser holds beside the server. */
let held: Map<string, string>;

beforeEach(() => {
  vi.useFakeTimers();
  held = new Map();
  vi.stubGlobal('localStorage', {
    setItem: (key: string, text: string) => held.set(key, text),
    getItem: (key: string) => held.get(key) ?? null,
    removeItem: (key: string) => held.delete(key),
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the saver', () => {
  it('states the version each save was made from, and keeps the newest last', async () => {
    const sent = server([kept(2), kept(3)]);
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    saver.keep(titled('b'));
    saver.keep(titled('c'));
    await vi.advanceTimersByTimeAsync(10);
    expect(sent.map((s) => [s.version, s.sheet.title])).toEqual([
      [1, 'a'],
      [2, 'c'],
    ]);
    expect(saver.state).toBe('kept');
  });

  it('tries again while the server is away, with what is newest', async () => {
    const sent = server(['down', 'down', kept(2)]);
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    await vi.advanceTimersByTimeAsync(10);
    expect(saver.state).toBe('offline');
    saver.keep(titled('b'));
    await vi.advanceTimersByTimeAsync(5000);
    expect(saver.state).toBe('kept');
    expect(sent.at(-1)?.sheet.title).toBe('b');
  });

  it('overwrites nothing that was changed elsewhere', async () => {
    const sent = server([{ status: 409, body: { code: 'conflict', message: '', cure: '', current: 7 } }]);
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    await vi.advanceTimersByTimeAsync(10);
    expect(saver.state).toBe('conflict');
    saver.keep(titled('b'));
    await vi.advanceTimersByTimeAsync(10_000);
    expect(sent.length).toBe(1);
  });

  it('holds a copy in the browser until the change is kept', async () => {
    server(['down', kept(2)]);
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    await vi.advanceTimersByTimeAsync(10);
    expect(drafts.get('x')).toEqual({ version: 1, sheet: titled('a') });
    await vi.advanceTimersByTimeAsync(5000);
    expect(saver.clean).toBe(true);
    expect(drafts.get('x')).toBeNull();
  });

  it('recognises its own change when only the answer was lost', async () => {
    const conflict: Answer = { status: 409, body: { code: 'conflict', message: '', cure: '', current: 2 } };
    // Kept by a server that died before it could say so: the version is 2, with our sheet in it.
    const there: Answer = { status: 200, body: { id: 'x', version: 2, sheet: titled('a') } };
    const sent = server(['down', conflict, there, kept(3)]);
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    await vi.advanceTimersByTimeAsync(10);
    saver.keep(titled('b'));
    await vi.advanceTimersByTimeAsync(5000);
    expect(saver.state).toBe('kept');
    expect(sent.at(-1)).toMatchObject({ version: 2, sheet: { title: 'b' } });
  });

  it('says why a server that is there does not keep it, and tries again only when asked or when it changed', async () => {
    const full: Answer = {
      status: 507,
      body: { code: 'full', message: 'This is not kept: the disk is full.', cure: 'Make room on the disk.' },
    };
    const large: Answer = { status: 413, body: { code: 'too-large', message: 'Too large.', cure: '' } };
    const sent = server([full, full, large, kept(2)]);
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent.length).toBe(1);
    expect([saver.state, saver.refusal?.cure]).toEqual(['refused', 'Make room on the disk.']);
    expect(drafts.get('x')?.sheet.title).toBe('a');
    saver.again();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent.length).toBe(2);
    saver.keep(titled('b'));
    await vi.advanceTimersByTimeAsync(10);
    expect(saver.refusal?.code).toBe('too-large');
    saver.keep(titled('c'));
    await vi.advanceTimersByTimeAsync(10);
    expect([saver.state, saver.refusal, sent.at(-1)?.sheet.title]).toEqual(['kept', null, 'c']);
  });

  it('knows when the browser has no room for what is not kept', async () => {
    server(['down']);
    vi.stubGlobal('localStorage', {
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
      removeItem: () => undefined,
    });
    const saver = new Saver('x', 1);
    saver.keep(titled('a'));
    expect(saver.held).toBe(false);
  });
});
