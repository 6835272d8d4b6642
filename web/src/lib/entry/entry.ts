/** An open tag: what it is about, and what stands in its slots. */
import type { Problem } from '../api/types';
import { type Target, tool, type ToolId } from './tools';

export interface Entry {
  /** Of this very tag, whatever is typed into it. */
  readonly number: number;
  readonly tool: ToolId;
  readonly target: Target;
  /** The mark it belongs to; `null` for a new thing. */
  readonly mark: string | null;
  /** What stood there when it was opened. */
  readonly before: Readonly<Record<string, string>>;
  readonly typed: Readonly<Record<string, string>>;
  /** What was typed at each moment before, to be taken back to. */
  readonly trail: readonly Readonly<Record<string, string>>[];
  /** The slot to begin in. */
  readonly slot: string;
}

/** The slots that were touched (of a new thing: filled). */
export function touched(entry: Entry): Record<string, string> {
  const changed = Object.entries(entry.typed).filter(([slot, text]) =>
    entry.mark === null ? text.trim() !== '' : text.trim() !== (entry.before[slot] ?? '').trim(),
  );
  return Object.fromEntries(changed);
}

/** What was typed, in a few words: `Force 5 kN, B`. */
export function inWords(entry: Entry, spatial: boolean): string {
  const typed = Object.values(touched(entry)).map((text) => text.trim());
  return `${tool(entry.tool, spatial).name} ${typed.filter(Boolean).join(', ')}`.trim();
}

/** What is missing where Enter would change nothing: of a new thing nothing was typed, of one that is there something was emptied that it needs. */
export function missingIn(entry: Entry, spatial: boolean): Problem | null {
  const { slots, more } = tool(entry.tool, spatial);
  const typed = touched(entry);
  const all = [...slots, ...(more ?? [])];
  const emptied = all.find((slot) => typed[slot.key]?.trim() === '');
  const problem = (path: string, message: string, cure: string): Problem => ({
    kind: 'sense',
    path,
    position: null,
    message,
    cure,
  });
  if (emptied) {
    return problem(
      emptied.key,
      `“${emptied.label}” cannot be empty here.`,
      'Type it, or press ↑ for what it was.',
    );
  }
  if (entry.mark !== null) return null;
  const first = all.find((slot) => !slot.words && !typed[slot.key])?.key ?? entry.slot;
  return problem(first, 'Nothing would be changed by this.', 'Type what is to change, or leave with Escape.');
}
