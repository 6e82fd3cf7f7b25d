import type { Router } from 'express';
import * as v from 'valibot';
import { and, eq } from 'drizzle-orm';
import {
  addEvidence,
  beginLabelSheet,
  EVERYONE,
  readLabelSheet,
  SearchSchema,
  sendLabelRows,
  undoLabelSheet,
  writeLabelSheet,
  addPermission,
  addTerms,
  changeTerms,
  decidePermission,
  judgeAsset,
  listEnding,
  listLabelChanges,
  listPermissions,
  listUnchecked,
  readEmbedded,
  removeTerms,
  replaceInPages,
  setPolicy,
  undoLabelChange,
  inWords,
} from '@placard/core/contract';
import { placardFromFile } from '@placard/core/credit';
import { asset, original } from '../db/schema.ts';
import * as changes from '../labels/changes.ts';
import * as ending from '../labels/ending.ts';
import * as judge from '../labels/judge.ts';
import * as permissions from '../labels/permissions.ts';
import * as sheets from '../labels/sheets.ts';
import * as terms from '../labels/terms.ts';
import { setSitePolicy } from '../site/site.ts';
import type { Services } from '../services.ts';
import { notHeld, unread } from '../refusal.ts';
import { admit, route, type WhoAsks } from './route.ts';

/** Answers what concerns labels beyond their words: terms, permissions, judgements, history, what ends. */
export function labelRoutes(router: Router, whoAsks: WhoAsks, services: Services): void {
  const { database, store, configuration, outbound, runner, log, siteId } = services;

  route(router, whoAsks, judgeAsset, async ({ params }) =>
    judge.judgeAsset(database, await siteId(), params.id),
  );
  route(router, whoAsks, readEmbedded, async ({ params }) => {
    const [row] = await database
      .select({ embedded: original.embedded })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .where(and(eq(asset.id, params.id), eq(asset.siteId, await siteId())));
    if (!row) throw notHeld();
    return placardFromFile(row.embedded ?? {});
  });

  route(router, whoAsks, listPermissions, async ({ params }) =>
    permissions.listPermissions(database, store, await siteId(), params.id),
  );
  route(router, whoAsks, addPermission, async ({ params, body, person }) => ({
    id: await permissions.addPermission(database, await siteId(), person, params.id, body),
  }));
  route(router, whoAsks, addEvidence, async ({ params, body }) => ({
    id: await permissions.addEvidence(
      { database, store, outbound, uploads: configuration.uploads },
      await siteId(),
      params.id,
      body,
    ),
  }));
  route(router, whoAsks, decidePermission, async ({ params, body, person }) => {
    await permissions.decidePermission(database, await siteId(), person, params.id, body);
    return {};
  });
  route(router, whoAsks, listUnchecked, async () =>
    permissions.listUnchecked(database, store, await siteId()),
  );

  route(router, whoAsks, addTerms, async ({ body, person }) => ({
    id: await terms.addTerms(database, await siteId(), person, body),
  }));
  route(router, whoAsks, changeTerms, async ({ params, body, person }) => {
    await terms.changeTerms(database, await siteId(), person, params.id, body);
    return {};
  });
  route(router, whoAsks, removeTerms, async ({ params }) => {
    await terms.removeTerms(database, await siteId(), params.id);
    return {};
  });
  route(router, whoAsks, setPolicy, async ({ body }) => {
    await setSitePolicy(database, await siteId(), body);
    runner.wake();
    return {};
  });

  route(router, whoAsks, listLabelChanges, async ({ params }) =>
    changes.listLabelChanges(database, await siteId(), params.id),
  );
  route(router, whoAsks, undoLabelChange, async ({ params, person }) => ({
    left: await changes.undoLabelChange(database, await siteId(), person, params.id),
  }));
  router.get('/api/labels.csv', admit(whoAsks, EVERYONE), async (request, response) => {
    const query = v.safeParse(SearchSchema, request.query);
    if (!query.success) throw unread(inWords(query.issues[0]));
    response.attachment('labels.csv').type('text/csv; charset=utf-8').set('cache-control', 'no-store');
    const stream = sheets.labelsAsCsv(database, await siteId(), query.output);
    stream.on('error', (error) => {
      log.error({ err: error }, 'A spreadsheet broke off');
      response.destroy();
    });
    stream.pipe(response);
  });
  route(router, whoAsks, beginLabelSheet, async ({ body, person }) => ({
    id: await sheets.beginSheet(database, await siteId(), person, body.fileName),
  }));
  route(router, whoAsks, sendLabelRows, async ({ params, body }) => ({
    rows: await sheets.compareRows(database, await siteId(), params.id, body),
  }));
  route(router, whoAsks, readLabelSheet, async ({ params, query }) =>
    sheets.readSheet(database, await siteId(), params.id, query),
  );
  route(router, whoAsks, writeLabelSheet, async ({ params, body }) => {
    await sheets.writeSheet(database, await siteId(), params.id, body.newer);
    runner.wake();
    return {};
  });
  route(router, whoAsks, undoLabelSheet, async ({ params }) => {
    await sheets.undoSheet(database, await siteId(), params.id);
    runner.wake();
    return {};
  });
  route(router, whoAsks, listEnding, async () => ending.listEnding(database, store, await siteId()));
  route(router, whoAsks, replaceInPages, async ({ params, body, person }) => {
    const { instead, only } = body;
    const places = await ending.replaceAsset(database, await siteId(), person.id, params.id, instead, only);
    return { pages: new Set(places.map(({ page }) => page)).size, places };
  });
}
