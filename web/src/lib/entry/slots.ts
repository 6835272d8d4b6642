/** Slots that several tools share. */
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

export const PLACE: Slot = { key: 'place', label: 'at', usual: 'start', width: 9 };
export const DIRECTION: Slot = { key: 'direction', label: 'acts', usual: 'down', width: 13 };
export const NORMAL: Slot = { key: 'normal', label: 'pushes', usual: 'up', width: 12 };
export const TOWARD: Slot = { key: 'toward', label: 'leads', usual: '', width: 12 };
export const AXIS: Slot = { key: 'axis', label: 'axis', usual: 'its member', width: 10 };
export const SIZE: Slot = { key: 'size', label: 'size', usual: '', width: 9 };
export const NAME: Slot = { key: 'rename', label: 'name', usual: '', width: 6 };
export const SETTLES: Slot = { key: 'settles', label: 'settles', usual: 'not', width: 8 };
export const SPRING: Slot = { key: 'spring', label: 'spring', usual: 'none', width: 10 };
export const CASE: Slot = { key: 'case', label: 'case', usual: 'none', width: 9 };
export const COUPLE: Slot = { key: 'turn', label: 'turns', usual: 'ccw', width: 5, words: ['ccw', 'cw'] };
export const PER: Slot = {
  key: 'per',
  label: 'per',
  usual: 'length',
  width: 10,
  words: ['length', 'projection'],
};
/** A distributed load along a member. */
export const STRETCH: readonly Slot[] = [
  { key: 'start', label: 'intensity', usual: '', width: 8 },
  { key: 'end', label: 'to', usual: 'same', width: 7 },
  { key: 'from', label: 'from', usual: 'start', width: 7 },
  { key: 'to', label: 'until', usual: 'end', width: 7 },
];
const coordinate = (key: string): Slot => ({ key, label: key, usual: '', width: 8 });

/** What a point is called and where it is; space has a third coordinate. */
export function pointChange(...axes: readonly string[]) {
  return {
    id: 'point',
    key: '',
    name: 'Point',
    words: 'coordinates rename',
    hint: 'Its coordinates. Members on it move along; a new name is used everywhere.',
    slots: [NAME, ...axes.map(coordinate)],
  } as const;
}
