/** Lines of a page: how large, how far from its left edge and from its foot in points, and what it says. */
type Line = readonly [size: number, x: number, y: number, words: string];

const ROWS = [
  ['Valley station', '18:10', '19:10', '20:10'],
  ['Mill bridge', '18:22', '19:22', '20:22'],
  ['Fernhollow Lane End', '18:31', '19:31', '20:31'],
  ['', '', '', ''],
  ['Fernhollow Lane End', '21:05', '22:05', '23:35'],
  ['Mill bridge', '21:14', '22:14', '23:44'],
  ['Valley station', '21:26', '22:26', '23:56'],
] as const;

/** The evening buses to the park on one page, as a PDF (ISO 32000) that says its language and its title. */
export function timetable(): Buffer {
  const lines: Line[] = [
    [24, 60, 760, 'Evening buses to Fernhollow'],
    [12, 60, 735, 'On star party nights. The stop is called Fernhollow Lane End.'],
    ...ROWS.flatMap((row, at) =>
      row.map((words, column): Line => [
        12,
        60 + (column === 0 ? 0 : 110 + column * 70),
        690 - at * 24,
        words,
      ]),
    ),
    [10, 60, 480, 'The last bus waits until the dome is closed.'],
  ];
  const words = lines
    .filter(([, , , text]) => text !== '')
    .map(([size, x, y, text]) => `BT /F1 ${size} Tf ${x} ${y} Td (${text}) Tj ET`)
    .join('\n');
  return written([
    '<< /Type /Catalog /Pages 2 0 R /Lang (en-GB) >>',
    '<< /Type /Pages /Count 1 /Kids [4 0 R] >>',
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Resources << /Font << /F1 3 0 R >> >> /Contents 5 0 R >>',
    `<< /Length ${words.length} >>\nstream\n${words}\nendstream`,
  ]);
}

/** Objects as a file, with the table of where each of them stands. */
function written(objects: readonly string[]): Buffer {
  let file = '%PDF-1.7\n';
  const offsets = objects.map((object, at) => {
    const from = file.length;
    file += `${at + 1} 0 obj\n${object}\nendobj\n`;
    return String(from).padStart(10, '0');
  });
  const start = file.length;
  const size = objects.length + 1;
  file += `xref\n0 ${size}\n0000000000 65535 f \n${offsets.map((offset) => `${offset} 00000 n \n`).join('')}`;
  file += `trailer\n<< /Size ${size} /Root 1 0 R >>\nstartxref\n${start}\n%%EOF\n`;
  return Buffer.from(file, 'latin1');
}
