/** What the keys do to the thing on the board whose handle has the focus. */
import { is } from '../api/ids';
import { tick } from 'svelte';
import type { Session } from '../bench/session.svelte';

/** Whether a thing can be chosen with others, and removed. */
export const canChoose = (id: string) => is(id, 'load', 'support', 'point', 'bar', 'joint', 'wheel', 'rope');

/** The focus goes on to the thing beside one that is gone, else to the board. */
async function goOn(beside: HTMLElement[]): Promise<void> {
  await tick();
  if (document.activeElement !== document.body) return;
  const next = beside.find((handle) => handle.isConnected);
  (next ?? document.querySelector<HTMLElement>('.board-keys'))?.focus();
}

/** Space chooses, Delete removes: what is chosen, else this thing. Whether the key was one of them. */
export function actOn(event: KeyboardEvent, mark: string, session: Session): boolean {
  if (event.key === ' ' && canChoose(mark)) {
    session.choose([mark], true);
  } else if (event.key === 'Delete' || event.key === 'Backspace') {
    const handle = event.currentTarget as HTMLElement;
    const all = [...(handle.parentElement?.querySelectorAll<HTMLElement>('[data-handle]') ?? [])];
    const at = all.indexOf(handle);
    if (session.chosen.length > 0 || canChoose(mark)) {
      const gone = session.chosen.length > 0 ? session.remove() : session.remove([mark]);
      void gone.then(() => goOn([handle, ...all.slice(at + 1), ...all.slice(0, at).reverse()]));
    } else session.tell('This goes with what it belongs to: it is not removed by itself.');
  } else {
    return false;
  }
  event.preventDefault();
  event.stopPropagation();
  return true;
}
