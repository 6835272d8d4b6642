/** Where the keys of the bench go. */
import { markOf } from '../api/ids';
import { actionOf, type Bench, keymap, told } from './keymap';
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
  readonly stopReplay: () => void;
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

/** A key anywhere on the bench. What is typed into a field is text and nothing else; a button of the page is pressed with Space. */
export function onKey(event: KeyboardEvent, session: Session, hands: Hands): void {
  const target = event.target as HTMLElement;
  if (target.matches('input:not([type=radio], [type=checkbox]), select, textarea')) return;
  const held = event.ctrlKey || event.metaKey;
  if (event.altKey) return;
  const tag = session.entry && !held ? hands.tag() : undefined;
  if (tag) {
    withTag(event, target, tag);
    return;
  }
  if (target.matches('input') && (event.key === ' ' || event.key.startsWith('Arrow'))) return;
  if (event.key === ' ' && target.matches('button:not([data-handle]), summary')) return;
  const handle = target.dataset['handle'];
  const action = actionOf(keymap(session, hands, handle ? markOf(handle) : null), told(event));
  // What lies over the bench has keys of its own, but for those that reach everywhere.
  if (!action || (!held && !action.everywhere && target.closest('[role=dialog]'))) return;
  action.run();
  if (event.key !== ' ' && !held) hands.stopReplay();
  event.preventDefault();
}
