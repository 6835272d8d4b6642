/**
 * What can be done on the bench by key, each thing once: what it is called where it is looked for by word, its keys, what it does. Only what means
 * something now is in the list, what is meant first stands first.
 */
import { thingOf } from '../api/ids';
import { INNER } from '../board/diagrams';
import { BEGINS, GROUP, keyOf, OF_BARS, type Tool, type ToolId, toolsOf } from '../entry/tools';
import { type ViewName, VIEWS } from '../space/camera';
import { listed } from '../ui/listed';
import type { Session, Stop } from './session.svelte';

/** What only the bench can do. */
export interface Bench {
  readonly choose: (tool: Tool) => void;
  /** Does something to these marks; to those that are chosen unless given. */
  readonly group: (tool: ToolId, ids?: readonly string[]) => void;
  /** Says something of bars, or cuts them. */
  readonly bars: (tool: ToolId) => void;
  /** Sees a figure of space from above, from the front ... */
  readonly see: (view: ViewName) => void;
  /** Turns a figure of space. */
  readonly turn: (x: number, y: number) => void;
  readonly fit: () => void;
  readonly zoom: (factor: number) => void;
  readonly pan: (x: number, y: number) => void;
  readonly replay: () => void;
  readonly copyAnswers: () => void;
  readonly chooseAsked: () => void;
  readonly history: () => void;
  /** Does the first of the cures of what moves. */
  readonly cure: () => void;
  /** Begins to type where a member is cut through. */
  readonly cut: () => void;
  readonly find: () => void;
  /** The sheet as a file. */
  readonly asFile: (way: 'toml' | 'json') => void;
  /** Another sheet from a file. */
  readonly openFile: () => void;
}

export interface Action {
  /** `H`, `Shift N`, `Ctrl Z`, `Space`. */
  readonly keys: readonly string[];
  /** Where it is looked for by word; what is not has none. */
  readonly name?: string;
  /** Other words it is found by. */
  readonly words?: string;
  /** Also while something lies over the bench. */
  readonly everywhere?: boolean;
  readonly run: () => void;
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

/** Marks that can be chosen together. */
const CHOOSABLE = ['support', 'force', 'couple', 'distributed', 'bar'];

/** Everything that can be chosen together, one after the other: of ten thousand bars a key asks for the first alone. */
function* choosable(session: Session): Generator<string> {
  const scene = session.reply?.scene;
  const solid = scene?.solid;
  for (const hold of solid?.holds ?? []) yield hold.id;
  for (const arrow of solid?.arrows ?? []) if (arrow.role === 'load') yield arrow.of;
  for (const spread of solid?.spreads ?? []) yield spread.id;
  if (!solid)
    for (const mark of scene?.marks ?? []) if (CHOOSABLE.includes(mark.kind)) yield thingOf(mark.id);
}

/** `mark`: the thing that has the focus. */
export function keymap(session: Session, bench: Bench, mark: string | null = null): readonly Action[] {
  const { spatial, empty, chosen, looking } = session;
  const list: Action[] = [];
  const add = (keys: string, run: () => void, name = '', words = '') => {
    list.push({ keys: keys.split(', '), run, ...(name && { name, words }) });
  };
  /** `when` it means something. */
  const only = (when: boolean) => (when ? add : () => undefined);

  // While members are looked into.
  const inside = only(session.stop === 'inside' && !spatial);
  inside('X', bench.cut);
  const at = looking.states.indexOf(looking.state);
  only(session.stop === 'inside' && !spatial && looking.states.length > 1)('C', () =>
    looking.read(looking.states[(at + 1) % looking.states.length] ?? null),
  );
  inside('Z', () => looking.showHalves(!looking.halves));
  only(session.stop === 'inside' && !spatial && looking.cut !== null)('Escape', () => looking.cutAt(null));
  for (const inner of INNER.filter((of) => of !== 'N')) inside(inner, () => (looking.inner = inner));

  if (spatial) {
    VIEWS.forEach((view, i) =>
      add(`Shift ${i + 1}`, () => bench.see(view), `See it in ${view} view`, 'turn space'),
    );
  }
  only(session.blank)(
    'Shift D',
    () => void session.intoSpace(),
    'Put this sheet into space',
    'three dimensions 3d',
  );
  for (const tool of toolsOf(spatial)) {
    const begins = !empty || BEGINS.includes(tool.id);
    if (tool.key)
      add(keyOf(tool), () => bench.choose(tool), begins ? `Put down: ${tool.name}` : '', tool.words);
  }
  if (!spatial) {
    const bars = listed(session.sheet.bars).length > 0;
    const those = chosen.length > 0 ? chosen : mark ? [mark] : [];
    for (const tool of GROUP) {
      const ofBars = OF_BARS.includes(tool.id);
      const what = tool.id === 'section' ? 'Cut through bars: a section' : 'What bars can carry: limits';
      const name = ofBars
        ? bars
          ? what
          : ''
        : chosen.length > 0
          ? `${tool.name} what is chosen (${chosen.length})`
          : '';
      add(keyOf(tool), () => (ofBars ? bench.bars(tool.id) : bench.group(tool.id, those)), name, tool.words);
    }
  }
  session.stops.forEach((stop, i) => {
    if (!empty || stop === 'idealise')
      add(String(i + 1), () => session.go(stop), STOP_NAMES[stop], `stop ${stop}`);
  });
  add('1, 2, 3, 4, 5, 6, 7, 8, 9', () =>
    session.tell(empty ? 'Nothing is drawn yet.' : `There are ${session.stops.length} stops.`),
  );
  const some = (name: string) => (empty ? '' : name);
  add('N', () => session.walk(1), some('Next step'), 'forward walk');
  add('Shift N', () => session.walk(-1), some('Step back'), 'previous walk');
  only(!mark)('Space', bench.replay, some('Play the working back'), 'replay animate');
  add('Q', bench.copyAnswers, some('Copy the answers'), 'clipboard asked results');
  add('A', bench.chooseAsked, some('Choose what is asked'), 'find wanted');
  add('H', bench.history, 'What the sheet was', 'history revisions versions name');
  add('K', bench.cure);
  if (spatial) {
    const parts = (session.reply?.scene.solid?.parts ?? []).length > 1;
    const name = session.pulled ? 'Put the parts together' : 'Pull the parts apart';
    add('Z', () => session.pull(), parts ? name : '', 'explode free bodies');
  } else if (session.parting.possible) {
    const name = session.parting.on ? 'See the structure put together' : 'See the structure taken apart';
    add('Z', () => session.takeApart(!session.parting.on), name, 'explode free bodies pins');
  } else {
    const why = empty ? 'Nothing is drawn yet.' : 'There is nothing here to take apart: one body alone.';
    add('Z', () => session.tell(why));
  }
  if (chosen.length > 0)
    add(
      'Delete, Backspace',
      () => void session.remove(),
      `Remove what is chosen (${chosen.length})`,
      'delete',
    );
  else
    add('Delete, Backspace', () =>
      session.tell('Nothing is chosen: Space on a thing, or Shift and a press on it.'),
    );
  add('Escape', () => session.choose([]));
  only(session.stop === 'idealise')(
    'Ctrl A',
    () => session.choose([...new Set(choosable(session))]),
    choosable(session).next().done ? '' : 'Choose all loads, supports and bars',
    'select everything',
  );
  add('Ctrl Z', () => session.undo(), session.canUndo ? 'Undo' : '', 'back');
  add('Ctrl Shift Z', () => session.redo(), session.canRedo ? 'Do again' : '', 'redo');
  add('0', bench.fit, 'See all', 'fit zoom');
  add('+, =', () => bench.zoom(1.25), 'Nearer', 'zoom in');
  add('-', () => bench.zoom(0.8), 'Farther', 'zoom out');
  add('Ctrl S', () => bench.asFile('toml'), 'Save this sheet as a file: TOML', 'export download mail');
  add('Ctrl O', bench.openFile, 'Open a file', 'import sheet archive toml json zip');
  list.push({ keys: ['/', '?'], run: bench.find, everywhere: true });
  add('Shift ArrowLeft', () => bench.pan(60, 0));
  add('Shift ArrowRight', () => bench.pan(-60, 0));
  add('Shift ArrowUp', () => bench.pan(0, 60));
  add('Shift ArrowDown', () => bench.pan(0, -60));
  // Arrows on a thing go on to the next.
  const turns = only(spatial && !mark);
  turns('ArrowLeft', () => bench.turn(-33, 0));
  turns('ArrowRight', () => bench.turn(33, 0));
  turns('ArrowUp', () => bench.turn(0, -33));
  turns('ArrowDown', () => bench.turn(0, 33));
  const walks = only(!spatial && !mark);
  walks('ArrowRight', () => session.walk(1));
  walks('ArrowLeft', () => session.walk(-1));
  return list;
}

/** A key by what it types, `Ctrl Shift Z`, `Shift N`, `Space`, `+`; with Shift a digit is another character on each keyboard, and is told as a digit, too. */
export function told(event: KeyboardEvent): readonly string[] {
  const { key, shiftKey: shift } = event;
  const letter = /^\p{L}$/u.test(key);
  const name = key === ' ' ? 'Space' : letter ? key.toUpperCase() : key;
  const shifted = shift && (letter || key.length > 1);
  const typed = `${event.ctrlKey || event.metaKey ? 'Ctrl ' : ''}${shifted ? 'Shift ' : ''}${name}`;
  const digit = shift ? /^Digit(\d)$/.exec(event.code)?.[1] : undefined;
  return digit === undefined ? [typed] : [typed, `Shift ${digit}`];
}

/** What a key does now. Shift that means nothing of its own takes nothing away. */
export function actionOf(list: readonly Action[], pressed: readonly string[]): Action | undefined {
  const of = (key: string) => list.find((action) => action.keys.includes(key));
  const plain = /^Shift (.+)$/.exec(pressed[0] ?? '')?.[1];
  return pressed.map(of).find(Boolean) ?? (plain ? of(plain) : undefined);
}
