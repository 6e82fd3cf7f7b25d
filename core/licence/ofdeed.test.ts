import { describe, expect, it } from 'vitest';
import { licenceOfDeed } from './ofdeed.ts';
import { LICENCES } from './licences.ts';

describe('the licence whose deed stands at an address', () => {
  it.each(LICENCES.flatMap(({ id, deed }) => (deed ? [[deed, id]] : [])))('%s is %s', (deed, id) => {
    expect(licenceOfDeed(deed)).toBe(id);
    if (!deed.includes('www.')) expect(licenceOfDeed(deed.replace('https://', 'http://www.'))).toBe(id);
    if (deed.includes('creativecommons')) expect(licenceOfDeed(`${deed}deed.fr`)).toBe(id);
    expect(licenceOfDeed(deed.replace(/\/$/, ''))).toBe(id);
  });

  it.each([
    ['https://creativecommons.org/licenses/by-sa/3.0/de/', 'cc-by-sa-3.0-de'],
    ['https://creativecommons.org/licenses/by-sa/3.0/de/deed.en', 'cc-by-sa-3.0-de'],
    ['https://creativecommons.org/licenses/by-nc-sa/2.0/uk/legalcode', 'cc-by-nc-sa-2.0-uk'],
  ])('%s is the port %s', (deed, id) => {
    expect(licenceOfDeed(deed)).toBe(id);
  });

  it.each([
    ['', 'nothing'],
    ['CC BY', 'words'],
    ['https://creativecommons.org/licenses/by/2.5/', 'another version, whose duties differ'],
    ['https://creativecommons.org/licenses/by/4.0/de/', 'a port that there is none of'],
    ['https://creativecommons.org/licenses/by/3.0/xx/', 'a country without a port'],
    ['https://creativecommons.org/licenses/by/4.0.evil.example/', 'a path that only begins alike'],
    ['https://evil.example/creativecommons.org/licenses/by/4.0/', 'another host'],
    ['https://creativecommons.org.evil.example/licenses/by/4.0/', 'a host that only begins alike'],
  ])('%s is not known: %s', (address) => {
    expect(licenceOfDeed(address)).toBe('unknown');
  });
});
