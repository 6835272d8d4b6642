/**
 * Asking for solutions while someone types: one request in flight, one waiting, older ones dropped.
 * What is to be kept is never dropped: it is asked in its order, before what was typed after it.
 */
import { Line } from '../api/line';
import type { Edit, LiveReply, Sheet } from '../api/types';

interface Question {
  sheet: Sheet;
  edit: Edit | undefined;
  want: Want;
  seq: number;
  keep: boolean;
  resolve: (reply: LiveReply | null) => void;
  reject: (error: unknown) => void;
}

/** What is read only at some stops. */
export interface Want {
  readonly free?: boolean;
  readonly table?: boolean;
  readonly apart?: boolean;
  readonly inside?: boolean;
  readonly size?: boolean;
  readonly stiff?: boolean;
  readonly state?: string;
  readonly train?: {
    readonly name: string;
    readonly line: string | null;
    readonly stand: { readonly lead: number; readonly on: boolean } | null;
  };
  readonly cut?: { readonly place: string; readonly side?: 'before' | 'after'; readonly halves: boolean };
  readonly choice?: { readonly pieces: string[]; readonly after: number };
}

export class Solver {
  #seq = 0;
  #busy = false;
  #waiting: Question[] = [];
  readonly #line = new Line();

  /** The reply to this very question, with what is wanted besides; `null` when a newer one overtook it, unless it is to be kept. */
  ask(sheet: Sheet, edit?: Edit, want: Want = {}, keep = false): Promise<LiveReply | null> {
    return new Promise((resolve, reject) => {
      for (const dropped of this.#waiting.filter((q) => !q.keep)) dropped.resolve(null);
      const question = { sheet, edit, want, seq: ++this.#seq, keep, resolve, reject };
      this.#waiting = [...this.#waiting.filter((q) => q.keep), question];
      void this.#next();
    });
  }

  async #next(): Promise<void> {
    if (this.#busy) return;
    const question = this.#waiting.shift();
    if (!question) return;
    this.#busy = true;
    try {
      const { seq, sheet, edit, want } = question;
      const reply = await this.#line.ask({ seq, sheet, lean: true, ...want, ...(edit ? { edit } : {}) });
      question.resolve(question.keep || reply.seq === this.#seq ? reply : null);
    } catch (error) {
      question.reject(error);
    } finally {
      this.#busy = false;
      void this.#next();
    }
  }
}
