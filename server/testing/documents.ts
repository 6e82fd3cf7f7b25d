import { zipSync } from 'fflate';

/**
 * A PDF (ISO 32000) of so many pages, each with a word on it. What its catalogue, its trailer and its pages say besides
 * may name objects of one's own, which are numbered from `firstOwn`.
 */
export function pdf(
  pages: number,
  {
    language = '',
    catalogue = '',
    trailer = '',
    page = '',
    objects: own = [],
  }: { language?: string; catalogue?: string; trailer?: string; page?: string; objects?: string[] } = {},
): Buffer {
  const objects = [
    `<< /Type /Catalog /Pages 2 0 R${language && ` /Lang (${language})`} ${catalogue} >>`,
    `<< /Type /Pages /Count ${pages} /Kids [${Array.from({ length: pages }, (_, at) => `${4 + at * 2} 0 R`).join(' ')}] >>`,
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    ...Array.from({ length: pages }, (_, at) => {
      const words = `BT /F1 40 Tf 60 700 Td (Page ${at + 1}) Tj ET`;
      return [
        `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Resources << /Font << /F1 3 0 R >> >> /Contents ${5 + at * 2} 0 R ${page} >>`,
        `<< /Length ${words.length} >>\nstream\n${words}\nendstream`,
      ];
    }).flat(),
    ...own,
  ];
  let file = '%PDF-1.7\n';
  const offsets = objects.map((object, at) => {
    const from = file.length;
    file += `${at + 1} 0 obj\n${object}\nendobj\n`;
    return from;
  });
  const start = file.length;
  file += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n`;
  for (const offset of offsets) file += `${String(offset).padStart(10, '0')} 00000 n \n`;
  file += `trailer\n<< /Size ${objects.length + 1} /Root 1 0 R ${trailer} >>\nstartxref\n${start}\n%%EOF\n`;
  return Buffer.from(file, 'latin1');
}

/** The number of the first object of one's own in a PDF of so many pages. */
export const firstOwn = (pages: number): number => 4 + pages * 2;

/** A text document (ECMA-376) with parts of one's own. */
export function docx(parts: Readonly<Record<string, string | Uint8Array>> = {}): Buffer {
  const all = {
    '[Content_Types].xml':
      '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    '_rels/.rels': '<Relationships/>',
    'word/document.xml': '<w:document/>',
    'docProps/app.xml': '<Properties><Pages>3</Pages></Properties>',
    'docProps/core.xml':
      '<cp:coreProperties><dc:title>Night &amp; day</dc:title><dc:language>nl</dc:language></cp:coreProperties>',
    ...parts,
  };
  return Buffer.from(
    zipSync(
      Object.fromEntries(
        Object.entries(all).map(([name, part]) => [
          name,
          typeof part === 'string' ? new TextEncoder().encode(part) : part,
        ]),
      ),
    ),
  );
}
