import type { Router } from 'express';
import {
  createPage,
  EVERYONE,
  handOffPage,
  holdFindingBack,
  letFindingGo,
  listHosts,
  listPages,
  previewEmbed,
  proofPage,
  readHeld,
  readPage,
  reviewHost,
  savePage,
  unpackEmbed,
} from '@placard/core/contract';
import { pageWeight } from '@placard/core/proof';
import { slug } from '@placard/core/naming';
import { heldKey, withAddresses } from '@placard/core/page';
import * as handoff from '../pages/handoff.ts';
import * as letgo from '../pages/letgo.ts';
import * as list from '../pages/listpages.ts';
import * as hosts from '../pages/hosts.ts';
import * as pages from '../pages/pages.ts';
import * as write from '../pages/writepage.ts';
import { unpackInThread } from '../pages/unpack.ts';
import { holdingsFor } from '../pages/holdingsfor.ts';
import { readSite } from '../site/site.ts';
import type { House } from './house.ts';
import { frameAddress, proofAddress } from './content.ts';
import { notHeld } from '../refusal.ts';
import { admit, route, type WhoAsks } from './route.ts';

const PHONE = 390;
const DESK = 1280;

/** Answers what concerns pages and embeds. */
export function answerPages(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, configuration, log, remembered }: House,
): void {
  const { contentOrigin, trustedFrames } = configuration;
  const theSite = () => readSite(database, contentOrigin);
  const addressOf = (key: string) => store.address(key);
  const read = async (id: string) => {
    const site = await theSite();
    return { site, page: await pages.readPage(database, site.id, id) };
  };

  route(router, whoAsks, listPages, async ({ query }) => {
    const id = await siteId();
    return remembered.ask(`pages of ${id} ${JSON.stringify(query)}`, () =>
      list.listPages(database, id, query, addressOf),
    );
  });
  route(router, whoAsks, createPage, async ({ body, person }) =>
    write.createPage(database, await siteId(), person, body, trustedFrames),
  );
  route(router, whoAsks, readPage, async ({ params }) => (await read(params.id)).page);

  route(router, whoAsks, readHeld, async ({ params, query }) => {
    const use = { asset: params.id, version: query.version ?? null };
    const held = (await holdingsFor(database, [use], await siteId())).get(heldKey(use));
    if (!held) throw notHeld();
    return withAddresses(held, addressOf);
  });

  route(router, whoAsks, savePage, async ({ params, body, person }) => {
    const saved = await write.savePage(database, await siteId(), person, params.id, body, trustedFrames);
    const { version, changedAt, findings } = saved;
    return { version, changedAt: changedAt.toISOString(), findings };
  });

  route(router, whoAsks, proofPage, async ({ params }) => {
    const { site, page } = await read(params.id);
    const { findings, holdings } = await pages.findingsOf(database, site.id, page);
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
    const { findings, holdings } = await pages.findingsOf(database, site.id, page);
    letgo.refuseStopped(findings);
    const ready = handoff.handOff(site, page.document, holdings);
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
    const { findings, holdings } = await pages.findingsOf(database, site.id, page);
    letgo.refuseStopped(findings);
    const ready = handoff.handOff(site, page.document, holdings);
    response.attachment(`${slug(page.title, 'page')}.zip`);
    const stream = await handoff.zipHandOff(store, site, page.title, ready);
    stream.on('error', (error) => {
      log.error({ err: error }, 'A hand-off broke off');
      response.destroy();
    });
    stream.pipe(response);
  });

  const findingsOf = async (id: string) => {
    const { site, page } = await read(id);
    return (await pages.findingsOf(database, site.id, page)).findings;
  };
  route(router, whoAsks, letFindingGo, async ({ params, body, person }) => {
    await letgo.letFindingGo(database, await siteId(), person, params.id, await findingsOf(params.id), body);
    return { findings: await findingsOf(params.id) };
  });
  route(router, whoAsks, holdFindingBack, async ({ params }) => {
    await read(params.id);
    await letgo.holdFindingBack(database, await siteId(), params.id, params.finding);
    return { findings: await findingsOf(params.id) };
  });

  route(router, whoAsks, unpackEmbed, async ({ body }) => {
    const unpacked = await unpackInThread(body.code, trustedFrames);
    if (!unpacked.frame) return { unpacked, host: null };
    const { host } = new URL(unpacked.frame.src);
    const reviewOf = await hosts.hostReviews(database, await siteId());
    return { unpacked, host: { host, review: reviewOf(host) } };
  });

  route(router, whoAsks, previewEmbed, async ({ body }) => {
    write.refuseUnsafe([body.frame], trustedFrames);
    return { preview: frameAddress(store, contentOrigin, body.frame) };
  });

  route(router, whoAsks, listHosts, async () => hosts.listHosts(database, await siteId()));
  route(router, whoAsks, reviewHost, async ({ params, body }) => {
    await hosts.reviewHost(database, await siteId(), params.host, body.review, body.note);
    return {};
  });
}
