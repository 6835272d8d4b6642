/** Polynomials between two places by their Bézier ordinates, which stand at equal distances from the first to the last. */

/** Through how many chords a curve is drawn. */
const CHORDS = 24;

/** The value at a fraction of the way (de Casteljau). */
export function valueAt(ordinates: readonly number[], t: number): number {
  let row = [...ordinates];
  while (row.length > 1) row = row.slice(1).map((v, i) => (row[i] ?? 0) * (1 - t) + v * t);
  return row[0] ?? 0;
}

/** The fractions of the way between which it is drawn straight: a line as one piece. */
export function chords(ordinates: readonly number[]): number[] {
  const steps = ordinates.length > 2 ? CHORDS : 1;
  return Array.from({ length: steps + 1 }, (_, k) => k / steps);
}
