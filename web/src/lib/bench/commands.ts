/** Everything that can be done, to be looked for by word: the same as by key and by pointer, and all that is on the board. */
import { nameOf, thingOf } from '../api/ids';
import type { XY } from '../api/types';
import { piecesOf } from '../board/members';
import { pieceAt } from '../entry/written';
import { BEGINS, GROUP, keyOf, OF_BARS, type Tool, type ToolId, toolsOf } from '../entry/tools';
import { type ViewName, VIEWS } from '../space/camera';
import { schoolsOf, setting, withSchool } from './schools';
import { Looking } from './looking.svelte';
import type { Session, Stop } from './session.svelte';
import { listed } from '../ui/listed';

export interface Command {
  readonly name: string;
  /** Other words it is found by. */
  readonly words: string;
  readonly key?: string;
  readonly run: () => void;
}

/** What only the bench can do. */
export interface Bench {
  readonly choose: (tool: Tool) => void;
  /** Does something to these marks; to those that are chosen unless given. */
  readonly group: (tool: ToolId, ids?: readonly string[]) => void;
  /** Says something of bars, or cuts them. */
  readonly bars: (tool: ToolId) => void;
  /** Asks for the bars that are chosen, and for nothing else. */
  readonly askBars: () => void;
  /** `near`: which piece of a member, in sheet units. */
  readonly open: (id: string, near?: XY) => void;
  /** Sees a figure of space from above, from the front ... */
  readonly see: (view: ViewName) => void;
  readonly fit: () => void;
  readonly zoom: (factor: number) => void;
  readonly replay: () => void;
  readonly copyAnswers: () => void;
  readonly chooseAsked: () => void;
  readonly schools: () => void;
  readonly history: () => void;
  /** Does the first of the cures of what moves. */
  readonly cure: () => void;
  readonly duplicate: () => void;
  /** The sheet as a file. */
  readonly asFile: (way: 'toml' | 'json') => void;
  /** Another sheet from a file. */
  readonly openFile: () => void;
  readonly shelf: () => void;
  readonly theme: () => void;
  readonly print: () => void;
}

const STOP_NAMES: Record<Stop, string> = {
  inside: 'Inside: N, V and M along the members',
  idealise: 'Idealise: draw and change',
  free: 'Free the body',
  work: 'Work step by step',
  check: 'Check',
  table: 'Table of bars',
  stiff: 'Stiffness: redundant forces, distribution, sag',
  size: 'Size: what governs, pins, limits',
};

export function commands(session: Session, bench: Bench): Command[] {
  const empty = session.empty;
  const list: Command[] = toolsOf(session.spatial)
    .filter((t) => !empty || BEGINS.includes(t.id))
    .map((t) => ({
      name: `Put down: ${t.name}`,
      words: t.words,
      key: keyOf(t),
      run: () => bench.choose(t),
    }));
  const add = (name: string, words: string, key: string, run: () => void) => {
    list.push(key ? { name, words, key, run } : { name, words, run });
  };
  for (const left of session.asides.all) {
    const what = session.asides.words(left, session.spatial);
    add(`Take up again: ${what}`, 'left aside typed back draft', '', () => session.takeUp(left));
  }
  if (session.chosen.length > 0) {
    const n = session.chosen.length;
    if (!session.spatial) {
      add(`Move what is chosen (${n})`, 'shift', 'V', () => bench.group('shift'));
      add(`Repeat what is chosen (${n})`, 'copy duplicate', 'E', () => bench.group('repeat'));
      add(`Mirror what is chosen (${n})`, 'image flip', 'I', () => bench.group('mirror'));
    }
    add(`Remove what is chosen (${n})`, 'delete', 'Delete', () => void session.remove());
  }
  const marks = session.reply?.scene.marks ?? [];
  const choosable = marks.filter((m) =>
    ['support', 'force', 'couple', 'distributed', 'bar'].includes(m.kind),
  );
  if (choosable.length > 0) {
    add('Choose all loads, supports and bars', 'select everything', 'Ctrl A', () =>
      session.choose([...new Set(choosable.map((m) => thingOf(m.id)))]),
    );
  }
  const stops: readonly Stop[] = empty ? ['idealise'] : session.stops;
  if (listed(session.sheet.bars).length > 0 && !session.spatial) {
    for (const t of GROUP.filter((g) => OF_BARS.includes(g.id))) {
      const what = t.id === 'section' ? 'Cut through bars: a section' : 'What bars can carry: limits';
      add(what, t.words, t.key.toUpperCase(), () => bench.bars(t.id));
    }
    add('Ask for the chosen bars alone', 'find only', '', bench.askBars);
  }
  if (listed(session.sheet.conventions?.order).length > 0) {
    add('Leave the order of the work to the plan again', 'unpick joints', '', () =>
      session.edit({ edit: 'unpick' }, 'The plan decides the order again.'),
    );
  }
  if (session.spatial) {
    VIEWS.forEach((view, i) =>
      add(`See it in ${view} view`, 'turn space', `Shift ${i + 1}`, () => bench.see(view)),
    );
    if ((session.reply?.scene.solid?.parts ?? []).length > 1)
      add(
        session.pulled ? 'Put the parts together' : 'Pull the parts apart',
        'explode free bodies',
        'Z',
        () => session.pull(),
      );
    const y = session.sheet.vertical === 'y';
    add(`Let ${y ? 'z' : 'y'} point up`, 'vertical axis convention', '', () =>
      session.edit({ edit: 'space', into: 'space', vertical: y ? 'z' : 'y' }, `${y ? 'z' : 'y'} points up.`),
    );
  } else {
    add('Put this sheet into space', 'three dimensions 3d', session.blank ? 'Shift D' : '', () =>
      session.intoSpace(),
    );
  }
  if (session.parting.possible && !session.spatial) {
    const to = session.parting.on ? 'See the structure put together' : 'See the structure taken apart';
    add(to, 'explode free bodies pins', 'Z', () => session.takeApart(!session.parting.on));
  }
  stops.forEach((stop, i) => add(STOP_NAMES[stop], `stop ${stop}`, String(i + 1), () => session.go(stop)));
  if (!empty) {
    add('Next step', 'forward walk', 'N', () => session.walk(1));
    add('Step back', 'previous walk', 'Shift N', () => session.walk(-1));
    add('Play the working back', 'replay animate', 'Space', bench.replay);
    add('Copy the answers', 'clipboard asked results', 'Q', bench.copyAnswers);
    add('Choose what is asked', 'find wanted', 'A', bench.chooseAsked);
  }
  session.page?.verdict.cures.forEach((cure, index) =>
    add(
      `Cure: ${cure}`,
      'unstable moves hold',
      index === 0 ? 'K' : '',
      () => void session.edit({ edit: 'cure', index }, cure),
    ),
  );
  if (session.canUndo) add('Undo', 'back', 'Ctrl Z', () => session.undo());
  if (session.canRedo) add('Do again', 'redo', 'Ctrl Shift Z', () => session.redo());
  for (const state of session.looking.states.filter((s) => s !== null)) {
    add(`Read ${Looking.word(state)}`, 'combination envelope train inside', '', () => {
      session.go('inside');
      session.looking.read(state);
    });
  }
  const conventions = session.sheet.conventions ?? {};
  const said = schoolsOf(session.spatial).filter((s) => !s.only || ['space', 'plane'].includes(s.only));
  for (const school of said) {
    for (const choice of school.choices.filter((c) => c.value !== setting(conventions, school))) {
      add(`${school.question} ${choice.word}`, `school convention ${school.key}`, '', () =>
        session.change((sheet) => ({
          ...sheet,
          conventions: withSchool(sheet.conventions ?? {}, school, choice.value),
        })),
      );
    }
  }
  add('Schools of this sheet', 'conventions settings', '', bench.schools);
  add('What the sheet was', 'history revisions versions name', 'H', bench.history);
  add('See all', 'fit zoom', '0', bench.fit);
  add('Nearer', 'zoom in', '+', () => bench.zoom(1.25));
  add('Farther', 'zoom out', '−', () => bench.zoom(0.8));
  add('Print', 'paper pdf', 'Ctrl P', bench.print);
  add('Duplicate this sheet', 'copy', '', bench.duplicate);
  add('Save this sheet as a file: TOML', 'export download mail', 'Ctrl S', () => bench.asFile('toml'));
  add('Save this sheet as a file: JSON', 'export download', '', () => bench.asFile('json'));
  add('Open a file', 'import sheet archive toml json zip', 'Ctrl O', bench.openFile);
  add('Back to the shelf', 'list sheets close', '', bench.shelf);
  add('Other theme', 'dark light lamp paper', '', bench.theme);
  const solid = session.reply?.scene.solid;
  for (const point of solid?.points ?? [])
    add(`Change point ${point.name}: ${point.text}`, 'coordinates', '', () => bench.open(point.id));
  for (const hold of solid?.holds ?? []) {
    const what = hold.ground ? 'support' : 'joint';
    add(`Change ${what} ${hold.name}: ${hold.shape}`, '', '', () => bench.open(hold.id));
  }
  for (const arrow of (solid?.arrows ?? []).filter((a) => a.role === 'load'))
    add(`Change ${nameOf(arrow.of)}: ${arrow.text ?? ''}`, 'load force couple', '', () =>
      bench.open(arrow.of),
    );
  for (const line of (solid?.lines ?? []).filter((l) => l.kind === 'bar'))
    add(`Change bar ${line.name}`, `cable strut ${eitherWay(line.name)}`, '', () => bench.open(line.id));
  for (const m of marks) {
    if (m.kind === 'force' || m.kind === 'couple')
      add(`Change ${nameOf(m.id)}: ${m.text}`, `load ${m.kind}`, '', () => bench.open(m.id));
    else if (m.kind === 'distributed')
      add(`Change ${nameOf(m.id)}: ${m.texts.join(' to ')}`, 'load', '', () => bench.open(m.id));
    else if (m.kind === 'support')
      add(`Change support ${m.name}: ${m.shape}`, '', '', () => bench.open(m.id));
    else if (m.kind === 'bar')
      add(`Change bar ${m.name}`, `limit cable strut ${eitherWay(m.name)}`, '', () => bench.open(m.id));
    else if (m.kind === 'point') add(`Change point ${m.name}`, 'coordinates', '', () => bench.open(m.id));
    else if (m.kind === 'joint')
      add(`Change ${nameOf(m.id)}: ${m.shape}`, 'joint hinge', '', () => bench.open(m.id));
    else if (m.kind === 'wheel')
      add(`Change pulley ${nameOf(m.id)}`, 'wheel radius', '', () => bench.open(m.id));
    else if (m.kind === 'rope') add(`Change rope ${nameOf(m.id)}`, 'cable line', '', () => bench.open(m.id));
    else if (m.kind === 'body') {
      for (const middle of piecesOf(m.path)) {
        const piece = pieceAt(session.sheet, { bounds: null, marks }, m.id, middle);
        const of = piece ? `${piece.first} to ${piece.second} of ${m.name}` : m.name;
        add(`Change length and slope: ${of}`, 'piece member angle', '', () => bench.open(m.id, middle));
      }
    } else if (m.kind === 'dimension')
      add(`Change the distance ${m.first} to ${m.second}: ${m.text}`, 'length', '', () => bench.open(m.id));
  }
  return list;
}

/** A bar by its ends, whichever is said first: of `E-B` also `EB`, `BE`, `B-E`. */
export function eitherWay(bar: string): string {
  const [a, b, more] = bar.split('-');
  return a && b && more === undefined ? `${a}${b} ${b}${a} ${b}-${a}` : '';
}

/** The commands that have every word, those whose name has them whole before the others; the first word counts most. */
export function look(list: readonly Command[], text: string): Command[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = list.filter((c) => {
    const all = `${c.name} ${c.words} ${c.key ?? ''}`.toLowerCase();
    return words.every((w) => all.includes(w));
  });
  const rank = (c: Command) => {
    const parts = c.name.toLowerCase().split(/[^\p{L}\p{N}]+/u);
    const of = (word: string) => (parts.includes(word) ? 0 : parts.some((p) => p.startsWith(word)) ? 1 : 2);
    return words.reduce((sum, word) => 3 * sum + of(word), 0);
  };
  return found
    .map((c, i) => ({ c, i, r: rank(c) }))
    .sort((a, b) => a.r - b.r || a.i - b.i)
    .map(({ c }) => c);
}
