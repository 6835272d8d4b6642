import { describe, expect, it } from 'vitest';
import { parts } from './plain';

const said = (latex: string) =>
  parts(latex)
    ?.map((p) => ('text' in p ? p.text : `[${p.latex}]`))
    .join('') ?? null;

describe('a formula', () => {
  it('is letters, but for its symbols and functions', () => {
    expect(said('-2\\,(6)\\cos 70^{\\circ}')).toBe('−2\u2009(6)[{}\\cos 70^{\\circ}]');
    expect(said('A_{y} = -5.64\\;\\mathrm{kN{\\cdot}m}')).toBe('[A_{y}]\u2005=\u2005−5.64\u2005kN⋅m');
    expect(said('+\\,\\tfrac12\\,300\\,(0.8)')).toBe('+\u2009[\\tfrac12]\u2009300\u2009(0.8)');
  });

  it('is left to the typesetter where there is more to it', () => {
    expect(said('\\circlearrowleft\\ \\textstyle\\sum M_{B}')).toBeNull();
    expect(said('x^2')).toBeNull();
  });
});
