import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '../api/client';
import type { Came } from '../api/types';

const went: string[] = [];
vi.mock('../ui/route.svelte', () => ({ route: { go: (path: string) => went.push(path), sheet: null } }));

const { api } = await import('../api/client');
const { Carrier } = await import('./carrier.svelte');

const came = (more: Partial<Came>): Came => ({
  sheets: [],
  added: 0,
  beside: 0,
  there: 0,
  revisions: 0,
  ...more,
});
const file = (name: string) => new File(['x'], name);

let carrier: InstanceType<typeof Carrier>;
beforeEach(() => {
  carrier = new Carrier();
  went.length = 0;
});
afterEach(() => vi.restoreAllMocks());

describe('bringing sheets', () => {
  it('opens the one that came', async () => {
    vi.spyOn(api, 'bring').mockResolvedValue(came({ added: 1, sheets: [{ id: 'a1', title: 'Plank' }] }));
    await carrier.bring([file('plank.toml')]);
    expect(went).toEqual(['/sheet/a1']);
    expect(carrier.outcome).toBeNull();
    expect(carrier.busy).toBe(false);
  });

  it('adds up what came of several, names what was refused, and shows the shelf', async () => {
    const why = new Refusal('damaged', 'It is torn.', 'Get it anew.');
    vi.spyOn(api, 'bring')
      .mockResolvedValueOnce(came({ added: 2, revisions: 3, sheets: [{ id: 'a1', title: 'Plank' }] }))
      .mockRejectedValueOnce(why)
      .mockResolvedValueOnce(came({ added: 1, there: 4, beside: 1 }));
    await carrier.bring([file('two.zip'), file('torn.zip'), file('five.zip')]);
    expect(carrier.outcome?.came).toMatchObject({ added: 3, there: 4, beside: 1, revisions: 3 });
    expect(carrier.outcome?.refused).toEqual([{ file: 'torn.zip', why }]);
    expect(went).toEqual(['/']);
    expect(carrier.arrivals).toBe(1);
  });

  it('stays where it is when nothing came', async () => {
    vi.spyOn(api, 'bring').mockResolvedValue(came({ there: 2 }));
    await carrier.bring([file('again.zip')]);
    expect(went).toEqual([]);
    expect(carrier.arrivals).toBe(0);
    expect(carrier.outcome?.came?.there).toBe(2);
  });

  it('tells how far it is, and is given up when that is wanted', async () => {
    const seen: (string | undefined)[] = [];
    vi.spyOn(api, 'bring').mockImplementation((_, hear, signal) => {
      seen.push(carrier.stage?.stage);
      hear({ stage: 'keeping', done: 1, total: 2 });
      seen.push(carrier.stage?.stage);
      carrier.stop();
      expect(signal.aborted).toBe(true);
      return Promise.reject(new DOMException('given up', 'AbortError'));
    });
    await carrier.bring([file('a.zip'), file('b.zip')]);
    expect(seen).toEqual(['sending', 'keeping']);
    expect(carrier.outcome).toBeNull();
    expect(api.bring).toHaveBeenCalledTimes(1);
  });

  it('takes one thing at a time', async () => {
    let done: (came: Came) => void = () => undefined;
    vi.spyOn(api, 'bring').mockImplementation(() => new Promise((resolve) => (done = resolve)));
    const first = carrier.bring([file('a.zip')]);
    await carrier.bring([file('b.zip')]);
    await carrier.pack({});
    expect(api.bring).toHaveBeenCalledTimes(1);
    done(came({ there: 1 }));
    await first;
  });

  it('takes what was pasted only if it says that it is a sheet', async () => {
    const bring = vi
      .spyOn(api, 'bring')
      .mockResolvedValue(came({ added: 1, sheets: [{ id: 'b', title: '' }] }));
    await carrier.paste('good morning');
    expect(bring).not.toHaveBeenCalled();
    expect(carrier.outcome?.refused[0]?.why.code).toBe('foreign');
    await carrier.paste('format = "helvek-sheet/1"');
    expect(bring).toHaveBeenCalledTimes(1);
    expect(went).toEqual(['/sheet/b']);
  });
});

describe('packing sheets', () => {
  it('hands the archive over and says what is in it', async () => {
    const clicked: string[] = [];
    vi.stubGlobal('document', {
      createElement: () => ({
        href: '',
        download: '',
        click(this: { href: string; download: string }) {
          clicked.push(`${this.href} ${this.download}`);
        },
      }),
    });
    const made = { address: '/api/archive/x', file: 'helvek.zip', sheets: 2, revisions: 1, bytes: 9 };
    vi.spyOn(api, 'archive').mockResolvedValue(made);
    await carrier.pack({ sheets: ['a', 'b'] });
    vi.unstubAllGlobals();
    expect(clicked).toEqual(['/api/archive/x helvek.zip']);
    expect(carrier.outcome?.saved).toBe('2 sheets with 1 revision in helvek.zip.');
  });

  it('says why it could not', async () => {
    vi.spyOn(api, 'archive').mockRejectedValue(new Refusal('no-sheet', 'There is no such sheet.', 'Look.'));
    await carrier.pack({ sheets: ['gone'] });
    expect(carrier.outcome?.refused[0]?.why.message).toBe('There is no such sheet.');
    expect(carrier.busy).toBe(false);
  });
});
