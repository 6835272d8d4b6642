import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, asRefusal, Refusal, told } from './client';
import { door } from './door.svelte';
import type { Stage } from './types';

const answer = (body: BodyInit | null, status = 200, type = 'application/json') =>
  new Response(body, { status, headers: { 'content-type': type } });

/** A body that comes in these pieces. */
function inPieces(...pieces: readonly string[]): Response {
  const bytes = new TextEncoder();
  const body = new ReadableStream({
    start(control) {
      for (const piece of pieces) control.enqueue(bytes.encode(piece));
      control.close();
    },
  });
  return answer(body, 200, 'application/x-ndjson');
}

afterEach(() => {
  vi.unstubAllGlobals();
  door.open();
});

describe('what the server answers', () => {
  it('is a refusal with its cause and cure', async () => {
    const body = JSON.stringify({
      code: 'full',
      message: 'The disk is full.',
      cure: 'Make room on the disk.',
    });
    vi.stubGlobal('fetch', () => Promise.resolve(answer(body, 507)));
    const refusal = await api.get('x').catch(asRefusal);
    expect(refusal).toMatchObject({
      code: 'full',
      message: 'The disk is full.',
      cure: 'Make room on the disk.',
    });
  });

  it('is a refusal too where it is no JSON, and where nobody answers', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(answer('<html>', 502, 'text/html')));
    expect((await api.get('x').catch(asRefusal)) as Refusal).toMatchObject({ code: 'fault' });
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no connection')));
    expect((await api.get('x').catch(asRefusal)) as Refusal).toMatchObject({ code: 'offline' });
  });

  it('shuts the door where it asks for a token', async () => {
    vi.stubGlobal('fetch', () =>
      Promise.resolve(answer(JSON.stringify({ code: 'token', message: 'm', cure: 'c' }), 401)),
    );
    await api.about().catch(asRefusal);
    expect(door.closed).toBe(true);
  });

  it('is nothing where nothing is said', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(answer(null, 204)));
    expect(await api.remove('x')).toBeUndefined();
  });
});

describe('what takes a while', () => {
  it('is told at once when it is quick', async () => {
    expect(await told(answer('{"added":1}'), () => undefined)).toEqual({ added: 1 });
  });

  it('is told line by line, however the lines are cut', async () => {
    const heard: Stage[] = [];
    const line = (done: number) => `{"progress":{"stage":"keeping","done":${done},"total":9}}\n`;
    const cut = line(4);
    const response = inPieces(
      line(1) + cut.slice(0, 20),
      cut.slice(20),
      '{"done":{"added":9,"title":"Süd"}}\n',
    );
    expect(await told(response, (stage) => heard.push(stage))).toEqual({ added: 9, title: 'Süd' });
    expect(heard.map((stage) => stage.done)).toEqual([1, 4]);
  });

  it('can fail in the middle, with its reason', async () => {
    const failed = '{"failed":{"code":"damaged","message":"It is torn.","cure":"Get it anew."}}\n';
    const refusal = await told(inPieces(failed), () => undefined).catch(asRefusal);
    expect(refusal).toMatchObject({ code: 'damaged', message: 'It is torn.' });
  });

  it('ends where the server goes away', async () => {
    const broken = inPieces('{"progress":{"stage":"keeping","done":1,"total":9}}\n');
    expect(await told(broken, () => undefined).catch(asRefusal)).toMatchObject({ code: 'offline' });
  });
});
