import yazl from 'yazl';
import type { Readable } from 'node:stream';
import type { Site } from '@placard/core/contract';
import { jsonLdScript } from '@placard/core/credit';
import { frameSources } from '@placard/core/embed';
import { Paths } from '@placard/core/naming';
import {
  framesIn,
  linkedData,
  renderDocument,
  renderSheet,
  type Holdings,
  type PageDocument,
  type RenderContext,
} from '@placard/core/page';
import type { Store } from '../store/store.ts';
import { addFile } from '../store/zip.ts';

/** A page ready to leave: its HTML and the files that it names. */
export interface HandOff {
  html: string;
  /** What it places, as structured data (JSON-LD in a script element); empty where it places nothing. */
  data: string;
  files: { path: string; key: string; bytes: number }[];
  /** What the site's Content-Security-Policy must allow (CSP3). */
  csp: Record<string, string[]>;
}

/** Renders a page with its files at `media/name-width.type`, each name once, whatever else is called so. */
export function handOff(site: Site, document: PageDocument, holdings: Holdings): HandOff {
  const paths = new Paths();
  const files = new Map<string, { path: string; key: string; bytes: number }>();
  const context: RenderContext = {
    measures: site.measures,
    holdings,
    language: site.language,
    addressOf: ({ key, name = '', part, bytes = 0 }) => {
      const extension = key.slice(key.lastIndexOf('.') + 1);
      const path = paths.of(key, 'media/', part ? `${name}-${part}` : name, extension);
      files.set(path, { path, key, bytes });
      return path;
    },
  };
  const html = renderDocument(document, context);
  const data = jsonLdScript(linkedData(document, context));
  const frames = frameSources(framesIn(document));
  return { html, data, files: [...files.values()], csp: frames.length > 0 ? { 'frame-src': frames } : {} };
}

/** A ZIP that opens offline: `index.html` in the site's style, the bare fragment, and the media. */
export async function zipHandOff(store: Store, site: Site, title: string, ready: HandOff): Promise<Readable> {
  const zip = new yazl.ZipFile();
  const sheet = renderSheet({
    title,
    language: site.language,
    style: site.style,
    body: await withCaptionsInside(store, ready),
    data: ready.data,
  });
  zip.addBuffer(Buffer.from(sheet), 'index.html');
  if (ready.data !== '') zip.addBuffer(Buffer.from(`${ready.data}\n`), 'structured-data.html');
  zip.addBuffer(Buffer.from(`${ready.html}\n`), 'fragment.html');
  for (const { path, key } of ready.files) addFile(zip, store, path, key);
  zip.end();
  return zip.outputStream as Readable;
}

/** The page with its captions in it as data, since browsers load none from beside a page that is opened from a disk. */
async function withCaptionsInside(store: Store, { html, files }: HandOff): Promise<string> {
  let page = html;
  for (const { path, key } of files.filter(({ path }) => path.endsWith('.vtt'))) {
    const data = Buffer.from(await store.bytes(key)).toString('base64');
    page = page.replaceAll(
      `<track kind="captions" src="${path}"`,
      `<track kind="captions" src="data:text/vtt;base64,${data}"`,
    );
  }
  return page;
}
