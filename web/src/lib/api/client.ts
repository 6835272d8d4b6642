/** Talking to the server. Every failure becomes a `Refusal` that says what is wrong and what to do. */
import type { Edit, ErrorBody, Kept, LiveReply, Sheet, SheetSummary, WholeSheet } from './types';

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

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    const init: RequestInit = { method };
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
  throw new Refusal(
    error?.code ?? 'fault',
    error?.message ?? `The server answered ${response.status}.`,
    error?.cure ?? 'Try again.',
  );
}

export const api = {
  solve: (seq: number, sheet: Sheet, edit?: Edit) =>
    call<LiveReply>('POST', '/api/solve', edit ? { seq, sheet, edit } : { seq, sheet }),
  list: () => call<SheetSummary[]>('GET', '/api/sheets'),
  create: (sheet: Sheet) => call<Kept>('POST', '/api/sheets', { sheet }),
  get: (id: string) => call<WholeSheet>('GET', `/api/sheets/${id}`),
  save: (id: string, version: number, sheet: Sheet) =>
    call<Kept>('PUT', `/api/sheets/${id}`, { version, sheet }),
  remove: (id: string) => call<undefined>('DELETE', `/api/sheets/${id}`),
};
