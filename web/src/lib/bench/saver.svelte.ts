/** Keeping the sheet as it is drawn: saves are queued, and state the version they were made from. */
import { api, Refusal } from '../api/client';
import type { Sheet } from '../api/types';

export type SaveState = 'kept' | 'keeping' | 'offline' | 'conflict' | 'gone';

/** How long to wait before the next try while the server is away. */
const RETRY = 1500;

export class Saver {
  state = $state<SaveState>('kept');
  #next: Sheet | null = null;
  #busy = false;

  constructor(
    readonly id: string,
    private version: number,
  ) {}

  keep(sheet: Sheet): void {
    this.#next = sheet;
    void this.#run();
  }

  async #run(): Promise<void> {
    const sheet = this.#next;
    if (this.#busy || !sheet || this.state === 'conflict' || this.state === 'gone') return;
    this.#busy = true;
    this.#next = null;
    if (this.state === 'kept') this.state = 'keeping';
    try {
      this.version = (await api.save(this.id, this.version, sheet)).version;
      this.state = this.#next ? 'keeping' : 'kept';
    } catch (error) {
      // What could not be kept goes back in line, unless something newer waits already.
      this.#next ??= sheet;
      const code = error instanceof Refusal ? error.code : 'fault';
      this.state = code === 'conflict' ? 'conflict' : code === 'no-sheet' ? 'gone' : 'offline';
      if (this.state === 'offline') setTimeout(() => void this.#run(), RETRY);
    } finally {
      this.#busy = false;
      if (this.#next && this.state === 'keeping') void this.#run();
    }
  }
}
