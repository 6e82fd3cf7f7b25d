import ExifReader from 'exifreader';
import { open } from 'node:fs/promises';
import type { EmbeddedFields } from '@placard/core/credit';

/** What comes later in a file is not looked for. JPEG says it all before its picture begins; others may say it at their end. */
const [READ, READ_OF_JPEG] = [6_000_000, 500_000];
const LONGEST = 20_000;

/** What a picture's file says of itself (IPTC-IIM, XMP, Exif); nothing where it says nothing that can be read. */
export async function readEmbedded(path: string): Promise<EmbeddedFields> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    const mark = Buffer.alloc(2);
    await file.read(mark, 0, 2, 0);
    const isJpeg = mark.readUInt16BE() === 0xffd8;
    const head = Buffer.alloc(Math.min(size, isJpeg ? READ_OF_JPEG : READ));
    await file.read(head, 0, head.length, 0);
    return fieldsOf(ExifReader.load(head, { expanded: true, async: false }));
  } catch {
    return {};
  } finally {
    await file.close();
  }
}

type Tags = ReturnType<typeof ExifReader.load> & Record<string, Record<string, unknown> | undefined>;

function fieldsOf(tags: unknown): EmbeddedFields {
  const { iptc = {}, xmp = {}, exif = {} } = tags as Tags;
  const first = (...values: string[]) => values.find((value) => value !== '') ?? '';
  return {
    title: first(textOf(iptc['Object Name']), textOf(xmp['title'])),
    altText: textOf(xmp['AltTextAccessibility']),
    description: first(
      textOf(iptc['Caption/Abstract']),
      textOf(xmp['description']),
      textOf(exif['ImageDescription']),
    ),
    keywords: first(textOf(iptc['Keywords']), textOf(xmp['subject'])),
    creator: first(textOf(iptc['By-line']), textOf(xmp['creator']), textOf(exif['Artist'])),
    creditLine: first(textOf(iptc['Credit']), textOf(xmp['Credit'])),
    source: first(textOf(iptc['Source']), textOf(xmp['Source'])),
    copyrightNotice: first(
      textOf(iptc['Copyright Notice']),
      textOf(xmp['rights']),
      textOf(exif['Copyright']),
    ),
    rightsAddress: first(textOf(xmp['WebStatement']), textOf(xmp['license'])),
    pictureId: first(textOf(xmp['ImageSupplierImageID']), textOf(xmp['identifier'])),
  };
}

/** A tag as text: its own words, or the words of a list with commas between them. */
function textOf(tag: unknown): string {
  if (Array.isArray(tag)) return tag.map(textOf).filter(Boolean).join(', ').slice(0, LONGEST);
  if (typeof tag !== 'object' || tag === null) return '';
  const { value, description } = tag as { value?: unknown; description?: unknown };
  if (Array.isArray(value) && value.length > 0 && value.every((part) => typeof part === 'object'))
    return value.map(textOf).filter(Boolean).join(', ').slice(0, LONGEST);
  return typeof description === 'string' ? description.slice(0, LONGEST).trim() : '';
}
