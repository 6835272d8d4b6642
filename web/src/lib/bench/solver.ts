/** Asking for solutions while someone types: one request in flight, one waiting, older ones dropped. */
import { Line } from '../api/line';
import type { Edit, LiveReply, Sheet } from '../api/types';

interface Question {
  sheet: Sheet;
  edit: Edit | undefined;
  seq: number;
  resolve: (reply: LiveReply | null) => void;
  reject: (error: unknown) => void;
}

export class Solver {
  #seq = 0;
  #busy = false;
  #waiting: Question | null = null;
  readonly #line = new Line();

  /** The reply to this very question; `null` when a newer one overtook it. */
  ask(sheet: Sheet, edit?: Edit): Promise<LiveReply | null> {
    return new Promise((resolve, reject) => {
      this.#waiting?.resolve(null);
      this.#waiting = { sheet, edit, seq: ++this.#seq, resolve, reject };
      void this.#next();
    });
  }

  async #next(): Promise<void> {
    const question = this.#waiting;
    if (this.#busy || !question) return;
    this.#waiting = null;
    this.#busy = true;
    try {
      const reply = await this.#line.ask(question.seq, question.sheet, question.edit);
      question.resolve(reply.seq === this.#seq ? reply : null);
    } catch (error) {
      question.reject(error);
    } finally {
      this.#busy = false;
      void this.#next();
    }
  }
}
