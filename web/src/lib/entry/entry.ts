/** An open tag: what it is about, and what stands in its slots. */
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
