import { DESK, PHONE } from '@placard/core/geometry';
import type { Router } from 'express';
import {
  arrangePages,
  copyPage,
  createPage,
  EVERYONE,
  followAddress,
  forgetAddress,
  handOffPage,
  holdFindingBack,
  letFindingGo,
  listCopyUses,
  listPages,
  listPageVersions,
  movePage,
  proofPage,
  readHeld,
  findPlaces,
  readLinkedPages,
  readPage,
  readPageVersion,
  savePage,
  tookPage,
  type Page,
  type Site,
} from '@placard/core/contract';
import { DESTINATIONS, handOff } from '@placard/core/destination';
import { pageWeight } from '@placard/core/proof';
import { slug } from '@placard/core/naming';
import { heldKey, isSeen, seenBy, wholePage, withAddresses } from '@placard/core/page';
import { zipped } from '../destinations/zip.ts';
import { placesFound } from '../pages/findplaces.ts';
import { linkedPages } from '../pages/linkedpages.ts';
import * as manage from '../pages/managepages.ts';
import { pagesUsing } from '../pages/standingcopies.ts';
import * as versions from '../pages/versions.ts';
import * as letgo from '../pages/waive.ts';
import * as list from '../pages/listpages.ts';
import * as pages from '../pages/pages.ts';
import * as write from '../pages/writepage.ts';
import { holdingsFor } from '../pages/holdingsfor.ts';
import { readSite } from '../site/site.ts';
import type { Services } from '../services.ts';
import { proofAddress } from './content.ts';
import { clash, gone, notHeld } from '../refusal.ts';
import { admit, route, type WhoAsks } from './route.ts';

/** The screens that a page is weighed for: of one and of two pixels each, as desks and phones have them. */
const WEIGHED = [PHONE, DESK].flatMap((width) => [1, 2].map((density) => ({ width, density })));

/** Answers what concerns pages. */
export function pageRoutes(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, configuration, log, cache }: Services,
): void {
  const { contentOrigin, trustedFrames } = configuration;
  const theSite = () => readSite(database, contentOrigin);
  const addressOf = (key: string) => store.address(key);
  const read = async (id: string) => {
    const site = await theSite();
    return { site, page: await pages.readWhole(database, site.id, id) };
  };

  route(router, whoAsks, listPages, async ({ query }) => {
    const id = await siteId();
    return cache.ask(`pages of ${id} ${JSON.stringify(query)}`, () =>
      list.listPages(database, id, query, addressOf),
    );
  });
  route(router, whoAsks, createPage, async ({ body, person }) =>
    write.createPage(database, await siteId(), person, body, trustedFrames),
  );
  route(router, whoAsks, readPage, async ({ params }) => pages.readPage(database, await siteId(), params.id));
  route(router, whoAsks, listCopyUses, async ({ params }) => pagesUsing(database, await siteId(), params.id));

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

  route(router, whoAsks, proofPage, async ({ params, query, session }) => {
    const { site, page } = await read(params.id);
    const { findings, holdings, today } = await pages.findingsOf(database, site.id, page);
    const viewer = { day: query.on ?? today, ours: query.ours === 'yes' };
    const seen = seenBy(wholePage(page), viewer);
    return {
      preview: proofAddress(store, contentOrigin, page.id, page.version, viewer, session),
      version: page.version,
      findings,
      weights: pageWeight(seen, { measures: site.measures, holdings }, WEIGHED).map((bytes, at) => ({
        viewport: WEIGHED[at]?.width ?? 0,
        density: WEIGHED[at]?.density ?? 1,
        bytes,
      })),
    };
  });

  /** A page as it leaves today for everybody. Throws a Refusal where something keeps it back. */
  const readyPage = async (site: Site, page: Page) => {
    if (page.binned) throw clash('This page lies in the bin. Bring it back first.');
    const { findings, holdings, pages: linked, today } = await pages.findingsOf(database, site.id, page);
    letgo.refuseStopped(findings);
    if (!isSeen(page.shown, { day: today, ours: false }))
      throw clash(
        'Not everybody is shown this page today, so that it does not leave. In Place, its own panel says when it is shown.',
      );
    const ready = handOff(site, page, { holdings, pages: linked }, { day: today, ours: false });
    return { findings, ready };
  };

  route(router, whoAsks, handOffPage, async ({ params }) => {
    const { site, page } = await read(params.id);
    const { findings, ready } = await readyPage(site, page);
    return {
      version: page.version,
      destinations: DESTINATIONS.map(({ name, does, form }) => ({ name, does, form })),
      codes: Object.fromEntries(
        DESTINATIONS.flatMap((to) => (to.form === 'code' ? [[to.name, to.code(ready)]] : [])),
      ),
      head: ready.head,
      listing: ready.listing,
      data: ready.data,
      files: ready.files.map(({ path, bytes }) => ({ path, bytes })),
      csp: ready.csp,
      permissions: ready.permissions,
      findings,
    };
  });

  router.get('/api/pages/:id/hand-off/:destination', admit(whoAsks, EVERYONE), async (request, response) => {
    const destination = DESTINATIONS.find(({ name }) => name === request.params['destination']);
    if (destination?.form !== 'files') throw gone('Nothing is given out under this name.');
    const { site, page } = await read(String(request.params['id']));
    const { ready } = await readyPage(site, page);
    // That it was taken is said by whoever takes it (tookPage): another site can have a browser ask for this address.
    response.attachment(`${slug(page.title, 'page')}.zip`);
    const stream = await zipped(store, destination.entries(ready));
    stream.on('error', (error) => {
      log.error({ err: error }, 'A hand-off broke off');
      response.destroy();
    });
    stream.pipe(response);
  });

  route(router, whoAsks, tookPage, async ({ params, body }) => {
    const { page } = await read(params.id);
    await versions.markHandedOff(database, page.id, body.version);
    return {};
  });
  route(router, whoAsks, movePage, async ({ params, body, person }) =>
    manage.movePage(database, await siteId(), person, params.id, body),
  );
  route(router, whoAsks, copyPage, async ({ params, body, person }) =>
    manage.copyPage(database, await siteId(), person, params.id, body, trustedFrames),
  );
  route(router, whoAsks, arrangePages, async ({ body }) =>
    manage.arrangePages(database, await siteId(), body.pages, body.to),
  );
  route(router, whoAsks, forgetAddress, async ({ params, query }) => {
    await manage.forgetAddress(database, await siteId(), params.id, query.address);
    return {};
  });
  route(router, whoAsks, followAddress, async ({ query }) =>
    manage.pageAt(database, await siteId(), query.address),
  );
  route(router, whoAsks, readLinkedPages, async ({ query }) => {
    const linked = await linkedPages(database, await siteId(), query.ids.split(',').slice(0, 100));
    return [...linked].map(([id, { title, address, anchors }]) => ({
      id,
      title,
      address,
      anchors: [...anchors],
    }));
  });
  route(router, whoAsks, findPlaces, async ({ query }) => placesFound(database, await siteId(), query.words));
  route(router, whoAsks, listPageVersions, async ({ params }) =>
    versions.listVersions(database, await siteId(), params.id),
  );
  route(router, whoAsks, readPageVersion, async ({ params }) =>
    versions.readVersion(database, await siteId(), params.id, Number(params.number)),
  );

  const findingsOf = async (id: string) => {
    const { site, page } = await read(id);
    return (await pages.findingsOf(database, site.id, page)).findings;
  };
  route(router, whoAsks, letFindingGo, async ({ params, body, person }) => {
    await letgo.waiveFinding(database, await siteId(), person, params.id, await findingsOf(params.id), body);
    return { findings: await findingsOf(params.id) };
  });
  route(router, whoAsks, holdFindingBack, async ({ params }) => {
    await read(params.id);
    await letgo.holdFindingBack(database, await siteId(), params.id, params.finding);
    return { findings: await findingsOf(params.id) };
  });
}
