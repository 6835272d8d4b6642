import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Sheet } from '../api/types';
import { drafts } from './drafts';
import { open } from './open';

const titled = (title: string): Sheet => ({ format: 'helvek-sheet/1', title });

let held: Map<string, string>;
let there: { version: number; sheet: Sheet; differs: boolean; engine: number };

beforeEach(() => {
  held = new Map();
  there = { version: 4, sheet: titled('kept'), differs: false, engine: 2 };
  vi.stubGlobal('localStorage', {
    setItem: (key: string, text: string) => held.set(key, text),
    getItem: (key: string) => held.get(key) ?? null,
    removeItem: (key: string) => held.delete(key),
  });
  vi.stubGlobal('fetch', (_: string, init: RequestInit) =>
    Promise.resolve(
      init.method === 'GET'
        ? new Response(JSON.stringify({ id: 'x', ...there }), { status: 200 })
        : new Response(JSON.stringify({ id: 'x', version: 5, seq: 1, scene: { marks: [] } }), {
            status: 200,
          }),
    ),
  );
});
afterEach(() => vi.unstubAllGlobals());

describe('opening a sheet', () => {
  it('takes what the server keeps where this browser holds nothing of it', async () => {
    const session = await open('x');
    expect([session.sheet.title, session.saver.version, session.found, session.older]).toEqual([
      'kept',
      4,
      null,
      null,
    ]);
  });

  it('forgets what this browser holds when the server has the same', async () => {
    drafts.put('x', { version: 3, sheet: titled('kept') });
    const session = await open('x');
    expect([session.sheet.title, session.found, held.size]).toEqual(['kept', null, 0]);
  });

  it('goes on with what was drawn while the server was away', async () => {
    drafts.put('x', { version: 4, sheet: titled('drawn') });
    const session = await open('x');
    expect([session.sheet.title, session.canUndo]).toEqual(['drawn', true]);
    expect(session.told?.text).toContain('is back');
  });

  it('asks what to do with a copy that is older than what the server has now', async () => {
    drafts.put('x', { version: 2, sheet: titled('drawn') });
    const session = await open('x');
    expect([session.sheet.title, session.found?.title]).toEqual(['kept', 'drawn']);
    // It is still there until that is said.
    expect(drafts.get('x')?.version).toBe(2);
  });

  it('passes over a copy that cannot be read, and says since when answers differ', async () => {
    held.set('helvek-draft:x', '{torn');
    there = { ...there, differs: true, engine: 1 };
    const session = await open('x');
    expect([session.sheet.title, session.found, session.older]).toEqual(['kept', null, 1]);
  });
});
