import { describe, expect, it } from 'vitest';
import { guarded } from './guarded';

describe('a text for a program of tables', () => {
  it('stays as it is where it is one', () => {
    for (const text of ['A-B', 'post 3', '', 'a = b', '−4 kN']) expect(guarded(text)).toBe(text);
  });

  it('has an apostrophe before it where it would be computed', () => {
    expect(guarded('=1+2')).toBe("'=1+2");
    expect(guarded('+x')).toBe("'+x");
    expect(guarded('-x')).toBe("'-x");
    expect(guarded('@x')).toBe("'@x");
    expect(guarded('  =x')).toBe("'  =x");
  });

  it('stays in its cell', () => {
    expect(guarded('a\tb\nc')).toBe('a b c');
  });
});
