import { expect, it } from 'vitest';
import { addressOf, SCREENS } from './screens.ts';

it('a screen is where nothing of it is chosen, and no two are at the same place', () => {
  expect(addressOf({ path: '/label/spreadsheet/:sheet?' })).toBe('/label/spreadsheet');
  expect(addressOf({ path: '/label/:asset/captions' })).toBe('/label/:asset/captions');
  const addresses = SCREENS.map(addressOf);
  expect(new Set(addresses).size).toBe(addresses.length);
});

it('every stage of the work stands on the rule, in its order', () => {
  const ticked = SCREENS.flatMap(({ title, tick }) => (tick && !tick.end ? [title] : []));
  expect(ticked).toEqual(['Gather', 'Prep', 'Label', 'Place', 'Proof', 'Hand off']);
});
