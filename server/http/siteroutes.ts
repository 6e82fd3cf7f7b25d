import type { Router } from 'express';
import { eq, sql } from 'drizzle-orm';
import {
  changeSection,
  createSection,
  listJobs,
  keepTableLook,
  listSampleAccounts,
  mergeSection,
  readHealth,
  readMe,
  readPolicyLines,
  readRoom,
  readSite,
  readStages,
  readTableLooks,
  removeSection,
  setRoom,
} from '@placard/core/contract';
import { site as sites } from '../db/schema.ts';
import { countJobs, visibleJobs } from '../queue/queue.ts';
import * as looks from '../people/tablelooks.ts';
import { policyLines } from '../site/policylines.ts';
import * as quota from '../site/quota.ts';
import * as sections from '../sections/sections.ts';
import * as site from '../site/site.ts';
import { countStages } from './stages.ts';
import type { Services } from '../services.ts';
import { route, type WhoAsks } from './route.ts';

/** Answers what concerns the installation: who is signed in, the site, its queues, its health. */
export function siteRoutes(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, configuration, cache }: Services,
): void {
  const counted = { database, uploads: configuration.uploads };
  const theSite = () => site.readSite(database, configuration.contentOrigin);

  route(router, whoAsks, readMe, async ({ person }) => person);
  route(router, whoAsks, readTableLooks, async ({ person }) => looks.readTableLooks(database, person.id));
  route(router, whoAsks, keepTableLook, async ({ person, params, body }) => {
    await looks.keepTableLook(database, person.id, params.table, body);
    return {};
  });
  route(router, whoAsks, listSampleAccounts, async () =>
    configuration.demo ? configuration.sampleAccounts : [],
  );
  route(router, whoAsks, readSite, theSite);
  route(router, whoAsks, readPolicyLines, async () => policyLines(database, await siteId()));
  route(router, whoAsks, readRoom, async () => quota.readQuota(counted, await siteId()));
  route(router, whoAsks, setRoom, async ({ body }) => {
    const id = await siteId();
    await database.update(sites).set({ quota: body.limit }).where(eq(sites.id, id));
    return quota.readQuota(counted, id);
  });
  route(router, whoAsks, createSection, async ({ body }) => ({
    id: await sections.createSection(database, await siteId(), body),
  }));
  route(router, whoAsks, changeSection, async ({ params, body }) => {
    await sections.changeSection(database, await siteId(), params.id, body);
    return {};
  });
  route(router, whoAsks, mergeSection, async ({ params, body }) => {
    await sections.mergeSection(database, await siteId(), params.id, body.into);
    return {};
  });
  route(router, whoAsks, removeSection, async ({ params }) => {
    await sections.removeSection(database, await siteId(), params.id);
    return {};
  });
  route(router, whoAsks, readStages, async () => {
    const id = await siteId();
    return cache.ask(`stages of ${id}`, () => countStages(database, id));
  });
  route(router, whoAsks, listJobs, () => visibleJobs(database));
  route(router, whoAsks, readHealth, async ({ request }) => {
    const reachable = await database.execute(sql`select 1`).then(
      () => true,
      () => false,
    );
    const stored = await store.healthy();
    const ok = reachable && stored;
    if (!ok) request.res?.status(503);
    const jobs = reachable ? await countJobs(database) : { waiting: 0, working: 0 };
    return { ok, database: reachable, store: stored, jobs };
  });
}
