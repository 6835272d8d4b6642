/** 1, 2 or 5 times a power of ten, at least as large as this. */
export function roundStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least || 1));
  return [1, 2, 5, 10].map((n) => n * power).find((n) => n >= least * 0.999) ?? power * 10;
}
