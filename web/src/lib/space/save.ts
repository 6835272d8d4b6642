/** The figure as a file of its own. */
import type { Size } from './camera';
import type { Flat } from './flat';
import { paletteOf } from './palette';
import type { PlacedWord } from './words';

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

export function svgText(
  items: readonly Flat[],
  words: readonly PlacedWord[],
  screen: Size,
  within: HTMLElement,
): string {
  const palette = paletteOf(within);
  const drawn = items.map((item) => {
    const colour = palette[item.role];
    if (item.kind === 'line')
      return `<path d="${item.d}" stroke="${colour}" stroke-width="${item.w}" stroke-linecap="round" fill="none"/>`;
    if (item.kind === 'shape')
      return `<path d="${item.d}" fill="${colour}" fill-opacity="${item.pale ? 0.16 : 1}"/>`;
    return `<circle cx="${item.x.toFixed(1)}" cy="${item.y.toFixed(1)}" r="${item.r}" fill="${colour}"/>`;
  });
  const texts = words.map((word) => {
    const text = word.symbol
      ? `<tspan font-style="italic">${escaped(word.symbol[0])}</tspan><tspan dy="3" font-size="10">${escaped(word.symbol[1])}</tspan>`
      : escaped(word.text);
    const [x, y] = [word.x + word.w / 2, word.y + word.h / 2 + 4.5];
    return `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" text-anchor="middle" font-size="13.5" fill="${palette[word.role]}">${text}</text>`;
  });
  const { width, height } = screen;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif"><rect width="100%" height="100%" fill="${palette.paper}"/>${drawn.join('')}${texts.join('')}</svg>`;
}
