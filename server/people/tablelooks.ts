import { eq } from 'drizzle-orm';
import type { TableLook } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { tableLook } from '../db/schema.ts';

/** How somebody wants their tables, by the tables' names. */
export async function readTableLooks(
  database: Database,
  personId: string,
): Promise<Record<string, TableLook>> {
  const rows = await database.select().from(tableLook).where(eq(tableLook.personId, personId));
  return Object.fromEntries(rows.map(({ name, look }) => [name, look]));
}

export async function keepTableLook(
  database: Database,
  personId: string,
  name: string,
  look: TableLook,
): Promise<void> {
  await database.insert(tableLook).values({ personId, name, look }).onDuplicateKeyUpdate({ set: { look } });
}
