/** Asking the server for a bench, and whether it is there: while it is not, it is asked again and again. */
import { asRefusal, refused, type Refusal } from '../api/client';
import type { Edit, LiveReply, Sheet } from '../api/types';
import { Solver, type Want } from './solver';

/** How long to wait before the server is asked again whether it is back, in milliseconds. */
const KNOCK = 1500;

export class Asking {
  readonly #solver = new Solver();
  #knocking: ReturnType<typeof setTimeout> | undefined;
  /** Requests that have not been answered yet. */
  waiting = $state(0);
  /** Why the server is there and does not answer: it is too much work, or took too long. */
  unanswered = $state.raw<Refusal | null>(null);
  offline = $state(false);

  /** `knock`: asks once more, whether it is back. */
  constructor(private readonly knock: () => void) {}

  /** The reply; `null` when a newer question overtook it, or there was none. */
  async ask(sheet: Sheet, edit: Edit | undefined, want: Want, keep: boolean): Promise<LiveReply | null> {
    this.waiting += 1;
    try {
      const reply = await this.#solver.ask(sheet, edit, want, keep);
      this.offline = false;
      this.end();
      if (reply) this.unanswered = reply.unsolved ? refused(reply.unsolved) : null;
      return reply;
    } catch (error) {
      const refusal = asRefusal(error);
      this.offline = refusal.code === 'offline';
      this.unanswered = this.offline ? null : refusal;
      this.end();
      if (this.offline) this.#knocking = setTimeout(this.knock, KNOCK);
      return null;
    } finally {
      this.waiting -= 1;
    }
  }

  /** Why nothing was answered. */
  get silence(): { readonly message: string; readonly cure: string } {
    return (
      this.unanswered ?? {
        message: 'Helvek’s server does not answer.',
        cure: 'It is done as soon as the server is back.',
      }
    );
  }

  /** Does not ask again. */
  end(): void {
    clearTimeout(this.#knocking);
  }
}
