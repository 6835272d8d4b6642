/** The schools of a sheet: how it is worked and displayed. None changes an answer. */
import type { Conventions } from '../api/types';

export interface School {
  readonly key: keyof Conventions & string;
  readonly question: string;
  /** What is meant when nothing is said; the first choice unless given. */
  readonly usual?: string | number;
  readonly choices: readonly { readonly value: string | number; readonly word: string }[];
  /** It says nothing while there are no such members. */
  readonly only?: 'bars' | 'pulleys' | 'redundant' | 'space' | 'plane';
}

/** How a redundant structure is worked by hand. */
export const METHODS = [
  { value: 'distribution', word: 'Distribution' },
  { value: 'slopes', word: 'Slopes' },
  { value: 'forces', word: 'Forces' },
] as const;

export const SCHOOLS: readonly School[] = [
  {
    key: 'moment',
    question: 'Moments count positive',
    choices: [
      { value: 'ccw', word: '↺ counter-clockwise' },
      { value: 'cw', word: '↻ clockwise' },
    ],
    only: 'plane',
  },
  {
    key: 'working',
    question: 'Equilibrium in space is written',
    choices: [
      { value: 'scalar', word: 'axis by axis' },
      { value: 'vector', word: 'with i, j, k and r × F' },
    ],
    only: 'space',
  },
  {
    key: 'assume',
    question: 'Unknown directions are assumed',
    choices: [
      { value: 'axes', word: 'along the axes' },
      { value: 'guess', word: 'as a good guess' },
      { value: 'tension', word: 'axial: tension' },
    ],
  },
  {
    key: 'first',
    question: 'The first equation is',
    choices: [
      { value: 'moment', word: 'the cleverest moment' },
      { value: 'forces', word: 'a force sum' },
    ],
  },
  {
    key: 'reactions',
    question: 'Reactions of the whole are found',
    choices: [
      { value: 'needed', word: 'when needed' },
      { value: 'always', word: 'always, and first' },
    ],
  },
  {
    key: 'truss',
    question: 'A truss is worked by',
    choices: [
      { value: '', word: 'the shorter way' },
      { value: 'joints', word: 'joints' },
      { value: 'sections', word: 'sections' },
    ],
    only: 'bars',
  },
  {
    key: 'pulley',
    question: 'A pulley is',
    choices: [
      { value: 'on', word: 'kept on its member' },
      { value: 'off', word: 'freed' },
    ],
    only: 'pulleys',
  },
  {
    key: 'results',
    question: 'Answers are given as',
    choices: [
      { value: 'magnitude', word: 'magnitude and direction' },
      { value: 'components', word: 'signed components' },
    ],
  },
  {
    key: 'diagram',
    question: 'Bending moments are drawn',
    choices: [
      { value: 'sagging-up', word: 'sagging upwards' },
      { value: 'tension-side', word: 'on the side that is pulled' },
    ],
    only: 'plane',
  },
  {
    key: 'inside',
    question: 'N, V and M are worked',
    choices: [
      { value: 'cuts', word: 'by cuts' },
      { value: 'areas', word: 'by areas, step by step' },
    ],
    only: 'plane',
  },
  {
    key: 'method',
    question: 'What is redundant is worked by',
    choices: METHODS,
    only: 'redundant',
  },
  {
    key: 'symmetry',
    question: 'Of a mirrored frame is distributed',
    choices: [
      { value: 'whole', word: 'all' },
      { value: 'half', word: 'one half' },
    ],
    only: 'redundant',
  },
  {
    key: 'decimals',
    question: 'A distribution has',
    usual: 2,
    choices: [0, 1, 2, 3, 4].map((n) => ({ value: n, word: `${n}` })),
    only: 'redundant',
  },
  {
    key: 'rounds',
    question: 'and so many rounds',
    usual: '',
    choices: [
      { value: '', word: 'enough' },
      ...[1, 2, 3, 4, 5, 6, 8, 12].map((n) => ({ value: n, word: `${n}` })),
    ],
    only: 'redundant',
  },
  {
    key: 'figures',
    question: 'Results are shown to',
    usual: 3,
    choices: [2, 3, 4, 5, 6].map((n) => ({ value: n, word: `${n} figures` })),
  },
];

/** The schools that say something of a plane sheet, or of one of space. */
export const schoolsOf = (spatial: boolean): readonly School[] =>
  SCHOOLS.filter((s) => (s.only === 'space' ? spatial : s.only === 'plane' ? !spatial : true));

const usualOf = (school: School) => school.usual ?? school.choices[0]?.value ?? '';

/** What a school is set to. */
export function setting(conventions: Conventions, school: School): string | number {
  return (conventions[school.key] as string | number | null | undefined) ?? usualOf(school);
}

/** The conventions with one school changed; what is usual is left out. */
export function withSchool(conventions: Conventions, school: School, value: string | number): Conventions {
  const usual = value === usualOf(school);
  return Object.fromEntries(
    Object.entries({ ...conventions, [school.key]: usual ? null : value }).filter(([, v]) => v !== null),
  ) as Conventions;
}
