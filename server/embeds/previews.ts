import { eq, lt } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import type { Block } from '@placard/core/page';
import type { Database } from '../db/database.ts';
import { placedPreview } from '../db/schema.ts';

const DAY = 86_400_000;

/** Keeps something embedded for whoever looks at it on the users'-content origin; answers its name there. */
export async function keepPreview(database: Database, block: Block): Promise<string> {
  const text = JSON.stringify(block);
  const id = createHash('sha256').update(text).digest('hex');
  const at = new Date();
  await database.delete(placedPreview).where(lt(placedPreview.at, new Date(at.getTime() - DAY)));
  await database
    .insert(placedPreview)
    .values({ id, block: gzipSync(text), at })
    .onDuplicateKeyUpdate({ set: { at } });
  return id;
}

/** What is kept under a name; null where that is forgotten. */
export async function readPreview(database: Database, id: string): Promise<Block | null> {
  const [row] = await database.select().from(placedPreview).where(eq(placedPreview.id, id));
  return row ? (JSON.parse(gunzipSync(row.block).toString('utf8')) as Block) : null;
}
