import { describe, expect, it } from 'vitest';
import type { Formula } from '../api/types';
import { latex, lineText, type Part, pieces, text } from './formula';
import cases from './formulas.json';

const set = (parts: readonly Part[]): string =>
  parts.map((p) => ('text' in p ? p.text : 'latex' in p ? `[${p.latex}]` : `<${set(p.joined)}>`)).join('');
const said = (formula: Formula) => set(pieces(formula));
const number = (text: string, unit?: string): Formula => ({ number: unit ? { text, unit } : { text } });

describe('a formula', () => {
  it.each(cases)('is printed as the documents print it: $text', (one) => {
    const formula = one.formula as unknown as Formula;
    expect(text(formula)).toBe(one.text);
    expect(latex(formula)).toBe(one.latex);
  });

  it('is letters, but for its symbols and functions', () => {
    const angle: Formula = { cos: number('70', '°') };
    expect(said({ put: [number('2'), angle, number('6')] })).toBe('2\u2060[{}\\cos 70^{\\circ}]\u2009(6)');
    const result = { equal: [{ symbol: { base: 'A', index: 'y' } }, number('−5.64', 'kN·m')] };
    expect(said(result)).toBe('[A_{y}]\u2005=\u2005\u2060−5.64\u2005\u2060kN⋅m');
    const half: Formula = { put: [{ share: [1, 2] }, number('300'), number('0.8')] };
    expect(said(half)).toBe('[\\tfrac12]\u2009300\u2009(0.8)');
  });

  it('is left to the typesetter where there is more to it', () => {
    expect(said({ fraction: [number('1'), number('3')] })).toBe('[\\frac{1}{3}]');
    expect(said(number('264', 'mm²'))).toBe('[264\\;\\mathrm{mm^2}]');
  });

  it('keeps a number with its symbol on one line', () => {
    const letter = (base: string): Formula => ({ symbol: { base, vector: true } });
    const of = (text: string, base: string): Formula => ({ product: [number(text), letter(base)] });
    const vector: Formula = { sum: [{ of: of('0.4', 'i') }, { less: true, of: of('0.9', 'k') }] };
    expect(said(vector)).toBe(
      '<0.4\u2009\u2060[\\mathbf{i}]>\u2005−\u2005\u2060<0.9\u2009\u2060[\\mathbf{k}]>',
    );
  });

  it('stands among words', () => {
    expect(lineText([{ words: 'only ' }, { formula: number('3', 'kN') }, { words: '.' }])).toBe('only 3 kN.');
  });
});
