/** The tools of supports, from their declarations in the core (`supports.json`, written by `cargo xtask types`). */
import type { SupportKind } from '../api/types';
import { AXIS, NAME, NORMAL, PLACE, SETTLES, type Slot, SPRING, TOWARD } from './slots';
import made from './supports.json';
import type { Tool } from './tools';

/** Every slot that a kind may have. */
const SLOTS: Readonly<Record<string, Slot>> = {
  normal: NORMAL,
  toward: TOWARD,
  axis: AXIS,
  holds: { key: 'holds', label: 'holds', usual: 'both ways', width: 10, words: ['both ways', 'pushes only'] },
  friction: { key: 'friction', label: 'friction', usual: 'not given', width: 8 },
  couples: { key: 'couples', label: 'couples', usual: 'auto', width: 6, words: ['auto', 'yes', 'no'] },
};

type Declared = (typeof made)['plane' | 'space'][number];

/** `place`: the slot of its place; `more`: what else is said of one that is there. */
function tools(declared: readonly Declared[], place: Slot, more: readonly Slot[]): readonly Tool[] {
  const kinds: Slot = { key: 'kind', label: 'is a', usual: '', width: 8, words: declared.map((d) => d.id) };
  return declared.map((d) => ({
    id: d.id as SupportKind,
    key: d.key,
    name: d.name,
    slots: d.slots.flatMap((key) => (key === 'place' ? { ...place, usual: d.place } : (SLOTS[key] ?? []))),
    more: [kinds, ...more],
    hint: d.hint,
    words: `support hold ${d.words}`,
  }));
}

export const SUPPORTS = tools(made.plane, PLACE, [NAME, SETTLES, SPRING]);
/** A place in space is longer. */
export const SUPPORTS_IN_SPACE = tools(made.space, { ...PLACE, width: 12 }, [NAME]);

const KINDS: ReadonlySet<string> = new Set([...made.plane, ...made.space].map((d) => d.id));

export const isSupport = (id: string): id is SupportKind => KINDS.has(id);
