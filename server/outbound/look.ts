import type { Found, Kind, Looked } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import type { FoundMedia, ForeignPage } from '@placard/core/foreign';
import { plainFileName } from '@placard/core/naming';
import { MIME_BY_EXTENSION } from '../imaging/formats.ts';
import { sniffHead } from '../imaging/sniff.ts';
import { threadsOf } from '../threads.ts';
import type { Outbound } from './outbound.ts';
import { unfit } from '../refusal.ts';

const MOST_HTML = 3_000_000;
/** In milliseconds, with waiting for others. */
const READ_WITHIN = 30_000;

const threads = threadsOf<{ html: string; address: string }, ForeignPage>(
  new URL('./mediaonpage.worker.ts', import.meta.url),
);

/** Makes the address, on the users'-content origin, of a small picture of what stands elsewhere. */
export type PreviewOf = (address: string) => string;

/** Tells what stands at an address: a media file by its content, or a page and the media on it. Throws unfit. */
export async function lookAt(outbound: Outbound, raw: string, previewOf: PreviewOf): Promise<Looked> {
  const address = /^[a-z][a-z0-9+.-]*:/i.test(raw) ? raw : `https://${raw}`;
  const { url, type, bytes, head } = await outbound.peek(address);
  if (type === 'text/html' || type === 'application/xhtml+xml') {
    const page = await outbound.text(url.href, { mostBytes: MOST_HTML, within: 20_000 });
    const { title, site, media } = await readPage(page.text, page.url);
    const source = { source: site || page.url.hostname, sourceUrl: page.url.href };
    const found = media.map((item) => foundOf(item, source, previewOf));
    return { kind: 'page', address: page.url.href, title, bytes: null, found };
  }
  const extension = await sniffHead(head).catch(() => {
    throw unfit(`${url.host} sent neither a page nor a picture, film or sound that can be held.`);
  });
  const kind = kindOf(extension);
  const found: Found = {
    address: url.href,
    kind,
    preview: kind === 'picture' ? previewOf(url.href) : null,
    label: { source: url.hostname, sourceUrl: url.href },
    licenceUrl: '',
  };
  return { kind: 'media', address: url.href, title: plainFileName(url.pathname), bytes, found: [found] };
}

async function readPage(html: string, url: URL): Promise<ForeignPage> {
  try {
    return await threads.run({ html, address: url.href }, { signal: AbortSignal.timeout(READ_WITHIN) });
  } catch {
    throw unfit(`The page at ${url.host} is too tangled to be read. Give the address of a file on it.`);
  }
}

function kindOf(extension: string): Kind {
  const [kind] = (MIME_BY_EXTENSION[extension] ?? '').split('/');
  return kind === 'video' ? 'film' : kind === 'audio' ? 'sound' : 'picture';
}

function foundOf(
  item: FoundMedia,
  source: Pick<Placard, 'source' | 'sourceUrl'>,
  previewOf: PreviewOf,
): Found {
  const { address, kind, licence, licenceUrl, title, alt, creator, creatorUrl } = item;
  const said = Object.fromEntries(
    Object.entries({ title, alt, creator, creatorUrl }).filter(([, text]) => text !== ''),
  );
  return {
    address,
    kind,
    preview: kind === 'picture' ? previewOf(address) : null,
    label: { ...said, ...(licence === 'unknown' ? {} : { licence }), ...source },
    licenceUrl,
  };
}
