import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { LICENCES } from '../licence/licences.ts';
import { BLANK_PLACARD, type Placard } from './placard.ts';
import { xmpOf } from './xmp.ts';

/** The words in a packet by the name of what holds them. Throws where it is no well-formed XML. */
function read(packet: string): Map<string, string> {
  const said = new Map<string, string>();
  const open: string[] = [];
  const parser = new SaxesParser({ xmlns: true });
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name, attributes }) => {
    open.push(name);
    for (const { name: attribute, value } of Object.values(attributes))
      if (attribute === 'rdf:resource') said.set(name, value);
  });
  parser.on('text', (text) => {
    const holder = open.findLast((name) => !name.startsWith('rdf:')) ?? '';
    said.set(holder, [said.get(holder), text].filter(Boolean).join(', '));
  });
  parser.on('closetag', () => open.pop());
  parser.write(packet).close();
  return said;
}

const label: Placard = {
  ...BLANK_PLACARD,
  title: 'Slow “turning” & <more>',
  alt: 'Stars in rings',
  caption: 'Two hours.',
  keywords: 'dome, night',
  creator: 'Maren Aldous',
  creatorUrl: 'https://aldous.example/maren?a=1&b=2',
  source: 'The Archive',
  sourceUrl: 'https://archive.example/1',
  pictureId: 'A-1',
  licence: 'cc-by-4.0',
};

describe('a label as XMP', () => {
  it('says every field by the names of IPTC and ccREL', () => {
    expect(Object.fromEntries(read(xmpOf(label, { changes: ['cropped'] })))).toMatchObject({
      'dc:title': 'Slow “turning” & <more>',
      'dc:description': 'Two hours.',
      'dc:creator': 'Maren Aldous',
      'dc:subject': 'dome, night',
      'photoshop:Source': 'The Archive',
      'photoshop:Credit': expect.stringMatching(/by Maren Aldous, The Archive, CC BY 4.0, cropped/) as string,
      'Iptc4xmpCore:AltTextAccessibility': 'Stars in rings',
      'Iptc4xmpCore:CiUrlWork': 'https://aldous.example/maren?a=1&b=2',
      'xmpRights:WebStatement': 'https://creativecommons.org/licenses/by/4.0/',
      'xmpRights:Marked': 'True',
      'plus:ImageSupplierImageID': 'A-1',
      // Where a licence is to be had; no identifier of the picture, which it is not.
      'plus:LicensorURL': 'https://archive.example/1',
      'plus:LicensorName': 'The Archive',
      'cc:license': 'https://creativecommons.org/licenses/by/4.0/',
      'cc:attributionName': 'Maren Aldous',
      'cc:attributionURL': 'https://archive.example/1',
    });
  });

  it('takes no address for an identifier', () => expect(xmpOf(label)).not.toContain('GUID'));

  it('says nothing of what is empty, and no alt text of what is decorative', () => {
    expect([...read(xmpOf(BLANK_PLACARD)).keys()]).toEqual([]);
    expect(read(xmpOf({ ...label, decorative: true })).has('Iptc4xmpCore:AltTextAccessibility')).toBe(false);
  });

  it('is well-formed for anything that can be written on a label, and keeps its words', () => {
    const words = fc.string({ unit: 'binary', maxLength: 60 });
    const licence = fc.constantFrom(...LICENCES.map(({ id }) => id));
    fc.assert(
      fc.property(
        words,
        words,
        words,
        licence,
        fc.array(words, { maxLength: 3 }),
        (title, caption, creator, licence, changes) => {
          const said = read(xmpOf({ ...BLANK_PLACARD, title, caption, creator, licence }, { changes }));
          // What XML cannot hold is left out; line ends and blanks are the parser's to fold.
          const held = (text: string) =>
            text
              .toWellFormed()
              .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
              .replace(/\r\n?/g, '\n');
          if (held(caption) !== '') expect(said.get('dc:description')).toBe(held(caption));
        },
      ),
    );
  });
});
