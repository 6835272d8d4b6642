import { describe, expect, it } from 'vitest';
import { arrived, fileName, going } from './words';

const came = { sheets: [], added: 0, beside: 0, there: 0, revisions: 0 };

describe('what is said of sheets that are carried', () => {
  it('says how far it is', () => {
    expect(going({ stage: 'sending', done: 0, total: 0 })).toBe('Sending the file …');
    expect(going({ stage: 'checking', done: 1200, total: 5000 })).toBe(
      'Looking through 1,200 of 5,000 sheets …',
    );
    expect(going({ stage: 'packing', done: 0, total: 1 })).toBe('Packing 0 of 1 sheet …');
  });

  it('says what came in and what was there', () => {
    expect(arrived({ ...came, added: 1, revisions: 1 })).toBe('1 sheet came in, with 1 revision.');
    expect(arrived({ ...came, added: 12, revisions: 30 })).toBe('12 sheets came in, with 30 revisions.');
    expect(arrived({ ...came, there: 1 })).toBe('1 sheet was here already, the same.');
    const both = arrived({ ...came, added: 3, beside: 1, there: 2 });
    expect(both).toContain(
      '1 sheet of which another state is here stands beside it: nothing was written over.',
    );
    expect(both).toMatch(/2 sheets were here already, the same\.$/);
  });

  it('makes a name for a file of any title', () => {
    expect(fileName('Plank “Süd” /1', 'toml')).toBe('Plank-Süd-1.toml');
    expect(fileName('', 'json')).toBe('sheet.json');
    expect(fileName(undefined, 'zip')).toBe('sheet.zip');
  });
});
