import { and, asc, eq } from 'drizzle-orm';
import * as v from 'valibot';
import { inWords, type KeptFile, type Person } from '@placard/core/contract';
import { HostFileSchema, type HostFile } from '@placard/core/embed/options';
import type { Database } from '../db/database.ts';
import { hostFile, user } from '../db/schema.ts';
import { clash, gone, unfit } from '../refusal.ts';

/** What hosts say that their addresses understand, by their names. */
export async function listHostFiles(database: Database, siteId: string): Promise<KeptFile[]> {
  const rows = await database
    .select({ row: hostFile, by: user.name })
    .from(hostFile)
    .leftJoin(user, eq(user.id, hostFile.changedBy))
    .where(eq(hostFile.siteId, siteId))
    .orderBy(asc(hostFile.id));
  return rows
    .map(({ row: { id, version, changedAt, file }, by }) => ({
      id,
      version,
      changedAt: changedAt.toISOString(),
      changedBy: by ?? '',
      file,
    }))
    .sort((a, b) => a.file.name.localeCompare(b.file.name));
}

/** Keeps a file. Throws unfit for what is none, in a sentence; clash where somebody changed it, or another file has its host. */
export async function keepHostFile(
  database: Database,
  siteId: string,
  person: Pick<Person, 'id'>,
  id: string,
  { version, file }: { version: number; file?: unknown },
): Promise<{ id: string; version: number }> {
  const read = v.safeParse(HostFileSchema, file);
  if (!read.success) {
    const [issue] = read.issues;
    throw unfit(inWords(issue), { where: v.getDotPath(issue) ?? '' });
  }
  return database.transaction(async (transaction) => {
    const rows = await transaction.select().from(hostFile).where(eq(hostFile.siteId, siteId)).for('update');
    const before = rows.find((row) => row.id === id);
    if (!before && version > 0) throw gone('This file was taken away meanwhile.');
    if (before && before.version !== version)
      throw clash(
        'Somebody has changed this file since you opened it. Yours is kept here; load the newer one to compare.',
      );
    refuseTaken(
      rows.flatMap((row) => (row.id === id ? [] : [row.file])),
      read.output,
    );
    const next = { file: read.output, version: version + 1, changedAt: new Date(), changedBy: person.id };
    await transaction
      .insert(hostFile)
      .values({ id, siteId, ...next })
      .onDuplicateKeyUpdate({ set: next });
    return { id, version: next.version };
  });
}

function refuseTaken(others: readonly HostFile[], { hosts }: HostFile): void {
  for (const other of others) {
    const both = other.hosts.find((name) => hosts.includes(name));
    if (both !== undefined) throw clash(`The file “${other.name}” is about ${both} already.`);
  }
}

/** Takes a file away; pages stay as they are. Throws gone. */
export async function removeHostFile(database: Database, siteId: string, id: string): Promise<void> {
  const [{ affectedRows }] = await database
    .delete(hostFile)
    .where(and(eq(hostFile.id, id), eq(hostFile.siteId, siteId)));
  if (affectedRows === 0) throw gone('This file was taken away meanwhile.');
}
