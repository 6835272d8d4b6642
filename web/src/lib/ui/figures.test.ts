import { describe, expect, it } from 'vitest';
import { figures } from './figures';

describe('numbers on the screen', () => {
  it.each([
    [112.5, 3, '113'],
    [-0.6125, 3, '−0.613'],
    [2.675, 3, '2.68'],
    [100.49999999999999, 3, '101'],
    [999.96, 4, '1000'],
    [0, 3, '0'],
    [-0.00001234, 2, '−0.000012'],
    [1.5, 4, '1.5'],
    [41250, 3, '41300'],
  ])('rounds %f to %i figures half away from zero: %s', (value, count, text) => {
    expect(figures(value, count)).toBe(text);
  });
});
