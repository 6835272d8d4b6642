/** How an unknown stands while a step is read: assumed, being found, or found and in its true sense. */
import type { MarkOf } from '../api/types';
import type { Placed } from './labels';
import type { Label, Reading, Role } from './painted';

export interface Standing {
  readonly role: Role;
  /** It flies against the assumed sense. */
  readonly turned: boolean;
  readonly label: Omit<Label, keyof Placed>;
}

/** `null` when it is found to be nothing, and not drawn any more. `found`: whether that is past. */
export function standing(
  m: MarkOf<'exerted'> | MarkOf<'reaction'>,
  found: boolean,
  reading: Reading,
): Standing | null {
  if (m.zero && found) return null;
  const now = m.step !== null && m.step === reading.step;
  const role: Role = now ? 'focus' : found ? 'solved' : 'assumed';
  const label: Standing['label'] =
    found && m.text !== null
      ? { text: m.text, index: '', kind: 'value', role, editable: false }
      : { text: m.symbol.base, index: m.symbol.index, kind: 'unknown', role, editable: false };
  return { role, turned: found && m.turned, label };
}
