import { SaxesParser } from 'saxes';
import { plainLine } from '../text/index.ts';
import { linkAddress } from './linkaddress.ts';

/** What a host answers of one of its pages (oEmbed 1.0), with nothing in it believed beyond its sort. */
export interface Oembed {
  type: 'photo' | 'video' | 'link' | 'rich';
  title: string;
  author: string;
  authorUrl: string | null;
  provider: string;
  /** The code of a film or of something rich; empty for the others. */
  html: string;
  /** The address of a photo. */
  url: string | null;
  /** CSS pixels. */
  width: number | undefined;
  height: number | undefined;
  thumbnail: string | null;
  /** How many seconds the answer may be kept; null where nothing is said. */
  cacheAge: number | null;
}

/** Longer codes are no embed codes; longer answers are not read. */
export const LONGEST_ANSWER = 300_000;

const TYPES = ['photo', 'video', 'link', 'rich'] as const;

/** Reads an answer in JSON or XML. `wrong` says in a sentence why it is none. */
export function readOembed(text: string): Oembed | { wrong: string } {
  if (text.length > LONGEST_ANSWER) return { wrong: 'The host’s answer is longer than any embed code.' };
  const bare = text.replace(/^\ufeff/, '').trim();
  const fields = bare.startsWith('<') ? fromXml(bare) : fromJson(bare);
  if (!fields) return { wrong: 'The host’s answer is neither JSON nor XML as oEmbed has it.' };
  const line = (name: string, limit = 300) => plainLine(asText(fields[name]), limit);
  const type = TYPES.find((known) => known === line('type').toLowerCase());
  if (!type) return { wrong: `The host’s answer is of no type that oEmbed has: “${line('type', 40)}”.` };
  const html = asText(fields['html']);
  const url = linkAddress(asText(fields['url']));
  if ((type === 'video' || type === 'rich') && html.trim() === '')
    return { wrong: 'The host’s answer says that there is something to embed, and gives no code for it.' };
  if (type === 'photo' && url === null)
    return { wrong: 'The host’s answer says that there is a photo, and gives no address of it.' };
  const seconds = Number(asText(fields['cache_age']) || Number.NaN);
  return {
    type,
    title: line('title'),
    author: line('author_name'),
    authorUrl: linkAddress(asText(fields['author_url'])),
    provider: line('provider_name'),
    html: type === 'video' || type === 'rich' ? html : '',
    url,
    width: pixelsOf(fields['width']),
    height: pixelsOf(fields['height']),
    thumbnail: linkAddress(asText(fields['thumbnail_url'])),
    cacheAge: Number.isFinite(seconds) && seconds >= 0 ? seconds : null,
  };
}

const asText = (value: unknown): string =>
  typeof value === 'string' ? value : typeof value === 'number' ? String(value) : '';

function pixelsOf(value: unknown): number | undefined {
  const pixels = Math.round(Number(asText(value).replace(/px$/, '') || Number.NaN));
  return pixels >= 1 && pixels <= 10_000 ? pixels : undefined;
}

function fromJson(text: string): Record<string, unknown> | null {
  try {
    const read: unknown = JSON.parse(text);
    const first: unknown = Array.isArray(read) ? read[0] : read;
    return typeof first === 'object' && first !== null ? (first as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}

/** The elements right in `oembed`, by their names; entities of the document's own are not read. */
function fromXml(text: string): Record<string, unknown> | null {
  const fields: Record<string, string> = {};
  const open: string[] = [];
  let wrong = false;
  const parser = new SaxesParser();
  parser.on('error', () => (wrong = true));
  parser.on('doctype', () => (wrong = true));
  parser.on('opentag', ({ name }) => {
    open.push(name);
    if (open.length === 2) fields[name] = '';
  });
  const add = (words: string) => {
    const [, name] = open;
    if (open.length === 2 && name !== undefined) fields[name] += words;
  };
  parser.on('text', add);
  parser.on('cdata', add);
  parser.on('closetag', ({ name }) => {
    if (open.length === 1 && name !== 'oembed') wrong = true;
    open.pop();
  });
  try {
    parser.write(text).close();
  } catch {
    return null;
  }
  return wrong || Object.keys(fields).length === 0 ? null : fields;
}
