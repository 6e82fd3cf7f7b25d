import type { Router } from 'express';
import {
  addToShortlist,
  createShortlist,
  dropSearch,
  keepSearch,
  listKeptSearches,
  listShortlists,
  removeShortlist,
  renameShortlist,
  takeFromShortlist,
} from '@placard/core/contract';
import * as shortlists from '../holdings/shortlists.ts';
import type { Services } from '../services.ts';
import { route, type WhoAsks } from './route.ts';

/** Answers what concerns shortlists and kept searches. */
export function shortlistRoutes(router: Router, whoAsks: WhoAsks, { database, siteId }: Services): void {
  route(router, whoAsks, listShortlists, async () => shortlists.listShortlists(database, await siteId()));
  route(router, whoAsks, createShortlist, async ({ body, person }) => ({
    id: await shortlists.createShortlist(database, await siteId(), person.id, body.name),
  }));
  route(router, whoAsks, renameShortlist, async ({ params, body }) => {
    await shortlists.renameShortlist(database, await siteId(), params.id, body.name);
    return {};
  });
  route(router, whoAsks, removeShortlist, async ({ params }) => {
    await shortlists.removeShortlist(database, await siteId(), params.id);
    return {};
  });
  route(router, whoAsks, addToShortlist, async ({ params, body }) => ({
    assets: await shortlists.addToShortlist(database, await siteId(), params.id, body.assets),
  }));
  route(router, whoAsks, takeFromShortlist, async ({ params, body }) => ({
    assets: await shortlists.takeFromShortlist(database, await siteId(), params.id, body.assets),
  }));

  route(router, whoAsks, listKeptSearches, async ({ person }) =>
    shortlists.listKeptSearches(database, await siteId(), person.id),
  );
  route(router, whoAsks, keepSearch, async ({ body, person }) => ({
    id: await shortlists.keepSearch(database, await siteId(), person.id, body),
  }));
  route(router, whoAsks, dropSearch, async ({ params, person }) => {
    await shortlists.dropSearch(database, await siteId(), person.id, params.id);
    return {};
  });
}
