/** What the keys of the bench do. */
import { INNER } from '../board/diagrams';
import { markOf, thingOf } from '../api/ids';
import { GROUP, OF_BARS, toolsOf } from '../entry/tools';
import { type ViewName, VIEWS } from '../space/camera';
import type { Bench } from './commands';
import type { Session } from './session.svelte';

interface OpenTag {
  readonly focus: () => void;
  readonly commit: () => Promise<void>;
  readonly leave: () => void;
}

/** Everything the keys can reach. */
export interface Hands extends Bench {
  /** The tag that is open. */
  readonly tag: () => OpenTag | undefined;
  readonly pan: (x: number, y: number) => void;
  /** Turns a figure of space. */
  readonly turn: (x: number, y: number) => void;
  readonly find: () => void;
  /** Begins to type where a member is cut through. */
  readonly cut: () => void;
  readonly stopReplay: () => void;
}

/** Marks that can be chosen together. */
const KINDS = ['support', 'force', 'couple', 'distributed', 'bar'];

/** Keys with Control. */
function withControl(event: KeyboardEvent, session: Session, hands: Hands): boolean {
  const pressed = event.key.toLowerCase();
  if (pressed === 's' && !event.shiftKey) {
    hands.asFile('toml');
    return true;
  }
  if (pressed === 'o' && !event.shiftKey) {
    hands.openFile();
    return true;
  }
  if (pressed === 'z' && event.shiftKey) session.redo();
  else if (pressed === 'z') session.undo();
  else if (pressed === 'a' && session.stop === 'idealise') {
    const marks = session.reply?.scene.marks ?? [];
    const solid = session.reply?.scene.solid;
    if (solid) {
      const loads = solid.arrows.filter((a) => a.role === 'load').map((a) => a.of);
      const holds = solid.holds.map((h) => h.id);
      session.choose([...new Set([...holds, ...loads, ...solid.spreads.map((s) => s.id)])]);
      return true;
    }
    const all = marks.filter((m) => KINDS.includes(m.kind)).map((m) => thingOf(m.id));
    session.choose([...new Set(all)]);
  } else return false;
  return true;
}

/** Keys that act while the board or the page is used; `mark`: the thing that has the focus. */
function plain(event: KeyboardEvent, session: Session, hands: Hands, mark: string | null): boolean {
  const pressed = event.key.toLowerCase();
  if (event.shiftKey && session.spatial) {
    const view = VIEWS[['Digit1', 'Digit2', 'Digit3', 'Digit4'].indexOf(event.code)];
    if (view) {
      hands.see(view satisfies ViewName);
      return true;
    }
  }
  const keyed = (shift: boolean) =>
    toolsOf(session.spatial).find((t) => t.key === pressed && (t.shift ?? false) === shift);
  const tool = keyed(event.shiftKey);
  const several = event.shiftKey || session.spatial ? undefined : GROUP.find((t) => t.key === pressed);
  const stop = session.stops[Number(event.key) - 1];
  const chosen = session.chosen.length > 0;
  const inner = session.spatial ? undefined : INNER.find((of) => of.toLowerCase() === pressed);
  const looking = session.stop === 'inside' && !event.shiftKey && !session.spatial;
  if (looking && pressed === 'x') hands.cut();
  else if (looking && pressed === 'c' && session.looking.states.length > 1) {
    const at = session.looking.states.indexOf(session.looking.state);
    session.looking.read(session.looking.states[(at + 1) % session.looking.states.length] ?? null);
  } else if (looking && pressed === 'z') session.looking.showHalves(!session.looking.halves);
  else if (looking && event.key === 'Escape' && session.looking.cut) session.looking.cutAt(null);
  else if (session.stop === 'inside' && inner && inner !== 'N' && !event.shiftKey)
    session.looking.inner = inner;
  else if (tool) hands.choose(tool);
  else if (several && OF_BARS.includes(several.id)) hands.bars(several.id);
  else if (several) hands.group(several.id, chosen ? session.chosen : mark ? [mark] : []);
  else if (stop && !(session.empty && stop !== 'idealise')) session.go(stop);
  else if (/^[1-9]$/.test(event.key))
    session.tell(session.empty ? 'Nothing is drawn yet.' : `There are ${session.stops.length} stops.`);
  else if (pressed === 'n') session.walk(event.shiftKey ? -1 : 1);
  else if (pressed === 'q') hands.copyAnswers();
  else if (pressed === 'a') hands.chooseAsked();
  else if (pressed === 'h') hands.history();
  else if (pressed === 'k') hands.cure();
  else if (pressed === 'z' && session.spatial) session.pull();
  else if (session.blank && event.shiftKey && pressed === 'd') void session.intoSpace();
  else if (pressed === 'z' && session.parting.possible) session.takeApart(!session.parting.on);
  else if (pressed === 'z')
    session.tell(
      session.empty ? 'Nothing is drawn yet.' : 'There is nothing here to take apart: one body alone.',
    );
  else if (event.key === ' ' && !mark) hands.replay();
  else if (event.key === 'Escape') session.choose([]);
  else if (event.key === 'Delete' || event.key === 'Backspace') {
    if (chosen) void session.remove();
    else session.tell('Nothing is chosen: Space on a thing, or Shift and a press on it.');
  } else if (event.key === '0') hands.fit();
  else if (event.key === '+' || event.key === '=') hands.zoom(1.25);
  else if (event.key === '-') hands.zoom(0.8);
  else if (event.shiftKey && event.key.startsWith('Arrow')) {
    hands.pan(
      { ArrowLeft: 60, ArrowRight: -60 }[event.key] ?? 0,
      { ArrowUp: 60, ArrowDown: -60 }[event.key] ?? 0,
    );
  } else if (session.spatial && !mark && event.key.startsWith('Arrow')) {
    hands.turn(
      { ArrowLeft: -33, ArrowRight: 33 }[event.key] ?? 0,
      { ArrowUp: -33, ArrowDown: 33 }[event.key] ?? 0,
    );
  } else if (!session.spatial && !mark && (event.key === 'ArrowLeft' || event.key === 'ArrowRight'))
    session.walk(event.key === 'ArrowRight' ? 1 : -1);
  else {
    // Shift that means nothing of its own takes nothing away.
    const plainly = event.shiftKey ? keyed(false) : undefined;
    if (!plainly) return false;
    hands.choose(plainly);
  }
  if (event.key !== ' ') hands.stopReplay();
  return true;
}

/** A key while a tag is open and something else has the focus: it is meant for the tag. */
function withTag(event: KeyboardEvent, target: HTMLElement, tag: OpenTag): void {
  if (event.key === 'Escape') tag.leave();
  else if (event.key === 'Enter' && !target.matches('button, a, summary')) void tag.commit();
  else {
    // The character itself goes where the focus is by then.
    if (event.key.length === 1 && !(event.key === ' ' && target.matches('button'))) tag.focus();
    return;
  }
  event.preventDefault();
}

/** A key anywhere on the bench. What is typed into a field is text and nothing else. */
export function onKey(event: KeyboardEvent, session: Session, hands: Hands): void {
  const target = event.target as HTMLElement;
  if (target.matches('input:not([type=radio], [type=checkbox]), select, textarea')) return;
  if (event.ctrlKey || event.metaKey) {
    if (withControl(event, session, hands)) event.preventDefault();
    return;
  }
  if (event.altKey) return;
  const tag = session.entry ? hands.tag() : undefined;
  if (tag) {
    withTag(event, target, tag);
    return;
  }
  if (event.key === '/' || event.key === '?') {
    hands.find();
    event.preventDefault();
    return;
  }
  // What lies over the bench has keys of its own, and so has a group of choices; a button of the page is pressed with Space.
  if (target.closest('[role=dialog]')) return;
  if (target.matches('input') && (event.key === ' ' || event.key.startsWith('Arrow'))) return;
  if (event.key === ' ' && target.matches('button:not([data-handle]), summary')) return;
  const handle = target.dataset['handle'];
  if (plain(event, session, hands, handle ? markOf(handle) : null)) event.preventDefault();
}
