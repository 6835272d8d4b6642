/** Opening a sheet: what the server keeps, and what this browser still holds of it. */
import { api } from '../api/client';
import { drafts } from './drafts';
import { Saver } from './saver.svelte';
import { Session } from './session.svelte';

export async function open(id: string): Promise<Session> {
  const whole = await api.get(id);
  const draft = drafts.get(id);
  const saver = new Saver(id, whole.version);
  const session = new Session(id, saver, whole.sheet);
  session.older = whole.differs ? whole.engine : null;
  if (!draft) return session;
  if (JSON.stringify(draft.sheet) === JSON.stringify(whole.sheet)) {
    drafts.drop(id);
  } else if (draft.version === whole.version) {
    session.change(() => draft.sheet);
    session.tell('What was drawn while the server was away is back.');
  } else {
    session.found = draft.sheet;
  }
  return session;
}
