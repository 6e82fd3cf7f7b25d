import { eq, lt } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import { hostMatches } from '@placard/core/embed';
import { fileFor, type HostFile } from '@placard/core/embed/options';
import type { Database } from '../db/database.ts';
import { oembedKept, type Provider } from '../db/schema.ts';
import type { Outbound } from '../outbound/outbound.ts';
import { unfit } from '../refusal.ts';

/** How long an answer is kept that does not say; and at most, whatever it says. In milliseconds. */
const [USUAL, MOST] = [3_600_000, 7 * 86_400_000];
const LONGEST = 300_000;

/** Where a host answers about an address, by a keeper's file or a list of providers; null where neither says. */
export function listedEndpoint(
  address: string,
  files: readonly HostFile[],
  providers: readonly Provider[],
): string | null {
  const file = fileFor(files, address);
  if (file?.oembed) return asked(file.oembed, address);
  const found = providers.find(({ schemes }) => schemes.some((scheme) => schemeMatches(scheme, address)));
  return found ? asked(found.endpoint, address) : null;
}

/** The address to ask (oEmbed 1.0, 2.2); `{format}` in it is JSON. */
function asked(endpoint: string, address: string): string {
  const url = new URL(endpoint.replaceAll('{format}', 'json').replaceAll('%7Bformat%7D', 'json'));
  url.searchParams.set('url', address);
  url.searchParams.set('format', 'json');
  return url.href;
}

/** True for an address that a provider's scheme means: a star is anything but a slash in the host, anything at all in the path. */
export function schemeMatches(scheme: string, address: string): boolean {
  const wanted = /^(https?):\/\/([^/]*)(\/.*)?$/i.exec(scheme.trim());
  if (!wanted || !URL.canParse(address)) return false;
  const { host, pathname, search } = new URL(address);
  const [, , name = '', path = '/'] = wanted;
  return (
    (name === host || (name.startsWith('*.') && hostMatches(name.toLowerCase(), host))) &&
    starMatches(path, pathname + search)
  );
}

function starMatches(pattern: string, text: string): boolean {
  const parts = pattern.split('*');
  const [first = '', last = ''] = [parts[0], parts.at(-1)];
  if (parts.length === 1) return pattern === text;
  if (!text.startsWith(first) || !text.endsWith(last) || text.length < first.length + last.length)
    return false;
  let at = first.length;
  for (const part of parts.slice(1, -1)) {
    const found = text.indexOf(part, at);
    if (found < 0 || found + part.length > text.length - last.length) return false;
    at = found + part.length;
  }
  return true;
}

/** A host's answer about an address as text, kept for as long as it says. Throws unfit. */
export async function answerText(database: Database, outbound: Outbound, endpoint: string): Promise<string> {
  const id = createHash('sha256').update(endpoint).digest('hex');
  const [kept] = await database.select().from(oembedKept).where(eq(oembedKept.id, id));
  if (kept && kept.until > new Date())
    return gunzipSync(kept.text, { maxOutputLength: LONGEST * 4 }).toString('utf8');
  const { text, status, url } = await outbound.knock(endpoint, {
    mostBytes: LONGEST,
    within: 10_000,
    accept: 'application/json, text/xml;q=0.9, application/xml;q=0.9',
  });
  if (status === 404) throw unfit(`${url.host} has nothing to embed for this address.`);
  if (status === 401 || status === 403) throw unfit(`${url.host} does not let this be embedded.`);
  if (status !== 200) throw unfit(`${url.host} answered ${status} when it was asked for the embed.`);
  return text;
}

/** Keeps an answer for so many seconds, as the host says; an hour where it does not. */
export async function keepAnswer(
  database: Database,
  endpoint: string,
  text: string,
  seconds: number | null,
): Promise<void> {
  const id = createHash('sha256').update(endpoint).digest('hex');
  const until = new Date(Date.now() + Math.min(MOST, seconds === null ? USUAL : seconds * 1000));
  const row = { text: gzipSync(text), until };
  await database.delete(oembedKept).where(lt(oembedKept.until, new Date()));
  await database
    .insert(oembedKept)
    .values({ id, ...row })
    .onDuplicateKeyUpdate({ set: row });
}
