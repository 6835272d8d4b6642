/** Dragging: a thing to another place, or a box around several. A drag types into the thing's tag, so that it can always be typed instead. */
import { is, thingOf } from '../api/ids';
import type { Mark, XY } from '../api/types';
import type { Session } from '../bench/session.svelte';
import { placeSlot } from '../entry/tools';
import { exact, pointAt, snapSpread, snapToGrid, snapToPlace } from './snap';
import { length, sub } from './vec';
import { toScreen, type View } from './view';

/** From how many pixels on a press is a drag. */
const START = 5;

export class Drag {
  /** A thing is being dragged. */
  on = $state(false);
  /** Where it would come to stand, and what it snapped to. */
  snap = $state.raw<{ at: XY; said: string } | null>(null);
  /** The corners of the box, while one is drawn. */
  box = $state.raw<readonly [XY, XY] | null>(null);
  /** The line of a section, while one is drawn. */
  line = $state.raw<readonly [XY, XY] | null>(null);
  #cutting = false;
  #mark: string | null = null;
  #from: XY = [0, 0];
  /** Where the pointer is. */
  #to: XY = [0, 0];
  /** Until the tag of what is dragged is open. */
  #opened: Promise<void> | null = null;
  #spanning = false;
  /** From the thing to where it is held, in pixels. */
  #grip: XY = [0, 0];

  constructor(
    private readonly session: Session,
    private readonly view: () => View,
  ) {}

  /** A thing is pressed. */
  grip(mark: string, at: XY): void {
    // Where bodies meet it is the point that is moved, with all of them.
    const joint = this.session.still.marks.find((m) => m.kind === 'joint' && m.id === mark);
    const there = joint?.kind === 'joint' && pointAt(this.session.still, joint.at);
    const held = there ? there.id : mark;
    this.#mark = is(held, 'load', 'support', 'point') ? held : null;
    this.#from = at;
  }

  /** The empty board is pressed, to draw a box. */
  span(at: XY): void {
    this.#spanning = true;
    this.#from = at;
  }

  /** The board is pressed to draw a section. */
  cut(at: XY): void {
    this.#cutting = true;
    this.#from = at;
  }

  /** The pointer has moved. Whether something is being dragged. */
  moved(to: XY): boolean {
    if (this.#cutting) {
      if (this.line || length(sub(to, this.#from)) > START) this.line = [this.#from, to];
      return this.line !== null;
    }
    if (this.#spanning) {
      if (this.box || length(sub(to, this.#from)) > START) this.box = [this.#from, to];
      return this.box !== null;
    }
    if (!this.#mark) return false;
    this.#to = to;
    if (!this.on) {
      if (length(sub(to, this.#from)) <= START) return false;
      this.on = true;
      this.#opened = this.#begin(this.#mark);
    }
    this.#type();
    return true;
  }

  /** Opens the tag of what is dragged; what is dragged meanwhile is typed into it then. */
  async #begin(mark: string): Promise<void> {
    // A thing is gripped at its name or its size, too, which stand beside it.
    const place = this.#placeOf(thingOf(mark));
    this.#grip = place ? sub(this.#from, toScreen(this.view(), place)) : [0, 0];
    const there = await this.session.openThing({ mark: { id: mark } });
    if (there) this.#type();
    else this.#end();
  }

  /** The mark of what is dragged: of several in one row the first. */
  #markOf(id: string): Mark | undefined {
    return this.session.still.marks.find((m) => m.id === id || thingOf(m.id) === id);
  }

  /** Where a thing stands; a spread, where it begins. */
  #placeOf(id: string): XY | null {
    const mark = this.#markOf(id);
    if (mark?.kind === 'distributed') return mark.from;
    return mark && 'at' in mark ? mark.at : null;
  }

  #type(): void {
    const [scene, view] = [this.session.still, this.view()];
    const entry = this.session.entry;
    if (!this.on || !entry) return;
    const to = sub(this.#to, this.#grip);
    if (entry.tool === 'point') {
      this.snap = snapToGrid(scene, view, to, entry.target.name ?? '');
      this.session.typeAll({ x: exact(this.snap.at[0]), y: exact(this.snap.at[1]) });
      return;
    }
    const spread = entry.tool === 'distributed' ? this.#markOf(entry.mark ?? '') : undefined;
    if (spread?.kind === 'distributed') {
      const snap = snapSpread(scene, view, to, spread);
      if (!snap) return;
      this.snap = snap;
      this.session.typeAll({ from: snap.from, to: snap.to });
      return;
    }
    const snap = snapToPlace(scene, view, to);
    const slot = placeSlot(entry.tool);
    if (!snap || !slot) return;
    this.snap = snap;
    this.session.type(slot, snap.place);
  }

  /** The pointer is let go: what was dragged is kept where it is now. */
  async drop(): Promise<void> {
    const dragged = this.on;
    await this.#opened;
    this.#end();
    if (dragged) await this.session.commit();
  }

  /** Everything back to where it was. */
  cancel(): void {
    if (this.on) void this.#opened?.then(() => this.session.close(false));
    this.#end();
  }

  #end(): void {
    this.#mark = null;
    this.#opened = null;
    this.#spanning = false;
    this.#cutting = false;
    this.line = null;
    this.on = false;
    this.snap = null;
    this.box = null;
  }
}
