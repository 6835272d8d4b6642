/** The conventions of a sheet: how it is worked and displayed. None changes an answer. Declared in the core (`conventions.json`, written by `cargo xtask types`). */
import type { Conventions } from '../api/types';
import declared from './conventions.json';

export interface Convention {
  readonly key: keyof Conventions & string;
  readonly question: string;
  /** What is meant when nothing is said. */
  readonly usual: string | number;
  readonly choices: readonly { readonly value: string | number; readonly word: string }[];
  /** It says nothing while there are no such members. */
  readonly only: 'bars' | 'pulleys' | 'redundant' | 'space' | 'plane' | null;
}

export const CONVENTIONS = declared as readonly Convention[];

/** The conventions that say something of a plane sheet, or of one of space. */
export const conventionsOf = (spatial: boolean): readonly Convention[] =>
  CONVENTIONS.filter((s) => (s.only === 'space' ? spatial : s.only === 'plane' ? !spatial : true));

/** What a convention is set to. */
export function setting(conventions: Conventions, convention: Convention): string | number {
  return (conventions[convention.key] as string | number | null | undefined) ?? convention.usual;
}

/** The conventions with one convention changed; what is usual is left out. */
export function withConvention(
  conventions: Conventions,
  convention: Convention,
  value: string | number,
): Conventions {
  const usual = value === convention.usual;
  return Object.fromEntries(
    Object.entries({ ...conventions, [convention.key]: usual ? null : value }).filter(([, v]) => v !== null),
  ) as Conventions;
}
