import { expect, it } from 'vitest';
import { deedIn } from './deedin.ts';
import { termsOf } from './licences.ts';

it.each([
  ['cc-by-4.0', 'de', 'https://creativecommons.org/licenses/by/4.0/deed.de'],
  ['cc-by-4.0', 'de-AT', 'https://creativecommons.org/licenses/by/4.0/deed.de'],
  ['cc-by-sa-3.0-fr', 'fr', 'https://creativecommons.org/licenses/by-sa/3.0/fr/deed.fr'],
  ['cc0-1.0', 'zh-Hant', 'https://creativecommons.org/publicdomain/zero/1.0/deed.zh-hant'],
  ['cc-by-4.0', 'en-GB', 'https://creativecommons.org/licenses/by/4.0/'],
  ['cc-by-4.0', 'tlh', 'https://creativecommons.org/licenses/by/4.0/'],
  ['gfdl-1.3', 'de', 'https://www.gnu.org/licenses/fdl-1.3.html'],
  ['own', 'de', undefined],
])('the deed of %s for readers of %s stands at %s', (id, language, address) => {
  expect(deedIn(termsOf(id), language)).toBe(address);
});
