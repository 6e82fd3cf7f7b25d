import type { Router } from 'express';
import {
  askAddress,
  askForHost,
  askFraming,
  forgetHost,
  keepHostFile,
  keepNeeds,
  listHostFiles,
  listHostPages,
  listHosts,
  lookOutside,
  listOutside,
  previewEmbed,
  readProviders,
  removeHostFile,
  reviewHost,
  takeProviders,
  unpackEmbed,
} from '@placard/core/contract';
import { kindOf } from '@placard/core/page';
import * as ask from '../embeds/ask.ts';
import { askFraming as framingOf } from '../embeds/framing.ts';
import { asWanted, hostsAsked, readWanted } from '../embeds/aswanted.ts';
import * as files from '../embeds/hostfiles.ts';
import * as hosts from '../hosts/hosts.ts';
import { keepPreview } from '../embeds/previews.ts';
import * as providers from '../hosts/providers.ts';
import { unpackInThread } from '../embeds/unpack.ts';
import * as outside from '../outside/outside.ts';
import { refuseUnsafe } from '../pages/refusepages.ts';
import { unfit } from '../refusal.ts';
import { measureAddress, placedAddress } from './content.ts';
import type { Services } from '../services.ts';
import { outsideAddress } from './outside.ts';
import { route, type WhoAsks } from './route.ts';

/** Answers what concerns embeds, their hosts, and what pages lead to outside. */
export function embedRoutes(
  router: Router,
  whoAsks: WhoAsks,
  { database, siteId, store, configuration, outbound }: Services,
): void {
  const { contentOrigin, trustedFrames } = configuration;

  route(router, whoAsks, unpackEmbed, async ({ body }) => {
    const wanted = await readWanted(database, await siteId());
    const unpacked = asWanted(await unpackInThread(body.code, trustedFrames), wanted);
    return { unpacked, hosts: hostsAsked(unpacked.choices, wanted) };
  });
  const asking = {
    database,
    outbound,
    previewOf: (address: string) => outsideAddress(store, contentOrigin, address),
    trustedFrames,
  };
  route(router, whoAsks, askAddress, async ({ body }) =>
    ask.askAddress(asking, await siteId(), body.address),
  );
  route(router, whoAsks, askFraming, async ({ body }) => {
    refuseUnsafe([{ frame: body.frame, boxed: null }], trustedFrames);
    return framingOf(outbound, body.frame.src, null);
  });
  route(router, whoAsks, previewEmbed, async ({ body: { block } }) => {
    const embedded = kindOf(block).embedded(block);
    if (embedded.length === 0) throw unfit('There is nothing embedded in this.');
    refuseUnsafe(embedded, trustedFrames);
    const id = await keepPreview(database, block);
    return {
      preview: placedAddress(store, contentOrigin, id),
      measure: block.type === 'box' ? measureAddress(store, contentOrigin, id) : null,
    };
  });

  route(router, whoAsks, listHosts, async () => hosts.listHosts(database, await siteId()));
  route(router, whoAsks, reviewHost, async ({ params, body, person }) => {
    await hosts.reviewHost(database, await siteId(), person, params.host, body);
    return {};
  });
  route(router, whoAsks, forgetHost, async ({ params }) => {
    await hosts.forgetHost(database, await siteId(), params.host);
    return {};
  });
  route(router, whoAsks, askForHost, async ({ params, body, person }) => {
    await hosts.askForHost(database, await siteId(), person, params.host, body.why);
    return {};
  });
  route(router, whoAsks, listHostPages, async ({ params }) =>
    hosts.pagesOfHost(database, await siteId(), params.host),
  );
  route(router, whoAsks, keepNeeds, async ({ params, body }) => {
    await hosts.keepNeeds(database, await siteId(), params.host, body.needs);
    return {};
  });
  route(router, whoAsks, readProviders, async ({ body }) =>
    providers.readProviders(database, await siteId(), body.list),
  );
  route(router, whoAsks, takeProviders, async ({ body, person }) => ({
    taken: await providers.takeProviders(database, await siteId(), person, body),
  }));

  route(router, whoAsks, listHostFiles, async () => files.listHostFiles(database, await siteId()));
  route(router, whoAsks, keepHostFile, async ({ params, body, person }) =>
    files.keepHostFile(database, await siteId(), person, params.id, body),
  );
  route(router, whoAsks, removeHostFile, async ({ params }) => {
    await files.removeHostFile(database, await siteId(), params.id);
    return {};
  });

  route(router, whoAsks, listOutside, async ({ query }) =>
    outside.listOutside(database, await siteId(), query),
  );
  route(router, whoAsks, lookOutside, async ({ body }) => {
    await outside.lookAgain(database, await siteId(), body.ids);
    return {};
  });
}
