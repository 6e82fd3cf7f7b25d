import express, { type Express, type Response } from 'express';
import type { Readable } from 'node:stream';
import * as v from 'valibot';
import { FrameSchema, frameSources, frameToHtml, type Frame } from '@placard/core/embed';
import {
  framesIn,
  renderDocument,
  renderSheet,
  seenBy,
  usesIn,
  wholePage,
  type Looking,
} from '@placard/core/page';
import { linkedPages, pagesLinkedFrom } from '../pages/linkedpages.ts';
import { holdingsFor } from '../pages/holdingsfor.ts';
import { assetNamed, publicFile } from '../prep/names.ts';
import { isDocument, MIME_BY_EXTENSION } from '../imaging/formats.ts';
import { readWhole } from '../pages/pages.ts';
import { readSite } from '../site/site.ts';
import { evidenceName } from '../labels/permissions.ts';
import type { Store } from '../store/store.ts';
import { endUnread } from './body.ts';
import type { House } from './house.ts';
import { showOutside } from './outside.ts';
import { problemHandler } from './problem.ts';

// What each kind of address signs begins with its own word, so that no signature opens another kind.
const PREVIEW = 'preview:';
const FRAME = 'frame:';
/** Longer than any name that a file was ever given here. */
const LONGEST_NAME = 300;

/** The address that shows a page as visitors see it; `version` only keeps browsers from showing an older one. */
export function proofAddress(
  store: Store,
  contentOrigin: string,
  pageId: string,
  version: number,
  { day, ours }: Looking,
): string {
  const looking = `${day}${ours ? '-ours' : ''}`;
  const signature = store.signature.of(`${PREVIEW}${pageId}:${looking}`);
  return `${contentOrigin}/proof/${signature}/${pageId}/${looking}?v=${version}`;
}

/** The address that shows one frame as visitors get it. */
export function frameAddress(store: Store, contentOrigin: string, frame: Frame): string {
  const packed = Buffer.from(JSON.stringify(frame)).toString('base64url');
  return `${contentOrigin}/frame/${store.signature.of(`${FRAME}${packed}`)}/${packed}`;
}

/**
 * The second origin: files, proofs and framed embeds. It knows no sessions, sets no cookies
 * and runs no scripts of its own; every address is signed.
 */
export function contentApplication({
  database,
  siteId,
  store,
  outbound,
  configuration,
  log,
}: House): Express {
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
      : MIME_BY_EXTENSION[key.slice(key.lastIndexOf('.') + 1)];
    if (!mime || !store.signature.matches(key, request.params.signature)) return missing(response);
    response.set({
      'content-type': mime,
      'cache-control': 'public, max-age=31536000, immutable',
      // A drawing opened on its own can neither run a script nor load anything.
      'content-security-policy':
        "default-src 'none'; style-src 'unsafe-inline'; sandbox; frame-ancestors 'none'",
    });
    // Who writes on a picture measures what lies under the words: the application may read its pixels.
    if (mime.startsWith('image/')) response.set('access-control-allow-origin', origin);
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

  app.get('/media/:name', async (request, response) => {
    if (request.params.name.length > LONGEST_NAME) return missing(response);
    const named = await assetNamed(database, await siteId(), request.params.name);
    if (!named) return missing(response);
    if (named.name !== request.params.name) return response.redirect(301, `/media/${named.name}`);
    const file = await publicFile(database, named.id);
    if (!file) return missing(response);
    response.set('cache-control', 'public, max-age=60');
    return response.redirect(302, new URL(store.address(file)).pathname);
  });

  app.get('/proof/:signature/:page/:looking', async (request, response) => {
    const { page: id, signature, looking } = request.params;
    if (!store.signature.matches(`${PREVIEW}${id}:${looking}`, signature)) return missing(response);
    const site = await readSite(database, contentOrigin);
    const page = await readWhole(database, site.id, id);
    const document = seenBy(wholePage(page), { day: looking.slice(0, 10), ours: looking.endsWith('-ours') });
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
    framed(response, origin, framesIn(document));
    return response.send(
      renderSheet({ title: page.title, language: site.language, style: site.style, body }),
    );
  });

  app.get('/frame/:signature/:packed', (request, response) => {
    const { packed, signature } = request.params;
    if (!store.signature.matches(`${FRAME}${packed}`, signature)) return missing(response);
    const frame = v.parse(FrameSchema, JSON.parse(Buffer.from(packed, 'base64url').toString('utf8')));
    framed(response, origin, [frame]);
    const style = 'html,body{margin:0;padding:0;background:#fff}iframe{display:block}main>h1{display:none}';
    return response.send(
      renderSheet({ title: frame.title, language: 'en', style, body: frameToHtml(frame) }),
    );
  });

  app.get('/outside/:signature/:packed', showOutside(store, outbound));

  app.use((_request, response) => missing(response));
  app.use(problemHandler(log));
  return app;
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

/** Headers of a document that shows users' content: no scripts; frames only from where it frames. */
function framed(response: Response, application: string, frames: readonly Frame[]): void {
  const sources = frameSources(frames).join(' ');
  response.set({
    'content-type': 'text/html; charset=utf-8',
    'cache-control': 'no-store',
    'content-security-policy': [
      "default-src 'none'",
      "img-src 'self'",
      "media-src 'self'",
      "style-src 'unsafe-inline'",
      `frame-src ${sources === '' ? "'none'" : sources}`,
      "base-uri 'none'",
      "form-action 'none'",
      `frame-ancestors ${application}`,
    ].join('; '),
  });
}
