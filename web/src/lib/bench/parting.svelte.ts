/** How a structure is seen taken apart: which pieces are freed as one, and where they were dragged. Written into the sheet, display only. */
import { piecesOf } from '../api/ids';
import type { LiveReply, Sheet, XY } from '../api/types';

type Kept = NonNullable<NonNullable<Sheet['conventions']>['apart']>;

export class Parting {
  /** Whether structures of several bodies are seen taken apart, wherever they are freed. */
  on = $state(true);
  /** A piece that is being dragged aside, and where to. */
  #dragged = $state.raw<Readonly<Record<string, XY>>>({});

  constructor(
    private readonly sheet: () => Sheet,
    private readonly push: (how: (sheet: Sheet) => Sheet) => Promise<LiveReply | null>,
    private readonly choose: (ids: readonly string[]) => void,
  ) {}

  /** There is something to be taken apart: several bodies, or one with bars and ropes on it. */
  get possible(): boolean {
    const { bodies, bars, ropes, space } = this.sheet();
    // In space they are pulled apart on the board itself.
    if (space === 'space') return false;
    const count = Object.keys(bodies ?? {}).length;
    return count > 1 || (count === 1 && ((bars ?? []).length > 0 || Object.keys(ropes ?? {}).length > 0));
  }

  /** Frees several pieces as one. */
  async free(ids: readonly string[]): Promise<void> {
    const every = ids.flatMap(piecesOf);
    const all = every.filter((id, i) => every.indexOf(id) === i);
    if (all.length < 2) return;
    const others = this.together.filter((g) => !g.some((id) => all.includes(id)));
    const reply = await this.#keep({ together: [...others, all] });
    // Bars between them are inside now, and part of its id.
    const group = reply?.scene.apart?.find((piece) => all.every((id) => piecesOf(piece.id).includes(id)));
    this.choose(group ? [group.id] : []);
  }

  /** Takes a group apart again. */
  separate(id: string): void {
    const all = piecesOf(id);
    this.choose([]);
    void this.#keep({ together: this.together.filter((g) => !g.some((piece) => all.includes(piece))) });
  }

  /** Pieces that were freed together on demand, by their ids. */
  get together(): string[][] {
    return (this.#kept.together ?? []).map((group) => [...group]);
  }

  get #kept(): Kept {
    return this.sheet().conventions?.apart ?? {};
  }

  /** How far pieces were dragged aside, in sheet units. */
  readonly moved = $derived<Readonly<Record<string, XY>>>({ ...this.#kept.moved, ...this.#dragged });

  /** Drags a piece where there is room for it. */
  drag(id: string, by: XY): void {
    this.#dragged = { [id]: by };
  }

  /** It stays there: kept with the sheet. */
  setAside(id: string, by: XY): void {
    this.#dragged = {};
    const short = (v: number) => Number(v.toPrecision(4));
    void this.#keep({ moved: { ...this.#kept.moved, [id]: [short(by[0]), short(by[1])] } });
  }

  #keep(changed: Kept): Promise<LiveReply | null> {
    return this.push((sheet) => {
      const apart = { ...sheet.conventions?.apart, ...changed };
      return { ...sheet, conventions: { ...sheet.conventions, apart } };
    });
  }
}
