/** Pressing a key anew where the focus is: those who listen hear it, and what the browser itself would have done is done. */
import type { Pressed } from './ahead.svelte';

const TABBABLE = 'a[href], button, input, select, textarea, [tabindex]';

/** Everything that the Tab key reaches, in its order. */
function stops(): HTMLElement[] {
  return [...document.querySelectorAll<HTMLElement>(TABBABLE)].filter(
    (e) => e.tabIndex >= 0 && !e.matches(':disabled') && e.getClientRects().length > 0,
  );
}

function onward(by: 1 | -1): void {
  const all = stops();
  const at = all.indexOf(document.activeElement as HTMLElement);
  const next = all[(at + by + all.length) % all.length];
  next?.focus();
  if (next instanceof HTMLInputElement) next.select();
}

function isField(target: Element): target is HTMLInputElement | HTMLTextAreaElement {
  return target.matches('textarea, input:not([type=radio], [type=checkbox], [type=file])');
}

/** Puts a text in the place of what is marked in a field, as typing does. */
function write(
  field: HTMLInputElement | HTMLTextAreaElement,
  text: string,
  from?: number,
  to?: number,
): void {
  const [start, end] = [from ?? field.selectionStart ?? 0, to ?? field.selectionEnd ?? 0];
  field.setRangeText(text, start, end, 'end');
  field.dispatchEvent(new InputEvent('input', { bubbles: true, data: text, inputType: 'insertText' }));
}

/** What a key does to a field. */
function inField(field: HTMLInputElement | HTMLTextAreaElement, { key, shiftKey }: Pressed): void {
  const [start, end] = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
  const caret = (at: number) => field.setSelectionRange(shiftKey ? start : at, at);
  if (key.length === 1) write(field, key);
  else if (key === 'Backspace') write(field, '', start === end ? Math.max(0, start - 1) : start, end);
  else if (key === 'Delete') write(field, '', start, start === end ? end + 1 : end);
  else if (key === 'ArrowLeft') caret(start === end ? Math.max(0, start - 1) : start);
  else if (key === 'ArrowRight') caret(start === end ? end + 1 : end);
  else if (key === 'Home') caret(0);
  else if (key === 'End') caret(field.value.length);
}

/** What a key does to a choice of words: the next word, or the next one with that letter. */
function inChoice(choice: HTMLSelectElement, key: string): void {
  const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[key];
  const [all, at] = [[...choice.options], choice.selectedIndex];
  const letter = key.toLowerCase();
  const found =
    by === undefined
      ? [...all.slice(at + 1), ...all.slice(0, at + 1)].find((o) => o.text.toLowerCase().startsWith(letter))
      : all[at + by];
  if (!found || (by === undefined && key.length > 1)) return;
  choice.value = found.value;
  choice.dispatchEvent(new Event('change', { bubbles: true }));
}

export function pressAnew(pressed: Pressed): void {
  const target = document.activeElement ?? document.body;
  if (pressed.paste !== null) {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pressed.paste);
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    if (target.dispatchEvent(event) && isField(target)) write(target, pressed.paste);
    return;
  }
  const { key, code, shiftKey, ctrlKey, metaKey, altKey } = pressed;
  const how = { key, code, shiftKey, ctrlKey, metaKey, altKey, bubbles: true, cancelable: true };
  if (!target.dispatchEvent(new KeyboardEvent('keydown', how))) return;
  // Whoever heard it may have put the focus elsewhere: there the character goes.
  const now = document.activeElement ?? target;
  if (key === 'Tab') onward(shiftKey ? -1 : 1);
  else if (ctrlKey || metaKey) {
    if (key.toLowerCase() === 'a' && isField(now)) now.select();
  } else if (isField(now)) inField(now, pressed);
  else if (now instanceof HTMLSelectElement) inChoice(now, key);
  else if ((key === 'Enter' || key === ' ') && now instanceof HTMLElement && now.matches('button, a, input'))
    now.click();
}
