import type { Found, Kind, Looked } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { mediaOnPage, type FoundMedia } from '@placard/core/foreign';
import { plainFileName } from '@placard/core/naming';
import { MIME_BY_EXTENSION, Refused } from '../imaging/formats.ts';
import { sniffHead } from '../imaging/sniff.ts';
import type { Outbound } from './outbound.ts';

const MOST_HTML = 3_000_000;

/** Makes the address, on the users'-content origin, of a small picture of what stands elsewhere. */
export type PreviewOf = (address: string) => string;

/** Tells what stands at an address: a media file by its content, or a page and the media on it. Throws Refused. */
export async function lookAt(outbound: Outbound, raw: string, previewOf: PreviewOf): Promise<Looked> {
  const address = /^[a-z][a-z0-9+.-]*:/i.test(raw) ? raw : `https://${raw}`;
  const { url, type, bytes, head } = await outbound.peek(address);
  if (type === 'text/html' || type === 'application/xhtml+xml') {
    const page = await outbound.text(url.href, { mostBytes: MOST_HTML, within: 20_000 });
    const { title, media } = mediaOnPage(page.text, page.url.href);
    const found = media.map((item) => foundOf(item, page.url, previewOf));
    return { kind: 'page', address: page.url.href, title, bytes: null, found };
  }
  const extension = await sniffHead(head).catch(() => {
    throw new Refused(`${url.host} sent neither a page nor a picture, film or sound that can be held.`);
  });
  const kind = kindOf(extension);
  const found: Found = {
    address: url.href,
    kind,
    preview: kind === 'picture' ? previewOf(url.href) : null,
    label: sourceOf(url, url),
    licenceUrl: '',
  };
  return { kind: 'media', address: url.href, title: plainFileName(url.pathname), bytes, found: [found] };
}

function kindOf(extension: string): Kind {
  const [kind] = (MIME_BY_EXTENSION[extension] ?? '').split('/');
  return kind === 'video' ? 'film' : kind === 'audio' ? 'sound' : 'picture';
}

function foundOf(item: FoundMedia, page: URL, previewOf: PreviewOf): Found {
  const { address, kind, licence, licenceUrl, title, alt, creator, creatorUrl } = item;
  const said = Object.fromEntries(
    Object.entries({ title, alt, creator, creatorUrl }).filter(([, text]) => text !== ''),
  );
  return {
    address,
    kind,
    preview: kind === 'picture' ? previewOf(address) : null,
    label: { ...said, ...(licence === 'unknown' ? {} : { licence }), ...sourceOf(page, new URL(address)) },
    licenceUrl,
  };
}

/** The source as a placard names it: the page where there is one, else the file itself. */
function sourceOf(page: URL, file: URL): Pick<Placard, 'source' | 'sourceUrl'> {
  return { source: page.hostname || file.hostname, sourceUrl: page.href };
}
