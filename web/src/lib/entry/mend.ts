/** What could not be understood, as it stands in the sheet: read, written, taken out. */
import { nameOf } from '../api/ids';
import type { Sheet } from '../api/types';
import type { Session } from '../bench/session.svelte';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** `loads[2].size` as `loads`, 2, `size`. */
export function keysOf(path: string): (string | number)[] {
  return path
    .split(/[.[\]]/)
    .filter((key) => key !== '')
    .map((key) => (/^\d+$/.test(key) ? Number(key) : key));
}

function inner(json: Json | undefined, key: string | number): Json | undefined {
  if (json === null || typeof json !== 'object') return undefined;
  return (json as Record<string | number, Json>)[key];
}

/** What stands at a path, as one would type it; empty where nothing stands. */
export function writtenAt(sheet: Sheet, path: string): string {
  const found = keysOf(path).reduce<Json | undefined>(inner, sheet as unknown as Json);
  if (found === undefined) return '';
  return typeof found === 'string' ? found : JSON.stringify(found);
}

/** Opens what could not be understood, as it stands in the sheet. */
export function openUnclear(session: Pick<Session, 'open' | 'sheet'>, id: string): void {
  const path = nameOf(id);
  session.open('mend', { mark: id, target: { path }, before: { value: writtenAt(session.sheet, path) } });
}

/** The sheet with another value at a path: a number or a list where that is what was typed, else a text. */
export function mended(sheet: Sheet, path: string, typed: string): Sheet {
  let value: Json = typed.trim();
  try {
    value = JSON.parse(value) as Json;
  } catch {
    // A text, then.
  }
  return edited(sheet, keysOf(path), (holder, key) => {
    (holder as Record<string | number, Json>)[key] = value;
  });
}

/** The sheet without the thing at a path: the entry of its list, or its name. */
export function without(sheet: Sheet, path: string): Sheet {
  const keys = keysOf(path).slice(0, 2);
  return edited(sheet, keys, (holder, key) => {
    if (Array.isArray(holder)) holder.splice(Number(key), 1);
    else Reflect.deleteProperty(holder, key);
  });
}

function edited(
  sheet: Sheet,
  keys: (string | number)[],
  change: (holder: object, key: string | number) => void,
): Sheet {
  const copy = structuredClone(sheet) as unknown as Json;
  const last = keys.at(-1);
  const holder = keys.slice(0, -1).reduce<Json | undefined>(inner, copy);
  if (last !== undefined && holder !== null && typeof holder === 'object') change(holder, last);
  return copy as unknown as Sheet;
}
