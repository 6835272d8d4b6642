/** One open line to the solver: with every key an answer is asked for, and a request of its own would take longer than its answer. */
import { api, Refusal, refused } from './client';
import type { ErrorBody, LiveReply, LiveRequest } from './types';

interface Waiting {
  readonly resolve: (reply: LiveReply) => void;
  readonly reject: (error: unknown) => void;
  /** The line broke before the answer came. */
  readonly broken: () => void;
}

export class Line {
  #socket: WebSocket | null = null;
  /** By the number of their question; a newer one ends the older ones at the server. */
  readonly #waiting = new Map<number, Waiting>();

  /** While the line is not open, by a request of its own. Nobody waits for the answer any more once `end` is told. */
  ask(question: LiveRequest, end: AbortSignal): Promise<LiveReply> {
    const plain = () => api.solve(question, end);
    const socket = this.#open();
    if (!socket || socket.readyState !== socket.OPEN) return plain();
    return new Promise((resolve, reject) => {
      this.#waiting.set(question.seq, { resolve, reject, broken: () => plain().then(resolve, reject) });
      end.addEventListener('abort', () => {
        this.#waiting.delete(question.seq);
        reject(new Refusal('superseded', 'A newer question was asked.', 'Wait for the newer answer.'));
      });
      socket.send(JSON.stringify(question));
    });
  }

  #answer(data: string): void {
    const said = JSON.parse(data) as LiveReply | ErrorBody;
    // What is no question has no number: it was the last thing that was sent.
    const seq = said.seq ?? [...this.#waiting.keys()].at(-1);
    const waiting = seq === undefined ? undefined : this.#waiting.get(seq);
    if (seq === undefined || !waiting) return;
    this.#waiting.delete(seq);
    if ('code' in said) waiting.reject(refused(said));
    else waiting.resolve(said);
  }

  #open(): WebSocket | null {
    if (this.#socket || typeof WebSocket === 'undefined' || typeof location === 'undefined')
      return this.#socket;
    const socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/api/live`);
    socket.onmessage = ({ data }: MessageEvent<string>) => this.#answer(data);
    socket.onclose = () => {
      this.#socket = null;
      const broken = [...this.#waiting.values()];
      this.#waiting.clear();
      for (const waiting of broken) waiting.broken();
    };
    this.#socket = socket;
    return socket;
  }
}
