import { describe, expect, it } from 'vitest';
import type { Sheet } from '../api/types';
import { goneWords } from './gone';

const sheet = (more: Partial<Sheet>): Sheet => ({ format: 'helvek-sheet/1', title: '', ...more });
const force = { kind: 'force', at: 'B', size: 1, direction: 'down' };

describe('what was removed is said', () => {
  const before = sheet({
    bodies: { AB: {}, BC: {} },
    joints: [{ at: 'B' }],
    loads: [force, force, force],
    supports: [{ at: 'A' }],
  } as unknown as Partial<Sheet>);

  it('alone, when nothing went with it', () => {
    const words = goneWords(['load:F1'], before, { ...before, loads: before.loads?.slice(1) ?? [] });
    expect(words).toEqual({ text: 'Removed: load F1.', seen: false });
  });

  it('with what could not stand without it', () => {
    const after = sheet({
      bodies: { BC: {} },
      loads: [force],
      supports: [{ at: 'A' }],
    } as unknown as Partial<Sheet>);
    const words = goneWords(['body:AB'], before, after);
    expect(words).toEqual({ text: 'Removed: body AB, and with it 1 joint, 2 loads.', seen: true });
    expect(goneWords(['body:AB', 'load:F1'], before, after).text).toBe(
      '2 things removed, and with them 1 joint, 1 load.',
    );
  });

  it('as one piece, where a joint was', () => {
    const after = { ...before, bodies: { AC: {} }, joints: [] } as unknown as Sheet;
    expect(goneWords(['joint:B'], before, after).text).toBe(
      'Removed: joint B; what it held is one piece there.',
    );
  });
});
