/** What is read of how stiffness shares the loads: which case, how many rounds of it, which end of a member. */
import type { PageStiff } from '../api/types';

/** How long a row of a round is looked at while the rounds are played, in milliseconds. */
const PACE = 850;

export class Sharing {
  /** The case by its place: the loads with props, then one for each prop. */
  case = $state(0);
  /** So many rows of the table are seen; `null`: all of them. */
  rows = $state<number | null>(null);
  /** The end of a member that is pointed at, by its place. */
  end = $state<number | null>(null);
  /** The entry of a table that is pointed at, as it is written; `null`: the moment in the end is meant. */
  entry = $state<string | null>(null);
  playing = $state(false);
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly page: () => PageStiff | null) {}

  /** The table that is read. */
  get table() {
    const tables = this.page()?.tables ?? [];
    return tables[Math.min(this.case, tables.length - 1)] ?? null;
  }

  /** Rows of the table without its sum. */
  get most(): number {
    return Math.max(0, (this.table?.rows.length ?? 0) - 1);
  }

  /** Points at an end, or at an entry of its column. */
  point(end: number | null, entry: string | null = null): void {
    this.end = end;
    this.entry = entry;
  }

  read(which: number): void {
    this.point(null);
    this.stop();
    this.case = which;
    this.rows = null;
  }

  /** A row more or less; false when there is none, so that the walk goes on elsewhere. */
  walk(by: 1 | -1): boolean {
    if (this.most === 0 || (this.rows === null && by > 0)) return false;
    const now = (this.rows ?? this.most + 1) + by;
    if (now < 1) return false;
    this.rows = now > this.most ? null : now;
    return true;
  }

  /** Plays the rounds back from the first row. */
  toggle(): void {
    if (this.playing) {
      this.stop();
      return;
    }
    if (this.most === 0) return;
    this.rows = 1;
    this.playing = true;
    this.#later();
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.playing = false;
  }

  #later(): void {
    this.#timer = setTimeout(() => {
      if (this.walk(1) && this.rows !== null) this.#later();
      else this.playing = false;
    }, PACE);
  }
}
