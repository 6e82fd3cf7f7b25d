import fc from 'fast-check';
import { expect, it } from 'vitest';
import { isPlainAddress } from '@placard/core/page';
import { typedAddress } from './linktarget.ts';

it.each([
  ['https://fernhollow.example/visit', 'https://fernhollow.example/visit'],
  ['fernhollow.example', 'https://fernhollow.example'],
  ['fernhollow.example/visit?x=1#map', 'https://fernhollow.example/visit?x=1#map'],
  ['night@fernhollow.example', 'mailto:night@fernhollow.example'],
  ['mailto:night@fernhollow.example', 'mailto:night@fernhollow.example'],
  ['/visit', '/visit'],
  ['#map', '#map'],
  ['tel:+31100', 'tel:+31100'],
  ['', null],
  ['opening hours', null],
  ['hours', null],
  ['javascript:alert(1)', null],
  ['javascript:alert.example/x', null],
  ['data:text/html,x.example', null],
])('%j is %j', (typed, address) => expect(typedAddress(typed)).toBe(address));

it('is never an address that a link may not have', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.webUrl(), fc.domain(), fc.emailAddress()), (typed) => {
      const address = typedAddress(typed);
      expect(address === null || isPlainAddress(address)).toBe(true);
    }),
  );
});
