/** The one store of a bench: the sheet with its past, the reply that belongs to it, what is being typed, what is pointed at. */
import { Refusal } from '../api/client';
import type { ArmMark, Edit, LiveReply, Sheet } from '../api/types';
import { editOf, type Target, tool, type ToolId } from '../entry/tools';
import { Saver } from './saver.svelte';
import { Solver } from './solver';

export const STOPS = ['idealise', 'free', 'work', 'check'] as const;
export type Stop = (typeof STOPS)[number];

/** A tag that is open: what it is about, and what stands in its slots. */
export interface Entry {
  readonly tool: ToolId;
  readonly target: Target;
  /** The mark it belongs to; `null` for a new thing. */
  readonly mark: string | null;
  /** What stood there when it was opened. */
  readonly before: Readonly<Record<string, string>>;
  readonly typed: Readonly<Record<string, string>>;
  /** The slot to begin in. */
  readonly slot: string;
}

/** What is pointed at: marks on the board, and the lever arm of a term. */
export interface Lit {
  readonly ids: readonly string[];
  readonly arm: ArmMark | null;
  /** The very term, when one is pointed at. */
  readonly term: string | null;
}

const NOTHING: Lit = { ids: [], arm: null, term: null };

export class Session {
  #past = $state.raw<readonly Sheet[]>([]);
  #now = $state(0);
  readonly #solver = new Solver();
  readonly saver: Saver;

  /** The newest reply: of the sheet, or of what the open tag would make of it. */
  reply = $state.raw<LiveReply | null>(null);
  /** Requests that have not been answered yet. */
  waiting = $state(0);
  offline = $state(false);
  entry = $state.raw<Entry | null>(null);
  /** What is wrong with what was typed, by slot; shown when it was tried. */
  refused = $state.raw<LiveReply['refused']>([]);
  stop = $state<Stop>('idealise');
  step = $state(1);
  lit = $state.raw<Lit>(NOTHING);
  selected = $state<string | null>(null);
  /** For those who hear the board. */
  said = $state('');

  constructor(id: string, version: number, sheet: Sheet) {
    this.saver = new Saver(id, version);
    this.#past = [sheet];
    void this.#ask();
  }

  get sheet(): Sheet {
    return this.#past[this.#now] as Sheet;
  }

  get empty(): boolean {
    return Object.keys(this.sheet.bodies ?? {}).length === 0 && (this.sheet.bars ?? []).length === 0;
  }

  get canUndo(): boolean {
    return this.#now > 0;
  }

  get canRedo(): boolean {
    return this.#now < this.#past.length - 1;
  }

  /** What is shown is the sheet without what is being typed, because that could not be done yet. */
  get without(): boolean {
    return this.entry !== null && (this.reply?.refused.length ?? 0) > 0;
  }

  get page() {
    return this.reply?.solution?.page ?? null;
  }

  get settled(): boolean {
    return this.waiting === 0 && this.saver.state === 'kept';
  }

  undo(): void {
    if (!this.canUndo) return;
    this.#turn(this.#now - 1, 'Undone');
  }

  redo(): void {
    if (!this.canRedo) return;
    this.#turn(this.#now + 1, 'Done again');
  }

  #turn(to: number, said: string): void {
    this.close();
    this.#now = to;
    this.said = said;
    this.saver.keep(this.sheet);
    void this.#ask();
  }

  /** A new sheet in place of the present one, with its reply when that is known already. */
  #push(sheet: Sheet, reply: LiveReply | null): void {
    this.#past = [...this.#past.slice(0, this.#now + 1), sheet];
    this.#now += 1;
    this.saver.keep(sheet);
    if (reply) this.reply = reply;
    else void this.#ask();
  }

  async #ask(edit?: Edit): Promise<LiveReply | null> {
    this.waiting += 1;
    try {
      const reply = await this.#solver.ask(this.sheet, edit);
      this.offline = false;
      if (reply) {
        this.reply = reply;
        this.step = Math.min(Math.max(1, this.step), Math.max(1, reply.solution?.page.steps.length ?? 1));
      }
      return reply;
    } catch (error) {
      this.offline = error instanceof Refusal && error.code === 'offline';
      if (!this.offline) this.said = error instanceof Error ? error.message : 'The server failed.';
      return null;
    } finally {
      this.waiting -= 1;
    }
  }

  /** Does an edit that needs no typing. */
  async edit(edit: Edit, said: string): Promise<void> {
    this.close();
    const reply = await this.#ask(edit);
    if (reply?.edited) {
      this.#push(reply.edited, reply);
      this.said = said;
    } else if (reply) {
      this.refused = reply.refused;
      this.said = reply.refused.map((p) => `${p.message} ${p.cure}`).join(' ');
    }
  }

  /** Writes the sheet anew where no edit of the core is needed: its title, its schools. */
  change(sheet: Sheet): void {
    this.close();
    this.#push(sheet, null);
  }

  open(id: ToolId, about: Partial<Omit<Entry, 'tool'>> = {}): void {
    const before = about.before ?? {};
    this.refused = [];
    this.entry = {
      tool: id,
      target: about.target ?? {},
      mark: about.mark ?? null,
      before,
      typed: about.typed ?? before,
      slot: about.slot ?? tool(id).slots[0]?.key ?? '',
    };
    if (this.stop !== 'idealise') this.stop = 'idealise';
    if (about.typed) void this.#preview();
  }

  /** Closes the open tag; the board goes back to the sheet as it is. */
  close(): void {
    if (!this.entry) return;
    this.entry = null;
    this.refused = [];
    void this.#ask();
  }

  type(slot: string, text: string): void {
    if (!this.entry) return;
    this.entry = { ...this.entry, typed: { ...this.entry.typed, [slot]: text } };
    void this.#preview();
  }

  /** The slots that were touched (of a new thing: filled). */
  #touched(entry: Entry): Record<string, string> {
    const changed = Object.entries(entry.typed).filter(([slot, text]) =>
      entry.mark === null ? text.trim() !== '' : text.trim() !== (entry.before[slot] ?? '').trim(),
    );
    return Object.fromEntries(changed);
  }

  async #preview(): Promise<LiveReply | null> {
    const entry = this.entry;
    if (!entry) return null;
    const touched = this.#touched(entry);
    const reply = await this.#ask(
      Object.keys(touched).length > 0 ? editOf(entry.tool, entry.target, touched) : undefined,
    );
    // Half a number is not wrong yet: what was refused is shown on Enter, and taken back as soon as it is mended.
    if (reply && this.entry && reply.refused.length === 0) this.refused = [];
    return reply;
  }

  /** Enter. Keeps what was typed, or says what is wrong with it. */
  async commit(): Promise<boolean> {
    const entry = this.entry;
    if (!entry) return false;
    const touched = this.#touched(entry);
    if (entry.mark !== null && Object.keys(touched).length === 0) {
      this.close();
      return true;
    }
    const reply = await this.#ask(editOf(entry.tool, entry.target, touched));
    if (!reply) return false;
    const wrong = reply.refused.length > 0 ? reply.refused : reply.problems;
    if (!reply.edited || wrong.length > 0) {
      this.refused = wrong;
      this.said = wrong.map((p) => `${p.message} ${p.cure}`).join(' ');
      return false;
    }
    this.entry = null;
    this.refused = [];
    this.#push(reply.edited, reply);
    const verdict = reply.solution?.page.verdict.word ?? '';
    this.said = `${tool(entry.tool).name} ${entry.mark ? 'changed' : 'placed'}. ${verdict}`;
    return true;
  }

  point(lit: Partial<Lit> | null): void {
    this.lit = lit ? { ...NOTHING, ...lit } : NOTHING;
  }

  go(stop: Stop): void {
    if (this.entry) this.close();
    this.stop = stop;
    this.point(null);
    if (stop === 'work') this.step = 1;
  }

  /** The next or the previous step; the stops follow one another. */
  walk(by: 1 | -1): void {
    const steps = this.page?.steps.length ?? 0;
    const at = STOPS.indexOf(this.stop);
    if (this.stop === 'work' && this.step + by >= 1 && this.step + by <= steps) {
      this.step += by;
      this.point(null);
      return;
    }
    const next = STOPS[at + by];
    if (!next) return;
    this.go(next);
    if (next === 'work') this.step = by > 0 ? 1 : Math.max(1, steps);
  }
}
