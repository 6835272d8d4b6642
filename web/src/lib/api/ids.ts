/**
 * The ids of what is drawn, worked with and asked for, `kind:name#part@place`, as the core prints and reads them: made and taken apart here and
 * nowhere else. What is freed together has its ids joined by `+`.
 */

/** The sorts of thing that an id names. */
export const KINDS = [
  'advantage',
  'bar',
  'body',
  'combination',
  'dimension',
  'end',
  'inside',
  'joint',
  'limit',
  'load',
  'path',
  'pin',
  'point',
  'reaction',
  'ride',
  'rope',
  'sought',
  'support',
  'train',
  'unclear',
  'weld',
  'wheel',
] as const;
export type Kind = (typeof KINDS)[number];

const MARKS = [
  ['%', '%25'],
  ['#', '%23'],
  ['@', '%40'],
  ['+', '%2B'],
] as const;

const escaped = (name: string) =>
  MARKS.reduce((text, [mark, written]) => text.replaceAll(mark, written), name);
const plain = (text: string) =>
  MARKS.reduceRight((name, [mark, written]) => name.replaceAll(written, mark), text);

const behind = (text: string, mark: string) => {
  const at = text.indexOf(mark);
  return at < 0 ? null : text.slice(at + 1);
};
const before = (text: string, mark: string) => text.slice(0, (text + mark).indexOf(mark));

/** The id of a thing by its name. */
export function idOf(kind: Kind, name: string): string {
  return `${kind}:${escaped(name)}`;
}

export function kindOf(id: string): Kind | null {
  const word = before(id, ':');
  return KINDS.find((kind) => kind === word && id.length > word.length) ?? null;
}

export const is = (id: string, ...kinds: readonly Kind[]): boolean =>
  kinds.some((kind) => id.startsWith(`${kind}:`));

/** The name behind an id: `F1` of `load:F1#2`. */
export const nameOf = (id: string): string => plain(behind(thingOf(id), ':') ?? '');

/** Which of a thing's marks it is: `2` of `load:F1#2`. */
export const partOf = (id: string): string | null => {
  const part = behind(withoutPlace(id), '#');
  return part === null ? null : plain(part);
};

/** Where it is drawn, where that is in several places: `point:B` of `load:W1@point:B`. */
export const placeOf = (id: string): string | null => behind(id, '@');

/** One of a thing's marks. */
export const withPart = (id: string, part: string): string => `${id}#${escaped(part)}`;

/** The mark without the place where it is drawn: `joint:B#B_x` of `joint:B#B_x@body:jib#0`. */
export const withoutPlace = (id: string): string => before(id, '@');

/** The thing itself: `load:F1` of `load:F1#2`. */
export const thingOf = (id: string): string => before(withoutPlace(id), '#');

/** A straight piece of a run, from 0: `body:jib#1/2` is the third of its second run. */
export const pieceOf = (run: string, piece: number): string =>
  `${run}${run.includes('#') ? '' : '#'}/${piece}`;

/** Where the intensity at the end of a distributed load is written. */
export const endOf = (load: string): string => withPart(load, 'end');
export const isEnd = (id: string): boolean => id.endsWith('#end');

/** The mark a label or a handle belongs to. Further runs of a body are marks of their own, and no piece of them is: `body:jib#1` of `body:jib#1/2`. */
export function markOf(id: string): string {
  const run = is(id, 'body') ? before(partOf(id) ?? '', '/') : '';
  return run === '' ? thingOf(id) : withPart(thingOf(id), run);
}

/** What a mark stands for in the working: `joint:B#B_x` of `joint:B#B_x@body:jib#0`, else the mark itself. */
export const standsFor = (id: string): string =>
  placeOf(id) !== null && !is(id, 'load') ? withoutPlace(id) : markOf(id);

/** The pieces of which what is freed together is made. */
export const piecesOf = (group: string): readonly string[] => group.split('+');

/** What stands for something that may have no mark. */
export const marksOf = (id: string | null): readonly string[] => (id === null ? [] : [id]);

/** In words: `load F1`. */
export const said = (id: string): string => `${kindOf(id) ?? ''} ${nameOf(id)}`.trim();
