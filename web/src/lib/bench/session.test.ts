import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Edit, LiveReply, Problem, Sheet } from '../api/types';
import { Saver } from './saver.svelte';
import { Session } from './session.svelte';

const plank = (title: string): Sheet => ({
  format: 'helvek-sheet/1',
  title,
  points: { A: [0, 0], B: [3, 0] },
  bodies: { plank: { runs: [['A', 'B']] } },
});

interface Question {
  readonly seq: number;
  readonly sheet: Sheet;
  readonly edit?: Edit;
  readonly inside?: boolean;
  readonly free?: boolean;
}

const wrong = (path: string): Problem => ({
  kind: 'quantity',
  path,
  position: null,
  message: 'That is no length.',
  cure: 'Write 2 m.',
});

/** A reply to a question: with so many steps, drawing the title as a mark of its own. */
function reply({ seq, sheet, edit, inside }: Question, more: Partial<LiveReply> = {}): LiveReply {
  const edited = edit ? { ...sheet, title: `${sheet.title} + ${edit.edit}` } : null;
  const steps = [1, 2, 3].map((number) => ({ number }));
  const page = {
    steps,
    headlines: { stiff: '', size: 'nothing limited' },
    verdict: { word: 'determinate', cures: [] },
    table: [],
    inside: [],
  };
  return {
    seq,
    edited,
    refused: [],
    offers: [],
    problems: [],
    scene: {
      bounds: null,
      marks: [{ kind: 'point', id: `point:${(edited ?? sheet).title}` }],
      ...(inside ? { inside: { stretches: [] } } : {}),
    },
    solution: { page, answers: null, free_motion: null },
    micros: 1,
    ...more,
  } as unknown as LiveReply;
}

let asked: Question[];
let answer: (question: Question) => { status: number; body: unknown } | 'down';
let version: number;
let saved: Sheet[];

beforeEach(() => {
  [asked, saved, version] = [[], [], 1];
  answer = (question) => ({ status: 200, body: reply(question) });
  vi.stubGlobal('localStorage', {
    setItem: () => undefined,
    getItem: () => null,
    removeItem: () => undefined,
  });
  vi.stubGlobal('requestAnimationFrame', () => 0);
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    await Promise.resolve();
    const body = JSON.parse(String(init.body)) as Question & { sheet: Sheet };
    if (path !== '/api/solve') {
      saved.push(body.sheet);
      version += 1;
      return new Response(JSON.stringify({ id: 'x', version }), { status: 200 });
    }
    asked.push(body);
    const said = answer(body);
    if (said === 'down') throw new TypeError('no connection');
    return new Response(JSON.stringify(said.body), { status: said.status });
  });
});
afterEach(() => vi.unstubAllGlobals());

const quiet = () => new Promise((resolve) => setTimeout(resolve, 5));

async function opened(): Promise<Session> {
  const session = new Session('x', new Saver('x', 1), plank('plank'));
  await quiet();
  return session;
}

describe('a bench', () => {
  it('asks for its sheet when it is opened, and settles', async () => {
    const session = await opened();
    expect(asked.map((q) => q.sheet.title)).toEqual(['plank']);
    expect(session.page?.steps.length).toBe(3);
    expect(session.settled).toBe(true);
    expect([session.empty, session.blank, session.spatial]).toEqual([false, false, false]);
    expect(session.stops).not.toContain('table');
  });

  it('keeps each edit, takes it back and does it again', async () => {
    const session = await opened();
    await session.edit({ edit: 'unpick' }, 'Done.');
    await session.edit({ edit: 'unpick' }, 'Done again.');
    await quiet();
    expect(session.sheet.title).toBe('plank + unpick + unpick');
    expect(saved.at(-1)?.title).toBe('plank + unpick + unpick');
    session.undo();
    session.undo();
    session.undo();
    await quiet();
    expect([session.sheet.title, session.canUndo, session.canRedo]).toEqual(['plank', false, true]);
    expect(saved.at(-1)?.title).toBe('plank');
    session.redo();
    // Something new takes the place of what was undone.
    session.change({ ...session.sheet, title: 'new' });
    await quiet();
    expect([session.sheet.title, session.canRedo]).toEqual(['new', false]);
    session.undo();
    expect(session.sheet.title).toBe('plank + unpick');
  });

  it('does edits that follow fast one after the other, each to what the one before left', async () => {
    const session = await opened();
    await Promise.all([1, 2, 3].map(() => session.edit({ edit: 'unpick' }, '')));
    expect(session.sheet.title).toBe('plank + unpick + unpick + unpick');
  });

  it('tells why an edit cannot be done, and changes nothing', async () => {
    const session = await opened();
    answer = (q) => ({ status: 200, body: reply(q, { edited: null, refused: [wrong('length')] }) });
    await session.edit({ edit: 'unpick' }, 'never said');
    expect(session.told?.text).toBe('That is no length. Write 2 m.');
    expect([session.sheet.title, session.canUndo, saved.length]).toEqual(['plank', false, 0]);
  });

  it('shows what is too much to be solved, and goes on when it is less', async () => {
    const session = await opened();
    const much = { code: 'too-much', message: 'Too much.', cure: 'Take it apart.' };
    answer = (q) => ({ status: 200, body: reply(q, { solution: null, unsolved: much }) });
    session.change({ ...session.sheet, title: 'huge' });
    await quiet();
    expect(session.unanswered?.message).toBe('Too much.');
    expect(session.still.marks[0]?.id).toBe('point:huge');
    expect(session.page).toBeNull();
    answer = (q) => ({ status: 200, body: reply(q) });
    session.undo();
    await quiet();
    expect(session.unanswered).toBeNull();
    expect(session.page).not.toBeNull();
  });

  it('knows a server that is away from one that refuses', async () => {
    const session = await opened();
    answer = () => 'down';
    session.again();
    await quiet();
    expect([session.offline, session.unanswered]).toEqual([true, null]);
    answer = () => ({ status: 503, body: { code: 'busy', message: 'Others are first.', cure: 'Wait.' } });
    session.again();
    await quiet();
    expect([session.offline, session.unanswered?.code]).toEqual([false, 'busy']);
    // What was there before is still shown.
    expect(session.page?.steps.length).toBe(3);
    answer = (q) => ({ status: 200, body: reply(q) });
    session.again();
    await quiet();
    expect([session.offline, session.unanswered]).toEqual([false, null]);
  });
});

describe('an open tag', () => {
  it('shows what it would make without keeping it', async () => {
    const session = await opened();
    session.open('force');
    session.type('size', '2 kN');
    await quiet();
    expect(asked.at(-1)?.edit).toMatchObject({ edit: 'force', size: '2 kN' });
    expect([session.sheet.title, saved.length]).toEqual(['plank', 0]);
    // Places are measured on the sheet as it is.
    expect(session.still.marks[0]?.id).toBe('point:plank');
    session.close();
    await quiet();
    expect(asked.at(-1)?.edit).toBeUndefined();
  });

  it('is kept with Enter, once, however often that is pressed', async () => {
    const session = await opened();
    session.open('force');
    session.type('size', '2 kN');
    const done = await Promise.all([session.commit(), session.commit()]);
    await quiet();
    expect(done).toEqual([true, true]);
    expect(session.sheet.title).toBe('plank + force');
    expect(session.entry).toBeNull();
    expect(session.said).toContain('placed');
  });

  it('says on Enter what is wrong, and takes that back when it is mended', async () => {
    const session = await opened();
    session.open('force');
    answer = (q) => ({
      status: 200,
      body: q.edit ? reply(q, { edited: null, refused: [wrong('size')] }) : reply(q),
    });
    session.type('size', '2 k');
    await quiet();
    expect(session.refused).toEqual([]);
    expect(await session.commit()).toBe(false);
    expect(session.refused.map((p) => p.path)).toEqual(['size']);
    expect(session.without).toBe(true);
    answer = (q) => ({ status: 200, body: reply(q) });
    session.type('size', '2 kN');
    await quiet();
    expect(session.refused).toEqual([]);
    expect(session.entry?.typed['size']).toBe('2 kN');
  });

  it('of a thing that is there sends only what was changed; nothing, when nothing was', async () => {
    const session = await opened();
    const before = { size: '2 kN', direction: 'down' };
    session.open('force', { mark: 'force:F', target: { id: 'force:F' } as never, before });
    expect(await session.commit()).toBe(true);
    expect(session.canUndo).toBe(false);
    session.open('force', { mark: 'force:F', target: {}, before });
    session.type('size', '3 kN');
    await session.commit();
    const edit = asked.findLast((q) => q.edit)?.edit as unknown as Record<string, unknown>;
    expect(edit['size']).toBe('3 kN');
    expect(edit['direction'] ?? null).toBeNull();
  });
});

describe('walking through the work', () => {
  it('goes step by step and on to the next stop, and back', async () => {
    const session = await opened();
    session.go('work');
    expect(session.step).toBe(1);
    session.walk(1);
    session.walk(1);
    expect([session.stop, session.step]).toEqual(['work', 3]);
    session.walk(1);
    expect(session.stop).toBe('check');
    session.walk(-1);
    expect([session.stop, session.step]).toEqual(['work', 3]);
    session.go('idealise');
    session.walk(-1);
    expect(session.stop).toBe('idealise');
  });

  it('asks for what is read at a stop only when it is not there yet', async () => {
    const session = await opened();
    const before = asked.length;
    session.go('inside');
    await quiet();
    expect(asked.length).toBe(before + 1);
    expect(asked.at(-1)?.inside).toBe(true);
    session.go('check');
    session.go('inside');
    await quiet();
    expect(asked.length).toBe(before + 1);
  });

  it('chooses one mark, or several with others', async () => {
    const session = await opened();
    session.choose(['support:A']);
    session.choose(['force:F', 'support:A'], true);
    expect(session.chosen).toEqual(['force:F']);
    session.remove([]);
    await quiet();
    expect(session.canUndo).toBe(false);
    session.remove();
    await quiet();
    expect(asked.findLast((q) => q.edit)?.edit).toEqual({ edit: 'remove', ids: ['force:F'] });
    expect(session.chosen).toEqual([]);
  });

  it('takes over what another tab has kept, one undo away from its own', async () => {
    const session = await opened();
    session.adopt(plank('theirs'), 7);
    await quiet();
    expect([session.sheet.title, session.saver.version, saved.length]).toEqual(['theirs', 7, 0]);
    session.undo();
    await quiet();
    expect(session.sheet.title).toBe('plank');
  });
});
