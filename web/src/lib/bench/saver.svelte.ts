/** Keeping the sheet as it is drawn: saves are queued, and state the version they were made from. */
import { api, asRefusal, Refusal } from '../api/client';
import type { RefusalCode, Sheet } from '../api/types';
import { drafts } from './drafts';

export type SaveState = 'kept' | 'keeping' | 'offline' | 'refused' | 'conflict' | 'gone';

/** How long to wait before the next try while the server is away. */
const RETRY = 1500;

/** What a refusal means for the sheet; any other one can be mended, and tried again. */
const STATES: Partial<Record<RefusalCode, SaveState>> = {
  offline: 'offline',
  conflict: 'conflict',
  'no-sheet': 'gone',
};

export class Saver {
  state = $state<SaveState>('kept');
  /** Why the server is there and does not keep it: its disk is full, the sheet is too large ... */
  refusal = $state.raw<Refusal | null>(null);
  /** Whether this browser holds what is not kept. */
  held = $state(true);
  #version = $state(0);
  #next: Sheet | null = null;
  #busy = false;
  /** Sent without an answer: the server may have it. */
  #unsure: Sheet | null = null;
  /** Called when a change is kept. */
  onkept: (version: number) => void = () => undefined;

  constructor(
    readonly id: string,
    version: number,
  ) {
    this.#version = version;
  }

  get version(): number {
    return this.#version;
  }

  /** Whether everything drawn here is kept. */
  get clean(): boolean {
    return this.state === 'kept' && !this.#next && !this.#busy;
  }

  /** When nothing is on its way to the server any more: whether everything drawn here is kept. */
  async settled(): Promise<boolean> {
    while (this.#busy || this.state === 'keeping') await new Promise((go) => setTimeout(go, 20));
    return this.clean;
  }

  keep(sheet: Sheet): void {
    this.#next = sheet;
    this.held = drafts.put(this.id, { version: this.#version, sheet });
    void this.#run();
  }

  /** Once more, of what was refused. */
  again(): void {
    void this.#run();
  }

  /** Another tab has kept a change, and this one shows it. */
  adopt(version: number): void {
    this.#version = version;
  }

  async #run(): Promise<void> {
    const sheet = this.#next;
    if (this.#busy || !sheet || this.state === 'conflict' || this.state === 'gone') return;
    this.#busy = true;
    this.#next = null;
    if (this.state === 'kept') this.state = 'keeping';
    try {
      await this.#send(sheet);
      this.#unsure = null;
      this.refusal = null;
      this.state = this.#next ? 'keeping' : 'kept';
      if (this.#next) drafts.put(this.id, { version: this.#version, sheet: this.#next });
      else drafts.drop(this.id);
      this.onkept(this.#version);
    } catch (error) {
      // What could not be kept goes back in line, unless something newer waits already.
      this.#next ??= sheet;
      const refusal = asRefusal(error);
      this.refusal = refusal;
      this.state = STATES[refusal.code] ?? 'refused';
      if (this.state === 'offline' || this.state === 'refused') this.#unsure = sheet;
      // Whoever answers that it cannot keep it says the same again until something is done about it.
      if (this.state === 'offline') setTimeout(() => void this.#run(), RETRY);
    } finally {
      this.#busy = false;
      if (this.#next && this.state === 'keeping') void this.#run();
    }
  }

  async #send(sheet: Sheet): Promise<void> {
    try {
      this.#version = (await api.save(this.id, this.#version, sheet)).version;
    } catch (error) {
      if (!(error instanceof Refusal) || error.code !== 'conflict' || !this.#unsure) throw error;
      // The change that is there now may be our own, whose answer never arrived.
      const there = await api.get(this.id);
      if (JSON.stringify(there.sheet) !== JSON.stringify(this.#unsure)) throw error;
      this.#version = (await api.save(this.id, there.version, sheet)).version;
    }
  }
}
