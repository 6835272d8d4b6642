/** A section and its stresses over its height, in pixels: pure geometry. */
import type { SectionMark, StressBand } from '../api/types';

/** The room of the drawing. */
export const VIEW = { width: 336, height: 190, top: 26, bottom: 30 };
/** Where each column stands: the section, then the profiles. */
const SECTION = { left: 6, width: 84 };
const COLUMNS = [112, 172, 232, 298] as const;
/** Half of the width of a profile. */
const REACH = 24;

export interface Frame {
  /** Pixels of a level. */
  readonly y: (level: number) => number;
  /** The level of a pixel, within the faces. */
  readonly level: (pixel: number) => number;
  /** Pixels of a z. */
  readonly z: (z: number) => number;
  readonly scale: number;
}

/** The frame in which a section fits its column at one scale both ways. */
export function frame(mark: SectionMark): Frame {
  const [low, high] = mark.faces as [number, number];
  const [left, right] = mark.sides as [number, number];
  const room = VIEW.height - VIEW.top - VIEW.bottom;
  const scale = Math.min(room / (high - low), SECTION.width / (right - left));
  const middle = VIEW.top + room / 2;
  const y = (level: number) => middle - (level - (low + high) / 2) * scale;
  return {
    scale,
    y,
    level: (pixel) => Math.min(high, Math.max(low, (low + high) / 2 - (pixel - middle) / scale)),
    z: (z) => SECTION.left + SECTION.width / 2 + (z - (left + right) / 2) * scale,
  };
}

/** The outline of a section as a path; holes turn the other way round by the even-odd rule. */
export function outline(mark: SectionMark, f: Frame): string {
  const of = (part: SectionMark['parts'][number]) => {
    if (part.centre) {
      const [z, y] = part.centre as [number, number];
      const r = part.radius * f.scale;
      return `M${f.z(z) - r} ${f.y(y)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
    }
    return `M${part.outline.map(([z, y]) => `${f.z(z ?? 0)} ${f.y(y ?? 0)}`).join('L')}Z`;
  };
  return mark.parts.map(of).join('');
}

/** The place of the fibre nearest to a level. */
export function fibreAt(mark: SectionMark, level: number): number {
  let best = 0;
  for (const [i, fibre] of mark.fibres.entries()) {
    const nearest = mark.fibres[best]?.level ?? 0;
    if (Math.abs(fibre.level - level) < Math.abs(nearest - level)) best = i;
  }
  return best;
}

export interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  /** Where σ is nothing. */
  readonly zero: number;
  /** The two faces of a fibre: [σ, τ] and [0, −τ]. */
  readonly ends: readonly [readonly [number, number], readonly [number, number]];
}

/** The room of Mohr's circle. */
export const CIRCLE = { width: 336, height: 120, most: 42 };

/** Mohr's circle of a fibre: σ to the right, τ upwards; nothing where nothing acts. */
export function circle(fibre: SectionMark['fibres'][number]): Circle | null {
  if (fibre.radius <= 0) return null;
  const scale = CIRCLE.most / fibre.radius;
  const centre = ((fibre.principal[0] ?? 0) + (fibre.principal[1] ?? 0)) / 2;
  const x = CIRCLE.width / 2;
  const y = CIRCLE.height / 2 + 4;
  const at = (sigma: number, tau: number) => [x + (sigma - centre) * scale, y - tau * scale] as const;
  return {
    x,
    y,
    r: CIRCLE.most,
    zero: at(0, 0)[0],
    ends: [at(fibre.normal, fibre.shear), at(0, -fibre.shear)],
  };
}

export interface Profile {
  readonly title: string;
  readonly x: number;
  /** The curve from zero to zero, to be filled: what is pulled and what is pressed apart. */
  readonly pulled: string;
  readonly pressed: string;
  readonly line: string;
  /** Pixels per unit of stress. */
  readonly k: number;
}

/** The profiles side by side; the three normal ones to one scale. */
export function profiles(mark: SectionMark, f: Frame): readonly Profile[] {
  const bands: [string, StressBand][] = [
    ['N/A', mark.axial],
    ['M·y/I', mark.bending],
    ['σ', mark.normal],
  ];
  const most = Math.max(...bands.flatMap(([, b]) => b.ends.map((e) => Math.abs(e.value))), 1e-30);
  const [low, high] = mark.faces as [number, number];
  const drawn = bands.map(([title, band], i) => {
    const x = COLUMNS[i] ?? 0;
    const k = REACH / most;
    const [a, b] = band.ends.map((e) => e.value) as [number, number];
    const corner = (level: number, value: number) => `${x + value * k} ${f.y(level)}`;
    // Where it changes its sign, when it does.
    const zero = a * b < 0 ? low + ((high - low) * -a) / (b - a) : null;
    const area = (sign: number) => {
      const ends: [number, number][] = [
        [low, a],
        ...(zero === null ? [] : ([[zero, 0]] as [number, number][])),
        [high, b],
      ];
      const part = ends.filter(([, value]) => value * sign >= 0);
      if (part.length < 2 || part.every(([, value]) => value === 0)) return '';
      const first = part[0] as [number, number];
      const last = part[part.length - 1] as [number, number];
      return `M${corner(first[0], 0)}L${part.map(([y, v]) => corner(y, v)).join('L')}L${corner(last[0], 0)}Z`;
    };
    return { title, x, k, pulled: area(1), pressed: area(-1), line: `M${corner(low, a)}L${corner(high, b)}` };
  });
  const x = COLUMNS[3];
  const shears = (mark.shear as unknown as [number, number][]).map(([y, value]) => [y, value] as const);
  const top = Math.max(...shears.map(([, v]) => Math.abs(v)), 1e-30);
  const k = REACH / top;
  const trace = shears.map(([y, v]) => `${x + v * k} ${f.y(y)}`).join('L');
  const area = `M${x} ${f.y(low)}L${trace}L${x} ${f.y(high)}Z`;
  return [...drawn, { title: 'V·Q/(I·t)', x, k, pulled: '', pressed: '', line: area }];
}
