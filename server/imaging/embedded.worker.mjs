import ExifReader from 'exifreader';

const LONGEST = 20_000;

export default ({ head, xmp }) => {
  const tags = read(Buffer.from(head));
  // The reader takes files only; the smallest around it is a WebP with nothing but this (RIFF).
  if (xmp && !tags.xmp) tags.xmp = read(webpAround(Buffer.from(xmp))).xmp;
  return fieldsOf(tags);
};

const read = (file) => ({ ...ExifReader.load(file, { expanded: true, async: false }) });

function webpAround(xmp) {
  const [riff, chunk] = [Buffer.from('RIFF....WEBP'), Buffer.from('XMP ....')];
  riff.writeUInt32LE(4 + chunk.length + xmp.length, 4);
  chunk.writeUInt32LE(xmp.length, 4);
  return Buffer.concat([riff, chunk, xmp]);
}

function fieldsOf({ iptc = {}, xmp = {}, exif = {} }) {
  const first = (...values) => values.find((value) => value !== '') ?? '';
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
function textOf(tag) {
  if (Array.isArray(tag)) return tag.map(textOf).filter(Boolean).join(', ').slice(0, LONGEST);
  if (typeof tag !== 'object' || tag === null) return '';
  const { value, description } = tag;
  if (Array.isArray(value) && value.length > 0 && value.every((part) => typeof part === 'object'))
    return value.map(textOf).filter(Boolean).join(', ').slice(0, LONGEST);
  return typeof description === 'string' ? description.slice(0, LONGEST).trim() : '';
}
