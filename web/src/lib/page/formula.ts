/**
 * Formulas as they are printed: one walk over the tree, for each medium. Numbers, signs, brackets and units are letters of the formula's font and need no
 * typesetting; what is left are few and always the same symbols and functions, which are typeset once and copied. A number that changes with every key
 * costs nothing then.
 */
import type { Formula, FormulaNumber, FormulaSymbol, Inline } from '../api/types';

/** A piece as it is set: letters, what is left to the typesetter, or pieces that stay on one line. */
export type Part =
  { readonly text: string } | { readonly latex: string } | { readonly joined: readonly Part[] };

type Pair = readonly [string, string];

/** How the parts of formulas are written in one medium. Of pairs, the first stands before and the second behind. */
interface Medium {
  /** Of a sum: before its first part, before the others. */
  readonly minus: Pair;
  readonly plus: string;
  readonly comma: string;
  readonly equal: string;
  /** Between vectors; in an index. */
  readonly cross: Pair;
  /** Before a factor that begins with a digit; between a number and its symbol; between symbols. */
  readonly times: readonly [string, string, string];
  /** Before a further factor of an equation of equilibrium; before its cosine. */
  readonly put: Pair;
  readonly index: Pair;
  readonly along: Pair;
  readonly across: Pair;
  readonly cos: string;
  readonly sin: string;
  readonly arctan: string;
  readonly root: Pair;
  readonly power: Pair;
  /** Nothing where a fraction is always written in one line. */
  readonly fraction: readonly [string, string, string] | null;
  readonly total: (sense: string | null) => string;
  readonly share: (of: readonly number[]) => string;
  readonly number: (text: string) => string;
  readonly symbol: (of: FormulaSymbol) => string;
  readonly unit: (unit: string) => string;
  readonly raised: (power: number) => string;
}

const GREEK: Record<string, string> = {
  π: '\\pi ',
  σ: '\\sigma ',
  τ: '\\tau ',
  θ: '\\theta ',
  δ: '\\delta ',
  Δ: '\\Delta ',
  α: '\\alpha ',
  β: '\\beta ',
};
const SENSES: Record<string, Pair> = {
  right: ['→', '\\rightarrow'],
  up: ['↑', '\\uparrow'],
  ccw: ['↺', '\\circlearrowleft'],
  cw: ['↻', '\\circlearrowright'],
};
const ESCAPED: Record<string, string> = {
  '\\': '\\backslash ',
  '^': '\\hat{}',
  '~': '\\sim ',
  ' ': '\\ ',
};
const LOW = '₀₁₂₃₄₅₆₇₈₉';

/** A name may hold anything; none of it may be taken for a command. */
const escape = (text: string) =>
  [...text]
    .map((c) => ESCAPED[c] ?? ('{}_%&#$'.includes(c) ? `\\${c}` : LOW.includes(c) ? LOW.indexOf(c) : c))
    .join('');
/** A name as it is set: upright, unless it is a single letter. */
const name = (text: string) =>
  GREEK[text] ?? ([...text].length === 1 ? escape(text) : `\\mathrm{${escape(text)}}`);

const TEXT: Medium = {
  minus: ['−', ' − '],
  plus: ' + ',
  comma: ', ',
  equal: ' = ',
  cross: [' × ', '×'],
  times: ['·', ' ', '·'],
  put: [' ', ' '],
  index: ['_', ''],
  along: [' along ', ''],
  across: [' across ', ''],
  cos: 'cos ',
  sin: 'sin ',
  arctan: 'arctan',
  root: ['√(', ')'],
  power: ['', ''],
  fraction: null,
  total: (sense) => (sense ? `${SENSES[sense]?.[0]} Σ` : 'Σ'),
  share: ([a, b]) => (a === 1 && b === 2 ? '½' : `${a}/${b}`),
  number: (text) => text,
  symbol: ({ base, index = '' }) =>
    index === '' ? base : LOW.includes(index.charAt(0)) ? base + index : `${base}_${index}`,
  unit: (unit) => (unit === '°' ? unit : ` ${unit}`),
  raised: (power) => (power < 0 ? '⁻' : '') + '⁰¹²³⁴⁵⁶⁷⁸⁹'.charAt(Math.abs(power)),
};

const LATEX: Medium = {
  minus: ['-', ' - '],
  plus: ' + ',
  comma: ',\\,',
  equal: ' = ',
  cross: ['\\times ', '\\times '],
  times: [' \\cdot ', '\\,', '{\\cdot}'],
  put: ['\\,', ' '],
  index: ['_{', '}'],
  along: ['_{\\parallel ', '}'],
  across: ['_{\\perp ', '}'],
  cos: '\\cos ',
  sin: '\\sin ',
  arctan: '\\arctan',
  root: ['\\sqrt{', '}'],
  power: ['{', '}'],
  fraction: ['\\frac{', '}{', '}'],
  total: (sense) => `${sense ? `${SENSES[sense]?.[1]}\\ ` : ''}\\textstyle\\sum `,
  share: ([a, b]) => `\\tfrac${a}${b}`,
  number: (text) => text.replace('−', '-'),
  symbol: ({ base, index = '', vector = false }) =>
    (vector ? `\\mathbf{${escape(base)}}` : name(base)) + (index === '' ? '' : `_{${name(index)}}`),
  unit: (unit) =>
    unit === '°'
      ? '^{\\circ}'
      : `\\;\\mathrm{${unit.replace('²', '^2').replace('³', '^3').replace('⁴', '^4').replaceAll('·', '{\\cdot}')}}`,
  raised: (power) => `^{${power}}`,
};

/** Keeps what stands on its two sides on one line: a line ends before a sign, not behind it. */
const JOINED = '\u2060';
const SPACE = `\u2005${JOINED}`;
const THIN = `\u2009${JOINED}`;

/** What stands between the pieces that are typeset. */
const LETTERS: Medium = {
  ...TEXT,
  minus: ['−', `\u2005−${SPACE}`],
  plus: `\u2005+${SPACE}`,
  comma: ',\u2009',
  equal: `\u2005=${SPACE}`,
  times: [`${SPACE}⋅${SPACE}`, THIN, `${JOINED}⋅${JOINED}`],
  put: ['\u2009', JOINED],
  unit: (unit) => (unit === '°' ? unit : SPACE + unit.replaceAll('·', '⋅')),
};

/** What is left to the typesetter. */
function set(formula: Formula): string | null {
  if ('cos' in formula || 'sin' in formula || 'arctan' in formula) {
    // The empty group keeps the thin space that stands before a function.
    return `{}${latex(formula)}`;
  }
  const plain =
    'number' in formula ||
    'sum' in formula ||
    'product' in formula ||
    'put' in formula ||
    'list' in formula ||
    'in' in formula ||
    'equal' in formula;
  const unit = 'number' in formula ? formula.number.unit : 'in' in formula ? formula.in.unit : '';
  // A raised digit is no letter of its font.
  return plain && !/[²³⁴]/.test(unit ?? '') ? null : latex(formula);
}

/** Whether a number stands first: it is set apart from a number before it by a dot. */
function digit(formula: Formula): boolean {
  const first = (of: readonly Formula[]) => of[0] !== undefined && digit(of[0]);
  if ('number' in formula || 'share' in formula) return true;
  if ('sum' in formula) return first(formula.sum.map((part) => part.of));
  if ('product' in formula) return first(formula.product);
  if ('put' in formula) return first(formula.put);
  if ('fraction' in formula) return first(formula.fraction);
  if ('power' in formula) return digit(formula.power.of);
  return 'in' in formula && digit(formula.in.of);
}

/** Writes a formula. `low`: it stands in a fraction or an index, where a further fraction would be too small. */
function write(out: Part[], formula: Formula, m: Medium, low = false): void {
  const put = (text: string) => {
    const last = out.at(-1);
    if (last && 'text' in last) out[out.length - 1] = { text: last.text + text };
    else if (text !== '') out.push({ text });
  };
  const inner = (of: Formula, brackets = false, lower = low) => {
    if (brackets) put('(');
    write(out, of, m, lower);
    if (brackets) put(')');
  };
  const list = (parts: readonly Formula[], between: string, lower = low) =>
    parts.forEach((part, i) => {
      if (i > 0) put(between);
      inner(part, false, lower);
    });
  const around = ([base, index]: readonly [Formula, Formula], [before, behind]: Pair) => {
    inner(base);
    put(before);
    if ('list' in index) list(index.list, m.comma, true);
    else inner(index, false, true);
    put(behind);
  };
  const isSum = (of: Formula) => 'sum' in of;
  const number = ({ text, unit }: FormulaNumber) => put(m.number(text) + (unit ? m.unit(unit) : ''));

  const left = m === LETTERS ? set(formula) : null;
  if (left !== null) out.push({ latex: left });
  else if ('number' in formula) number(formula.number);
  else if ('share' in formula) put(m.share(formula.share));
  else if ('symbol' in formula) put(m.symbol(formula.symbol));
  else if ('index' in formula) around(formula.index, m.index);
  else if ('along' in formula) around(formula.along, m.along);
  else if ('across' in formula) around(formula.across, m.across);
  else if ('total' in formula) {
    put(m.total(formula.total.sense ?? null));
    inner(formula.total.of);
  } else if ('sum' in formula) {
    formula.sum.forEach(({ less = false, of }, i) => {
      put(less ? m.minus[i === 0 ? 0 : 1] : i === 0 ? '' : m.plus);
      inner(of);
    });
  } else if (m === LETTERS && !low && 'product' in formula && !formula.product.some(isSum)) {
    const joined: Part[] = [];
    write(joined, formula, m, true);
    out.push({ joined });
  } else if ('product' in formula) {
    formula.product.forEach((factor, i) => {
      const before = formula.product[i - 1];
      const turned = 'cos' in factor || 'sin' in factor;
      if (before) put(turned ? m.put[1] : m.times[digit(factor) ? 0 : 'number' in before ? 1 : 2]);
      inner(factor, isSum(factor));
    });
  } else if ('put' in formula) {
    const shared = formula.put[0] !== undefined && 'share' in formula.put[0];
    formula.put.forEach((factor, i) => {
      const turned = 'cos' in factor || 'sin' in factor;
      if (i > 0) put(m.put[turned ? 1 : 0]);
      inner(factor, i > (shared ? 1 : 0) && !turned);
    });
  } else if ('fraction' in formula) {
    const [above, below] = formula.fraction;
    if (m.fraction && !low) {
      put(m.fraction[0]);
      inner(above, false, true);
      put(m.fraction[1]);
      inner(below, false, true);
      put(m.fraction[2]);
    } else {
      inner(above, isSum(above));
      put('/');
      inner(below, isSum(below) || 'product' in below || 'fraction' in below);
    }
  } else if ('root' in formula) {
    put(m.root[0]);
    inner(formula.root, false, false);
    put(m.root[1]);
  } else if ('power' in formula) {
    const { of, to } = formula.power;
    put(m.power[0]);
    inner(of, !('number' in of || 'symbol' in of));
    put(m.power[1] + m.raised(to));
  } else if ('cos' in formula) {
    put(m.cos);
    inner(formula.cos);
  } else if ('sin' in formula) {
    put(m.sin);
    inner(formula.sin);
  } else if ('arctan' in formula) {
    put(m.arctan);
    inner(formula.arctan, true, true);
  } else if ('list' in formula) {
    put('(');
    list(formula.list, m.comma);
    put(')');
  } else if ('cross' in formula) {
    const [a, b] = formula.cross;
    const several = (of: Formula) => isSum(of) || 'put' in of;
    inner(a, several(a));
    put(m.cross[low ? 1 : 0]);
    inner(b, several(b));
  } else if ('in' in formula) {
    inner(formula.in.of, isSum(formula.in.of));
    put(m.unit(formula.in.unit));
  } else {
    list(formula.equal, m.equal);
  }
}

function printed(formula: Formula, medium: Medium): string {
  const out: Part[] = [];
  write(out, formula, medium);
  return out.map((part) => ('text' in part ? part.text : '')).join('');
}

/** A formula in one line of text, to be read aloud. */
export const text = (formula: Formula) => printed(formula, TEXT);

/** A formula for the typesetter. */
export const latex = (formula: Formula) => printed(formula, LATEX);

/** The pieces of a formula as they are set. */
export function pieces(formula: Formula): Part[] {
  const out: Part[] = [];
  write(out, formula, LETTERS);
  return out;
}

/** A line of words and formulas as text. */
export const lineText = (line: readonly Inline[]) =>
  line.map((piece) => ('words' in piece ? piece.words : text(piece.formula))).join('');
