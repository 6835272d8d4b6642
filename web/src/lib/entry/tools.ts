/** What can be put on the board: one key each, and the slots that are typed. The meaning of what is typed is decided in the core. */
import type { Edit } from '../api/types';

export type ToolId = 'beam' | 'pin' | 'roller' | 'fixed' | 'force' | 'couple' | 'distributed' | 'distance';

export interface Slot {
  readonly key: string;
  readonly label: string;
  /** What an empty slot means. */
  readonly usual: string;
  /** Characters it is wide. */
  readonly width: number;
  /** The few words it takes, if it takes only those. */
  readonly words?: readonly string[];
}

export interface Tool {
  readonly id: ToolId;
  readonly key: string;
  readonly name: string;
  readonly slots: readonly Slot[];
  /** One line on what can be typed. */
  readonly hint: string;
}

/** The tool that changes a thing of this kind; none for kinds that are changed in their file so far. */
export function toolFor(kind: string): ToolId | null {
  return TOOLS.find((tool) => tool.id === kind)?.id ?? null;
}

const place: Slot = { key: 'place', label: 'at', usual: 'start', width: 9 };
const direction: Slot = { key: 'direction', label: 'acts', usual: 'down', width: 13 };

export const TOOLS: readonly Tool[] = [
  {
    id: 'beam',
    key: 'b',
    name: 'Beam',
    hint: 'A length with or without a unit: 6, 18 ft, 5 ft 6 in. The slope is counted from the horizontal.',
    slots: [
      { key: 'length', label: 'length', usual: '', width: 10 },
      { key: 'angle', label: 'slope', usual: '0', width: 6 },
    ],
  },
  {
    id: 'pin',
    key: 'p',
    name: 'Pin',
    hint: 'Where: a distance from the start, a point, or C + 0.5.',
    slots: [place],
  },
  {
    id: 'roller',
    key: 'r',
    name: 'Roller',
    hint: 'Where, and which way it pushes: up, left, 105, 15 from +y cw.',
    slots: [
      { ...place, usual: 'end' },
      { key: 'normal', label: 'pushes', usual: 'up', width: 13 },
    ],
  },
  {
    id: 'fixed',
    key: 'w',
    name: 'Wall',
    hint: 'Where it is built in: a distance from the start, or a point.',
    slots: [place],
  },
  {
    id: 'force',
    key: 'f',
    name: 'Force',
    hint: '@ goes on to the place. Directions: down, 210, 30 from -y cw, to C, normal. Components: 3; -4 as size.',
    slots: [{ key: 'size', label: 'size', usual: '', width: 10 }, { ...place, usual: 'middle' }, direction],
  },
  {
    id: 'couple',
    key: 'c',
    name: 'Couple',
    hint: '@ goes on to the place. Counter-clockwise or clockwise: ccw, cw.',
    slots: [
      { key: 'size', label: 'size', usual: '', width: 10 },
      { ...place, usual: 'middle' },
      { key: 'turn', label: 'turns', usual: 'ccw', width: 5, words: ['ccw', 'cw'] },
    ],
  },
  {
    id: 'distributed',
    key: 'd',
    name: 'Distributed',
    hint: '@ goes on to where it begins. Per length of the member, or per length of its projection.',
    slots: [
      { key: 'start', label: 'intensity', usual: '', width: 7 },
      { key: 'end', label: 'to', usual: 'same', width: 6 },
      { key: 'from', label: 'from', usual: 'start', width: 6 },
      { key: 'to', label: 'until', usual: 'end', width: 6 },
      { key: 'direction', label: 'acts', usual: 'down', width: 7 },
      { key: 'per', label: 'per', usual: 'length', width: 10, words: ['length', 'projection'] },
    ],
  },
];

const DISTANCE: Tool = {
  id: 'distance',
  key: '',
  name: 'Distance',
  hint: 'All that lies beyond moves along. Of the whole length, only the end moves.',
  slots: [{ key: 'value', label: 'distance', usual: '', width: 10 }],
};

export function tool(id: ToolId): Tool {
  return TOOLS.find((t) => t.id === id) ?? DISTANCE;
}

/** Which slot a place on the board is put into when it is pointed at. */
export function placeSlot(id: ToolId): string | null {
  return id === 'distributed' ? 'from' : id === 'beam' || id === 'distance' ? null : 'place';
}

/** What the edit is about, when it is not new. */
export interface Target {
  readonly name?: string;
  readonly first?: string;
  readonly second?: string;
}

/** The edit for what was typed. Slots that were not touched are left out, so that nothing is rewritten that nobody changed. */
export function editOf(id: ToolId, target: Target, typed: Readonly<Record<string, string>>): Edit {
  const about = target.name === undefined ? {} : { name: target.name };
  switch (id) {
    case 'pin':
    case 'roller':
    case 'fixed':
      return { edit: 'support', kind: id, ...about, ...typed };
    case 'distance':
      return {
        edit: 'distance',
        first: target.first ?? '',
        second: target.second ?? '',
        value: typed['value'] ?? '',
      };
    case 'beam':
      return { edit: 'beam', ...typed };
    default:
      return { edit: id, ...about, ...typed };
  }
}
