import express, { type Express, type Request } from 'express';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { EDITORS, EVERYONE } from '@placard/core/contract';
import { openApiDocument } from '@placard/core/contract/openapi';
import { asRole, type Auth } from '../people/auth.ts';
import { gatherRoutes } from './gatherroutes.ts';
import { holdingsRoutes } from './holdingsroutes.ts';
import { embedRoutes } from './embedsroutes.ts';
import { pageRoutes } from './pagesroutes.ts';
import { labelRoutes } from './labelsroutes.ts';
import { prepRoutes } from './preproutes.ts';
import { signInRoutes } from './signinroutes.ts';
import { shortlistRoutes } from './shortlistsroutes.ts';
import { siteRoutes } from './siteroutes.ts';
import { endUnread } from './body.ts';
import type { Services } from '../services.ts';
import { problemHandler } from './problem.ts';
import { admit, type SignedIn, type WhoAsks } from './route.ts';
import { applicationHeaders, sameOriginWrites } from './security.ts';
import { uploads } from './upload.ts';
import { PACE } from '../pace.ts';

/** The application's own origin: the interface for programs, uploads, and the web application. */
export async function application(services: Services): Promise<Express> {
  const { configuration, auth, events, log } = services;
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(endUnread);
  app.use(...applicationHeaders(configuration), sameOriginWrites(configuration.origin));

  signInRoutes(app, services);
  const whoAsks: WhoAsks = (request) => personOf(auth, request);
  const router = express.Router();
  siteRoutes(router, whoAsks, services);
  gatherRoutes(router, whoAsks, services);
  holdingsRoutes(router, whoAsks, services);
  shortlistRoutes(router, whoAsks, services);
  pageRoutes(router, whoAsks, services);
  embedRoutes(router, whoAsks, services);
  labelRoutes(router, whoAsks, services);
  prepRoutes(router, whoAsks, services);
  router.get('/api/openapi.json', (_request, response) => {
    response.json(openApiDocument());
  });
  router.get('/api/events', admit(whoAsks, EVERYONE), (_request, response) => {
    events.add(response, String(response.locals['session']));
  });
  app.use(router);
  app.use('/upload', admit(whoAsks, EDITORS));
  app.use(await uploads(services));
  if (configuration.web !== '') serveWeb(app, configuration.web);
  app.use((request, response) => {
    response.status(404).type('application/problem+json');
    response.send(
      JSON.stringify({ type: 'about:blank', title: `There is nothing at ${request.path}.`, status: 404 }),
    );
  });
  app.use(problemHandler(log));
  return app;
}

async function personOf(auth: Auth, request: Request): Promise<SignedIn | null> {
  const cookie = request.headers.cookie;
  if (!cookie) return null;
  const session = await auth.api.getSession({ headers: new Headers({ cookie }) });
  const role = asRole(session?.user.role);
  if (!session || !role) return null;
  const { id, name, email } = session.user;
  return { person: { id, name, email, role }, session: session.session.id };
}

/** Serves the built interface; every address that is not a file is one of its screens. */
function serveWeb(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), {
      immutable: true,
      maxAge: '1y',
      fallthrough: false,
      index: false,
    }),
  );
  app.use(express.static(folder, { index: false, maxAge: '1h' }));
  app.get('/{*path}', async (request, response, next) => {
    if (request.path.startsWith('/api/') || request.path.startsWith('/upload')) {
      next();
      return;
    }
    const page = await readFile(join(folder, 'index.html'), 'utf8');
    response.set('cache-control', 'no-store').type('html');
    response.send(
      page.replace('%STYLE_NONCE%', String(response.locals['nonce'])).replace('%PACE%', String(PACE)),
    );
  });
}
