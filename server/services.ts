import type { Logger } from 'pino';
import type { Configuration } from './configuration.ts';
import type { Database } from './db/database.ts';
import type { Runner } from './queue/runner.ts';
import type { Agency } from './outbound/agency.ts';
import type { Catalogue } from './outbound/catalogue.ts';
import type { Folders } from './outbound/folders.ts';
import type { Outbound } from './outbound/outbound.ts';
import type { VideoHost } from './outbound/videohost.ts';
import type { Auth } from './people/auth.ts';
import type { AnswerCache } from './search/answercache.ts';
import type { Store } from './store/store.ts';
import type { Events } from './events/events.ts';

/** Everything that handlers and jobs work with. */
export interface Services {
  configuration: Configuration;
  database: Database;
  /** Tells the id of the site that is served. */
  siteId: () => Promise<string>;
  store: Store;
  auth: Auth;
  runner: Runner<Services>;
  events: Events;
  /** Answers that many windows ask for at once. */
  cache: AnswerCache;
  outbound: Outbound;
  /** The freely licensed catalogue; null where none is connected. */
  catalogue: Catalogue | null;
  /** The picture agency; null where none is connected. */
  agency: Agency | null;
  /** The video host; null where none is connected. */
  videoHost: VideoHost | null;
  /** Folders and albums kept elsewhere; null where none are connected. */
  folders: Folders | null;
  log: Logger;
}
