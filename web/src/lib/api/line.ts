/** One open line to the solver: with every key an answer is asked for, and a request of its own would take longer than its answer. */
import { api, Refusal } from './client';
import type { ErrorBody, LiveReply, LiveRequest } from './types';

interface Waiting {
  readonly resolve: (reply: LiveReply) => void;
  /** The line broke before the answer came. */
  readonly broken: () => void;
}

export class Line {
  #socket: WebSocket | null = null;
  #waiting: Waiting | null = null;

  /** Asks one thing at a time. While the line is not open, by a request of its own. */
  ask(question: LiveRequest): Promise<LiveReply> {
    const plain = () => api.solve(question);
    const socket = this.#open();
    if (!socket || socket.readyState !== socket.OPEN) return plain();
    return new Promise((resolve, reject) => {
      this.#waiting = {
        resolve: (reply) => {
          if ('code' in reply) reject(refusal(reply as unknown as ErrorBody));
          else resolve(reply);
        },
        broken: () => plain().then(resolve, reject),
      };
      socket.send(JSON.stringify(question));
    });
  }

  #open(): WebSocket | null {
    if (this.#socket || typeof WebSocket === 'undefined' || typeof location === 'undefined')
      return this.#socket;
    const socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/api/live`);
    socket.onmessage = ({ data }: MessageEvent<string>) => {
      const waiting = this.#waiting;
      this.#waiting = null;
      waiting?.resolve(JSON.parse(data) as LiveReply);
    };
    socket.onclose = () => {
      this.#socket = null;
      const waiting = this.#waiting;
      this.#waiting = null;
      waiting?.broken();
    };
    this.#socket = socket;
    return socket;
  }
}

const refusal = (body: ErrorBody) => new Refusal(body.code, body.message, body.cure);
