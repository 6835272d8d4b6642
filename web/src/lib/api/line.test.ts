import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Line } from './line';
import type { LiveRequest } from './types';

/** A line of which the test is the other end. */
class Socket {
  static last: Socket;
  static made = 0;
  readonly OPEN = 1;
  readyState = 0;
  readonly sent: string[] = [];
  onmessage: (event: { data: string }) => void = () => undefined;
  onclose: () => void = () => undefined;

  constructor(readonly address: string) {
    Socket.last = this;
    Socket.made += 1;
  }

  send(text: string): void {
    this.sent.push(text);
  }

  open(): void {
    this.readyState = this.OPEN;
  }

  say(what: unknown): void {
    this.onmessage({ data: JSON.stringify(what) });
  }

  break(): void {
    this.readyState = 3;
    this.onclose();
  }
}

let plain: number[];

beforeEach(() => {
  plain = [];
  Socket.made = 0;
  vi.stubGlobal('WebSocket', Socket);
  vi.stubGlobal('location', { origin: 'https://helvek.office.example' });
  vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
    const { seq } = JSON.parse(String(init.body)) as { seq: number };
    plain.push(seq);
    return Promise.resolve(new Response(JSON.stringify({ seq, by: 'request' }), { status: 200 }));
  });
});
afterEach(() => vi.unstubAllGlobals());

const question = (seq: number): LiveRequest =>
  ({ seq, sheet: { format: 'helvek-sheet/1', title: '' } }) as LiveRequest;
const end = () => new AbortController();

/** A line that is open: the first question goes by a request of its own. */
async function open(): Promise<Line> {
  const line = new Line();
  await line.ask(question(1), end().signal);
  Socket.last.open();
  return line;
}

describe('the open line', () => {
  it('asks by a request of its own until it is open, and speaks TLS where the page does', async () => {
    const line = await open();
    expect(Socket.last.address).toBe('wss://helvek.office.example/api/live');
    expect(plain).toEqual([1]);
    const answer = line.ask(question(2), end().signal);
    expect(JSON.parse(Socket.last.sent[0] ?? '{}')).toMatchObject({ seq: 2 });
    Socket.last.say({ seq: 2, by: 'line' });
    expect(await answer).toEqual({ seq: 2, by: 'line' });
    expect([plain, Socket.made]).toEqual([[1], 1]);
  });

  it('gives each answer to its own question, in whatever order they come', async () => {
    const line = await open();
    const second = line.ask(question(2), end().signal);
    const third = line.ask(question(3), end().signal);
    Socket.last.say({ seq: 3 });
    Socket.last.say({ seq: 9 });
    Socket.last.say({ seq: 2, code: 'superseded', message: 'A newer one.', cure: 'Wait.' });
    await expect(second).rejects.toMatchObject({ code: 'superseded' });
    expect((await third).seq).toBe(3);
  });

  it('takes a refusal without a number for that of what was sent last', async () => {
    const line = await open();
    const answer = line.ask(question(2), end().signal);
    Socket.last.say({ code: 'body', message: 'No question.', cure: 'See.' });
    await expect(answer).rejects.toMatchObject({ code: 'body', message: 'No question.' });
  });

  it('asks again by requests when it breaks, and opens anew', async () => {
    const line = await open();
    const answers = [line.ask(question(2), end().signal), line.ask(question(3), end().signal)];
    Socket.last.break();
    expect((await Promise.all(answers)).map((a) => a.seq)).toEqual([2, 3]);
    expect(plain).toEqual([1, 2, 3]);
    await line.ask(question(4), end().signal);
    expect(Socket.made).toBe(2);
  });

  it('waits no more when nobody does, and a late answer goes to nobody', async () => {
    const line = await open();
    const leave = end();
    const answer = line.ask(question(2), leave.signal);
    leave.abort();
    await expect(answer).rejects.toMatchObject({ code: 'superseded' });
    const next = line.ask(question(3), end().signal);
    Socket.last.say({ seq: 2 });
    Socket.last.say({ seq: 3 });
    expect((await next).seq).toBe(3);
  });
});
