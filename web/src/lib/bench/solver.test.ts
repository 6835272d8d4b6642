import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LiveReply, Sheet, View } from '../api/types';
import { Solver } from './solver.svelte';

const sheet: Sheet = { format: 'helvek-sheet/1', title: 'beam' };
const edit = { edit: 'unpick' } as const;

interface Question {
  readonly seq: number;
  readonly sheet: Sheet;
  readonly view: View;
  readonly edit?: unknown;
}

/** As the server answers: of the working only where it belongs to the view. */
function reply({ seq, sheet: of, view, edit: change }: Question): LiveReply {
  const worked = !['inside', 'size', 'stiff'].includes(view.at);
  const page = {
    chapters: worked ? [1, 2].map((step) => ({ part: { step }, title: '', blocks: [] })) : [],
    headlines: {
      inside: `largest of ${of.title}`,
      work: worked ? '2 steps' : null,
      check: worked ? 'closes' : null,
      size: view.at === 'inside' ? null : 'governs: beam',
    },
    closes: worked ? 'Checked: no residual' : null,
  };
  return {
    seq,
    view,
    edited: change ? { ...of, title: `${of.title} changed` } : null,
    refused: [],
    problems: of.title === 'broken' ? [{ path: 'points' }] : [],
    scene: { bounds: null, marks: [{ kind: 'point', id: view.at }] },
    solution: of.title === 'broken' ? null : { page },
  } as unknown as LiveReply;
}

let asked: Question[];
let down: boolean;
let knocked: number;
let solver: Solver;

beforeEach(() => {
  vi.useFakeTimers();
  [asked, down, knocked] = [[], false, 0];
  vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
    const question = JSON.parse(String(init.body)) as Question;
    if (down) return Promise.reject(new TypeError('refused'));
    asked.push(question);
    return Promise.resolve(new Response(JSON.stringify(reply(question)), { status: 200 }));
  });
  solver = new Solver(() => (knocked += 1));
});
afterEach(() => {
  solver.end();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const ask = (view: View, of: Sheet = sheet, change?: typeof edit) => solver.ask(of, change, view, false);
const INSIDE: View = { at: 'inside', loads: { of: 'envelope' }, cut: null };

describe('the solver of a bench', () => {
  it('knows of stops that are not looked at what it was told of the same sheet', async () => {
    await ask({ at: 'idealise' });
    await ask(INSIDE);
    const { headlines, steps, closes } = solver;
    expect([headlines?.work, headlines?.size, steps, closes]).toEqual([
      '2 steps',
      'governs: beam',
      2,
      'Checked: no residual',
    ]);
    expect(solver.page?.chapters).toEqual([]);
  });

  it('never shows of one sheet what was found of another', async () => {
    await ask({ at: 'idealise' });
    await ask(INSIDE, { ...sheet, title: 'longer' });
    const { headlines, steps, closes } = solver;
    expect([headlines?.inside, headlines?.work, headlines?.size, steps, closes]).toEqual([
      'largest of longer',
      null,
      null,
      null,
      null,
    ]);
  });

  it('asks for the other stops once it is quiet, and shows what is looked at all the same', async () => {
    await ask(INSIDE);
    expect(solver.headlines?.work).toBeNull();
    await vi.advanceTimersByTimeAsync(350);
    expect(asked.length).toBe(1);
    await vi.advanceTimersByTimeAsync(100);
    expect(asked.map((question) => question.view.at)).toEqual(['inside', 'idealise']);
    expect([solver.headlines?.work, solver.steps, solver.reply?.view.at]).toEqual(['2 steps', 2, 'inside']);
  });

  it('asks nothing again that was answered of the sheet as it is', async () => {
    await ask(INSIDE);
    await ask({ at: 'table' });
    expect([solver.show(INSIDE), solver.reply?.view.at]).toEqual([true, 'inside']);
    // The plain drawing stands beside the table, too.
    expect([solver.show({ at: 'idealise' }), solver.reply?.view.at]).toEqual([true, 'table']);
    expect(solver.show({ at: 'free', apart: false, choice: null })).toBe(true);
    expect(solver.show({ at: 'free', apart: true, choice: null })).toBe(false);
    expect(solver.show({ ...INSIDE, loads: { of: 'drawn' } })).toBe(false);
    await ask({ at: 'size' }, { ...sheet, title: 'longer' });
    expect(solver.show(INSIDE)).toBe(false);
  });

  it('measures on the sheet itself while something is typed, until that is kept', async () => {
    await ask({ at: 'idealise' });
    const kept = await ask({ at: 'work' }, sheet, edit);
    expect([solver.reply?.scene.marks[0]?.id, solver.still.marks[0]?.id]).toEqual(['work', 'idealise']);
    solver.settle(kept as LiveReply);
    expect(solver.still.marks[0]?.id).toBe('work');
    await ask(INSIDE, kept?.edited as Sheet);
    expect(solver.headlines?.work).toBe('2 steps');
  });

  it('says nothing of stops where nothing is solved', async () => {
    await ask({ at: 'idealise' });
    await ask({ at: 'idealise' }, { ...sheet, title: 'broken' });
    expect([solver.page, solver.headlines, solver.steps]).toEqual([null, null, null]);
  });

  it('knocks until the server is back', async () => {
    down = true;
    expect(await ask({ at: 'idealise' })).toBeNull();
    expect([solver.offline, solver.waiting, solver.silence.message]).toEqual([
      true,
      0,
      'Helvek’s server does not answer.',
    ]);
    await vi.advanceTimersByTimeAsync(1600);
    expect(knocked).toBe(1);
    down = false;
    await ask({ at: 'idealise' });
    expect(solver.offline).toBe(false);
    await vi.advanceTimersByTimeAsync(5000);
    expect(knocked).toBe(1);
  });
});
