import { expect, it } from 'vitest';
import { poolSize } from './connection';

it.each<[string | undefined, number]>([
  [undefined, 12],
  ['', 12],
  ['30', 30],
  ['1', 12],
  ['201', 12],
  ['12.5', 12],
  ['many', 12],
])('a pool of %j has %i connections', (text, size) => {
  expect(poolSize(text)).toBe(size);
});
