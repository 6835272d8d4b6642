/** The structure taken apart: where its pieces stand, so that neither they nor what is written on them touch. */
import { is } from '../api/ids';
import type { Free, Piece, Scene, XY } from '../api/types';
import type { Box } from './labels';
import { layout } from './layout';
import type { Measure, Painted, Reading } from './painted';
import { add, scale, sub } from './vec';
import { type Size, toScreen, type View } from './view';

/** Around a piece in its own frame: room for arrows and labels. */
const FRAME = 190;
const GAP = 16;
/** Above a piece stands its name. */
const NAME = 26;
/** Free of the board's edge: the zoom above, the words below. */
const EDGE = { x: 14, top: 50, bottom: 52 };
const ROUNDS = 400;

/** A piece in a frame of its own. */
interface Framed {
  readonly piece: Piece;
  readonly view: View;
  readonly size: Size;
  /** Everything that is drawn of it, at any step, in its frame. */
  readonly box: Box;
}

/** A piece in its place. */
export interface Laid {
  readonly piece: Piece;
  readonly painted: Painted;
  readonly view: View;
  readonly size: Size;
  readonly box: Box;
  /** Where its frame begins on the board. */
  readonly at: XY;
}

/** Where the pieces stand: the scale, and where the frame of each begins. */
export interface Places {
  readonly k: number;
  /** Where they do not fit the board, all of it is seen smaller by so much: a sheet of paper farther away. */
  readonly shrink: number;
  readonly framed: readonly Framed[];
  readonly at: readonly XY[];
}

/** The pieces while a step is read: those that are freed together stand as one. */
export function piecesAt(scene: Scene, free: Free | null): readonly Piece[] {
  const all = scene.apart ?? [];
  if (!free?.group) return all;
  const group = new Set(free.pieces);
  return [free.group, ...all.filter((piece) => !group.has(piece.id))];
}

const asScene = (piece: Piece): Scene => ({ bounds: piece.bounds ?? null, marks: piece.marks });

function frame(piece: Piece, k: number): Pick<Framed, 'view' | 'size'> {
  const { min, max } = piece.bounds ?? { min: [0, 0], max: [0, 0] };
  return {
    view: { k, x: FRAME - k * min[0], y: FRAME + k * max[1] },
    size: { width: k * (max[0] - min[0]) + 2 * FRAME, height: k * (max[1] - min[1]) + 2 * FRAME },
  };
}

/** All that is painted. */
export function extent(painted: Painted): Box {
  const points: XY[] = [
    ...painted.beams.flatMap((b) => b.path),
    ...painted.bars.flatMap((b) => [b.a, b.b]),
    ...painted.rides.flatMap((r) => [r.a, r.b]),
    ...painted.points.map((p) => p.at),
    ...painted.combs.flatMap((c) => c.outline),
  ];
  const round = (at: XY, r: number): XY[] => [sub(at, [r, r]), add(at, [r, r])];
  for (const p of painted.points) points.push(...round(p.at, 6));
  for (const w of painted.wheels) points.push(...round(w.at, w.r + 1));
  for (const a of painted.arcs) points.push(...round(a.at, 30));
  for (const a of painted.arrows) {
    const half = scale(
      [Math.cos((a.angle * Math.PI) / 180), Math.sin((a.angle * Math.PI) / 180)],
      a.length / 2,
    );
    points.push(...round(sub(a.middle, half), 6), ...round(add(a.middle, half), 6));
  }
  for (const { box } of painted.labels) points.push([box.x, box.y], [box.x + box.w, box.y + box.h]);
  if (points.length === 0) return { x: FRAME, y: FRAME, w: 0, h: 0 };
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, w: Math.max(...xs) - x, h: Math.max(...ys) - y };
}

function hull(boxes: readonly Box[]): Box {
  const x = Math.min(...boxes.map((b) => b.x));
  const y = Math.min(...boxes.map((b) => b.y));
  return {
    x,
    y,
    w: Math.max(...boxes.map((b) => b.x + b.w)) - x,
    h: Math.max(...boxes.map((b) => b.y + b.h)) - y,
  };
}

/** Pushes boxes apart until none touch, each pair along the shorter way; ways across count `wide` times as long. */
export function separate(boxes: readonly Box[], gap: number, wide = 1): XY[] {
  const at = boxes.map((b): [number, number] => [b.x, b.y]);
  for (let round = 0; round < ROUNDS; round += 1) {
    let touched = false;
    for (let i = 0; i < boxes.length; i += 1) {
      for (let j = i + 1; j < boxes.length; j += 1) {
        const [a, b, p, q] = [boxes[i], boxes[j], at[i], at[j]];
        if (!a || !b || !p || !q) continue;
        const dx = q[0] + b.w / 2 - p[0] - a.w / 2;
        const dy = q[1] + b.h / 2 - p[1] - a.h / 2;
        const [over, down] = [(a.w + b.w) / 2 + gap - Math.abs(dx), (a.h + b.h) / 2 + gap - Math.abs(dy)];
        if (over <= 0.5 || down <= 0.5) continue;
        touched = true;
        const along = over * wide < down ? 0 : 1;
        const by = (along === 0 ? over * (dx < 0 ? -1 : 1) : down * (dy < 0 ? -1 : 1)) / 2;
        p[along] -= by;
        q[along] += by;
      }
    }
    if (!touched) break;
  }
  return at;
}

/** How far a piece is pulled in at once, and how often at most. */
const PULL = { by: 6, rounds: 120 };

/** Pulls boxes that were pushed apart back in towards their middle, as far as they go without touching. */
function gather(boxes: readonly Box[], at: readonly XY[], gap: number): XY[] {
  const now = boxes.map((b, i): Box & { x: number; y: number } => ({
    ...b,
    x: at[i]?.[0] ?? b.x,
    y: at[i]?.[1] ?? b.y,
  }));
  const touches = (i: number, x: number, y: number) => {
    const a = now[i];
    return now.some(
      (b, j) =>
        a &&
        j !== i &&
        x < b.x + b.w + gap &&
        b.x < x + a.w + gap &&
        y < b.y + b.h + gap &&
        b.y < y + a.h + gap,
    );
  };
  for (let round = 0; round < PULL.rounds; round += 1) {
    const all = hull(now);
    const [mx, my] = [all.x + all.w / 2, all.y + all.h / 2];
    let moved = false;
    now.forEach((b, i) => {
      const [dx, dy] = [mx - b.x - b.w / 2, my - b.y - b.h / 2];
      for (const [x, y] of [
        [b.x + Math.sign(dx) * Math.min(PULL.by, Math.abs(dx)), b.y],
        [b.x, b.y + Math.sign(dy) * Math.min(PULL.by, Math.abs(dy))],
      ] as const) {
        const nearer = Math.abs(x - b.x) + Math.abs(y - b.y);
        if (nearer < 1 || touches(i, x, y)) continue;
        now[i] = { ...b, x, y };
        moved = true;
        return;
      }
    });
    if (!moved) break;
  }
  return now.map((b) => [b.x, b.y]);
}

/** How the ways across are weighed, one after the other: what fits the board best is taken. */
const WEIGHTS = [1, 0.5, 2, 0.25, 4];

/** So many times wider than it is high, a structure is a chain. */
const FLAT = 1.6;

/** In rows, from above to below and from left to right as the pieces are together; each row no wider than `width`. */
function rows(boxes: readonly Box[], width: number): XY[] {
  const middle = (b: Box) => b.y + b.h / 2;
  // A long chain is read from its beginning to its end.
  const all = hull(boxes);
  const chain = all.w > FLAT * all.h;
  const order = boxes
    .map((b, i) => ({ b, i }))
    .sort((p, q) => (chain ? 0 : middle(p.b) - middle(q.b)) || p.b.x - q.b.x);
  const list: (typeof order)[] = [];
  let wide = Infinity;
  for (const one of order) {
    if (wide + GAP + one.b.w > width) {
      list.push([]);
      wide = -GAP;
    }
    list.at(-1)?.push(one);
    wide += GAP + one.b.w;
  }
  const at: XY[] = boxes.map((b) => [b.x, b.y]);
  let y = 0;
  for (const row of list) {
    row.sort((p, q) => p.b.x + p.b.w / 2 - q.b.x - q.b.w / 2);
    const whole = row.reduce((sum, { b }) => sum + b.w + GAP, -GAP);
    const high = Math.max(...row.map(({ b }) => b.h));
    let x = -whole / 2;
    for (const { b, i } of row) {
      at[i] = [x, y + (high - b.h) / 2];
      x += b.w + GAP;
    }
    y += high + GAP;
  }
  return at;
}

/** Pieces stay about where they are together, unless rows give so much more room. */
const ROWS_BETTER = 1.15;

function pack(boxes: readonly Box[], room: { readonly w: number; readonly h: number }) {
  const judged = (at: XY[]) => {
    const whole = hull(boxes.map((b, i) => ({ ...b, x: at[i]?.[0] ?? b.x, y: at[i]?.[1] ?? b.y })));
    return { at, whole, tight: Math.min(room.w / whole.w, room.h / whole.h) };
  };
  const best = (tries: ReturnType<typeof judged>[]) =>
    tries.reduce((best, next) => (next.tight > best.tight * 1.02 ? next : best));
  const about = best(WEIGHTS.map((wide) => judged(gather(boxes, separate(boxes, GAP, wide), GAP))));
  if (about.tight >= 1) return about;
  const ranged = best([1, 0.8, 0.62, 0.45].map((part) => judged(rows(boxes, room.w * part))));
  return ranged.tight > about.tight * ROWS_BETTER ? ranged : about;
}

/** Scales that are tried, beside that of the assembled drawing. */
const SCALES = [1.25, 1.05, 0.88, 0.74, 0.62, 0.52, 0.44, 0.37, 0.31, 0.26, 0.22, 0.18];

/** The longest piece is drawn at least so long, in pixels: else bodies are lost among their arrows. */
const LEAST = 110;
/** How much larger than the board the sheet may grow, step by step. */
const GROWS = 1.18;
const LARGEST = 4;

/** Finds places for the pieces at the greatest scale at which all are in sight; where no readable one will do, on a larger sheet. */
export function spread(pieces: readonly Piece[], assembled: View, board: Size, measure: Measure): Places {
  const longest = Math.max(
    0,
    ...pieces.map(({ bounds }) =>
      bounds ? Math.max(bounds.max[0] - bounds.min[0], bounds.max[1] - bounds.min[1]) : 0,
    ),
  );
  const least = longest > 0 ? LEAST / longest : 0;
  const scales = SCALES.map((scale) => scale * assembled.k).filter((k) => k > least);
  const tried = [...scales, Math.max(least, (SCALES.at(-1) ?? 1) * assembled.k)];
  // What is drawn smaller never takes more room: half of the scales are ruled out with each one that is tried.
  let [first, last] = [0, tried.length - 1];
  while (first < last) {
    const middle = (first + last) >> 1;
    if (placed(pieces, assembled, tried[middle] ?? 1, board, 1, measure).fits) last = middle;
    else first = middle + 1;
  }
  for (let grown = 1; ; grown *= GROWS) {
    const found = placed(pieces, assembled, tried[last] ?? 1, board, grown, measure);
    if (found.fits || grown > LARGEST) return found.places;
  }
}

function placed(
  pieces: readonly Piece[],
  assembled: View,
  k: number,
  board: Size,
  grown: number,
  measure: Measure,
): { readonly places: Places; readonly fits: boolean } {
  const room = {
    w: (board.width - 2 * EDGE.x) * grown,
    h: (board.height - EDGE.top - EDGE.bottom) * grown,
  };
  const framed = pieces.map((piece): Framed => {
    const { view, size } = frame(piece, k);
    // Labels are longer or shorter from step to step: the piece keeps room for all of them.
    const boxes = [0, Infinity].map((step) =>
      extent(layout(asScene(piece), view, size, { ...PLAIN, step }, measure)),
    );
    const box = hull(boxes);
    return { piece, view, size, box: { x: box.x - 4, y: box.y - NAME, w: box.w + 8, h: box.h + NAME + 4 } };
  });
  // From where they are together, a little away from the middle.
  const home = framed.map(({ piece, box }): Box => {
    const corner = toScreen(
      { ...assembled, k },
      piece.bounds ? [piece.bounds.min[0], piece.bounds.max[1]] : [0, 0],
    );
    return { x: corner[0] + box.x - FRAME, y: corner[1] + box.y - FRAME, w: box.w, h: box.h };
  });
  const all = hull(home);
  const middle: XY = [all.x + all.w / 2, all.y + all.h / 2];
  const away = home.map((b): Box => {
    const [cx, cy] = [b.x + b.w / 2 - middle[0], b.y + b.h / 2 - middle[1]];
    return { ...b, x: b.x + cx * 0.25, y: b.y + cy * 0.25 };
  });
  const { at, whole, tight } = pack(away, room);
  const shift: XY = [EDGE.x + (room.w - whole.w) / 2 - whole.x, EDGE.top + (room.h - whole.h) / 2 - whole.y];
  const places = at.map((p, i) => {
    const box = framed[i]?.box ?? whole;
    return add(sub(p, [box.x, box.y]), shift);
  });
  return { places: { k, shrink: 1 / grown, framed, at: places }, fits: tight >= 1 };
}

const PLAIN: Reading = { piece: true, freed: true, step: 0, resultants: false, lit: [], arm: null };

/** The pieces as they are drawn while something is read. `moved`: what was dragged aside, in sheet units. */
export function lay(
  places: Places,
  zoom: { readonly k: number; readonly x: number; readonly y: number },
  moved: Readonly<Record<string, XY>>,
  reading: (piece: Piece) => Reading,
  measure: Measure,
): readonly Laid[] {
  const k = places.k * zoom.k;
  return places.framed.map(({ piece, box }, i) => {
    const { view, size } = frame(piece, k);
    const painted = layout(asScene(piece), view, size, reading(piece), measure);
    const [x, y] = places.at[i] ?? [0, 0];
    const by = moved[piece.id] ?? [0, 0];
    // The frame keeps its margin at any zoom; what is inside it grows from the corner of the piece.
    const corner: XY = [x + FRAME, y + FRAME];
    const at: XY = [
      zoom.x + zoom.k * corner[0] - FRAME + by[0] * k,
      zoom.y + zoom.k * corner[1] - FRAME - by[1] * k,
    ];
    return { piece, painted, view, size, box, at };
  });
}

/** A place of a piece on the board. */
export function onBoard(laid: Laid, p: XY): XY {
  return add(laid.at, toScreen(laid.view, p));
}

/** Where the frame of a piece begins when it is back in its place in the assembled structure. */
export function homeOf(laid: Laid, assembled: View): XY {
  const corner = laid.piece.bounds
    ? ([laid.piece.bounds.min[0], laid.piece.bounds.max[1]] as XY)
    : ([0, 0] as XY);
  const there = toScreen(assembled, corner);
  const s = assembled.k / laid.view.k;
  return sub(there, scale([FRAME, FRAME], s));
}

/** Places of the two sides of each unknown that joins two pieces. */
export interface Pair {
  readonly column: string;
  readonly a: XY;
  readonly b: XY;
}

export function pairs(all: readonly Laid[]): Pair[] {
  const ends = new Map<string, { readonly piece: string; readonly at: XY }[]>();
  for (const laid of all) {
    for (const m of laid.piece.marks) {
      if (m.kind !== 'exerted') continue;
      const list = ends.get(m.column) ?? [];
      list.push({ piece: laid.piece.id, at: onBoard(laid, m.at) });
      ends.set(m.column, list);
    }
  }
  const found: Pair[] = [];
  for (const [column, list] of ends) {
    // A rope has a pair for each of its legs: the straight line between two pieces is not one of them.
    if (list.length !== 2 || is(column, 'rope')) continue;
    const [a, b] = list;
    if (a && b && a.piece !== b.piece) found.push({ column, a: a.at, b: b.at });
  }
  return found;
}
