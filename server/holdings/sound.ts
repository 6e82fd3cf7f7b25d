import { and, eq } from 'drizzle-orm';
import type { Sound } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { asset, drawnSound } from '../db/schema.ts';
import { enqueue } from '../queue/queue.ts';
import { notHeld, unfit } from '../refusal.ts';
import type { Store } from '../store/store.ts';

async function playing(database: Database, siteId: string, id: string) {
  const [row] = await database
    .select({ sha256: asset.sha256, kind: asset.kind, drawn: drawnSound })
    .from(asset)
    .leftJoin(drawnSound, eq(drawnSound.sha256, asset.sha256))
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId)));
  if (!row) throw notHeld();
  return row;
}

/** How the sound of a film looks drawn, and how loud it is. Throws gone. */
export async function readSound(
  database: Database,
  store: Store,
  siteId: string,
  id: string,
): Promise<Sound> {
  const { drawn } = await playing(database, siteId, id);
  if (!drawn) return { state: 'none', peaks: null, loudness: null, says: null };
  const { state, key, loudness, says } = drawn;
  return { state, peaks: key && store.address(key), loudness, says };
}

/** Asks for a sound to be drawn, unless that was done. Throws gone and unfit. */
export async function drawSound(database: Database, siteId: string, id: string): Promise<void> {
  const { kind, drawn, sha256 } = await playing(database, siteId, id);
  if (kind !== 'film' && kind !== 'sound') throw unfit('Only films and sounds have a sound.');
  if (drawn && drawn.state !== 'failed') return;
  await database.transaction(async (transaction) => {
    const working = { state: 'working' as const, says: null };
    await transaction
      .insert(drawnSound)
      .values({ sha256, ...working })
      .onDuplicateKeyUpdate({ set: working });
    await enqueue(transaction, 'sound', id, 'Drawing a sound');
  });
}
