/** Labels of a figure of space: they face the reader, and none covers another, an arrow or the structure. */
import type { XY } from '../api/types';
import { type Box, placeLabels, type Segment, type Wish } from '../board/labels';
import type { Projection, Size } from './camera';
import type { Prims, Word } from './paint/brush';
import { add } from './vec3';

export interface PlacedWord extends Word {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly leader: XY | null;
}

const RANK: Record<Word['sort'], number> = {
  unclear: 0,
  arm: 1,
  load: 2,
  unknown: 3,
  point: 4,
  curve: 5,
  bar: 6,
  length: 7,
};
/** Lines that labels keep clear of; more are not looked at one by one. */
const FENCES = 700;
const HIGH = 18;
/** What floats over the upper left corner: the views and the axes. */
const CORNER: Box = { x: 0, y: 0, w: 250, h: 40 };
const TRIAD: Box = { x: 0, y: 40, w: 100, h: 96 };

export function placeWords(
  prims: Prims,
  project: Projection,
  screen: Size,
  measure: (text: string, font: 'value' | 'name') => number,
): PlacedWord[] {
  const segments: Segment[] = [];
  for (const rod of prims.rods) {
    if (rod.role === 'ground' || rod.role === 'shadow' || segments.length >= FENCES) continue;
    const [a, b] = [project(rod.a), project(rod.b)];
    segments.push([
      [a[0], a[1]],
      [b[0], b[1]],
    ]);
  }
  const order = [...prims.words].sort((a, b) => RANK[a.sort] - RANK[b.sort]);
  const by = new Map(order.map((word) => [word.id, word]));
  const wishes: Wish[] = [...by.values()].map((word) => {
    const [x, y] = project(word.at);
    const [ax, ay] = project(add(word.at, word.away));
    const [dx, dy] = [ax - x, ay - y];
    const far = Math.hypot(dx, dy);
    const text = word.symbol ? word.symbol[0] + word.symbol[1] : word.text;
    return {
      id: word.id,
      anchor: [x, y],
      toward: far > 1e-6 ? [dx / far, dy / far] : [0.7, -0.7],
      w: Math.max(14, Math.ceil(measure(text, 'value')) + 6),
      h: HIGH,
      gap: word.sort === 'bar' || word.sort === 'length' ? 5 : 7,
    };
  });
  const inside: Box = { x: 4, y: 4, w: screen.width - 8, h: screen.height - 70 };
  return placeLabels(wishes, [CORNER, TRIAD], segments, inside).flatMap(({ id, box, leader }) => {
    const word = by.get(id);
    return word ? [{ ...word, ...box, leader }] : [];
  });
}
