import type { Database } from '../db/database.ts';
import { found } from './found.ts';

const STYLE = `body{font:18px/1.6 Georgia,serif;color:#222;margin:0}main{max-width:720px;margin:0 auto;padding:24px 16px}
figure{margin:0}figcaption{font:14px/1.4 sans-serif;color:#444;padding-top:6px}img,video,iframe{max-width:100%}`;

/**
 * Sets up an empty installation from PLACARD_SITE_NAME, PLACARD_KEEPER_EMAIL and
 * PLACARD_KEEPER_PASSWORD. Does nothing without them, or where a site exists.
 */
export async function foundFromEnvironment(
  database: Database,
  environment: Record<string, string | undefined>,
): Promise<void> {
  const { PLACARD_KEEPER_EMAIL: email, PLACARD_KEEPER_PASSWORD: password } = environment;
  if (!email || !password) return;
  if (password.length < 12) throw new Error('PLACARD_KEEPER_PASSWORD needs 12 or more characters.');
  await found(database, {
    name: environment['PLACARD_SITE_NAME'] ?? 'Our site',
    language: 'en',
    measures: [
      { id: 'stamp', name: 'Stamp', width: 160 },
      { id: 'aside', name: 'Aside', width: 320 },
      { id: 'half', name: 'Half', width: 480 },
      { id: 'column', name: 'Column', width: 720 },
      { id: 'wide', name: 'Wide', width: 1120 },
    ],
    style: STYLE,
    sections: [{ slug: 'pages', title: 'Pages' }],
    people: [{ name: 'Keeper', email, password, role: 'keeper' }],
    approvedHosts: [],
  });
}
