import type { Page, Site } from '../contract/index.ts';
import { jsonLdScript } from '../credit/index.ts';
import { joinPolicies, permissionsLine, type Policy } from '../embed/index.ts';
import { toHtml } from '../markup/index.ts';
import { Paths } from '../naming/index.ts';
import {
  embeddedIn,
  headMarkup,
  linkedAs,
  linkedData,
  listingMarkup,
  placesOf,
  renderDocument,
  seenBy,
  wholePage,
  type Holdings,
  type LinkedPages,
  type Viewer,
  type RenderContext,
} from '../page/index.ts';

/** A page ready to leave: its HTML and the files that it names. */
export interface HandedOff {
  site: Site;
  page: Page;
  /** As it stands by itself. */
  readonly html: string;
  /** The same as a part of a larger page, where its neighbours may have the same headings. */
  fragment: string;
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
  viewer: Viewer,
): HandedOff {
  const document = seenBy(wholePage(page), viewer);
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
  // It names every file that the whole page has, in the same order.
  const within = linkedAs(page, placesOf(document));
  const fragment = renderDocument(document, { ...context, within });
  const head = headMarkup(page, site, context).map(toHtml).join('\n');
  const listing = toHtml(listingMarkup(page, context));
  const data = jsonLdScript(linkedData(document, context));
  return {
    site,
    page,
    fragment,
    // Only what is opened by itself asks for it.
    get html() {
      return renderDocument(document, context);
    },
    head,
    listing,
    data,
    files: [...files.values()],
    csp: joinPolicies(embeddedIn(document).map(({ csp }) => csp)),
    permissions: permissionsLine(embeddedIn(document).flatMap(({ frame }) => frame ?? [])),
  };
}
