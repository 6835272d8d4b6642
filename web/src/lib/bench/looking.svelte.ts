/** What is looked at inside the members: which loads, where a member is cut, which train, which curves. */
import { idOf, is, nameOf } from '../api/ids';
import type { Inner } from '../board/diagrams';
import type { Loads, Sheet, View } from '../api/types';
import { listed } from '../ui/listed';

/** Where a member is cut through. */
export interface Cutting {
  readonly place: string;
  readonly side?: 'before' | 'after';
  /** A stretch by its id, and how far from its first point; `null` when the place was typed. */
  readonly spot: { readonly id: string; readonly station: number } | null;
}

/** Where a train of forces stands. */
export interface Standing {
  /** The place of its leading force from the beginning of the path. */
  readonly lead: number;
  /** It heads to the end of its path. */
  readonly on: boolean;
}

/** All combinations together. */
export const ENVELOPE = 'envelope';

/** What members carry inside in space. */
export const SIX = ['N', 'Vy', 'Vz', 'T', 'My', 'Mz'] as const;
export type Six = (typeof SIX)[number];

export class Looking {
  /** Which of the three is drawn along the members. */
  inner = $state<Inner>('M');
  /** In space: which of the six. */
  six = $state<Six>('My');
  /** Diagrams are drawn along the members although they would fit below. */
  along = $state(false);
  /** Where a member is cut through: as it is typed, or a place on a stretch that was pointed at. */
  cut = $state.raw<Cutting | null>(null);
  /** The two parts of the cut are seen as free bodies. */
  halves = $state(false);
  /** The combination of load cases that is read, `envelope`, or a train; `null`: the loads as they are drawn. */
  state = $state<string | null>(null);
  /** The unknown whose influence line is seen. */
  line = $state<string | null>(null);
  /** Where the train stands; `null`: it may stand anywhere. */
  stand = $state.raw<Standing | null>(null);

  /** A part of a stretch that is pointed at on the page. */
  span = $state.raw<{ readonly id: string; readonly ends: readonly number[] } | null>(null);

  constructor(
    private readonly sheet: () => Sheet,
    private readonly ask: () => void,
    private readonly say: (text: string) => void,
  ) {}

  /** What there is to read: the loads as drawn, each combination, all of them, and each train. */
  get states(): readonly (string | null)[] {
    const names = listed(this.sheet().combinations).map((c) => idOf('combination', c.name));
    const trains = listed(this.sheet().moving).map((train, i) => idOf('train', train.name ?? `T${i + 1}`));
    return [null, ...(names.length > 0 ? [...names, ENVELOPE] : []), ...trains];
  }

  /** What was read may be gone after an undo: then it is the loads as drawn again. */
  forget(): void {
    if (!this.states.includes(this.state)) {
      this.state = null;
      this.line = null;
      this.stand = null;
    }
  }

  /** A state in words. */
  static word(state: string | null): string {
    if (state === null) return 'as drawn';
    if (state === ENVELOPE) return state;
    return is(state, 'train') ? `${nameOf(state)}, moving` : nameOf(state);
  }

  /** The mark of what is read, when it can be changed. */
  get mark(): string | null {
    return this.state === ENVELOPE ? null : this.state;
  }

  /** The train that is read. */
  get train(): string | null {
    return this.state && is(this.state, 'train') ? nameOf(this.state) : null;
  }

  /** Reads a combination of load cases, their envelope or a train. */
  read(state: string | null): void {
    this.state = state;
    this.cut = null;
    this.halves = false;
    this.line = null;
    this.stand = null;
    this.say(
      state === null
        ? 'The loads as they are drawn.'
        : state === ENVELOPE
          ? 'The envelope of all combinations.'
          : this.train
            ? `${this.train}, wherever it stands.`
            : `Combination ${nameOf(state)}.`,
    );
    this.ask();
  }

  /** Cuts a member through, or lets go of it. */
  cutAt(cut: Cutting | null): void {
    this.cut = cut;
    if (cut) this.line = null;
    else this.halves = false;
    this.ask();
  }

  /** Shows the two parts of a cut as free bodies, or the diagrams again. */
  showHalves(on: boolean): void {
    this.halves = on && this.cut !== null && this.train === null;
    this.ask();
  }

  /** Puts the train in a place, or lets it stand anywhere. */
  put(stand: Standing | null, line: string | null = this.line): void {
    this.stand = stand;
    this.line = line;
    if (line) this.cut = null;
    this.ask();
  }

  /** What of this the server is asked for. */
  get view(): View {
    const { cut, halves } = this;
    return {
      at: 'inside',
      loads: this.#loads,
      cut: cut ? { place: cut.place, side: cut.side ?? null, halves } : null,
    };
  }

  get #loads(): Loads {
    const { state, train, line, stand } = this;
    if (train !== null) return { of: 'train', name: train, line, stand };
    if (state === null) return { of: 'drawn' };
    return state === ENVELOPE ? { of: 'envelope' } : { of: 'combination', name: nameOf(state) };
  }
}
