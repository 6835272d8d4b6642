import { describe, expect, it } from 'vitest';
import type { Page, Chapter } from './types';
import { about, lines, linesOf, steps } from './document';
import { lineText } from '../page/formula';

const line = (role: 'item' | 'result', words: string) => ({
  line: { role, says: [{ words }] },
});
const chapter = (part: Chapter['part'], blocks: Chapter['blocks']): Chapter => ({
  part,
  title: '',
  blocks,
});
const page = {
  chapters: [
    chapter('units', [line('item', 'Boom: 2 ft = 0.61 m')]),
    chapter({ step: 1 }, [line('item', 'why'), line('result', 'A_y = 3 kN')]),
    chapter({ step: 2 }, [line('result', 'B_y = 4 kN')]),
    chapter('warnings', [line('item', 'first')]),
    chapter('warnings', [line('item', 'second')]),
  ],
} as unknown as Page;

describe('a page', () => {
  it('has its steps by their numbers', () => {
    expect(steps(page).map((step) => step.number)).toEqual([1, 2]);
    const results = steps(page).flatMap((step) => linesOf(step.chapter, 'result'));
    expect(results.map((one) => lineText(one.says))).toEqual(['A_y = 3 kN', 'B_y = 4 kN']);
  });

  it('says of one thing what all its chapters say', () => {
    expect(lines(page, 'warnings').map((one) => lineText(one.says))).toEqual(['first', 'second']);
    expect(about(page, 'limits')).toEqual([]);
    expect(linesOf(about(page, 'units')[0] ?? chapter('units', []), 'result')).toEqual([]);
  });
});
