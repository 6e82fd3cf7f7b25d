import { expect, it } from 'vitest';
import { Refusal } from './api.ts';
import { refusalOf } from './asking.ts';

it('what was shown stays while only the connection fails, and goes when it is refused', () => {
  const lost = new Refusal(0, { title: 'No connection.' });
  const gone = new Refusal(404, { title: 'This is not held here any more.' });
  expect(refusalOf({ data: {}, error: lost })).toBeNull();
  expect(refusalOf({ data: undefined, error: lost })).toBe(lost);
  expect(refusalOf({ data: {}, error: gone })).toBe(gone);
  expect(refusalOf({ data: {}, error: null })).toBeNull();
});
