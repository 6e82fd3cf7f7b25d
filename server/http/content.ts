import express, { type Express, type Request, type Response } from 'express';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { boxPolicy, joinPolicies, policyLine, type Policy } from '@placard/core/embed';
import { toHtml, type Markup } from '@placard/core/markup';
import {
  documentMarkup,
  embeddedIn,
  renderDocument,
  renderSheet,
  seenBy,
  usesIn,
  wholePage,
  type Block,
  type Viewer,
  type PageDocument,
} from '@placard/core/page';
import { readPreview } from '../embeds/previews.ts';
import { linkedPages, pagesLinkedFrom } from '../pages/linkedpages.ts';
import { holdingsFor } from '../pages/holdingsfor.ts';
import { assetNamed, publicFile } from '../prep/names.ts';
import { isDocument, MIME_BY_EXTENSION } from '../imaging/formats.ts';
import { readWholeVersion } from '../pages/pages.ts';
import { readSite } from '../site/site.ts';
import { evidenceName } from '../labels/permissions.ts';
import { and, eq, gt } from 'drizzle-orm';
import { original, session } from '../db/schema.ts';
import { FRAME_WIDTHS, smallFrame } from '../film/frame.ts';
import { localCopy } from '../store/localcopy.ts';
import type { Store } from '../store/store.ts';
import { endUnread } from './body.ts';
import type { Services } from '../services.ts';
import { showOutside } from './outside.ts';
import { problemHandler } from './problem.ts';

// What each kind of address signs begins with its own word, so that no signature opens another kind.
const PREVIEW = 'preview:';
const PLACED = 'placed:';
const MEASURE = 'measure:';
const FRAMES = 'frames:';
/** A day is written `2026-12-01`. */
const DAY_LONG = 10;
/** Longer than any film, in seconds. */
const LONGEST = 360_000;
/** Longer than any name that a file was ever given here. */
const LONGEST_NAME = 300;

/**
 * The address that shows one version of a page as visitors would see it. What is for our people it shows only in the
 * application, and only while whoever asked is signed in by that `session`.
 */
export function proofAddress(
  store: Store,
  contentOrigin: string,
  pageId: string,
  version: number,
  { day, ours }: Viewer,
  session: string,
): string {
  const named = `${pageId}/${version}/${day}${ours ? `-${session}` : ''}`;
  return `${contentOrigin}/proof/${store.signature.of(`${PREVIEW}${named}`)}/${named}`;
}

/** The address that shows something embedded as visitors get it, by the name that it is kept under. */
export const placedAddress = (store: Store, contentOrigin: string, id: string): string =>
  `${contentOrigin}/placed/${store.signature.of(`${PLACED}${id}`)}/${id}`;

/** The address at which a box tells whoever frames it how high it is, and what it asks for. */
export const measureAddress = (store: Store, contentOrigin: string, id: string): string =>
  `${contentOrigin}/measure/${store.signature.of(`${MEASURE}${id}`)}/${id}`;

/** The address at which a film's frames are looked at: `?at=` takes seconds, `&width=` pixels. */
export const framesAddress = (store: Store, contentOrigin: string, sha256: string): string =>
  `${contentOrigin}/frames/${store.signature.of(`${FRAMES}${sha256}`)}/${sha256}`;

/**
 * The second origin: files, proofs and framed embeds. It knows no sessions, sets no cookies
 * and runs no scripts of its own but where a box is measured, which is sandboxed; every address is signed, and ends.
 */
export function contentApplication({
  database,
  siteId,
  store,
  outbound,
  configuration,
  log,
}: Services): Express {
  const { origin, contentOrigin } = configuration;
  const app = express();
  app.disable('x-powered-by');
  app.use(endUnread);
  app.use((_request, response, next) => {
    response.set({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cross-origin-resource-policy': 'cross-origin',
    });
    next();
  });

  app.get('/f/:signature/*key', async (request, response) => {
    const key = (request.params['key'] as unknown as string[]).join('/');
    // What shows a permission may be of any kind: it is saved, never shown here.
    const evidence = key.startsWith('evidence/');
    const mime = evidence
      ? 'application/octet-stream'
      : key.startsWith('peaks/')
        ? 'application/octet-stream'
        : MIME_BY_EXTENSION[key.slice(key.lastIndexOf('.') + 1)];
    if (!mime || !store.signature.matches(key, request.params.signature)) return missing(response);
    response.set({
      'content-type': mime,
      // Nobody shows it longer than its address holds.
      'cache-control': 'private, max-age=3600, immutable',
      // A drawing opened on its own can neither run a script nor load anything.
      'content-security-policy':
        "default-src 'none'; style-src 'unsafe-inline'; sandbox; frame-ancestors 'none'",
    });
    // Who writes on a picture measures what lies under the words: the application may read its pixels.
    if (mime.startsWith('image/') || key.startsWith('peaks/'))
      response.set('access-control-allow-origin', origin);
    // A document could hold scripts: it is saved, and opened by the program that it is for.
    if (isDocument(key.slice(key.lastIndexOf('.') + 1))) response.attachment(key.split('/').at(-1) ?? '');
    if (evidence) response.attachment(await evidenceName(database, key)).type('application/octet-stream');
    const local = store.localPath(key);
    if (local === null) return pass(response, await store.read(key).catch(() => null));
    return response.sendFile(
      local,
      { dotfiles: 'allow', cacheControl: false, lastModified: false },
      (error) => {
        if (error && !response.headersSent) missing(response);
      },
    );
  });

  app.get('/frames/:signature/:sha256', async (request, response) => {
    const { signature, sha256 } = request.params;
    const [at, width] = [Number(request.query['at']), Number(request.query['width'])];
    if (!store.signature.matches(`${FRAMES}${sha256}`, signature)) return missing(response);
    if (!(at >= 0 && at < LONGEST) || !FRAME_WIDTHS.includes(width)) return missing(response);
    const [file] = await database.select().from(original).where(eq(original.sha256, sha256));
    if (file?.facts.kind !== 'film') return missing(response);
    const copy = await localCopy(store, file.key);
    try {
      const wanted = () => !response.destroyed && !request.socket.destroyed;
      const frame = await smallFrame(copy.path, file.facts, at, width, wanted);
      if (!frame) return missing(response);
      response.set({
        'content-type': 'image/jpeg',
        'cache-control': 'private, max-age=3600, immutable',
        'content-security-policy': "default-src 'none'; sandbox; frame-ancestors 'none'",
      });
      return response.send(frame);
    } finally {
      await copy.release();
    }
  });

  app.get('/media/:name', async (request, response) => {
    if (request.params.name.length > LONGEST_NAME) return missing(response);
    const named = await assetNamed(database, await siteId(), request.params.name);
    const file = named && (await publicFile(database, named.id));
    // What is not public has no name here, neither the one of now nor an earlier one that would lead to it.
    if (!named || !file) return missing(response);
    if (named.name !== request.params.name) return response.redirect(301, `/media/${named.name}`);
    response.set('cache-control', 'public, max-age=60');
    return response.redirect(302, new URL(store.address(file)).pathname);
  });

  app.get('/proof/:signature/:page/:version/:viewer', async (request, response) => {
    const { page: id, version, viewer, signature } = request.params;
    if (!store.signature.matches(`${PREVIEW}${id}/${version}/${viewer}`, signature)) return missing(response);
    const [day, asked] = [viewer.slice(0, DAY_LONG), viewer.slice(DAY_LONG + 1)];
    const ours = asked !== '';
    if (ours && !(isFramed(request) && (await isSignedIn(database, asked)))) return missing(response);
    const site = await readSite(database, contentOrigin);
    const page = await readWholeVersion(database, site.id, id, Number(version));
    if (page.binned) return missing(response);
    const document = seenBy(wholePage(page), { day, ours });
    const [holdings, pages] = await Promise.all([
      holdingsFor(database, usesIn(document)),
      linkedPages(database, site.id, pagesLinkedFrom(document)),
    ]);
    const body = renderDocument(document, {
      measures: site.measures,
      edges: site.edges,
      holdings,
      pages,
      page: page.id,
      language: site.language,
      addressOf: ({ key }) => store.address(key),
    });
    framed(response, origin, joinPolicies(embeddedIn(document).map(({ csp }) => csp)));
    return response.send(
      renderSheet({ title: page.title, language: site.language, style: site.style, body }),
    );
  });

  app.get('/placed/:signature/:id', async (request, response) => {
    const { id, signature } = request.params;
    if (!store.signature.matches(`${PLACED}${id}`, signature)) return missing(response);
    const block = await readPreview(database, id);
    if (!block) return missing(response);
    const document = alone(block);
    const holdings = await holdingsFor(database, usesIn(document));
    const { measures, edges, language } = await readSite(database, contentOrigin);
    const body = documentMarkup(document, {
      measures,
      edges,
      holdings,
      language,
      addressOf: ({ key }) => store.address(key),
    })
      .map((part) => toHtml(request.query['now'] === undefined ? part : atOnce(part)))
      .join('\n');
    framed(response, origin, joinPolicies(embeddedIn(document).map(({ csp }) => csp)));
    return response.send(renderSheet({ title: 'Embed', language, style: ALONE, body }));
  });

  app.get('/measure/:signature/:id', async (request, response) => {
    const { id, signature } = request.params;
    if (!store.signature.matches(`${MEASURE}${id}`, signature)) return missing(response);
    const block = await readPreview(database, id);
    if (block?.type !== 'box') return missing(response);
    const { boxed } = block.attrs;
    const policy = joinPolicies([boxPolicy(boxed), { 'script-src': [MEASURING_HASH] }]);
    response.set({
      'content-type': 'text/html; charset=utf-8',
      'cache-control': 'no-store',
      'content-security-policy': `sandbox allow-scripts; default-src 'none'; ${policyLine(policy)}; base-uri 'none'; form-action 'none'; frame-ancestors ${origin}`,
    });
    return response.send(
      `<!doctype html><meta charset="utf-8"><style>html,body{margin:0}</style><script data-application="${origin}">${MEASURING}</script>\n${boxed.code}`,
    );
  });

  app.get('/outside/:signature/:packed', showOutside(store, outbound));

  app.use((_request, response) => missing(response));
  app.use(problemHandler(log));
  return app;
}

/** False for what is opened by its address alone, where a browser says so: what is for our people stands in the application. */
const isFramed = (request: Request): boolean => (request.get('sec-fetch-dest') ?? 'iframe') === 'iframe';

/** True while a session goes on. */
async function isSignedIn(database: Services['database'], id: string): Promise<boolean> {
  const going = and(eq(session.id, id), gt(session.expiresAt, new Date()));
  return (await database.select({ id: session.id }).from(session).where(going)).length > 0;
}

/** Passes a file on from a store that is elsewhere: a redirect would lead browsers off this origin. */
function pass(response: Response, file: Readable | null): Response {
  if (!file) return missing(response);
  file.on('error', () => response.destroy());
  return file.pipe(response);
}

function missing(response: Response): Response {
  return response.status(404).type('text/plain').send('There is nothing at this address.');
}

/** The same, loaded at once: whoever is shown one thing alone waits for it, wherever it stands on their screen. */
const atOnce = (part: Markup): Markup =>
  typeof part === 'string'
    ? part
    : { ...part, attributes: { ...part.attributes, loading: null }, children: part.children.map(atOnce) };

/** How a document looks that shows one thing and nothing round it: whoever shows it gives it its size. */
const ALONE =
  'html,body{margin:0;padding:0;background:#fff}main>h1,figcaption{display:none}figure{margin:0!important}figure>div{position:static!important;padding:0!important}main iframe{display:block;width:100%!important;height:100vh!important;aspect-ratio:auto!important}';

/** A page of one block, as wide as there is room, without gaps and words round it. */
const alone = (block: Block): PageDocument => ({
  type: 'doc',
  content: [
    {
      ...block,
      attrs: {
        ...('attrs' in block ? block.attrs : {}),
        position: 'full',
        gap: 0,
        gaps: null,
        width: null,
        caption: '',
      },
    } as Block,
  ],
});

/** What runs in a box that is measured, before the foreign code. */
const MEASURING = readFileSync(new URL('./measuring.browser.js', import.meta.url), 'utf8');
/** Allowed by what it says (CSP3, hash-source): a nonce would be read by the code behind it, and let it load from anywhere. */
const MEASURING_HASH = `'sha256-${createHash('sha256').update(MEASURING).digest('base64')}'`;

/** What a document that shows users' content may load of its own. */
const OWN: Policy = { 'img-src': ["'self'"], 'media-src': ["'self'"], 'style-src': ["'unsafe-inline'"] };

/** Headers of a document that shows users' content: no scripts of its own; beyond its own files only what it embeds. */
function framed(response: Response, application: string, embedded: Policy): void {
  response.set({
    'content-type': 'text/html; charset=utf-8',
    'cache-control': 'no-store',
    'content-security-policy': [
      "default-src 'none'",
      policyLine(joinPolicies([OWN, embedded])),
      "base-uri 'none'",
      "form-action 'none'",
      `frame-ancestors ${application}`,
    ].join('; '),
  });
}
