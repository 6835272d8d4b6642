/** A pin among its plates, from the side, in pixels: pure geometry. */
import type { PinMark } from '../api/types';

/** The room of the drawing. */
export const ROOM = { width: 336, height: 206, middle: 98, half: 56 };
/** As far as the pin looks out of its plates. */
const HEAD = 18;
/** A plate is never drawn thinner, nor a pin. */
const THINNEST = 10;
/** How long an arrow is at its longest. */
const LONGEST = 26;

export interface DrawnPlate {
  readonly number: number;
  readonly x: number;
  readonly width: number;
  /** Where it presses on the pin: the hatched bearing area, its projection. */
  readonly bearing: { readonly y: number; readonly height: number };
  /** An arrow towards the pin, from below or from above; none where nothing presses. */
  readonly arrow: { readonly from: number; readonly to: number } | null;
  /** It presses another way: the arrow is only its part along the line of the largest force. */
  readonly askew: boolean;
}

export interface DrawnPin {
  /** Lengths are to scale: nothing had to be made thicker to be seen. */
  readonly toScale: boolean;
  readonly pin: { readonly x: number; readonly width: number; readonly y: number; readonly height: number };
  readonly plates: readonly DrawnPlate[];
  /** Between two plates: how far the shear there is drawn as a step, up to 1. */
  readonly planes: readonly { readonly x: number; readonly share: number }[];
}

export function drawnPin(mark: PinMark): DrawnPin {
  const total = mark.plates.reduce((sum, plate) => sum + plate.thickness, 0);
  const room = ROOM.width - 2 * HEAD - 124;
  const scale = Math.min(room / total, 64 / mark.diameter);
  const widths = mark.plates.map((plate) => Math.max(plate.thickness * scale, THINNEST));
  const height = Math.max(mark.diameter * scale, THINNEST);
  const wide = widths.reduce((sum, width) => sum + width, 0);
  const left = (ROOM.width - wide) / 2;
  const y = ROOM.middle - height / 2;
  let x = left;
  const plates = mark.plates.map((plate, i): DrawnPlate => {
    const width = widths[i] ?? THINNEST;
    const reach = Math.abs(plate.push) * LONGEST;
    const up = plate.push > 0;
    const arrow =
      reach < 1
        ? null
        : up
          ? { from: ROOM.middle + ROOM.half + 4 + reach, to: ROOM.middle + ROOM.half + 4 }
          : { from: ROOM.middle - ROOM.half - 4 - reach, to: ROOM.middle - ROOM.half - 4 };
    const drawn = { number: i + 1, x, width, bearing: { y, height }, arrow, askew: !plate.aligned };
    x += width;
    return drawn;
  });
  const planes = mark.planes.map((plane, i) => ({ x: plates[i + 1]?.x ?? left, share: plane.share }));
  const toScale =
    height <= mark.diameter * scale + 1e-9 &&
    widths.every((width, i) => width <= (mark.plates[i]?.thickness ?? 0) * scale + 1e-9);
  return { toScale, pin: { x: left - HEAD, width: wide + 2 * HEAD, y, height }, plates, planes };
}
