/** Talking to the server. Every failure becomes a `Refusal` that says what is wrong and what to do. */
import { door } from './door.svelte';
import type {
  AboutHelvek,
  ArchiveMade,
  ArchiveOf,
  AskedReason,
  Came,
  Card,
  Differences,
  KeptLine,
  LiveRequest,
  ErrorBody,
  Example,
  Kept,
  LiveReply,
  Pointed,
  RefusalCode,
  Revision,
  Sheet,
  ShelfReply,
  Stage,
  Tag,
  WholeSheet,
} from './types';

export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
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

/** Asks, and answers only when the server agrees. */
async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw gone();
  }
  if (response.ok) return response;
  const error = (await response.json().catch(() => null)) as ErrorBody | null;
  const unsaid: ErrorBody = {
    code: 'fault',
    message: `The server answered ${response.status}.`,
    cure: 'Try again.',
  };
  throw refused(error ?? unsaid);
}

const gone = () =>
  new Refusal(
    'offline',
    'Helvek’s server does not answer.',
    'Start it again; nothing drawn here is lost meanwhile.',
  );

function asked(method: string, body?: unknown, signal?: AbortSignal): RequestInit {
  const init: RequestInit = { method, ...(signal ? { signal } : {}) };
  if (body === undefined) return init;
  return { ...init, body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
}

async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const response = await send(path, asked(method, body, signal));
  return response.status === 204 ? (undefined as T) : ((await response.json()) as T);
}

/** What may take a while: answered at once when it is quick, else told line by line how far it has come. */
export async function told<T>(response: Response, hear: (stage: Stage) => void): Promise<T> {
  if (!response.headers.get('content-type')?.includes('ndjson') || !response.body)
    return (await response.json()) as T;
  const reader = response.body.getReader();
  const letters = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }));
    rest += letters.decode(value, { stream: !done });
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const text of lines) {
      const line = JSON.parse(text) as { progress: Stage } | { done: T } | { failed: ErrorBody };
      if ('done' in line) return line.done;
      if ('failed' in line) throw refused(line.failed);
      hear(line.progress);
    }
    if (done) throw gone();
  }
}

export const api = {
  about: () => call<AboutHelvek>('GET', '/api/about'),
  /** A sheet as a file. */
  file: async (id: string, as: 'toml' | 'json') =>
    (await send(`/api/sheets/${id}/file?as=${as}`, asked('GET'))).text(),
  /** Puts sheets into an archive, which can then be fetched. */
  archive: async (of: ArchiveOf, hear: (stage: Stage) => void, signal: AbortSignal) =>
    told<ArchiveMade>(await send('/api/archive', asked('POST', of, signal)), hear),
  /** Takes in a sheet or an archive. */
  bring: async (file: Blob, hear: (stage: Stage) => void, signal: AbortSignal) =>
    told<Came>(await send('/api/import', { method: 'POST', body: file, signal }), hear),
  solve: (question: LiveRequest, signal?: AbortSignal) =>
    call<LiveReply>('POST', '/api/solve', question, signal),
  /** What stands in the slots of a thing; `null` where there is none. */
  thing: (sheet: Sheet, of: Pointed) => call<Tag | null>('POST', '/api/tag', { sheet, of }),
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
  /** Of what is looked for in the trash; of all, where nothing is. */
  emptyTrash: (look: Record<string, string>) =>
    call<undefined>('DELETE', `/api/trash?${new URLSearchParams(look)}`),
  revisions: (id: string) => call<Revision[]>('GET', `/api/sheets/${id}/revisions`),
  revision: (id: string, number: number) => call<Sheet>('GET', `/api/sheets/${id}/revisions/${number}`),
  answersOf: (id: string, number: number) =>
    call<KeptLine[]>('GET', `/api/sheets/${id}/revisions/${number}/answers`),
  differences: (id: string) => call<Differences>('GET', `/api/sheets/${id}/differences`),
  takeAnswers: (id: string) => call<undefined>('DELETE', `/api/sheets/${id}/differences`),
  cut: (id: string, why: AskedReason, name?: string) =>
    call<undefined>('POST', `/api/sheets/${id}/revisions`, { why, name: name ?? null }),
  /** As [`cut`], on the way out: the browser sends it also when the page is gone. */
  leave: (id: string) =>
    void navigator.sendBeacon(
      `/api/sheets/${id}/revisions`,
      new Blob([JSON.stringify({ why: 'left' })], { type: 'application/json' }),
    ),
};
