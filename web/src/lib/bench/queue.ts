/**
 * Asking for solutions while someone types: one request in flight, one waiting, older ones dropped, and given up where they take long.
 * What is to be kept is never dropped: it is asked in its order, before what was typed after it.
 */
import { Line } from '../api/line';
import type { Edit, LiveReply, Sheet, View } from '../api/types';

interface Question {
  sheet: Sheet;
  edit: Edit | undefined;
  view: View;
  seq: number;
  keep: boolean;
  resolve: (reply: LiveReply | null) => void;
  reject: (error: unknown) => void;
}

/** How long a question on its way is waited for when a newer one is there, in milliseconds: typing on does not hold up answers that come soon. */
const PATIENCE = 250;

/** A question on its way. */
interface Flight {
  readonly question: Question;
  readonly since: number;
  /** Tells the server that nobody waits for it any more. */
  readonly end: AbortController;
}

export class Queue {
  #seq = 0;
  #flight: Flight | null = null;
  #waiting: Question[] = [];
  readonly #line = new Line();

  /** The reply to this very question; `null` when a newer one overtook it, unless it is to be kept. */
  ask(sheet: Sheet, edit: Edit | undefined, view: View, keep = false): Promise<LiveReply | null> {
    return new Promise((resolve, reject) => {
      for (const dropped of this.#waiting.filter((q) => !q.keep)) dropped.resolve(null);
      const question = { sheet, edit, view, seq: ++this.#seq, keep, resolve, reject };
      this.#waiting = [...this.#waiting.filter((q) => q.keep), question];
      this.#next();
    });
  }

  #next(): void {
    if (this.#flight) {
      this.#overtake(this.#flight);
      return;
    }
    const question = this.#waiting.shift();
    if (question) void this.#send(question);
  }

  async #send(question: Question): Promise<void> {
    const flight = { question, since: Date.now(), end: new AbortController() };
    this.#flight = flight;
    const { seq, sheet, edit, view } = question;
    try {
      const asked = { seq, sheet, view, ...(edit ? { edit } : {}) };
      const reply = await this.#line.ask(asked, flight.end.signal);
      question.resolve(question.keep || reply.seq === this.#seq ? reply : null);
    } catch (error) {
      question.reject(error);
    } finally {
      if (this.#flight === flight) {
        this.#flight = null;
        this.#next();
      }
    }
  }

  /** A newer question waits: the one on its way is given up when it takes long. */
  #overtake(flight: Flight): void {
    if (flight.question.keep) return;
    const left = Math.max(0, flight.since + PATIENCE - Date.now());
    setTimeout(() => {
      if (this.#flight !== flight || this.#waiting.length === 0) return;
      flight.question.resolve(null);
      this.#flight = null;
      flight.end.abort();
      this.#next();
    }, left);
  }
}
