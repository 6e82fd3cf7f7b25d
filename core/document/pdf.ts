import type { Carried } from './carries.ts';

/** A value of a PDF (ISO 32000) as JSON: names begin with `/`, strings with `u:` or `b:`, references read `12 0 R`. */
export type PdfValue = string | number | boolean | null | PdfValue[] | { readonly [key: string]: PdfValue };

/** What an action does that readers are to know of, by its type (ISO 32000, table 201). */
const ACTIONS: Readonly<Record<string, Carried>> = {
  '/JavaScript': 'scripts',
  '/Rendition': 'scripts',
  '/Launch': 'programs',
  '/SubmitForm': 'sending',
  '/ImportData': 'remote',
  '/GoToR': 'remote',
  '/GoToE': 'files',
};

/** What one object of a PDF has in it besides words and pictures. */
export function carriedByPdf(object: PdfValue, carried: Set<Carried> = new Set()): Set<Carried> {
  if (Array.isArray(object)) for (const one of object) carriedByPdf(one, carried);
  else if (typeof object === 'object' && object !== null) {
    const action = typeof object['/S'] === 'string' ? (ACTIONS[object['/S']] ?? null) : null;
    // A rendition is an ordinary film unless it has a script of its own.
    if (action && (object['/S'] !== '/Rendition' || '/JS' in object)) carried.add(action);
    if (object['/Type'] === '/EmbeddedFile' || '/EmbeddedFiles' in object) carried.add('files');
    if ('/XFA' in object) carried.add('scripts');
    for (const one of Object.values(object)) carriedByPdf(one, carried);
  }
  return carried;
}

/** True for an object that signs the file: whatever changes it breaks that. */
export const signsPdf = (object: PdfValue): boolean =>
  Array.isArray(object)
    ? object.some(signsPdf)
    : typeof object === 'object' &&
      object !== null &&
      ('/ByteRange' in object || Object.values(object).some(signsPdf));

/** What programs and people leave of themselves in any object: metadata (14.3.2), what is a program's own (14.5). */
const OF_MAKERS = new Set(['/Metadata', '/PieceInfo', '/LastModified']);
/** Annotations that people write; `/T` is who (12.5.6.2). In a form it names a field, and stays. */
const WRITTEN = new Set(
  'Text FreeText Line Square Circle Polygon PolyLine Highlight Underline Squiggly StrikeOut Caret Stamp Ink FileAttachment Sound Redact Popup'
    .split(' ')
    .map((name) => `/${name}`),
);

/** An object of a PDF without what it says of who made it with which program. */
export function withoutMakers(object: PdfValue): PdfValue {
  if (Array.isArray(object)) return object.map(withoutMakers);
  if (typeof object !== 'object' || object === null) return object;
  const written = typeof object['/Subtype'] === 'string' && WRITTEN.has(object['/Subtype']);
  return Object.fromEntries(
    Object.entries(object).flatMap(([key, value]) =>
      OF_MAKERS.has(key) || (written && key === '/T') ? [] : [[key, withoutMakers(value)]],
    ),
  );
}

/** Which part of PDF/UA (ISO 14289) a PDF says that it keeps to, from its metadata; null where it says nothing. */
export const pdfUaPart = (xmp: string): string | null =>
  /pdfuaid:part(?:="|='|>)([12])["'<]/.exec(xmp)?.[1] ?? null;

/** A label (XMP) that says the same; what was made accessible goes on saying so. */
export const withPdfUa = (xmp: string, part: string | null): string =>
  part === null
    ? xmp
    : xmp.replace(
        '</rdf:RDF>',
        `<rdf:Description rdf:about="" xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/"><pdfuaid:part>${part}</pdfuaid:part></rdf:Description></rdf:RDF>`,
      );
