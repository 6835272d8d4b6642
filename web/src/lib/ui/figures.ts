/**
 * A number to so many significant figures, as short as it is: half away from zero once noise is snapped, as the server rounds.
 * 112.5 to three is `113`, −0.6125 to three `−0.613`.
 */
export function figures(value: number, count: number): string {
  const snapped = Number(value.toPrecision(12));
  // A tie is told by the decimal digits, not by the nearest double.
  const [digits = '0', power = '0'] = Math.abs(snapped).toExponential(11).split('e');
  const mantissa = digits.replace('.', '');
  const up = (mantissa[count] ?? '0') >= '5' ? 1 : 0;
  const kept = String(Number(mantissa.slice(0, count)) + up);
  const size = Number(`${kept}e${Number(power) - count + 1}`);
  return `${snapped < 0 && size > 0 ? '−' : ''}${size}`;
}
