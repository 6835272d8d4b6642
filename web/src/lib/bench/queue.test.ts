import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Sheet, View } from '../api/types';
import { Queue } from './queue';

const sheet: Sheet = { format: 'helvek-sheet/1', title: '' };
const VIEW: View = { at: 'idealise' };

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

describe('the queue', () => {
  it('has one question in flight and one waiting; those between are dropped', async () => {
    const asked = slowServer();
    const queue = new Queue();
    const replies = [1, 2, 3, 4].map(() => queue.ask(sheet, undefined, VIEW));
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
    const queue = new Queue();
    const typed = queue.ask(sheet, undefined, VIEW);
    const kept = queue.ask(sheet, { edit: 'unpick' }, VIEW, true);
    const between = queue.ask(sheet, undefined, VIEW);
    const last = queue.ask(sheet, undefined, VIEW);
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
    const queue = new Queue();
    const slow = queue.ask(sheet, undefined, VIEW);
    await tick();
    const newer = queue.ask(sheet, undefined, VIEW);
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
    const queue = new Queue();
    const kept = queue.ask(sheet, { edit: 'unpick' }, VIEW, true);
    await tick();
    void queue.ask(sheet, undefined, VIEW);
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(asked.map((a) => [a.seq, a.ended()])).toEqual([[1, false]]);
    asked[0]?.answer();
    expect((await kept)?.seq).toBe(1);
  });

  it('goes on after a failure', async () => {
    const asked = slowServer();
    const queue = new Queue();
    const first = queue.ask(sheet, undefined, VIEW);
    await tick();
    asked[0]?.fail();
    await expect(first).rejects.toMatchObject({ code: 'offline' });
    const second = queue.ask(sheet, undefined, VIEW);
    await tick();
    asked[1]?.answer();
    expect((await second)?.seq).toBe(2);
  });
});
