/** What lies on the shelf, part by part as it is looked through. */
import { SvelteMap, SvelteSet } from 'svelte/reactivity';
import { api, asRefusal, type Refusal } from '../api/client';
import type { ArchiveOf, ShelfReply, SheetSummary } from '../api/types';

export type Sort = 'changed' | 'title' | 'created';

/** Sheets fetched at a time. */
const PART = 60;

export class Shelf {
  search = $state('');
  tag = $state<string | null>(null);
  sort = $state<Sort>('changed');
  trash = $state(false);
  /** Only sheets that answer otherwise since an upgrade. */
  differing = $state(false);
  sheets = $state.raw<readonly SheetSummary[] | null>(null);
  total = $state(0);
  tags = $state.raw<ShelfReply['tags']>([]);
  inTrash = $state(0);
  /** How many sheets answer otherwise since an upgrade. */
  differ = $state(0);
  failed = $state.raw<Refusal | null>(null);
  /** The ids of the sheets that are chosen, to do something to all of them. */
  readonly chosen = new SvelteSet<string>();
  /** Sheets whose card could not be made, and why. */
  readonly uncarded = new SvelteMap<string, Refusal>();
  /** Requests on their way. */
  waiting = $state(0);
  /** Cards that are being made. */
  making = $state(0);
  #asked = 0;
  /** Ends the making of cards that are not looked at any more. */
  #leave = new AbortController();

  get looking(): boolean {
    return this.search.trim() !== '' || this.tag !== null || this.differing;
  }

  /** All that is looked for, on the shelf. */
  get lookedFor(): ArchiveOf {
    return { search: this.search, tag: this.tag, differing: this.differing };
  }

  /** Chooses a sheet, or no longer. */
  choose(id: string): void {
    if (!this.chosen.delete(id)) this.chosen.add(id);
  }

  get settled(): boolean {
    return this.waiting === 0 && this.making === 0 && (this.sheets !== null || this.failed !== null);
  }

  /** From the beginning, at least as far as it was seen. */
  async load(keep = false): Promise<void> {
    const limit = keep ? Math.min(200, Math.max(PART, this.sheets?.length ?? 0)) : PART;
    await this.#fetch(0, limit);
  }

  async more(): Promise<void> {
    const have = this.sheets?.length ?? 0;
    if (this.waiting > 0 || have >= this.total) return;
    await this.#fetch(have, PART);
  }

  async #fetch(offset: number, limit: number): Promise<void> {
    const asked = ++this.#asked;
    const query: Record<string, string> = {
      search: this.search,
      sort: this.sort,
      trash: String(this.trash),
      differing: String(this.differing),
      offset: String(offset),
      limit: String(limit),
    };
    if (this.tag !== null) query['tag'] = this.tag;
    this.waiting += 1;
    try {
      const reply = await api.look(query);
      // Someone has typed on meanwhile.
      if (asked !== this.#asked) return;
      this.sheets = offset === 0 ? reply.sheets : [...(this.sheets ?? []), ...reply.sheets];
      this.total = reply.total;
      this.tags = reply.tags;
      this.inTrash = reply.in_trash;
      this.differ = reply.differing;
      this.failed = null;
      if (offset === 0) {
        this.#leave.abort();
        // What is not in sight any more is not chosen.
        const here = this.sheets.map((sheet) => sheet.id);
        for (const id of [...this.chosen]) if (!here.includes(id)) this.chosen.delete(id);
      }
      void this.#makeCards();
      // From here on the shelf can be used: looked at by whoever measures.
      performance.mark('usable');
    } catch (error) {
      this.fail(error);
    } finally {
      this.waiting -= 1;
    }
  }

  /** The cards that are not there yet, one after the other as they are seen: the server keeps each as it is done. */
  async #makeCards(): Promise<void> {
    if (!this.#leave.signal.aborted && this.making > 0) return;
    const leave = (this.#leave = new AbortController());
    this.making += 1;
    try {
      for (;;) {
        const next = this.sheets?.find((sheet) => !sheet.card && !this.uncarded.has(sheet.id));
        if (!next || leave.signal.aborted) return;
        try {
          const card = await api.card(next.id, leave.signal);
          if (leave.signal.aborted) return;
          this.sheets = (this.sheets ?? []).map((sheet) =>
            sheet.id === next.id ? { ...sheet, card } : sheet,
          );
        } catch (error) {
          if (leave.signal.aborted) return;
          this.uncarded.set(next.id, asRefusal(error));
        }
      }
    } finally {
      this.making -= 1;
    }
  }

  /** Removes for good what is looked for in the trash. */
  emptyTrash(): Promise<boolean> {
    const tag: Record<string, string> = this.tag === null ? {} : { tag: this.tag };
    return this.act(() => api.emptyTrash({ search: this.search, differing: String(this.differing), ...tag }));
  }

  /** Whoever leaves the shelf waits for no cards. */
  leave(): void {
    this.#leave.abort();
  }

  fail(error: unknown): void {
    this.failed = asRefusal(error);
  }

  /** Does something to the shelf, and looks at it again. */
  async act(what: () => Promise<unknown>): Promise<boolean> {
    this.waiting += 1;
    try {
      await what();
      await this.load(true);
      return true;
    } catch (error) {
      this.fail(error);
      return false;
    } finally {
      this.waiting -= 1;
    }
  }
}
