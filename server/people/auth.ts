import { betterAuth } from 'better-auth';
import { createAuthMiddleware } from 'better-auth/api';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { ROLES, type Role } from '@placard/core/contract';
import type { Configuration } from '../configuration.ts';
import type { Database } from '../db/database.ts';
import * as schema from '../db/schema.ts';

/** The header in which the application tells the sign-in code who is at the other end. Never taken from outside. */
export const PEER_HEADER = 'x-placard-peer';

/** Sign-in with e-mail and password; sessions in the database. Nobody signs up: keepers make accounts. */
export function openAuth(
  database: Database,
  configuration: Pick<Configuration, 'secret' | 'origin' | 'demo'>,
) {
  return betterAuth({
    appName: 'Placard',
    baseURL: configuration.origin,
    basePath: '/api/auth',
    secret: configuration.secret,
    trustedOrigins: [configuration.origin],
    database: drizzleAdapter(database, { provider: 'mysql', schema }),
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 12 },
    user: {
      additionalFields: { role: { type: [...ROLES], required: false, defaultValue: 'editor', input: false } },
    },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 300,
      customRules: { '/sign-in/email': { window: 60, max: 10 } },
    },
    advanced: {
      cookiePrefix: 'placard',
      defaultCookieAttributes: {
        sameSite: 'lax',
        httpOnly: true,
        secure: configuration.origin.startsWith('https:'),
      },
      ipAddress: { ipAddressHeaders: [PEER_HEADER] },
    },
    hooks: {
      // Whoever changes a password may do so because somebody else knows it: nobody stays signed in by the old one.
      before: createAuthMiddleware(async (context) => {
        if (context.path !== '/change-password') return undefined;
        return { context: { ...context, body: { ...context.body, revokeOtherSessions: true } } };
      }),
    },
    telemetry: { enabled: false },
    logger: { level: 'error' },
  });
}

export type Auth = ReturnType<typeof openAuth>;

/** A role as it stands in the database, or null for anything else. */
export function asRole(text: unknown): Role | null {
  return ROLES.find((role) => role === text) ?? null;
}
