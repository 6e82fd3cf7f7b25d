import type { Router } from 'express';
import {
  binAssets,
  emptyBin,
  EVERYONE,
  keywordAssets,
  labelAsset,
  labelAssets,
  listAssetIds,
  listAssets,
  moveAssets,
  prepareAsset,
  drawSound,
  putCaptions,
  readSound,
  readTrack,
  removeTrack,
  readAsset,
  restoreAssets,
  summariseAssets,
} from '@placard/core/contract';
import * as assets from '../holdings/assets.ts';
import * as sound from '../holdings/sound.ts';
import * as captions from '../holdings/captions.ts';
import * as label from '../labels/label.ts';
import * as many from '../holdings/many.ts';
import * as pack from '../holdings/pack.ts';
import { searchIds } from '../search/search.ts';
import * as summary from '../holdings/summary.ts';
import { enqueue, jobOn } from '../queue/queue.ts';
import type { Services } from '../services.ts';
import { readForm } from './body.ts';
import { unread } from '../refusal.ts';
import { admit, route, type WhoAsks } from './route.ts';

const MOST_PACKED = 5000;

/** Answers what concerns the holdings. */
export function holdingsRoutes(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, runner, log }: Services,
): void {
  route(router, whoAsks, listAssets, async ({ query }) =>
    assets.findAssets(database, store, await siteId(), query),
  );
  route(router, whoAsks, listAssetIds, async ({ query }) => searchIds(database, await siteId(), query));
  route(router, whoAsks, readAsset, async ({ params }) =>
    assets.readAsset(database, store, await siteId(), params.id),
  );

  route(router, whoAsks, labelAsset, async ({ params, body, person }) =>
    label.labelAsset(database, await siteId(), person, params.id, body.version, body.changes),
  );

  route(router, whoAsks, moveAssets, async ({ body }) => ({
    before: await many.moveAssets(database, await siteId(), body.moves),
  }));
  route(router, whoAsks, labelAssets, async ({ body, person }) => ({
    before: await label.labelAssets(database, await siteId(), person, body.labels),
  }));
  route(router, whoAsks, keywordAssets, async ({ body, person }) => ({
    before: await label.keywordAssets(database, await siteId(), person, body),
  }));
  route(router, whoAsks, summariseAssets, async ({ body }) =>
    summary.summariseAssets(database, await siteId(), body.assets),
  );
  // A form is sent here, so that a browser writes the answer to disk as it comes.
  router.post(
    '/api/assets/pack.zip',
    admit(whoAsks, EVERYONE),
    readForm(1_000_000),
    async (request, response) => {
      const { assets } = (request.body ?? {}) as { assets?: unknown };
      if (typeof assets !== 'string') throw unread('Say which assets, as a form sends it: assets=ID,ID …');
      const ids = assets.split(',');
      const stream = await pack.packAssets(database, store, await siteId(), ids.slice(0, MOST_PACKED));
      response.attachment('originals.zip');
      stream.on('error', (error) => {
        log.error({ err: error }, 'A download broke off');
        response.destroy();
      });
      stream.pipe(response);
    },
  );
  route(router, whoAsks, binAssets, async ({ body, person }) =>
    many.binAssets(database, await siteId(), person.id, body.assets, body.instead),
  );
  route(router, whoAsks, restoreAssets, async ({ body }) => ({
    restored: await many.restoreAssets(database, await siteId(), body.assets),
  }));
  route(router, whoAsks, emptyBin, async () => {
    const site = await siteId();
    await enqueue(database, 'empty', site, 'Emptying the bin');
    runner.wake();
    return { job: await jobOn(database, 'empty', site) };
  });

  route(router, whoAsks, prepareAsset, async ({ params }) => {
    const asset = await assets.readAsset(database, store, await siteId(), params.id);
    await enqueue(database, 'prepare', asset.id, `Preparing ${asset.placard.title || asset.fileName}`);
    runner.wake();
    return { job: await jobOn(database, 'prepare', asset.id) };
  });

  route(router, whoAsks, putCaptions, async ({ params, body }) => {
    const site = await siteId();
    const version = await captions.putCaptions(database, store, site, params.id, body);
    return { version, tracks: (await assets.readAsset(database, store, site, params.id)).tracks };
  });
  route(router, whoAsks, readTrack, async ({ params }) =>
    captions.readTrack(database, store, await siteId(), params.id),
  );
  route(router, whoAsks, removeTrack, async ({ params, query }) => {
    await captions.removeTrack(database, store, await siteId(), params.id, query.version);
    return {};
  });
  route(router, whoAsks, readSound, async ({ params }) =>
    sound.readSound(database, store, await siteId(), params.id),
  );
  route(router, whoAsks, drawSound, async ({ params }) => {
    await sound.drawSound(database, await siteId(), params.id);
    runner.wake();
    return {};
  });
}
