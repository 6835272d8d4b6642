/** The working, played back: term after term is lit on the drawing, step after step, as one would point it out to a colleague. */
import { equationsOf, linesOf, steps } from '../api/document';
import { marksOf } from '../api/ids';
import type { ArmMark } from '../api/types';
import type { Session } from './session.svelte';

/** How long a term and a result are pointed at, in milliseconds. */
const PACE = { term: 900, result: 1400 };

interface Frame {
  readonly step: number;
  readonly ids: readonly string[];
  readonly arm: ArmMark | null;
  readonly term: string | null;
  readonly pause: number;
}

export class Replay {
  playing = $state(false);
  #frames: Frame[] = [];
  #next = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly session: Session) {}

  toggle(): void {
    if (this.playing) this.stop();
    else void this.start();
  }

  /** From the step that is being read. */
  async start(): Promise<void> {
    // What is looked at elsewhere comes without the working.
    if (this.session.page?.headlines.work === null) await this.session.arrive('work');
    const worked = this.session.page ? steps(this.session.page) : [];
    if (worked.length === 0) {
      this.session.tell('There is nothing to play back yet.');
      return;
    }
    this.#frames = worked.flatMap(({ number, chapter }) => [
      ...equationsOf(chapter).flatMap((equation, e) =>
        equation.terms.map((term, t) => ({
          step: number,
          ids: marksOf(term.of),
          arm: term.arm,
          term: `step-${number}-${e}.${t}`,
          pause: PACE.term,
        })),
      ),
      {
        step: number,
        ids: linesOf(chapter, 'result').flatMap((line) => marksOf(line.of ?? null)),
        arm: null,
        term: null,
        pause: PACE.result,
      },
    ]);
    const reading = this.session.stop === 'work' ? this.session.step : 1;
    this.#next = this.#frames.findIndex((f) => f.step >= reading);
    this.playing = true;
    this.session.said = 'The working is played back.';
    this.#show();
  }

  stop(): void {
    clearTimeout(this.#timer);
    if (!this.playing) return;
    this.playing = false;
    this.session.point(null);
  }

  #show(): void {
    const frame = this.#frames[this.#next];
    if (!frame) {
      this.stop();
      this.session.go('check');
      return;
    }
    this.#next += 1;
    if (this.session.stop !== 'work') this.session.go('work');
    if (this.session.step !== frame.step) this.session.read(frame.step);
    this.session.point({ ids: frame.ids, arm: frame.arm, term: frame.term });
    this.#timer = setTimeout(() => this.#show(), frame.pause);
  }
}
