/**
 * Formulas taken apart: numbers, signs, brackets and units are letters of the formula's font and need no typesetting; what is left are few
 * and always the same symbols and functions, which are typeset once and copied. A number that changes with every key costs nothing then.
 */
export type Part = { readonly text: string } | { readonly latex: string };

/** In order; the first that matches takes its piece. */
const PIECES: readonly (readonly [RegExp, (m: RegExpExecArray) => Part])[] = [
  [/^\d[\d.]*/, (m) => ({ text: m[0] })],
  [/^[()]/, (m) => ({ text: m[0] })],
  [/^-\s*/, () => ({ text: '\u2212' })],
  [/^\+\s*/, () => ({ text: '+' })],
  [/^\\,/, () => ({ text: '\u2009' })],
  [/^\\;/, () => ({ text: '\u2005' })],
  [/^\s*=\s*/, () => ({ text: '\u2005=\u2005' })],
  // kN, m, kN·m, lb.
  [
    /^\\mathrm\{((?:[A-Za-z]|\{\\cdot\})+)\}/,
    (m) => ({ text: (m[1] ?? '').replaceAll('{\\cdot}', '\u22c5') }),
  ],
  // A_{y}, \mathrm{hinge}_{x}, \cos 70^{\circ}, \tfrac12.
  [/^(?:[A-Za-z]|\\mathrm\{[^{}]*\})_(?:\{[^{}]*\}|[A-Za-z])/, (m) => ({ latex: m[0] })],
  // The empty group keeps the thin space that stands before a function.
  [/^\\(?:cos|sin|tan) [\d.]+\^\{\\circ\}/, (m) => ({ latex: `{}${m[0]}` })],
  [/^\\tfrac12/, (m) => ({ latex: m[0] })],
];

/** The pieces of a formula; `null` when it holds something else, and has to be typeset as a whole. */
export function parts(latex: string): Part[] | null {
  const found: Part[] = [];
  let rest = latex;
  while (rest !== '') {
    let taken = false;
    for (const [pattern, make] of PIECES) {
      const match = pattern.exec(rest);
      if (!match) continue;
      found.push(make(match));
      rest = rest.slice(match[0].length);
      taken = true;
      break;
    }
    if (!taken) return null;
  }
  return found;
}
