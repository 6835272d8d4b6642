import { describe, expect, it } from 'vitest';
import { slotOf } from './marked';

describe('the slot that a problem is about', () => {
  it.each([
    ['size', ['size', 'place'], 'size'],
    ['loads[2].size', ['size', 'place'], 'size'],
    ['loads[2].components[1]', ['size', 'place'], 'size'],
    ['sections.s1.height', ['shape', 'dimensions', 'of', 'material'], 'dimensions'],
    ['bodies.beam.EI', ['ei', 'ea', 'of'], 'ei'],
    ['pins[0].plates[1].thickness', ['at', 'plates', 'diameter'], 'plates'],
    ['pins[0].diameter', ['at', 'plates', 'diameter'], 'diameter'],
    ['limits[0].sag', ['sort', 'most', 'of'], 'most'],
    ['moving[0].axles[1].gap', ['forces', 'from', 'to'], 'forces'],
    ['bodies', ['size', 'place'], null],
    ['', ['size'], null],
  ])('%s', (path, slots, slot) => {
    expect(slotOf(path, slots)).toBe(slot);
  });
});
