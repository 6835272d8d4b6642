/** Typesetting, fetched when the first formula is shown. What was set once is copied. */
import { parts } from './plain';

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
export function typeset(latex: string, into: HTMLElement): void {
  if (render) set(render, latex, into);
  else void typesetter().then((render) => set(render, latex, into));
}

function set(render: Render, latex: string, into: HTMLElement): void {
  const pieces = parts(latex);
  if (!pieces) {
    into.replaceChildren(piece(render, latex));
    return;
  }
  let letters: HTMLElement | null = null;
  const nodes: Node[] = [];
  for (const part of pieces) {
    if ('latex' in part) {
      nodes.push(piece(render, part.latex));
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
  into.replaceChildren(...nodes);
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
