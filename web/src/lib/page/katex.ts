/** Typesetting, fetched when the first formula is shown. */
type Render = (latex: string, into: HTMLElement) => void;

let loading: Promise<Render> | null = null;

export function typesetter(): Promise<Render> {
  loading ??= Promise.all([import('katex'), import('katex/dist/katex.min.css')]).then(
    ([{ default: katex }]) =>
      (latex, into) =>
        katex.render(latex, into, { throwOnError: false, output: 'html', strict: 'ignore' }),
  );
  return loading;
}
