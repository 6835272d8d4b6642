/** Asking for solutions while someone types: one request in flight, one waiting, older ones dropped. */
import { Line } from '../api/line';
import type { Edit, LiveReply, Sheet } from '../api/types';

interface Question {
  sheet: Sheet;
  edit: Edit | undefined;
  want: Want;
  seq: number;
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
  #waiting: Question | null = null;
  readonly #line = new Line();

  /** The reply to this very question, with what is wanted besides; `null` when a newer one overtook it. */
  ask(sheet: Sheet, edit?: Edit, want: Want = {}): Promise<LiveReply | null> {
    return new Promise((resolve, reject) => {
      this.#waiting?.resolve(null);
      this.#waiting = { sheet, edit, want, seq: ++this.#seq, resolve, reject };
      void this.#next();
    });
  }

  async #next(): Promise<void> {
    const question = this.#waiting;
    if (this.#busy || !question) return;
    this.#waiting = null;
    this.#busy = true;
    try {
      const { seq, sheet, edit, want } = question;
      const reply = await this.#line.ask({ seq, sheet, lean: true, ...want, ...(edit ? { edit } : {}) });
      question.resolve(reply.seq === this.#seq ? reply : null);
    } catch (error) {
      question.reject(error);
    } finally {
      this.#busy = false;
      void this.#next();
    }
  }
}
