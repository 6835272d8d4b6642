/** While the board is panned by hand the picture only slides, as a layer; it is laid out anew where it comes to rest. */
import type { ZoomTransform } from 'd3-zoom';

type Layer = HTMLElement | SVGElement;

export class Slide {
  #to: ZoomTransform | null = null;
  #frame = 0;

  constructor(private readonly layers: () => readonly Layer[]) {}

  /** Slides from where the picture was laid out to where it is wanted, in the next frame. */
  move(from: ZoomTransform, to: ZoomTransform): void {
    this.#to = to;
    cancelAnimationFrame(this.#frame);
    this.#frame = requestAnimationFrame(() => this.#put(`translate(${to.x - from.x}px, ${to.y - from.y}px)`));
  }

  /** Lets go; where the picture came to rest, if it slid. */
  rest(): ZoomTransform | null {
    const to = this.#to;
    this.#to = null;
    cancelAnimationFrame(this.#frame);
    this.#put('');
    return to;
  }

  #put(way: string): void {
    for (const layer of this.layers()) {
      layer.style.transform = way;
      layer.style.willChange = way === '' ? '' : 'transform';
    }
  }
}
