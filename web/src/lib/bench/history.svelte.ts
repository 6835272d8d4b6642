/** A sheet with its past: what it was, and what was taken back. */
import type { Sheet } from '../api/types';

export class History {
  #all = $state.raw<readonly Sheet[]>([]);
  #now = $state(0);

  constructor(sheet: Sheet) {
    this.#all = [sheet];
  }

  /** As it is now. */
  get sheet(): Sheet {
    return this.#all[this.#now] as Sheet;
  }

  get canUndo(): boolean {
    return this.#now > 0;
  }

  get canRedo(): boolean {
    return this.#now < this.#all.length - 1;
  }

  /** A new sheet in place of the present one; what was taken back is gone. */
  push(sheet: Sheet): void {
    this.#all = [...this.#all.slice(0, this.#now + 1), sheet];
    this.#now += 1;
  }

  /** Back to what it was, or forward again; whether there was anything. */
  turn(by: 1 | -1): boolean {
    if (!(by < 0 ? this.canUndo : this.canRedo)) return false;
    this.#now += by;
    return true;
  }
}
