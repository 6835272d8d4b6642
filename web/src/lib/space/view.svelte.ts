/** From where a figure of space is seen just now, and how that changes: by hand, by a named view, or following the figure as it grows. */
import {
  between,
  type Bounds,
  type Camera,
  fitted,
  moved,
  nearer,
  projection,
  stand,
  turned,
  type ViewName,
  viewOf,
} from './camera';
import type { XY } from '../api/types';
import type { V3 } from './vec3';

/** How long a glide to another view takes, in milliseconds. */
const GLIDE = 320;

export class View {
  screen = $state.raw({ width: 720, height: 640 });
  /** It is on its way just now. */
  turning = $state(false);
  #camera = $state.raw<Camera | null>(null);
  /** It follows the figure until someone moves it by hand. */
  #follows = true;
  #tween = 0;
  readonly calm = matchMedia('(prefers-reduced-motion: reduce)').matches;

  constructor(
    readonly up: () => V3,
    readonly bounds: () => Bounds | null,
    /** What is kept free below. */
    readonly foot: () => number,
  ) {}

  readonly seen: Camera = $derived.by(() => this.#camera ?? this.#fit(...stand('oblique')));
  /** Pixels for each unit of length: a number of its own, so that a mere turn lays nothing down anew. */
  readonly k = $derived.by(() => this.seen.k);
  readonly name = $derived.by(() => viewOf(this.seen));
  readonly project = $derived.by(() => projection(this.seen, this.up(), this.screen));

  #fit(azimuth: number, elevation: number): Camera {
    return fitted({ azimuth, elevation }, this.up(), this.bounds(), this.screen, this.foot());
  }

  #glide(to: Camera): void {
    cancelAnimationFrame(this.#tween);
    const from = this.seen;
    if (this.calm) {
      this.#camera = to;
      return;
    }
    const start = performance.now();
    const go = (now: number) => {
      const t = Math.min(1, (now - start) / GLIDE);
      this.#camera = between(from, to, t * t * (3 - 2 * t));
      this.turning = t < 1;
      if (t < 1) this.#tween = requestAnimationFrame(go);
    };
    this.turning = true;
    this.#tween = requestAnimationFrame(go);
  }

  see(name: ViewName): void {
    this.#follows = true;
    this.#glide(this.#fit(...stand(name)));
  }

  /** Everything, seen the same way. */
  fit(): void {
    this.#follows = true;
    this.#glide(this.#fit(this.seen.azimuth, this.seen.elevation));
  }

  /** What grows out of sight is brought back, as long as nobody has moved the view. */
  follow(): void {
    if (this.#follows && this.#camera) this.fit();
  }

  zoom(factor: number, at: XY = [this.screen.width / 2, this.screen.height / 2]): void {
    this.#follows = false;
    this.#camera = nearer(this.seen, this.up(), this.screen, factor, at);
  }

  pan(x: number, y: number): void {
    this.#follows = false;
    this.#camera = moved(this.seen, this.up(), x, y);
  }

  turn(x: number, y: number): void {
    this.#follows = false;
    this.#camera = turned(this.seen, x, y);
  }
}
