import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Edit, LiveReply, Problem, Sheet, View } from '../api/types';
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
  readonly view: View;
}

const wrong = (path: string): Problem => ({
  kind: 'quantity',
  path,
  position: null,
  message: 'That is no length.',
  cure: 'Write 2 m.',
});

/** A reply to a question: with so many steps, drawing the title as a mark of its own. */
function reply({ seq, sheet, edit, view }: Question, more: Partial<LiveReply> = {}): LiveReply {
  const edited = edit ? { ...sheet, title: `${sheet.title} + ${edit.edit}` } : null;
  const worked = !['inside', 'size', 'stiff'].includes(view.at);
  const chapters = worked ? [1, 2, 3].map((step) => ({ part: { step }, title: '', blocks: [] })) : [];
  const page = {
    chapters,
    headlines: { stiff: '', size: 'no limits set', work: worked ? '3 steps' : null, check: null },
    closes: worked ? 'closes' : null,
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
      ...(view.at === 'inside' ? { inside: { stretches: [] } } : {}),
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
/** What was asked of a thing, and what is answered. */
let pointed: { sheet: Sheet; of: unknown }[];
let told: unknown;

beforeEach(() => {
  [asked, saved, version, pointed, told] = [[], [], 1, [], null];
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
    const body = JSON.parse(String(init.body)) as Question & { sheet: Sheet; of: unknown };
    if (path === '/api/tag') {
      pointed.push(body);
      if (told === 'down') throw new TypeError('no connection');
      return new Response(JSON.stringify(told), { status: 200 });
    }
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

describe('the tag of a thing', () => {
  const force = {
    tool: 'force',
    mark: 'load:F1',
    target: { name: 'F1', axis: null },
    before: { size: '3', place: '2' },
  };

  it('opens with what the server says stands in it, and is not settled before', async () => {
    const session = await opened();
    told = { ...force, slot: 'place' };
    const opening = session.openThing({ mark: { id: 'load:F1' } });
    expect([session.settled, session.entry]).toEqual([false, null]);
    expect(await opening).toBe(true);
    expect(pointed.map((q) => [q.sheet.title, q.of])).toEqual([['plank', { mark: { id: 'load:F1' } }]]);
    const { tool, mark, target, before, typed, slot } = session.entry ?? {};
    expect({ tool, mark, target, before, slot }).toEqual({
      tool: 'force',
      mark: 'load:F1',
      target: { name: 'F1' },
      before: { size: '3', place: '2' },
      slot: 'place',
    });
    expect(typed).toEqual(before);
    expect(session.settled).toBe(true);
  });

  it('is asked of the sheet that the tag before has left', async () => {
    const session = await opened();
    session.open('beam', { mark: null });
    session.type('length', '6');
    await quiet();
    told = force;
    await session.openThing({ mark: { id: 'load:F1' } });
    expect(pointed.map((q) => q.sheet.title)).toEqual(['plank + beam']);
    expect(session.entry?.mark).toBe('load:F1');
  });

  it('does not open where there is no such thing, no such tool, or no server', async () => {
    const session = await opened();
    expect(await session.openThing({ mark: { id: 'load:F9' } })).toBe(false);
    told = { ...force, tool: 'anvil' };
    expect(await session.openThing({ mark: { id: 'load:F1' } })).toBe(false);
    told = 'down';
    expect(await session.openThing({ mark: { id: 'load:F1' } })).toBe(false);
    expect([session.entry, session.settled]).toEqual([null, true]);
    expect(session.told?.text).toContain('does not answer');
  });
});

describe('a bench', () => {
  it('asks for its sheet when it is opened, and settles', async () => {
    const session = await opened();
    expect(asked.map((q) => q.sheet.title)).toEqual(['plank']);
    expect(session.page?.chapters.length).toBe(3);
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
    session.change((sheet) => ({ ...sheet, title: 'new' }));
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
    const much = { code: 'too-much' as const, message: 'Too much.', cure: 'Take it apart.' };
    answer = (q) => ({ status: 200, body: reply(q, { solution: null, unsolved: much }) });
    session.change((sheet) => ({ ...sheet, title: 'huge' }));
    await quiet();
    expect(session.solver.unanswered?.message).toBe('Too much.');
    expect(session.still.marks[0]?.id).toBe('point:huge');
    expect(session.page).toBeNull();
    answer = (q) => ({ status: 200, body: reply(q) });
    session.undo();
    await quiet();
    expect(session.solver.unanswered).toBeNull();
    expect(session.page).not.toBeNull();
  });

  it('knows a server that is away from one that refuses', async () => {
    const session = await opened();
    answer = () => 'down';
    session.again();
    await quiet();
    expect([session.solver.offline, session.solver.unanswered]).toEqual([true, null]);
    answer = () => ({ status: 503, body: { code: 'busy', message: 'Others are first.', cure: 'Wait.' } });
    session.again();
    await quiet();
    expect([session.solver.offline, session.solver.unanswered?.code]).toEqual([false, 'busy']);
    // What was there before is still shown.
    expect(session.page?.chapters.length).toBe(3);
    answer = (q) => ({ status: 200, body: reply(q) });
    session.again();
    await quiet();
    expect([session.solver.offline, session.solver.unanswered]).toEqual([false, null]);
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

describe('a tag that is left', () => {
  const refuse = (q: Question) => ({
    status: 200,
    body: q.edit?.edit === 'force' ? reply(q, { edited: null, refused: [wrong('size')] }) : reply(q),
  });

  it('is kept when another one is opened, before what is typed there', async () => {
    const session = await opened();
    session.open('force');
    session.type('size', '2 kN');
    session.open('couple');
    session.type('size', '3 kN m');
    await quiet();
    expect(session.sheet.title).toBe('plank + force');
    // What is seen is what the new tag would make of the sheet as it is now.
    expect(asked.at(-1)?.sheet.title).toBe('plank + force');
    expect(asked.at(-1)?.edit).toMatchObject({ edit: 'couple' });
    await session.commit();
    expect(session.sheet.title).toBe('plank + force + couple');
    expect(session.asides.all).toEqual([]);
  });

  it.each([
    ['another tag', (session: Session) => session.open('couple')],
    ['a stop', (session: Session) => session.go('work')],
    ['an edit', (session: Session) => void session.edit({ edit: 'unpick' }, '')],
  ])('is put aside for %s when it makes no sense, and can be taken up again', async (_, leave) => {
    const session = await opened();
    session.open('force', { typed: { size: '2 k' } });
    answer = refuse;
    leave(session);
    await quiet();
    expect(session.told?.text).toMatch(/^Put aside: Force 2 k\. That is no length\./);
    answer = (q) => ({ status: 200, body: reply(q) });
    const [left] = session.asides.all;
    if (!left) throw new Error('it is gone');
    session.takeUp(left);
    expect([session.entry?.tool, session.entry?.typed['size']]).toEqual(['force', '2 k']);
    expect(session.asides.all).toEqual([]);
  });

  it('with Escape, by undoing or with the page can be taken up again, too', async () => {
    const session = await opened();
    await session.edit({ edit: 'unpick' }, '');
    session.open('force', { typed: { size: '1' } });
    session.close();
    session.open('force', { typed: { size: '2' } });
    session.undo();
    await quiet();
    expect(session.sheet.title).toBe('plank');
    session.open('force', { typed: { size: '3' } });
    session.end();
    expect(session.asides.all.map((entry) => entry.typed['size'])).toEqual(['3', '2', '1']);
    // Nothing typed is nothing lost.
    session.open('couple');
    session.close();
    expect(session.asides.all.length).toBe(3);
  });

  it('is told of, once, when the sheet that was left with it is opened again', async () => {
    const held = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => held.get(key) ?? null,
      setItem: (key: string, text: string) => held.set(key, text),
      removeItem: (key: string) => held.delete(key),
    });
    const session = await opened();
    session.open('couple', { typed: { size: '4' } });
    session.close();
    session.open('force', { typed: { size: '7 kN' } });
    // The page goes, and then the bench.
    session.end();
    session.end();
    const again = await opened();
    expect(again.told?.text).toBe('Not kept when this sheet was left: Force 7 kN.');
    expect(again.asides.all.length).toBe(2);
    again.takeUp(again.told?.again as never);
    expect([again.entry?.typed['size'], again.asides.all.length]).toEqual(['7 kN', 1]);
    expect((await opened()).told).toBe(null);
  });

  it('stays open, with what was typed, while the title and the conventions change', async () => {
    const session = await opened();
    session.open('force', { typed: { size: '2 kN' } });
    session.change((sheet) => ({ ...sheet, title: 'bench' }));
    await quiet();
    expect(session.entry?.typed['size']).toBe('2 kN');
    expect(asked.at(-1)).toMatchObject({ sheet: { title: 'bench' }, edit: { edit: 'force' } });
    await session.commit();
    expect(session.sheet.title).toBe('bench + force');
  });
});

describe('an Enter that would change nothing', () => {
  const still = (q: Question) => ({ status: 200, body: reply(q, { edited: q.edit ? q.sheet : null }) });

  it('is not told as done: what is missing is said in its slot', async () => {
    const session = await opened();
    answer = still;
    session.open('limit');
    expect(await session.commit()).toBe(false);
    expect(session.refused).toMatchObject([{ path: 'bars', message: 'Nothing would be changed by this.' }]);
    session.close();
    session.open('force', { mark: 'load:F1', target: { name: 'F1' }, before: { size: '5', place: '1' } });
    session.type('size', '');
    expect(await session.commit()).toBe(false);
    expect(session.refused).toMatchObject([{ path: 'size', message: '“size” cannot be empty here.' }]);
    expect(session.canUndo).toBe(false);
  });

  it('leaves nothing in the history: a thing that was dragged back to where it was', async () => {
    const session = await opened();
    answer = still;
    session.open('force', { mark: 'load:F1', target: { name: 'F1' }, before: { place: '1' } });
    session.type('place', '1.0');
    expect(await session.commit()).toBe(true);
    expect([session.canUndo, session.said]).toEqual([false, 'Nothing was changed.']);
  });
});

describe('what follows fast', () => {
  it('is done in its order: a change of the title between two edits, and what is undone after them', async () => {
    const session = await opened();
    void session.edit({ edit: 'unpick' }, '');
    session.change((sheet) => ({ ...sheet, title: `${sheet.title} and` }));
    void session.edit({ edit: 'unpick' }, '');
    await quiet();
    expect(session.sheet.title).toBe('plank + unpick and + unpick');
    void session.edit({ edit: 'unpick' }, '');
    session.undo();
    session.undo();
    await quiet();
    expect(session.sheet.title).toBe('plank + unpick and');
  });

  it('gathers the places that are pressed where several are wanted, else takes the last', async () => {
    const session = await opened();
    const pressed = (id: 'body' | 'rope' | 'force', slot: string, places: readonly string[]) => {
      session.open(id);
      for (const place of places) session.put(slot, place);
      return session.entry?.typed[slot];
    };
    expect(pressed('body', 'through', ['A', '2; 1.5', 'B'])).toBe('A 2;1.5 B');
    expect(pressed('rope', 'path', ['A', 'wheel'])).toBe('A, wheel');
    expect(pressed('force', 'place', ['A', '2; 1.5'])).toBe('2; 1.5');
  });

  it('is taken back letter by letter in an open tag, before anything of the sheet', async () => {
    const session = await opened();
    session.open('force');
    session.type('size', '2');
    session.type('size', '25');
    session.type('place', '1');
    expect([session.untype(), session.entry?.typed]).toEqual([true, { size: '25' }]);
    expect([session.untype(), session.entry?.typed]).toEqual([true, { size: '2' }]);
    expect([session.untype(), session.untype()]).toEqual([true, false]);
  });

  it('waits for the server to be back, and is done then', async () => {
    vi.useFakeTimers();
    try {
      const session = new Session('x', new Saver('x', 1), plank('plank'));
      await vi.advanceTimersByTimeAsync(5);
      answer = () => 'down';
      session.open('force', { typed: { size: '2 kN' } });
      expect(await session.commit()).toBe(false);
      expect(session.refused[0]?.message).toBe('Helvek’s server does not answer.');
      await vi.advanceTimersByTimeAsync(4000);
      expect([session.solver.offline, session.entry?.typed['size']]).toEqual([true, '2 kN']);
      answer = (q) => ({ status: 200, body: reply(q) });
      await vi.advanceTimersByTimeAsync(2000);
      expect([session.solver.offline, session.entry, session.sheet.title]).toEqual([
        false,
        null,
        'plank + force',
      ]);
      // Whatever is asked first when it is back, and only while it is still meant.
      answer = () => 'down';
      session.open('couple', { typed: { size: '2' } });
      await session.commit();
      answer = (q) => ({ status: 200, body: reply(q) });
      session.again();
      session.again();
      await vi.advanceTimersByTimeAsync(50);
      expect([session.entry, session.sheet.title]).toEqual([null, 'plank + force + couple']);
      answer = () => 'down';
      session.open('couple', { typed: { size: '2' } });
      await session.commit();
      session.type('size', '25');
      answer = (q) => ({ status: 200, body: reply(q) });
      await vi.advanceTimersByTimeAsync(4000);
      expect([session.entry?.typed['size'], session.solver.offline]).toEqual(['25', false]);
    } finally {
      vi.useRealTimers();
    }
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
    expect(asked.at(-1)?.view.at).toBe('inside');
    session.go('check');
    await quiet();
    expect(asked.at(-1)?.view).toEqual({ at: 'check', apart: false, choice: null });
    // What was answered of the same sheet is not asked again.
    session.go('inside');
    session.go('check');
    session.go('idealise');
    await quiet();
    expect(asked.length).toBe(before + 2);
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
