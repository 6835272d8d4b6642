import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Sheet } from '../api/types';
import { Solver } from './solver';

const sheet: Sheet = { format: 'helvek-sheet/1', title: '' };

/** A server that answers when it is told to. */
function slowServer() {
  const asked: { seq: number; answer: () => void; fail: () => void; ended: () => boolean }[] = [];
  vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
    const { seq } = JSON.parse(String(init.body)) as { seq: number };
    return new Promise((resolve, reject) => {
      asked.push({
        seq,
        answer: () => resolve(new Response(JSON.stringify({ seq }), { status: 200 })),
        fail: () => reject(new TypeError('refused')),
        ended: () => init.signal?.aborted ?? false,
      });
    });
  });
  return asked;
}

const tick = () => new Promise((resolve) => setTimeout(resolve));

afterEach(() => vi.unstubAllGlobals());

describe('the solver', () => {
  it('has one question in flight and one waiting; those between are dropped', async () => {
    const asked = slowServer();
    const solver = new Solver();
    const replies = [1, 2, 3, 4].map(() => solver.ask(sheet));
    await tick();
    expect(asked.map((a) => a.seq)).toEqual([1]);
    asked[0]?.answer();
    await tick();
    expect(asked.map((a) => a.seq)).toEqual([1, 4]);
    asked[1]?.answer();
    const [first, second, third, fourth] = await Promise.all(replies);
    // The first was overtaken while it was on its way: its reply must not be shown.
    expect([first, second, third]).toEqual([null, null, null]);
    expect(fourth?.seq).toBe(4);
  });

  it('asks what is to be kept in its order, whatever is typed after it', async () => {
    const asked = slowServer();
    const solver = new Solver();
    const typed = solver.ask(sheet);
    const kept = solver.ask(sheet, { edit: 'unpick' }, {}, true);
    const between = solver.ask(sheet);
    const last = solver.ask(sheet);
    for (let i = 0; i < 3; i += 1) {
      await tick();
      asked[i]?.answer();
    }
    const replies = await Promise.all([typed, kept, between, last]);
    expect(asked.map((a) => a.seq)).toEqual([1, 2, 4]);
    expect(replies.map((r) => r?.seq ?? null)).toEqual([null, 2, null, 4]);
  });

  it('gives up a question that takes long when a newer one is there, and ends the work on it', async () => {
    const asked = slowServer();
    const solver = new Solver();
    const slow = solver.ask(sheet);
    await tick();
    const newer = solver.ask(sheet);
    // Not at once: an answer that comes soon is shown meanwhile.
    await tick();
    expect(asked.map((a) => a.seq)).toEqual([1]);
    expect(await slow).toBeNull();
    expect(asked.map((a) => [a.seq, a.ended()])).toEqual([
      [1, true],
      [2, false],
    ]);
    asked[1]?.answer();
    expect((await newer)?.seq).toBe(2);
  });

  it('never gives up what is to be kept', async () => {
    const asked = slowServer();
    const solver = new Solver();
    const kept = solver.ask(sheet, { edit: 'unpick' }, {}, true);
    await tick();
    void solver.ask(sheet);
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(asked.map((a) => [a.seq, a.ended()])).toEqual([[1, false]]);
    asked[0]?.answer();
    expect((await kept)?.seq).toBe(1);
  });

  it('goes on after a failure', async () => {
    const asked = slowServer();
    const solver = new Solver();
    const first = solver.ask(sheet);
    await tick();
    asked[0]?.fail();
    await expect(first).rejects.toMatchObject({ code: 'offline' });
    const second = solver.ask(sheet);
    await tick();
    asked[1]?.answer();
    expect((await second)?.seq).toBe(2);
  });
});
