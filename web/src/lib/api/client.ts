/** Talking to the server. Every failure becomes a `Refusal` that says what is wrong and what to do. */
import { door } from './door.svelte';
import type {
  Card,
  Differences,
  KeptLine,
  LiveRequest,
  ErrorBody,
  Example,
  Kept,
  LiveReply,
  Revision,
  Sheet,
  ShelfReply,
  WholeSheet,
} from './types';

export class Refusal extends Error {
  constructor(
    /** A fixed word: `offline`, `conflict`, `no-sheet`, ... */
    readonly code: string,
    message: string,
    readonly cure: string,
  ) {
    super(message);
  }
}

/** Whatever was thrown, as a refusal. */
export function asRefusal(error: unknown): Refusal {
  return error instanceof Refusal ? error : new Refusal('fault', 'That did not work.', 'Try again.');
}

/** What the server has refused. */
export function refused(body: ErrorBody): Refusal {
  if (body.code === 'token') door.shut();
  return new Refusal(body.code, body.message, body.cure);
}

async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let response: Response;
  try {
    const init: RequestInit = { method, ...(signal ? { signal } : {}) };
    if (body !== undefined) {
      init.body = JSON.stringify(body);
      init.headers = { 'content-type': 'application/json' };
    }
    response = await fetch(path, init);
  } catch {
    throw new Refusal(
      'offline',
      'Helvek’s server does not answer.',
      'Start it again; nothing drawn here is lost meanwhile.',
    );
  }
  if (response.status === 204) return undefined as T;
  if (response.ok) return (await response.json()) as T;
  const error = (await response.json().catch(() => null)) as ErrorBody | null;
  const unsaid = { code: 'fault', message: `The server answered ${response.status}.`, cure: 'Try again.' };
  throw refused(error ?? unsaid);
}

export const api = {
  solve: (question: LiveRequest, signal?: AbortSignal) =>
    call<LiveReply>('POST', '/api/solve', question, signal),
  enter: (token: string) => call<undefined>('POST', '/api/enter', { token }),
  look: (query: Record<string, string>) =>
    call<ShelfReply>('GET', `/api/sheets?${new URLSearchParams(query)}`),
  card: (id: string, signal?: AbortSignal) => call<Card>('GET', `/api/sheets/${id}/card`, undefined, signal),
  examples: () => call<Example[]>('GET', '/api/examples'),
  create: (sheet: Sheet) => call<Kept>('POST', '/api/sheets', { sheet }),
  get: (id: string) => call<WholeSheet>('GET', `/api/sheets/${id}`),
  save: (id: string, version: number, sheet: Sheet) =>
    call<Kept>('PUT', `/api/sheets/${id}`, { version, sheet }),
  copy: (id: string) => call<Kept>('POST', `/api/sheets/${id}/copy`),
  tag: (id: string, tags: readonly string[]) => call<undefined>('PUT', `/api/sheets/${id}/tags`, { tags }),
  remove: (id: string) => call<undefined>('DELETE', `/api/sheets/${id}`),
  restore: (id: string) => call<undefined>('POST', `/api/sheets/${id}/restore`),
  removeForGood: (id: string) => call<undefined>('DELETE', `/api/trash/${id}`),
  emptyTrash: () => call<undefined>('DELETE', '/api/trash'),
  revisions: (id: string) => call<Revision[]>('GET', `/api/sheets/${id}/revisions`),
  revision: (id: string, number: number) => call<Sheet>('GET', `/api/sheets/${id}/revisions/${number}`),
  answersOf: (id: string, number: number) =>
    call<KeptLine[]>('GET', `/api/sheets/${id}/revisions/${number}/answers`),
  differences: (id: string) => call<Differences>('GET', `/api/sheets/${id}/differences`),
  takeAnswers: (id: string) => call<undefined>('DELETE', `/api/sheets/${id}/differences`),
  cut: (id: string, why: 'left' | 'named' | 'restored', name?: string) =>
    call<undefined>('POST', `/api/sheets/${id}/revisions`, { why, name: name ?? null }),
  /** As [`cut`], on the way out: the browser sends it also when the page is gone. */
  leave: (id: string) =>
    void navigator.sendBeacon(
      `/api/sheets/${id}/revisions`,
      new Blob([JSON.stringify({ why: 'left' })], { type: 'application/json' }),
    ),
};
