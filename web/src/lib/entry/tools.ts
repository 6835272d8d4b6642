/** What can be put on the board and done to it: one key each, and the slots that are typed. The meaning of what is typed is decided in the core. */
import type { Edit, SupportKind, Tag } from '../api/types';
import { MACHINES } from './machinetools';
import { CASE, COUPLE, DIRECTION, NAME, PER, PLACE, pointChange, SIZE, type Slot, STRETCH } from './slots';
import { SIZES } from './sizetools';
import { CHANGES_IN_SPACE, IN_SPACE } from './spacetools';
import { STATES } from './statetools';
import { STIFF } from './stifftools';
import { isSupport, SUPPORTS } from './supports';
import { BARS, DRAWN } from './trusstools';

export const LOADS = ['force', 'couple', 'distributed', 'weight'] as const;
export type LoadTool = (typeof LOADS)[number];
export type ToolId =
  | 'beam'
  | SupportKind
  | LoadTool
  | 'body'
  | 'joint'
  | 'pulley'
  | 'rope'
  | 'bars'
  | 'truss'
  | 'bar'
  | 'limit'
  | 'train'
  | 'combination'
  | 'profile'
  | 'plates'
  | 'most'
  | 'stiffness'
  | 'warm'
  | 'section'
  | 'stretch'
  | 'piece'
  | 'point'
  | 'distance'
  | 'shift'
  | 'repeat'
  | 'mirror'
  | 'mend';

export interface Tool {
  readonly id: ToolId;
  /** Puts it on the board; none for what only changes things. */
  readonly key: string;
  /** Its key is pressed with Shift. */
  readonly shift?: boolean;
  readonly name: string;
  readonly slots: readonly Slot[];
  /** Slots of a thing that is there already. */
  readonly more?: readonly Slot[];
  /** One line on what can be typed. */
  readonly hint: string;
  /** Other words it is looked for by. */
  readonly words: string;
  /** What was done with it, where nothing is placed. */
  readonly did?: string;
}

/** In the order of the strip: members, supports, loads. */
export const TOOLS: readonly Tool[] = [
  {
    id: 'beam',
    key: 'b',
    name: 'Beam',
    words: 'member bar arm bend corner bent crank piece draw',
    hint: 'The first: a length, {length|6} or {length|18 ft} or {length|5 ft 6 in}. A further piece goes on from the end, or from a place; {angle|90} or {angle|up} bends it up.',
    slots: [
      { key: 'length', label: 'length', usual: '', width: 9 },
      { key: 'angle', label: 'slope', usual: 'straight on', width: 9 },
      { key: 'from', label: 'from', usual: 'end', width: 8 },
    ],
  },
  ...DRAWN,
  ...MACHINES,
  ...STATES,
  ...SIZES,
  ...STIFF,
  ...SUPPORTS,
  {
    id: 'force',
    key: 'f',
    name: 'Force',
    words: 'load point push pull',
    hint: '@ goes on to the place, or places: {place|B C}, {place|A..C}. Acts {direction|down}, {direction|210}, {direction|30 from -y cw}, {direction|to C}. {size|3; -4} as size: components. {size|?P} is sought.',
    slots: [SIZE, { ...PLACE, usual: 'middle' }, DIRECTION],
    more: [CASE, NAME],
  },
  {
    id: 'couple',
    key: 'c',
    name: 'Couple',
    words: 'load moment torque',
    hint: '@ goes on to the place. Counter-clockwise or clockwise: ccw, cw. {size|?M} as size is sought.',
    slots: [SIZE, { ...PLACE, usual: 'middle' }, COUPLE],
    more: [CASE, NAME],
  },
  {
    id: 'distributed',
    key: 'd',
    name: 'Spread',
    words: 'load distributed line udl triangle per length snow',
    hint: '@ goes on to where it begins. Per length of the member, or of its projection.',
    slots: [...STRETCH, { ...DIRECTION, width: 9 }, PER],
    more: [CASE, NAME],
  },
  {
    id: 'weight',
    key: 'm',
    name: 'Mass',
    words: 'load weight gravity',
    hint: '@ goes on to the centre of mass, also beside the member: {place|C + 0.2 up}. {size|60 kg}, or {size|0.6 kN}. 8 kg/m: the own weight of bars.',
    slots: [
      { ...SIZE, label: 'mass' },
      { ...PLACE, usual: 'middle' },
    ],
    more: [CASE, NAME],
  },
];

const CHANGES: readonly Tool[] = [
  ...BARS,
  {
    id: 'piece',
    key: '',
    name: 'Piece',
    words: 'length slope',
    hint: 'Its far end moves with all that hangs on it; what stands between keeps its distance.',
    slots: [
      { key: 'length', label: 'length', usual: '', width: 9 },
      { key: 'angle', label: 'slope', usual: '0', width: 8 },
      { ...NAME, label: 'of the body', width: 10 },
    ],
  },
  pointChange('x', 'y'),
  {
    id: 'distance',
    key: '',
    name: 'Distance',
    words: '',
    hint: 'All that lies beyond moves along. Of a whole length, only the end.',
    slots: [{ key: 'value', label: 'distance', usual: '', width: 10 }],
  },
  {
    id: 'shift',
    did: 'Moved',
    key: 'v',
    name: 'Move',
    words: 'shift along',
    hint: 'Along the member: {by|0.5} or {by|-0.5}. In the plane: {by|0.5 up}, or {by|1; -0.5}.',
    slots: [{ key: 'by', label: 'by', usual: '', width: 10 }],
  },
  {
    id: 'repeat',
    did: 'Repeated',
    key: 'e',
    name: 'Repeat',
    words: 'copy duplicate array again',
    hint: 'Copies at a distance from each other, along the member or in a direction.',
    slots: [
      { key: 'by', label: 'every', usual: '', width: 10 },
      { key: 'copies', label: 'copies', usual: '1', width: 5 },
    ],
  },
  {
    id: 'mirror',
    did: 'Mirrored',
    key: 'i',
    name: 'Mirror',
    words: 'image symmetric flip',
    hint: 'In a line across the member. With a copy, what was there stays.',
    slots: [
      { key: 'about', label: 'about', usual: 'middle', width: 9 },
      { key: 'copy', label: 'copy', usual: 'no', width: 5, words: ['no', 'yes'] },
    ],
  },
  {
    id: 'mend',
    did: 'Mended',
    key: '',
    name: 'Mend',
    words: '',
    hint: '',
    slots: [{ key: 'value', label: 'as written', usual: '', width: 22 }],
  },
];

const ALL = new Map([...TOOLS, ...CHANGES].map((t) => [t.id, t]));
const ALL_IN_SPACE = new Map([...ALL.values(), ...IN_SPACE, ...CHANGES_IN_SPACE].map((t) => [t.id, t]));

/** What can be put on a sheet. */
export const toolsOf = (spatial: boolean): readonly Tool[] => (spatial ? IN_SPACE : TOOLS);

/** What is done to several things, by key. */
export const GROUP = CHANGES.filter((t) => t.key !== '');
/** What is done with bars, whether some are chosen or not. */
export const OF_BARS: readonly ToolId[] = ['limit', 'section'];

/** `spatial`: on a sheet of space. What there is in space only can have been left in a tag before the sheet was made a plane one. */
export function tool(id: ToolId, spatial = false): Tool {
  return ((spatial ? null : ALL.get(id)) ?? ALL_IN_SPACE.get(id)) as Tool;
}

/** Tools that can begin a sheet. */
export const BEGINS: readonly ToolId[] = ['beam', 'bars', 'truss', 'body'];
/** What is looked for by its kind in the tag of another, or by word, and not on the strip. */
export const OFF_STRIP: readonly ToolId[] = [
  'surface',
  'rough',
  'link',
  'cable',
  'train',
  'combination',
  'profile',
  'plates',
  'most',
  'stiffness',
  'warm',
];
/** What is solved besides the loads as drawn. */
export const OF_STATES: readonly ToolId[] = ['train', 'combination'];
/** What is entered where the inside of members is looked at, too. */
export const AT_INSIDE: readonly ToolId[] = [...OF_STATES, 'profile'];

/** What is read at the stop where things are sized. */
export const OF_SIZE: readonly ToolId[] = ['plates', 'most'];
/** What is entered there, too. */
export const AT_SIZE: readonly ToolId[] = ['profile', 'most', 'plates'];

/** What is entered where stiffness is read, too. */
export const AT_STIFF: readonly ToolId[] = ['stiffness', 'warm', 'profile'];
/** What is read there. */
export const OF_STIFF: readonly ToolId[] = ['stiffness', 'warm'];

/** How a key is told: `B`, `Shift B`. */
export const keyOf = (t: Tool): string => (t.shift ? 'Shift ' : '') + t.key.toUpperCase();

/** What the edits of a tool are told of the thing behind a tag. */
export function targetOf({ target }: Tag): Target {
  return Object.fromEntries(Object.entries(target).filter(([, value]) => value !== null)) as Target;
}

/** The tool of this word, or that changes a thing of this kind. */
export function toolFor(kind: string): ToolId | null {
  return ALL_IN_SPACE.get(kind as ToolId)?.id ?? null;
}

export { isSupport } from './supports';
export const isLoad = (id: ToolId): id is LoadTool => (LOADS as readonly string[]).includes(id);

/** Which slot a place on the board is put into when it is pointed at. */
export function placeSlot(id: ToolId): string | null {
  if (id === 'bars' || id === 'body') return 'through';
  if (id === 'rope') return 'path';
  if (id === 'joint' || id === 'pulley') return 'place';
  if (id === 'distributed' || id === 'beam' || id === 'truss' || id === 'train') return 'from';
  return isSupport(id) || isLoad(id) ? 'place' : null;
}

/** Slots that take one place after the other, and what stands between them. */
export const GATHERS: Readonly<Record<string, string>> = { through: ' ', path: ', ' };

/** What the edit is about, when it is not new. */
export interface Target {
  readonly name?: string;
  readonly first?: string;
  readonly second?: string;
  /** Of several things: their marks. */
  readonly ids?: readonly string[];
  /** Of what is mended: its path in the sheet. */
  readonly path?: string;
  /** Of a distance along an axis. */
  readonly axis?: 'x' | 'y';
  /** How many steps of the working stay as they are. */
  readonly after?: number;
  /** Of a limit that is stated: which. */
  readonly limit?: { readonly sort: string; readonly of: string };
  /** Of a section that members have: what stays unless it is typed anew. */
  readonly section?: { readonly shape: string; readonly of: string };
}

/** The edit for what was typed. Slots that were not touched are left out, so that nothing is rewritten that nobody changed. */
export function editOf(id: ToolId, target: Target, typed: Readonly<Record<string, string>>): Edit {
  const about = target.name === undefined ? {} : { name: target.name };
  const between = { first: target.first ?? '', second: target.second ?? '' };
  const ids = [...(target.ids ?? [])];
  const value = (key: string) => typed[key] ?? '';
  if (isSupport(id)) {
    const { kind, ...slots } = typed;
    return { edit: 'support', kind: kind ?? id, ...about, ...slots };
  }
  switch (id) {
    case 'distance':
      return { edit: 'distance', ...between, value: value('value') };
    case 'piece':
      return { edit: 'piece', ...between, ...typed };
    case 'point':
      return { edit: 'point', name: target.name ?? '', ...typed };
    case 'shift':
      return { edit: 'shift', ids, by: value('by') };
    case 'repeat':
      return { edit: 'shift', ids, by: value('by'), copies: typed['copies'] ?? '1' };
    case 'mirror':
      return { edit: 'mirror', ids, ...typed };
    case 'stretch':
      return { edit: 'stretch', axis: target.axis ?? 'x', ...between, value: value('value') };
    case 'section':
      return { edit: 'section', bars: value('bars'), after: target.after ?? 0 };
    case 'bar':
      return { edit: 'bar', name: target.name ?? '', ...typed };
    case 'bars':
    case 'truss':
    case 'limit':
      return { edit: id, ...typed };
    case 'plates':
      return { edit: 'plates', ...(target.name === undefined ? {} : { at: target.name }), ...typed };
    case 'most':
      return { edit: 'most', ...(target.limit ?? {}), ...typed };
    case 'profile':
      return { edit: 'profile', ...(target.section ?? {}), ...typed };
    case 'beam':
    case 'mend':
      return { edit: 'beam', ...typed };
    default:
      return { edit: id, ...about, ...typed };
  }
}
