/** Typesetting, fetched when the first formula is shown. What was set once is copied. */
import type { Part } from './formula';

type Render = (latex: string, into: HTMLElement) => void;

/** Pieces that are remembered; those of many sheets. */
const REMEMBERED = 3000;

let render: Render | null = null;
let loading: Promise<Render> | null = null;
const known = new Map<string, DocumentFragment>();

function typesetter(): Promise<Render> {
  loading ??= Promise.all([import('katex'), import('katex/dist/katex.min.css')]).then(
    ([{ default: katex }]) =>
      (render = (latex, into) =>
        katex.render(latex, into, { throwOnError: false, output: 'html', strict: 'ignore' })),
  );
  return loading;
}

/** Sets a formula; at once when the typesetter is there. */
export function typeset(pieces: readonly Part[], into: HTMLElement): void {
  if (render) set(render, pieces, into);
  else void typesetter().then((render) => set(render, pieces, into));
}

function set(render: Render, pieces: readonly Part[], into: HTMLElement): void {
  into.replaceChildren(...nodesOf(render, pieces));
}

function nodesOf(render: Render, pieces: readonly Part[]): Node[] {
  let letters: HTMLElement | null = null;
  const nodes: Node[] = [];
  for (const part of pieces) {
    if ('latex' in part) {
      nodes.push(piece(render, part.latex));
      letters = null;
    } else if ('joined' in part) {
      const joined = document.createElement('span');
      joined.className = 'whitespace-nowrap';
      joined.append(...nodesOf(render, part.joined));
      nodes.push(joined);
      letters = null;
    } else if (letters) {
      letters.append(part.text);
    } else {
      letters = document.createElement('span');
      letters.className = 'katex';
      letters.append(part.text);
      nodes.push(letters);
    }
  }
  return nodes;
}

/** A typeset piece, from memory where it was set before. */
function piece(render: Render, latex: string): Node {
  let made = known.get(latex);
  if (!made) {
    const holder = document.createElement('span');
    render(latex, holder);
    made = document.createDocumentFragment();
    made.append(...holder.childNodes);
    if (known.size >= REMEMBERED) known.clear();
    known.set(latex, made);
  }
  return made.cloneNode(true);
}
