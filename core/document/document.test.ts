import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bareJpegOrPng,
  carriedByName,
  carriedByPdf,
  carriedByRelations,
  carriedInWords,
  partWithoutMakers,
  saysOfMakers,
  signsPdf,
  withoutMakers,
  type PdfValue,
} from './index.ts';
import { writtenWithout } from './xmlpart.ts';

describe('what a PDF has in it', () => {
  it.each<[string, PdfValue, string[]]>([
    ['nothing', { '/Type': '/Catalog', '/OpenAction': { '/S': '/GoTo', '/D': [] } }, []],
    ['a script', { '/OpenAction': { '/S': '/JavaScript', '/JS': 'u:app.alert(1)' } }, ['scripts']],
    ['a script, deep', { '/AA': [{ '/O': { '/Next': { '/S': '/JavaScript' } } }] }, ['scripts']],
    ['a launch action', { '/A': { '/S': '/Launch', '/F': 'u:calc.exe' } }, ['programs']],
    ['a form that sends', { '/A': { '/S': '/SubmitForm' } }, ['sending']],
    ['a film', { '/A': { '/S': '/Rendition', '/OP': 0 } }, []],
    ['a film with a script', { '/A': { '/S': '/Rendition', '/JS': 'u:x' } }, ['scripts']],
    ['a file', { '/Names': { '/EmbeddedFiles': '4 0 R' } }, ['files']],
    ['words about scripts', { '/Contents': 'u:/JavaScript', '/S': 'u:/Launch' }, []],
  ])('%s', (_, object, carried) => {
    expect([...carriedByPdf(object)]).toEqual(carried);
  });

  it('is signed where something says which bytes are', () => {
    expect(signsPdf({ '/V': { '/ByteRange': [0, 1, 2, 3] } })).toBe(true);
    expect(signsPdf({ '/Type': '/Catalog' })).toBe(false);
  });

  it('of its makers goes, at any depth, and the names of fields in forms stay', () => {
    expect(
      withoutMakers({
        '/Metadata': '6 0 R',
        '/Resources': { '/XObject': { '/Im0': { '/Metadata': '7 0 R', '/Width': 4 } } },
        '/PieceInfo': { '/App': { '/Private': 'u:Anna' } },
        '/Annots': [
          { '/Subtype': '/Highlight', '/T': 'u:Anna', '/Contents': 'u:see this' },
          { '/Subtype': '/Widget', '/T': 'u:surname' },
        ],
      }),
    ).toEqual({
      '/Resources': { '/XObject': { '/Im0': { '/Width': 4 } } },
      '/Annots': [
        { '/Subtype': '/Highlight', '/Contents': 'u:see this' },
        { '/Subtype': '/Widget', '/T': 'u:surname' },
      ],
    });
  });
});

describe('what an office document has in it', () => {
  it.each([
    ['word/vbaProject.bin', 'macros'],
    ['Word/VBAPROJECT.BIN', 'macros'],
    ['Basic/Standard/Module1.xml', 'macros'],
    ['Scripts/python/a.py', 'macros'],
    ['xl/macrosheets/sheet1.xml', 'macros'],
    ['word/activeX/activeX1.xml', 'controls'],
    ['ppt/embeddings/oleObject1.bin', 'files'],
    ['word/document.xml', null],
  ])('%s: %s', (name, carried) => {
    expect(carriedByName(name)).toBe(carried);
  });

  it('is fetched from elsewhere where a relationship says so that is no link', () => {
    const relation = (type: string, mode = 'External') =>
      `<Relationships><Relationship Id="a" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/${type}" Target="https://evil.example/t.dotm" TargetMode="${mode}"/></Relationships>`;
    expect(carriedByRelations(relation('attachedTemplate'))).toBe('remote');
    expect(carriedByRelations(relation('image'))).toBe('remote');
    expect(carriedByRelations(relation('hyperlink'))).toBeNull();
    expect(carriedByRelations(relation('attachedTemplate', 'Internal'))).toBeNull();
    // Where it leads may be called anything.
    const disguised = relation('attachedTemplate').replace('t.dotm', 'hyperlink');
    expect(carriedByRelations(disguised)).toBe('remote');
  });

  it('is said in a sentence', () => {
    expect(carriedInWords(new Set())).toBe('');
    expect(carriedInWords(new Set(['macros']))).toBe('There are macros in it.');
    expect(carriedInWords(new Set(['programs']))).toBe(
      'There is an action that starts a program on the reader’s machine in it.',
    );
    expect(carriedInWords(new Set(['files', 'scripts', 'macros']))).toBe(
      'There are scripts that run when it is opened, other files inside it and macros in it.',
    );
  });
});

describe('what an office document says of its makers', () => {
  it.each([
    [
      'docProps/core.xml',
      '<c><x:creator><y>Anna</y></x:creator><dc:title>Night</dc:title></c>',
      '<c><dc:title>Night</dc:title></c>',
    ],
    [
      'meta.xml',
      '<o><m><dc:title>T</dc:title><meta:user-defined meta:name="Who">Anna</meta:user-defined><meta:generator/></m></o>',
      '<o><m><dc:title>T</dc:title></m></o>',
    ],
    [
      'docProps/custom.xml',
      '<P a="b"><property name="x"><vt:lpwstr>Anna</vt:lpwstr></property></P>',
      '<P a="b"></P>',
    ],
    [
      'docProps/core.xml',
      '<c><dc:title>Night</dc:title><dc:creator>Anna</dc:creator><cp:lastModifiedBy>Bo</cp:lastModifiedBy></c>',
      '<c><dc:title>Night</dc:title></c>',
    ],
    [
      'docProps/app.xml',
      '<P><Company>Anna Ltd</Company><Pages>3</Pages><Manager/></P>',
      '<P><Pages>3</Pages></P>',
    ],
    [
      'word/document.xml',
      `<w:ins w:id="1" w:author="Anna" w:date="x"><w:t>author="Anna said"</w:t></w:ins><w:del w:author='Bo'/>`,
      `<w:ins w:id="1" w:author="" w:date="x"><w:t>author="Anna said"</w:t></w:ins><w:del w:author=""/>`,
    ],
    ['xl/comments1.xml', '<authors><author>Anna</author></authors>', '<authors><author></author></authors>'],
    [
      'content.xml',
      '<office:annotation><dc:creator>Anna</dc:creator><text:p>Look</text:p></office:annotation>',
      '<office:annotation><dc:creator></dc:creator><text:p>Look</text:p></office:annotation>',
    ],
    [
      'settings.xml',
      '<config:config-item config:name="PrinterName" config:type="string">Annas</config:config-item>',
      '<config:config-item config:name="PrinterName" config:type="string"></config:config-item>',
    ],
    ['DocProps/CORE.xml', '<c><dc:creator>Anna</dc:creator></c>', '<c></c>'],
    ['word/media/a.xml', '<w:ins w:author="Anna"/>', '<w:ins w:author="Anna"/>'],
  ])('goes from %s, and nothing else', (name, before, after) => {
    expect(partWithoutMakers(name, before)).toBe(after);
    expect(saysOfMakers(name)).toBe(before !== after);
  });

  it('is looked for in a time that grows with the part alone', () => {
    const ofLength = (many: number) => [
      `<w:p ${'w:author=" '.repeat(many)}`,
      `<a>${'<dc:creator>'.repeat(many)}`,
      `<a b="${"'".repeat(many)}${'<!--'.repeat(many)}`,
      `<${' '.repeat(many)}author`,
    ];
    for (const part of ofLength(200_000))
      for (const name of ['word/document.xml', 'docProps/core.xml', 'content.xml'])
        expect(partWithoutMakers(name, part).length).toBeLessThanOrEqual(part.length);
  });

  it('stays as it is where nothing of it is left out', () => {
    const text = fc.string({
      unit: fc.constantFrom('a', '&amp;', ' ', '"', "'", '>', 'w:author="x"'),
      maxLength: 12,
    });
    const part = fc
      .array(
        fc.tuple(text, fc.constantFrom('<w:b c="1">', '</w:b>', '<w:br/>', '<![CDATA[<w:x>]]>', '<?a b?>')),
      )
      .map((all) => `<r>${all.flat().join('')}</r>`);
    fc.assert(
      fc.property(part, (xml) => {
        expect(writtenWithout(xml, {})).toBe(xml);
      }),
    );
  });
});

describe('a picture in a document', () => {
  const segment = (marker: number, ...body: number[]) => [0xff, marker, 0, body.length + 2, ...body];
  const scan = [...segment(0xda, 1, 2, 3), 9, 0xff, 0, 9, 0xff, 0xd3, 9, 0xff, 0xd9];
  /** The profile of its colours (ICC.1, annex B). */
  const icc = segment(0xe2, ...Buffer.from('ICC_PROFILE\0'), 1, 1, 7);

  it('loses of a JPEG what says who took it where, and keeps its colours and its pixels', () => {
    const kept = [...segment(0xe0, 74), ...icc, ...segment(0xee, 65), ...segment(0xdb, 5)];
    const jpeg = [
      0xff,
      0xd8,
      ...kept,
      ...segment(0xe1, 69, 120),
      ...segment(0xed, 56),
      ...segment(0xfe, 1),
      ...scan,
    ];
    expect([...(bareJpegOrPng(new Uint8Array(jpeg)) ?? [])]).toEqual([0xff, 0xd8, ...kept, ...scan]);
  });

  it('loses of a JPEG other pictures that hang on it, and what stands between its scans', () => {
    const begins = [0xff, 0xd8, ...segment(0xdb, 5)];
    const first = [...segment(0xda, 1), 9, 9];
    const mpf = segment(0xe2, ...Buffer.from('MPF\0'), 7);
    const jpeg = [
      ...begins,
      ...mpf,
      ...first,
      ...segment(0xe1, 69),
      ...scan,
      0xff,
      0xd8,
      ...segment(0xe1, 69, 120),
    ];
    expect([...(bareJpegOrPng(new Uint8Array(jpeg)) ?? [])]).toEqual([...begins, ...first, ...scan]);
  });

  it('that breaks off or is nothing that it knows is left alone', () => {
    expect(bareJpegOrPng(new Uint8Array([0xff, 0xd8, 0xff, 0xe1, 0xff, 0xff, 1]))).toBeNull();
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        for (const head of [[], [0xff, 0xd8], [0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]])
          expect(() => bareJpegOrPng(new Uint8Array([...head, ...bytes]))).not.toThrow();
      }),
    );
  });
});
