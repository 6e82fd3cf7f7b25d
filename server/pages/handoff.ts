import yazl from 'yazl';
import type { Readable } from 'node:stream';
import type { Page, Site } from '@placard/core/contract';
import { toHtml } from '@placard/core/markup';
import { jsonLdScript } from '@placard/core/credit';
import { joinPolicies, permissionsLine, type Policy } from '@placard/core/embed';
import { Paths } from '@placard/core/naming';
import {
  embeddedIn,
  linkedData,
  renderDocument,
  headMarkup,
  listingMarkup,
  renderLeadingOn,
  renderSheet,
  seenBy,
  wholePage,
  type Holdings,
  type LinkedPages,
  type Looking,
  type RenderContext,
} from '@placard/core/page';
import type { Store } from '../store/store.ts';
import { addFile } from '../store/zip.ts';

/** A page ready to leave: its HTML and the files that it names. */
export interface HandOff {
  html: string;
  /** What its head says, and how it stands in lists of pages. */
  head: string;
  listing: string;
  /** What it places, as structured data (JSON-LD in a script element); empty where it places nothing. */
  data: string;
  files: { path: string; key: string; bytes: number }[];
  /** What the site's Content-Security-Policy must allow (CSP3). */
  csp: Policy;
  /** What its Permissions-Policy is. */
  permissions: string;
}

/** Renders a page with its files at `media/name-width.type`, each name once, whatever else is called so. */
export function handOff(
  site: Site,
  page: Page,
  known: { holdings: Holdings; pages: LinkedPages },
  looking: Looking,
): HandOff {
  const document = seenBy(wholePage(page), looking);
  const paths = new Paths();
  const files = new Map<string, { path: string; key: string; bytes: number }>();
  const context: RenderContext = {
    ...known,
    page: page.id,
    measures: site.measures,
    edges: site.edges,
    language: site.language,
    addressOf: ({ key, name = '', part, bytes = 0 }) => {
      const extension = key.slice(key.lastIndexOf('.') + 1);
      const path = paths.of(key, 'media/', part ? `${name}-${part}` : name, extension);
      files.set(path, { path, key, bytes });
      return path;
    },
  };
  const html = renderDocument(document, context);
  const head = headMarkup(page, site, context).map(toHtml).join('\n');
  const listing = toHtml(listingMarkup(page, context));
  const data = jsonLdScript(linkedData(document, context));
  return {
    html,
    head,
    listing,
    data,
    files: [...files.values()],
    csp: joinPolicies(embeddedIn(document).map(({ csp }) => csp)),
    permissions: permissionsLine(embeddedIn(document).flatMap(({ frame }) => frame ?? [])),
  };
}

/** A ZIP that opens offline: `index.html` in the site's style, the bare fragment, its entry for lists, and the media; and what leads on from where it stood. */
export async function zipHandOff(store: Store, site: Site, page: Page, ready: HandOff): Promise<Readable> {
  const zip = new yazl.ZipFile();
  const sheet = renderSheet({
    title: page.title,
    language: site.language,
    style: site.style,
    body: await withCaptionsInside(store, ready),
    head: ready.head,
    data: ready.data,
  });
  zip.addBuffer(Buffer.from(sheet), 'index.html');
  if (ready.data !== '') zip.addBuffer(Buffer.from(`${ready.data}\n`), 'structured-data.html');
  zip.addBuffer(Buffer.from(`${ready.html}\n`), 'fragment.html');
  zip.addBuffer(Buffer.from(`${ready.listing}\n`), 'listing.html');
  for (const former of page.formerAddresses)
    zip.addBuffer(
      Buffer.from(renderLeadingOn(page.title, site.language, page.address)),
      `former-addresses${former}/index.html`,
    );
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
