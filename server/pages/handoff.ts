import yazl from 'yazl';
import type { Readable } from 'node:stream';
import type { Site } from '@placard/core/contract';
import { jsonLdScript } from '@placard/core/credit';
import { linkedData, placements, renderDocument, renderSheet, type PageDocument } from '@placard/core/page';
import type { Database } from '../db/database.ts';
import { holdingsFor, type PageFile } from '../holdings/forpage.ts';
import type { Store } from '../store/store.ts';
import { addFile } from '../store/zip.ts';
import { usesOf } from './pages.ts';

/** A page ready to leave: its HTML and the files that it names. */
export interface HandOff {
  html: string;
  /** What it places, as structured data (JSON-LD in a script element); empty where it places nothing. */
  data: string;
  files: { path: string; key: string; bytes: number }[];
  /** What the site's Content-Security-Policy must allow (CSP3). */
  csp: Record<string, string[]>;
}

/** Renders a page with its files at `media/name-width.type`, each name once. */
export async function handOff(database: Database, site: Site, document: PageDocument): Promise<HandOff> {
  const named = new Map<string, { path: string; key: string; bytes: number }>();
  const holdings = await holdingsFor(database, usesOf(document), (file) => {
    const path = pathOf(file);
    named.set(path, { path, key: file.key, bytes: file.bytes });
    return path;
  });
  const context = { measures: site.measures, holdings, language: site.language };
  const html = renderDocument(document, context);
  const frames = placements(document).flatMap((block) =>
    block.type === 'embed' ? [new URL(block.attrs.frame.src).origin] : [],
  );
  return {
    html,
    data: jsonLdScript(linkedData(document, context)),
    files: [...named.values()].filter(({ path }) => html.includes(path)),
    csp: frames.length > 0 ? { 'frame-src': [...new Set(frames)].sort() } : {},
  };
}

function pathOf({ key, name, part }: PageFile): string {
  const extension = key.slice(key.lastIndexOf('.') + 1);
  return `media/${name}${part === '' ? '' : `-${part}`}.${extension}`;
}

/** A ZIP that opens offline: `index.html` in the site's style, the bare fragment, and the media. */
export function zipHandOff(store: Store, site: Site, title: string, ready: HandOff): Readable {
  const zip = new yazl.ZipFile();
  const sheet = renderSheet({
    title,
    language: site.language,
    style: site.style,
    body: ready.html,
    data: ready.data,
  });
  zip.addBuffer(Buffer.from(sheet), 'index.html');
  if (ready.data !== '') zip.addBuffer(Buffer.from(`${ready.data}\n`), 'structured-data.html');
  zip.addBuffer(Buffer.from(`${ready.html}\n`), 'fragment.html');
  for (const { path, key } of ready.files) addFile(zip, store, path, key);
  zip.end();
  return zip.outputStream as Readable;
}
