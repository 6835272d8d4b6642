/** Everything that can be done, to be looked for by word: the same as by key and by pointer, and all that is on the board. */
import { nameOf } from '../api/ids';
import type { XY } from '../api/types';
import { pointAt } from '../board/snap';
import { cornersOf, piecesOf } from '../board/members';
import { BEGINS, toolsOf } from '../entry/tools';
import { type Bench, keymap } from './keymap';
import { conventionsOf, setting, withConvention } from './conventions';
import { Looking } from './looking.svelte';
import type { Session } from './session.svelte';
import { listed } from '../ui/listed';

export interface Command {
  readonly name: string;
  /** Other words it is found by. */
  readonly words: string;
  readonly key?: string;
  readonly run: () => void;
}

/** What only the bench can do, by word alone. */
export interface ByWord extends Bench {
  /** `near`: which piece of a member, in sheet units. */
  readonly open: (id: string, near?: XY) => void;
  /** Asks for the bars that are chosen, and for nothing else. */
  readonly askBars: () => void;
  readonly conventions: () => void;
  readonly duplicate: () => void;
  readonly shelf: () => void;
  readonly theme: () => void;
  readonly print: () => void;
}

export function commands(session: Session, bench: ByWord): Command[] {
  const list: Command[] = keymap(session, bench).flatMap(({ name, words, keys, run }) =>
    name ? [{ name, words: words ?? '', key: keys[0]?.replace('-', '−') ?? '', run }] : [],
  );
  const add = (name: string, words: string, key: string, run: () => void) => {
    list.push(key ? { name, words, key, run } : { name, words, run });
  };
  // What is put down by word alone.
  for (const tool of toolsOf(session.spatial).filter((t) => t.key === ''))
    if (!session.empty || BEGINS.includes(tool.id))
      add(`Put down: ${tool.name}`, tool.words, '', () => bench.choose(tool));
  for (const left of session.asides.all) {
    const what = session.asides.words(left, session.spatial);
    add(`Take up again: ${what}`, 'left aside typed back draft', '', () => session.takeUp(left));
  }
  const marks = session.reply?.scene.marks ?? [];
  if (listed(session.sheet.bars).length > 0 && !session.spatial)
    add('Ask for the chosen bars alone', 'find only', '', bench.askBars);
  if (listed(session.sheet.conventions?.order).length > 0) {
    add('Leave the order of the work to the plan again', 'unpick joints', '', () =>
      session.edit({ edit: 'unpick' }, 'The plan decides the order again.'),
    );
  }
  if (session.spatial) {
    const y = session.sheet.vertical === 'y';
    add(`Let ${y ? 'z' : 'y'} point up`, 'vertical axis convention', '', () =>
      session.edit({ edit: 'space', into: 'space', vertical: y ? 'z' : 'y' }, `${y ? 'z' : 'y'} points up.`),
    );
  } else if (!session.blank) {
    add('Put this sheet into space', 'three dimensions 3d', '', () => session.intoSpace());
  }
  session.page?.verdict.cures.forEach((cure, index) =>
    add(
      `Cure: ${cure}`,
      'unstable moves hold',
      index === 0 ? 'K' : '',
      () => void session.edit({ edit: 'cure', index }, cure),
    ),
  );
  for (const state of session.looking.states.filter((s) => s !== null)) {
    add(`Read ${Looking.word(state)}`, 'combination envelope train inside', '', () => {
      session.go('inside');
      session.looking.read(state);
    });
  }
  const conventions = session.sheet.conventions ?? {};
  const said = conventionsOf(session.spatial).filter((s) => !s.only || ['space', 'plane'].includes(s.only));
  for (const convention of said) {
    for (const choice of convention.choices.filter((c) => c.value !== setting(conventions, convention))) {
      add(`${convention.question} ${choice.word}`, `convention convention ${convention.key}`, '', () =>
        session.change((sheet) => ({
          ...sheet,
          conventions: withConvention(sheet.conventions ?? {}, convention, choice.value),
        })),
      );
    }
  }
  add('Conventions of this sheet', 'settings', '', bench.conventions);
  add('Print', 'paper pdf', 'Ctrl P', bench.print);
  add('Duplicate this sheet', 'copy', '', bench.duplicate);
  add('Save this sheet as a file: JSON', 'export download', '', () => bench.asFile('json'));
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
      const names = cornersOf(m.path).map((at) => pointAt({ bounds: null, marks }, at)?.name ?? '');
      for (const [i, middle] of piecesOf(m.path).entries()) {
        const of = `${names[i]} to ${names[i + 1]} of ${m.name}`;
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
