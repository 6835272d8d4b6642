/** Hints with their examples: `Acts {direction|down}` says what can be typed, and into which slot. */
export interface Part {
  readonly text: string;
  /** The slot that it can be typed into, of an example. */
  readonly slot: string | null;
}

export function partsOf(hint: string): Part[] {
  return hint.split(/(\{\w+\|[^}]*\})/).flatMap((text) => {
    const example = /^\{(\w+)\|([^}]*)\}$/.exec(text);
    if (example) return [{ text: example[2] ?? '', slot: example[1] ?? null }];
    return text === '' ? [] : [{ text, slot: null }];
  });
}
