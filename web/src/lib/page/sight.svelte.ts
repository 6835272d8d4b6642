/** Which steps of a long page are in sight, or nearly: only those are set and kept up to date. */
import { SvelteSet } from 'svelte/reactivity';

/** How far beyond the edges of the page counts as near. */
const MARGIN = '260px 0px';

export class Sight {
  readonly near = new SvelteSet<number>();
  #watch: IntersectionObserver | null = null;
  readonly #numbers = new WeakMap<Element, number>();

  constructor(private readonly root: () => HTMLElement) {}

  #observer(): IntersectionObserver {
    this.#watch ??= new IntersectionObserver(
      (entries) => {
        for (const entry of entries) {
          const number = this.#numbers.get(entry.target);
          if (number === undefined) continue;
          if (entry.isIntersecting) this.near.add(number);
          else this.near.delete(number);
        }
      },
      { root: this.root(), rootMargin: MARGIN },
    );
    return this.#watch;
  }

  /** An action for the article of a step. */
  readonly watch = (article: HTMLElement, number: number): { destroy: () => void } => {
    this.#numbers.set(article, number);
    // The page itself is bound after its articles.
    queueMicrotask(() => this.#observer().observe(article));
    return {
      destroy: () => {
        this.#watch?.unobserve(article);
        this.near.delete(number);
      },
    };
  };
}
