import { expect, it } from 'vitest';
import { jsonDepth } from './depth.ts';

it.each([
  ['1', 0],
  ['[]', 1],
  ['[{"a":[1]},{}]', 3],
  ['["[[[[", "\\"[[", {}]', 2],
  ['"\\\\" [', 1],
  ['[[[', 3],
  ['', 0],
])('%s lies %i deep', (json, depth) => expect(jsonDepth(json)).toBe(depth));
