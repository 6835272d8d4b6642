/** Which slot of a tag a problem is about. */

/** Slots that stand for several fields of a sheet. */
const HOLD: Readonly<Record<string, readonly string[]>> = {
  dimensions: ['shape', 'width', 'height', 'wall', 'diameter', 'flange', 'web', 'sections'],
  plates: ['thickness', 'edge', 'of'],
  most: ['stress', 'shear', 'sag', 'reaction', 'pin', 'factor'],
  forces: ['axles', 'size', 'gap'],
  sum: ['factors'],
  through: ['runs', 'ends'],
  size: ['components', 'mass'],
};

/** A problem names a slot, or a field of the sheet (`bodies.beam.EI`, `pins[0].plates[1].thickness`): its parts are looked at from the last one on. */
export function slotOf(path: string, slots: readonly string[]): string | null {
  const parts = path.split(/[.[\]]+/).filter(Boolean);
  for (const part of parts.reverse()) {
    const found =
      slots.find((slot) => slot.toLowerCase() === part.toLowerCase()) ??
      slots.find((slot) => HOLD[slot]?.includes(part));
    if (found) return found;
  }
  return null;
}
