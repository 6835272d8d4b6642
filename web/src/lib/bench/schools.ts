/** The schools of a sheet: how it is worked and displayed. None changes an answer. Declared in the core (`conventions.json`, written by `cargo xtask types`). */
import type { Conventions } from '../api/types';
import declared from './conventions.json';

export interface School {
  readonly key: keyof Conventions & string;
  readonly question: string;
  /** What is meant when nothing is said. */
  readonly usual: string | number;
  readonly choices: readonly { readonly value: string | number; readonly word: string }[];
  /** It says nothing while there are no such members. */
  readonly only: 'bars' | 'pulleys' | 'redundant' | 'space' | 'plane' | null;
}

export const SCHOOLS = declared as readonly School[];

/** The schools that say something of a plane sheet, or of one of space. */
export const schoolsOf = (spatial: boolean): readonly School[] =>
  SCHOOLS.filter((s) => (s.only === 'space' ? spatial : s.only === 'plane' ? !spatial : true));

/** What a school is set to. */
export function setting(conventions: Conventions, school: School): string | number {
  return (conventions[school.key] as string | number | null | undefined) ?? school.usual;
}

/** The conventions with one school changed; what is usual is left out. */
export function withSchool(conventions: Conventions, school: School, value: string | number): Conventions {
  const usual = value === school.usual;
  return Object.fromEntries(
    Object.entries({ ...conventions, [school.key]: usual ? null : value }).filter(([, v]) => v !== null),
  ) as Conventions;
}
