import { pino } from 'pino';
import { createServer, type Server } from 'node:http';
import { readConfiguration, type Configuration } from './configuration.ts';
import { migrateDatabase, openDatabase } from './db/database.ts';
import { application } from './http/app.ts';
import { contentApplication } from './http/content.ts';
import { Events } from './events/events.ts';
import { AnswerCache } from './search/answercache.ts';
import { completeStrays, endAbandoned } from './holdings/arrivals.ts';
import { completeSearch, refreshEnded } from './search/searchrows.ts';
import { completePageRows } from './pages/pagerow.ts';
import { countCaptions } from './holdings/captions.ts';
import { askForUnwritten } from './jobs/prepare.ts';
import { JOBS } from './jobs/index.ts';
import { Runner } from './queue/runner.ts';
import { attic } from './outbound/attic.ts';
import { commonfield } from './outbound/commonfield.ts';
import { lanternreel } from './outbound/lanternreel.ts';
import { completeOutside, lookWhereDue } from './outside/outside.ts';
import { Outbound } from './outbound/outbound.ts';
import { quillmere } from './outbound/quillmere.ts';
import { openAuth } from './people/auth.ts';
import { foundFromEnvironment } from './people/first.ts';
import { siteIdOf } from './site/site.ts';
import type { Services } from './services.ts';
import { openStore } from './store/store.ts';

/** How long a connection without work is kept open, in milliseconds: longer than browsers and proxies use them again. */
const KEPT_OPEN = 75_000;

const MINUTE = 60_000;
const HOUR = 3_600_000;

/** Starts a server process; the promise resolves when it answers. The function it gives stops it gracefully. */
async function start(configuration: Configuration): Promise<() => Promise<void>> {
  const log = pino({ level: configuration.logLevel });
  await migrateDatabase(configuration.databaseUrl);
  const database = openDatabase(configuration.databaseUrl);
  const store = await openStore(configuration.store, configuration.secret, configuration.contentOrigin);
  await foundFromEnvironment(database, process.env);
  const outbound = new Outbound(
    configuration.trustedOutside,
    configuration.attic ? { [new URL(configuration.attic).origin]: configuration.atticKey } : {},
  );
  const catalogue = configuration.commonfield ? commonfield(outbound, configuration.commonfield) : null;
  const agency = configuration.quillmere
    ? quillmere(outbound, configuration.quillmere, configuration.quillmereAccount)
    : null;
  const videoHost = configuration.lanternreel
    ? lanternreel(outbound, configuration.lanternreel, configuration.lanternreelAccount)
    : null;
  const folders = configuration.attic ? attic(outbound, configuration.attic) : null;
  const runner = new Runner(database, JOBS, log);
  const events = new Events(database, log);
  const auth = openAuth(database, configuration);
  const services: Services = {
    configuration,
    database,
    siteId: siteIdOf(database),
    store,
    auth,
    runner,
    events,
    cache: new AnswerCache(database),
    outbound,
    catalogue,
    agency,
    videoHost,
    folders,
    log,
  };
  const gathered = await completeSearch(database);
  if (gathered > 0) log.info({ assets: gathered }, 'Gathered what assets are found by');
  await completeOutside(database);
  await completePageRows(database);
  await refreshEnded(database);
  await askForUnwritten(database);
  await countCaptions(database, store);
  const strays = await completeStrays(database, configuration.uploads);
  if (strays > 0) log.info({ strays }, 'Completed uploads that were whole when the last process ended');
  const [app, content] = [await application(services), contentApplication(services)];
  const servers = [
    await listen(createServer(app), configuration.port, configuration.address),
    await listen(createServer(content), configuration.contentPort, configuration.address),
  ];
  runner.start(services);
  await endAbandoned(database, configuration.uploads);
  const due = setInterval(() => {
    lookWhereDue(database).catch((error: unknown) =>
      log.warn({ err: error }, 'Could not look for what is to be looked at outside'),
    );
  }, MINUTE);
  const ended = setInterval(() => {
    Promise.all([refreshEnded(database), endAbandoned(database, configuration.uploads)]).catch(
      (error: unknown) => log.warn({ err: error }, 'Could not look for what ran out'),
    );
  }, HOUR);
  log.info({ address: configuration.origin, content: configuration.contentOrigin }, 'Placard is ready');
  // To who started it, if they listen: who asks its address cannot know that it is this process that answers.
  process.send?.('ready');
  return async () => {
    log.info('Stopping');
    events.close();
    clearInterval(ended);
    clearInterval(due);
    await Promise.all(servers.map(close));
    await runner.stop();
    await database.close();
  };
}

function listen(server: Server, port: number, address: string): Promise<Server> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.keepAliveTimeout = KEPT_OPEN;
    server.listen(port, address, () => resolve(server));
  });
}

function close(server: Server): Promise<void> {
  return new Promise((resolve) => {
    server.close(() => resolve());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 3000).unref();
  });
}

try {
  const stop = await start(readConfiguration(process.env));
  let stopping = false;
  const end = () => {
    if (stopping) return;
    stopping = true;
    stop().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error);
        process.exit(1);
      },
    );
  };
  process.once('SIGTERM', end);
  process.once('SIGINT', end);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
