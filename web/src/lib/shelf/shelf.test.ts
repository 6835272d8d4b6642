import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Card, ShelfReply, SheetSummary } from '../api/types';
import { Shelf } from './shelf.svelte';

const card = { verdict: 'determinate', scene: { marks: [] } } as unknown as Card;

const sheet = (id: string, made = true): SheetSummary => ({
  id,
  title: `Sheet ${id}`,
  version: 1,
  changed: '2026-05-01T10:00:00.000Z',
  tags: [],
  engine: 2,
  differs: false,
  card: made ? card : null,
});

const part = (sheets: readonly SheetSummary[], total = sheets.length): ShelfReply => ({
  total,
  sheets: [...sheets],
  tags: [{ tag: 'wood', count: 2 }],
  in_trash: 3,
  differing: 1,
});

/** What each request is answered with; by default what was put here for its path. */
let answers: ((path: string, signal: AbortSignal | null) => Promise<unknown>) | null;
let asked: string[];

beforeEach(() => {
  [answers, asked] = [null, []];
  vi.stubGlobal('performance', { mark: () => undefined });
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push(`${init.method} ${path}`);
    const body = await (answers?.(path, init.signal ?? null) ?? Promise.resolve(part([])));
    if (body instanceof Response) return body;
    return new Response(JSON.stringify(body), { status: 200 });
  });
});
afterEach(() => vi.unstubAllGlobals());

const quiet = () => new Promise((resolve) => setTimeout(resolve, 5));
const refusal = (status: number, code: string) =>
  new Response(JSON.stringify({ code, message: `It is ${code}.`, cure: 'Try again.' }), { status });

describe('the shelf', () => {
  it('shows what is found, with tags and what lies in the trash', async () => {
    answers = () => Promise.resolve(part([sheet('a'), sheet('b')], 70));
    const shelf = new Shelf();
    expect(shelf.settled).toBe(false);
    await shelf.load();
    expect(shelf.sheets?.map((s) => s.id)).toEqual(['a', 'b']);
    expect([shelf.total, shelf.inTrash, shelf.differ, shelf.tags[0]?.tag]).toEqual([70, 3, 1, 'wood']);
    expect(shelf.settled).toBe(true);
  });

  it('does not show an answer that was overtaken by what was typed on', async () => {
    const waiting: ((reply: ShelfReply) => void)[] = [];
    answers = () => new Promise((resolve) => waiting.push(resolve));
    const shelf = new Shelf();
    shelf.search = 'ho';
    const first = shelf.load();
    shelf.search = 'hoist';
    const second = shelf.load();
    waiting[1]?.(part([sheet('hoist')]));
    await second;
    waiting[0]?.(part([sheet('house'), sheet('hoist')]));
    await first;
    expect(shelf.sheets?.map((s) => s.id)).toEqual(['hoist']);
    expect(asked.map((path) => new URLSearchParams(path.split('?')[1]).get('search'))).toEqual([
      'ho',
      'hoist',
    ]);
  });

  it('fetches more at the end, and nothing beyond it', async () => {
    answers = (path) => Promise.resolve(part([sheet(path.includes('offset=0') ? 'a' : 'b')], 2));
    const shelf = new Shelf();
    await shelf.load();
    await shelf.more();
    expect(shelf.sheets?.map((s) => s.id)).toEqual(['a', 'b']);
    await shelf.more();
    expect(asked.length).toBe(2);
  });

  it('makes cards one after the other, and says of which it could not', async () => {
    answers = (path) => {
      if (!path.endsWith('/card'))
        return Promise.resolve(part([sheet('a', false), sheet('b', false), sheet('c')]));
      return Promise.resolve(path.includes('/a/') ? refusal(503, 'busy') : card);
    };
    const shelf = new Shelf();
    await shelf.load();
    await quiet();
    expect(asked.slice(1)).toEqual(['GET /api/sheets/a/card', 'GET /api/sheets/b/card']);
    expect(shelf.uncarded.get('a')?.code).toBe('busy');
    expect(shelf.sheets?.[1]?.card).toEqual(card);
    expect(shelf.settled).toBe(true);
  });

  it('makes no more cards for whoever has left', async () => {
    const ended: boolean[] = [];
    answers = (path, signal) => {
      if (!path.endsWith('/card')) return Promise.resolve(part([sheet('a', false), sheet('b', false)]));
      return new Promise((_, reject) => {
        signal?.addEventListener('abort', () => {
          ended.push(true);
          reject(new DOMException('given up', 'AbortError'));
        });
      });
    };
    const shelf = new Shelf();
    await shelf.load();
    await quiet();
    shelf.leave();
    await quiet();
    expect(ended).toEqual([true]);
    expect(asked.filter((path) => path.endsWith('/card'))).toEqual(['GET /api/sheets/a/card']);
    expect([shelf.uncarded.size, shelf.making]).toEqual([0, 0]);
  });

  it('tells what failed and keeps what it shows; the next look takes that back', async () => {
    answers = () => Promise.resolve(part([sheet('a')]));
    const shelf = new Shelf();
    await shelf.load();
    answers = () => Promise.resolve(refusal(507, 'full'));
    expect(await shelf.act(() => Promise.reject(new Error('anything')))).toBe(false);
    expect(shelf.failed?.code).toBe('fault');
    await shelf.load();
    expect([shelf.failed?.code, shelf.sheets?.length]).toEqual(['full', 1]);
    answers = () => Promise.resolve(part([sheet('b')]));
    expect(await shelf.act(() => Promise.resolve())).toBe(true);
    expect([shelf.failed, shelf.sheets?.[0]?.id]).toEqual([null, 'b']);
  });

  it('lets go of what is chosen when it is not in sight any more', async () => {
    answers = () => Promise.resolve(part([sheet('a'), sheet('b'), sheet('c')]));
    const shelf = new Shelf();
    await shelf.load();
    for (const id of ['a', 'b', 'c', 'b']) shelf.choose(id);
    expect([...shelf.chosen]).toEqual(['a', 'c']);
    answers = () => Promise.resolve(part([sheet('c')]));
    shelf.search = 'c';
    await shelf.load();
    expect([...shelf.chosen]).toEqual(['c']);
    expect(shelf.lookedFor).toEqual({ search: 'c', tag: null, differing: false });
    expect(shelf.looking).toBe(true);
  });
});
