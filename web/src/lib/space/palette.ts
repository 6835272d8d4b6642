/** The colours of the roles as the theme has them just now, for a painter that knows no style sheets. */
import type { Palette } from './gl';

const TEXT: Record<keyof Palette, string> = {
  paper: 'var(--color-base-100)',
  member: 'var(--ink)',
  tension: 'var(--tension)',
  compression: 'var(--compression)',
  idle: 'var(--color-neutral)',
  thin: 'var(--color-neutral)',
  hold: 'color-mix(in oklab, var(--ink) 72%, var(--color-base-100))',
  load: 'var(--ink)',
  assumed: 'var(--color-neutral)',
  solved: 'var(--solved)',
  focus: 'var(--focus)',
  faded: 'color-mix(in oklab, var(--ink) 22%, var(--color-base-100))',
  shadow: 'color-mix(in oklab, var(--ink) 14%, var(--color-base-100))',
  ground: 'color-mix(in oklab, var(--color-base-300) 60%, var(--color-base-100))',
  ghost: 'var(--color-error)',
};

let kept: { theme: string; palette: Palette } | null = null;

/** Read once for each theme. */
export function paletteOf(within: HTMLElement): Palette {
  const theme =
    getComputedStyle(within).getPropertyValue('--color-base-100') + getComputedStyle(within).colorScheme;
  if (kept?.theme === theme) return kept.palette;
  const probe = document.createElement('span');
  within.append(probe);
  const pixel = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
  const read = (text: string): string => {
    probe.style.color = text;
    if (!pixel) return '#808080';
    pixel.fillStyle = getComputedStyle(probe).color;
    pixel.fillRect(0, 0, 1, 1);
    const [r = 0, g = 0, b = 0] = pixel.getImageData(0, 0, 1, 1).data;
    return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  };
  const palette = Object.fromEntries(
    Object.entries(TEXT).map(([role, text]) => [role, read(text)]),
  ) as Palette;
  probe.remove();
  kept = { theme, palette };
  return palette;
}
