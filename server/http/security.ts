import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { randomBytes } from 'node:crypto';
import type { Configuration } from '../configuration.ts';
import { forbidden } from '../refusal.ts';

/** Headers of the application's own origin: nothing runs here but the application. */
export function applicationHeaders({ contentOrigin, origin }: Configuration): RequestHandler[] {
  const withNonce: RequestHandler = (_request, response, next) => {
    response.locals['nonce'] = randomBytes(16).toString('base64');
    next();
  };
  return [
    withNonce,
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: [
            "'self'",
            (_request, response) =>
              `'nonce-${(response as unknown as { locals: { nonce: string } }).locals.nonce}'`,
          ],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:', contentOrigin],
          mediaSrc: [contentOrigin, 'blob:'],
          connectSrc: ["'self'", contentOrigin],
          frameSrc: [contentOrigin],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          formAction: ["'self'"],
          baseUri: ["'none'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: origin.startsWith('https:'),
      crossOriginResourcePolicy: { policy: 'same-origin' },
      referrerPolicy: { policy: 'same-origin' },
    }),
  ];
}

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that another site's page sends. Browsers say where a request comes from
 * (Origin, Sec-Fetch-Site); programs say neither and carry no cookie by accident.
 */
export function sameOriginWrites(origin: string): RequestHandler {
  return (request, _response, next) => {
    if (!SAFE.has(request.method)) {
      const from = request.get('origin');
      const site = request.get('sec-fetch-site');
      if (
        (from !== undefined && from !== origin) ||
        (site !== undefined && site !== 'same-origin' && site !== 'none')
      ) {
        throw forbidden('This came from another site and was not done.');
      }
    }
    next();
  };
}
