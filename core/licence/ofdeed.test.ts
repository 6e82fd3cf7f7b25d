import { describe, expect, it } from 'vitest';
import { licenceOfDeed } from './ofdeed.ts';
import { LICENCES } from './terms.ts';

describe('the licence whose deed stands at an address', () => {
  it.each(LICENCES.flatMap(({ id, deed }) => (deed ? [[deed, id]] : [])))('%s is %s', (deed, id) => {
    expect(licenceOfDeed(deed)).toBe(id);
    expect(licenceOfDeed(deed.replace('https://', 'http://www.'))).toBe(id);
    expect(licenceOfDeed(`${deed}deed.fr`)).toBe(id);
    expect(licenceOfDeed(deed.replace(/\/$/, ''))).toBe(id);
  });

  it.each([
    ['', 'nothing'],
    ['CC BY', 'words'],
    ['https://creativecommons.org/licenses/by/2.0/', 'another version, whose duties differ'],
    ['https://creativecommons.org/licenses/by/4.0.evil.example/', 'a path that only begins alike'],
    ['https://evil.example/creativecommons.org/licenses/by/4.0/', 'another host'],
    ['https://creativecommons.org.evil.example/licenses/by/4.0/', 'a host that only begins alike'],
  ])('%s is not known: %s', (address) => {
    expect(licenceOfDeed(address)).toBe('unknown');
  });
});
