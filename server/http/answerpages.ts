import type { Router } from 'express';
import {
  createPage,
  EVERYONE,
  handOffPage,
  listHosts,
  listPages,
  previewEmbed,
  proofPage,
  readPage,
  reviewHost,
  savePage,
  unpackEmbed,
} from '@placard/core/contract';
import { frameToHtml, unpack, type Frame } from '@placard/core/embed';
import { placements, type PageDocument } from '@placard/core/page';
import { pageWeight } from '@placard/core/proof';
import { slug } from '@placard/core/naming';
import * as handoff from '../pages/handoff.ts';
import * as hosts from '../pages/hosts.ts';
import * as pages from '../pages/pages.ts';
import { readSite } from '../site/site.ts';
import type { House } from './house.ts';
import { frameAddress, proofAddress } from './content.ts';
import type { Finding } from '@placard/core/proof';
import { Problem } from './problem.ts';
import { admit, route, type WhoAsks } from './route.ts';

const PHONE = 390;
const DESK = 1280;

/** Answers what concerns pages and embeds. */
export function answerPages(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, configuration, log }: House,
): void {
  const { contentOrigin, trustedFrames } = configuration;
  const theSite = () => readSite(database, contentOrigin);
  const refuseUnsafe = (frame: Frame) => {
    // A frame is only what unpacking would have made of it, whoever sends it.
    const html = frameToHtml(frame);
    if (unpack(html, trustedFrames).html !== html)
      throw new Problem(422, 'This embed is not safe to place. Paste its code again.');
  };
  const refuseUnsafeIn = (document: PageDocument) => {
    for (const block of placements(document)) if (block.type === 'embed') refuseUnsafe(block.attrs.frame);
  };
  const addressOf = (key: string) => store.address(key);
  const read = async (id: string) => {
    const site = await theSite();
    return { site, page: await pages.readPage(database, site.id, id) };
  };

  route(router, whoAsks, listPages, async () => pages.listPages(database, await theSite(), addressOf));
  route(router, whoAsks, createPage, async ({ body, person }) => {
    if (body.document) refuseUnsafeIn(body.document);
    return pages.createPage(database, await siteId(), person, body);
  });
  route(router, whoAsks, readPage, async ({ params }) => (await read(params.id)).page);

  route(router, whoAsks, savePage, async ({ params, body, person }) => {
    refuseUnsafeIn(body.document);
    const site = await theSite();
    const { version, changedAt } = await pages.savePage(database, site.id, person, params.id, body);
    const { findings } = await pages.findingsOf(database, site, body.document, addressOf);
    return { version, changedAt: changedAt.toISOString(), findings };
  });

  route(router, whoAsks, proofPage, async ({ params }) => {
    const { site, page } = await read(params.id);
    const { findings, holdings } = await pages.findingsOf(database, site, page.document, addressOf);
    return {
      preview: proofAddress(store, contentOrigin, page.id, page.version),
      version: page.version,
      findings,
      weights: [PHONE, DESK].map((viewport) => ({
        viewport,
        bytes: pageWeight(page.document, { measures: site.measures, holdings }, viewport),
      })),
    };
  });

  route(router, whoAsks, handOffPage, async ({ params }) => {
    const { site, page } = await read(params.id);
    const { findings } = await pages.findingsOf(database, site, page.document, addressOf);
    refuseUnapproved(findings);
    const ready = await handoff.handOff(database, site, page.document);
    return {
      html: ready.html,
      data: ready.data,
      files: ready.files.map(({ path, bytes }) => ({ path, bytes })),
      csp: ready.csp,
      findings,
      zip: `/api/pages/${page.id}/hand-off.zip`,
    };
  });

  router.get('/api/pages/:id/hand-off.zip', admit(whoAsks, EVERYONE), async (request, response) => {
    const { site, page } = await read(String(request.params['id']));
    refuseUnapproved((await pages.findingsOf(database, site, page.document, addressOf)).findings);
    const ready = await handoff.handOff(database, site, page.document);
    response.attachment(`${slug(page.title, 'page')}.zip`);
    const stream = handoff.zipHandOff(store, site, page.title, ready);
    stream.on('error', (error) => {
      log.error({ err: error }, 'A hand-off broke off');
      response.destroy();
    });
    stream.pipe(response);
  });

  route(router, whoAsks, unpackEmbed, async ({ body }) => {
    const unpacked = unpack(body.code, trustedFrames);
    if (!unpacked.frame) return { unpacked, host: null };
    const { host } = new URL(unpacked.frame.src);
    const standingOf = await hosts.hostStandings(database, await siteId());
    return { unpacked, host: { host, standing: standingOf(host) } };
  });

  route(router, whoAsks, previewEmbed, async ({ body }) => {
    refuseUnsafe(body.frame);
    return { preview: frameAddress(store, contentOrigin, body.frame) };
  });

  route(router, whoAsks, listHosts, async () => hosts.listHosts(database, await siteId()));
  route(router, whoAsks, reviewHost, async ({ params, body }) => {
    await hosts.reviewHost(database, await siteId(), params.host, body.standing, body.note);
    return {};
  });
}

/** Where the site wants terms approved, nothing leaves before they are. Throws a Problem. */
function refuseUnapproved(findings: readonly Finding[]): void {
  const waiting = findings.filter(({ rule }) => rule === 'terms-not-approved');
  if (waiting.length > 0)
    throw new Problem(
      409,
      `This page cannot leave yet. ${waiting.map(({ says }) => says).join(' ')} Put the permission on file at Label; a reviewer approves it.`,
    );
}
