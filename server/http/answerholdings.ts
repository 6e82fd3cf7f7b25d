import express, { type Router } from 'express';
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
  putCaptions,
  readAsset,
  restoreAssets,
  summariseAssets,
} from '@placard/core/contract';
import * as assets from '../holdings/assets.ts';
import * as captions from '../holdings/captions.ts';
import * as label from '../holdings/label.ts';
import * as many from '../holdings/many.ts';
import * as pack from '../holdings/pack.ts';
import * as search from '../holdings/search.ts';
import * as summary from '../holdings/summary.ts';
import { enqueue } from '../jobs/queue.ts';
import { readSite } from '../site/site.ts';
import type { House } from './house.ts';
import { admit, route, type WhoAsks } from './route.ts';

const MOST_PACKED = 5000;

/** Answers what concerns the holdings. */
export function answerHoldings(
  router: Router,
  whoAsks: WhoAsks,
  { database, store, configuration, runner, log }: House,
): void {
  const theSite = async () => (await readSite(database, configuration.contentOrigin)).id;

  route(router, whoAsks, listAssets, async ({ query }) =>
    search.searchAssets(database, store, await theSite(), query),
  );
  route(router, whoAsks, listAssetIds, async ({ query }) =>
    search.searchIds(database, await theSite(), query),
  );
  route(router, whoAsks, readAsset, async ({ params }) =>
    assets.readAsset(database, store, await theSite(), params.id),
  );

  route(router, whoAsks, labelAsset, async ({ params, body }) =>
    label.labelAsset(database, await theSite(), params.id, body.version, body.changes),
  );

  route(router, whoAsks, moveAssets, async ({ body }) => ({
    before: await many.moveAssets(database, await theSite(), body.moves),
  }));
  route(router, whoAsks, labelAssets, async ({ body }) => ({
    before: await many.labelAssets(database, await theSite(), body.labels),
  }));
  route(router, whoAsks, keywordAssets, async ({ body }) => ({
    before: await many.keywordAssets(database, await theSite(), body),
  }));
  route(router, whoAsks, summariseAssets, async ({ body }) =>
    summary.summariseAssets(database, await theSite(), body.assets),
  );
  // A form is sent here, so that a browser writes the answer to disk as it comes.
  router.post(
    '/api/assets/pack.zip',
    admit(whoAsks, EVERYONE),
    express.urlencoded({ extended: false, limit: '1mb', parameterLimit: 2 }),
    async (request, response) => {
      const ids = String((request.body as { assets?: string }).assets ?? '').split(',');
      const stream = await pack.packAssets(database, store, await theSite(), ids.slice(0, MOST_PACKED));
      response.attachment('originals.zip');
      stream.on('error', (error) => {
        log.error({ err: error }, 'A download broke off');
        response.destroy();
      });
      stream.pipe(response);
    },
  );
  route(router, whoAsks, binAssets, async ({ body }) =>
    many.binAssets(database, await theSite(), body.assets, body.instead),
  );
  route(router, whoAsks, restoreAssets, async ({ body }) => ({
    restored: await many.restoreAssets(database, await theSite(), body.assets),
  }));
  route(router, whoAsks, emptyBin, async () => ({
    deleted: await many.emptyBin(database, store, await theSite()),
  }));

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
