/** How wide a text is, in the fonts of the board. */
import type { Measure } from './painted';

const FAMILY = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";
const FONTS = {
  name: `650 14px ${FAMILY}`,
  value: `560 13.5px ${FAMILY}`,
  dimension: `480 13px ${FAMILY}`,
  resultant: `560 13.5px ${FAMILY}`,
  arm: `650 13px ${FAMILY}`,
  unknown: `560 14px ${FAMILY}`,
  axial: `620 13px ${FAMILY}`,
  unclear: `560 13px ${FAMILY}`,
};

let context: CanvasRenderingContext2D | null = null;
const known = new Map<string, number>();

export const measure: Measure = (text, kind) => {
  context ??= document.createElement('canvas').getContext('2d');
  const key = `${kind} ${text}`;
  let width = known.get(key);
  if (width === undefined) {
    if (context) context.font = FONTS[kind];
    width = context?.measureText(text).width ?? text.length * 8;
    known.set(key, width);
  }
  return width;
};

/** Widths measured before the fonts were there are wrong. */
export function forget(): void {
  known.clear();
}
