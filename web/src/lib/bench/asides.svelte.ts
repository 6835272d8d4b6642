/** What was typed into tags that were left before it was kept: it can be taken up again, also when the sheet is opened the next time. */
import { type Entry, inWords, touched } from '../entry/entry';
import { toolFor } from '../entry/tools';
import { isTable, isTexts } from '../ui/shape';

/** The newest so many are held. */
const MOST = 12;

const key = (id: string) => `helvek-aside:${id}`;
const same = (a: Entry, b: Entry) =>
  a.tool === b.tool && a.mark === b.mark && JSON.stringify(touched(a)) === JSON.stringify(touched(b));

/** `left`: it was being typed when the sheet was left, and nobody was told of it since. */
type Aside = Entry & { readonly left?: boolean };

/** Whether an older Helvek, too, would have meant this by it: what cannot be told is thrown away. */
function isAside(held: unknown): held is Aside {
  if (!isTable(held)) return false;
  const { number, tool, target, mark, before, typed, slot } = held;
  const known = typeof number === 'number' && typeof tool === 'string' && toolFor(tool) !== null;
  const marked = mark === null || typeof mark === 'string';
  return known && marked && isTable(target) && isTexts(before) && isTexts(typed) && typeof slot === 'string';
}

export class Asides {
  /** The newest first. */
  all = $state.raw<readonly Aside[]>([]);

  constructor(private readonly id: string) {
    try {
      const held: unknown = JSON.parse(localStorage.getItem(key(id)) ?? '[]');
      if (Array.isArray(held)) this.all = held.filter(isAside);
    } catch {
      // What cannot be read is not there.
    }
  }

  /** Puts aside what was typed; nothing, when nothing was. Whether something was. */
  put(entry: Entry): boolean {
    if (Object.keys(touched(entry)).length === 0) return false;
    this.#hold([{ ...entry, trail: [] }, ...this.all.filter((other) => !same(other, entry))].slice(0, MOST));
    return true;
  }

  /** Puts aside what was being typed when the sheet was left: whoever opens it again is told once. */
  leave(entry: Entry): void {
    if (!this.put(entry)) return;
    const [first, ...rest] = this.all;
    this.#hold([{ ...first, left: true } as Aside, ...rest]);
  }

  /** What was being typed when the sheet was left, if nobody was told of it yet. */
  found(): Entry | null {
    const left = this.all.find((aside) => aside.left);
    if (!left) return null;
    const told = { ...left, left: false };
    this.#hold(this.all.map((aside) => (aside === left ? told : aside)));
    return told;
  }

  /** Takes one up again: it is not held here any more. */
  take(entry: Entry): void {
    this.#hold(this.all.filter((other) => other !== entry));
  }

  words(entry: Entry, spatial: boolean): string {
    return inWords(entry, spatial);
  }

  #hold(all: readonly Aside[]): void {
    this.all = all;
    try {
      if (all.length > 0) localStorage.setItem(key(this.id), JSON.stringify(all));
      else localStorage.removeItem(key(this.id));
    } catch {
      // A browser without room holds them as long as the page is open.
    }
  }
}
