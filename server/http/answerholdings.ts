import type { Router } from 'express';
import {
  acceptArrivals,
  discardArrival,
  labelAsset,
  listArrivals,
  listAssets,
  prepareAsset,
  putCaptions,
  readAsset,
} from '@placard/core/contract';
import * as arrivals from '../holdings/arrivals.ts';
import * as assets from '../holdings/assets.ts';
import * as captions from '../holdings/captions.ts';
import * as label from '../holdings/label.ts';
import { enqueue } from '../jobs/queue.ts';
import { readSite } from '../site/site.ts';
import type { House } from './app.ts';
import { Problem } from './problem.ts';
import { route, type WhoAsks } from './route.ts';

/** Answers what concerns arrivals and holdings. */
export function answerHoldings(
  router: Router,
  whoAsks: WhoAsks,
  { database, store, configuration, runner, log }: House,
): void {
  const { uploads, contentOrigin } = configuration;
  const theSite = async () => (await readSite(database, contentOrigin)).id;

  route(router, whoAsks, listArrivals, async () =>
    arrivals.listArrivals(database, store, await theSite(), uploads),
  );

  route(router, whoAsks, acceptArrivals, async ({ body, person }) => {
    const siteId = await theSite();
    const accepted: { arrival: string; asset: string }[] = [];
    const left: { arrival: string; says: string }[] = [];
    for (const wish of body.arrivals) {
      try {
        const id = await arrivals.acceptArrival(database, siteId, person, wish);
        if (id) accepted.push({ arrival: wish.id, asset: id });
        else
          left.push({
            arrival: wish.id,
            says: 'Somebody has accepted or discarded it already, or it is still being read.',
          });
      } catch (error) {
        if (!(error instanceof Problem)) log.error({ err: error }, 'Could not accept an arrival');
        left.push({
          arrival: wish.id,
          says: error instanceof Problem ? error.message : 'It could not be accepted. Try again.',
        });
      }
    }
    runner.wake();
    return { accepted, left };
  });

  route(router, whoAsks, discardArrival, async ({ params }) => {
    await arrivals.discardArrival(database, store, await theSite(), uploads, params.id);
    return {};
  });

  route(router, whoAsks, listAssets, async ({ query }) =>
    assets.listAssets(database, store, await theSite(), query),
  );
  route(router, whoAsks, readAsset, async ({ params }) =>
    assets.readAsset(database, store, await theSite(), params.id),
  );

  route(router, whoAsks, labelAsset, async ({ params, body }) =>
    label.labelAsset(database, await theSite(), params.id, body.version, body.changes),
  );

  route(router, whoAsks, prepareAsset, async ({ params }) => {
    const asset = await assets.readAsset(database, store, await theSite(), params.id);
    const job = await enqueue(
      database,
      'prepare',
      asset.id,
      `Preparing ${asset.placard.title || asset.fileName}`,
    );
    runner.wake();
    return { job };
  });

  route(router, whoAsks, putCaptions, async ({ params, body }) => {
    const siteId = await theSite();
    await captions.putCaptions(database, store, siteId, params.id, body);
    return { tracks: (await assets.readAsset(database, store, siteId, params.id)).tracks };
  });
}
