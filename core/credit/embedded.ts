import * as v from 'valibot';
import { licenceOfDeed } from '../licence/ofdeed.ts';
import { termless } from '../naming/title.ts';
import { keywordsOf } from './keywords.ts';
import { AddressSchema, type Placard } from './placard.ts';

/**
 * What a file says of itself, by the names of the IPTC Photo Metadata Standard; each value as text,
 * whichever of IPTC-IIM, XMP and Exif it came from.
 */
export interface EmbeddedFields {
  title?: string;
  /** IPTC Headline: what it is about in a few words. */
  headline?: string;
  altText?: string;
  description?: string;
  keywords?: string;
  creator?: string;
  creditLine?: string;
  source?: string;
  copyrightNotice?: string;
  /** XMP xmpRights:WebStatement, or cc:license. */
  rightsAddress?: string;
  /** PLUS Image Supplier Image ID, or dc:identifier. */
  pictureId?: string;
  /** PLUS Licensor URL: where a licence is to be had. */
  licensorAddress?: string;
}

/** The fields of a placard that a file's own metadata fill; control characters go, and what is too long is cut. */
export function placardFromFile(fields: EmbeddedFields): Partial<Placard> {
  const written = {
    // A camera's number is no title where somebody wrote a headline.
    title: line(
      fields.headline && (!fields.title || termless(fields.title)) ? fields.headline : fields.title,
      300,
    ),
    alt: line(fields.altText, 1000),
    caption: line(fields.description, 2000),
    keywords: keywordsOf(line(fields.keywords, 2000)).join(', '),
    creator: line(fields.creator, 300),
    source: line(fields.creditLine || fields.source, 300),
    sourceUrl: webAddress(fields.licensorAddress),
    copyright: line(fields.copyrightNotice, 300),
    pictureId: line(fields.pictureId, 120),
    licence: fields.rightsAddress ? licenceOfDeed(fields.rightsAddress) : 'unknown',
  };
  const said = Object.entries(written).filter(([, value]) => value !== '' && value !== 'unknown');
  return Object.fromEntries(said) as Partial<Placard>;
}

function webAddress(text: string | undefined): string {
  const read = v.safeParse(AddressSchema, text ?? '');
  return read.success ? read.output : '';
}

function line(text: string | undefined, longest: number): string {
  // eslint-disable-next-line no-control-regex
  const plain = (text ?? '').replace(/[\u0000-\u001f\u007f-\u009f\ufffe\uffff]+/g, ' ').trim();
  if (plain.length <= longest) return plain;
  const cut = plain.slice(0, longest - 1);
  // Never half of a character outside the basic plane.
  return `${/[\ud800-\udbff]$/.test(cut) ? cut.slice(0, -1) : cut}…`;
}
