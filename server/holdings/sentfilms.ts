import { and, desc, eq } from 'drizzle-orm';
import type { SentFilm, sendFilm } from '@placard/core/contract';
import type * as v from 'valibot';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, original, sentFilm, track } from '../db/schema.ts';
import { gone, notHeld, unfit } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import { playerFrame } from '../outbound/playerframe.ts';

type Wish = v.InferOutput<typeof sendFilm.body>;

/** Where a film of ours has been sent, the last first. Throws gone. */
export async function listSentFilms(
  database: Database,
  siteId: string,
  assetId: string,
  trustedFrames: readonly string[],
): Promise<SentFilm[]> {
  const rows = await database
    .select({ sent: sentFilm, bytes: original.bytes, facts: original.facts })
    .from(sentFilm)
    .innerJoin(asset, eq(asset.id, sentFilm.assetId))
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .where(and(eq(sentFilm.assetId, assetId), eq(asset.siteId, siteId)))
    .orderBy(desc(sentFilm.at));
  return rows.map(({ sent: row, bytes, facts }) => ({
    id: row.id,
    host: row.host,
    title: row.title,
    audience: row.audience,
    state: row.state,
    sent: row.sent,
    bytes,
    says: row.says,
    page: row.page,
    frame: row.player ? playerFrame({ ...facts, player: row.player, title: row.title }, trustedFrames) : null,
  }));
}

/** Notes that a film is to be sent to a host, and asks for it. Throws gone and unfit. */
export async function announceSending(
  database: Database,
  siteId: string,
  personId: string,
  host: string,
  assetId: string,
  { captions, people, ...wish }: Wish,
): Promise<string> {
  const [film] = await database
    .select({ kind: asset.kind })
    .from(asset)
    .where(and(eq(asset.id, assetId), eq(asset.siteId, siteId)));
  if (!film) throw notHeld();
  if (film.kind !== 'film') throw unfit('Only films can be sent to a video host.');
  if (wish.audience === 'named' && people.length === 0)
    throw unfit('Name the people who may see it, by their mail addresses.');
  if (captions) {
    const [found] = await database
      .select({ id: track.id })
      .from(track)
      .where(and(eq(track.assetId, assetId), eq(track.language, captions)));
    if (!found) throw unfit(`This film has no captions in “${captions}”.`);
  }
  const id = newId();
  await database.transaction(async (transaction) => {
    await transaction.insert(sentFilm).values({
      id,
      assetId,
      host,
      ...wish,
      captions,
      people: wish.audience === 'named' ? people : [],
      state: 'sending',
      personId,
      at: new Date(),
    });
    await enqueue(transaction, 'send', id, `Sending ${wish.title} to ${host}`);
  });
  return id;
}

/** Forgets that a film was sent; one under way stops. Throws gone. */
export async function forgetSentFilm(database: Database, siteId: string, id: string): Promise<void> {
  const [row] = await database
    .select({ id: sentFilm.id })
    .from(sentFilm)
    .innerJoin(asset, eq(asset.id, sentFilm.assetId))
    .where(and(eq(sentFilm.id, id), eq(asset.siteId, siteId)));
  if (!row) throw gone('This was forgotten already.');
  await database.delete(sentFilm).where(eq(sentFilm.id, id));
}
