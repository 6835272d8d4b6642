/** What is shown, as files: the drawing as SVG, the diagrams as CSV. */
import type { Diagrams } from '../api/types';
import { guarded } from '../ui/guarded';
import { INNER, readAt } from './diagrams';
import type { Label } from './painted';

/** Between two places where something acts, so many rows. */
const ROWS = 10;

function cell(written: string): string {
  const text = guarded(written);
  return /[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** A row for every place: where something acts, just before and just after it, and in ten parts between. */
export function asCsv(inside: Diagrams, length: string): string {
  const head = [
    'body',
    'from',
    'to',
    `distance ${length}`,
    'side',
    ...INNER.map((of, i) => `${inside.titles?.[i] ?? of} ${inside.units[i]}`.trim()),
  ];
  const rows = [head.map(cell).join(',')];
  const number = (value: number) => String(Number(value.toPrecision(12)));
  for (const s of inside.stretches) {
    for (const part of s.curves[0]?.parts ?? []) {
      for (let i = 0; i <= ROWS; i += 1) {
        const station = part.start + ((part.end - part.start) * i) / ROWS;
        const side = i === 0 ? 'after' : 'before';
        const values = INNER.map((of) => readAt(s, of, station)[i === 0 ? 1 : 0]);
        rows.push(
          [
            cell(s.body),
            cell(s.ends[0] ?? ''),
            cell(s.ends[1] ?? ''),
            number(station),
            side,
            ...values.map(number),
          ].join(','),
        );
      }
    }
  }
  return `${rows.join('\r\n')}\r\n`;
}

const STYLES = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linejoin',
  'opacity',
  'font-size',
  'font-weight',
  'text-anchor',
  'dominant-baseline',
  'paint-order',
];

/** The drawing by itself: its styles written into it, its labels as text. */
export function asSvg(svg: SVGSVGElement, labels: readonly Label[]): string {
  const { width, height } = svg.getBoundingClientRect();
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const [from, to] = [svg.querySelectorAll('*'), copy.querySelectorAll('*')];
  from.forEach((element, i) => {
    const style = getComputedStyle(element);
    const target = to[i];
    if (!(target instanceof SVGElement)) return;
    for (const name of STYLES) target.setAttribute(name, style.getPropertyValue(name));
    if (style.transform !== 'none') target.setAttribute('transform', style.transform);
    target.removeAttribute('class');
    target.removeAttribute('style');
  });
  copy.querySelectorAll('[fill="url(#grid)"], .reach').forEach((element) => element.remove());
  const ink = getComputedStyle(svg).color;
  for (const label of labels) {
    const text = document.createElementNS('http://www.w3.org/2000/svg', 'text');
    text.textContent = label.index ? `${label.text}${label.index}` : label.text;
    const { x, y, w, h } = label.box;
    for (const [name, value] of Object.entries({
      x: x + w / 2,
      y: y + h / 2,
      fill: ink,
      'font-size': '13.5px',
      'text-anchor': 'middle',
      'dominant-baseline': 'central',
    }))
      text.setAttribute(name, String(value));
    copy.append(text);
  }
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('viewBox', `0 0 ${width.toFixed(0)} ${height.toFixed(0)}`);
  copy.setAttribute('width', width.toFixed(0));
  copy.setAttribute('height', height.toFixed(0));
  copy.setAttribute('font-family', 'system-ui, sans-serif');
  return copy.outerHTML;
}

/** Hands a file over. */
export function save(name: string, type: string, text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 4000);
}
