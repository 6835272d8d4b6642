/** Copies of what is not kept by the server yet, in this browser: they outlive the tab. */
import type { Sheet } from '../api/types';
import { isTable } from '../ui/shape';

export interface Draft {
  /** The version it was made from. */
  readonly version: number;
  readonly sheet: Sheet;
}

const key = (id: string) => `helvek-draft:${id}`;

export const drafts = {
  /** Whether there is a copy now. A browser without room goes on without one: the sheet itself is still on the bench. */
  put(id: string, draft: Draft): boolean {
    try {
      localStorage.setItem(key(id), JSON.stringify(draft));
      return true;
    } catch {
      localStorage.removeItem(key(id));
      return false;
    }
  },

  get(id: string): Draft | null {
    const text = localStorage.getItem(key(id));
    if (text === null) return null;
    try {
      const draft: unknown = JSON.parse(text);
      if (!isTable(draft) || typeof draft['version'] !== 'number' || !isTable(draft['sheet'])) return null;
      return { version: draft['version'], sheet: draft['sheet'] as unknown as Sheet };
    } catch {
      return null;
    }
  },

  drop(id: string): void {
    localStorage.removeItem(key(id));
  },
};
