/** Keeping the sheet as it is drawn: saves are queued, and state the version they were made from. */
import { api, Refusal } from '../api/client';
import type { Sheet } from '../api/types';
import { drafts } from './drafts';

export type SaveState = 'kept' | 'keeping' | 'offline' | 'conflict' | 'gone';

/** How long to wait before the next try while the server is away. */
const RETRY = 1500;

export class Saver {
  state = $state<SaveState>('kept');
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

  keep(sheet: Sheet): void {
    this.#next = sheet;
    drafts.put(this.id, { version: this.#version, sheet });
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
      this.state = this.#next ? 'keeping' : 'kept';
      if (this.#next) drafts.put(this.id, { version: this.#version, sheet: this.#next });
      else drafts.drop(this.id);
      this.onkept(this.#version);
    } catch (error) {
      // What could not be kept goes back in line, unless something newer waits already.
      this.#next ??= sheet;
      const code = error instanceof Refusal ? error.code : 'fault';
      this.state = code === 'conflict' ? 'conflict' : code === 'no-sheet' ? 'gone' : 'offline';
      if (this.state === 'offline') {
        this.#unsure = sheet;
        setTimeout(() => void this.#run(), RETRY);
      }
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
