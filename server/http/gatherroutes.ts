import type { Router } from 'express';
import { and, eq } from 'drizzle-orm';
import {
  acceptArrivals,
  becameOf,
  discardArrival,
  fetchMedia,
  forgetSentFilm,
  knownFiles,
  listArrivals,
  listComps,
  listSentFilms,
  lookAt,
  openFolder,
  planArrivals,
  searchAgency,
  searchCatalogue,
  searchFilms,
  sendFilm,
  swapComp,
  undoSwap,
} from '@placard/core/contract';
import { asset } from '../db/schema.ts';
import { heldAs } from '../holdings/alike.ts';
import * as accept from '../holdings/accept.ts';
import * as arrivals from '../holdings/arrivals.ts';
import * as sent from '../holdings/sentfilms.ts';
import * as swap from '../holdings/swap.ts';
import type { CataloguePicture } from '../outbound/catalogue.ts';
import { lookAt as look } from '../outbound/look.ts';
import { playerFrame } from '../outbound/playerframe.ts';
import { checkAddress } from '../outbound/reach.ts';
import { refuseOverQuota } from '../site/quota.ts';
import type { Services } from '../services.ts';
import { outsideAddress } from './outside.ts';
import { noVideoHost, Refusal, unfit } from '../refusal.ts';
import { route, type WhoAsks } from './route.ts';

/** Answers what concerns bringing media in: arrivals, the web, the catalogue. */
export function gatherRoutes(router: Router, whoAsks: WhoAsks, services: Services): void {
  const {
    database,
    siteId,
    store,
    configuration,
    outbound,
    catalogue,
    agency,
    videoHost,
    folders,
    runner,
    log,
  } = services;
  const { uploads, contentOrigin, trustedFrames } = configuration;
  const previewOf = (address: string) => outsideAddress(store, contentOrigin, address);

  route(router, whoAsks, listArrivals, async () =>
    arrivals.listArrivals(database, store, await siteId(), uploads),
  );

  route(router, whoAsks, planArrivals, async ({ body }) =>
    accept.planArrivals(database, await siteId(), body.arrivals),
  );

  route(router, whoAsks, acceptArrivals, async ({ body, person }) => {
    const site = await siteId();
    const accepted: { arrival: string; asset: string }[] = [];
    const left: { arrival: string; says: string }[] = [];
    for (const wish of body.arrivals) {
      try {
        const id = await accept.acceptArrival(database, store, site, person, wish);
        if (id) accepted.push({ arrival: wish.id, asset: id });
        else
          left.push({
            arrival: wish.id,
            says: 'Somebody has accepted or discarded it already, or it is still being read.',
          });
      } catch (error) {
        if (!(error instanceof Refusal)) log.error({ err: error }, 'Could not accept an arrival');
        left.push({
          arrival: wish.id,
          says: error instanceof Refusal ? error.message : 'It could not be accepted. Try again.',
        });
      }
    }
    runner.wake();
    return { accepted, left };
  });

  route(router, whoAsks, discardArrival, async ({ params }) => {
    await arrivals.discardArrival(database, store, await siteId(), uploads, params.id);
    return {};
  });

  route(router, whoAsks, becameOf, async ({ params }) => {
    const [row] = await database
      .select({ id: asset.id })
      .from(asset)
      .where(and(eq(asset.arrivalId, params.id), eq(asset.siteId, await siteId())));
    return { asset: row?.id ?? null };
  });

  route(router, whoAsks, knownFiles, async ({ body }) => {
    const held = await heldAs(database, await siteId(), body.sha256);
    return [...held].map(([sha256, { id, title }]) => ({ sha256, asset: id, title }));
  });

  route(router, whoAsks, lookAt, ({ body }) => look(outbound, body.address, previewOf));

  route(router, whoAsks, fetchMedia, async ({ body, person }) => {
    const site = await siteId();
    // How large they are is known only once they come; the next one finds no room then.
    await refuseOverQuota({ database, uploads: configuration.uploads, store }, site, 1);
    for (const { address } of body.items) checkAddress(address, configuration.trustedOutside);
    const ids = await arrivals.announceFetches(database, site, person.id, body.items);
    runner.wake();
    return { arrivals: ids };
  });

  const itemsOf = (pictures: readonly CataloguePicture[]) =>
    pictures.map(({ small, ...picture }) => ({
      ...picture,
      kind: 'picture' as const,
      preview: previewOf(small),
    }));

  route(router, whoAsks, searchCatalogue, async ({ query }) => {
    if (!catalogue) throw unfit('No catalogue is connected here.');
    const { total, pictures } = await catalogue.search(query);
    return { name: catalogue.name, total, items: itemsOf(pictures) };
  });

  route(router, whoAsks, searchAgency, async ({ query }) => {
    if (!agency) throw unfit('No agency is connected here.');
    const { total, pictures } = await agency.search(query);
    return { name: agency.name, total, items: itemsOf(pictures) };
  });

  route(router, whoAsks, openFolder, async ({ query }) => {
    if (!folders) throw unfit('No folders are connected here.');
    const { pictures, ...inside } = await folders.open(query.folder || null, query.page);
    return { name: folders.name, ...inside, items: itemsOf(pictures) };
  });

  route(router, whoAsks, searchFilms, async ({ query }) => {
    if (!videoHost) throw noVideoHost();
    const { total, films } = await videoHost.search(query);
    return {
      name: videoHost.name,
      total,
      films: films.flatMap(({ title, owner, seconds, page, still, ...film }) => {
        const frame = playerFrame({ ...film, title }, trustedFrames);
        return frame ? [{ title, owner, seconds, page, still, preview: previewOf(still), frame }] : [];
      }),
    };
  });

  route(router, whoAsks, listSentFilms, async ({ params }) => ({
    host: videoHost?.name ?? null,
    sent: await sent.listSentFilms(database, await siteId(), params.id, trustedFrames),
  }));

  route(router, whoAsks, sendFilm, async ({ params, body, person }) => {
    if (!videoHost) throw noVideoHost();
    const site = await siteId();
    const id = await sent.announceSending(database, site, person.id, videoHost.name, params.id, body);
    runner.wake();
    return { id };
  });

  route(router, whoAsks, forgetSentFilm, async ({ params }) => {
    await sent.forgetSentFilm(database, await siteId(), params.id);
    return {};
  });

  route(router, whoAsks, listComps, async ({ query }) =>
    swap.listComps(database, store, await siteId(), agency, query.limit),
  );

  route(router, whoAsks, swapComp, async ({ params, body, person }) => {
    const site = await siteId();
    const { arrival, sure } = body;
    if (arrival) await swap.swapComp(database, site, person.id, params.id, { arrival, sure });
    else await swap.fetchBought(database, agency, site, person.id, params.id);
    runner.wake();
    return {};
  });

  route(router, whoAsks, undoSwap, async ({ params, person }) => {
    await swap.undoSwap(database, await siteId(), person.id, params.id);
    runner.wake();
    return {};
  });
}
