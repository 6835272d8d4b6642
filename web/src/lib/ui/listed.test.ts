import { expect, it } from 'vitest';
import { listed } from './listed';

it('takes every list of a sheet for one, whatever stands there', () => {
  expect(listed([1, 2])).toEqual([1, 2]);
  expect(listed(undefined)).toEqual([]);
  expect(listed([{ a: 1 }, null as never])).toEqual([{ a: 1 }]);
  for (const wrong of ['x', 5, {}, null]) expect(listed(wrong as never)).toEqual([]);
});
