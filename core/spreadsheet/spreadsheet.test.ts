import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD, type Placard } from '../credit/placard.ts';
import { columnsOf, HEADINGS, readRow, rowOf } from './columns.ts';
import { differenceOf } from './difference.ts';
import { plainCell, readSheetText, safeCell } from './text.ts';

const label: Placard = {
  ...BLANK_PLACARD,
  title: 'Slow turning',
  alt: '=SUM(A1) is what it says',
  keywords: 'dome, night',
  until: '2026-12-31',
  licence: 'cc-by-4.0',
};
const asset = { id: 'asset-1', version: 3, file: 'DSC_0001.JPG' };
const columns = columnsOf([...HEADINGS]);
const cells = (changes: Record<string, string>) =>
  HEADINGS.map((heading, at) => changes[heading] ?? rowOf(asset, label)[at] ?? '');

/** What a label says: an empty cell says nothing. */
const said = (whole: Placard) =>
  Object.fromEntries(Object.entries(whole).filter(([, value]) => value !== ''));

describe('a spreadsheet of labels', () => {
  it('leaves what stands on a label where a cell is empty', () => {
    const { label: read } = readRow(
      cells({ Title: '', Licence: '', Decorative: '', 'May be shown until': '' }),
      columns,
    );
    for (const field of ['title', 'licence', 'decorative', 'until']) expect(read).not.toHaveProperty(field);
  });

  it('comes back as it went out', () => {
    expect(readRow(rowOf(asset, label), columns)).toEqual({
      id: 'asset-1',
      version: 3,
      label: said(label),
      trouble: '',
    });
  });

  it('comes back so whatever words stand in it', () => {
    const words = fc
      .string({ unit: 'binary', maxLength: 30 })
      .map((text) => text.replaceAll('\u00a0', ' ').trim())
      // Nothing, and what clears a field, are no words.
      .filter((text) => !/^[-–—]?$/.test(text));
    fc.assert(
      fc.property(words, words, (title, caption) => {
        const written = { ...BLANK_PLACARD, title, caption };
        expect(readRow(rowOf(asset, written), columns).label).toMatchObject({ title, caption });
      }),
    );
  });

  it('holds no cell that a program takes for a formula', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(safeCell(text)).not.toMatch(/^[=+\-@\t\r]/);
        expect(plainCell(safeCell(text))).toBe(text);
      }),
    );
  });

  it('may have its columns in any order, some left out, and others besides', () => {
    const own = columnsOf(['TITLE', 'my notes', 'id', '']);
    expect(own.unknown).toEqual(['my notes']);
    expect(readRow(['New', 'x', 'asset-1'], own)).toEqual({
      id: 'asset-1',
      version: null,
      label: { title: 'New' },
      trouble: '',
    });
    expect(() => columnsOf(['Title', 'Alt text'])).toThrow(/no column “Id”/);
  });

  it.each([
    ['May be shown until', '31.12.2026', { until: '2026-12-31' }],
    ['May be shown until', '31/12/2026', { until: '2026-12-31' }],
    ['May be shown until', '12/31/2026', { until: '2026-12-31' }],
    ['May be shown until', '2026/12/31', { until: '2026-12-31' }],
    ['May be shown until', '2026-12-31 00:00:00', { until: '2026-12-31' }],
    ['Decorative', 'WAHR', { decorative: true }],
    ['Decorative', 'FALSE', { decorative: false }],
    ['Decorative', '1', { decorative: true }],
    ['Licence', 'CC BY-SA 4.0', { licence: 'cc-by-sa-4.0' }],
    ['Licence', 'CC-BY-3.0', { licence: 'cc-by-3.0' }],
    ['Licence', 'cc-by-sa-3.0-de', { licence: 'cc-by-sa-3.0-de' }],
    ['Licence', 'Our own work', { licence: 'own' }],
    ['Licence', '-', { licence: 'unknown' }],
    ['Title', '—', { title: '' }],
    ['Decorative', '-', { decorative: false }],
    ['Times it may be shown', '50.000', { impressions: '50000' }],
    ['Countries', 'at;de', { territory: 'AT, DE' }],
    ['Title', '\u00a0Dome ', { title: 'Dome' }],
  ])('%s “%s” is read as %o', (heading, text, field) => {
    const row = readRow(cells({ [heading]: text }), columns);
    expect(row.trouble).toBe('');
    expect(row.label).toMatchObject(field);
  });

  it.each([
    ['May be shown until', '03/04/2026', /May be shown until: Write the day/],
    ['Licence', 'licensed', /Licence: There is no such licence/],
    ['Decorative', 'perhaps', /Decorative/],
    ['Creator’s address', 'javascript:alert(1)', /not a web address/],
    ['Title', 'x'.repeat(301), /Title/],
  ])('%s “%s” is refused in words', (heading, text, says) => {
    expect(readRow(cells({ [heading]: text }), columns).trouble).toMatch(says);
  });
});

describe('what a row changes', () => {
  it('is nothing where only line ends differ', () => {
    const lined = { ...label, caption: 'one\ntwo' };
    expect(differenceOf(lined, { ...lined, caption: 'one\r\ntwo' })).toBeNull();
  });

  it('is the fields that differ, with those marked that somebody changed meanwhile', () => {
    expect(
      differenceOf(label, { ...label, title: 'New', alt: 'Stars.' }, new Set(['alt', 'caption'])),
    ).toEqual({
      before: { title: 'Slow turning', alt: label.alt },
      after: { title: 'New', alt: 'Stars.' },
      newer: ['alt'],
    });
  });
});

describe('the text of a file', () => {
  const utf8 = (text: string) => new TextEncoder().encode(text);
  const utf16 = (text: string) => new Uint8Array([0xff, 0xfe, ...Buffer.from(text, 'utf16le')]);
  it.each([
    ['a byte order mark', utf8('\ufeffId,Title\r\n'), 'utf-8', ','],
    ['none', utf8('Id;Title;"a,b,c,d"\nx'), 'utf-8', ';'],
    ['tabs in UTF-16', utf16('Id\tTitle'), 'utf-16le', '\t'],
    ['the West’s old letters', new Uint8Array([0x49, 0x64, 0x3b, 0xfc, 0x62]), 'windows-1252', ';'],
    ['one column', utf8('Id'), 'utf-8', ','],
  ])('with %s', (_, bytes, encoding, delimiter) => {
    expect(readSheetText(bytes)).toMatchObject({ encoding, delimiter });
  });

  it('names its delimiter in a line of its own, which is none of its rows', () => {
    expect(readSheetText(utf8('sep=;\r\nId;Title'))).toEqual({ encoding: 'utf-8', delimiter: ';', skip: 7 });
  });

  it('is UTF-8 though its first part ends within a character', () => {
    expect(readSheetText(utf8('Id,ü').slice(0, -1), false).encoding).toBe('utf-8');
  });
});
