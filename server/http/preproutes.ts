import type { Router } from 'express';
import { and, eq } from 'drizzle-orm';
import {
  cancelBatch,
  changePrepSheet,
  createPrepSheet,
  listBatches,
  listPrepSheets,
  listVersions,
  openForPrep,
  planNames,
  removePrepSheet,
  renameAssets,
  retryBatch,
  saveVersion,
  startBatch,
  chooseVersion,
  makeLighter,
  openFilm,
  stopLighter,
} from '@placard/core/contract';
import { asset, original } from '../db/schema.ts';
import * as films from '../holdings/films.ts';
import * as versions from '../holdings/versions.ts';
import { previewOf } from '../imaging/preview.ts';
import { toneOf } from '../imaging/smallpicture.ts';
import * as batches from '../prep/batches.ts';
import * as names from '../prep/names.ts';
import * as sheets from '../prep/sheets.ts';
import { framesAddress } from './content.ts';
import type { Services } from '../services.ts';
import { notHeld, onlyPictures } from '../refusal.ts';
import { route, type WhoAsks } from './route.ts';

/** Answers what concerns the preparing of pictures. */
export function prepRoutes(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, runner, configuration }: Services,
): void {
  route(router, whoAsks, listVersions, async ({ params }) =>
    versions.listVersions(database, store, await siteId(), params.id),
  );
  route(router, whoAsks, openForPrep, async ({ params }) => {
    const [row] = await database
      .select({ original })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .where(and(eq(asset.id, params.id), eq(asset.siteId, await siteId())));
    if (!row) throw notHeld();
    const { original: file } = row;
    if (file.facts.kind !== 'picture') throw onlyPictures();
    return {
      preview: store.address(await previewOf(store, file)),
      improved: await toneOf(store, file.thumbnail),
    };
  });
  route(router, whoAsks, openFilm, async ({ params }) => {
    const { file, spared } = await films.readFilm(database, await siteId(), params.id);
    const frames =
      file.facts.kind === 'film' ? framesAddress(store, configuration.contentOrigin, file.sha256) : null;
    return { frames, spared };
  });
  route(router, whoAsks, makeLighter, async ({ params }) => {
    await films.makeLighter(database, await siteId(), params.id);
    runner.wake();
    return {};
  });
  route(router, whoAsks, stopLighter, async ({ params }) => {
    await films.stopLighter(database, await siteId(), params.id);
    return {};
  });
  route(router, whoAsks, saveVersion, async ({ params, body, person }) => {
    const id = await versions.saveVersion(database, await siteId(), person, params.id, body);
    runner.wake();
    return { id };
  });
  route(router, whoAsks, chooseVersion, async ({ params }) => {
    await versions.chooseVersion(database, await siteId(), params.id, params.version);
    runner.wake();
    return {};
  });

  route(router, whoAsks, listPrepSheets, async () => sheets.listSheets(database, await siteId()));
  route(router, whoAsks, createPrepSheet, async ({ body, person }) => ({
    id: await sheets.createSheet(database, await siteId(), person.id, body),
  }));
  route(router, whoAsks, changePrepSheet, async ({ params, body, person }) => ({
    version: await sheets.changeSheet(database, await siteId(), person.id, params.id, body),
  }));
  route(router, whoAsks, removePrepSheet, async ({ params }) => {
    await sheets.removeSheet(database, await siteId(), params.id);
    return {};
  });

  route(router, whoAsks, listBatches, async () => batches.listBatches(database, await siteId()));
  route(router, whoAsks, startBatch, async ({ body, person }) => {
    const begun = await batches.startBatch(database, await siteId(), person, body);
    runner.wake();
    return begun;
  });
  route(router, whoAsks, cancelBatch, async ({ params }) => {
    await batches.cancelBatch(database, await siteId(), params.id);
    return {};
  });
  route(router, whoAsks, retryBatch, async ({ params }) => {
    await batches.retryBatch(database, await siteId(), params.id);
    runner.wake();
    return {};
  });

  route(router, whoAsks, planNames, async ({ body }) =>
    names.planNames(database, await siteId(), body.assets, body.pattern),
  );
  route(router, whoAsks, renameAssets, async ({ body }) => {
    await names.renameAssets(database, await siteId(), body.names);
    return {};
  });
}
