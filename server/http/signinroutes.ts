import { toNodeHandler } from 'better-auth/node';
import type { Express } from 'express';
import { PEER_HEADER } from '../people/auth.ts';
import { readText } from './body.ts';
import type { Services } from '../services.ts';

/** What is open of the sign-in code's own interface; everything else of it answers that there is nothing. */
const OPEN = [
  ['post', '/api/auth/sign-in/email'],
  ['post', '/api/auth/sign-out'],
  ['post', '/api/auth/change-password'],
  ['get', '/api/auth/get-session'],
  ['get', '/api/auth/list-sessions'],
  ['post', '/api/auth/revoke-session'],
  ['post', '/api/auth/revoke-other-sessions'],
] as const;

/** Names and passwords are short. */
const MOST_SENT = 16_000;

/** Answers signing in and out. */
export function signInRoutes(app: Express, { auth, events }: Services): void {
  const answer = toNodeHandler(auth);
  for (const [method, path] of OPEN)
    app[method](path, readText(MOST_SENT), async (request, response) => {
      request.headers[PEER_HEADER] = request.socket.remoteAddress ?? '';
      await answer(request, response);
      // A session that has ended hears nothing more.
      if (method === 'post') await events.endForgotten();
    });
}
