import ExifReader from 'exifreader';
import { createHash } from 'node:crypto';

const LONGEST = 20_000;

export default ({ head, xmp }) => {
  const file = Buffer.from(head);
  const tags = read(file);
  // The reader takes files only; the smallest around it is a WebP with nothing but this (RIFF).
  const found = xmp ? Buffer.from(xmp) : packetIn(file);
  if (found && !tags.xmp) tags.xmp = read(webpAround(found)).xmp;
  return fieldsOf(tags, isIptcNewer(file));
};

function read(file) {
  try {
    return { ...ExifReader.load(file, { expanded: true, async: false }) };
  } catch (error) {
    // Drawings are no files that it knows.
    if (isText(file)) return {};
    throw error;
  }
}

const isText = (file) => /^\s*</.test(file.toString('latin1', 0, 200).replace(/^\xef\xbb\xbf/, ''));

/** The XMP packet that lies in a drawing or a GIF as it stands (ISO 16684-1, section 7.3: it is found by its marks). */
function packetIn(file) {
  if (!isText(file) && file.toString('latin1', 0, 3) !== 'GIF') return undefined;
  const from = file.indexOf('<x:xmpmeta');
  const end = file.indexOf('</x:xmpmeta>', from);
  return from < 0 || end < 0 ? undefined : file.subarray(from, end + '</x:xmpmeta>'.length);
}

function webpAround(xmp) {
  const [riff, chunk] = [Buffer.from('RIFF....WEBP'), Buffer.from('XMP ....')];
  riff.writeUInt32LE(4 + chunk.length + xmp.length, 4);
  chunk.writeUInt32LE(xmp.length, 4);
  return Buffer.concat([riff, chunk, xmp]);
}

/**
 * Whether a program that knows no XMP changed the IPTC-IIM after both were written together: whoever writes both leaves
 * a digest of the one beside it (Metadata Working Group, Guidelines 2.0, section 3.3.3).
 */
function isIptcNewer(file) {
  const start = file.indexOf('Photoshop 3.0\0');
  if (start < 0) return false;
  let [iptc, digest, at] = [null, null, start + 14];
  while (at + 12 <= file.length && file.toString('latin1', at, at + 4) === '8BIM') {
    const id = file.readUInt16BE(at + 4);
    const name = file[at + 6] + 1;
    const sizeAt = at + 6 + name + (name % 2);
    if (sizeAt + 4 > file.length) break;
    const size = file.readUInt32BE(sizeAt);
    const data = file.subarray(sizeAt + 4, sizeAt + 4 + size);
    if (id === 0x0404) iptc = data;
    if (id === 0x0425) digest = data;
    at = sizeAt + 4 + size + (size % 2);
  }
  if (!iptc || digest?.length !== 16 || digest.every((byte) => byte === 0)) return false;
  return !createHash('md5').update(iptc).digest().equals(digest);
}

function fieldsOf({ iptc = {}, xmp = {}, exif = {} }, iptcFirst) {
  const either = (old, newer, ...others) => {
    const ordered = iptcFirst ? [old, newer] : [newer, old];
    return [...ordered, ...others].map(textOf).find((value) => value !== '') ?? '';
  };
  return {
    title: either(iptc['Object Name'], xmp['title']),
    headline: either(iptc['Headline'], xmp['Headline']),
    altText: textOf(xmp['AltTextAccessibility']),
    description: either(iptc['Caption/Abstract'], xmp['description'], exif['ImageDescription']),
    keywords: either(iptc['Keywords'], xmp['subject']),
    creator: either(iptc['By-line'], xmp['creator'], exif['Artist']),
    creditLine: either(iptc['Credit'], xmp['Credit']),
    source: either(iptc['Source'], xmp['Source']),
    copyrightNotice: either(iptc['Copyright Notice'], xmp['rights'], exif['Copyright']),
    rightsAddress: either(undefined, xmp['WebStatement'], xmp['license']),
    pictureId: either(undefined, xmp['ImageSupplierImageID'], xmp['identifier']),
    licensorAddress: licensorOf(xmp['Licensor']),
  };
}

/** The address of the first licensor that has one (PLUS, Licensor). */
function licensorOf(licensors) {
  const each = Array.isArray(licensors?.value) ? licensors.value : [];
  for (const licensor of each) {
    const parts = licensor?.value && typeof licensor.value === 'object' ? licensor.value : licensor;
    const address = textOf(parts?.LicensorURL ?? parts?.['plus:LicensorURL']);
    if (address !== '') return address;
  }
  return '';
}

/** A tag as text: its own words, or the words of a list with commas between them. */
function textOf(tag) {
  if (Array.isArray(tag)) return tag.map(textOf).filter(Boolean).join(', ').slice(0, LONGEST);
  if (typeof tag !== 'object' || tag === null) return '';
  const { value, description } = tag;
  if (Array.isArray(value) && value.length > 0 && value.every((part) => typeof part === 'object'))
    return value.map(textOf).filter(Boolean).join(', ').slice(0, LONGEST);
  return typeof description === 'string' ? description.slice(0, LONGEST).trim() : '';
}
