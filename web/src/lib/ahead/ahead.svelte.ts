/**
 * Keys and pastes that come while something is being done. They wait for it, and then go on in their order, as if they had been pressed then:
 * whoever types fast, or has a slow server, loses nothing.
 */
import { tick } from 'svelte';
import { pressAnew } from './press';

/** A key as it was pressed, or a text as it was pasted. */
export interface Pressed {
  readonly key: string;
  readonly code: string;
  readonly shiftKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly paste: string | null;
}

/** Keys that are no characters and mean something here. */
const NAMED: Readonly<Record<string, string>> = {
  Enter: '⏎',
  Tab: '⇥',
  Escape: '⎋',
  Backspace: '⌫',
  Delete: '⌦',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Home: '⇱',
  End: '⇲',
};
/** What is pressed with Control and means something here; the rest is the browser's. */
const CONTROL = ['z', 'y', 'a', 's', 'o'];

/** Whether a key is one of those that wait. */
function waits(event: KeyboardEvent): boolean {
  if (event.isComposing) return false;
  const character = event.key.length === 1;
  if (event.getModifierState('AltGraph')) return character;
  if (event.ctrlKey || event.metaKey) return CONTROL.includes(event.key.toLowerCase());
  return !event.altKey && (character || event.key in NAMED);
}

export class Ahead {
  /** What waits, in its order. */
  keys = $state.raw<readonly Pressed[]>([]);
  /** What was typed before has to be mended, or left, first. */
  held = $state(false);
  #busy = 0;
  #running = false;
  #idle: (() => void)[] = [];

  constructor(private readonly press: (pressed: Pressed) => void = pressAnew) {}

  /** Something is begun that keys wait for; each beginning has its end. */
  begin(): void {
    this.#busy += 1;
  }

  end(): void {
    this.#busy -= 1;
    if (this.#busy > 0) return;
    for (const go of this.#idle.splice(0)) go();
    void this.#run();
  }

  /** Keys wait until this is done. */
  async during<T>(work: Promise<T>): Promise<T> {
    this.begin();
    try {
      return await work;
    } finally {
      this.end();
    }
  }

  /** Takes a key or a paste that has to wait; whether it did. */
  take(event: KeyboardEvent | ClipboardEvent): boolean {
    // What is pressed anew goes on.
    if (!event.isTrusted || (this.#busy === 0 && !this.#running)) return false;
    if ('clipboardData' in event) {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (text === '') return false;
      this.#wait({ ...PLAIN, key: '', paste: text });
    } else {
      if (!waits(event)) return false;
      const { key, code, shiftKey, ctrlKey, metaKey, altKey } = event;
      const graph = event.getModifierState('AltGraph');
      const modified = { ctrlKey: ctrlKey && !graph, metaKey, altKey: altKey && !graph };
      this.#wait({ key, code, shiftKey, ...modified, paste: null });
    }
    event.preventDefault();
    event.stopImmediatePropagation();
    return true;
  }

  #wait(pressed: Pressed): void {
    this.keys = [...this.keys, pressed];
  }

  /** What waits goes on only when what was typed before is mended or left. */
  hold(): void {
    this.held = this.keys.length > 0;
  }

  release(): void {
    if (!this.held) return;
    this.held = false;
    void this.#run();
  }

  /** Lets go of everything that waits. */
  forget(): void {
    this.keys = [];
    this.held = false;
  }

  /** What waits, as it can be read. */
  get text(): string {
    return this.keys
      .map((k) => k.paste ?? (k.ctrlKey || k.metaKey ? `Ctrl ${k.key}` : (NAMED[k.key] ?? k.key)))
      .join('');
  }

  async #run(): Promise<void> {
    if (this.#running) return;
    this.#running = true;
    try {
      while (this.keys.length > 0) {
        if (this.#busy > 0) await new Promise<void>((go) => this.#idle.push(go));
        // Whoever waited for it too has put the focus where it belongs by then.
        await new Promise((go) => setTimeout(go));
        await tick();
        if (this.held) return;
        if (this.#busy > 0) continue;
        const [next, ...rest] = this.keys;
        this.keys = rest;
        if (next) this.press(next);
      }
    } finally {
      this.#running = false;
    }
  }
}

const PLAIN = { code: '', shiftKey: false, ctrlKey: false, metaKey: false, altKey: false };

/** The one of this window. */
export const ahead = new Ahead();
